import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { constantVolatility, databankModel, designOf, reasonOf, solvedValue } from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import {
  balanceEnergy,
  binaryCurve,
  designColumn,
  entriesOf,
  feedQuality,
  makeCurvePoint,
  minimumReflux,
  molarEnthalpy,
  onLine,
  operatingLines,
  rateColumn,
  sectionAt,
} from './index.ts';
import type { BinaryColumn, BinaryCurve, DesignInput, RatedColumn, RatingInput } from './index.ts';

const ATMOSPHERE = 101325;
const curveOf = (model: ThermoModel, P = ATMOSPHERE): BinaryCurve => solvedValue(binaryCurve(model, P));
const curve = curveOf(constantVolatility(2.5));

const rating = (more: Partial<RatingInput>): RatingInput => ({
  feeds: [{ flow: 1, z: 0.5, q: 1, stage: 7 }],
  draws: [],
  stages: 12,
  bottom: 'reboiler',
  efficiency: 1,
  hasPartialCondenser: false,
  known: { reflux: 3, distillate: 0.4 },
  ...more,
});

const rate = (more: Partial<RatingInput>): RatedColumn => solvedValue(rateColumn(curve, rating(more)));

/** A design that asks for what a rating found, on the stages that it had. */
function designAgain(input: RatingInput, rated: RatedColumn): DesignInput {
  const { xD, xB, reflux } = rated;
  const draws = input.draws.map((draw, k) => ({ ...draw, x: rated.draws[k] }));
  return designOf({ feeds: input.feeds, draws, bottom: input.bottom, xD, xB }, reflux, {
    condenser: input.hasPartialCondenser ? 'partial' : 'total',
    efficiency: input.efficiency,
    feedStages: input.feeds.map(({ stage }) => stage),
    drawStages: input.draws.map(({ stage }) => stage),
  });
}

const twoFeeds = {
  feeds: [
    { flow: 0.5, z: 0.7, q: 1, stage: 4 },
    { flow: 0.5, z: 0.3, q: 1, stage: 8 },
  ],
  known: { reflux: 2, distillate: 0.5 },
} as const;
const draw = (phase: 'liquid' | 'vapour') => ({ draws: [{ flow: 0.2, phase, stage: 4 }] }) as const;
const steam = {
  feeds: [{ flow: 1, z: 0.5, q: 1, stage: 4 }],
  stages: 8,
  bottom: 'steam',
  known: { reflux: 2, distillate: 0.5 },
} as const;

// ../shared/validation-columns.md, B4 to B6: α = 2.5, checked there against a linear solve of all stage balances.
describe('several streams, against a linear solve of the stage balances', () => {
  test('two feeds (B4), and the same mixed into one', () => {
    expect(rate(twoFeeds).xD).toBeCloseTo(0.9741192211, 9);
    expect(rate({ feeds: [{ flow: 1, z: 0.5, q: 1, stage: 6 }], known: { reflux: 2, distillate: 0.5 } }).xD).toBeCloseTo(
      0.9657139067,
      9,
    );
  });
  test('a liquid side draw (B5)', () => {
    const { xD, draws, xB } = rate(draw('liquid'));
    expect(xD).toBeCloseTo(0.9578260265, 9);
    expect(draws[0]).toBeCloseTo(0.5556651377, 9);
    expect(xB).toBeCloseTo(0.01434140472, 9);
  });
  test('a vapour side draw (B5)', () => {
    const { xD, draws, xB } = rate(draw('vapour'));
    expect(xD).toBeCloseTo(0.9214222113, 9);
    expect(draws[0]).toBeCloseTo(0.6384199252, 9);
    expect(xB).toBeCloseTo(0.009367826073, 9);
  });
  test('open steam (B6): 1.5 of it, twice as much bottoms as feed', () => {
    const rated = rate(steam);
    expect(rated.xD).toBeCloseTo(0.8847383119, 9);
    expect(rated.xB).toBeCloseTo(0.02881542202, 9);
    const input = designAgain(rating(steam), rated);
    const lines = operatingLines(input, entriesOf(curve, input), 2);
    expect(lines.steam).toBeCloseTo(1.5, 9);
    expect(lines.bottoms).toBeCloseTo(2, 9);
  });
});

