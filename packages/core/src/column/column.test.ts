import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { binaryCurve, rateColumn } from '../binary/index.ts';
import { BlockTridiagonal, factorDense, solveDense } from '../numerics/index.ts';
import { fenskeStages } from '../shortcut/index.ts';
import {
  columnFeed,
  constantVolatility,
  databankModel,
  inputOfReference,
  plainColumn,
  reasonOf,
  referenceColumn,
  solvedValue,
  withConstantHeats,
} from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { ColumnEquations } from './equations.ts';
import {
  boilUpRatio,
  drawnShare,
  flowOf,
  fractionOf,
  meanMolarMass,
  moles,
  ratioOf,
  recoveryOf,
  refluxRatio,
  solveColumn,
} from './index.ts';
import type { ColumnInput, Place, SolvedColumn, Target } from './index.ts';
import { startProfile } from './start.ts';

const CASES = [
  '01-benzene-toluene-ideal-total-condenser',
  '01c-benzene-toluene-ideal-half-vapour-feed',
  '02-benzene-toluene-ideal-vapour-murphree-efficiency',
  '03-five-light-hydrocarbons-pr-kij-0',
  '03b-same-column-n-butane-recovery-in',
  '05-methanol-water-nrtl-r-and-distillate',
  '07-absorber-lean-n-decane-oil-pr',
  '08-reboiled-stripper-pr-propane-in-bottoms',
  '13-30-stages-x-10-hydrocarbons-pr',
];

describe('columns that an independent program solved', () => {
  test.each(CASES)('%s: temperatures, flows, fractions and duties', (id) => {
    const reference = referenceColumn(id);
    const input = inputOfReference(reference);
    const found = solvedValue(solveColumn(input));
    const n = input.model.n;
    const { stages, condenser_duty_W, reboiler_duty_W } = reference.results;
    stages.forEach((stage, j) => {
      expect(Math.abs(found.T[j] - stage.T_K), `T on stage ${j + 1}`).toBeLessThan(1e-5);
      const L = found.liquid.slice(j * n, (j + 1) * n).reduce((sum, flow) => sum + flow, 0);
      expect(Math.abs(L / stage.L_leaving_mol_s - 1), `liquid of stage ${j + 1}`).toBeLessThan(1e-6);
      for (let i = 0; i < n; i++)
        expect(Math.abs(found.liquid[j * n + i] / L - stage.x[i]), `x of ${i} on stage ${j + 1}`).toBeLessThan(1e-8);
    });
    if (typeof condenser_duty_W === 'number') expect((found.condenserDuty ?? 0) / condenser_duty_W).toBeCloseTo(1, 7);
    if (typeof reboiler_duty_W === 'number') expect((found.reboilerDuty ?? 0) / reboiler_duty_W).toBeCloseTo(1, 7);
  });
});

const five = databankModel(['propane', 'isobutane', 'n-butane', 'isopentane', 'n-pentane'], 'peng-robinson');
const alcohols = databankModel(['methanol', 'ethanol', '1-propanol', '1-butanol'], 'modified-unifac');

/** A column with one feed of 100 mol/s half-way. */
function columnOf(model: ThermoModel, stages: number, P: number, more: Partial<ColumnInput>): ColumnInput {
  const feed = columnFeed(model, moles(model.n), 100, stages >> 1, P, { by: 'vapour-fraction', beta: 0.3 });
  const pressure = Float64Array.from({ length: stages }, (_, j) => P * (1 + 0.002 * j));
  return plainColumn(model, stages, P, { pressure, feeds: [feed], ...more });
}

const trays = (stages: number, n: number, of: (i: number) => number): Float64Array =>
  Float64Array.from({ length: stages * n }, (_, k) => (k < n || k >= (stages - 1) * n ? 1 : of(k % n)));

const everyMole = (model: ThermoModel) => moles(model.n);
const reflux = (model: ThermoModel, value: number): Target => ({ quantity: refluxRatio(everyMole(model)), value });
const flowAt = (model: ThermoModel, place: Place, value: number): Target => ({ quantity: flowOf(place, everyMole(model)), value });
const drawn = (model: ThermoModel, draw: number, value: number): Target => flowAt(model, { at: 'draw', draw }, value);

