/** Words of what is wrong with a number by itself, and of mathematics that found no answer. */
import { formatEntered, formatFixed, formatFraction } from './format.ts';
import type { Dimension } from './dimensions.ts';
import { asEntered } from './show.ts';
import type { FolderWords } from './show.ts';
import { capital } from './words.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'not-a-fraction': { what: string; value: number };
    'not-positive': { what: string; value: number; measured?: Dimension };
    'not-a-count': { what: string; value: number; least: number };
    negative: { what: string; value: number; measured?: Dimension };
    'sum-not-one': { what: string; sum: number };
    'not-above-one': { what: string; value: number };
    'not-below': { what: string; value: number; limit: number }; // K
    'below-zero-kelvin': { what: string };
    'beyond-sense': { what: string; T: number; highest: number }; // K
  }
}

/** Sentences for what is wrong with a number by itself. */
export const MEASURES_WORDS = {
  points: {
    missing: (point) => `${capital(point.what)} is not set.`,
    'not-a-fraction': (point) => `${capital(point.what)} must lie between 0 and 1; it is ${formatEntered(point.value)}.`,
    'not-positive': (point, show) =>
      `${capital(point.what)} must be above 0; it is ${asEntered(point.value, point.measured, show)}.`,
    'not-a-count': (point) =>
      `${capital(point.what)} must be a whole number of at least ${formatFixed(point.least, 0)}; it is ${formatEntered(point.value)}.`,
    negative: (point, show) => `${capital(point.what)} cannot be below 0; it is ${asEntered(point.value, point.measured, show)}.`,
    'sum-not-one': (point) =>
      `${capital(point.what)} adds up to ${formatFraction(point.sum)}, not 1: scale it, or let one component take the rest.`,
    'not-above-one': (point) => `${capital(point.what)} must be above 1; it is ${formatEntered(point.value)}.`,
    'not-below': (point) => `${point.what}, ${formatFixed(point.value, 1)} K, must lie below ${formatFixed(point.limit, 1)} K.`,
    'below-zero-kelvin': (point) => `${capital(point.what)} lies below absolute zero.`,
    'beyond-sense': (point, show) =>
      `${capital(point.what)} of ${show.temperature(point.T)} is beyond what any column meets: at most ${show.temperature(point.highest)}.`,
  },
  reasons: {
    'no-convergence': (reason, show) =>
      `No answer in ${show.count(reason.iterations)} steps; ${reason.residual < 1e99 ? `the largest error left is ${show.share(reason.residual)}` : 'the error grew beyond measure'}.`,
    'time-over': (reason, show) =>
      `Not found in the time allowed (${show.count(reason.iterations)} steps). Search on, or ask for something easier first.`,
    'not-finite': (reason) =>
      `The data of this mixture give no finite ${reason.what}: look at the coefficients of its components and pairs.`,
  },
} satisfies FolderWords;
