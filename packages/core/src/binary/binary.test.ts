import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { orientedPair } from '../databank/index.ts';
import { stateFrom } from '../equilibrium/index.ts';
import { buildModel } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import {
  benzeneToluene,
  constantVolatility,
  databankRecord,
  designOf,
  expectSlope,
  GEANKOPLIS_TABLE,
  nrtlMixture,
  nrtlPairs,
  published,
  raoult,
  reasonOf,
  solvedValue,
  tabulatedCurve,
} from '../testing/index.ts';
import {
  binaryCurve,
  designColumn,
  entriesOf,
  feedQuality,
  makeCurvePoint,
  minimumReflux,
  minimumStages,
  oneFeed,
  onLine,
  operatingLines,
} from './index.ts';
import type { BinaryCurve, DesignInput, FeedQuality, OperatingLines, Split } from './index.ts';

const ATMOSPHERE = 101325;

const curveOf = (model: ThermoModel, P = ATMOSPHERE): BinaryCurve => solvedValue(binaryCurve(model, P));
const volatility = (alpha: number): BinaryCurve => curveOf(constantVolatility(alpha));

function nrtlCurve(first: string, second: string): BinaryCurve {
  const components = [databankRecord(first), databankRecord(second)];
  const pair = orientedPair(nrtlPairs, components[0].id, components[1].id);
  return curveOf(solvedValue(buildModel(nrtlMixture(components, pair ? [pair] : []))));
}

const inputs = (split: Split, R: number, more: Partial<DesignInput> = {}): DesignInput => designOf(oneFeed(split), R, more);

const design = (curve: BinaryCurve, input: DesignInput) => solvedValue(designColumn(curve, input).outcome);

const minimumOf = (curve: BinaryCurve, split: Split) => minimumReflux(curve, oneFeed(split), entriesOf(curve, oneFeed(split)));

/** The two lines around the only feed. */
const ends = (lines: OperatingLines) => ({
  above: lines.sections[0].line,
  below: lines.sections[1].line,
  crossing: lines.crossings[0],
});
const linesOf = (curve: BinaryCurve, split: Split, R: number) =>
  ends(operatingLines(oneFeed(split), entriesOf(curve, oneFeed(split)), R));

const distillatePerFeed = ({ z, xD, xB }: Split): number => (z - xB) / (xD - xB);

