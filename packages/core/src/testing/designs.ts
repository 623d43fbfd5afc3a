import type { BinaryColumn, DesignInput } from '../binary/index.ts';

/** A design of this column at a reflux ratio R, with nothing else asked: equilibrium stages, best places, no heats. */
export const designOf = (column: BinaryColumn, R: number, more: Partial<DesignInput> = {}): DesignInput => ({
  ...column,
  feedEnthalpies: column.feeds.map(() => 0),
  reflux: { kind: 'ratio', value: R },
  condenser: 'total',
  subcooling: 0,
  efficiency: 1,
  feedStages: column.feeds.map(() => 'best'),
  drawStages: column.draws.map(() => 'best'),
  ...more,
});
