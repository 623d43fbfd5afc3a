import type { ColumnCase } from '../../../case/index.ts';
import { createCaseSolver } from '../../../case/index.ts';
import { handedOnLadder, ladderTarget } from '../../index.ts';
import { describe, expect, test } from 'vitest';
import type { LadderQuantity } from '@keen-ladder/schema';
import { orientedPair } from '../../../databank/index.ts';
import { binaryCurve, minimumStages } from '../../../binary/index.ts';
import { acetoneWaterCase, databankRecord, nrtlMixture, nrtlPairs, reasonOf, solvedValue } from '../../../testing/index.ts';
import { buildModel } from '../../../thermo/index.ts';
import { showIn } from '../../../measures/index.ts';
import { explain } from '../../explain.ts';

const ETHANOL = '64-17-5';
const show = showIn(acetoneWaterCase().display, acetoneWaterCase().site);

const reflux: LadderQuantity = { kind: 'reflux-ratio', basis: 'mole' };
const distillate: LadderQuantity = { kind: 'flow', place: 'overhead', components: [], basis: 'mole' };
const of = (kind: 'fraction' | 'recovery', place: string): LadderQuantity => ({
  kind,
  place,
  components: [ETHANOL],
  basis: 'mole',
});

/** A fifth of ethanol in water, so many stages, two targets. */
function asked(stages: number, ...wanted: [LadderQuantity, number][]): ColumnCase {
  const document = acetoneWaterCase();
  const components = [databankRecord('ethanol'), databankRecord('water')];
  const pair = orientedPair(nrtlPairs, components[0].id, components[1].id);
  if (pair === undefined) throw new Error('the databank has lost ethanol–water');
  document.mixture = { ...nrtlMixture(components, [pair]), measured: [] };
  document.streams[0].composition = { basis: 'mole', parts: { [components[0].id]: 0.2, [components[1].id]: 0.8 } };
  const [column] = document.units;
  column.ladder = handedOnLadder(column, {
    stages,
    feedStages: { feed: Math.round(0.7 * stages) },
    drawStages: {},
    reflux: 3,
    distillate: 7,
    drawFlows: {},
    pressure: { top: 101325, bottom: 101325 },
    condenser: 'total',
    vapourShare: null,
    subcooling: 0,
    efficiency: 1,
  });
  column.ladder.targets = wanted.map(([quantity, value], k) => ladderTarget(String(k), quantity, value));
  return document;
}

function failureOf(document: ColumnCase) {
  const { outcome } = createCaseSolver().ladder(document, 'column');
  if (outcome.state !== 'out-of-reach' || outcome.reason.code !== 'stopped-short') throw new Error(outcome.state);
  return { reason: outcome.reason, sentence: explain(outcome.reason, show), nearest: outcome.nearest };
}

describe('why a column has no answer, in the order in which it is looked for', () => {
  test('its azeotrope, with numbers, whichever of the targets came least far', () => {
    for (const bottom of [of('recovery', 'overhead'), of('fraction', 'bottoms')]) {
      const { reason, sentence, nearest } = failureOf(
        asked(40, [bottom, bottom.kind === 'recovery' ? 0.99 : 0.001], [of('fraction', 'overhead'), 0.93]),
      );
      expect(reason.obstacle).toMatchObject({ kind: 'azeotrope', name: 'ethanol', other: 'water' });
      // tools/reference/azeotropes.csv, AZ001 (Horsley 1973, recalled there): 0.8940 mol/mol and 78.15 °C.
      if (reason.obstacle?.kind === 'azeotrope') expect(reason.obstacle.x).toBeCloseTo(0.894, 2);
      expect(sentence).toContain('ethanol and water boil together at 0.89');
      expect(nearest?.y[0][0]).toBeLessThan(0.895);
    }
  });
  test('a reflux that is too little for a purity at every flow of the distillate: what it comes to at most', () => {
    const { reason, sentence, nearest } = failureOf(asked(40, [reflux, 0.5], [of('fraction', 'overhead'), 0.85]));
    expect(reason.obstacle).toMatchObject({ kind: 'beyond-range', along: 'product flow', isMost: true });
    expect(sentence).toContain('Raise the reflux ratio, now held at 0.5');
    expect(sentence).toMatch(/was brought to 0\.\d+ mol\/mol of 0\.8500 mol\/mol wanted/);
    // Looked at by itself: no distillate flow on a fine grid has more than was told, and the nearest is the best of them.
    const most = reason.obstacle?.kind === 'beyond-range' ? reason.obstacle.extreme.value : NaN;
    for (let D = 0.5; D < 35; D += 0.7) {
      const { outcome } = createCaseSolver().ladder(asked(40, [reflux, 0.5], [distillate, D]), 'column');
      if (outcome.state === 'solved') expect(outcome.value.x[0][0]).toBeLessThan(most + 0.01);
    }
    expect(nearest?.x[0][0]).toBeCloseTo(most, 6);
    // With more of it the same is met.
    const more = createCaseSolver().ladder(asked(40, [reflux, 5], [of('fraction', 'overhead'), 0.85]), 'column').outcome;
    expect(more.state).toBe('solved');
  });
  test('too few stages, at any reflux and at one that is held', () => {
    const free = createCaseSolver().ladder(
      asked(6, [of('recovery', 'overhead'), 0.99], [of('fraction', 'overhead'), 0.85]),
      'column',
    ).outcome;
    const reason = reasonOf(free);
    expect(reason).toMatchObject({ code: 'split-needs-more-stages', stages: 6 });
    // The same two ends stepped on the graph's curve, from the top; the last step is another one.
    const model = solvedValue(buildModel(asked(6).mixture));
    const stepped = minimumStages(solvedValue(binaryCurve(model, 101325)), 0.85, (0.01 * 0.2) / (1 - (0.99 * 0.2) / 0.85), 100);
    expect(Math.abs((reason.code === 'split-needs-more-stages' ? reason.fewest : NaN) - stepped)).toBeLessThan(0.35);
    expect(explain(reason, show)).toContain('Give it more rungs');
    const held = failureOf(asked(6, [reflux, 2], [of('fraction', 'overhead'), 0.87]));
    expect(held.reason.obstacle).toMatchObject({
      kind: 'beyond-range',
      along: 'product flow',
      reflux: expect.closeTo(2, 6) as number,
    });
    const more = createCaseSolver().ladder(
      asked(30, [of('recovery', 'overhead'), 0.99], [of('fraction', 'overhead'), 0.85]),
      'column',
    ).outcome;
    expect(more.state).toBe('solved');
  });
  test('a product that has taken in all there is', () => {
    const { outcome } = createCaseSolver().ladder(asked(40, [distillate, 12], [of('fraction', 'overhead'), 0.8]), 'column');
    expect(outcome.state === 'out-of-reach' && outcome.reason).toMatchObject({ code: 'targets-beyond-balance' });
  });
});
