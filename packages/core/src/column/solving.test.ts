import { describe, expect, test } from 'vitest';
import { MethodName } from '@keen-ladder/schema';
import { kremserAbsorbed } from '../shortcut/index.ts';
import type { Known } from '../equilibrium/index.ts';
import {
  auditColumn,
  columnFeed,
  constantK,
  databankModel,
  inputOfReference,
  plainColumn,
  reasonOf,
  referenceColumn,
  solvedValue,
} from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { conflictOf, flowOf, fractionOf, moles, recoveryOf, refluxRatio, solveBounded, solveColumn, walkColumn } from './index.ts';
import type { ColumnInput, Place, Quantity, Target } from './index.ts';

const ATMOSPHERE = 101325;

const boiling: Known = { by: 'vapour-fraction', beta: 0 };
const at = (T: number): Known => ({ by: 'temperature', T });
const overhead: Place = { at: 'overhead' };
const bottoms: Place = { at: 'bottoms' };
const flow = (model: ThermoModel, place: Place, value: number): Target => ({ quantity: flowOf(place, moles(model.n)), value });
const reflux = (model: ThermoModel, value: number): Target => ({ quantity: refluxRatio(moles(model.n)), value });
const fraction = (model: ThermoModel, place: Place, component: number, value: number): Target => ({
  quantity: fractionOf(place, [component], moles(model.n)),
  value,
});
const recovery = (model: ThermoModel, place: Place, component: number, value: number): Target => ({
  quantity: recoveryOf(place, [component], moles(model.n)),
  value,
});
const total = (flows: Float64Array): number => flows.reduce((a, b) => a + b, 0);

/** Solved, and closed by other code's reckoning. */
function checked(input: ColumnInput) {
  const found = solvedValue(solveColumn(input));
  const { material, heat, equilibrium, least } = auditColumn(input, found);
  expect(material).toBeLessThan(1e-8);
  expect(heat).toBeLessThan(1e-8);
  expect(equilibrium).toBeLessThan(1e-8);
  expect(least).toBeGreaterThanOrEqual(0);
  return found;
}

const alcohols = databankModel(['methanol', 'ethanol', '1-propanol', '1-butanol'], 'modified-unifac');
const splitter = (more: Partial<ColumnInput> = {}): ColumnInput =>
  plainColumn(alcohols, 20, 1.1e5, {
    feeds: [columnFeed(alcohols, [0.3, 0.35, 0.2, 0.15], 100, 11, 1.1e5, boiling)],
    targets: [reflux(alcohols, 2), flow(alcohols, overhead, 64)],
    ...more,
  });

describe('every way to solve', () => {
  const inputs: [string, ColumnInput][] = [
    ['five hydrocarbons', inputOfReference(referenceColumn('03-five-light-hydrocarbons-pr-kij-0'))],
    ['an absorber', inputOfReference(referenceColumn('07-absorber-lean-n-decane-oil-pr'))],
    [
      'four stages',
      plainColumn(alcohols, 4, 1.1e5, {
        feeds: [columnFeed(alcohols, [0.3, 0.35, 0.2, 0.15], 100, 2, 1.1e5, boiling)],
        targets: [reflux(alcohols, 2), flow(alcohols, overhead, 64)],
      }),
    ],
    ['alcohols by purity', splitter({ targets: [fraction(alcohols, overhead, 2, 0.005), recovery(alcohols, overhead, 1, 0.97)] })],
  ];
  test.each(inputs)('leads to the same column: %s', (_, input) => {
    const plain = solvedValue(solveColumn(input));
    for (const only of MethodName.options) {
      const found = solvedValue(solveColumn(input, { only }));
      expect(found.record.attempts.at(-1)?.method).toBe(only);
      plain.T.forEach((T, j) => expect(Math.abs(found.T[j] - T), `${only}, stage ${j + 1}`).toBeLessThan(1e-6));
    }
  });
  test('from more or fewer stages leads to the same column too', () => {
    const [few, many] = [14, 30].map((stages) =>
      solvedValue(
        solveColumn(
          plainColumn(alcohols, stages, 1.1e5, {
            feeds: [columnFeed(alcohols, [0.3, 0.35, 0.2, 0.15], 100, 8, 1.1e5, boiling)],
            targets: [reflux(alcohols, 2), flow(alcohols, overhead, 64)],
          }),
        ),
      ),
    );
    const plain = solvedValue(solveColumn(splitter()));
    for (const before of [few, many]) {
      const found = solvedValue(solveColumn(splitter(), { before }));
      plain.T.forEach((T, j) => expect(Math.abs(found.T[j] - T)).toBeLessThan(1e-7));
    }
  });
});