describe('equilibrium curve', () => {
  test('is y = αx/(1 + (α − 1)x) when the relative volatility is constant', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.05, max: 12, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (alpha, x) => {
        const point = makeCurvePoint();
        const curve = volatility(alpha);
        curve.at(x, point);
        expect(point.y).toBeCloseTo((alpha * x) / (1 + (alpha - 1) * x), 11);
        expect(point.slope).toBeCloseTo(alpha / (1 + (alpha - 1) * x) ** 2, 8);
      }),
      { numRuns: 30 },
    );
  });
  test('its slope agrees with central differences on an NRTL curve, its inverse comes back', () => {
    const curve = nrtlCurve('acetone', 'water');
    const point = makeCurvePoint();
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 1 - 1e-4, noNaN: true }), (x) => {
        curve.at(x, point);
        const { y, slope } = point;
        const yAt = (at: number): number => {
          curve.at(at, point);
          return point.y;
        };
        expectSlope(yAt, x, 1e-6, slope, 1e-4, 1e-3);
        curve.atVapour(y, point);
        expect(point.x).toBeCloseTo(x, 9);
      }),
    );
  });
  test('an azeotrope is found where the literature has it', () => {
    // Pairs whose parameters were fitted to whole data sets, not to the azeotrope itself; held to what such a fit can be trusted for.
    const source =
      'Horsley, Azeotropic Data III (ACS, 1973), as reprinted in the CRC Handbook (parameters of Smith, Van Ness & Abbott, Table 12.5)';
    for (const [first, second, x, celsius] of [
      ['1-propanol', 'water', 0.432, 87.7],
      ['acetone', 'methanol', 0.802, 55.7],
    ] as const) {
      const found = nrtlCurve(first, second).azeotropes;
      expect(found).toHaveLength(1);
      published(source, `${first}–${second} azeotrope at 1 atm, mole fraction of ${first}`, found[0].x, x, 0.05);
      published(source, `${first}–${second} azeotrope at 1 atm, °C`, found[0].T - 273.15, celsius, 0.5);
    }
    expect(nrtlCurve('acetone', 'water').azeotropes).toEqual([]);
    // This pair's parameters were solved from its azeotrope: that it comes back checks the solution, nothing more.
    const [back] = nrtlCurve('ethanol', 'water').azeotropes;
    expect(back.x).toBeCloseTo(0.895, 2);
    expect(back.T - 273.15).toBeCloseTo(78.17, 0);
  });
  test('a liquid that splits is refused with the range of its instability', () => {
    const components = [databankRecord('1-butanol'), databankRecord('water')];
    const pair = {
      components: ['71-36-3', '7732-18-5'] as [string, string],
      a: [0, 0] as [number, number],
      b: [200, 1300] as [number, number],
      alpha: 0.4,
      source: 'test',
      confidence: 'test',
    };
    const model = solvedValue(buildModel(nrtlMixture(components, [pair])));
    const reason = reasonOf(binaryCurve(model, ATMOSPHERE));
    expect(reason.code).toBe('two-liquids');
    if (reason.code === 'two-liquids') expect(reason.from).toBeLessThan(reason.to);
  });
  test.each(['peng-robinson', 'srk'] as const)('by %s lies near Raoult’s for benzene and toluene at 1 atm', (model) => {
    const mixture = { ...nrtlMixture([databankRecord('benzene'), databankRecord('toluene')], []), model };
    const curve = curveOf(solvedValue(buildModel(mixture)));
    const ideal = curveOf(raoult(databankRecord('benzene'), databankRecord('toluene')));
    const [ours, theirs] = [makeCurvePoint(), makeCurvePoint()];
    for (let x = 0.05; x < 1; x += 0.05) {
      curve.at(x, ours);
      ideal.at(x, theirs);
      expect(Math.abs(ours.y - theirs.y)).toBeLessThan(0.01);
      expect(Math.abs(ours.T - theirs.T)).toBeLessThan(1.5);
      const slopeAt = ours.slope;
      expectSlope((at) => (curve.at(at, ours), ours.y), x, 1e-5, slopeAt, 1e-4);
    }
    // Higher pressure brings the phases together.
    const high = curveOf(solvedValue(buildModel(mixture)), 20e5);
    high.at(0.5, ours);
    curve.at(0.5, theirs);
    expect(ours.y).toBeLessThan(theirs.y);
    expect(ours.T).toBeGreaterThan(theirs.T + 100);
  });
  test('is for two components', () => {
    expect(() => binaryCurve(raoult(databankRecord('benzene')), ATMOSPHERE)).toThrow(RangeError);
  });
});

/** Acetone and water at 1 atm as Coulson & Richardson tabulate them, x and y; their temperatures are not needed. */
const COULSON_TABLE = [
  [0, 0],
  [0.05, 0.6381],
  [0.1, 0.7301],
  [0.15, 0.7716],
  [0.2, 0.7916],
  [0.25, 0.8034],
  [0.3, 0.8124],
  [0.35, 0.8201],
  [0.4, 0.8269],
  [0.45, 0.8376],
  [0.5, 0.8387],
  [0.55, 0.8455],
  [0.6, 0.8532],
  [0.65, 0.8615],
  [0.7, 0.8712],
  [0.75, 0.8817],
  [0.8, 0.895],
  [0.85, 0.9118],
  [0.9, 0.9335],
  [0.95, 0.9627],
  [1, 1],
].map(([x, y]) => [373.15 - 17 * x, x, y] as const);

/** Random split with a random volatility; feed strictly between the products. */
const splits = fc
  .record({
    alpha: fc.double({ min: 1.3, max: 8, noNaN: true }),
    xB: fc.double({ min: 0.005, max: 0.3, noNaN: true }),
    xD: fc.double({ min: 0.7, max: 0.995, noNaN: true }),
    share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
    q: fc.double({ min: -0.4, max: 1.6, noNaN: true }),
  })
  .map(({ alpha, xB, xD, share, q }) => ({ alpha, split: { z: xB + share * (xD - xB), xD, xB, q } }));

