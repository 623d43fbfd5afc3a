/** What hardware hands back to its ladder: the pressure that it makes, and rungs that are real trays. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { HardwareFacts } from './facts.ts';

/** The same column with a pressure for each rung. */
export const atPressure = (column: ColumnUnit, values: readonly number[]): ColumnUnit => ({
  ...column,
  ladder: column.ladder === null ? null : { ...column.ladder, pressure: { by: 'list', values: [...values] } },
});

/**
 * The ladder with real trays for its equilibrium rungs: as many as each section has, each with Murphree's efficiency of the rung that it stands for, feeds and
 * draws at the same place of their section. Beds, and sections whose ladder has an efficiency already, stay as they are.
 */
export function withRealTrays(ladder: LadderInputs, { sections }: HardwareFacts): LadderInputs {
  const built = sections.map(({ first, last, trays, efficiency }) => {
    const rungs = last - first + 1;
    return { first, rungs, trays: trays ?? rungs, murphree: efficiency?.murphree ?? Array.from({ length: rungs }, () => 1) };
  });
  const added = built.reduce((sum, { rungs, trays }) => sum + trays - rungs, 0);
  const moved = (stage: number): number => {
    let shift = 0;
    for (const { first, rungs, trays } of built) {
      if (stage < first) return stage + shift;
      if (stage < first + rungs) return first + shift + placeAmong(stage - first, rungs, trays);
      shift += trays - rungs;
    }
    return stage + shift;
  };
  const own = built.flatMap(({ first, rungs, trays, murphree }) =>
    Array.from({ length: trays }, (_, k): [stage: number, value: number] => [
      moved(first) + k,
      Number(Math.min(1, murphree[placeAmong(k, trays, rungs)]).toPrecision(3)),
    ]),
  );
  const all = own.length === 0 ? 1 : commonest(own.map(([, value]) => value));
  return {
    ...ladder,
    stages: ladder.stages + added,
    feeds: Object.fromEntries(Object.entries(ladder.feeds).map(([id, feed]) => [id, { ...feed, stage: moved(feed.stage) }])),
    drawStages: Object.fromEntries(Object.entries(ladder.drawStages).map(([id, stage]) => [id, moved(stage)])),
    pumpArounds: ladder.pumpArounds.map((loop) => ({ ...loop, from: moved(loop.from), to: moved(loop.to) })),
    heats: ladder.heats.map((heat) => ({ ...heat, stage: moved(heat.stage) })),
    efficiency: {
      ...ladder.efficiency,
      all,
      stages: Object.fromEntries(own.flatMap(([stage, value]) => (value === all ? [] : [[String(stage), value]]))),
    },
    pressure: ladder.pressure.by === 'list' ? endsOf(ladder.pressure.values) : ladder.pressure,
    given: null,
  };
}

/** Of so many in a row, the place among others at the same share of the way. */
const placeAmong = (place: number, count: number, others: number): number =>
  Math.round((place * (others - 1)) / Math.max(1, count - 1));

/** The value that most have. */
function commonest(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].reduce((best, each) => (each[1] > best[1] ? each : best))[0];
}

/** A list of pressures fits no other number of rungs: its ends do. */
const endsOf = (values: readonly number[]): LadderInputs['pressure'] => ({
  by: 'ends',
  top: values[0] ?? null,
  bottom: values.at(-1) ?? null,
});
