/** What can stand in the way of a rigorous column, what to know of one, and the words. */
import { asEntered, capital, formatFixed, formatNumber, listed } from '../measures/index.ts';
import type { Dimension, FolderWords, Show } from '../measures/index.ts';
import type { Warning } from '../numerics/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'stage-not-there': { what: string; stage: number; stages: number };
    'asked-twice': { what: string };
    'fractions-beyond-one': { what: string[]; sum: number };
    'more-than-tells': { what: string; value: number; most: number; measured: Dimension };
    'end-turned': { end: 'condenser' | 'reboiler' };
    'targets-for-handles': { targets: number; handles: string[] };
    'not-with-column': { what: string; needs: string };
  }
  interface Reasons {
    'draw-too-large': { stage: number };
    'targets-repeat': { targets: string[] };
    /** With one flow alone: mol/s asked, and fed in all. */
    'targets-beyond-balance': { targets: string[]; amount: { asked: number; fed: number } | null };
    'stopped-short': {
      target: string;
      wanted: number;
      reached: number;
      measured: Dimension;
      share: number;
      obstacle: Obstacle | null;
    };
    'runs-dry': { stage: number; phase: 'liquid' | 'vapour' };
    /** K: where the vapour pressures of all add up to P (Pa), and where the last boils. */
    'stage-beyond-boiling': { stage: number; wanted: number; coldest: number; hottest: number; P: number };
    'split-needs-more-stages': { stages: number; fewest: number }; // equilibrium stages
    /** K: a condenser hotter than the feed condenses, a reboiler colder than it boils. */
    'end-beyond-feed': { end: 'condenser' | 'reboiler'; wanted: number; limit: number };
    'top-hotter-than-bottom': { top: number; bottom: number }; // K
    'split-upside-down': { light: string; heavy: string };
    'reboiler-heats-too-little': { heat: number; least: number }; // W
    'reboiler-would-cool': { reflux: number; heat: number }; // mol/mol, W
    'higher-needs-more': { stages: number; reflux: number; before: number }; // mol/mol
    'no-reflux-in-column': unknown;
    'no-keys-in-column': unknown;
    'no-slopes': unknown;
  }
  interface Warnings {
    'several-columns': { reflux: number | null; other: number | null; heat: number; otherHeat: number }; // mol/mol, W
    'only-from-before': unknown;
    'other-split': { holds: string; wants: string };
    /** The driest stage with what is left on it, mol/s, and all that are nearly dry, from the top. */
    'nearly-dry': { stage: number; phase: 'liquid' | 'vapour'; flow: number; stages: number[] };
    'stage-outside-range': { stage: number; name: string; property: string; T: number; Tmin: number; Tmax: number }; // K
    'reflux-vanishes': { reflux: number }; // mol/mol
    'pressure-falls': { above: number; below: number }; // Pa
    'feed-unlike-stage': { feed: string; T: number; stage: number; there: number }; // K
    'feed-below-pressure': { feed: string; P: number; stage: number; there: number }; // Pa
    'subcooled-above-boiling': { T: number; boils: number }; // K
  }
}

/** What stands in the way of a target of a column, looked for in this order where a walk towards it ended. */
export type Obstacle =
  | { kind: 'balance-forbids' }
  | { kind: 'product-full'; name: string; with: string[] }
  | { kind: 'azeotrope'; name: string; other: string; x: number; T: number } // mole fraction of the first in the pair; K
  | { kind: 'too-few-stages'; stages: number; reflux: number; isHeld: boolean } // mol/mol; whether a target holds the reflux
  | { kind: 'product-dries'; name: string; flow: number } // mol/s
  | { kind: 'stage-dries'; stage: number; phase: 'liquid' | 'vapour' }
  /** With the other targets held it was never more and never less, over all that moves it; values as `measured` of the target says, `at` of the other; reflux: mol/mol, where one is held. */
  | {
      kind: 'beyond-range';
      along: 'reflux ratio' | 'boil-up ratio' | 'product flow';
      from: number;
      to: number;
      extreme: { value: number; at: number };
      isMost: boolean;
      reflux: number | null;
    }
  | { kind: 'not-found' };