describe('configurations', () => {
  test('a condensate colder by degrees or at that temperature is one column, and asks for its heat', () => {
    const warm = checked(splitter());
    const byDegrees = checked(splitter({ subcooling: { by: 'degrees', value: 15 } }));
    const toTemperature = checked(splitter({ subcooling: { by: 'temperature', value: byDegrees.condensateT } }));
    expect(byDegrees.condensateT).toBeCloseTo(byDegrees.T[0] - 15, 9);
    toTemperature.T.forEach((T, j) => expect(Math.abs(T - byDegrees.T[j])).toBeLessThan(1e-7));
    // Colder reflux condenses vapour on the first tray: more flows inside, and both duties grow.
    expect(-(byDegrees.condenserDuty ?? 0)).toBeGreaterThan(-(warm.condenserDuty ?? 0));
    expect(byDegrees.reboilerDuty ?? 0).toBeGreaterThan(warm.reboilerDuty ?? 0);
  });
  test('a mixed condenser parts its overhead as a flash does', () => {
    const found = checked(
      splitter({ top: 'mixed-condenser', targets: [...splitter().targets, flow(alcohols, { at: 'draw', draw: 0 }, 40)] }),
    );
    expect(total(found.draws[0])).toBeCloseTo(40, 7);
    expect(total(found.overhead)).toBeCloseTo(64, 7);
    const vapour = found.overhead.map((f, i) => f - found.draws[0][i]);
    expect(vapour[0] / total(vapour)).toBeGreaterThan(found.draws[0][0] / 40);
  });
  test('with no liquid taken a mixed condenser is a partial one', () => {
    const partial = checked(splitter({ top: 'partial-condenser' }));
    const mixed = checked(
      splitter({ top: 'mixed-condenser', targets: [...splitter().targets, flow(alcohols, { at: 'draw', draw: 0 }, 0)] }),
    );
    partial.T.forEach((T, j) => expect(Math.abs(mixed.T[j] - T)).toBeLessThan(1e-6));
  });
  test('a total reboiler sends up what its liquid was, and parts nothing', () => {
    const found = checked(splitter({ bottom: 'total-reboiler' }));
    const n = alcohols.n;
    const [x, y] = [found.liquid.slice(18 * n, 19 * n), found.vapour.slice(19 * n)];
    for (let i = 0; i < n; i++) expect(y[i] / total(y)).toBeCloseTo(x[i] / total(x), 10);
    expect(found.bottoms[3] / total(found.bottoms)).toBeCloseTo(x[3] / total(x), 10);
  });
  test('a side draw of nothing, and a pump-around that neither heats nor moves, change nothing', () => {
    const plain = checked(splitter());
    const drawn = checked(
      splitter({
        draws: [{ stage: 6, phase: 'liquid' }],
        targets: [...splitter().targets, flow(alcohols, { at: 'draw', draw: 1 }, 0)],
      }),
    );
    const pumped = checked(
      splitter({
        pumpArounds: [{ from: 6, to: 6 }],
        targets: [
          ...splitter().targets,
          { quantity: { kind: 'handle', handle: { kind: 'pump-around-flow', loop: 0 } }, value: 50 },
          { quantity: { kind: 'handle', handle: { kind: 'pump-around-duty', loop: 0 } }, value: 0 },
        ],
      }),
    );
    for (const found of [drawn, pumped]) {
      plain.T.forEach((T, j) => expect(Math.abs(found.T[j] - T)).toBeLessThan(1e-6));
      expect((found.reboilerDuty ?? 0) / (plain.reboilerDuty ?? 1)).toBeCloseTo(1, 8);
    }
  });
  test('a pump-around that is cooled takes heat from the condenser', () => {
    const plain = checked(splitter());
    const cooled = checked(
      splitter({
        pumpArounds: [{ from: 8, to: 5 }],
        targets: [
          flow(alcohols, overhead, 64),
          { quantity: { kind: 'duty', of: 'reboiler' }, value: plain.reboilerDuty ?? 0 },
          flow(alcohols, { at: 'pump-around', loop: 0 }, 60),
          { quantity: { kind: 'return-temperature', loop: 0 }, value: 325 },
        ],
      }),
    );
    const removed = cooled.handleValues[cooled.handles.findIndex(({ kind }) => kind === 'pump-around-duty')];
    expect(removed).toBeLessThan(0);
    expect(-(cooled.condenserDuty ?? 0)).toBeLessThan(-(plain.condenserDuty ?? 0));
  });
  test('trays of less efficiency part less, and a component of less efficiency than the tray goes where it should not', () => {
    const inner = (E: number): Float64Array => new Float64Array(80).fill(1).fill(E, 4, 76);
    const trays = checked(splitter({ efficiency: inner(0.7) }));
    expect(trays.overhead[2]).toBeGreaterThan(checked(splitter()).overhead[2]);
    const one = inner(0.7);
    for (let j = 1; j < 19; j++) one[4 * j + 2] = 0.5;
    expect(checked(splitter({ efficiency: one })).overhead[2]).toBeGreaterThan(trays.overhead[2]);
  });
  test('a feed’s flow is found for what is wanted of both products', () => {
    const free = splitter({
      free: [{ kind: 'feed-flow', feed: 0 }],
      targets: [reflux(alcohols, 2), flow(alcohols, overhead, 64), flow(alcohols, bottoms, 60)],
    });
    expect(solvedValue(solveColumn(free)).handleValues.at(-1)).toBeCloseTo(1.24, 8);
  });
});