describe('design is rating turned round', () => {
  const cases: [string, RatingInput][] = [
    ['two feeds', rating(twoFeeds)],
    ['a liquid draw', rating(draw('liquid'))],
    ['a vapour draw', rating(draw('vapour'))],
    ['open steam', rating(steam)],
    ['short trays', rating({ efficiency: 0.65 })],
    ['short trays over steam', rating({ ...steam, efficiency: 0.8 })],
    ['a partial condenser over short trays', rating({ efficiency: 0.7, hasPartialCondenser: true })],
    ['feed and draw on one stage', rating({ draws: [{ flow: 0.1, phase: 'vapour', stage: 7 }] })],
  ];
  test.each(cases)('%s: the same stages, one by one', (_, input) => {
    const rated = solvedValue(rateColumn(curve, input));
    // A hair less pure a bottoms, so that the last stage is not missed by rounding.
    const asked = { ...designAgain(input, rated), xB: rated.xB * (1 + 1e-9) };
    const designed = solvedValue(designColumn(curve, asked).outcome);
    const shared = Math.min(designed.stages.length, rated.stages.length - 1);
    expect(shared).toBeGreaterThanOrEqual(rated.stages.length - 1);
    for (let j = 0; j < shared; j++) expect(designed.stages[j].x).toBeCloseTo(rated.stages[j].x, 6);
    expect(Math.abs(designed.needed - rated.stages.length)).toBeLessThan(1e-3);
    expect(designed.feedStages).toEqual(input.feeds.map(({ stage }) => stage));
    expect(designed.drawStages).toEqual(input.draws.map(({ stage }) => stage));
  });
  test('boil-up for reflux, with a draw and with steam', () => {
    for (const more of [draw('vapour'), steam]) {
      const rated = rate(more);
      const input = designAgain(rating(more), rated);
      const lines = operatingLines(input, entriesOf(curve, input), rated.reflux);
      const boilUp = lines.sections[lines.sections.length - 1].vapour / lines.bottoms;
      const again = rate({ ...more, known: { 'boil-up': boilUp, distillate: rated.distillate } });
      expect(again.reflux).toBeCloseTo(rated.reflux, 9);
      expect(rate({ ...more, known: { 'boil-up': boilUp, reflux: rated.reflux } }).distillate).toBeCloseTo(rated.distillate, 9);
      const byPurity = rate({ ...more, known: { distillate: rated.distillate, 'bottoms-purity': rated.xB } });
      expect(byPurity.reflux).toBeCloseTo(rated.reflux, 6);
    }
  });
});

describe('trays short of equilibrium', () => {
  test('B7: Murphree’s efficiency 0.7, stepped on the pseudo-curve with a whole reboiler', () => {
    const asked: BinaryColumn = { feeds: [{ flow: 1, z: 0.5, q: 1 }], draws: [], bottom: 'reboiler', xD: 0.95, xB: 0.05 };
    const designed = solvedValue(designColumn(curve, designOf(asked, 1.65, { efficiency: 0.7 })).outcome);
    expect(designed.stages).toHaveLength(17); // 16 trays and the reboiler
    expect(designed.stages[0].x).toBeCloseTo(0.908220439, 9);
    expect(designed.stages[4].x).toBeCloseTo(0.665747886, 9);
    expect(designed.stages[16].x).toBeCloseTo(0.0368910243, 8);
  });
});

