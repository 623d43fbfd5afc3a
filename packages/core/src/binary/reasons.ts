/** What can stand in the way of a graph, what to know of one, and the words. */
import { capital, formatFixed } from '../measures/index.ts';
import type { FolderWords, Show } from '../measures/index.ts';
import { NO_REFLUX_NEEDED } from '../shortcut/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'no-mixed-condenser': unknown;
    'steam-without-water': { name: string };
    'steam-needs-purities': unknown;
    'draws-need-flows': unknown;
    'not-two-components': { count: number };
  }
  interface Reasons {
    'feed-outside-products': { z: number; xB: number; xD: number };
    'not-more-volatile': { name: string; other: string };
    'azeotrope-in-range': { name: string; x: number; T: number; xB: number; xD: number };
    'two-liquids': { from: number; to: number };
    'reflux-not-positive': { reflux: number; minimum: number }; // mol/mol
    'below-minimum-reflux': { reflux: number; minimum: number; from: number; to: number }; // mol/mol; x between which the lines lie above the curve
    'no-boil-up': { reflux: number; minimum: number }; // mol/mol
    'draw-outside-products': { x: number; xB: number; xD: number };
    'feed-stages-impossible': unknown;
    'feed-stage-out-of-range': { stage: number; first: number; last: number };
    'too-many-stages': { limit: number; of: 'reflux' | 'liquid' | 'gas' };
    'rating-impossible': unknown;
  }
  interface Warnings {
    'feed-on-condenser': unknown;
    'draw-not-as-wanted': { stage: number; there: number; x: number };
    'split-not-meant': { product: 'distillate' | 'bottoms'; there: number; meant: number };
    'tangent-pinch': { x: number };
  }
}

/** Sentences for the codes above. */
export const BINARY_WORDS = {
  points: {
    'no-mixed-condenser': () => 'The graph has a total or a partial condenser: choose one of them here, or use the estimate.',
    'steam-without-water': (point) => `Steam can be blown in where the heavy component is water; here it is ${point.name}.`,
    'steam-needs-purities': () =>
      'Steam dilutes the bottoms beyond what the balance sheet knows: say there the purities of both products, and nothing else.',
    'draws-need-flows': () =>
      'With side draws or steam two purities do not say the flows: give reflux, boil-up or distillate as one of the two things known.',
    'not-two-components': (point) => `The graph is for two components; this mixture has ${formatFixed(point.count, 0)}.`,
  },
  reasons: {
    'feed-outside-products': (reason, show) => explainSplit(reason.z, reason.xB, reason.xD, show),
    'not-more-volatile': (reason) =>
      `${capital(reason.name)} is the less volatile here, so it cannot go overhead: exchange it with ${reason.other}.`,
    'azeotrope-in-range': (reason, show) =>
      `An azeotrope stands at ${show.fraction(reason.x)} ${reason.name}, ${show.temperature(reason.T)}: no reflux carries one column across it. Keep both products ${sideOfAzeotrope(reason, show)}.`,
    'two-liquids': (reason, show) =>
      `Between ${show.fraction(reason.from)} and ${show.fraction(reason.to)} this liquid splits into two. Stages cannot be stepped across the gap on one curve.`,
    'reflux-not-positive': (reason, show) =>
      reason.minimum > 0
        ? `A reflux ratio of ${show.ratio(reason.reflux)} returns no liquid to the column. It must be above 0.`
        : NO_REFLUX_NEEDED,
    'below-minimum-reflux': (reason, show) =>
      `Reflux ratio ${show.ratio(reason.reflux)} is ${show.ratio(reason.minimum - reason.reflux)} short of the minimum, ${show.ratio(reason.minimum)}: between x = ${show.fraction(reason.from)} and ${show.fraction(reason.to)} the operating lines lie above the equilibrium curve.`,
    'no-boil-up': (reason, show) =>
      `At a reflux ratio of ${show.ratio(reason.reflux)} a part of the column runs dry: the feed brings so much vapour, or a draw takes so much liquid, that nothing is left below. More than ${show.ratio(reason.minimum)} is needed.`,
    'draw-outside-products': (reason, show) =>
      `A side draw of ${show.fraction(reason.x)} does not lie between bottoms (${show.fraction(reason.xB)}) and distillate (${show.fraction(reason.xD)}): change it on the balance sheet.`,
    'feed-stages-impossible': () =>
      'With feeds and draws on these stages the steps do not come down to the bottoms: let some of them take their best stage.',
    'feed-stage-out-of-range': (reason, show) =>
      `Stage ${show.count(reason.stage)} cannot take the feed at this reflux: stages ${show.count(reason.first)} to ${show.count(reason.last)} can.`,
    'too-many-stages': (reason, show) =>
      `More than ${show.count(reason.limit)} stages: the lines nearly touch the curve. A little more ${reason.of} brings the count down.`,
    'rating-impossible': () =>
      'These stages cannot do both things that are asked of them. Look whether the share of the feed and the purities fit the feed, or ask less of one; more stages or more reflux part further.',
  },
  warnings: {
    'feed-on-condenser': () => 'The best feed stage is the partial condenser itself: this feed needs no rectifying stages.',
    'draw-not-as-wanted': (warning, show) =>
      `Stage ${formatFixed(warning.stage, 0)} gives a draw of ${show.fraction(warning.there)} where the balance sheet has ${show.fraction(warning.x)}.`,
    'split-not-meant': (warning, show) =>
      `The ${warning.product} holds ${show.fraction(warning.there)} of the light component where the balance sheet means ${show.fraction(warning.meant)}.`,
    'tangent-pinch': (warning, show) =>
      `The pinch at minimum reflux is on the curve at x = ${show.fraction(warning.x)}, not at the feed: a colder or hotter feed will not lower it.`,
  },
} satisfies FolderWords;

function explainSplit(z: number, xB: number, xD: number, show: Show): string {
  if (!(1 - xD >= 1e-12)) return 'The distillate cannot be entirely pure: type a fraction below 1.';
  if (!(xB >= 1e-12)) return 'The bottoms cannot be entirely free of the light component: type a fraction above 0.';
  if (xB >= xD)
    return `The bottoms (${show.fraction(xB)}) must hold less of the light component than the distillate (${show.fraction(xD)}).`;
  if (z >= xD)
    return `The feed (${show.fraction(z)}) is already as rich as the distillate (${show.fraction(xD)}): ask for a purer distillate.`;
  return `The feed (${show.fraction(z)}) is already as lean as the bottoms (${show.fraction(xB)}): ask for leaner bottoms.`;
}

function sideOfAzeotrope({ x, xB, xD }: { x: number; xB: number; xD: number }, show: Show): string {
  return x - xB >= xD - x ? `below ${show.fraction(x)}` : `above ${show.fraction(x)}`;
}