/** Columns that together have every configuration, handle and target. */
const EVERYTHING = new Map<string, ColumnInput>([
  [
    'subcooled by degrees, two draws, a pump-around returned at a temperature, efficiencies by component',
    columnOf(five, 14, 8e5, {
      subcooling: { by: 'degrees', value: 12 },
      draws: [
        { stage: 4, phase: 'liquid' },
        { stage: 10, phase: 'vapour' },
      ],
      pumpArounds: [{ from: 6, to: 3 }],
      efficiency: trays(14, 5, (i) => 0.6 + 0.08 * i),
      targets: [
        reflux(five, 2),
        flowAt(five, { at: 'bottoms' }, 45),
        { quantity: drawnShare(1, 4, 'liquid', 5), value: 0.05 },
        drawn(five, 2, 4),
        flowAt(five, { at: 'pump-around', loop: 0 }, 60),
        { quantity: { kind: 'return-temperature', loop: 0 }, value: 300 },
      ],
    }),
  ],
  [
    'mixed condenser, total reboiler, boil-up, duty, mass flows',
    columnOf(alcohols, 12, 1.2e5, {
      top: 'mixed-condenser',
      bottom: 'total-reboiler',
      targets: [
        { quantity: boilUpRatio(alcohols.molarMass), value: 2 },
        { quantity: flowOf({ at: 'overhead-vapour' }, alcohols.molarMass), value: 0.4 },
        { quantity: { kind: 'duty', of: 'reboiler' }, value: 3.5e6 },
      ],
    }),
  ],
  [
    'subcooled to a temperature, condenser duty, freed feed, feed heat, stage heat and pressure',
    columnOf(five, 12, 8e5, {
      subcooling: { by: 'temperature', value: 290 },
      free: [{ kind: 'feed-flow', feed: 0 }, { kind: 'feed-heat', feed: 0 }, { kind: 'duty', stage: 8 }, { kind: 'pressure' }],
      targets: [
        { quantity: { kind: 'duty', of: 'condenser' }, value: -3e6 },
        { quantity: recoveryOf({ at: 'overhead' }, [0, 1], five.molarMass), value: 0.95 },
        { quantity: { kind: 'temperature', stage: 10 }, value: 350 },
        { quantity: { kind: 'saturation', place: { at: 'overhead' }, of: 'dew', P: 8e5 }, value: 310 },
        { quantity: { kind: 'vapour-pressure', place: { at: 'bottoms' }, T: 320 }, value: 3e5 },
        { quantity: ratioOf({ at: 'bottoms' }, [2], [3, 4], everyMole(five)), value: 0.3 },
      ],
    }),
  ],
  [
    'a component of a feed, its temperature and its flow freed',
    columnOf(alcohols, 10, 1.2e5, {
      free: [
        { kind: 'feed-component', feed: 0, component: 2 },
        { kind: 'feed-temperature', feed: 0 },
        { kind: 'feed-flow', feed: 0 },
      ],
      targets: [
        reflux(alcohols, 2),
        { quantity: recoveryOf({ at: 'overhead' }, [0, 1], alcohols.molarMass), value: 0.95 },
        { quantity: fractionOf({ at: 'bottoms' }, [2], everyMole(alcohols)), value: 0.5 },
        { quantity: { kind: 'temperature', stage: 5 }, value: 350 },
        flowAt(alcohols, { at: 'feed', feed: 0 }, 90),
      ],
    }),
  ],
  [
    'subcooling as a handle, bubble point, fraction, molar mass',
    columnOf(five, 12, 8e5, {
      subcooling: { by: 'degrees', value: 3 },
      free: [{ kind: 'subcooling' }],
      targets: [
        { quantity: fractionOf({ at: 'overhead' }, [3], everyMole(five)), value: 0.02 },
        { quantity: meanMolarMass({ at: 'bottoms' }, five), value: 0.066 },
        { quantity: { kind: 'saturation', place: { at: 'bottoms' }, of: 'bubble', P: 8e5 }, value: 370 },
      ],
    }),
  ],
]);