/** Feeds and draws in random places between the products. */
const columns = fc
  .record({
    alpha: fc.double({ min: 1.6, max: 5, noNaN: true }),
    xB: fc.double({ min: 0.01, max: 0.1, noNaN: true }),
    xD: fc.double({ min: 0.9, max: 0.99, noNaN: true }),
    feeds: fc.array(
      fc.record({
        flow: fc.double({ min: 0.2, max: 1, noNaN: true }),
        z: fc.double({ min: 0.25, max: 0.75, noNaN: true }),
        q: fc.double({ min: -0.2, max: 1.4, noNaN: true }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    draws: fc.array(
      fc.record({
        flow: fc.double({ min: 0.01, max: 0.08, noNaN: true }),
        phase: fc.constantFrom('liquid' as const, 'vapour' as const),
        x: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      }),
      { maxLength: 2 },
    ),
    bottom: fc.constantFrom('reboiler' as const, 'reboiler' as const, 'steam' as const),
  })
  .map(({ alpha, feeds, ...rest }) => {
    const total = feeds.reduce((sum, { flow }) => sum + flow, 0);
    return { alpha, column: { ...rest, feeds: feeds.map((feed) => ({ ...feed, flow: feed.flow / total })) } };
  });

describe('minimum reflux of any column', () => {
  test('is where the lines of some section touch the curve, and a little more clears it everywhere', () => {
    fc.assert(
      fc.property(columns, ({ alpha, column }) => {
        const own = curveOf(constantVolatility(alpha));
        const entries = entriesOf(own, column);
        const minimum = minimumReflux(own, column, entries);
        fc.pre(minimum.ratio > 0.01 && minimum.kind !== 'boil-up');
        const point = makeCurvePoint();
        const clearance = (R: number): number => {
          const lines = operatingLines(column, entries, R);
          const places = [...Array.from({ length: 199 }, (_, k) => (k + 1) / 200), ...entries.map(({ pinch }) => pinch.x)];
          return places
            .filter((x) => x > column.xB && x < column.xD)
            .reduce((least, x) => {
              own.at(x, point);
              return Math.min(least, point.y - onLine(lines.sections[sectionAt(lines, x)].line, x));
            }, Infinity);
        };
        expect(clearance(minimum.ratio * 1.01)).toBeGreaterThan(0);
        expect(clearance(minimum.ratio * 0.99)).toBeLessThan(0);
      }),
      { numRuns: 150 },
    );
  });
});

describe('balances of any column', () => {
  test('close around every section, with steam and draws', () => {
    fc.assert(
      fc.property(columns, fc.double({ min: 1, max: 6, noNaN: true }), ({ alpha, column }, R) => {
        const own = curveOf(constantVolatility(alpha));
        const entries = entriesOf(own, column);
        const lines = operatingLines(column, entries, R);
        const fed = column.feeds.reduce((sum, { flow, z }) => sum + flow * z, 0);
        const drawn = column.draws.reduce((sum, { flow, x }) => sum + flow * x, 0);
        expect(lines.distillate * column.xD + lines.bottoms * column.xB + drawn).toBeCloseTo(fed, 10);
        const out = lines.distillate + lines.bottoms + column.draws.reduce((sum, { flow }) => sum + flow, 0);
        expect(out).toBeCloseTo(1 + (lines.steam ?? 0), 10);
        lines.crossings.forEach(({ x, y }, k) => {
          expect(onLine(lines.sections[k].line, x)).toBeCloseTo(y, 8);
          expect(onLine(lines.sections[k + 1].line, x)).toBeCloseTo(y, 8);
        });
      }),
      { numRuns: 150 },
    );
  });
});

describe('subcooled reflux', () => {
  test('runs inside as L (1 + Δh/λ), with the model’s own heats', () => {
    const own = curveOf(databankModel(['benzene', 'toluene'], 'ideal'));
    const asked = solvedValue(rateColumn(own, rating({ known: { reflux: 2, distillate: 0.5 } })));
    const warm = designAgain(rating({}), asked);
    const { basis } = designColumn(own, { ...warm, feedStages: ['best'], subcooling: 40, reflux: { kind: 'ratio', value: 1.65 } });
    // Some 150 J/(mol K) over 40 K against 31 kJ/mol: formula 8 with B8's round numbers gives 1.959.
    expect(basis?.insideReflux).toBeGreaterThan(1.9);
    expect(basis?.insideReflux).toBeLessThan(2.0);
    // The same split at the reflux that runs inside, not subcooled, has the same stages.
    const inside = designColumn(own, {
      ...warm,
      feedStages: ['best'],
      reflux: { kind: 'ratio', value: basis?.insideReflux ?? 0 },
    });
    const cold = designColumn(own, { ...warm, feedStages: ['best'], subcooling: 40, reflux: { kind: 'ratio', value: 1.65 } });
    expect(solvedValue(cold.outcome).needed).toBeCloseTo(solvedValue(inside.outcome).needed, 9);
    expect(solvedValue(cold.outcome).minimumReflux.ratio).toBeLessThan(solvedValue(inside.outcome).minimumReflux.ratio);
    // The balance around the column holds: what the reflux lacks, the condenser took.
    expect(solvedValue(cold.outcome).condenserDuty).toBeLessThan(0);
  });
});

describe('a pressure that falls along the column', () => {
  test('every stage is in equilibrium at its own pressure', () => {
    const model = databankModel(['benzene', 'toluene'], 'ideal');
    const own = curveOf(model, 1.2e5);
    const split = designOf({ feeds: [{ flow: 1, z: 0.45, q: 1 }], draws: [], bottom: 'reboiler', xD: 0.97, xB: 0.02 }, 2, {
      feedEnthalpies: [feedQuality(own, 0.45, { by: 'q', q: 1 }).enthalpy],
      pressure: { top: 1e5, bottom: 1.4e5 },
    });
    const { stages } = solvedValue(designColumn(own, split).outcome);
    const point = makeCurvePoint();
    stages.forEach(({ x, y, T }, j) => {
      const P = 1e5 + (0.4e5 * j) / (stages.length - 1);
      curveOf(model, P).at(x, point);
      expect(point.y).toBeCloseTo(y, 9);
      expect(point.T).toBeCloseTo(T, 6);
    });
    const rated = solvedValue(
      rateColumn(own, {
        ...rating({ stages: stages.length, known: { reflux: 2, 'distillate-purity': 0.97 } }),
        feeds: [{ flow: 1, z: 0.45, q: 1, stage: solvedValue(designColumn(own, split).outcome).feedStages[0] }],
        pressureOn: (stage) => 1e5 + (0.4e5 * (stage - 1)) / (stages.length - 1),
      }),
    );
    expect(rated.xB).toBeLessThan(0.02);
    expect(rated.xB).toBeGreaterThan(0.01);
  });
});

/** The same equilibrium with heats that make constant molar overflow exact: every liquid 0, every vapour 30 kJ/mol. */
function withConstantHeats(model: ThermoModel): ThermoModel {
  const evaluate: ThermoModel['evaluate'] = (phase, x, out, extent) => {
    model.evaluate(phase, x, out, extent);
    out.enthalpy = phase === 'vapour' ? 30000 : 0;
  };
  return Object.assign(Object.create(model) as ThermoModel, { evaluate });
}

describe('the energy-balanced construction', () => {
  const split = (feeds: DesignInput['feeds'], more: Partial<DesignInput> = {}): DesignInput =>
    designOf({ feeds, draws: [], bottom: 'reboiler', xD: 0.95, xB: 0.03 }, 0, {
      reflux: { kind: 'multiple', value: 1.4 },
      ...more,
    });
  const both = (own: BinaryCurve, asked: DesignInput) => {
    const input = { ...asked, feedEnthalpies: asked.feeds.map(({ z, q }) => feedQuality(own, z, { by: 'q', q }).enthalpy) };
    const { outcome, basis } = designColumn(own, input);
    const energy = basis === null ? undefined : balanceEnergy(own, input, basis);
    if (energy === undefined) throw new Error('no energy balance');
    return { straight: solvedValue(outcome), energy: solvedValue(energy) };
  };
  test.each([
    ['one feed', split([{ flow: 1, z: 0.45, q: 0.7 }])],
    [
      'two feeds',
      split([
        { flow: 0.4, z: 0.6, q: 1 },
        { flow: 0.6, z: 0.3, q: 0.5 },
      ]),
    ],
    [
      'a liquid draw',
      split([{ flow: 1, z: 0.45, q: 1 }], { draws: [{ flow: 0.1, phase: 'liquid', x: 0.7 }], drawStages: ['best'] }),
    ],
    ['a partial condenser', split([{ flow: 1, z: 0.45, q: 1 }], { condenser: 'partial' })],
    ['short trays', split([{ flow: 1, z: 0.45, q: 1 }], { efficiency: 0.7 })],
  ])('with heats of vaporisation all alike is constant molar overflow: %s', (_, asked) => {
    const { straight, energy } = both(curveOf(withConstantHeats(constantVolatility(2.5))), asked);
    expect(energy.needed).toBeCloseTo(straight.needed, 6);
    expect(energy.feedStages).toEqual(straight.feedStages);
    expect(energy.minimumReflux).toBeCloseTo(straight.minimumReflux.ratio, 4);
    expect(energy.vapour[0]).toBeCloseTo(straight.lines.sections[0].vapour, 8);
  });
  test('with real heats closes the energy balance of the column at its bottom', () => {
    const own = curveOf(databankModel(['methanol', 'water'], 'nrtl'));
    const { straight, energy } = both(own, split([{ flow: 1, z: 0.36, q: 1 }]));
    // Methanol boils with less heat than water: the vapour swells on its way up, so there is less of it below.
    const last = energy.vapour.length - 1;
    expect(energy.vapour[last]).toBeLessThan(energy.vapour[0]);
    expect(energy.needed).not.toBeCloseTo(straight.needed, 2);
    // V H − L h is the same between any two stages of a section; below the feed it is what the reboiler gives less what the bottoms take.
    const heats = energy.vapour.map((vapour, j) => {
      const [above, below] = [energy.stages[j], energy.stages[j + 1]];
      return (
        vapour * molarEnthalpy(own, 'vapour', below.T, below.y) - energy.liquid[j] * molarEnthalpy(own, 'liquid', above.T, above.x)
      );
    });
    const [feed] = energy.feedStages;
    const bottoms = straight.lines.bottoms * molarEnthalpy(own, 'liquid', straight.bottomsTemperature, 0.03);
    heats.slice(0, feed - 1).forEach((heat) => expect(heat / heats[0]).toBeCloseTo(1, 9));
    heats.slice(feed - 1).forEach((heat) => expect(heat / ((straight.reboilerDuty ?? 0) - bottoms)).toBeCloseTo(1, 9));
  });
  test('below its own minimum it says so', () => {
    const own = curveOf(databankModel(['methanol', 'water'], 'nrtl'));
    const { energy } = both(own, split([{ flow: 1, z: 0.36, q: 1 }]));
    const input = split([{ flow: 1, z: 0.36, q: 1 }], {
      feedEnthalpies: [feedQuality(own, 0.36, { by: 'q', q: 1 }).enthalpy],
      reflux: { kind: 'ratio', value: 0.98 * energy.minimumReflux },
    });
    const { basis } = designColumn(own, input);
    const short = basis === null ? undefined : balanceEnergy(own, input, basis);
    if (short === undefined) throw new Error('no energy balance');
    expect(reasonOf(short).code).toBe('below-minimum-reflux');
    const enough = { ...input, reflux: { kind: 'ratio' as const, value: 1.02 * energy.minimumReflux } };
    const { basis: other } = designColumn(own, enough);
    expect(other === null ? undefined : balanceEnergy(own, enough, other)?.state).toBe('solved');
  });
});

describe('wishes of several streams that cannot be met', () => {
  const asked = designAgain(rating(twoFeeds), rate(twoFeeds));
  test('a draw richer than the distillate', () => {
    const input = { ...asked, draws: [{ flow: 0.1, phase: 'liquid' as const, x: 0.99 }], drawStages: ['best' as const] };
    expect(reasonOf(designColumn(curve, input).outcome).code).toBe('draw-outside-products');
  });
  test('a draw of more liquid than there is', () => {
    const { xD, xB } = rate({});
    const input: DesignInput = {
      ...designAgain(rating({}), rate({})),
      feedStages: ['best'],
      draws: [{ flow: 0.3, phase: 'liquid', x: 0.8 }],
      drawStages: ['best'],
      xD,
      xB,
      reflux: { kind: 'ratio', value: 0.2 },
    };
    expect(reasonOf(designColumn(curve, input).outcome).code).toBe('no-boil-up');
  });
  test('feeds on stages where the steps do not arrive', () => {
    const input = { ...asked, feedStages: [1, 1] };
    expect(reasonOf(designColumn(curve, input).outcome).code).toBe('feed-stages-impossible');
  });
});
