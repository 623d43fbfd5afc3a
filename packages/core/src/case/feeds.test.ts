import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Composition, CompositionBasis } from '@keen-ladder/schema';
import { acetoneWaterCase, databankRecord, solvedValue } from '../testing/index.ts';
import { findUnit, toSI } from '../measures/index.ts';
import { createCaseSolver } from './index.ts';
import { rebased } from '../plant/index.ts';
import type { ColumnCase } from './index.ts';
import type { FeedFacts } from '../plant/index.ts';

const [ACETONE, WATER] = ['67-64-1', '7732-18-5'];
const STANDARD = 288.15;
const SITE = { barometricPressure: 101325 };

function facts(change: (document: ColumnCase) => unknown): FeedFacts {
  const document = acetoneWaterCase();
  change(document);
  return solvedValue(createCaseSolver().solve(document, 'column').feeds['feed'].outcome);
}

function openCodes(change: (document: ColumnCase) => unknown): string[] {
  const document = acetoneWaterCase();
  change(document);
  const { outcome } = createCaseSolver().solve(document, 'column').feeds['feed'];
  return outcome.state === 'open' ? outcome.points.map((p) => p.code) : [outcome.state];
}

describe('the amount of a feed', () => {
  test('is the same however it is stated', () => {
    const known = facts(() => undefined);
    const stated = [
      { basis: 'mass', value: known.massFlow },
      { basis: 'standard-liquid', value: known.standardLiquidFlow },
      { basis: 'standard-gas', value: known.molarFlow },
      { basis: 'actual', value: known.volumeFlow },
    ] as const;
    for (const amount of stated) expect(facts((d) => (d.streams[0].amount = amount)).molarFlow).toBeCloseTo(known.molarFlow, 9);
  });
  test('as a standard gas is an amount of substance: a million standard cubic feet a day', () => {
    // 379.48 ft³/lbmol at 60 °F and 14.696 psi, recomputed from R = 10.7316 psi ft³/(lbmol °R).
    const value = toSI(1, findUnit('standardGasFlow', 'MMscfd'), SITE);
    expect(facts((d) => (d.streams[0].amount = { basis: 'standard-gas', value })).molarFlow * 86400).toBeCloseTo(
      (1e6 / 379.48) * 453.59237,
      -2,
    );
  });
  test('as a vapour flows as large as an ideal gas does', () => {
    const vapour = facts((d) => (d.streams[0].condition[1] = { by: 'superheat', value: 50 }));
    expect(vapour.volumeFlow / ((vapour.molarFlow * 8.314462618 * vapour.T) / vapour.P)).toBeCloseTo(1, 10);
    expect(vapour.vapourFraction).toBe(1);
  });
});

