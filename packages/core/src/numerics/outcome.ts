/**
 * An answer is a value: what a user can cause is returned, never thrown. A reason is a code with the numbers that prove it;
 * `explain` in units/ turns it into a sentence. All numbers are SI; compositions are mole fractions.
 */
export type Outcome<T> =
  | { state: 'solved'; value: T; report: Report; warnings: Warning[] }
  | { state: 'open'; points: OpenPoint[] }
  | { state: 'out-of-reach'; reason: Reason; nearest?: T; report: Report };

/** What the solver did: its steps and the largest error left. */
export interface Report {
  iterations: number;
  residual: number;
}

/** Something that is still missing or contradictory; `path` is the field in the case document that mends it. Values are SI; `measured` says of what, left out for plain numbers. */
export type OpenPoint =
  | { code: 'missing'; path: string; what: string }
  | { code: 'not-a-fraction'; path: string; what: string; value: number }
  | { code: 'not-positive'; path: string; what: string; value: number; measured?: Measured }
  | { code: 'share-at-limit'; path: string; what: string; value: number }
  | { code: 'not-a-count'; path: string; what: string; value: number; least: number }
  | { code: 'stage-not-there'; path: string; what: string; stage: number; stages: number }
  | { code: 'negative'; path: string; what: string; value: number; measured?: Measured }
  | { code: 'sum-not-one'; path: string; what: string; sum: number }
  | { code: 'numbers-needed'; path: string; count: number; propose: { component: string; product: string } | null }
  | { code: 'not-fed'; path: string; name: string }
  | { code: 'no-side-draws'; path: string }
  | { code: 'no-mixed-condenser'; path: string }
  | { code: 'steam-without-water'; path: string; name: string }
  | { code: 'steam-needs-purities'; path: string }
  | { code: 'draws-need-flows'; path: string }
  | { code: 'same-component'; path: string; name: string }
  | { code: 'pair-missing'; path: string; names: [string, string]; model: string }
  | { code: 'groups-missing'; path: string; name: string }
  | { code: 'group-pair-missing'; path: string; groups: [string, string] }
  | { code: 'not-two-streams'; path: string; count: number }
  | { code: 'not-above-one'; path: string; what: string; value: number }
  | { code: 'not-two-components'; path: string; count: number }
  | { code: 'not-below'; path: string; what: string; value: number; limit: number } // K
  | { code: 'too-few-points'; path: string; points: number; parameters: number }
  | { code: 'below-zero-kelvin'; path: string; what: string }
  | { code: 'beyond-sense'; path: string; what: string; T: number; highest: number } // K
  | { code: 'part-not-in-mixture'; path: string; feed: string; id: string }
  | { code: 'no-such-stream'; path: string; id: string }
  | { code: 'connected-twice'; path: string; name: string }
  /** Of a unit to which its own product comes back. */
  | { code: 'recycle'; path: string; name: string }
  /** Of a stream whose unit has open points. */
  | { code: 'upstream-open'; path: string; name: string }
  | { code: 'asked-twice'; path: string; what: string }
  | { code: 'fractions-beyond-one'; path: string; what: string[]; sum: number }
  | { code: 'more-than-tells'; path: string; what: string; value: number; most: number; measured: Measured }
  | { code: 'end-turned'; path: string; end: 'condenser' | 'reboiler' }
  | { code: 'targets-for-handles'; path: string; targets: number; handles: string[] }
  | { code: 'not-with-column'; path: string; what: string; needs: string };