/** Rmin in closed form: t = y − x where the q-line meets y = αx/(1 + (α − 1)x) solves a quadratic. */
function closedMinimumReflux(alpha: number, { z, xD, q }: Split): number {
  const e = alpha - 1;
  const a = q * e * (q - 1);
  const b = q * (1 + e * z) + e * z * (q - 1) - alpha * (q - 1);
  const c = z * (1 + e * z) - alpha * z;
  const t = (-2 * c) / (b + Math.sqrt(b * b - 4 * a * c)); // the root that stays whole as a → 0
  return (xD - z) / t - q;
}

describe('minimum reflux and minimum stages', () => {
  test('agree with the closed forms for random volatilities, splits and feeds', () => {
    fc.assert(
      fc.property(splits, ({ alpha, split }) => {
        const minimum = minimumOf(volatility(alpha), split);
        const dry = (1 - split.q) / distillatePerFeed(split) - 1;
        expect(minimum.atFeed).toBeCloseTo(closedMinimumReflux(alpha, split), 8);
        expect(minimum.ratio).toBeCloseTo(Math.max(minimum.atFeed, dry), 10);
        expect(minimum.kind).toBe(dry > minimum.atFeed ? 'boil-up' : 'feed');
      }),
      { numRuns: 60 },
    );
  });
  test('N whole stages of Fenske are N stages at total reflux', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.2, max: 6, noNaN: true }),
        fc.integer({ min: 1, max: 15 }),
        fc.double({ min: 0.6, max: 0.99, noNaN: true }),
        (alpha, N, xD) => {
          const odds = xD / (1 - xD) / alpha ** N;
          const xB = odds / (1 + odds);
          expect(minimumStages(volatility(alpha), xD, xB, 500)).toBeCloseTo(N, 6);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('the anchors: α = 2.5, z = 0.5, 0.95 to 0.05, for four feeds', () => {
    const curve = volatility(2.5);
    for (const [q, R] of [
      [1, 1.1],
      [0, 2.1],
      [0.5, 1.4986833],
      [1.2, 0.988815174],
    ]) {
      expect(minimumOf(curve, { z: 0.5, xD: 0.95, xB: 0.05, q }).ratio).toBeCloseTo(R, 7);
    }
    expect(Math.ceil(minimumStages(curve, 0.95, 0.05, 100))).toBe(Math.ceil(6.42686623));
  });
  test('Coulson & Richardson’s example at α = 2.4', () => {
    const source =
      'Coulson & Richardson, Chemical Engineering vol. 2, 5th ed. (2002), Example 11.8 and the minimum-reflux example after it';
    const curve = volatility(2.4);
    published(
      source,
      'minimum reflux, z = 0.40, xD = 0.90, α = 2.4',
      minimumOf(curve, { z: 0.4, xD: 0.9, xB: 0.1, q: 1 }).ratio,
      1.32,
      0.005,
    );
    published(source, 'stages at total reflux, α = 2.4', minimumStages(curve, 0.9, 0.1, 100), 5, 0.05);
  });
  test('McCabe, Smith & Harriott’s benzene and toluene, three feeds', () => {
    const source =
      'McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed. (1993), Examples 18.2 and 18.3 (read from a drawing)';
    const curve = curveOf(benzeneToluene());
    for (const [q, y, R] of [
      [1, 0.658, 1.45],
      [1.37, 0.73, 1.17],
      [1 / 3, 0.513, 2.16],
    ]) {
      const minimum = minimumOf(curve, { z: 0.44, xD: 0.974, xB: 0.0235, q });
      published(source, `pinch y′, q = ${q.toFixed(2)}`, minimum.pinch.y, y, 0.004);
      published(source, `minimum reflux ratio, q = ${q.toFixed(2)}`, minimum.ratio, R, 0.025 * R);
    }
  });
  test('Geankoplis’s benzene and toluene, subcooled feed', () => {
    const source =
      'Geankoplis, Transport Processes and Unit Operations, 3rd ed. (1993), Examples 11.4-1 and 11.4-2 (graphical, with its table)';
    const curve = tabulatedCurve(GEANKOPLIS_TABLE);
    const split = { z: 0.45, xD: 0.95, xB: 0.1, q: 1.195 };
    const minimum = minimumOf(curve, split);
    published(source, 'pinch x′', minimum.pinch.x, 0.49, 0.004);
    published(source, 'pinch y′', minimum.pinch.y, 0.702, 0.006);
    published(source, 'minimum reflux ratio', minimum.ratio, 1.17, 0.04 * 1.17);
    published(source, 'steps at total reflux', minimumStages(curve, 0.95, 0.1, 100), 5.8, 0.15);
    published(source, 'distillate from 100 kmol/h, kmol/h', 100 * distillatePerFeed(split), 41.2, 0.05);
    const column = design(curve, inputs(split, 4));
    published(source, 'theoretical steps at R = 4', column.needed, 7.6, 0.25);
    published(source, 'feed tray from the top', column.feedStages[0], 5, 0.5);
  });
  test('an acetone–water column pinches on the curve, far above its feed', () => {
    const source =
      'Coulson & Richardson, Chemical Engineering vol. 6, 3rd ed. (1999), Example 11.2 (its table; tangent read from a drawing)';
    const split = { z: 0.0333, xD: 0.938, xB: 1e-3, q: 1.12 };
    const drawn = minimumOf(tabulatedCurve(COULSON_TABLE), split);
    expect(drawn.kind).toBe('tangent-above');
    published(source, 'minimum reflux ratio by the tangent, acetone–water', drawn.ratio, 0.45, 0.04, 'reading');
    const curve = nrtlCurve('acetone', 'water');
    const minimum = minimumOf(curve, split);
    expect(minimum.kind).toBe('tangent-above');
    const R = minimum.ratio;
    const point = makeCurvePoint();
    const clearance = (reflux: number): number => {
      const line = linesOf(curve, split, reflux).above;
      let least = Infinity;
      for (let x = 0.3; x < 0.93; x += 0.001) {
        curve.at(x, point);
        least = Math.min(least, point.y - onLine(line, x));
      }
      return least;
    };
    expect(clearance(R * 1.001)).toBeGreaterThan(0);
    expect(clearance(R * 0.999)).toBeLessThan(0);
    expect(Math.abs(clearance(R))).toBeLessThan(1e-5);
  });
  test('the tangent can lie below the feed too: a curve that hugs the diagonal at its dilute end', () => {
    const components = [databankRecord('acetone'), databankRecord('2-butanone')];
    const ids: [string, string] = [components[0].id, components[1].id];
    const attraction = {
      components: ids,
      a: [0, 0] as [number, number],
      b: [-120, -120] as [number, number],
      alpha: 0.3,
      source: 'test',
      confidence: 'test',
    };
    const curve = curveOf(solvedValue(buildModel(nrtlMixture(components, [attraction]))));
    const split = { z: 0.6, xD: 0.98, xB: 0.01, q: 1 };
    const minimum = minimumOf(curve, split);
    expect(minimum.kind).toBe('tangent-below');
    expect(minimum.ratio).toBeGreaterThan(minimum.atFeed);
    const point = makeCurvePoint();
    const { below } = linesOf(curve, split, minimum.ratio);
    for (let x = 0.012; x < 0.6; x += 0.002) {
      curve.at(x, point);
      expect(point.y - onLine(below, x)).toBeGreaterThan(-1e-9);
    }
    curve.at(minimum.pinch.x, point);
    expect(point.y).toBeCloseTo(onLine(below, minimum.pinch.x), 10);
  });
});