describe('the composition of a feed', () => {
  const components = [databankRecord('acetone'), databankRecord('water'), databankRecord('ethanol')];
  const bases: CompositionBasis[] = ['mole', 'mass', 'volume', 'molar-flow', 'mass-flow'];
  const part = fc.double({ min: 0.01, max: 1, noNaN: true });
  test('goes from basis to basis and back without loss', () => {
    fc.assert(
      fc.property(fc.tuple(part, part, part), fc.shuffledSubarray(bases, { minLength: 1 }), (parts, way) => {
        const sum = parts[0] + parts[1] + parts[2];
        const first: Composition = { basis: 'mole', parts: Object.fromEntries(components.map((c, i) => [c.id, parts[i] / sum])) };
        let now = first;
        for (const basis of [...way, 'mole' as const]) now = rebased(components, now, basis, STANDARD, 25);
        for (const { id } of components) expect(now.parts[id]).toBeCloseTo(first.parts[id], 11);
      }),
    );
  });
  test('that is not one is not made one by a change of basis, and a part left out stays out', () => {
    const loose: Composition = { basis: 'mole', parts: { [ACETONE]: 0.3, [WATER]: 0.6 } };
    const inMass = rebased(components, loose, 'mass', STANDARD, 1);
    expect(Object.keys(inMass.parts)).toEqual([ACETONE, WATER]);
    expect(inMass.parts[ACETONE] + inMass.parts[WATER]).toBeCloseTo(0.9, 12);
  });
  test('in component flows says the amount too', () => {
    const { molarFlow, moleFractions } = facts((d) => {
      d.streams[0].amount = null;
      d.streams[0].composition = { basis: 'molar-flow', parts: { [ACETONE]: 3, [WATER]: 7 } };
    });
    expect(molarFlow).toBeCloseTo(10, 12);
    expect(moleFractions).toEqual([0.3, 0.7]);
  });
  test('in volume fractions counts liquids of the standard temperature', () => {
    // At 15 °C acetone has 796 and water 999 kg/m³ (from memory).
    const { moleFractions } = facts(
      (d) => (d.streams[0].composition = { basis: 'volume', parts: { [ACETONE]: 0.5, [WATER]: 0.5 } }),
    );
    const [acetone, water] = [796 / 58.08, 999 / 18.015];
    expect(moleFractions[0]).toBeCloseTo(acetone / (acetone + water), 2);
  });
  test('that does not add up, is negative or is missing is an open point', () => {
    const parts = (next: Record<string, number>) => openCodes((d) => (d.streams[0].composition.parts = next));
    expect(parts({ [ACETONE]: 0.3, [WATER]: 0.6 })).toContain('sum-not-one');
    expect(parts({ [ACETONE]: -0.3, [WATER]: 1.3 })).toContain('negative');
    expect(parts({})).toContain('missing');
  });
});

describe('the condition of a feed', () => {
  test('at another pressure than the column’s keeps its own enthalpy', () => {
    const hot = (P: number) => (d: ColumnCase) =>
      (d.streams[0].condition = [
        { by: 'pressure', value: P },
        { by: 'temperature', value: 380 },
      ]);
    const document = acetoneWaterCase();
    hot(4e5)(document);
    const { graph, feeds } = createCaseSolver().solve(document, 'column');
    const feed = solvedValue(feeds['feed'].outcome);
    expect(feed.vapourFraction).toBe(0);
    // Let down to the column it flashes: q at the column's pressure is below 1.
    expect(graph.feeds[0].q).toBeLessThan(1);
    expect(graph.feeds[0].enthalpy).toBeCloseTo(feed.enthalpy, 6);
  });
  test.each([
    ['a vapour fraction above 1', { by: 'vapour-fraction', value: 1.2 }, 'not-a-fraction'],
    ['degrees below nothing', { by: 'subcooling', value: -2 }, 'negative'],
    ['no enthalpy', { by: 'enthalpy', value: null }, 'missing'],
    ['a temperature below absolute zero', { by: 'temperature', value: -1 }, 'below-zero-kelvin'],
  ] as const)('%s is an open point', (_, condition, code) => {
    expect(openCodes((d) => (d.streams[0].condition[1] = condition))).toContain(code);
  });
});