describe('the duty of an end that has no handle for it is held', () => {
  const model = databankModel(['methanol', 'ethanol', '1-propanol', '1-butanol'], 'modified-unifac');
  const column = (bottom: ColumnInput['bottom'], targets: Target[]): ColumnInput =>
    plainColumn(model, 16, ATMOSPHERE, {
      bottom,
      feeds: [columnFeed(model, [1, 1, 1, 1], 100, 8, ATMOSPHERE, boiling)],
      targets,
    });
  test.each([
    ['a total condenser', 'condenser', 'kettle'],
    ['a total reboiler', 'reboiler', 'total-reboiler'],
  ] as const)('%s', (_, of, bottom) => {
    const known = checked(column(bottom, [reflux(model, 2), flow(model, overhead, 50)]));
    const value = (of === 'condenser' ? known.condenserDuty : known.reboilerDuty) ?? 0;
    const wanted = 1.1 * value;
    const found = checked(column(bottom, [{ quantity: { kind: 'duty', of }, value: wanted }, flow(model, overhead, 50)]));
    expect(((of === 'condenser' ? found.condenserDuty : found.reboilerDuty) ?? 0) / wanted).toBeCloseTo(1, 9);
    expect(found.refluxRatio ?? 0).toBeGreaterThan(2.05);
  });
});

describe('a solvent that is moved until the products are what they should be', () => {
  const model = databankModel(['acetone', 'methanol', 'water'], 'modified-unifac');
  const washed = (water: number, T: number, more: Partial<ColumnInput> = {}): ColumnInput =>
    plainColumn(model, 30, ATMOSPHERE, {
      feeds: [
        columnFeed(model, [1e-9, 1e-9, 1], water, 5, ATMOSPHERE, at(T)),
        columnFeed(model, [0.5, 0.5, 1e-9], 50, 18, ATMOSPHERE, boiling),
      ],
      targets: [reflux(model, 4), recovery(model, overhead, 0, 0.98)],
      ...more,
    });
  const known = solvedValue(solveColumn(washed(90, 320)));
  test('its flow: the one with which the column was solved before', () => {
    const purity = fractionOf(overhead, [0], moles(3));
    const value = known.overhead[0] / known.overhead.reduce((a, b) => a + b, 0);
    const found = solvedValue(
      solveColumn(
        washed(70, 320, {
          free: [{ kind: 'feed-component', feed: 0, component: 2 }],
          targets: [reflux(model, 4), recovery(model, overhead, 0, 0.98), { quantity: purity, value }],
        }),
      ),
    );
    expect(found.handleValues.at(-1)).toBeCloseTo(90, 5);
  });
  test('its temperature: the one with which the column was solved before', () => {
    const found = solvedValue(
      solveColumn(
        washed(90, 300, {
          free: [{ kind: 'feed-temperature', feed: 0 }],
          targets: [
            reflux(model, 4),
            recovery(model, overhead, 0, 0.98),
            { quantity: { kind: 'duty', of: 'reboiler' }, value: known.reboilerDuty ?? 0 },
          ],
        }),
      ),
    );
    expect(found.handleValues.at(-1)).toBeCloseTo(320, 4);
  });
});

