/** What can stand in the way of a view of a mixture, what to know of its data, and the words. */
import { capital } from '../measures/index.ts';
import type { FolderWords } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface Reasons {
    'nothing-to-fit': unknown;
    'two-equations': unknown;
    'gas-in-pair': { name: string };
  }
  interface Warnings {
    extrapolated: { name: string; property: string; T: number; Tmin: number; Tmax: number }; // K
  }
}

/** Sentences for the codes above. */
export const MIXTURE_WORDS = {
  reasons: {
    'nothing-to-fit': () =>
      'This model has no parameters of a pair to fit. Choose NRTL, Wilson, UNIQUAC or an equation of state; UNIQUAC needs the sizes of both molecules.',
    'two-equations': () =>
      'An activity model has no critical point. Choose Peng-Robinson or Soave-Redlich-Kwong to see the phase envelope.',
    'gas-in-pair': (reason) =>
      `${capital(reason.name)} is a gas here: with one other component it has no boiling point to draw. Look at a pair of what condenses.`,
  },
  warnings: {
    extrapolated: (warning, show) =>
      `The ${warning.property} of ${warning.name} is known from ${show.temperature(warning.Tmin)} to ${show.temperature(warning.Tmax)}; ${show.temperature(warning.T)} is outside.`,
  },
} satisfies FolderWords;
