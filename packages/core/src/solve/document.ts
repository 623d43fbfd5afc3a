/**
 * The case document as the engine reads it; the schema package checks and upgrades it at the boundaries. SI units; `null` is a field
 * that has not been filled in yet. It holds a copy of every component record and parameter it uses, so that a case gives the same
 * numbers for ever.
 */
import type { CellKind } from '../balance/index.ts';
import type { RatingQuantity } from '../binary/index.ts';
import type { GillilandFit } from '../shortcut/index.ts';
import type { Mixture } from '../thermo/index.ts';
import type { UnitChoice } from '../units/index.ts';

export interface CaseDocument {
  site: SiteConditions;
  display: UnitChoice;
  mixture: Mixture;
  streams: Stream[];
  units: ColumnUnit[];
  connections: Connection[];
  notes: string;
}

export interface SiteConditions {
  barometricPressure: number; // Pa
  /** Temperature of standard liquid volumes, K. */
  standardTemperature: number;
  cooling: Record<CoolingName, CoolingLevel>;
}

export type CoolingName = 'water' | 'air' | 'refrigerant';

/** A coolant's temperature, K, and the smallest difference to it that an exchanger keeps, K. */
export interface CoolingLevel {
  temperature: number;
  approach: number;
}

export type AmountBasis = 'molar' | 'mass' | 'standard-liquid' | 'standard-gas' | 'actual';

/** mol/s, kg/s, m³/s of liquid at standard temperature, mol/s of gas, m³/s as the stream flows; in the basis in which it was typed. */
export interface Amount {
  value: number;
  basis: AmountBasis;
}

/** Fractions, or the flows of the components (mol/s, kg/s), which then say the amount too. */
export type CompositionBasis = 'mole' | 'mass' | 'volume' | 'molar-flow' | 'mass-flow';

export interface Composition {
  basis: CompositionBasis;
  /** By component identifier; what is left out is none. */
  parts: Record<string, number>;
}

/** A feed that comes from outside. */
export interface Stream {
  id: string;
  name: string;
  /** Not read where the composition is in component flows. */
  amount: Amount | null;
  composition: Composition;
  condition: [Condition, Condition];
}

/** One of the two things that are known of a feed. */
export type Condition =
  | { by: 'column-pressure' }
  | { by: 'saturated-liquid' }
  | { by: 'saturated-vapour' }
  | { by: ConditionQuantity; value: number | null };

/** K, Pa, mol/mol, J/mol from the elements at 298.15 K, K below the bubble point, K above the dew point, feed quality. */
export type ConditionQuantity = 'temperature' | 'pressure' | 'vapour-fraction' | 'enthalpy' | 'subcooling' | 'superheat' | 'q';

export type CondenserKind = 'total' | 'partial' | 'mixed';

export interface ColumnUnit {
  id: string;
  kind: 'column';
  name: string;
  /** Pa, at the condenser and at the reboiler; `bottom` null: as at the top. */
  pressure: { top: number | null; bottom: number | null };
  condenser: CondenserKind;
  /** Vapour in the distillate of a mixed condenser, mol/mol. */
  vapourShare: number | null;
  /** From the top down. */
  draws: SideDraw[];
  balance: { cells: SheetCell[] };
  graph: GraphInputs;
  estimate: EstimateInputs;
  carried: Carried | null;
}

/** A product between distillate and bottoms, drawn from a stage as liquid or as vapour. */
export interface SideDraw {
  id: string;
  name: string;
  phase: 'liquid' | 'vapour';
}

/** A cell of the balance sheet that was given. Products are `distillate`, `bottoms` and the side draws' ids; `component` null: the total. */
export interface SheetCell {
  component: string | null;
  product: string;
  kind: CellKind;
  wish: 'equal' | 'not-above' | 'not-below';
  value: number;
}

export interface RefluxWish {
  kind: 'ratio' | 'multiple';
  value: number;
}

export interface GraphInputs {
  /** Stages for a split and a reflux, or the split that given stages make. */
  task: 'design' | 'rating';
  rating: RatingInputs;
  reflux: RefluxWish | null;
  feedStage: number | 'best';
}

export interface RatingInputs {
  /** Stages above the feed stage, and below it with the reboiler. */
  above: number | null;
  below: number | null;
  /** Two things known beside the stages. */
  known: [RatingKnown, RatingKnown];
}

/** mol/mol; purities of the first component. */
export interface RatingKnown {
  by: RatingQuantity;
  value: number | null;
}

export interface EstimateInputs {
  /** null: proposed from the balance sheet. */
  keys: { light: string; heavy: string } | null;
  /** Find the stages for a reflux, or the reflux for so many stages. */
  find: 'stages' | 'reflux';
  reflux: RefluxWish | null;
  /** Equilibrium stages, reboiler and a partial condenser included; read where the reflux is sought. */
  stages: number | null;
  fit: GillilandFit;
  /** Overall efficiency of the trays, mol/mol; null: by O'Connell. */
  efficiency: number | null;
}

/** What an estimate or a graph hands on to the rigorous column. */
export interface Carried {
  from: 'graph' | 'estimate';
  stages: number;
  feedStage: number;
  reflux: number; // mol/mol
  distillate: number; // mol/s
  pressure: { top: number; bottom: number }; // Pa
  condenser: CondenserKind;
}

export interface Connection {
  from: { stream: string };
  to: { unit: string };
}