test('an absorber of a thin solute is Kremser’s', () => {
  // Volatilities that nothing changes; the gas stays gas and the oil stays oil, so that flows do not change either.
  const model = constantK([0.8, 1e7, 1e-7]);
  const [L, V, stages] = [100, 90, 6];
  const gas = { stage: stages, flows: Float64Array.of(1e-4, V, 1e-9), enthalpy: 0, T: 300, P: 1e5, vapourFraction: 1 };
  const oil = { stage: 1, flows: Float64Array.of(1e-12, 1e-9, L), enthalpy: 0, T: 300, P: 1e5, vapourFraction: 0 };
  const found = solvedValue(solveColumn(plainColumn(model, stages, 1e5, { top: 'none', bottom: 'none', feeds: [gas, oil] })));
  const A = L / (0.8 * V);
  expect(found.bottoms[0] / 1e-4).toBeCloseTo(kremserAbsorbed(A, stages), 6);
});

describe('columns known to be hard', () => {
  test('acetone and methanol parted by water, held by a recovery', () => {
    const model = databankModel(['acetone', 'methanol', 'water'], 'modified-unifac');
    const found = checked(
      plainColumn(model, 30, ATMOSPHERE, {
        feeds: [
          columnFeed(model, [1e-9, 1e-9, 1], 90, 5, ATMOSPHERE, at(320)),
          columnFeed(model, [0.5, 0.5, 1e-9], 50, 18, ATMOSPHERE, boiling),
        ],
        targets: [reflux(model, 4), recovery(model, overhead, 0, 0.98)],
      }),
    );
    // Without the water they boil together at 0.78 mol/mol; with it far more acetone than that goes up beside methanol.
    expect(found.overhead[0] / (found.overhead[0] + found.overhead[1])).toBeGreaterThan(0.99);
  });
  test('120 stages for two that boil closely, 99.5 % each', () => {
    const model = databankModel(['isobutane', 'n-butane'], 'peng-robinson');
    const found = checked(
      plainColumn(model, 120, 6e5, {
        feeds: [columnFeed(model, [0.5, 0.5], 100, 60, 6e5, boiling)],
        targets: [fraction(model, overhead, 0, 0.995), fraction(model, bottoms, 1, 0.995)],
      }),
    );
    expect(total(found.overhead)).toBeCloseTo(50, 6);
  });
  const lights = databankModel(['methane', 'ethane', 'propane', 'n-butane', 'n-pentane'], 'peng-robinson');
  test.each([80, 100, 130])(
    'methane stripped without a condenser, %d of 160 mol/s overhead, begins near where it ends',
    (flowUp) => {
      const found = checked(
        plainColumn(lights, 24, 25e5, {
          top: 'none',
          feeds: [
            columnFeed(lights, [0.55, 0.2, 0.13, 0.08, 0.04], 100, 1, 25e5, at(190)),
            columnFeed(lights, [0.3, 0.3, 0.2, 0.12, 0.08], 60, 10, 25e5, at(235)),
          ],
          targets: [flow(lights, overhead, flowUp)],
        }),
      );
      expect(found.record.attempts.length).toBeLessThanOrEqual(2);
    },
  );
  test.each([
    ['total-condenser', 30],
    ['total-condenser', 60],
    ['partial-condenser', 96],
  ] as const)('methane to decane in one column, %s, %d stages', (top, stages) => {
    const wide = databankModel(['methane', 'n-pentane', 'n-octane', 'n-decane'], 'peng-robinson');
    const found = checked(
      plainColumn(wide, stages, 8e5, {
        top,
        feeds: [columnFeed(wide, [0.5, 0.1, 0.2, 0.2], 100, stages >> 1, 8e5, { by: 'vapour-fraction', beta: 0.3 })],
        targets: [reflux(wide, 5), flow(wide, overhead, 54)],
      }),
    );
    expect(found.overhead[0]).toBeCloseTo(50, 6);
  });
  test.each([60, 90, 120, 200])(
    'exactly the light half overhead, %d stages: the front between two pure products stands where it may',
    (stages) => {
      const aromatics = databankModel(['benzene', 'toluene'], 'ideal');
      const found = checked(
        plainColumn(aromatics, stages, 2e5, {
          feeds: [columnFeed(aromatics, [0.5, 0.5], 100, stages >> 1, 2e5, boiling)],
          targets: [reflux(aromatics, 3), flow(aromatics, overhead, 50)],
        }),
      );
      expect(found.overhead[0]).toBeCloseTo(50, 4);
      expect(found.bottoms[1]).toBeCloseTo(50, 4);
    },
  );
  test('the same of ten components and 400 stages', () => {
    const ten = databankModel(
      ['propane', 'isobutane', 'n-butane', 'isopentane', 'n-pentane', 'n-hexane', 'n-heptane', 'n-octane', 'n-nonane', 'n-decane'],
      'peng-robinson',
    );
    const found = checked(
      plainColumn(ten, 400, 4e5, {
        feeds: [columnFeed(ten, new Array<number>(10).fill(0.1), 100, 200, 4e5, boiling)],
        targets: [reflux(ten, 2), flow(ten, overhead, 50)],
      }),
    );
    expect(found.overhead[4]).toBeCloseTo(10, 4);
  });
  test.each(['partial-condenser', 'none'] as const)('methane taken out at 25 bar with a side heater, top %s', (top) => {
    const heat = new Float64Array(24);
    heat[15] = 4e5;
    const first = top === 'none' ? { stage: 1, T: 190 } : { stage: 4, T: 210 };
    const found = checked(
      plainColumn(lights, 24, 25e5, {
        top,
        heat,
        feeds: [
          columnFeed(lights, [0.55, 0.2, 0.13, 0.08, 0.04], 100, first.stage, 25e5, at(first.T)),
          columnFeed(lights, [0.3, 0.3, 0.2, 0.12, 0.08], 60, 10, 25e5, at(235)),
        ],
        targets: [fraction(lights, bottoms, 0, 0.005), ...(top === 'none' ? [] : [recovery(lights, overhead, 1, 0.1)])],
      }),
    );
    expect(found.bottoms[0] / total(found.bottoms)).toBeCloseTo(0.005, 9);
  });
  const oil = databankModel(['methane', 'ethane', 'propane', 'n-butane', 'n-pentane', 'n-hexane', 'n-hexadecane'], 'peng-robinson');
  const none = 1e-9;
  const wash = (stages: number, stage: number, more: Partial<ColumnInput>): ColumnInput =>
    plainColumn(oil, stages, 20e5, {
      top: 'none',
      feeds: [
        columnFeed(oil, [none, none, none, none, none, none, 1], 60, 1, 20e5, at(300)),
        columnFeed(oil, [0.7, 0.12, 0.08, 0.05, 0.03, 0.02, none], 100, stage, 20e5, at(310)),
      ],
      ...more,
    });
  test('a gas washed by a heavy oil, and the same with a reboiler', () => {
    const plain = checked(wash(10, 10, { bottom: 'none' }));
    expect(plain.bottoms[3] / 5).toBeGreaterThan(0.99);
    const reboiled = checked(wash(16, 8, { targets: [recovery(oil, bottoms, 1, 0.05)] }));
    expect(reboiled.bottoms[0]).toBeLessThan(1e-3);
  });
  test('ammonia and carbon dioxide stripped from water, each held by Henry’s law, at a purity and a recovery', () => {
    const model = databankModel(['ammonia', 'carbon dioxide', 'water'], 'ideal', { henry: 'auto' });
    const found = checked(
      plainColumn(model, 6, 1.5e5, {
        top: 'partial-condenser',
        feeds: [columnFeed(model, [0.02, 0.005, 0.975], 200, 2, 1.5e5, at(370))],
        targets: [fraction(model, overhead, 0, 0.5), recovery(model, bottoms, 0, 0.01)],
      }),
    );
    expect(found.bottoms[0]).toBeCloseTo(0.04, 6);
  });
  test('the same with two stages too many ends where its reflux does, and says how far it came', () => {
    const model = databankModel(['ammonia', 'carbon dioxide', 'water'], 'ideal', { henry: 'auto' });
    const outcome = solveColumn(
      plainColumn(model, 8, 1.5e5, {
        top: 'partial-condenser',
        feeds: [columnFeed(model, [0.02, 0.005, 0.975], 200, 2, 1.5e5, at(370))],
        targets: [fraction(model, overhead, 0, 0.3), recovery(model, bottoms, 0, 0.01)],
      }),
    );
    expect(reasonOf(outcome)).toMatchObject({ code: 'stopped-short', target: '1', wanted: 0.01 });
    if (outcome.state !== 'out-of-reach') throw new Error('solved');
    expect(outcome.nearest?.refluxRatio ?? 1).toBeLessThan(0.02);
  });
});

