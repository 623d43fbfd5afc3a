/** What hardware hands back to its ladder: the pressure that it makes, solved until both agree, and rungs that are real trays. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { LadderFacts } from '../ladder/facts.ts';
import type { AgreedPressure, HardwareFacts } from './facts.ts';

/** Pa: nearer no ladder minds. */
const AGREED = 1;
const MOST_PASSES = 12;
/** Hardware that would multiply the pressure by more is no column any more. */
const MOST_CHANGE = 3;

/**
 * Ladder and hardware in turn, until the pressure stands: each pass gives the ladder what the hardware made.
 * @param solveAt ladder and hardware of a column; undefined without an answer
 * @returns undefined where a pass has no answer, or the pressure does not settle
 */
export function agreePressure(
  column: ColumnUnit,
  begun: { ladder: LadderFacts; hardware: HardwareFacts },
  solveAt: (column: ColumnUnit) => { ladder: LadderFacts; hardware: HardwareFacts } | undefined,
): AgreedPressure | undefined {
  const began = begun.hardware.ladderPressure;
  let now = begun;
  for (let passes = 0; passes < MOST_PASSES; passes++) {
    const { ladder, hardware } = now;
    const values = hardware.pressure;
    if (values === null || values.some((P, j) => !(P > 0 && P < MOST_CHANGE * began[j]))) return undefined;
    if (values.every((P, j) => Math.abs(P - hardware.ladderPressure[j]) < AGREED))
      return { values, passes, bottomT: ladder.T[ladder.T.length - 1], reboilerDuty: ladder.reboilerDuty };
    const solved = solveAt(atPressure(column, values));
    if (solved === undefined) return undefined;
    now = solved;
  }
  return undefined;
}

/** The same column with a pressure for each rung. */
export const atPressure = (column: ColumnUnit, values: readonly number[]): ColumnUnit => ({
  ...column,
  ladder: column.ladder === null ? null : { ...column.ladder, pressure: { by: 'list', values: [...values] } },
});

/**
 * The ladder with real trays for its equilibrium rungs: as many as each section has, at its overall efficiency as Murphree's, feeds and draws at the same
 * place of their section. Beds, and sections whose ladder has an efficiency already, stay as they are.
 */
export function withRealTrays(ladder: LadderInputs, { sections }: HardwareFacts): LadderInputs {
  const built = sections.map(({ first, last, trays }) => ({ first, rungs: last - first + 1, trays: trays ?? last - first + 1 }));
  const added = built.reduce((sum, { rungs, trays }) => sum + trays - rungs, 0);
  const moved = (stage: number): number => {
    let shift = 0;
    for (const { first, rungs, trays } of built) {
      if (stage < first) return stage + shift;
      if (stage < first + rungs) return first + shift + Math.round(((stage - first) * (trays - 1)) / Math.max(1, rungs - 1));
      shift += trays - rungs;
    }
    return stage + shift;
  };
  const efficiencies = sections.flatMap(({ efficiency, first, last }) =>
    efficiency === null ? [] : Array<number>(last - first + 1).fill(efficiency.value),
  );
  const mean = efficiencies.length === 0 ? 1 : efficiencies.reduce((a, b) => a + b, 0) / efficiencies.length;
  return {
    ...ladder,
    stages: ladder.stages + added,
    feeds: Object.fromEntries(Object.entries(ladder.feeds).map(([id, feed]) => [id, { ...feed, stage: moved(feed.stage) }])),
    drawStages: Object.fromEntries(Object.entries(ladder.drawStages).map(([id, stage]) => [id, moved(stage)])),
    pumpArounds: ladder.pumpArounds.map((loop) => ({ ...loop, from: moved(loop.from), to: moved(loop.to) })),
    heats: ladder.heats.map((heat) => ({ ...heat, stage: moved(heat.stage) })),
    efficiency: { ...ladder.efficiency, all: Number(mean.toPrecision(3)), stages: {} },
    pressure: ladder.pressure.by === 'list' ? endsOf(ladder.pressure.values) : ladder.pressure,
    given: null,
  };
}

/** A list of pressures fits no other number of rungs: its ends do. */
const endsOf = (values: readonly number[]): LadderInputs['pressure'] => ({
  by: 'ends',
  top: values[0] ?? null,
  bottom: values.at(-1) ?? null,
});
