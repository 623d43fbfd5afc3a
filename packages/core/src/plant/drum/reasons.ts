/** What to know of a solved drum, in words. */
import type { FolderWords } from '../../measures/index.ts';

declare module '../../numerics/outcome.ts' {
  interface Warnings {
    /** A drum's liquid is two: K, and the share of the smaller one, mol/mol. */
    'liquid-parts': { T: number; smaller: number };
  }
}

/** Sentences for the codes above. */
export const DRUM_WORDS = {
  warnings: {
    'liquid-parts': (warning, show) =>
      `At ${show.temperature(warning.T)} the liquid splits into two, the smaller of ${show.fraction(warning.smaller)} of it; they leave together here, as if they were one.`,
  },
} satisfies FolderWords;