describe('the graph of more than one feed and two products', () => {
  const graph = (change: (document: ColumnCase) => unknown) => {
    const document = acetoneWaterCase();
    change(document);
    return createCaseSolver().solve(document, 'column').graph.outcome;
  };
  const codes = (outcome: ReturnType<typeof graph>) =>
    outcome.state === 'open' ? outcome.points.map((p) => p.code) : [outcome.state];
  const withDraw = (document: ColumnCase) => {
    const [column] = document.units;
    column.draws.push({ id: 'draw-2', name: 'side draw', phase: 'liquid' });
    column.balance.cells.push(
      { component: null, product: 'draw-2', kind: 'flow', wish: 'equal', value: 2 },
      { component: ACETONE, product: 'draw-2', kind: 'fraction', wish: 'equal', value: 0.5 },
    );
    return column;
  };
  test('a mixed condenser is an open point, and so is a draw without numbers', () => {
    expect(codes(graph((d) => (d.units[0].condenser = 'mixed')))).toContain('no-mixed-condenser');
    expect(codes(graph((d) => d.units[0].draws.push({ id: 'draw-2', name: 'side draw', phase: 'liquid' })))).toContain('missing');
  });
  test('a draw as the sheet has it is drawn; on a stage of its own what it gives is compared', () => {
    const design = solvedValue(graph(withDraw));
    const [stage] = design.drawStages;
    expect(design.stages[stage - 1].x).toBeLessThanOrEqual(0.5);
    expect(design.stages[stage - 2].x).toBeGreaterThan(0.5);
    const other = graph((d) => (withDraw(d).graph.drawStages = { 'draw-2': stage - 1 }));
    expect(other).toMatchObject({
      warnings: expect.arrayContaining([expect.objectContaining({ code: 'draw-not-as-wanted', x: 0.5 })]) as unknown,
    });
  });
  test('a rating takes the amount of a draw from the sheet and says what it holds', () => {
    const rated = solvedValue(
      graph((d) => {
        const column = withDraw(d);
        column.graph.task = 'rating';
        column.graph.feedStages = { feed: 12 };
        column.graph.drawStages = { 'draw-2': 11 };
        column.graph.rating = {
          stages: 15,
          known: [
            { by: 'reflux', value: 2 },
            { by: 'distillate', value: 0.3 },
          ],
        };
      }),
    );
    expect(rated.column.draws[0].flow).toBeCloseTo(2 / (120 / 3.6), 9);
    expect(rated.column.draws[0].x).toBeCloseTo(rated.stages[10].x, 9);
    expect(rated.lines.crossings.map(({ kind }) => kind)).toEqual(['draw', 'feed']);
  });
  test('steam in place of the reboiler: no reboiler duty, more bottoms, and only where the heavy component is water', () => {
    const design = solvedValue(graph((d) => (d.units[0].bottom = 'steam')));
    expect(design.flows.reboilerDuty).toBeNull();
    expect((design.flows.steam ?? 0) + design.flows.feed).toBeCloseTo(design.flows.distillate + design.flows.bottoms, 9);
    expect(codes(graph((d) => [(d.units[0].bottom = 'steam'), d.mixture.components.reverse()]))).toContain('steam-without-water');
    const recovered = graph((d) => {
      d.units[0].bottom = 'steam';
      d.units[0].balance.cells[1] = { component: ACETONE, product: 'bottoms', kind: 'recovery', wish: 'equal', value: 0.02 };
    });
    expect(codes(recovered)).toContain('steam-needs-purities');
  });
  test('trays: Murphree’s efficiency steps them, an overall one divides the stages', () => {
    const plain = solvedValue(graph(() => undefined));
    expect(plain.trays).toBeNull();
    const withEfficiency = (kind: 'murphree' | 'overall', value: number) =>
      graph((d) => (d.units[0].graph.efficiency = { kind, value }));
    const overall = solvedValue(withEfficiency('overall', 0.6));
    expect(overall.needed).toBe(plain.needed);
    expect(overall.trays).toBe(Math.ceil((plain.needed - 1) / 0.6));
    const murphree = solvedValue(withEfficiency('murphree', 0.6));
    expect(murphree.trays).toBe(murphree.whole - 1);
    expect(murphree.trays).toBeGreaterThan(plain.whole);
    expect(codes(withEfficiency('overall', 0))).toContain('not-a-fraction');
  });
  test('a cold reflux serves for more: less of it is needed', () => {
    const warm = solvedValue(graph(() => undefined));
    const cold = solvedValue(graph((d) => (d.units[0].subcooling = 30)));
    expect(cold.minimumReflux.ratio).toBeLessThan(warm.minimumReflux.ratio);
    expect(cold.distillateTemperature).toBeCloseTo(warm.distillateTemperature - 30, 9);
    expect(codes(graph((d) => (d.units[0].subcooling = -1)))).toContain('negative');
    const rated = solvedValue(
      graph((d) => {
        d.units[0].subcooling = 30;
        d.units[0].graph.task = 'rating';
        d.units[0].graph.feedStages = { feed: 13 };
        d.units[0].graph.rating = {
          stages: 15,
          known: [
            { by: 'reflux', value: 0.8 },
            { by: 'distillate-purity', value: 0.95 },
          ],
        };
      }),
    );
    expect(rated.reflux).toBeCloseTo(0.8, 9);
    expect(rated.insideReflux).toBeGreaterThan(0.85);
    expect(rated.column.xD).toBeCloseTo(0.95, 8);
  });
  test('another pressure at the bottom is stepped through, its curves drawn', () => {
    const document = acetoneWaterCase();
    document.units[0].pressure.bottom = 1.3e5;
    const result = createCaseSolver().solve(document, 'column').graph;
    expect(result.endCurves).toHaveLength(2);
    const level = solvedValue(createCaseSolver().solve(acetoneWaterCase(), 'column').graph.outcome);
    expect(solvedValue(result.outcome).bottomsTemperature).toBeGreaterThan(level.bottomsTemperature + 5);
    expect(solvedValue(result.outcome).distillateTemperature).toBeCloseTo(level.distillateTemperature, 6);
  });
  test('beside it stand stages against reflux and the energy balance', () => {
    const document = acetoneWaterCase();
    const solver = createCaseSolver();
    const design = solvedValue(solver.solve(document, 'column').graph.outcome);
    const { inputHash, outcome } = solver.node(document, 'column', 'beside');
    expect(inputHash).toBe(solver.solve(document, 'column').graph.inputHash);
    const { refluxCurve, energyBalanced } = solvedValue(outcome);
    expect(refluxCurve.reflux[0]).toBeGreaterThan(design.minimumReflux.ratio);
    expect(solvedValue(outcome).design.needed).toBe(design.needed);
    refluxCurve.stages.slice(1).forEach((stages, k) => expect(stages).toBeLessThanOrEqual(refluxCurve.stages[k] + 1e-9));
    if (energyBalanced === null) throw new Error('no energy balance');
    expect(solvedValue(energyBalanced).needed).toBeGreaterThan(5);
    const rated = structuredClone(document);
    rated.units[0].graph.task = 'rating';
    expect(solver.node(rated, 'column', 'beside').outcome.state).toBe('open');
  });
});

