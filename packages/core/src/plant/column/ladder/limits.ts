/**
 * What a ladder's split asks at the least, by the column itself: the least reflux with endless stages, the fewest stages with endless reflux, and where its
 * feeds enter best. All of it holds what the column makes of its two keys.
 */
import type { ColumnUnit } from '@keen-ladder/schema';
import { equilibriumStages, feedStages, fewestStages, hasBothEnds, heatOf, keysOf, leastReflux } from '../../../column/index.ts';
import type { FeedStage, Keys, LeastReflux, SolvedColumn } from '../../../column/index.ts';
import { outOfReach, passOn, solved } from '../../../numerics/index.ts';
import type { Outcome } from '../../../numerics/index.ts';
import type { Inlet } from '../../ports.ts';
import { estimateKeys } from '../estimate.ts';
import { findLadder } from './ladder.ts';
import type { BeforeLadder } from './ladder.ts';
import type { UnitInputs } from '../../inputs.ts';

/** What a split asks at the least. */
export interface LimitsFacts {
  /** Names, and what of each that is fed goes overhead. */
  light: { name: string; overhead: number };
  heavy: { name: string; overhead: number };
  /** As the column stands: equilibrium stages, mol/mol, W. */
  stages: number;
  reflux: number;
  heat: number;
  /** Equilibrium stages at total reflux; null where the keys cannot be followed up the column. */
  fewest: number | null;
  /** null while it is being sought. */
  least: Outcome<LeastFacts> | null;
  feeds: FeedStageFacts[];
}

/** Least reflux and fewest stages. */
export type LeastFacts = Omit<LeastReflux, 'pinches' | 'feedStages'> & { pinches: PinchFacts[] };

/** Where a section would pinch. */
export interface PinchFacts {
  /** What stands between the section and the ends, in words: `above the feed`. */
  section: string;
  /** Rung of the tall column. */
  at: number;
  /** Liquid mole fractions and K. */
  x: number[];
  T: number;
  isPoint: boolean;
}

/** What each feed stage makes of the split. */
export interface FeedStageFacts {
  inlet: string;
  name: string;
  /** The rung it enters now, and the best one of those looked at. */
  present: number;
  best: number;
  /** Heat that the present one takes more than the best, as a part of the best's. */
  costs: number;
  points: FeedStage[];
  isWhole: boolean;
}

/** @param onPart told what is known so far; false ends the search */
export function ladderLimits(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  onPart: (facts: LimitsFacts) => boolean = () => true,
  isOver?: () => boolean,
): Outcome<LimitsFacts> {
  const found = findLadder(unitInputs, column, around, isOver);
  if (found.state !== 'solved') return passOn(found);
  const { column: solution, ready } = found.value;
  const input = { ...found.value.input, isOver };
  if (!hasBothEnds(input)) return outOfReach({ code: 'no-reflux-in-column' });
  const keys = keysMeant(unitInputs, column, around, solution) ?? keysOf(input, solution);
  if (keys === undefined) return outOfReach({ code: 'no-keys-in-column' });
  const key = (i: number): LimitsFacts['light'] => ({
    name: unitInputs.mixture.components[i].name,
    overhead: solution.overhead[i] / solution.fed.reduce((sum, { flows }) => sum + flows[i], 0),
  });
  const facts: LimitsFacts = {
    light: key(keys.light),
    heavy: key(keys.heavy),
    stages: equilibriumStages(input),
    reflux: solution.refluxRatio ?? 0,
    heat: heatOf(solution),
    fewest: fewestStages(input, solution, keys) ?? null,
    least: null,
    feeds: [],
  };
  const state = { isAsked: true };
  const tell = (): boolean => (state.isAsked &&= onPart({ ...facts, feeds: [...facts.feeds] }));
  tell();
  const inlets = unitInputs.inlets;
  const least = leastReflux(input, solution, keys, () => tell());
  facts.least =
    least.state === 'solved' ? solved(plain(least.value, ready.reading.firstFeed, inlets), least.report) : passOn(least);
  for (const [s, { id, name }] of inlets.entries()) {
    if (!tell()) break;
    const [first, next] = [ready.reading.firstFeed[s], ready.reading.firstFeed[s + 1] ?? input.feeds.length];
    const moved = Array.from({ length: next - first }, (_, k) => first + k);
    const present = Math.max(...moved.map((f) => input.feeds[f].stage));
    const points: FeedStage[] = [];
    const described = (isWhole: boolean): FeedStageFacts => feedFactsOf({ inlet: id, name, present, isWhole }, points);
    feedStages(input, solution, keys, moved, (point) => {
      points.push(point);
      facts.feeds[s] = described(false);
      return tell();
    });
    facts.feeds[s] = described(true);
  }
  return solved(facts);
}

/** The keys of the estimate and the sheet, where most of one goes overhead and most of the other does not: so that both speak of one split. */
function keysMeant(unitInputs: UnitInputs, column: ColumnUnit, { balance }: BeforeLadder, found: SolvedColumn): Keys | undefined {
  const keys = estimateKeys(unitInputs, column, balance);
  if (keys === undefined) return undefined;
  const { light, heavy } = keys;
  const isParted = found.overhead[light] > found.bottoms[light] && found.overhead[heavy] < found.bottoms[heavy];
  return isParted ? { light, heavy } : undefined;
}

function feedFactsOf(
  feed: Pick<FeedStageFacts, 'inlet' | 'name' | 'present' | 'isWhole'>,
  found: readonly FeedStage[],
): FeedStageFacts {
  const points = [...found].sort((a, b) => a.stage - b.stage);
  const least = points.reduce((lowest, point) => (point.heat < lowest.heat ? point : lowest));
  const now = points.find(({ stage }) => stage === feed.present) ?? least;
  const best = now.heat < least.heat * (1 + AS_GOOD) ? now : least;
  return { ...feed, best: best.stage, costs: now.heat / best.heat - 1, points };
}

/** Of the heat: a rung that costs no more is as good as the best. */
const AS_GOOD = 1e-3;

function plain(
  { pinches, feedStages: rungs, ...least }: LeastReflux,
  firstFeed: readonly number[],
  inlets: readonly Inlet[],
): LeastFacts {
  const feedAt = (rung: number): string | undefined => inlets.find((_, s) => rungs[firstFeed[s]] === rung)?.name;
  return {
    ...least,
    pinches: pinches.map(({ from, to, at, x, T, isPoint }) => ({
      section: sectionName(feedAt(from - 1), feedAt(to + 1)),
      at,
      x: Array.from(x),
      T,
      isPoint,
    })),
  };
}

/** @param above the feed that enters over the section, and below it; undefined: something else does, or the column ends */
function sectionName(above: string | undefined, below: string | undefined): string {
  if (above !== undefined && below !== undefined) return `between ${above} and ${below}`;
  if (below !== undefined) return `above ${below}`;
  return above === undefined ? 'in the section that ends at a draw or a pump-around' : `below ${above}`;
}