describe('the system of one step', () => {
  test('with its border is what dense elimination solves', () => {
    const number = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 3 }),
        fc.infiniteStream(number),
        (blocks, size, border, stream) => {
          const system = new BlockTridiagonal(blocks, size, border);
          const unknowns = blocks * size;
          const all = unknowns + border;
          const next = (): number => {
            const { value } = stream.next() as IteratorResult<number, number>;
            return value;
          };
          const dense = new Float64Array(all * all);
          const right = new Float64Array(all);
          for (let r = 0; r < unknowns; r++) {
            const j = Math.floor(r / size);
            const row = r * system.width;
            for (let c = 0; c < size; c++) {
              const own = next() + (r === j * size + c ? 4 : 0);
              system.rows[row + size + c] = dense[r * all + j * size + c] = own;
              if (j > 0) system.rows[row + c] = dense[r * all + (j - 1) * size + c] = next();
              if (j < blocks - 1) system.rows[row + 2 * size + c] = dense[r * all + (j + 1) * size + c] = next();
            }
            for (let b = 0; b < border; b++) system.rows[row + 3 * size + b] = dense[r * all + unknowns + b] = next();
            system.rows[row + system.width - 1] = right[r] = next();
          }
          for (let e = 0; e < border; e++) {
            const row = e * system.borderWidth;
            for (let u = 0; u < all; u++)
              system.borderRows[row + u] = dense[(unknowns + e) * all + u] = next() + (u === unknowns + e ? 4 : 0);
            system.borderRows[row + all] = right[unknowns + e] = next();
          }
          const pivots = new Int32Array(all);
          fc.pre(factorDense(dense, pivots, all));
          solveDense(dense, pivots, right, all);
          fc.pre(right.every((value) => Math.abs(value) < 1e3));
          expect(system.solve()).toBe(true);
          for (let u = 0; u < all; u++) expect(Math.abs(system.solution[u] - right[u])).toBeLessThan(1e-8);
        },
      ),
      { numRuns: 100 },
    );
  });
  test.each(CASES)('%s: every derivative agrees with central differences on a disturbed profile', (id) => {
    expectSlopes(new ColumnEquations(inputOfReference(referenceColumn(id))));
  });
  test.each([...EVERYTHING.keys()])('with draws, pump-arounds and every kind of handle and target as well: %s', (key) => {
    expectSlopes(new ColumnEquations(EVERYTHING.get(key) ?? binary()));
  });
});

/** Every slope that the equations claim, against central differences on a disturbed profile. */
function expectSlopes(column: ColumnEquations): void {
  startProfile(column, 5);
  const { n, stages, system, handles, piped } = column;
  for (let k = 0; k < stages * n; k++) {
    column.liquid[k] = Math.max(column.liquid[k], 1e-3 * column.fed) * (1 + 0.2 * Math.sin(7 * k));
    column.vapour[k] = Math.max(column.vapour[k], 1e-3 * column.fed) * (1 + 0.2 * Math.cos(5 * k));
  }
  for (let k = 0; k < piped.length; k++) piped[k] *= 1 + 0.1 * Math.sin(k);
  const { size, width, border, borderWidth } = system;
  const unknowns = stages * size;
  const errors = (): Float64Array => {
    column.evaluate();
    return Float64Array.from({ length: unknowns + border }, (_, u) =>
      u < unknowns ? -system.rows[u * width + width - 1] : -system.borderRows[(u - unknowns + 1) * borderWidth - 1],
    );
  };
  column.evaluate();
  const rows = system.rows.slice();
  const borderRows = system.borderRows.slice();
  // An equation that nobody wrote agrees with its differences as well.
  for (let e = 0; e < border; e++) {
    const own = borderRows.subarray(e * borderWidth, (e + 1) * borderWidth - 1);
    expect(
      own.some((slope) => slope !== 0),
      `slopes at the border, row ${e}`,
    ).toBe(true);
  }
  const claimed = (equation: number, unknown: number): number => {
    if (equation >= unknowns) return borderRows[(equation - unknowns) * borderWidth + unknown];
    if (unknown >= unknowns) return rows[equation * width + 3 * size + unknown - unknowns];
    const apart = Math.floor(unknown / size) - Math.floor(equation / size);
    return Math.abs(apart) <= 1 ? rows[equation * width + (apart + 1) * size + (unknown % size)] : 0;
  };
  const place = (unknown: number): [Float64Array, number] => {
    const [j, c] = [Math.floor(unknown / size), unknown % size];
    const k = unknown - unknowns;
    if (k >= handles.length) return [piped, k - handles.length];
    if (k >= 0) return [column.handleValues, k];
    if (c === 2 * n) return [column.T, j];
    return c < n ? [column.liquid, j * n + c] : [column.vapour, j * n + c - n];
  };
  // Bottoms that are moved as a part of their stream follow it when it changes.
  const shared = column.sharedHandle;
  const stream = (): number => {
    const handle = handles[shared];
    const j = handle.kind === 'draw' ? column.draws[handle.draw].stage - 1 : 0;
    return column.liquid.slice(j * n, (j + 1) * n).reduce((a, b) => a + b, 0);
  };
  const isPart = (unknown: number): boolean => shared >= 0 && unknown === unknowns + shared;
  const part = shared < 0 ? 0 : column.handleValues[shared] / stream();
  const follow = (unknown: number): void => {
    if (shared >= 0 && !isPart(unknown)) column.handleValues[shared] = part * stream();
  };
  const places = Array.from({ length: 40 }, (_, k) => (k * 37) % unknowns).concat(
    Array.from({ length: border }, (_, k) => unknowns + k),
  );
  for (const unknown of places) {
    const [values, at] = place(unknown);
    const was = values[at];
    const h = 1e-5 * Math.max(Math.abs(was), 1e-3);
    values[at] = was + h;
    follow(unknown);
    const up = errors();
    values[at] = was - h;
    follow(unknown);
    const down = errors();
    values[at] = was;
    follow(unknown);
    const perPart = isPart(unknown) ? stream() : 1;
    const slopes = up.map((error, e) => (perPart * (error - down[e])) / (2 * h));
    const steepest = slopes.reduce((most, slope) => Math.max(most, Math.abs(slope)), 0);
    slopes.forEach((slope, e) => {
      const apart = Math.abs(slope - claimed(e, unknown));
      const allowed = 1e-5 * Math.abs(slope) + 1e-6 * steepest + (perPart * NOISE) / h;
      expect(apart, `equation ${e}, unknown ${unknown}`).toBeLessThan(allowed);
    });
  }
}