/**
 * Steps from the bottoms up until the vapour is at or above xD, with the feed at its best place. The whole number of stages agrees with that stepped
 * down within one: the fractional stage lies at the other end.
 */
function countUpwards(curve: BinaryCurve, split: Split, lines: OperatingLines, limit: number): number | undefined {
  const point = makeCurvePoint();
  const { above, below, crossing } = ends(lines);
  let x = split.xB;
  for (let n = 1; n <= limit; n++) {
    curve.at(x, point);
    if (point.y >= split.xD) return n;
    const line = point.y >= crossing.y ? above : below;
    x = (point.y - line.intercept) / line.slope;
  }
  return undefined;
}

describe('stages', () => {
  test('the anchor: α = 2.5, R = 1.65, stepped with its last step linear in x', () => {
    const column = design(volatility(2.5), inputs({ z: 0.5, xD: 0.95, xB: 0.05, q: 1 }, 1.65));
    expect(column.needed).toBeCloseTo(11.6748, 4);
    expect(column.whole).toBe(12);
  });
  test('the mirror case has its feed in the middle', () => {
    const column = design(volatility(4), inputs({ z: 0.5, xD: 0.95, xB: 0.05, q: 0.5 }, 1.2));
    expect(column.minimumReflux.ratio).toBeCloseTo(0.85, 9);
    expect(column.lines.crossings[0].x + column.lines.crossings[0].y).toBeCloseTo(1, 12);
    expect(Math.abs(column.feedStages[0] - column.whole / 2)).toBeLessThanOrEqual(0.5);
  });
  test('Smoker’s ethylbenzene and styrene at α = 1.35', () => {
    const source =
      'Coulson & Richardson, Chemical Engineering vol. 6, 3rd ed. (1999), Example 11.6 (Smoker’s equation; 8.87 + 24.6 stages)';
    const column = design(volatility(1.35), inputs({ z: 0.5, xD: 0.869, xB: 0.005, q: 1 }, 8));
    published(source, 'stages in all at R = 8', column.needed, 33.47, 0.95);
  });
  test('Coulson & Richardson’s benzene and toluene, plate by plate', () => {
    const source = 'Coulson & Richardson, Chemical Engineering vol. 2, 5th ed. (2002), Example 11.7';
    const column = design(curveOf(benzeneToluene()), inputs({ z: 0.4, xD: 0.9, xB: 0.1, q: 1 }, 3));
    published(source, 'distillate per 100 feed', 100 * column.lines.distillate, 37.5, 0.05);
    published(source, 'slope of the upper line', ends(column.lines).above.slope, 0.75, 0.001);
    published(source, 'slope of the lower line', ends(column.lines).below.slope, 1.415, 0.003);
    published(source, 'intercept of the lower line', ends(column.lines).below.intercept, -0.042, 0.0005);
    published(source, 'x on the top plate (drawn curve)', column.stages[0].x, 0.79, 0.012, 'reading');
    published(source, 'y of the second plate (drawn curve)', column.stages[1].y, 0.818, 0.012, 'reading');
    published(source, 'theoretical plates with the still', column.needed, 7, 0.4);
  });
  test('McCabe, Smith & Harriott’s whole stages at R = 3.5', () => {
    const source =
      'McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed. (1993), Example 18.2 (whole steps of a drawing)';
    const curve = curveOf(benzeneToluene());
    for (const [q, stages] of [
      [1, 12],
      [1.37, 11],
      [1 / 3, 13],
    ]) {
      const column = design(curve, inputs({ z: 0.44, xD: 0.974, xB: 0.0235, q }, 3.5));
      published(source, `ideal stages with the reboiler, R = 3.5, q = ${q.toFixed(2)}`, column.whole, stages, 1);
    }
  });
  test('close every balance, stage by stage, for random columns', () => {
    fc.assert(
      fc.property(splits, fc.double({ min: 1.05, max: 4, noNaN: true }), ({ alpha, split }, multiple) => {
        const curve = volatility(alpha);
        const R = Math.max(minimumOf(curve, split).ratio * multiple, 0.05);
        fc.pre(R > minimumOf(curve, split).ratio * 1.02);
        const { outcome } = designColumn(curve, inputs(split, R));
        const column = solvedValue(outcome);
        const { lines, stages } = column;
        expect(lines.distillate * split.xD + lines.bottoms * split.xB).toBeCloseTo(split.z, 12);
        const [upper, lower] = lines.sections;
        expect(upper.vapour - lower.vapour).toBeCloseTo(1 - split.q, 12);
        expect(lower.liquid - lower.vapour).toBeCloseTo(lines.bottoms, 12);
        for (let n = 1; n < stages.length; n++) {
          const fed = n >= column.feedStages[0];
          const above = fed
            ? lower.liquid * stages[n - 1].x - lines.bottoms * split.xB
            : upper.liquid * stages[n - 1].x + lines.distillate * split.xD;
          expect(above / (fed ? lower.vapour : upper.vapour)).toBeCloseTo(stages[n].y, 10);
          expect(stages[n].T).toBeGreaterThan(stages[n - 1].T);
        }
        expect(stages[stages.length - 1].x).toBeLessThanOrEqual(split.xB);
        expect(column.needed).toBeGreaterThan(column.whole - 1);
        expect(column.needed).toBeLessThanOrEqual(column.whole);
        const up = countUpwards(curve, split, lines, 500);
        expect(Math.abs((up ?? Infinity) - column.whole)).toBeLessThanOrEqual(1);
        expect(column.needed).toBeGreaterThanOrEqual(column.minimumStages - 1e-9);
      }),
      { numRuns: 100 },
    );
  });
  test('no feed stage needs fewer stages than the best', () => {
    const curve = nrtlCurve('methanol', 'water');
    const split = { z: 0.4, xD: 0.95, xB: 0.02, q: 1 };
    const best = design(curve, inputs(split, 1.2));
    for (let feedStage = 1; feedStage < best.whole + 3; feedStage++) {
      const { outcome } = designColumn(curve, inputs(split, 1.2, { feedStages: [feedStage] }));
      if (outcome.state === 'solved') {
        expect(outcome.value.needed).toBeGreaterThanOrEqual(best.needed - 1e-9);
        expect(outcome.value.bestFeedStages[0]).toBe(best.feedStages[0]);
        expect(outcome.value.feedStages[0]).toBe(feedStage);
      } else {
        const reason = reasonOf(outcome);
        if (reason.code !== 'feed-stage-out-of-range') throw new Error(reason.code);
        expect(feedStage < reason.first || feedStage > reason.last).toBe(true);
      }
    }
  });
  test('a partial condenser is one of the stages: the same steps with the same ends', () => {
    const split = { z: 0.5, xD: 0.95, xB: 0.05, q: 1 };
    const total = design(volatility(2.5), inputs(split, 2));
    const partial = design(volatility(2.5), inputs(split, 2, { condenser: 'partial' }));
    expect(partial.needed).toBe(total.needed);
    expect(Math.abs(partial.condenserDuty)).toBeLessThan(Math.abs(total.condenserDuty));
  });
  test('duties close the balance around the column with the enthalpies of its ends', () => {
    const curve = nrtlCurve('acetone', 'water');
    const split = { z: 0.35, xD: 0.95, xB: 0.02, q: 1 };
    const feed = feedQuality(curve, 0.35, { by: 'q', q: 1 });
    const column = design(curve, inputs(split, 1, { feedEnthalpies: [feed.enthalpy] }));
    // By constant molar overflow the duties are V λ: within the 15 % by which the molar heats of acetone and water differ.
    expect(-column.condenserDuty / (column.lines.sections[0].vapour * 30000)).toBeCloseTo(1, 0.8);
    expect(column.reboilerDuty).toBeGreaterThan(0);
  });
});

