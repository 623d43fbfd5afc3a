/**
 * A column of equilibrium stages as the engine solves it. Stages count from 1 at the top; a condenser is stage 1, a kettle reboiler the last. SI units;
 * every duty is heat added, so that a condenser's is negative.
 */
import type { BlockTridiagonal } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

export interface ColumnFeed {
  stage: number;
  /** mol/s by component. */
  flows: Float64Array;
  /** J/mol of the feed as it comes; the whole of it enters its stage. */
  enthalpy: number;
  /** K and mol/mol as it comes: where the first profile begins. */
  T: number;
  vapourFraction: number;
}

/** A condenser whose liquid leaves at its bubble point, or one that is an equilibrium stage with vapour product; none: the first stage is a tray. */
export type Top = 'total-condenser' | 'partial-condenser' | 'none';

export type Bottom = 'kettle' | 'none';

/** What may be moved to meet targets: the liquid taken from the first stage as distillate (mol/s), or the heat added to a stage (W). */
export type Handle = { kind: 'distillate' } | { kind: 'duty'; stage: number };

export type ColumnProduct = 'overhead' | 'bottoms';

/** What the column must meet. Overhead is the distillate, or without a condenser the vapour that leaves; component counts from 0. */
export type Target =
  | { kind: 'reflux-ratio'; value: number }
  | { kind: 'flow'; product: ColumnProduct; value: number }
  | { kind: 'duty'; stage: number; value: number }
  | { kind: 'temperature'; stage: number; value: number }
  | { kind: 'fraction'; product: ColumnProduct; component: number; value: number }
  | { kind: 'recovery'; product: ColumnProduct; component: number; value: number };

export interface ColumnInput {
  model: ThermoModel;
  stages: number;
  top: Top;
  bottom: Bottom;
  /** Pa on each stage. */
  pressure: Float64Array;
  /** Murphree's of the vapour on each stage, 0 to 1; 1 on condenser and reboiler. */
  efficiency: Float64Array;
  /** W added on each stage beside condenser and reboiler. */
  heat: Float64Array;
  feeds: readonly ColumnFeed[];
  /** As many as handles: the distillate where there is a condenser, and the reboiler's duty where there is a reboiler. */
  targets: readonly Target[];
}

export interface ColumnProfile {
  /** K by stage. */
  T: Float64Array;
  /** mol/s of component i leaving stage j at [j·n + i]; in a total condenser the vapour row holds the incipient vapour's mole fractions. */
  liquid: Float64Array;
  vapour: Float64Array;
}

export interface SolvedColumn extends ColumnProfile {
  /** mol/s by component. */
  overhead: Float64Array;
  bottoms: Float64Array;
  /** W, null where there is none. */
  condenserDuty: number | null;
  reboilerDuty: number | null;
  /** mol/mol, null without a condenser. */
  refluxRatio: number | null;
}

/** A column while it is being solved, as its targets see it. */
export interface ColumnState extends ColumnProfile {
  readonly input: ColumnInput;
  /** Components. */
  readonly n: number;
  readonly stages: number;
  readonly handles: readonly Handle[];
  /** mol/s and W. */
  readonly handleValues: Float64Array;
  /** mol/s that leaves each stage; of a total condenser's vapour the sum of its fractions. */
  readonly totalLiquid: Float64Array;
  readonly totalVapour: Float64Array;
  readonly system: BlockTridiagonal;
  /** mol/s of everything that is fed. */
  readonly fed: number;
  isTotalCondenser: (j: number) => boolean;
}
