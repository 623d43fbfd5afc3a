/** One sentence for each reason, open point and warning: the same on the screen, in the API and on the command line. */
import type { Display } from '@keen-ladder/schema';
import type { Measured, NamedCell, Obstacle, OpenPoint, Reason, Warning } from '../numerics/index.ts';
import { findUnit } from './dimensions.ts';
import type { Dimension, Site } from './dimensions.ts';
import { formatEntered, formatFixed, formatFraction, formatNumber, formatQuantity } from './format.ts';
import { shownUnit } from './unitSets.ts';
import { capital } from './words.ts';

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

/** Any multiple of such a minimum is none either. */
const NO_REFLUX_NEEDED =
  'This split asks no reflux at all: the feed as it comes parts further than is asked, so that a multiple of the minimum is no reflux. Give a reflux ratio itself, ask for purer products, or choose other keys.';

/** What stands in the way of a target, as the rest of a sentence that says how far it came. */
function beyondRange(
  { along, from, to, extreme, isMost, reflux }: Extract<Obstacle, { kind: 'beyond-range' }>,
  show: Show,
  measured: Measured,
): string {
  const of = (value: number): string => (along === 'product flow' ? show.molarFlow(value) : formatNumber(value, 3));
  return `over every ${along} from ${of(from)} to ${of(to)}, the other targets held, it is ${isMost ? 'at most' : 'at least'} ${show.quantity(extreme.value, measured)} (at ${of(extreme.at)}). ${reflux === null ? 'Give it more rungs, or ask for less' : `Raise the reflux ratio, now held at ${show.ratio(reflux)}, give it more rungs, or ask for less`}`;
}

