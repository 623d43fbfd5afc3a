/**
 * A column of equilibrium stages as the engine solves it. Stages count from 1 at the top; a condenser is stage 1, a reboiler the last. SI units;
 * every duty is heat added, so that a condenser's is negative.
 */
import type { BlockTridiagonal } from '../numerics/index.ts';
import type { Phase, PhaseProperties, ThermoModel } from '../thermo/index.ts';
import type { EquationRow } from './rows.ts';

/** A feed as the column takes it. */
export interface ColumnFeed {
  stage: number;
  /** mol/s by component. */
  flows: Float64Array;
  /** J/mol of the feed as it comes; the whole of it enters its stage. */
  enthalpy: number;
  /** K, Pa and mol/mol as it comes: where the first profile begins, and what it is flashed at when handles move it. */
  T: number;
  P: number;
  vapourFraction: number;
}

/**
 * A total condenser, whose liquid is divided into reflux and distillate; a partial one, an equilibrium stage with vapour product; a mixed one, with
 * vapour and liquid product; none: the first stage is a tray and its vapour the overhead.
 */
export type Top = 'total-condenser' | 'partial-condenser' | 'mixed-condenser' | 'none';

/**
 * A kettle, an equilibrium stage whose liquid is the bottoms; a total reboiler, which evaporates all that the bottoms leave of the liquid above it;
 * none: the liquid of the last tray is the bottoms.
 */
export type Bottom = 'kettle' | 'total-reboiler' | 'none';

/** How much colder than its bubble point a total condenser's liquid leaves: by so many K, or at a temperature, K. */
export interface Subcooling {
  by: 'degrees' | 'temperature';
  value: number;
}

/** Part of the liquid or the vapour that leaves a stage, taken away; how much is a handle. */
export interface Draw {
  stage: number;
  phase: Phase;
}

/** Liquid taken from one stage and returned to another, heated or cooled on the way; how much and by how much are handles. */
export interface PumpAround {
  from: number;
  to: number;
}

/**
 * What else may be moved: heat on a stage (W), a feed's flow (its part of what is given), the flow of one of its components (mol/s), its temperature
 * (K), heat added to it (W), every pressure (Pa more), subcooling (K more).
 */
export type FreeHandle =
  | { kind: 'duty'; stage: number }
  | { kind: 'feed-flow'; feed: number }
  | { kind: 'feed-component'; feed: number; component: number }
  | { kind: 'feed-temperature'; feed: number }
  | { kind: 'feed-heat'; feed: number }
  | { kind: 'pressure' }
  | { kind: 'subcooling' };

/**
 * What is moved to meet the targets. Draws count as in `drawsOf`: distillate and bottoms of condensers and total reboilers first. mol/s for flows,
 * W for duties.
 */
export type Handle =
  | FreeHandle
  | { kind: 'draw'; draw: number }
  | { kind: 'pump-around-flow'; loop: number }
  | { kind: 'pump-around-duty'; loop: number };

/** Where material is counted. Overhead and bottoms are all that leaves at an end; a draw counts as in `drawsOf`. */
export type Place =
  | { at: 'overhead' }
  | { at: 'overhead-vapour' }
  | { at: 'bottoms' }
  | { at: 'draw'; draw: number }
  | { at: 'reflux' }
  | { at: 'boil-up' }
  | { at: 'pump-around'; loop: number }
  | { at: 'feed'; feed: number }
  | { at: 'feeds' }
  | { at: 'stage'; stage: number; phase: Phase };

/** Σ wᵢ fᵢ over the components of what is counted at a place: all w = 1 its moles, w = M its mass. */
export interface WeightedSum {
  place: Place;
  weights: Float64Array;
}

/** Something of a column that has a value; with every `ratio` goes what it is divided by, null for a plain sum. */
export type Quantity =
  | { kind: 'ratio'; over: WeightedSum; under: WeightedSum | null }
  | { kind: 'temperature'; stage: number }
  | { kind: 'duty'; of: 'condenser' | 'reboiler' }
  | { kind: 'handle'; handle: Handle }
  /** K at which what is counted there begins to boil or to condense at P, Pa. */
  | { kind: 'saturation'; place: Place; of: 'bubble' | 'dew'; P: number }
  /** Pa under which it boils at T, K. */
  | { kind: 'vapour-pressure'; place: Place; T: number }
  /** K of the liquid that a pump-around returns. */
  | { kind: 'return-temperature'; loop: number };

/** A quantity and the value it is held to. */
export interface Target {
  quantity: Quantity;
  value: number;
}