describe('feed quality', () => {
  const curve = curveOf(raoult(databankRecord('benzene'), databankRecord('toluene')));
  /** The quality of a feed of T (K) with the mole fraction z of benzene, its enthalpy from a flash. */
  function at(T: number, z: number): FeedQuality {
    const state = stateFrom(curve.model, Float64Array.of(z, 1 - z), { by: 'pressure', P: curve.P }, { by: 'temperature', T });
    return feedQuality(curve, z, { by: 'enthalpy', h: solvedValue(state).enthalpy });
  }
  test('McCabe, Smith & Harriott’s cold feed, with the databank’s enthalpies', () => {
    const source =
      'McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed. (1993), Example 18.2 (rounded heat data)';
    published(source, 'q of benzene–toluene at 20 °C, z = 0.44', at(293.15, 0.44).q, 1.37, 0.03);
  });
  test('Geankoplis’s subcooled feed, with the databank’s enthalpies', () => {
    const source = 'Geankoplis, Transport Processes and Unit Operations, 3rd ed. (1993), Example 11.4-1 (rounded heat data)';
    const feed = at(327.6, 0.45);
    published(source, 'q of benzene–toluene at 327.6 K, z = 0.45', feed.q, 1.195, 0.015);
    published(source, 'bubble point at z = 0.45, K', feed.bubblePoint, 366.7, 0.5);
    expect(feed.state).toBe('subcooled liquid');
  });
  test('falls steadily with temperature, through 1 at the bubble and 0 at the dew point', () => {
    const { bubblePoint, dewPoint } = feedQuality(curve, 0.45, { by: 'q', q: 1 });
    expect(at(bubblePoint, 0.45).q).toBeCloseTo(1, 9);
    expect(at(dewPoint, 0.45).q).toBeCloseTo(0, 9);
    const between = at((bubblePoint + dewPoint) / 2, 0.45);
    expect(between.state).toBe('liquid and vapour');
    expect(at(dewPoint + 20, 0.45).state).toBe('superheated vapour');
    let before = Infinity;
    for (let T = bubblePoint - 30; T < dewPoint + 30; T += 1) {
      const { q } = at(T, 0.45);
      expect(q).toBeLessThan(before);
      before = q;
    }
  });
  test('given as q it gives back its enthalpy: half vapour lies half-way', () => {
    const enthalpy = (q: number): number => feedQuality(curve, 0.45, { by: 'q', q }).enthalpy;
    expect(enthalpy(0.5)).toBeCloseTo((enthalpy(0) + enthalpy(1)) / 2, 6);
  });
});

