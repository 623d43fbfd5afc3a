/** Sections of a column: rungs between two places where something enters or leaves, which take the same hardware. */

/** What cuts a column. */
export interface Cuts {
  stages: number;
  /** Whether the first rung is a condenser, the last a reboiler. */
  hasCondenser: boolean;
  hasReboiler: boolean;
  feeds: readonly { name: string; stage: number }[];
  draws: readonly { name: string; stage: number }[];
  pumpArounds: readonly { name: string; from: number; to: number }[];
}

/** Rungs of a section, from 1 at the top. */
export interface Section {
  first: number;
  last: number;
  /** What is at its top and at its bottom: "Feed", null at an end of the column. */
  above: string | null;
  below: string | null;
}

/**
 * The sections, from the top. A feed enters on the first rung of one; a draw, and what is pumped around, leaves from the last of one. The gas of a column without
 * a reboiler enters under the last rung: it parts nothing.
 */
export function sectionsOf({ stages, hasCondenser, hasReboiler, feeds, draws, pumpArounds }: Cuts): Section[] {
  const first = hasCondenser ? 2 : 1;
  const last = hasReboiler ? stages - 1 : stages;
  if (last < first) return [];
  const begins = new Map<number, string>();
  const cut = (stage: number, name: string): void => {
    if (stage > first && stage <= last) begins.set(stage, begins.get(stage) ?? name);
  };
  for (const { stage, name } of feeds) if (hasReboiler || stage < last) cut(stage, name);
  for (const { stage, name } of draws) cut(stage + 1, name);
  for (const { from, to, name } of pumpArounds) {
    cut(from + 1, name);
    cut(to, name);
  }
  const starts = [first, ...[...begins.keys()].sort((a, b) => a - b)];
  return starts.map((start, k) => ({
    first: start,
    last: (starts[k + 1] ?? last + 1) - 1,
    above: begins.get(start) ?? null,
    below: k + 1 < starts.length ? (begins.get(starts[k + 1]) ?? null) : null,
  }));
}
