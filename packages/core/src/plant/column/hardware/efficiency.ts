/** Tray efficiency of a section: overall, and Murphree's of each rung, by which the ladder takes it. */
import type { ColumnUnit } from '@keen-ladder/schema';
import { colburnEfficiency } from '../../../hardware/index.ts';
import type { EfficiencyMethod, Moving } from '../../../hardware/index.ts';
import { oConnell } from '../../../shortcut/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';
import type { SectionFacts } from './facts.ts';
import type { LoadedSection, RungRating } from './section.ts';

/** Trays of washers and strippers: 10 to 20 %, practice (Walas). */
const WASHING = 0.15;

/** Of distillation where nothing tells it: practice (Walas has 60 to 90 %). */
const USUAL = 0.6;

/** What a section's trays have. */
export type Efficiency = NonNullable<SectionFacts['efficiency']>;

/** As given; the rungs themselves where the ladder has an efficiency; else by the method, or practice. @param rated the rungs, asked for where a method needs them */
export function efficiencyOf(
  { inputs, section, loads }: LoadedSection,
  rated: () => readonly RungRating[],
  column: ColumnUnit,
  ladder: LadderFacts,
): Efficiency {
  const { efficiency: given, efficiencyBy: method } = inputs.tray;
  const lambdas = loads.map((load) => load?.strippingFactor ?? null);
  const overall = (value: number, by: Efficiency['by']): Efficiency => ({
    value,
    by,
    murphree: lambdas.map((lambda) => murphreeOf(value, lambda)),
  });
  if (given !== null) return overall(given, 'given');
  if (hasRealTrays(column)) return { value: 1, by: 'ladder', murphree: loads.map(() => 1) };
  if (method !== 'o-connell') return byTray(method, lambdas, rated()) ?? overall(USUAL, 'practice');
  if (column.service !== 'distillation') return overall(WASHING, 'practice');
  const middle = Math.floor(loads.length / 2);
  const alpha = volatilityOfKeys(ladder, section.first - 1 + middle);
  const viscosity = (loads[middle] ?? loads.find((load) => load !== null))?.liquidViscosity;
  if (alpha === undefined || viscosity === undefined) return overall(USUAL, 'practice');
  return overall(Math.min(1, oConnell(alpha, viscosity)), 'o-connell');
}

/** Whether the rungs of a ladder are trays already: one of them has an efficiency. */
function hasRealTrays({ ladder }: ColumnUnit): boolean {
  const { all, stages } = ladder?.efficiency ?? { all: 1, stages: {} };
  return all < 1 || Object.values(stages).some((value) => value < 1);
}

/**
 * Overall efficiency of trays with Murphree's E on straight lines: ln[1 + E(λ − 1)]/ln λ. Lewis, Ind. Eng. Chem. 28 (1936) 399; as `murphreeOf` turned round.
 */
export function overallOf(murphree: number, lambda: number | null): number {
  if (lambda === null || Math.abs(lambda - 1) < NEAR_ONE) return murphree;
  return Math.log1p(murphree * (lambda - 1)) / Math.log(lambda);
}

/** Murphree's efficiency of trays of which so many are one stage: (λ^E − 1)/(λ − 1). */
export function murphreeOf(overall: number, lambda: number | null): number {
  if (lambda === null || Math.abs(lambda - 1) < NEAR_ONE) return overall;
  return Math.expm1(overall * Math.log(lambda)) / (lambda - 1);
}

/** λ so near 1 that both efficiencies are the same. */
const NEAR_ONE = 1e-6;

/** Murphree's of each rung by a method, less what vapour carries up (Colburn); of a rung that has none the mean of the others. Undefined where none has one. */
function byTray(
  method: EfficiencyMethod,
  lambdas: readonly (number | null)[],
  rungs: readonly RungRating[],
): Efficiency | undefined {
  const own = rungs.map(({ tray }) => {
    const dry = tray?.efficiencies.find((each) => each.method === method)?.value;
    // Liquid carried up, of all that leaves the tray.
    if (tray === null || dry === undefined) return undefined;
    // Liquid in plug flow may pass a stage; a tray of the ladder does not.
    return Math.min(1, colburnEfficiency(dry, tray.entrained / (1 + tray.entrained)));
  });
  const known = own.flatMap((value) => (value !== undefined && value > 0 ? [value] : []));
  if (known.length === 0) return undefined;
  const mean = known.reduce((a, b) => a + b, 0) / known.length;
  const murphree = own.map((value) => (value !== undefined && value > 0 ? value : mean));
  const trays = murphree.reduce((sum, value, k) => sum + 1 / overallOf(value, lambdas[k]), 0);
  return { value: murphree.length / trays, by: method, murphree };
}

/** Volatility of the keys on a rung; undefined where one is missing. */
function volatilityOfKeys(ladder: LadderFacts, j: number): number | undefined {
  const keys = keysOfProducts(ladder);
  if (keys === undefined) return undefined;
  const [light, heavy] = keys.map((i) => ladder.y[j][i] / ladder.x[j][i]);
  const alpha = Math.max(light, heavy) / Math.min(light, heavy);
  return Number.isFinite(alpha) ? alpha : undefined;
}

/** Of the components, that of which just more than half goes up, and that of which just less: the keys. */
function keysOfProducts({ products }: LadderFacts): [light: number, heavy: number] | undefined {
  const bottoms = products.find(({ id }) => id === 'bottoms')?.flows ?? [];
  const shares = bottoms.map((flow, i) => {
    const all = products.reduce((sum, { flows }) => sum + flows[i], 0);
    return all > 0 ? 1 - flow / all : Number.NaN;
  });
  const nearest = (isOn: (share: number) => boolean): number =>
    shares.reduce(
      (best, share, i) => (isOn(share) && (best < 0 || Math.abs(share - 0.5) < Math.abs(shares[best] - 0.5)) ? i : best),
      -1,
    );
  const [light, heavy] = [nearest((share) => share >= 0.5), nearest((share) => share < 0.5)];
  return light < 0 || heavy < 0 ? undefined : [light, heavy];
}

/** What moves: the light key against the heavy one; of a washer what the gas loses most of on its way up, of a stripper what it gains. */
export function movingIn({ service }: ColumnUnit, ladder: LadderFacts): Moving {
  const keys = service === 'distillation' ? keysOfProducts(ladder) : undefined;
  if (keys !== undefined) return { moving: keys[0], against: keys[1] };
  const { vapour, y } = ladder;
  const last = vapour.length - 1;
  const gained = y[0].map((top, i) => vapour[0] * top - vapour[last] * y[last][i]);
  const wanted = gained.map((flow) => (service === 'absorption' ? -flow : flow));
  return { moving: wanted.indexOf(Math.max(...wanted)), against: null };
}