describe('wishes that cannot be met are explained', () => {
  const curve = volatility(2.5);
  const split = { z: 0.5, xD: 0.95, xB: 0.05, q: 1 };
  const reason = (input: DesignInput, c = curve) => reasonOf(designColumn(c, input).outcome);
  test.each([
    ['xB > zF', { xB: 0.6 }],
    ['xD < zF', { xD: 0.4 }],
    ['xD = 1', { xD: 1 }],
    ['xB = 0', { xB: 0 }],
    ['not a number', { z: NaN }],
  ])('%s', (_, change) => {
    expect(reason(inputs({ ...split, ...change }, 2)).code).toBe('feed-outside-products');
  });
  test('no reflux, negative reflux', () => {
    expect(reason(inputs(split, 0))).toMatchObject({ code: 'reflux-not-positive', reflux: 0 });
    expect(reason(inputs(split, -1)).code).toBe('reflux-not-positive');
    expect(reason(inputs(split, NaN)).code).toBe('reflux-not-positive');
  });
  test('short reflux tells by how much and where the lines meet the curve, and still draws', () => {
    const { outcome, basis } = designColumn(curve, inputs(split, 0.9));
    const short = reasonOf(outcome);
    if (short.code !== 'below-minimum-reflux') throw new Error(short.code);
    expect(short.minimum).toBeCloseTo(1.1, 9);
    const point = makeCurvePoint();
    if (basis === null) throw new Error('nothing to draw');
    const lines = ends(basis.lines);
    for (const [x, line] of [
      [short.from, lines.below],
      [short.to, lines.above],
    ] as const) {
      curve.at(x, point);
      expect(point.y).toBeCloseTo(onLine(line, x), 9);
    }
    expect(short.from).toBeLessThan(0.5);
    expect(short.to).toBeGreaterThan(0.5);
  });
  test('short of a tangent, the lines are on the wrong side around it and nowhere else', () => {
    const bent = nrtlCurve('acetone', 'water');
    const { outcome, basis } = designColumn(bent, inputs({ z: 0.35, xD: 0.95, xB: 0.02, q: 1 }, 0.4));
    const short = reasonOf(outcome);
    if (short.code !== 'below-minimum-reflux' || basis === null) throw new Error(short.code);
    const point = makeCurvePoint();
    for (let x = 0.36; x < 0.94; x += 0.01) {
      bent.at(x, point);
      expect(point.y < onLine(ends(basis.lines).above, x)).toBe(x > short.from && x < short.to);
    }
  });
  test('a purity beyond the azeotrope', () => {
    const azeotropic = nrtlCurve('ethanol', 'water');
    const found = reason(inputs({ z: 0.3, xD: 0.95, xB: 0.01, q: 1 }, 3), azeotropic);
    expect(found.code).toBe('azeotrope-in-range');
  });
  test('components the wrong way round, and the far side of an azeotrope', () => {
    const backwards = curveOf(raoult(databankRecord('toluene'), databankRecord('benzene')));
    expect(reason(inputs(split, 2), backwards)).toEqual({ code: 'not-more-volatile', name: 'toluene', other: 'benzene' });
    expect(reason(inputs({ z: 0.95, xD: 0.99, xB: 0.92, q: 1 }, 2), nrtlCurve('ethanol', 'water')).code).toBe('not-more-volatile');
  });
  test('a superheated feed that leaves nothing to boil', () => {
    expect(reason(inputs({ ...split, q: -0.9 }, 0.2)).code).toBe('no-boil-up');
  });
  test('a feed stage that cannot take the feed names those that can', () => {
    const found = reason(inputs(split, 1.65, { feedStages: [1] }));
    if (found.code !== 'feed-stage-out-of-range') throw new Error(found.code);
    expect(found.first).toBeGreaterThan(1);
    expect(solvedValue(designColumn(curve, inputs(split, 1.65, { feedStages: [found.first] })).outcome).feedStages[0]).toBe(
      found.first,
    );
    expect(reason(inputs(split, 1.65, { feedStages: [60] })).code).toBe('feed-stage-out-of-range');
  });
  test('a hair above the minimum is too many stages, not an endless loop', () => {
    expect(reason(inputs(split, 1.1 * (1 + 1e-12))).code).toBe('too-many-stages');
  });
  test('any numbers at all give an answer or a reason, never NaN and never an exception', () => {
    const any = fc.oneof(fc.double({ min: -0.5, max: 1.5 }), fc.double());
    const wild = nrtlCurve('ethanol', 'water');
    fc.assert(
      fc.property(
        any,
        any,
        any,
        fc.double({ min: -5, max: 5 }),
        fc.double({ min: -2, max: 20 }),
        fc.option(fc.integer({ min: 1, max: 40 })),
        (z, xD, xB, q, R, stage) => {
          fc.pre(Number.isFinite(q));
          const { outcome } = designColumn(wild, inputs({ z, xD, xB, q }, R, { feedStages: [stage ?? 'best'] }));
          if (outcome.state !== 'solved') return reasonOf(outcome).code.length > 0;
          const numbers = [
            outcome.value.needed,
            outcome.value.minimumReflux.ratio,
            outcome.value.condenserDuty,
            outcome.value.boilUpRatio,
          ];
          return numbers.every(Number.isFinite);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('warns of a feed that needs no rectifying stages, and of a pinch on the curve', () => {
    const outcome = designColumn(curve, inputs({ z: 0.9, xD: 0.95, xB: 0.05, q: 1 }, 3, { condenser: 'partial' })).outcome;
    if (outcome.state !== 'solved') throw new Error(outcome.state);
    expect(outcome.warnings).toContainEqual({ code: 'feed-on-condenser' });
    const tangent = designColumn(nrtlCurve('acetone', 'water'), inputs({ z: 0.35, xD: 0.95, xB: 0.02, q: 1 }, 1)).outcome;
    if (tangent.state !== 'solved') throw new Error(tangent.state);
    expect(tangent.warnings[0].code).toBe('tangent-pinch');
  });
});
