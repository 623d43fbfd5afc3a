/** What can stand in the way of washing and stripping, and its words. */
import { formatFixed, formatFraction } from '../measures/index.ts';
import type { FolderWords, Show } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'not-two-streams': { count: number };
  }
  interface Reasons {
    'passes-too-little': { recovery: number };
    'transfer-impossible': { kind: 'absorption' | 'stripping'; name: string; recovery: number; greatest: number };
    'flow-below-least': { kind: 'absorption' | 'stripping'; flow: number; least: number }; // mol/s
  }
  interface Warnings {
    'factors-rough': { saturation: number; rise: number }; // mol/mol, K
  }
}

/** Sentences for the codes above. */
export const ABSORPTION_WORDS = {
  points: {
    'not-two-streams': (point) =>
      point.count < 2
        ? 'A gas and a liquid are needed: add the other stream.'
        : `A gas and a liquid enter this column, and nothing else; now ${formatFixed(point.count, 0)} streams do: take some away.`,
  },
  reasons: {
    'passes-too-little': (reason) =>
      `No number of stages passes so much: at most ${formatFraction(reason.recovery)} of it. Use more of the washing liquid or the stripping gas, or ask for less.`,
    'transfer-impossible': (reason) =>
      reason.kind === 'absorption'
        ? `The liquid comes in holding ${reason.name} already: at most ${formatFraction(reason.greatest)} of it can be washed out, ${formatFraction(reason.recovery)} is asked. Use a leaner liquid, or ask for less.`
        : `The gas comes in holding ${reason.name} already: at most ${formatFraction(reason.greatest)} of it can be stripped, ${formatFraction(reason.recovery)} is asked. Use a leaner gas, or ask for less.`,
    'flow-below-least': (reason, show) =>
      reason.kind === 'absorption'
        ? `${show.molarFlow(reason.flow)} of liquid is less than the least that can do it, ${show.molarFlow(reason.least)}: send more, or ask for less.`
        : `${show.molarFlow(reason.flow)} of gas is less than the least that can do it, ${show.molarFlow(reason.least)}: send more, or ask for less.`,
  },
  warnings: {
    'factors-rough': (warning, show) => factorsRough(warning.saturation, warning.rise, show),
  },
} satisfies FolderWords;

function factorsRough(saturation: number, rise: number, show: Show): string {
  const why =
    saturation > 1.5
      ? `they pass ${saturation.toPrecision(3)} times what equilibrium at an end allows`
      : `the ends are ${show.quantity(rise, 'temperatureDifference')} apart`;
  return `Effective factors are rough here: ${why}. Where the column is warm in its middle hardly anything dissolves, and more stays than is shown. Trust the ladder instead.`;
}