/** Rounding of the differences themselves. */
const NOISE = 1e-14;

const binary = (more: Partial<ColumnInput> = {}): ColumnInput =>
  plainColumn(withConstantHeats(constantVolatility(2.5)), 13, 101325, {
    feeds: [{ stage: 8, flows: Float64Array.of(50, 50), enthalpy: 0, T: 370, P: 101325, vapourFraction: 0 }],
    targets: [
      { quantity: refluxRatio(moles(2)), value: 2 },
      { quantity: flowOf({ at: 'overhead' }, moles(2)), value: 45 },
    ],
    ...more,
  });

const rated = (stages: number, stage: number, efficiency: number, hasPartialCondenser: boolean) =>
  solvedValue(
    rateColumn(solvedValue(binaryCurve(constantVolatility(2.5), 101325)), {
      feeds: [{ flow: 1, z: 0.5, q: 1, stage }],
      draws: [],
      stages,
      bottom: 'reboiler',
      efficiency,
      hasPartialCondenser,
      known: { reflux: 2, distillate: 0.45 },
    }),
  );

describe('against the other stops', () => {
  test.each([1, 0.7])('a binary column of constant heats is the graph’s, trays of efficiency %d', (E) => {
    const efficiency = new Float64Array(26).fill(1);
    efficiency.fill(E, 2, 24);
    const found = solvedValue(solveColumn(binary({ efficiency })));
    // The graph does not count the total condenser.
    const graph = rated(12, 7, E, false);
    expect(found.overhead[0] / 45).toBeCloseTo(graph.xD, 9);
    graph.stages.forEach(({ x }, j) => {
      const [light, heavy] = [found.liquid[2 * (j + 1)], found.liquid[2 * (j + 1) + 1]];
      expect(light / (light + heavy)).toBeCloseTo(x, 9);
    });
    expect(found.condenserDuty).toBeCloseTo(-3 * 45 * 30000, 3);
  });
  test('a partial condenser is one of the stages', () => {
    const found = solvedValue(solveColumn(binary({ top: 'partial-condenser' })));
    expect(found.overhead[0] / 45).toBeCloseTo(rated(13, 8, 1, true).xD, 9);
    expect(found.refluxRatio).toBeCloseTo(2, 9);
    expect(found.condenserDuty).toBeCloseTo(-2 * 45 * 30000, 3);
  });
  test('at nearly total reflux the ends are Fenske’s', () => {
    const found = solvedValue(
      solveColumn(
        binary({
          targets: [
            { quantity: refluxRatio(moles(2)), value: 1e5 },
            { quantity: flowOf({ at: 'overhead' }, moles(2)), value: 50 },
          ],
        }),
      ),
    );
    const odds = (product: Float64Array): number => product[0] / product[1];
    const stages = fenskeStages({ light: odds(found.overhead), heavy: odds(found.bottoms) }, 2.5);
    expect(stages).toBeCloseTo(12, 2);
  });
});