describe('two feeds', () => {
  test('are balanced together', () => {
    const document = acetoneWaterCase();
    document.streams.push({ ...structuredClone(document.streams[0]), id: 'other', amount: { value: 10, basis: 'molar' } });
    document.connections.push({ id: 'other-to-column', from: { stream: 'other' }, to: { unit: 'column', port: 'other' } });
    const { balance, graph } = createCaseSolver().solve(document, 'column');
    expect(balance.feed[0]).toBeCloseTo(0.35 * (120 / 3.6 + 10), 9);
    expect(solvedValue(balance.outcome).keys).toMatchObject({ light: ACETONE, heavy: WATER });
    const design = solvedValue(graph.outcome);
    expect(design.feedStages).toHaveLength(2);
    expect(design.flows.feed).toBeCloseTo(120 / 3.6 + 10, 9);
  });
});

describe('the sheet of a document', () => {
  const sheet = (change: (document: ColumnCase) => unknown) => {
    const document = acetoneWaterCase();
    change(document);
    return createCaseSolver().solve(document, 'column').balance;
  };
  test('closes, and the graph takes its purities from it whatever was typed', () => {
    const document = acetoneWaterCase();
    const known = createCaseSolver().solve(document, 'column');
    const [d, , b] = known.balance.flows;
    document.units[0].balance.cells = [
      { component: ACETONE, product: 'distillate', kind: 'flow', wish: 'equal', value: d ?? 0 },
      { component: null, product: 'bottoms', kind: 'flow', wish: 'equal', value: known.balance.totals[1] ?? 0 },
    ];
    const again = createCaseSolver().solve(document, 'column');
    expect(again.balance.flows[2]).toBeCloseTo(b ?? 0, 9);
    expect(solvedValue(again.graph.outcome).needed).toBeCloseTo(solvedValue(known.graph.outcome).needed, 7);
  });
  test('names what is wrong: a limit, nothing fed, too much asked, a wish not met', () => {
    const withCell = (change: Partial<ColumnCase['units'][0]['balance']['cells'][0]>) =>
      sheet((d) => Object.assign(d.units[0].balance.cells[0], change)).outcome;
    expect(withCell({ kind: 'recovery', value: 1 })).toMatchObject({ state: 'open', points: [{ code: 'share-at-limit' }] });
    expect(withCell({ component: '64-17-5' })).toMatchObject({ state: 'open', points: [{ code: 'not-fed' }] });
    expect(withCell({ kind: 'flow', value: 1e3 })).toMatchObject({
      state: 'out-of-reach',
      reason: { code: 'cells-conflict', cells: [{ component: 'acetone', product: 'distillate' }] },
    });
    const wished = sheet((d) =>
      d.units[0].balance.cells.push({ component: WATER, product: 'distillate', kind: 'recovery', wish: 'not-above', value: 0.001 }),
    ).outcome;
    expect(wished).toMatchObject({ state: 'solved', warnings: [{ code: 'wish-not-met' }] });
  });
});

