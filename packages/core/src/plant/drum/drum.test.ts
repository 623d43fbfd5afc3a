/** The drum: against a flash written apart, any two things known against any other two, and everything that can be typed. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { CaseDocument, DrumKnown, DrumQuantity } from '@keen-ladder/schema';

import { lnVapourPressure, ValueSlope } from '../../properties/index.ts';
import { databankParts, solvedValue } from '../../testing/index.ts';
import { proposedMixture } from '../../thermo/index.ts';
import { createCaseSolver, newCaseDocument } from '../../case/index.ts';
import { newDrum } from './begin.ts';
import type { DrumFacts } from '../index.ts';

const IDS = ['109-66-0', '110-54-3', '142-82-5', '108-88-3']; // pentane, hexane, heptane, toluene
const PARTS = databankParts(IDS);

function drumCase(known: [DrumKnown, DrumKnown], model: 'ideal' | 'peng-robinson' = 'ideal'): CaseDocument {
  const blank = newCaseDocument();
  const parts = Object.fromEntries(IDS.map((id, i) => [id, [0.3, 0.3, 0.2, 0.2][i]]));
  return {
    ...blank,
    mixture: { ...proposedMixture(PARTS), model, measured: [] },
    streams: blank.streams.map((s) => ({
      ...s,
      amount: { value: 10, basis: 'molar' },
      composition: { basis: 'mole', parts },
      condition: [
        { by: 'pressure', value: 4e5 },
        { by: 'temperature', value: 380 },
      ],
    })),
    units: [{ ...newDrum('drum', 'Drum'), known }],
    connections: [{ id: 'feed-to-drum', from: { stream: 'feed' }, to: { unit: 'drum', port: 'feed' } }],
  };
}

const outcomeOf = (known: [DrumKnown, DrumKnown], model?: 'ideal' | 'peng-robinson') =>
  createCaseSolver().unit(drumCase(known, model), 'drum', 'drum').outcome;

/** Vapour share by Rachford and Rice's equation with Raoult's K, bisected: nothing of the flash in it. */
function shareByBisection(T: number, P: number, z: readonly number[]): number {
  const out = new ValueSlope();
  const K = PARTS.components.map((c) => {
    lnVapourPressure(c, out.at(T));
    return Math.exp(out.value) / P;
  });
  const g = (beta: number): number => z.reduce((sum, zi, i) => sum + (zi * (K[i] - 1)) / (1 + beta * (K[i] - 1)), 0);
  if (g(0) <= 0) return 0;
  if (g(1) >= 0) return 1;
  let [low, high] = [0, 1];
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2;
    if (g(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

describe('a drum of given temperature and pressure', () => {
  test('parts its feed as Rachford and Rice’s equation does with Raoult’s K', () => {
    for (let T = 300; T <= 400; T += 10)
      for (const P of [0.5e5, 1e5, 2e5, 4e5]) {
        const facts = solvedValue(outcomeOf([{ by: 'temperature', value: T }, { by: 'pressure', value: P }])); // prettier-ignore
        expect(facts.vapourFraction).toBeCloseTo(shareByBisection(T, P, [0.3, 0.3, 0.2, 0.2]), 8);
      }
  });
});

/** What a solved drum says of each thing that may be known of it. */
const said = ({ T, P, duty, vapourFraction }: DrumFacts): Record<DrumQuantity, number> => ({
  temperature: T,
  pressure: P,
  duty,
  'vapour-fraction': vapourFraction,
});

const QUANTITIES: DrumQuantity[] = ['temperature', 'pressure', 'duty', 'vapour-fraction'];
const PAIRS = QUANTITIES.flatMap((a, k) => QUANTITIES.slice(k + 1).map((b) => [a, b] as const));

describe.each(['ideal', 'peng-robinson'] as const)('by %s', (model) => {
  test.each(PAIRS)('%s and %s give back the drum that they were read from', (a, b) => {
    for (const [P, beta] of [
      [1e5, 0.3],
      [2.5e5, 0.7],
      [0.4e5, 0.05],
    ]) {
      const drum = solvedValue(outcomeOf([{ by: 'pressure', value: P }, { by: 'vapour-fraction', value: beta }], model)); // prettier-ignore
      const known = said(drum);
      const again = solvedValue(outcomeOf([{ by: a, value: known[a] }, { by: b, value: known[b] }], model)); // prettier-ignore
      expect(again.T).toBeCloseTo(drum.T, 4);
      expect(again.P / drum.P).toBeCloseTo(1, 5);
      expect(again.vapourFraction).toBeCloseTo(drum.vapourFraction, 5);
      expect(Math.abs(again.duty - drum.duty)).toBeLessThan(1e-4 * Math.max(1e3, Math.abs(drum.duty)));
    }
  });
  test('what leaves is what entered, in matter and in heat, whatever is asked', () => {
    const asked = fc.record({
      P: fc.double({ min: 1e4, max: 1.5e6, noNaN: true }),
      beta: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    let solvedOnes = 0;
    fc.assert(
      fc.property(asked, ({ P, beta }) => {
        const known: [DrumKnown, DrumKnown] = [
          { by: 'pressure', value: P },
          { by: 'vapour-fraction', value: beta },
        ];
        const document = drumCase(known, model);
        const { outcome, feeds } = createCaseSolver().unit(document, 'drum', 'drum');
        if (outcome.state !== 'solved') return;
        solvedOnes++;
        const { vapour, liquid } = outcome.value.outlets;
        const fed = solvedValue(feeds['feed'].outcome);
        fed.moleFractions.forEach((z, i) => expect((vapour.flows[i] + liquid.flows[i]) / (10 * z)).toBeCloseTo(1, 10));
        const heat = vapour.flow * vapour.enthalpy + liquid.flow * liquid.enthalpy - fed.enthalpy * 10 - outcome.value.duty;
        expect(Math.abs(heat)).toBeLessThan(1e-9 * (Math.abs(fed.enthalpy * 10) + Math.abs(outcome.value.duty)));
      }),
      { numRuns: 60 },
    );
    expect(solvedOnes).toBeGreaterThan(54);
  });
});

test('several feeds are mixed; an adiabatic drum has the heat of all of them', () => {
  const document = drumCase([
    { by: 'pressure', value: 1e5 },
    { by: 'duty', value: 0 },
  ]);
  const [feed] = document.streams;
  document.streams.push({ ...feed, id: 'cold', name: 'Cold', condition: [feed.condition[0], { by: 'temperature', value: 300 }] });
  document.connections.push({ id: 'cold-to-drum', from: { stream: 'cold' }, to: { unit: 'drum', port: 'cold' } });
  const { outcome, feeds } = createCaseSolver().unit(document, 'drum', 'drum');
  const facts = solvedValue(outcome);
  const [hot, cold] = ['feed', 'cold'].map((id) => solvedValue(feeds[id].outcome));
  const { vapour, liquid } = facts.outlets;
  expect(facts.flow).toBeCloseTo(20, 12);
  const out = vapour.flow * vapour.enthalpy + liquid.flow * liquid.enthalpy;
  expect(out / (hot.enthalpy * 10 + cold.enthalpy * 10)).toBeCloseTo(1, 9);
});

test('a feed said to come at the unit’s pressure comes at the drum’s, and waits for it where that is not known', () => {
  const known: [DrumKnown, DrumKnown] = [
    { by: 'pressure', value: 1.7e5 },
    { by: 'duty', value: 0 },
  ];
  const document = drumCase(known);
  document.streams[0].condition = [{ by: 'column-pressure' }, { by: 'saturated-liquid' }];
  expect(solvedValue(createCaseSolver().unit(document, 'drum', 'drum').feeds['feed'].outcome).P).toBe(1.7e5);
  document.units = [{ ...newDrum('drum', 'Drum'), known: [{ by: 'temperature', value: 350 }, { by: 'duty', value: 0 }] }]; // prettier-ignore
  const { outcome } = createCaseSolver().unit(document, 'drum', 'drum');
  expect(outcome.state === 'open' ? outcome.points : []).toMatchObject([{ code: 'missing', path: 'units.drum.known.0' }]);
});

test('whatever is typed, there is an answer, an open point or a reason, and every number is finite', () => {
  const value = fc.oneof(
    fc.constantFrom(null, 0, -1, 1e-300, 1e300, 1e12, 273.15, 1e5, 0.5, 1),
    fc.double({ min: -1e6, max: 1e8, noNaN: true }),
  );
  const known = fc.record({ by: fc.constantFrom(...QUANTITIES), value });
  const notFinite = (facts: unknown): boolean =>
    typeof facts === 'number'
      ? !Number.isFinite(facts)
      : typeof facts === 'object' && facts !== null && Object.values(facts).some(notFinite);
  fc.assert(
    fc.property(known, known, fc.constantFrom('ideal' as const, 'peng-robinson' as const), (a, b, model) => {
      const outcome = outcomeOf([a, b], model);
      if (outcome.state === 'open') expect(outcome.points.length).toBeGreaterThan(0);
      if (outcome.state === 'solved') expect(notFinite(outcome.value)).toBe(false);
    }),
    { numRuns: 300 },
  );
});

test('a liquid that is two is told: 1-butanol and water at 25 °C', () => {
  const document = drumCase([
    { by: 'pressure', value: 101325 },
    { by: 'temperature', value: 298.15 },
  ]);
  const [BUTANOL, WATER] = ['71-36-3', '7732-18-5'];
  document.mixture = { ...proposedMixture(databankParts([BUTANOL, WATER])), measured: [] };
  const warningsAt = (butanol: number) => {
    document.streams[0].composition = { basis: 'mole', parts: { [BUTANOL]: butanol, [WATER]: 1 - butanol } };
    document.streams[0].condition = [{ by: 'pressure', value: 101325 }, { by: 'temperature', value: 298.15 }]; // prettier-ignore
    const { outcome } = createCaseSolver().unit({ ...document, streams: [...document.streams] }, 'drum', 'drum');
    return outcome.state === 'solved' ? outcome.warnings.map(({ code }) => code) : [outcome.state];
  };
  expect(warningsAt(0.2)).toContain('liquid-parts');
  expect(warningsAt(0.9)).not.toContain('liquid-parts');
});
