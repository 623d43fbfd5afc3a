/** What can stand in the way of a fit, and its words. */
import type { FolderWords } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'too-few-points': { points: number; parameters: number };
  }
  interface Reasons {
    'no-fit': unknown;
  }
}

/** Sentences for the codes above. */
export const REGRESSION_WORDS = {
  points: {
    'too-few-points': (point) =>
      `${point.points} measured numbers do not fix ${point.parameters} parameters. Measure more, or fit fewer.`,
  },
  reasons: {
    'no-fit': () =>
      'No parameters between the bounds give every measured point an equilibrium. Look for a typing error in the points, or widen the bounds.',
  },
} satisfies FolderWords;