/** Sentences for the codes above. */
export const COLUMN_WORDS = {
  points: {
    'stage-not-there': (point) =>
      `${capital(point.what)}: there is no stage ${formatFixed(point.stage, 0)} among ${formatFixed(point.stages, 0)}.`,
    'asked-twice': (point) => `${capital(point.what)} is asked for twice: switch one off and take another in its place.`,
    'fractions-beyond-one': (point) =>
      `${listed(point.what)} add up to ${formatNumber(point.sum, 4)}: no product holds more than 1. Ask for less of one.`,
    'more-than-tells': (point, show) =>
      `${capital(point.what)} is ${asEntered(point.value, point.measured, show)}: beyond ${asEntered(point.most, point.measured, show)} a column is at total reflux, and more of it changes no product. Ask for less.`,
    'end-turned': (point) =>
      point.end === 'condenser'
        ? 'A condenser takes heat away: its duty is below 0.'
        : 'A reboiler adds heat: its duty is above 0.',
    'targets-for-handles': (point) => targetsForHandles(point.targets, point.handles),
    'not-with-column': (point) => `${capital(point.what)} needs ${point.needs}: switch it off, or change the column.`,
  },
  reasons: {
    'draw-too-large': (reason, show) =>
      `What is drawn from stage ${show.count(reason.stage)} is more than leaves it: draw less, or raise the reflux.`,
    'targets-repeat': (reason) =>
      `${listed(reason.targets)} say the same thing twice: one follows from the others and the balances. Switch one off and take another in its place.`,
    'targets-beyond-balance': (reason, show) => {
      if (reason.amount !== null && reason.amount.asked > reason.amount.fed)
        return `${listed(reason.targets)}: ${show.molarFlow(reason.amount.asked)} cannot be had of the ${show.molarFlow(reason.amount.fed)} that are fed. Ask for less.`;
      return `${listed(reason.targets)} cannot be true together with the overall balance: no products of these feeds have such amounts. Change one of them.`;
    },
    'stopped-short': (reason, show) =>
      `${capital(reason.target)} was brought to ${show.quantity(reason.reached, reason.measured)} of ${show.quantity(reason.wanted, reason.measured)} wanted${reason.obstacle === null ? '; beyond that no column was found, and this is the nearest' : `: ${explainObstacle(reason.obstacle, show, reason.measured)}`}.`,
    'runs-dry': (reason, show) =>
      `Stage ${show.count(reason.stage)} runs dry: no ${reason.phase} is left on it. ${reason.phase === 'liquid' ? 'Raise the reflux, or draw less above it.' : 'Raise the boil-up, or draw less vapour below it.'}`,
    'stage-beyond-boiling': (reason, show) =>
      reason.wanted > reason.hottest
        ? `Stage ${show.count(reason.stage)} cannot be at ${show.temperature(reason.wanted)}: at ${show.pressure(reason.P)} the last of the components boils at ${show.temperature(reason.hottest)}. Raise the pressure, or ask for less.`
        : `Stage ${show.count(reason.stage)} cannot be at ${show.temperature(reason.wanted)}: at ${show.pressure(reason.P)} nothing of these components boils below ${show.temperature(reason.coldest)}. Lower the pressure, or ask for more.`,
    'split-needs-more-stages': (reason, show) =>
      `Even at total reflux this split takes ${show.ratio(reason.fewest)} equilibrium stages; there are ${show.count(reason.stages)}. Give it more rungs, or ask for less.`,
    'end-beyond-feed': (reason, show) =>
      reason.end === 'condenser'
        ? `The condenser cannot be at ${show.temperature(reason.wanted)}: what is fed condenses at ${show.temperature(reason.limit)}, and the overhead is lighter. Ask for less, or raise the pressure.`
        : `The reboiler cannot be at ${show.temperature(reason.wanted)}: what is fed boils at ${show.temperature(reason.limit)}, and the bottoms are heavier. Ask for more, or lower the pressure.`,
    'top-hotter-than-bottom': (reason, show) =>
      `The top cannot be at ${show.temperature(reason.top)} with the bottom at ${show.temperature(reason.bottom)}: it is the colder end. Exchange them, or let one go.`,
    'split-upside-down': (reason) =>
      `More of the ${reason.heavy} overhead than of the ${reason.light} is the wrong way round: ${reason.light} is far more volatile. Exchange the two, or ask for them at the other end.`,
    'reboiler-heats-too-little': (reason, show) =>
      `A reboiler of ${show.quantity(reason.heat, 'power')} boils too little: even without reflux that overhead takes ${show.quantity(reason.least, 'power')}. Heat more, or draw less overhead.`,
    'reboiler-would-cool': (reason, show) =>
      `The feeds bring ${show.quantity(reason.heat, 'power')} more than a condenser takes at a reflux ratio of ${show.ratio(reason.reflux)} and the products carry away: the reboiler would have to cool. Raise the reflux or the overhead, or feed it colder.`,
    'higher-needs-more': (reason, show) =>
      `With ${show.count(reason.stages)} stages in the same proportions the split needs a reflux ratio of ${show.ratio(reason.reflux)}, more than ${show.ratio(reason.before)}: the feeds stand where further stages do not help. Move them first.`,
    'no-reflux-in-column': () =>
      'Without a condenser and a reboiler there is no least reflux and no fewest stages of a split to tell.',
    'no-keys-in-column': () => 'More reflux parts no two components here: which of them the split is between cannot be told.',
    'no-slopes': () => 'This column stands at a turn: a little less or more of what it is given has no column near it, or two.',
  },
  warnings: {
    'several-columns': (warning, show) => severalColumns(warning, show),
    'only-from-before': () =>
      'This column was found from the one before it; from nothing it is not found, so that a report or another person may not see it. Keep its profile, or walk to it again.',
    'other-split': (warning) =>
      `The distillate holds mostly ${warning.holds}; the split on the balance sheet wants ${warning.wants} there.`,
    'nearly-dry': (warning, show) =>
      warning.stages.length === 1
        ? `Stage ${show.count(warning.stage)} is nearly dry: ${show.molarFlow(warning.flow)} of ${warning.phase} is left on it.`
        : `${show.count(warning.stages.length)} stages, ${spans(warning.stages)}, are nearly dry; least is left on stage ${show.count(warning.stage)}: ${show.molarFlow(warning.flow)} of ${warning.phase}.`,
    'stage-outside-range': (warning, show) =>
      `Stage ${show.count(warning.stage)} is at ${show.temperature(warning.T)}: the ${warning.property} of ${warning.name} is known from ${show.temperature(warning.Tmin)} to ${show.temperature(warning.Tmax)}.`,
    'reflux-vanishes': (warning, show) =>
      `The reflux ratio is only ${show.ratio(warning.reflux)}: hardly anything runs back from the condenser.`,
    'pressure-falls': (warning, show) =>
      `The pressure falls from ${show.pressure(warning.above)} above to ${show.pressure(warning.below)} below: vapour rises only where it is higher below. Exchange the two, or leave the lower one out.`,
    'feed-unlike-stage': (warning, show) =>
      `${warning.feed} enters at ${show.temperature(warning.T)}, its stage ${show.count(warning.stage)} is at ${show.temperature(warning.there)}: look at its state, or at another stage.`,
    'feed-below-pressure': (warning, show) =>
      `${warning.feed} comes at ${show.pressure(warning.P)}, below the ${show.pressure(warning.there)} of stage ${show.count(warning.stage)}: it would not flow in.`,
    'subcooled-above-boiling': (warning, show) =>
      `The condensate is asked to leave at ${show.temperature(warning.T)}, but boils at ${show.temperature(warning.boils)}.`,
  },
} satisfies FolderWords;

