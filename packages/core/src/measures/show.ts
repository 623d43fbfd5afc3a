/** How sentences show numbers, and how the folders say what their codes mean. */
import type { Display } from '@keen-ladder/schema';
import type { OpenPoint, Reason, Warning } from '../numerics/index.ts';
import { findUnit, fromSI } from './dimensions.ts';
import type { Dimension, Site } from './dimensions.ts';
import { formatEntered, formatFixed, formatFraction, formatNumber, formatQuantity } from './format.ts';
import { shownUnit } from './unitSets.ts';

/** How numbers are shown where a sentence is read. */
export interface Show {
  temperature: (T: number) => string;
  pressure: (P: number) => string;
  molarFlow: (n: number) => string;
  massFlow: (m: number) => string;
  fraction: (x: number) => string;
  ratio: (r: number) => string;
  count: (n: number) => string;
  share: (e: number) => string;
  /** With its unit. */
  quantity: (value: number, dimension: Dimension) => string;
}

/** A `Show` in these units. */
export function showIn(units: Display, site: Site): Show {
  const shown = (dimension: Dimension): ((value: number) => string) => {
    const unit = findUnit(dimension, shownUnit(units, dimension));
    return (value) => `${formatQuantity(value, unit, site)} ${unit.id}`.trim();
  };
  return {
    temperature: shown('temperature'),
    pressure: shown('pressure'),
    molarFlow: shown('molarFlow'),
    massFlow: shown('massFlow'),
    fraction: (x) => `${formatFraction(x)} mol/mol`,
    ratio: (r) => formatNumber(r),
    count: (n) => formatFixed(n, 0),
    share: (e) => formatNumber(e, 2),
    quantity: (value, dimension) => shown(dimension)(value),
  };
}

/** A `Show` whose quantities have three figures and no zeros at their end: of things that are built, and of rules that are no sharper. */
export function showBriefly(units: Display, site: Site): Show {
  return {
    ...showIn(units, site),
    quantity: (value, dimension) => {
      const unit = findUnit(dimension, shownUnit(units, dimension));
      const shown = fromSI(value, unit, site);
      return `${formatEntered(Math.abs(shown) >= 1000 ? Math.round(shown) : Number(shown.toPrecision(3)))} ${unit.id}`.trim();
    },
  };
}

/** A sentence for each code; a reason that holds another one has it told by `explain`. */
export type Words<Said extends { code: string }> = {
  [C in Said['code']]: (said: Extract<Said, { code: C }>, show: Show, explain: (reason: Reason, show: Show) => string) => string;
};

/** The sentences of one folder. */
export interface FolderWords {
  points?: Partial<Words<OpenPoint>>;
  reasons?: Partial<Words<Reason>>;
  warnings?: Partial<Words<Warning>>;
}

/** A value as it is shown with its unit; of a plain number as it was entered. */
export const asEntered = (value: number, measured: Dimension | undefined, show: Show): string =>
  measured === undefined ? formatEntered(value) : show.quantity(value, measured);
