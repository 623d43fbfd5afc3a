/**
 * Where a feed enters best: the column's split held, the feed is moved from rung to rung, both ways from where it stands, each column from the one before
 * it; the rung at which the split takes least heat is the best one. It passes no side draw: what is drawn there would be another thing.
 */
import { heatOf } from './otherColumns.ts';
import { hasBothEnds, splitTargets } from './sameSplit.ts';
import type { Keys } from './sameSplit.ts';
import { solveColumn } from './solve.ts';
import type { ColumnInput, SolvedColumn } from './types.ts';

/** What a feed stage makes of the split. */
export interface FeedStage {
  stage: number;
  /** mol/mol and W (of the reboiler) with which the split is made from here. */
  reflux: number;
  heat: number;
}

/**
 * @param feeds   places of the feeds that are moved together, by as many rungs
 * @param onStage told each rung that has an answer; false ends the search
 * @returns by rung, from the top, those alone where the split is found
 * @throws RangeError without condenser or reboiler: our mistake
 */
export function feedStages(
  input: ColumnInput,
  found: SolvedColumn,
  keys: Keys,
  feeds: readonly number[],
  onStage: (stage: FeedStage) => boolean = () => true,
): FeedStage[] {
  if (!hasBothEnds(input)) throw new RangeError('a split of a column without condenser or reboiler');
  const targets = splitTargets(input, found, keys);
  const present = Math.max(...feeds.map((f) => input.feeds[f].stage));
  const highest = Math.min(...feeds.map((f) => input.feeds[f].stage));
  const at = (stage: number, { refluxRatio, ...column }: SolvedColumn): FeedStage => ({
    stage,
    reflux: refluxRatio ?? 0,
    heat: heatOf({ refluxRatio, ...column }),
  });
  const points = [at(present, found)];
  const state = { isEnded: !onStage(points[0]) };
  for (const way of [-1, 1]) {
    let before = found;
    let missed = 0;
    for (let moved = way; !state.isEnded && missed < MOST_MISSED; moved += way) {
      if (highest + moved < 2 || present + moved > input.stages - 1) break;
      if (input.draws.some(({ stage }) => (stage - present) * (stage - present - moved) <= 0)) break;
      const moves = input.feeds.map((feed, f) => (feeds.includes(f) ? { ...feed, stage: feed.stage + moved } : feed));
      const outcome = solveColumn({ ...input, feeds: moves, targets }, { before, only: 'Newton, whole steps' });
      if (outcome.state !== 'solved') {
        missed++;
        continue;
      }
      missed = 0;
      before = outcome.value;
      const point = at(present + moved, before);
      points.push(point);
      state.isEnded = !onStage(point);
      if (point.heat > FAR * Math.min(...points.map(({ heat }) => heat))) break;
    }
  }
  return points.sort((a, b) => a.stage - b.stage);
}

/** Rungs without an answer, one after the other, beyond which none is looked for. */
const MOST_MISSED = 2;
/** Times the least heat: farther on nobody puts the feed. */
const FAR = 3;