/** What stands in the way of a target, as the rest of a sentence that says how far it came. */
function beyondRange(
  { along, from, to, extreme, isMost, reflux }: Extract<Obstacle, { kind: 'beyond-range' }>,
  show: Show,
  measured: Dimension,
): string {
  const of = (value: number): string => (along === 'product flow' ? show.molarFlow(value) : formatNumber(value, 3));
  return `over every ${along} from ${of(from)} to ${of(to)}, the other targets held, it is ${isMost ? 'at most' : 'at least'} ${show.quantity(extreme.value, measured)} (at ${of(extreme.at)}). ${reflux === null ? 'Give it more rungs, or ask for less' : `Raise the reflux ratio, now held at ${show.ratio(reflux)}, give it more rungs, or ask for less`}`;
}

/** @param measured what the values of the target are */
export function explainObstacle(obstacle: Obstacle, show: Show, measured: Dimension): string {
  switch (obstacle.kind) {
    case 'balance-forbids':
      return 'beyond that the overall balance forbids it with the other targets';
    case 'product-full':
      return `the ${obstacle.name} is full: it holds ${obstacle.with.length === 0 ? 'nothing else' : `all the ${obstacle.with.join(' and ')} and nothing else besides`}, so that only a larger one takes in more`;
    case 'azeotrope':
      return `${obstacle.name} and ${obstacle.other} boil together at ${show.fraction(obstacle.x)} ${obstacle.name} of the two, ${show.temperature(obstacle.T)}: no reflux and no stages go past that; another pressure or a third component may`;
    case 'too-few-stages':
      return obstacle.isHeld
        ? `beyond that ${show.count(obstacle.stages)} rungs do not part it at a reflux ratio of ${show.ratio(obstacle.reflux)}: give it more rungs, or more reflux`
        : `beyond that ${show.count(obstacle.stages)} rungs do not part it at any reflux (${formatNumber(obstacle.reflux, 3)} here): give it more`;
    case 'product-dries':
      return `beyond that the ${obstacle.name} dries up (${show.molarFlow(obstacle.flow)} left)`;
    case 'stage-dries':
      return `beyond that no ${obstacle.phase} is left on rung ${show.count(obstacle.stage)}`;
    case 'beyond-range':
      return beyondRange(obstacle, show, measured);
    case 'not-found':
      return 'beyond that no column was found; this is the nearest';
  }
}