export type Reason =
  /** Of a stream whose unit has no answer, or sends nothing that way. */
  | { code: 'upstream'; name: string; reason: Reason }
  | { code: 'nothing-flows'; name: string }
  /** Of one feed; name '' when it has none. */
  | { code: 'in-feed'; name: string; reason: Reason }
  | { code: 'no-fit' }
  | { code: 'nothing-to-fit' }
  | { code: 'two-equations' }
  | { code: 'supercritical'; P: number; highest: number } // Pa
  | { code: 'no-convergence'; residual: number; iterations: number }
  | { code: 'time-over'; residual: number; iterations: number }
  | { code: 'not-finite'; what: string }
  | { code: 'phases-alike'; T: number; P: number } // K, Pa
  | { code: 'no-saturation'; point: 'bubble' | 'dew'; given: { P: number } | { T: number }; why: 'one-phase' | 'two-phases' } // Pa, K
  | { code: 'three-phases'; T: number; P: number } // K, Pa
  | { code: 'no-such-state'; what: string }
  | { code: 'same-knowledge' }
  | { code: 'feed-outside-products'; z: number; xB: number; xD: number }
  | { code: 'not-more-volatile'; name: string; other: string }
  | { code: 'azeotrope-in-range'; name: string; x: number; T: number; xB: number; xD: number }
  | { code: 'two-liquids'; from: number; to: number }
  | { code: 'reflux-not-positive'; reflux: number; minimum: number } // mol/mol
  | { code: 'below-minimum-reflux'; reflux: number; minimum: number; from: number; to: number } // mol/mol; x between which the lines lie above the curve
  | { code: 'no-boil-up'; reflux: number; minimum: number } // mol/mol
  | { code: 'draw-outside-products'; x: number; xB: number; xD: number }
  | { code: 'feed-stages-impossible' }
  | { code: 'feed-stage-out-of-range'; stage: number; first: number; last: number }
  | { code: 'too-many-stages'; limit: number; of: 'reflux' | 'liquid' | 'gas' }
  | { code: 'keys-turn'; name: string; other: string; place: ColumnPlace; T: number; alpha: number } // K
  | { code: 'azeotrope-of-keys'; name: string; other: string; x: number; T: number } // mole fraction of the first in the pair; K
  | { code: 'split-too-easy'; stages: number }
  | { code: 'estimate-below-minimum'; reflux: number; minimum: number } // mol/mol
  | { code: 'product-empty'; product: 'distillate' | 'bottoms' }
  | { code: 'cells-conflict'; cells: NamedCell[] }
  | { code: 'no-split'; cells: NamedCell[] }
  | { code: 'keys-unknown' }
  | { code: 'rating-impossible' }
  | { code: 'passes-too-little'; recovery: number }
  | { code: 'transfer-impossible'; kind: 'absorption' | 'stripping'; name: string; recovery: number; greatest: number }
  | { code: 'flow-below-least'; kind: 'absorption' | 'stripping'; flow: number; least: number } // mol/s
  | { code: 'stages-not-enough'; stages: number; fewest: number }
  | { code: 'draw-too-large'; stage: number }
  | { code: 'targets-repeat'; targets: string[] }
  /** With one flow alone: mol/s asked, and fed in all. */
  | { code: 'targets-beyond-balance'; targets: string[]; amount: { asked: number; fed: number } | null }
  | {
      code: 'stopped-short';
      target: string;
      wanted: number;
      reached: number;
      measured: Measured;
      share: number;
      obstacle: Obstacle | null;
    }
  | { code: 'runs-dry'; stage: number; phase: 'liquid' | 'vapour' }
  /** K: where the vapour pressures of all add up to P (Pa), and where the last boils. */
  | { code: 'stage-beyond-boiling'; stage: number; wanted: number; coldest: number; hottest: number; P: number }
  | { code: 'split-needs-more-stages'; stages: number; fewest: number } // equilibrium stages
  /** K: a condenser hotter than the feed condenses, a reboiler colder than it boils. */
  | { code: 'end-beyond-feed'; end: 'condenser' | 'reboiler'; wanted: number; limit: number }
  | { code: 'top-hotter-than-bottom'; top: number; bottom: number } // K
  | { code: 'split-upside-down'; light: string; heavy: string }
  | { code: 'reboiler-heats-too-little'; heat: number; least: number } // W
  | { code: 'reboiler-would-cool'; reflux: number; heat: number } // mol/mol, W
  | { code: 'higher-needs-more'; stages: number; reflux: number; before: number } // mol/mol
  | { code: 'no-reflux-in-column' }
  | { code: 'no-keys-in-column' }
  | { code: 'no-slopes' }
  | { code: 'gas-in-pair'; name: string }
  | { code: 'not-condensable'; P: number };

/** A number given on the balance sheet, as a sentence names it; component null: the product's total. */
export interface NamedCell {
  component: string | null;
  product: string;
  kind: string;
  value: number;
}

/** What the values of a target are: the dimension that they are shown in. */
export type Measured =
  | 'ratio'
  | 'molarFlow'
  | 'massFlow'
  | 'standardLiquidFlow'
  | 'standardGasFlow'
  | 'volumeFlow'
  | 'moleFraction'
  | 'massFraction'
  | 'volumeFraction'
  | 'temperature'
  | 'temperatureDifference'
  | 'pressure'
  | 'pressureDrop'
  | 'molarMass'
  | 'density'
  | 'power';

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

/** Where in a column something is. */
export type ColumnPlace = 'top' | 'feed' | 'bottom';