describe('what does not matter', () => {
  const reference = referenceColumn('03-five-light-hydrocarbons-pr-kij-0');
  const plain = solvedValue(solveColumn(inputOfReference(reference)));
  test('the order of the components', () => {
    const turned = {
      ...reference,
      components: reference.components.toReversed(),
      feeds: reference.feeds.map((f) => ({ ...f, z: f.z.toReversed() })),
    };
    const found = solvedValue(solveColumn(inputOfReference(turned)));
    plain.T.forEach((T, j) => expect(Math.abs(found.T[j] - T)).toBeLessThan(1e-7));
  });
  test('the size of the feed', () => {
    const specs = reference.specs.map((spec) => (spec.kind === 'distillate_rate' ? { ...spec, value: 1e-3 * spec.value } : spec));
    const small = { ...reference, specs, feeds: reference.feeds.map((f) => ({ ...f, rate_mol_s: 1e-3 * f.rate_mol_s })) };
    const found = solvedValue(solveColumn(inputOfReference(small)));
    plain.T.forEach((T, j) => expect(Math.abs(found.T[j] - T)).toBeLessThan(1e-7));
    expect(1e3 * (found.reboilerDuty ?? 0)).toBeCloseTo(plain.reboilerDuty ?? 0, 0);
  });
  test('where it begins: an earlier solution serves, and is quicker', () => {
    const [reflux, distillate] = inputOfReference(reference).targets;
    const targets = [{ ...reflux, value: 1.02 * reflux.value }, distillate];
    const input = { ...inputOfReference(reference), targets };
    const [cold, warm] = [solveColumn(input), solveColumn(input, { before: plain })];
    const a = solvedValue(cold);
    solvedValue(warm).T.forEach((T, j) => expect(Math.abs(a.T[j] - T)).toBeLessThan(1e-7));
    const steps = (outcome: typeof cold): number => (outcome.state === 'solved' ? outcome.report.iterations : Infinity);
    expect(steps(warm)).toBeLessThanOrEqual(steps(cold));
  });
});

describe('what cannot be', () => {
  test('more distillate than feed ends before all that is fed, not in an endless loop', () => {
    const targets: ColumnInput['targets'] = [
      { quantity: refluxRatio(moles(2)), value: 2 },
      { quantity: flowOf({ at: 'overhead' }, moles(2)), value: 120 },
    ];
    const reason = reasonOf(solveColumn(binary({ targets })));
    expect(reason).toMatchObject({ code: 'stopped-short', wanted: 120 });
    expect(reason.code === 'stopped-short' ? reason.reached : 200).toBeLessThan(100);
  });
  test('targets and handles must be as many', () => {
    expect(() => solveColumn(binary({ targets: [] }))).toThrow(RangeError);
  });
});

/** Balances looked at again in code of their own: what enters leaves, by component and as heat. */
function imbalance(input: ColumnInput, found: SolvedColumn): number {
  const n = input.model.n;
  const fed = input.feeds.reduce((sum, { flows }) => sum + flows.reduce((a, b) => a + b, 0), 0);
  let worst = 0;
  for (let i = 0; i < n; i++) {
    const enters = input.feeds.reduce((sum, { flows }) => sum + flows[i], 0);
    worst = Math.max(worst, Math.abs(enters - found.overhead[i] - found.bottoms[i]) / fed);
  }
  return worst;
}

test('random splits of the databank’s alcohols and hydrocarbons are solved as they come, and balance', () => {
  const mixtures = [
    databankModel(['methanol', 'ethanol', '1-propanol', '1-butanol'], 'modified-unifac'),
    databankModel(['propane', 'isobutane', 'n-butane', 'isopentane', 'n-pentane'], 'peng-robinson'),
    databankModel(['benzene', 'toluene', 'ethylbenzene'], 'ideal'),
  ];
  fc.assert(
    fc.property(
      fc.record({
        mixture: fc.nat(2),
        stages: fc.integer({ min: 6, max: 40 }),
        place: fc.double({ min: 0.25, max: 0.75, noNaN: true }),
        parts: fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        overhead: fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        reflux: fc.double({ min: 0.8, max: 8, noNaN: true }),
      }),
      ({ mixture, stages, place, parts, overhead, reflux }) => {
        const model = mixtures[mixture];
        const P = mixture === 1 ? 8e5 : 1.2e5;
        const stage = Math.max(2, Math.round(place * stages));
        const input = plainColumn(model, stages, P, {
          feeds: [columnFeed(model, parts.slice(0, model.n), 100, stage, P, { by: 'vapour-fraction', beta: 0 })],
          targets: [
            { quantity: refluxRatio(moles(model.n)), value: reflux },
            { quantity: flowOf({ at: 'overhead' }, moles(model.n)), value: 100 * overhead },
          ],
        });
        const found = solvedValue(solveColumn(input));
        expect(imbalance(input, found)).toBeLessThan(1e-8);
        expect(found.liquid.every((flow) => flow >= 0)).toBe(true);
      },
    ),
    { numRuns: 60 },
  );
});
