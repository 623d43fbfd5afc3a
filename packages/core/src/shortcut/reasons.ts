/** What can stand in the way of an estimate, what to know of one, and the words. */
import { capital, formatFixed } from '../measures/index.ts';
import type { FolderWords } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'no-side-draws': unknown;
  }
  interface Reasons {
    'keys-turn': { name: string; other: string; place: ColumnPlace; T: number; alpha: number }; // K
    'azeotrope-of-keys': { name: string; other: string; x: number; T: number }; // mole fraction of the first in the pair; K
    'split-too-easy': { stages: number };
    'estimate-below-minimum': { reflux: number; minimum: number }; // mol/mol
    'product-empty': { product: 'distillate' | 'bottoms' };
    'stages-not-enough': { stages: number; fewest: number };
    'not-condensable': { P: number };
  }
  interface Warnings {
    /** mol/s overhead of one component, or of all (name null): on the balance sheet, and by the estimate. */
    'sheet-not-followed': { name: string | null; sheet: number; estimate: number };
    'between-keys': { names: string[]; overhead: number[] }; // mol/mol of each
    'volatility-varies': { name: string; other: string; lowest: number; highest: number };
    'no-reflux-needed': { minimum: number }; // mol/mol
  }
}

/** Where in a column something is. */
export type ColumnPlace = 'top' | 'feed' | 'bottom';

/** Sentences for the codes above. */
export const SHORTCUT_WORDS = {
  points: {
    'no-side-draws': () => 'The estimate parts a feed into two products: take the side draws away to use it.',
  },
  reasons: {
    'keys-turn': (reason, show) =>
      `At the ${reason.place} of the column, ${show.temperature(reason.T)}, ${reason.name} is not more volatile than ${reason.other} (α ${reason.alpha.toPrecision(3)}): an azeotrope lies between, or the keys are the wrong way round. Exchange them, ask less purity, or choose another pressure.`,
    'azeotrope-of-keys': (reason, show) =>
      `${capital(reason.name)} and ${reason.other} boil together at ${show.fraction(reason.x)} ${reason.name} of the two, ${show.temperature(reason.T)}, and the split asks to go past that: send at least ${show.ratio((1 - reason.x) / reason.x)} mol of ${reason.other} overhead with each mol of ${reason.name}, choose other keys, or another pressure.`,
    'split-too-easy': (reason) =>
      `The split asks ${reason.stages.toPrecision(2)} stages at total reflux: a single flash does it. Ask for sharper recoveries of the keys.`,
    'estimate-below-minimum': (reason) =>
      reason.minimum > 0
        ? `A reflux ratio of ${reason.reflux.toPrecision(4)} is not above the smallest, ${reason.minimum.toPrecision(4)}: raise it to at least ${(1.05 * reason.minimum).toPrecision(3)}.`
        : NO_REFLUX_NEEDED,
    'product-empty': (reason) =>
      `With these recoveries the ${reason.product} would be empty: look at the keys and their recoveries.`,
    'stages-not-enough': (reason, show) =>
      `${show.ratio(reason.stages)} stages cannot make this split at any reflux: it takes more than ${show.ratio(reason.fewest)}, the fewest at total reflux.`,
    'not-condensable': (reason, show) =>
      `The distillate has no bubble point at ${show.pressure(reason.P)}: it holds a gas that does not condense. Choose a partial or a mixed condenser.`,
  },
  warnings: {
    'sheet-not-followed': (warning, show) =>
      `The estimate holds to the keys alone: ${warning.name === null ? 'the distillate' : `of ${warning.name} overhead`} comes to ${show.molarFlow(warning.estimate)} where the balance sheet has ${show.molarFlow(warning.sheet)}. The ladder can be held to the sheet's numbers.`,
    'between-keys': (warning) => betweenKeys(warning.names, warning.overhead),
    'volatility-varies': (warning) =>
      `The volatility of ${warning.name} over ${warning.other} goes from ${warning.lowest.toPrecision(3)} to ${warning.highest.toPrecision(3)} along the column: a method that takes it as constant is not to be trusted here.`,
    'no-reflux-needed': () =>
      'The split asks no reflux at all: the feed as it comes already parts further. Every reflux above zero does it.',
  },
} satisfies FolderWords;

function betweenKeys(names: readonly string[], overhead: readonly number[]): string {
  const shares = names.map((name, k) => `${formatFixed(100 * (overhead[k] ?? 0), 0)} % of the ${name}`).join(' and ');
  const boils = names.length === 1 ? `${capital(names[0] ?? '')} boils` : `${capital(names.join(' and '))} boil`;
  return `${boils} between the keys and ${names.length === 1 ? 'goes' : 'go'} both ways, ${shares} overhead: to send ${names.length === 1 ? 'it' : 'them'} one way, choose neighbours as keys and give a recovery.`;
}

/** Any multiple of such a minimum is none either. */
export const NO_REFLUX_NEEDED =
  'This split asks no reflux at all: the feed as it comes parts further than is asked, so that a multiple of the minimum is no reflux. Give a reflux ratio itself, ask for purer products, or choose other keys.';