describe('targets that cannot be', () => {
  const asked = (targets: Target[]) => conflictOf(splitter(), targets);
  test('what is said twice in two guises is named', () => {
    expect(asked([flow(alcohols, overhead, 64), flow(alcohols, bottoms, 36)])).toEqual({ kind: 'repeats', targets: [0, 1] });
    expect(asked([reflux(alcohols, 2), recovery(alcohols, overhead, 1, 0.9), recovery(alcohols, bottoms, 1, 0.1)])).toEqual({
      kind: 'repeats',
      targets: [1, 2],
    });
    const draw: Quantity = { kind: 'handle', handle: { kind: 'draw', draw: 0 } };
    expect(asked([flow(alcohols, overhead, 64), { quantity: draw, value: 64 }])?.kind).toBe('repeats');
  });
  test('what no products have is refused, with the targets that are too much together', () => {
    expect(asked([reflux(alcohols, 2), flow(alcohols, overhead, 120)])).toEqual({ kind: 'beyond-balance', targets: [1] });
    // 35 of ethanol are fed: in 64 of distillate there are never 60 % of it.
    expect(asked([fraction(alcohols, overhead, 1, 0.6), flow(alcohols, overhead, 64)])).toEqual({
      kind: 'beyond-balance',
      targets: [0, 1],
    });
    expect(asked([reflux(alcohols, 2), flow(alcohols, overhead, 64)])).toBeUndefined();
  });
  test('a draw larger than its stream is told with the most that it can be', () => {
    const draws = [{ stage: 5, phase: 'liquid' as const }];
    const reason = reasonOf(
      solveColumn(
        splitter({
          draws,
          targets: [reflux(alcohols, 0.2), flow(alcohols, overhead, 40), flow(alcohols, { at: 'draw', draw: 1 }, 30)],
        }),
      ),
    );
    // The reflux is 8: no stage above the feed has more than about that to give.
    expect(reason).toMatchObject({ code: 'stopped-short', target: '2', wanted: 30 });
    expect(reason.code === 'stopped-short' ? reason.reached : 30).toBeLessThan(10);
  });
});