function severalColumns({ reflux, other, heat, otherHeat }: Extract<Warning, { code: 'several-columns' }>, show: Show): string {
  const heats = `${show.quantity(heat, 'power')} of heat here, ${show.quantity(otherHeat, 'power')} there`;
  const ratios = reflux === null || other === null ? '' : `, reflux ratio ${show.ratio(reflux)} and ${show.ratio(other)}`;
  const which = heat < otherHeat ? 'the cheaper one' : 'the one that is found from nothing, whatever was solved before';
  return `Two columns meet these targets; this is ${which} (${heats}${ratios}).`;
}

function targetsForHandles(targets: number, handles: readonly string[]): string {
  const count = (n: number, what: string): string => `${n === 0 ? 'no' : n} ${what}${n === 1 ? '' : 's'}`;
  const words = `${capital(count(targets, 'target'))} in force for ${count(handles.length, 'handle')}${handles.length === 0 ? '' : ` (${handles.join(', ')})`}`;
  return targets > handles.length
    ? `${words}: switch ${targets - handles.length === 1 ? 'one' : targets - handles.length} off.`
    : `${words}: ${handles.length - targets === 1 ? 'one more target is' : `${handles.length - targets} more targets are`} needed.`;
}

/** Numbers that rise, told as "2 to 14, 17". */
function spans(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of numbers) {
    const last = runs.at(-1);
    if (last !== undefined && n === last[1] + 1) last[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([from, to]) => (from === to ? String(from) : `${from} to ${to}`)).join(', ');
}