/** A result that stands, with something the engineer should know. */
export type Warning =
  | { code: 'extrapolated'; name: string; property: string; T: number; Tmin: number; Tmax: number } // K
  | { code: 'ions-not-counted'; names: string[]; isReaction: boolean }
  | { code: 'feed-on-condenser' }
  /** mol/s overhead of one component, or of all (name null): on the balance sheet, and by the estimate. */
  | { code: 'sheet-not-followed'; name: string | null; sheet: number; estimate: number }
  | { code: 'several-columns'; reflux: number | null; other: number | null; heat: number; otherHeat: number } // mol/mol, W
  | { code: 'only-from-before' }
  /** A drum's liquid is two: K, and the share of the smaller one, mol/mol. */
  | { code: 'liquid-parts'; T: number; smaller: number }
  | { code: 'factors-rough'; saturation: number; rise: number } // mol/mol, K
  | { code: 'draw-not-as-wanted'; stage: number; there: number; x: number }
  | { code: 'between-keys'; names: string[]; overhead: number[] } // mol/mol of each
  | { code: 'split-not-meant'; product: 'distillate' | 'bottoms'; there: number; meant: number }
  | { code: 'wish-not-met'; cell: NamedCell; there: number }
  | { code: 'lines-bent' }
  | { code: 'lighter-goes-down' }
  | { code: 'cell-repeats'; cell: NamedCell }
  | { code: 'tangent-pinch'; x: number }
  | { code: 'volatility-varies'; name: string; other: string; lowest: number; highest: number }
  | { code: 'no-reflux-needed'; minimum: number } // mol/mol
  | { code: 'other-split'; holds: string; wants: string }
  | { code: 'colder-than-coolant'; T: number; coolant: 'water' | 'air' | 'refrigerant'; available: number; isUsual: boolean } // K
  | { code: 'hotter-than-heating'; T: number; available: number; isUsual: boolean } // K
  /** The driest stage with what is left on it, mol/s, and all that are nearly dry, from the top. */
  | { code: 'nearly-dry'; stage: number; phase: 'liquid' | 'vapour'; flow: number; stages: number[] }
  | { code: 'stage-outside-range'; stage: number; name: string; property: string; T: number; Tmin: number; Tmax: number } // K
  | { code: 'reflux-vanishes'; reflux: number } // mol/mol
  /** Of `name` the liquid at `place` holds the mole fraction x; `dissolves` is all that it could. K. */
  | { code: 'freezes'; name: string; place: string; T: number; melts: number; x: number; dissolves: number }
  | { code: 'sheet-not-reached'; cells: { cell: NamedCell; reached: number }[] }
  | { code: 'pressure-falls'; above: number; below: number } // Pa
  | { code: 'feed-unlike-stage'; feed: string; T: number; stage: number; there: number } // K
  | { code: 'feed-below-pressure'; feed: string; P: number; stage: number; there: number } // Pa
  | { code: 'subcooled-above-boiling'; T: number; boils: number }; // K

export function solved<T>(value: T, report: Report = EXACT, warnings: Warning[] = []): Outcome<T> {
  return { state: 'solved', value, report, warnings };
}

export function outOfReach<T>(reason: Reason, report: Report = EXACT, nearest?: T): Outcome<T> {
  return nearest === undefined ? { state: 'out-of-reach', reason, report } : { state: 'out-of-reach', reason, nearest, report };
}

export function open<T>(points: OpenPoint[]): Outcome<T> {
  return { state: 'open', points };
}

/** The same non-answer to a larger question: open points and reasons travel up, a nearest point of another kind does not. */
export function passOn<T>(outcome: NoAnswer): Outcome<T> {
  return outcome.state === 'open' ? outcome : outOfReach(outcome.reason, outcome.report);
}

type NoAnswer = Exclude<Outcome<unknown>, { state: 'solved' }>;

/** Carries a non-answer out of a function that can only return a number, such as the f of a root search, to the `rescued` around it. */
class Interrupted extends Error {
  readonly outcome: NoAnswer;

  constructor(outcome: NoAnswer) {
    super('a step inside found no answer');
    this.outcome = outcome;
  }
}

/** The value; without one, the `rescued` around this call ends with the same non-answer. */
export function valueOrInterrupt<T>(outcome: Outcome<T>): T {
  if (outcome.state === 'solved') return outcome.value;
  throw new Interrupted(outcome);
}

/** Runs work whose inner steps may be interrupted by `valueOrInterrupt`; nothing of that leaves here but an outcome. */
export function rescued<T>(work: () => Outcome<T>): Outcome<T> {
  try {
    return work();
  } catch (error) {
    if (error instanceof Interrupted) return passOn(error.outcome);
    throw error;
  }
}

/** A result of closed formulae: no steps, no error but rounding. */
const EXACT: Report = { iterations: 0, residual: 0 };