describe('the estimate of a document', () => {
  const estimate = (change: (document: ColumnCase) => unknown) => {
    const document = acetoneWaterCase();
    change(document);
    return createCaseSolver().node(document, 'column', 'estimate').outcome;
  };
  test('takes keys and recoveries from the sheet, and counts trays without reboiler', () => {
    const facts = solvedValue(estimate((d) => (d.units[0].estimate.efficiency = 0.5)));
    expect(facts.keys).toEqual({ light: ACETONE, heavy: WATER });
    expect(facts.recoveries.lightOverhead).toBeCloseTo((0.95 * (0.33 / 0.93)) / 0.35, 9); // D/F = (z − xB)/(xD − xB)
    expect(facts.trays).toBe(Math.ceil((facts.stagesChosen - 1) / 0.5));
    expect(facts.refluxCurve.elbow.reflux).toBeGreaterThan(facts.smallestReflux);
    expect(facts.pressureCurve.map((e) => e.condenserTemperature)).toEqual(
      facts.pressureCurve.map((e) => e.condenserTemperature).toSorted((a, b) => a - b),
    );
    for (const { T, at } of facts.coolants) expect(at?.condenserTemperature).toBeCloseTo(T, 4);
  });
  test('rates what it designed', () => {
    const designed = solvedValue(estimate(() => undefined));
    const rated = solvedValue(
      estimate((d) => Object.assign(d.units[0].estimate, { find: 'reflux', stages: designed.stagesChosen })),
    );
    expect(rated.reflux).toBeCloseTo(designed.reflux, 9);
    expect(rated.reboilerDuty).toBeCloseTo(designed.reboilerDuty, 3);
  });
  test.each([
    ['no reflux', (d: ColumnCase) => (d.units[0].estimate.reflux = null), 'missing'],
    ['no number of stages', (d: ColumnCase) => (d.units[0].estimate.find = 'reflux'), 'missing'],
    ['an efficiency above 1', (d: ColumnCase) => (d.units[0].estimate.efficiency = 1.4), 'not-a-fraction'],
    ['a mixed condenser without its vapour', (d: ColumnCase) => (d.units[0].condenser = 'mixed'), 'missing'],
    ['no column pressure', (d: ColumnCase) => (d.units[0].pressure.top = null), 'missing'],
  ])('%s is an open point', (_, change, code) => {
    const outcome = estimate(change);
    expect(outcome.state === 'open' && outcome.points.map((p) => p.code)).toContain(code);
  });
});
