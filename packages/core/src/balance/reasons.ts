/** What can be wrong with a balance sheet, and its words. */
import { capital, formatEntered, formatFixed, formatFraction } from '../measures/index.ts';
import type { FolderWords, Show } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'share-at-limit': { what: string; value: number };
    'numbers-needed': { count: number; propose: { component: string; product: string } | null };
    'not-fed': { name: string };
  }
  interface Reasons {
    'cells-conflict': { cells: NamedCell[] };
    'no-split': { cells: NamedCell[] };
    'keys-unknown': unknown;
  }
  interface Warnings {
    'wish-not-met': { cell: NamedCell; there: number };
    'lines-bent': unknown;
    'lighter-goes-down': unknown;
    'cell-repeats': { cell: NamedCell };
  }
}

/** A number given on the balance sheet, as a sentence names it; component null: the product's total. */
export interface NamedCell {
  component: string | null;
  product: string;
  kind: string;
  value: number;
}

/** Sentences for the codes above. */
export const BALANCE_WORDS = {
  points: {
    'share-at-limit': (point) =>
      `${capital(point.what)} of exactly ${formatEntered(point.value)} would take endlessly many stages: say how near, for instance ${point.value > 0.5 ? '0.999' : '0.001'}.`,
    'numbers-needed': (point) => neededWords(point.count, point.propose),
    'not-fed': (point) => `${capital(point.name)} is not in the feed, so nothing can be asked of it.`,
  },
  reasons: {
    'cells-conflict': (reason, show) =>
      `${conflictWords(reason.cells, show)} Change or clear ${reason.cells.length === 1 ? 'it' : 'one of them'}.`,
    'no-split': (reason, show) =>
      `No split with something of everything at both ends meets these numbers together: ${cellList(reason.cells, show)}. Ask one of them less sharply.`,
    'keys-unknown': () =>
      'Everything goes one way on the balance sheet: there are no keys. Ask for a recovery of one component overhead and of another in the bottoms.',
  },
  warnings: {
    'wish-not-met': (warning, show) =>
      `${capital(cellWords(warning.cell, show))} was the wish; the sheet makes it ${cellNumber(warning.cell.kind, warning.there, show)}.`,
    'lines-bent': () =>
      'No column at total reflux would divide the components quite like this: more is asked than a split by volatility gives by itself.',
    'lighter-goes-down': () =>
      'These numbers send the heavier components overhead and the lighter ones down: look whether two of them are exchanged.',
    'cell-repeats': (warning, show) =>
      `${capital(cellWords(warning.cell, show))} follows from the other numbers already; it says nothing new.`,
  },
} satisfies FolderWords;

const CELL_WORDS: Readonly<Record<string, string>> = {
  flow: 'flow',
  'mass-flow': 'mass flow',
  fraction: 'mole fraction',
  'mass-fraction': 'mass fraction',
  recovery: 'recovery',
  'mass-recovery': 'share of the feed’s mass',
  ratio: 'ratio',
};

/** "the recovery of toluene in the distillate, 0.985" */
export function cellWords(cell: NamedCell, show: Show): string {
  return `the ${cellName(cell)}, ${cellNumber(cell.kind, cell.value, show)}`;
}

/** What a cell of the sheet is about, without its number. */
export function cellName({ component, product, kind }: Omit<NamedCell, 'value'>): string {
  return `${CELL_WORDS[kind]} ${component === null ? `of the whole ${product}` : `of ${component} in the ${product}`}`;
}

/** A number of the sheet as a sentence holds it. */
export function cellNumber(kind: string, value: number, show: Show): string {
  switch (kind) {
    case 'flow':
      return show.molarFlow(value);
    case 'mass-flow':
      return show.massFlow(value);
    case 'ratio':
      return show.ratio(value);
    default:
      return formatFraction(value);
  }
}

const cellList = (cells: readonly NamedCell[], show: Show): string => cells.map((cell) => cellWords(cell, show)).join('; ');

function conflictWords(cells: readonly NamedCell[], show: Show): string {
  return cells.length === 1
    ? `${capital(cellList(cells, show))}, is more than the feed brings.`
    : `These cannot all be true: ${cellList(cells, show)}.`;
}

function neededWords(count: number, propose: { component: string; product: string } | null): string {
  const numbers = count === 1 ? 'One more number is needed' : `${capital(countWords(count))} more numbers are needed`;
  return propose === null
    ? `${numbers}.`
    : `${numbers}: for instance the recovery of ${propose.component} in the ${propose.product}.`;
}

const countWords = (count: number): string => ['no', 'one', 'two', 'three', 'four', 'five', 'six'][count] ?? formatFixed(count, 0);
