/** What is kept of a solved column, and how a new one begins from it. */
import { total } from './feeds.ts';
import type { ColumnEquations } from './equations.ts';
import { bottomsDraw, sameHandle } from './handles.ts';
import { startProfile } from './start.ts';
import { relativeGainsOf } from './pairing.ts';
import type { ColumnProfile, Handle, Quantity, SolvedColumn, SolveRecord } from './types.ts';

/** The column as it is told, of a point that was found. */
export function answerOf(column: ColumnEquations, record: SolveRecord, watch: readonly Quantity[]): SolvedColumn {
  const { n, stages, T, liquid, vapour, totalLiquid, totalVapour, handles, handleValues, input } = column;
  const drawn = column.draws.map(({ stage, phase }, draw) => {
    const k = handles.findIndex((h) => h.kind === 'draw' && h.draw === draw);
    const isLiquid = phase === 'liquid';
    const part = handleValues[k] / (isLiquid ? totalLiquid : totalVapour)[stage - 1];
    return (isLiquid ? liquid : vapour).slice((stage - 1) * n, stage * n).map((flow) => part * flow);
  });
  const restOfVapour = 1 - column.vapourTaken[0] / totalVapour[0];
  const hasVapour = input.top !== 'total-condenser';
  const hasLiquid = input.top === 'total-condenser' || input.top === 'mixed-condenser';
  const overhead = Float64Array.from(
    { length: n },
    (_, i) => (hasLiquid ? drawn[0][i] : 0) + (hasVapour ? restOfVapour * vapour[i] : 0),
  );
  const bottoms = bottomsDraw(input);
  const restOfLiquid = 1 - column.liquidTaken[stages - 1] / totalLiquid[stages - 1];
  const duty = (of: 'condenser' | 'reboiler'): number => column.valueOf({ kind: 'duty', of });
  return {
    T: T.slice(),
    liquid: liquid.slice(),
    vapour: vapour.slice(),
    handles,
    handleValues: handleValues.slice(),
    overhead,
    bottoms: bottoms >= 0 ? drawn[bottoms].slice() : liquid.slice((stages - 1) * n).map((flow) => restOfLiquid * flow),
    draws: drawn,
    fed: input.feeds.map((_, f) => ({ flows: column.feeds.flows.slice(f * n, (f + 1) * n), heat: column.feeds.heat[f] })),
    condenserDuty: input.top === 'none' ? null : duty('condenser'),
    reboilerDuty: input.bottom === 'none' ? null : duty('reboiler'),
    refluxRatio: input.top === 'none' ? null : (totalLiquid[0] - column.liquidTaken[0]) / total(overhead),
    condensateT: column.condensate.T,
    pressure: column.pressure.slice(),
    gains: relativeGainsOf(column),
    watched: watch.map((quantity) => column.valueOf(quantity)),
    record,
  };
}

/** A solution of the same column; handles that it does not have begin at nothing. */
export function takeOver(column: ColumnEquations, found: SolvedColumn): void {
  column.T.set(found.T);
  column.liquid.set(found.liquid);
  column.vapour.set(found.vapour);
  column.handles.forEach((handle, k) => {
    const place = found.handles.findIndex((h) => sameHandle(h, handle));
    column.handleValues[k] = place >= 0 ? found.handleValues[place] : 0;
  });
  column.evaluate();
  column.fillPipes();
}

/** Takes an earlier solution over; with another number of stages it is stretched, and handles that it had not begin as in a first profile. */
export function startFrom(column: ColumnEquations, before: SolvedColumn): void {
  const { stages } = column;
  const had = before.T.length;
  const inOld = (handle: Handle): Handle =>
    handle.kind === 'duty' && handle.stage === stages ? { kind: 'duty', stage: had } : handle;
  const places = column.handles.map((handle) => before.handles.findIndex((h) => sameHandle(h, inOld(handle))));
  if (places.includes(-1) || had !== stages) startProfile(column, 0);
  stretchProfile(column, before);
  places.forEach((place, k) => {
    if (place >= 0) column.handleValues[k] = before.handleValues[place];
  });
  column.evaluate();
  column.fillPipes();
}

/** The same from a column with the same handles and another number of stages. */
export function startStretched(column: ColumnEquations, before: ColumnEquations): void {
  stretchProfile(column, before);
  column.handleValues.set(before.handleValues);
  column.evaluate();
  column.fillPipes();
}

function stretchProfile(column: ColumnEquations, before: ColumnProfile): void {
  const { n, stages } = column;
  const had = before.T.length;
  const isTotal = (j: number, of: number): boolean =>
    (j === 0 && column.input.top === 'total-condenser') || (j === of - 1 && column.input.bottom === 'total-reboiler');
  for (let j = 0; j < stages; j++) {
    const from = had === stages ? j : stretched(j, stages, had, isTotal);
    column.T[j] = before.T[from];
    for (let i = 0; i < n; i++) {
      column.liquid[j * n + i] = before.liquid[from * n + i];
      column.vapour[j * n + i] = before.vapour[from * n + i];
    }
  }
}

/** The stage of the earlier column as far down as stage j of this one; ends that are no equilibrium stages go with themselves alone. */
function stretched(j: number, stages: number, had: number, isTotal: (j: number, of: number) => boolean): number {
  if (j === 0 || j === stages - 1) return j === 0 ? 0 : had - 1;
  const from = Math.round((j * (had - 1)) / (stages - 1));
  const first = isTotal(0, had) ? 1 : 0;
  const last = isTotal(had - 1, had) ? had - 2 : had - 1;
  return Math.max(first, Math.min(last, from));
}
