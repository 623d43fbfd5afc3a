/** Each target as one equation at the border: its error and its derivatives in the unknowns of stages and in the handles. */
import type { ColumnProduct, ColumnState, Target } from './types.ts';

/** Where a product leaves: the unknowns of its component flows, times what part of them leaves. */
interface Outlet {
  stage: number;
  /** First unknown of the flows in the stage's block: 0 for liquid, n for vapour. */
  first: number;
  flows: Float64Array;
  total: number;
  /** Handle that says how much of the total leaves; null where all of it does. */
  handle: number | null;
}

function outletOf(column: ColumnState, product: ColumnProduct): Outlet {
  const { n, stages } = column;
  if (product === 'bottoms')
    return { stage: stages - 1, first: 0, flows: column.liquid, total: column.totalLiquid[stages - 1], handle: null };
  if (column.isTotalCondenser(0)) return { stage: 0, first: 0, flows: column.liquid, total: column.totalLiquid[0], handle: 0 };
  return { stage: 0, first: n, flows: column.vapour, total: column.totalVapour[0], handle: null };
}

export function fillTarget(column: ColumnState, target: Target, k: number): void {
  const { n } = column;
  const row = new BorderRow(column, k);
  switch (target.kind) {
    case 'reflux-ratio': {
      // (liquid that runs down) − R (overhead) = 0
      const isTotal = column.isTotalCondenser(0);
      const [L, R] = [column.totalLiquid[0], target.value];
      const D = isTotal ? column.handleValues[0] : column.totalVapour[0];
      const scale = 1 / column.fed;
      for (let i = 0; i < n; i++) row.add(0, i, scale);
      if (isTotal) row.addHandle(0, -scale * (1 + R));
      else for (let i = 0; i < n; i++) row.add(0, n + i, -scale * R);
      row.set(scale * (isTotal ? L - D - R * D : L - R * D));
      return;
    }
    case 'flow': {
      const { stage, first, total, handle } = outletOf(column, target.product);
      const scale = 1 / column.fed;
      if (handle === null) for (let i = 0; i < n; i++) row.add(stage, first + i, scale);
      else row.addHandle(handle, scale);
      row.set(scale * ((handle === null ? total : column.handleValues[handle]) - target.value));
      return;
    }
    case 'duty': {
      const handle = column.handles.findIndex((h) => h.kind === 'duty' && h.stage === target.stage);
      const scale = 1 / Math.max(Math.abs(target.value), 1);
      row.addHandle(handle, scale);
      row.set(scale * (column.handleValues[handle] - target.value));
      return;
    }
    case 'temperature':
      row.add(target.stage - 1, 2 * n, 1e-2);
      row.set(1e-2 * (column.T[target.stage - 1] - target.value));
      return;
    case 'fraction': {
      const { stage, first, flows, total } = outletOf(column, target.product);
      const fraction = flows[stage * n + target.component] / total;
      // Counted in the impurity where that is the smaller part.
      const scale = 1 / Math.min(target.value, 1 - target.value);
      for (let i = 0; i < n; i++) row.add(stage, first + i, (scale * ((i === target.component ? 1 : 0) - fraction)) / total);
      row.set(scale * (fraction - target.value));
      return;
    }
    case 'recovery': {
      const { stage, first, flows, total, handle } = outletOf(column, target.product);
      const fed = column.input.feeds.reduce((sum, feed) => sum + feed.flows[target.component], 0);
      const scale = 1 / (fed * Math.min(target.value, 1 - target.value));
      const flow = flows[stage * n + target.component];
      const part = handle === null ? 1 : column.handleValues[handle] / total;
      for (let i = 0; i < n; i++) {
        const same = i === target.component ? part : 0;
        row.add(stage, first + i, scale * (same - (handle === null ? 0 : (flow * part) / total)));
      }
      if (handle !== null) row.addHandle(handle, (scale * flow) / total);
      row.set(scale * (flow * part - target.value * fed));
    }
  }
}

class BorderRow {
  private readonly column: ColumnState;
  private readonly k: number;

  constructor(column: ColumnState, k: number) {
    this.column = column;
    this.k = k;
  }

  add(stage: number, unknown: number, value: number): void {
    const { blocks, size, borderRows } = this.column.system;
    borderRows[this.k * blocks * size + stage * size + unknown] += value;
  }

  addHandle(handle: number, value: number): void {
    const { border, corner } = this.column.system;
    corner[this.k * (border + 1) + handle] += value;
  }

  set(error: number): void {
    const { border, corner } = this.column.system;
    corner[this.k * (border + 1) + border] = -error;
  }
}