/** @param measured what the values of the target are */
export function explainObstacle(obstacle: Obstacle, show: Show, measured: Measured): string {
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

function noSaturation({ point, given, why }: Extract<Reason, { code: 'no-saturation' }>, show: Show): string {
  const at = 'P' in given ? show.pressure(given.P) : show.temperature(given.T);
  const looked = 'P' in given ? 'temperature' : 'pressure';
  const lower = 'P' in given ? 'Lower the pressure' : 'Lower the temperature';
  if (why === 'one-phase')
    return `No ${point} point at ${at}: it is one phase at every ${looked}, above its critical point. ${lower}.`;
  return point === 'bubble'
    ? `No bubble point at ${at}: some of it is vapour at every ${looked} looked at, as a dissolved gas brings about. Give a temperature and a pressure, or take the gas out.`
    : `No dew point at ${at}: some of it is liquid at every ${looked} looked at. Give a temperature and a pressure.`;
}

export function explain(reason: Reason, show: Show): string {
  switch (reason.code) {
    case 'supercritical':
      return `No bubble point at ${show.pressure(reason.P)}: this liquid's highest is ${show.pressure(reason.highest)}. Lower the pressure.`;
    case 'no-convergence':
      return `No answer in ${show.count(reason.iterations)} steps; ${reason.residual < 1e99 ? `the largest error left is ${show.share(reason.residual)}` : 'the error grew beyond measure'}.`;
    case 'time-over':
      return `Not found in the time allowed (${show.count(reason.iterations)} steps). Search on, or ask for something easier first.`;
    case 'not-finite':
      return `The data of this mixture give no finite ${reason.what}: look at the coefficients of its components and pairs.`;
    case 'upstream':
      return `${capital(reason.name)} is not known: ${explain(reason.reason, show)}`;
    case 'nothing-flows':
      return `${capital(reason.name)} is empty: nothing leaves that way.`;
    case 'in-feed':
      return `${reason.name === '' ? 'The feed' : capital(reason.name)}: ${explain(reason.reason, show)}`;
    case 'no-saturation':
      return noSaturation(reason, show);
    case 'phases-alike':
      return `At ${show.temperature(reason.T)} and ${show.pressure(reason.P)} liquid and vapour come out alike: the mixture is near or above its critical point. Lower the pressure.`;
    case 'runs-dry':
      return `Stage ${show.count(reason.stage)} runs dry: no ${reason.phase} is left on it. ${reason.phase === 'liquid' ? 'Raise the reflux, or draw less above it.' : 'Raise the boil-up, or draw less vapour below it.'}`;
    case 'targets-repeat':
      return `${listed(reason.targets)} say the same thing twice: one follows from the others and the balances. Switch one off and take another in its place.`;
    case 'targets-beyond-balance':
      if (reason.amount !== null && reason.amount.asked > reason.amount.fed)
        return `${listed(reason.targets)}: ${show.molarFlow(reason.amount.asked)} cannot be had of the ${show.molarFlow(reason.amount.fed)} that are fed. Ask for less.`;
      return `${listed(reason.targets)} cannot be true together with the overall balance: no products of these feeds have such amounts. Change one of them.`;
    case 'stopped-short':
      return `${capital(reason.target)} was brought to ${show.quantity(reason.reached, reason.measured)} of ${show.quantity(reason.wanted, reason.measured)} wanted${reason.obstacle === null ? '; beyond that no column was found, and this is the nearest' : `: ${explainObstacle(reason.obstacle, show, reason.measured)}`}.`;
    case 'no-fit':
      return 'No parameters between the bounds give every measured point an equilibrium. Look for a typing error in the points, or widen the bounds.';
    case 'nothing-to-fit':
      return 'This model has no parameters of a pair to fit. Choose NRTL, Wilson, UNIQUAC or an equation of state; UNIQUAC needs the sizes of both molecules.';
    case 'two-equations':
      return 'An activity model has no critical point. Choose Peng-Robinson or Soave-Redlich-Kwong to see the phase envelope.';
    case 'stage-beyond-boiling':
      return reason.wanted > reason.hottest
        ? `Stage ${show.count(reason.stage)} cannot be at ${show.temperature(reason.wanted)}: at ${show.pressure(reason.P)} the last of the components boils at ${show.temperature(reason.hottest)}. Raise the pressure, or ask for less.`
        : `Stage ${show.count(reason.stage)} cannot be at ${show.temperature(reason.wanted)}: at ${show.pressure(reason.P)} nothing of these components boils below ${show.temperature(reason.coldest)}. Lower the pressure, or ask for more.`;
    case 'split-needs-more-stages':
      return `Even at total reflux this split takes ${show.ratio(reason.fewest)} equilibrium stages; there are ${show.count(reason.stages)}. Give it more rungs, or ask for less.`;
    case 'end-beyond-feed':
      return reason.end === 'condenser'
        ? `The condenser cannot be at ${show.temperature(reason.wanted)}: what is fed condenses at ${show.temperature(reason.limit)}, and the overhead is lighter. Ask for less, or raise the pressure.`
        : `The reboiler cannot be at ${show.temperature(reason.wanted)}: what is fed boils at ${show.temperature(reason.limit)}, and the bottoms are heavier. Ask for more, or lower the pressure.`;
    case 'top-hotter-than-bottom':
      return `The top cannot be at ${show.temperature(reason.top)} with the bottom at ${show.temperature(reason.bottom)}: it is the colder end. Exchange them, or let one go.`;
    case 'split-upside-down':
      return `More of the ${reason.heavy} overhead than of the ${reason.light} is the wrong way round: ${reason.light} is far more volatile. Exchange the two, or ask for them at the other end.`;
    case 'reboiler-heats-too-little':
      return `A reboiler of ${show.quantity(reason.heat, 'power')} boils too little: even without reflux that overhead takes ${show.quantity(reason.least, 'power')}. Heat more, or draw less overhead.`;
    case 'reboiler-would-cool':
      return `The feeds bring ${show.quantity(reason.heat, 'power')} more than a condenser takes at a reflux ratio of ${show.ratio(reason.reflux)} and the products carry away: the reboiler would have to cool. Raise the reflux or the overhead, or feed it colder.`;
    case 'higher-needs-more':
      return `With ${show.count(reason.stages)} stages in the same proportions the split needs a reflux ratio of ${show.ratio(reason.reflux)}, more than ${show.ratio(reason.before)}: the feeds stand where further stages do not help. Move them first.`;
    case 'no-slopes':
      return 'This column stands at a turn: a little less or more of what it is given has no column near it, or two.';
    case 'no-reflux-in-column':
      return 'Without a condenser and a reboiler there is no least reflux and no fewest stages of a split to tell.';
    case 'no-keys-in-column':
      return 'More reflux parts no two components here: which of them the split is between cannot be told.';
    case 'gas-in-pair':
      return `${capital(reason.name)} is a gas here: with one other component it has no boiling point to draw. Look at a pair of what condenses.`;
    case 'draw-too-large':
      return `What is drawn from stage ${show.count(reason.stage)} is more than leaves it: draw less, or raise the reflux.`;
    case 'keys-turn':
      return `At the ${reason.place} of the column, ${show.temperature(reason.T)}, ${reason.name} is not more volatile than ${reason.other} (α ${reason.alpha.toPrecision(3)}): an azeotrope lies between, or the keys are the wrong way round. Exchange them, ask less purity, or choose another pressure.`;
    case 'azeotrope-of-keys':
      return `${capital(reason.name)} and ${reason.other} boil together at ${show.fraction(reason.x)} ${reason.name} of the two, ${show.temperature(reason.T)}, and the split asks to go past that: send at least ${show.ratio((1 - reason.x) / reason.x)} mol of ${reason.other} overhead with each mol of ${reason.name}, choose other keys, or another pressure.`;
    case 'split-too-easy':
      return `The split asks ${reason.stages.toPrecision(2)} stages at total reflux: a single flash does it. Ask for sharper recoveries of the keys.`;
    case 'estimate-below-minimum':
      return reason.minimum > 0
        ? `A reflux ratio of ${reason.reflux.toPrecision(4)} is not above the smallest, ${reason.minimum.toPrecision(4)}: raise it to at least ${(1.05 * reason.minimum).toPrecision(3)}.`
        : NO_REFLUX_NEEDED;
    case 'product-empty':
      return `With these recoveries the ${reason.product} would be empty: look at the keys and their recoveries.`;
    case 'three-phases':
      return `At ${show.temperature(reason.T)} and ${show.pressure(reason.P)} two liquids boil together; this needs the three phases there.`;
    case 'no-such-state':
      return `No temperature or pressure within reach gives this ${reason.what}.`;
    case 'same-knowledge':
      return 'The two conditions say the same thing: give a temperature or a pressure as one of them.';
    case 'cells-conflict':
      return `${conflictWords(reason.cells, show)} Change or clear ${reason.cells.length === 1 ? 'it' : 'one of them'}.`;
    case 'no-split':
      return `No split with something of everything at both ends meets these numbers together: ${cellList(reason.cells, show)}. Ask one of them less sharply.`;
    case 'rating-impossible':
      return 'These stages cannot do both things that are asked of them. Look whether the share of the feed and the purities fit the feed, or ask less of one; more stages or more reflux part further.';
    case 'passes-too-little':
      return `No number of stages passes so much: at most ${formatFraction(reason.recovery)} of it. Use more of the washing liquid or the stripping gas, or ask for less.`;
    case 'transfer-impossible':
      return reason.kind === 'absorption'
        ? `The liquid comes in holding ${reason.name} already: at most ${formatFraction(reason.greatest)} of it can be washed out, ${formatFraction(reason.recovery)} is asked. Use a leaner liquid, or ask for less.`
        : `The gas comes in holding ${reason.name} already: at most ${formatFraction(reason.greatest)} of it can be stripped, ${formatFraction(reason.recovery)} is asked. Use a leaner gas, or ask for less.`;
    case 'flow-below-least':
      return reason.kind === 'absorption'
        ? `${show.molarFlow(reason.flow)} of liquid is less than the least that can do it, ${show.molarFlow(reason.least)}: send more, or ask for less.`
        : `${show.molarFlow(reason.flow)} of gas is less than the least that can do it, ${show.molarFlow(reason.least)}: send more, or ask for less.`;
    case 'stages-not-enough':
      return `${show.ratio(reason.stages)} stages cannot make this split at any reflux: it takes more than ${show.ratio(reason.fewest)}, the fewest at total reflux.`;
    case 'not-condensable':
      return `The distillate has no bubble point at ${show.pressure(reason.P)}: it holds a gas that does not condense. Choose a partial or a mixed condenser.`;
    case 'keys-unknown':
      return 'Everything goes one way on the balance sheet: there are no keys. Ask for a recovery of one component overhead and of another in the bottoms.';
    case 'feed-outside-products':
      return explainSplit(reason.z, reason.xB, reason.xD, show);
    case 'not-more-volatile':
      return `${capital(reason.name)} is the less volatile here, so it cannot go overhead: exchange it with ${reason.other}.`;
    case 'azeotrope-in-range':
      return `An azeotrope stands at ${show.fraction(reason.x)} ${reason.name}, ${show.temperature(reason.T)}: no reflux carries one column across it. Keep both products ${sideOfAzeotrope(reason, show)}.`;
    case 'two-liquids':
      return `Between ${show.fraction(reason.from)} and ${show.fraction(reason.to)} this liquid splits into two. Stages cannot be stepped across the gap on one curve.`;
    case 'reflux-not-positive':
      return reason.minimum > 0
        ? `A reflux ratio of ${show.ratio(reason.reflux)} returns no liquid to the column. It must be above 0.`
        : NO_REFLUX_NEEDED;
    case 'below-minimum-reflux':
      return `Reflux ratio ${show.ratio(reason.reflux)} is ${show.ratio(reason.minimum - reason.reflux)} short of the minimum, ${show.ratio(reason.minimum)}: between x = ${show.fraction(reason.from)} and ${show.fraction(reason.to)} the operating lines lie above the equilibrium curve.`;
    case 'no-boil-up':
      return `At a reflux ratio of ${show.ratio(reason.reflux)} a part of the column runs dry: the feed brings so much vapour, or a draw takes so much liquid, that nothing is left below. More than ${show.ratio(reason.minimum)} is needed.`;
    case 'draw-outside-products':
      return `A side draw of ${show.fraction(reason.x)} does not lie between bottoms (${show.fraction(reason.xB)}) and distillate (${show.fraction(reason.xD)}): change it on the balance sheet.`;
    case 'feed-stages-impossible':
      return 'With feeds and draws on these stages the steps do not come down to the bottoms: let some of them take their best stage.';
    case 'feed-stage-out-of-range':
      return `Stage ${show.count(reason.stage)} cannot take the feed at this reflux: stages ${show.count(reason.first)} to ${show.count(reason.last)} can.`;
    case 'too-many-stages':
      return `More than ${show.count(reason.limit)} stages: the lines nearly touch the curve. A little more ${reason.of} brings the count down.`;
  }
}

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
function cellWords(cell: NamedCell, show: Show): string {
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

/** A value as it is shown with its unit; of a plain number as it was entered. */
const entered = (value: number, measured: Measured | undefined, show: Show): string =>
  measured === undefined ? formatEntered(value) : show.quantity(value, measured);

export function explainOpenPoint(point: OpenPoint, show: Show): string {
  switch (point.code) {
    case 'missing':
      return `${capital(point.what)} is not set.`;
    case 'not-a-fraction':
      return `${capital(point.what)} must lie between 0 and 1; it is ${formatEntered(point.value)}.`;
    case 'share-at-limit':
      return `${capital(point.what)} of exactly ${formatEntered(point.value)} would take endlessly many stages: say how near, for instance ${point.value > 0.5 ? '0.999' : '0.001'}.`;
    case 'not-a-count':
      return `${capital(point.what)} must be a whole number of at least ${formatFixed(point.least, 0)}; it is ${formatEntered(point.value)}.`;
    case 'stage-not-there':
      return `${capital(point.what)}: there is no stage ${formatFixed(point.stage, 0)} among ${formatFixed(point.stages, 0)}.`;
    case 'negative':
      return `${capital(point.what)} cannot be below 0; it is ${entered(point.value, point.measured, show)}.`;
    case 'sum-not-one':
      return `${capital(point.what)} adds up to ${formatFraction(point.sum)}, not 1: scale it, or let one component take the rest.`;
    case 'numbers-needed':
      return neededWords(point.count, point.propose);
    case 'not-fed':
      return `${capital(point.name)} is not in the feed, so nothing can be asked of it.`;
    case 'no-side-draws':
      return 'The estimate parts a feed into two products: take the side draws away to use it.';
    case 'no-mixed-condenser':
      return 'The graph has a total or a partial condenser: choose one of them here, or use the estimate.';
    case 'steam-without-water':
      return `Steam can be blown in where the heavy component is water; here it is ${point.name}.`;
    case 'steam-needs-purities':
      return 'Steam dilutes the bottoms beyond what the balance sheet knows: say there the purities of both products, and nothing else.';
    case 'draws-need-flows':
      return 'With side draws or steam two purities do not say the flows: give reflux, boil-up or distillate as one of the two things known.';
    case 'not-positive':
      return `${capital(point.what)} must be above 0; it is ${entered(point.value, point.measured, show)}.`;
    case 'asked-twice':
      return `${capital(point.what)} is asked for twice: switch one off and take another in its place.`;
    case 'fractions-beyond-one':
      return `${listed(point.what)} add up to ${formatNumber(point.sum, 4)}: no product holds more than 1. Ask for less of one.`;
    case 'more-than-tells':
      return `${capital(point.what)} is ${entered(point.value, point.measured, show)}: beyond ${entered(point.most, point.measured, show)} a column is at total reflux, and more of it changes no product. Ask for less.`;
    case 'end-turned':
      return point.end === 'condenser'
        ? 'A condenser takes heat away: its duty is below 0.'
        : 'A reboiler adds heat: its duty is above 0.';
    case 'same-component':
      return `${capital(point.name)} is chosen twice: choose another component beside it.`;
    case 'pair-missing':
      return point.model === 'Henry'
        ? `${capital(point.names[0])} is a gas here, and no Henry’s constant of it in ${point.names[1]} is known: choose an equation of state.`
        : `${point.model} has no parameters for ${point.names[0]} and ${point.names[1]}: choose a model that has, modified UNIFAC for an estimate by groups, or another pair.`;
    case 'groups-missing':
      return `${capital(point.name)} cannot be made of the groups of this model: choose another model.`;
    case 'group-pair-missing':
      return `This model has no parameters between the groups ${point.groups[0]} and ${point.groups[1]}: choose another model.`;
    case 'not-below':
      return `${point.what}, ${formatFixed(point.value, 1)} K, must lie below ${formatFixed(point.limit, 1)} K.`;
    case 'too-few-points':
      return `${point.points} measured numbers do not fix ${point.parameters} parameters. Measure more, or fit fewer.`;
    case 'not-two-components':
      return `The graph is for two components; this mixture has ${formatFixed(point.count, 0)}.`;
    case 'not-two-streams':
      return point.count < 2
        ? 'A gas and a liquid are needed: add the other stream.'
        : `A gas and a liquid enter this column, and nothing else; now ${formatFixed(point.count, 0)} streams do: take some away.`;
    case 'not-above-one':
      return `${capital(point.what)} must be above 1; it is ${formatEntered(point.value)}.`;
    case 'below-zero-kelvin':
      return `${capital(point.what)} lies below absolute zero.`;
    case 'beyond-sense':
      return `${capital(point.what)} of ${show.temperature(point.T)} is beyond what any column meets: at most ${show.temperature(point.highest)}.`;
    case 'part-not-in-mixture':
      return `${point.feed === '' ? 'The feed' : capital(point.feed)} holds a component that the mixture does not have (${point.id}): add it to the mixture, or take its part away.`;
    case 'no-such-stream':
      return `A connection names a stream that is not there (${point.id}): take the connection away, or make the stream.`;
    case 'recycle':
      return `What leaves ${point.name} comes back to it: columns and drums are solved one after the other, so take one connection away.`;
    case 'upstream-open':
      return `${capital(point.name)} is not known yet: what sends it has open points of its own.`;
    case 'connected-twice':
      return `${point.name === '' ? 'A feed' : capital(point.name)} is connected to this unit twice: take one connection away.`;
    case 'targets-for-handles':
      return targetsForHandles(point.targets, point.handles);
    case 'not-with-column':
      return `${capital(point.what)} needs ${point.needs}: switch it off, or change the column.`;
  }
}

function betweenKeys(names: readonly string[], overhead: readonly number[]): string {
  const shares = names.map((name, k) => `${formatFixed(100 * (overhead[k] ?? 0), 0)} % of the ${name}`).join(' and ');
  const boils = names.length === 1 ? `${capital(names[0] ?? '')} boils` : `${capital(names.join(' and '))} boil`;
  return `${boils} between the keys and ${names.length === 1 ? 'goes' : 'go'} both ways, ${shares} overhead: to send ${names.length === 1 ? 'it' : 'them'} one way, choose neighbours as keys and give a recovery.`;
}

function severalColumns({ reflux, other, heat, otherHeat }: Extract<Warning, { code: 'several-columns' }>, show: Show): string {
  const heats = `${show.quantity(heat, 'power')} of heat here, ${show.quantity(otherHeat, 'power')} there`;
  const ratios = reflux === null || other === null ? '' : `, reflux ratio ${show.ratio(reflux)} and ${show.ratio(other)}`;
  const which = heat < otherHeat ? 'the cheaper one' : 'the one that is found from nothing, whatever was solved before';
  return `Two columns meet these targets; this is ${which} (${heats}${ratios}).`;
}

function factorsRough(saturation: number, rise: number, show: Show): string {
  const why =
    saturation > 1.5
      ? `they pass ${saturation.toPrecision(3)} times what equilibrium at an end allows`
      : `the ends are ${show.quantity(rise, 'temperatureDifference')} apart`;
  return `Effective factors are rough here: ${why}. Where the column is warm in its middle hardly anything dissolves, and more stays than is shown. Trust the ladder instead.`;
}

/** What water does to these, and what is not counted of it. */
export function explainIons({ names, isReaction }: { names: readonly string[]; isReaction: boolean }): string {
  const all = new Intl.ListFormat('en').format(names);
  return isReaction
    ? `${capital(all)} ${names.length === 1 ? 'reacts' : 'react'} in water, or with one another there. That is not counted: only the molecules are, so more dissolves than is shown.`
    : `Water makes some ions of ${all}. They are not counted: in very dilute water more dissolves than is shown.`;
}

export function explainWarning(warning: Warning, show: Show): string {
  switch (warning.code) {
    case 'extrapolated':
      return `The ${warning.property} of ${warning.name} is known from ${show.temperature(warning.Tmin)} to ${show.temperature(warning.Tmax)}; ${show.temperature(warning.T)} is outside.`;
    case 'ions-not-counted':
      return explainIons(warning);
    case 'factors-rough':
      return factorsRough(warning.saturation, warning.rise, show);
    case 'several-columns':
      return severalColumns(warning, show);
    case 'only-from-before':
      return 'This column was found from the one before it; from nothing it is not found, so that a report or another person may not see it. Keep its profile, or walk to it again.';
    case 'liquid-parts':
      return `At ${show.temperature(warning.T)} the liquid splits into two, the smaller of ${show.fraction(warning.smaller)} of it; they leave together here, as if they were one.`;
    case 'sheet-not-followed':
      return `The estimate holds to the keys alone: ${warning.name === null ? 'the distillate' : `of ${warning.name} overhead`} comes to ${show.molarFlow(warning.estimate)} where the balance sheet has ${show.molarFlow(warning.sheet)}. The ladder can be held to the sheet's numbers.`;
    case 'draw-not-as-wanted':
      return `Stage ${formatFixed(warning.stage, 0)} gives a draw of ${show.fraction(warning.there)} where the balance sheet has ${show.fraction(warning.x)}.`;
    case 'feed-on-condenser':
      return 'The best feed stage is the partial condenser itself: this feed needs no rectifying stages.';
    case 'between-keys':
      return betweenKeys(warning.names, warning.overhead);
    case 'split-not-meant':
      return `The ${warning.product} holds ${show.fraction(warning.there)} of the light component where the balance sheet means ${show.fraction(warning.meant)}.`;
    case 'wish-not-met':
      return `${capital(cellWords(warning.cell, show))} was the wish; the sheet makes it ${cellNumber(warning.cell.kind, warning.there, show)}.`;
    case 'cell-repeats':
      return `${capital(cellWords(warning.cell, show))} follows from the other numbers already; it says nothing new.`;
    case 'lines-bent':
      return 'No column at total reflux would divide the components quite like this: more is asked than a split by volatility gives by itself.';
    case 'lighter-goes-down':
      return 'These numbers send the heavier components overhead and the lighter ones down: look whether two of them are exchanged.';
    case 'volatility-varies':
      return `The volatility of ${warning.name} over ${warning.other} goes from ${warning.lowest.toPrecision(3)} to ${warning.highest.toPrecision(3)} along the column: a method that takes it as constant is not to be trusted here.`;
    case 'no-reflux-needed':
      return 'The split asks no reflux at all: the feed as it comes already parts further. Every reflux above zero does it.';
    case 'other-split':
      return `The distillate holds mostly ${warning.holds}; the split on the balance sheet wants ${warning.wants} there.`;
    case 'colder-than-coolant': {
      const means = warning.coolant === 'refrigerant' ? 'another refrigerant is needed' : 'refrigeration is needed';
      return `The condenser needs ${show.temperature(warning.T)}: colder than ${whose(warning)} ${warning.coolant === 'water' ? 'cooling water' : warning.coolant} reaches (${show.temperature(warning.available)}); ${means}.${ofUtilities(warning)}`;
    }
    case 'hotter-than-heating':
      return `The reboiler needs ${show.temperature(warning.T)}: hotter than ${warning.isUsual ? 'usual heating steam' : 'the site’s heating medium'} reaches (${show.temperature(warning.available)}). Lower the pressure, or take a hotter medium.${ofUtilities(warning)}`;
    case 'nearly-dry':
      return warning.stages.length === 1
        ? `Stage ${show.count(warning.stage)} is nearly dry: ${show.molarFlow(warning.flow)} of ${warning.phase} is left on it.`
        : `${show.count(warning.stages.length)} stages, ${spans(warning.stages)}, are nearly dry; least is left on stage ${show.count(warning.stage)}: ${show.molarFlow(warning.flow)} of ${warning.phase}.`;
    case 'stage-outside-range':
      return `Stage ${show.count(warning.stage)} is at ${show.temperature(warning.T)}: the ${warning.property} of ${warning.name} is known from ${show.temperature(warning.Tmin)} to ${show.temperature(warning.Tmax)}.`;
    case 'freezes':
      return `${capital(warning.name)} would freeze ${warning.place}, at ${show.temperature(warning.T)}: it melts at ${show.temperature(warning.melts)}, and of the ${show.share(warning.x)} that are there such a liquid holds some ${show.share(warning.dissolves)} dissolved (ideal solubility, an estimate).`;
    case 'sheet-not-reached':
      return `Not what the balance sheet asks: ${warning.cells.map(({ cell, reached }) => `${cellWords(cell, show)}, is ${cellNumber(cell.kind, reached, show)}`).join('; ')}.`;
    case 'pressure-falls':
      return `The pressure falls from ${show.pressure(warning.above)} above to ${show.pressure(warning.below)} below: vapour rises only where it is higher below. Exchange the two, or leave the lower one out.`;
    case 'reflux-vanishes':
      return `The reflux ratio is only ${show.ratio(warning.reflux)}: hardly anything runs back from the condenser.`;
    case 'feed-unlike-stage':
      return `${warning.feed} enters at ${show.temperature(warning.T)}, its stage ${show.count(warning.stage)} is at ${show.temperature(warning.there)}: look at its state, or at another stage.`;
    case 'feed-below-pressure':
      return `${warning.feed} comes at ${show.pressure(warning.P)}, below the ${show.pressure(warning.there)} of stage ${show.count(warning.stage)}: it would not flow in.`;
    case 'subcooled-above-boiling':
      return `The condensate is asked to leave at ${show.temperature(warning.T)}, but boils at ${show.temperature(warning.boils)}.`;
    case 'tangent-pinch':
      return `The pinch at minimum reflux is on the curve at x = ${show.fraction(warning.x)}, not at the feed: a colder or hotter feed will not lower it.`;
  }
}

function targetsForHandles(targets: number, handles: readonly string[]): string {
  const count = (n: number, what: string): string => `${n === 0 ? 'no' : n} ${what}${n === 1 ? '' : 's'}`;
  const words = `${capital(count(targets, 'target'))} in force for ${count(handles.length, 'handle')}${handles.length === 0 ? '' : ` (${handles.join(', ')})`}`;
  return targets > handles.length
    ? `${words}: switch ${targets - handles.length === 1 ? 'one' : targets - handles.length} off.`
    : `${words}: ${handles.length - targets === 1 ? 'one more target is' : `${handles.length - targets} more targets are`} needed.`;
}

/** A, b and c. */
const listed = (names: readonly string[]): string =>
  capital(names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`);

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

const whose = ({ isUsual }: { isUsual: boolean }): string => (isUsual ? 'a usual' : 'the site’s');

const ofUtilities = ({ isUsual }: { isUsual: boolean }): string =>
  isUsual ? ' What this site heats and cools with has not been entered.' : '';
