/** What is changed of the balance sheet: products, what is wanted of them, and how the ends make them. */
import { ladderTarget } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, SheetCell } from '@keen-ladder/schema';
import { columnOf, freeId } from './parts.ts';
import type { CellPlace, Fraction, OfColumn } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export const sheetReducers = {
  drawAdded: {
    prepare: prepared<{ column: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string }>) {
      const column = columnOf(state, payload.column);
      if (column === undefined) return;
      const id = freeId('draw', column.draws);
      column.draws.push({ id, name: `side draw ${column.draws.length + 1}`, phase: 'liquid' });
      const quantity = { kind: 'flow', place: id, components: [], basis: 'mole' } as const;
      column.ladder?.targets.push(ladderTarget(`flow-${id}`, { ...quantity, components: [] }, null));
    },
  },
  drawChanged: {
    prepare: prepared<{ column: string; draw: string; change: Partial<Omit<ColumnUnit['draws'][number], 'id'>> }>,
    reducer(
      state: CaseDocument,
      { payload }: Change<{ column: string; draw: string; change: Partial<Omit<ColumnUnit['draws'][number], 'id'>> }>,
    ) {
      const draw = columnOf(state, payload.column)?.draws.find((d) => d.id === payload.draw);
      if (draw) Object.assign(draw, payload.change);
    },
  },
  drawRemoved: {
    prepare: prepared<{ column: string; draw: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string; draw: string }>) {
      const column = columnOf(state, payload.column);
      if (column === undefined) return;
      column.draws = column.draws.filter((d) => d.id !== payload.draw);
      column.balance.cells = column.balance.cells.filter((c) => c.product !== payload.draw);
      Reflect.deleteProperty(column.graph.drawStages, payload.draw);
      const { ladder } = column;
      if (ladder === null) return;
      Reflect.deleteProperty(ladder.drawStages, payload.draw);
      ladder.targets = ladder.targets.filter(
        ({ quantity: q }) => !(('place' in q && q.place === payload.draw) || ('draw' in q && q.draw === payload.draw)),
      );
    },
  },
  /** A number on the balance sheet; the place holds one at a time, of whichever kind. */
  cellSet: {
    prepare: prepared<OfColumn<'cell', SheetCell>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'cell', SheetCell>>) {
      const balance = columnOf(state, payload.column)?.balance;
      if (balance === undefined) return;
      const at = balance.cells.findIndex((c) => isSameCell(c, payload.cell));
      if (at < 0) balance.cells.push(payload.cell);
      else balance.cells[at] = payload.cell;
    },
  },
  cellCleared: {
    prepare: prepared<OfColumn<'cell', CellPlace & Pick<SheetCell, 'kind'>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'cell', CellPlace & Pick<SheetCell, 'kind'>>>) {
      const balance = columnOf(state, payload.column)?.balance;
      if (balance) balance.cells = balance.cells.filter((c) => !isSameCell(c, payload.cell));
    },
  },
  /** All numbers of the sheet at once, as a solved ladder has them. */
  sheetFilled: {
    prepare: prepared<OfColumn<'cells', SheetCell[]>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'cells', SheetCell[]>>) {
      const balance = columnOf(state, payload.column)?.balance;
      if (balance) balance.cells = payload.cells;
    },
  },
  sheetCleared: {
    prepare: prepared<{ column: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string }>) {
      const balance = columnOf(state, payload.column)?.balance;
      if (balance) balance.cells = [];
    },
  },
  pressureSet: {
    prepare: prepared<OfColumn<'pressure', number | null> & { end: 'top' | 'bottom' }>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'pressure', number | null> & { end: 'top' | 'bottom' }>) {
      const column = columnOf(state, payload.column);
      if (column) column.pressure[payload.end] = payload.pressure;
    },
  },
  condenserChosen: {
    prepare: prepared<OfColumn<'condenser', ColumnUnit['condenser']>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'condenser', ColumnUnit['condenser']>>) {
      const column = columnOf(state, payload.column);
      if (column) column.condenser = payload.condenser;
    },
  },
  vapourShareSet: {
    prepare: prepared<OfColumn<'share', number | null>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'share', number | null>>) {
      const column = columnOf(state, payload.column);
      if (column) column.vapourShare = payload.share;
    },
  },
  /**
   * The purity of a product of two components. The sheet then holds the two purities and nothing else: the other product keeps the one it has,
   * given or as it followed (`other`).
   */
  puritySet: {
    prepare: prepared<Purity>,
    reducer(state: CaseDocument, { payload }: Change<Purity>) {
      const column = columnOf(state, payload.column);
      const [light] = state.mixture.components;
      if (column === undefined || light === undefined) return;
      const { product, purity, other } = payload;
      const otherProduct = product === 'distillate' ? 'bottoms' : 'distillate';
      const kept = column.balance.cells.find((c) => c.product === otherProduct && isPurity(c, light.id));
      const cells = [kept ?? purityCell(light.id, otherProduct, other ?? null), purityCell(light.id, product, purity)];
      column.balance.cells = cells.filter((c) => c !== null);
    },
  },
};

interface Purity {
  column: string;
  product: 'distillate' | 'bottoms';
  purity: Fraction | null;
  /** Of the other product, as the sheet has it. */
  other?: Fraction | null;
}

const isSameCell = (a: SheetCell, b: CellPlace & Pick<SheetCell, 'kind'>): boolean =>
  a.component === b.component && a.product === b.product && a.kind === b.kind;

const isPurity = ({ component, kind, wish }: SheetCell, light: string): boolean =>
  component === light && wish === 'equal' && (kind === 'fraction' || kind === 'mass-fraction');

function purityCell(component: string, product: string, purity: Fraction | null): SheetCell | null {
  if (purity === null) return null;
  return { component, product, kind: purity.basis === 'mass' ? 'mass-fraction' : 'fraction', wish: 'equal', value: purity.value };
}
