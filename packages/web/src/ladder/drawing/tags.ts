/** Where tags stand beside the rungs they belong to, so that none covers another. */

export interface Placed {
  /** Middle of the rung and of the tag, px. */
  at: number;
  y: number;
}

/**
 * Moves tags apart from the middle of their crowd, none beyond the ends.
 * @param rungs px, in any order
 */
export function spread(rungs: readonly number[], height: number, from: number, to: number): Placed[] {
  const order = rungs.map((at, k) => ({ at, k, y: at })).sort((a, b) => a.at - b.at || a.k - b.k);
  for (let round = 0; round < ROUNDS; round++) {
    const overlaps = order.slice(1).map((next, k) => (order[k]?.y ?? 0) + height - next.y);
    if (overlaps.every((overlap) => overlap <= CLEAR)) break;
    overlaps.forEach((overlap, k) => {
      const [tag, next] = [order[k], order[k + 1]];
      if (overlap <= CLEAR || tag === undefined || next === undefined) return;
      tag.y -= overlap / 2;
      next.y += overlap / 2;
    });
    for (const tag of order) tag.y = Math.max(from, Math.min(to, tag.y));
  }
  const placed: Placed[] = rungs.map((at) => ({ at, y: at }));
  for (const { at, k, y } of order) placed[k] = { at, y };
  return placed;
}

const ROUNDS = 80;
/** px */
const CLEAR = 0.1;
