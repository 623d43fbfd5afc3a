/** A column of another number of stages. */
import type { ColumnInput, FreeHandle, Handle, Place, Quantity } from './types.ts';

/** The same column: both ends stay the ends, all else as far down as it was; heat given to stages is as much in all. */
export function restaged(input: ColumnInput, stages: number): ColumnInput {
  const n = input.model.n;
  const place = (stage: number): number => {
    if (stage === 1 || stage === input.stages) return stage === 1 ? 1 : stages;
    return Math.max(2, Math.min(stages - 1, 1 + Math.round(((stage - 1) * (stages - 1)) / (input.stages - 1))));
  };
  const from = (j: number): number => Math.round((j * (input.stages - 1)) / (stages - 1));
  const heat = new Float64Array(stages);
  input.heat.forEach((watts, j) => (heat[place(j + 1) - 1] += watts));
  return {
    ...input,
    stages,
    heat,
    pressure: Float64Array.from({ length: stages }, (_, j) => input.pressure[from(j)]),
    efficiency: Float64Array.from({ length: stages * n }, (_, k) => input.efficiency[from(Math.floor(k / n)) * n + (k % n)]),
    feeds: input.feeds.map((feed) => ({ ...feed, stage: place(feed.stage) })),
    draws: input.draws.map((draw) => ({ ...draw, stage: place(draw.stage) })),
    pumpArounds: input.pumpArounds.map((loop) => ({ from: place(loop.from), to: place(loop.to) })),
    free: input.free.map((handle) => placedHandle(handle, place)),
    targets: input.targets.map(({ quantity, value }) => ({ quantity: placedQuantity(quantity, place), value })),
  };
}

type Placing = (stage: number) => number;

const placedHandle = <H extends FreeHandle | Handle>(handle: H, place: Placing): H =>
  handle.kind === 'duty' ? { ...handle, stage: place(handle.stage) } : handle;

const placedAt = (at: Place, place: Placing): Place => (at.at === 'stage' ? { ...at, stage: place(at.stage) } : at);

function placedQuantity(quantity: Quantity, place: Placing): Quantity {
  switch (quantity.kind) {
    case 'ratio': {
      const { over, under } = quantity;
      return {
        ...quantity,
        over: { ...over, place: placedAt(over.place, place) },
        under: under === null ? null : { ...under, place: placedAt(under.place, place) },
      };
    }
    case 'temperature':
      return { ...quantity, stage: place(quantity.stage) };
    case 'handle':
      return { ...quantity, handle: placedHandle(quantity.handle, place) };
    case 'saturation':
    case 'vapour-pressure':
      return { ...quantity, place: placedAt(quantity.place, place) };
    case 'duty':
    case 'return-temperature':
      return quantity;
  }
}