/** Everything a rigorous column is made of. */
export interface ColumnInput {
  model: ThermoModel;
  stages: number;
  top: Top;
  bottom: Bottom;
  /** Of a total condenser; null: its liquid leaves at the bubble point. */
  subcooling: Subcooling | null;
  /** Pa on each stage. */
  pressure: Float64Array;
  /** Murphree's of the vapour, of component i on stage j at [j·n + i], 0 to 1; 1 on condenser, reboiler and the last stage. */
  efficiency: Float64Array;
  /** W added on each stage beside what handles add. */
  heat: Float64Array;
  feeds: readonly ColumnFeed[];
  draws: readonly Draw[];
  pumpArounds: readonly PumpAround[];
  /** Handles beside those that the column has by itself. */
  free: readonly FreeHandle[];
  /** As many as handles (`handlesOf`). */
  targets: readonly Target[];
  /** Asked between steps of every method; true ends the search: who calls keeps the time. */
  isOver?: (() => boolean) | undefined;
}

/** Temperatures and flows to begin from. */
export interface ColumnProfile {
  /** K by stage; of a total condenser its bubble point. */
  T: Float64Array;
  /**
   * mol/s of component i leaving stage j at [j·n + i]; in a total condenser the vapour row holds the mole fractions of the first bubble, in a total
   * reboiler the liquid row those of the first drop.
   */
  liquid: Float64Array;
  vapour: Float64Array;
}

/** A column that was found. */
export interface SolvedColumn extends ColumnProfile {
  readonly handles: readonly Handle[];
  /** mol/s and W. */
  readonly handleValues: Float64Array;
  /** mol/s by component: all that leaves at the top and at the bottom, and each of `drawsOf`. */
  overhead: Float64Array;
  bottoms: Float64Array;
  draws: Float64Array[];
  /** Of every feed, as handles moved it: mol/s by component, and W. */
  fed: { flows: Float64Array; heat: number }[];
  /** W, null where there is none. */
  condenserDuty: number | null;
  reboilerDuty: number | null;
  /** mol/mol, null without a condenser. */
  refluxRatio: number | null;
  /** K of the liquid that leaves a total condenser; elsewhere that of stage 1. */
  condensateT: number;
  /** Pa on each stage. */
  pressure: Float64Array;
  /** Relative gain of target t by handle h at [t·handles + h]; undefined where nothing is known of them. */
  gains: Float64Array | undefined;
  /** What the quantities that were watched are, NaN where they are nothing. */
  watched: number[];
  record: SolveRecord;
}

/** Who solved it and how. */
export interface SolveRecord {
  attempts: { method: string; iterations: number; residual: number; isSolved: boolean }[];
}

/** A profile that was given, to begin from; null where nothing was said of it. */
export interface GivenProfile {
  /** K by stage. */
  T: Float64Array;
  /** mol/s leaving each stage. */
  liquid: Float64Array | null;
  vapour: Float64Array | null;
  /** Liquid mole fractions of component i on stage j at [j·n + i]. */
  x: Float64Array | null;
}

/** Adds Σ wᵢ fᵢ over one feed or all of them as handles move them to a row. */
export interface FedSums {
  addSum: (place: Place & { at: 'feed' | 'feeds' }, weights: Float64Array, row: EquationRow) => void;
}

/** A column while it is being solved, as its targets see it. */
export interface ColumnState extends ColumnProfile {
  readonly input: ColumnInput;
  /** Components. */
  readonly n: number;
  readonly stages: number;
  readonly handles: readonly Handle[];
  readonly draws: readonly Draw[];
  readonly handleValues: Float64Array;
  /** Pa. */
  readonly pressure: Float64Array;
  /** mol/s that leaves each stage; of first bubbles and drops the sum of their fractions. */
  readonly totalLiquid: Float64Array;
  readonly totalVapour: Float64Array;
  /** mol/s that handles take from the liquid and the vapour of each stage. */
  readonly liquidTaken: Float64Array;
  readonly vapourTaken: Float64Array;
  readonly liquidOf: readonly PhaseProperties[];
  readonly vapourOf: readonly PhaseProperties[];
  /** The liquid that runs from a total condenser; elsewhere that of stage 1. */
  readonly condensate: PhaseProperties;
  readonly system: BlockTridiagonal;
  readonly feeds: FedSums;
  /** mol/s of everything that is fed. */
  readonly fed: number;
  /** By component and pump-around what is in its pipe, and last its enthalpy: mol/s and W at [loop·(n + 1) + i]. */
  readonly piped: Float64Array;
  /** Whether a handle is moved as its part of a stream. */
  isShared: (k: number) => boolean;
  isTotalCondenser: (j: number) => boolean;
  isTotalReboiler: (j: number) => boolean;
  /** Adds the heat that a stage gives away more than it gets, W, its fixed heat not counted, to a row. */
  addHeatOf: (j: number, row: EquationRow) => void;
  /** Heat that has to be added to stage j, W: what its balance leaves open. */
  openDuty: (j: number) => number;
}