describe('limits', () => {
  const duty: Quantity = { kind: 'duty', of: 'reboiler' };
  test('hold only where they would be passed, and the last target gives way', () => {
    const plain = solvedValue(solveColumn(splitter()));
    const Q = plain.reboilerDuty ?? 0;
    const loose = solvedValue(solveBounded(splitter(), [{ target: { quantity: duty, value: 1.2 * Q }, wish: 'at-most' }], {}));
    expect(loose.holding).toEqual([]);
    expect(loose.column.reboilerDuty).toBeCloseTo(Q, 3);
    const targets = [flow(alcohols, overhead, 64), reflux(alcohols, 2)];
    const tight = solvedValue(
      solveBounded(splitter({ targets }), [{ target: { quantity: duty, value: 0.8 * Q }, wish: 'at-most' }], {}),
    );
    expect(tight.holding).toEqual([{ bound: 0, instead: 1 }]);
    expect(tight.column.reboilerDuty).toBeCloseTo(0.8 * Q, 2);
    expect(tight.column.refluxRatio ?? 9).toBeLessThan(2);
  });
});

describe('a walk', () => {
  const before = solvedValue(solveColumn(splitter()));
  test('comes to the column that is solved outright', () => {
    const to = [fraction(alcohols, overhead, 2, 0.002), flow(alcohols, overhead, 64)];
    const parts: number[] = [];
    const walked = walkColumn(splitter(), before, to, [], (_, part) => parts.push(part) > 0);
    const outright = solvedValue(solveColumn(splitter({ targets: to })));
    expect(walked?.reached).toBe(1);
    outright.T.forEach((T, j) => expect(Math.abs((walked?.column.T[j] ?? 0) - T)).toBeLessThan(1e-6));
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
  });
  test('ends where nothing goes on, at the value to three digits', () => {
    // 64 of distillate with all 30 of methanol leave room for 34 of the 35 of ethanol.
    const watch = [recovery(alcohols, overhead, 1, 0).quantity];
    const walked = walkColumn(
      splitter(),
      before,
      [recovery(alcohols, overhead, 1, 0.999), flow(alcohols, overhead, 64)],
      watch,
      () => true,
    );
    expect(walked?.reached).toBeLessThan(1);
    expect(walked?.column.watched[0]).toBeCloseTo(34 / 35, 3);
  });
  test('is ended by who watches it', () => {
    const walked = walkColumn(splitter(), before, [reflux(alcohols, 9), flow(alcohols, overhead, 64)], [], () => false);
    expect(walked?.reached).toBeGreaterThan(0);
    expect(walked?.reached).toBeLessThan(1);
  });
});
