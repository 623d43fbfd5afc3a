/**
 * The case document as the engine reads it; the schema package checks and upgrades it at the boundaries. SI units; `null` is a field
 * that has not been filled in yet. It holds a copy of every component record and parameter it uses, so that a case gives the same
 * numbers for ever.
 */
import type { CellKind } from '../balance/index.ts';
import type { RatingQuantity } from '../binary/index.ts';
import type { MethodName } from '../column/index.ts';
import type { GillilandFit } from '../shortcut/index.ts';
import type { FitChoice, MeasuredPoint, Uncertainty } from '../regression/index.ts';
import type { Mixture } from '../thermo/index.ts';
import type { UnitChoice } from '../units/index.ts';

export interface CaseDocument {
  site: SiteConditions;
  display: UnitChoice;
  mixture: CaseMixture;
  streams: Stream[];
  units: ColumnUnit[];
  connections: Connection[];
  notes: string;
}

export interface CaseMixture extends Mixture {
  measured: MeasuredSet[];
}

/** Measured data of two components, first and second as in the points, with what a fit to them was asked for. */
export interface MeasuredSet {
  id: string;
  name: string;
  components: [string, string];
  points: MeasuredPoint[];
  uncertainty: Uncertainty;
  choice: FitChoice;
}

export interface SiteConditions {
  barometricPressure: number; // Pa
  /** Temperature of standard liquid volumes, K. */
  standardTemperature: number;
  cooling: Record<CoolingName, CoolingLevel>;
  /** What heats reboilers, as a coolant the other way round. */
  heating: CoolingLevel;
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

export type BottomKind = 'reboiler' | 'steam';

/** What a column is for: parting feeds by boiling, washing a gas with a liquid, or stripping a liquid with a gas. */
export type Service = 'distillation' | 'absorption' | 'stripping';

export interface ColumnUnit {
  id: string;
  kind: 'column';
  name: string;
  service: Service;
  /** Pa, at the condenser and at the reboiler; `bottom` null: as at the top. */
  pressure: { top: number | null; bottom: number | null };
  condenser: CondenserKind;
  /** Vapour in the distillate of a mixed condenser, mol/mol. */
  vapourShare: number | null;
  /** K by which a total condenser's liquid is colder than its bubble point. */
  subcooling: number;
  /** A kettle reboiler, or steam blown in under the last stage. */
  bottom: BottomKind;
  /** From the top down. */
  draws: SideDraw[];
  balance: { cells: SheetCell[] };
  graph: GraphInputs;
  estimate: EstimateInputs;
  absorption: AbsorptionInputs;
  /** null: nothing has been carried over to it. */
  ladder: LadderInputs | null;
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
  /** By feed and by side draw, from 1 at the top; one that is left out takes its best stage. */
  feedStages: Record<string, number>;
  drawStages: Record<string, number>;
  efficiency: TrayEfficiency | null;
}

/** 0 to 1: Murphree's of every tray, by the vapour, or of the trays over all. */
export interface TrayEfficiency {
  kind: 'murphree' | 'overall';
  value: number;
}

export interface RatingInputs {
  /** In all, with the reboiler and a partial condenser. */
  stages: number | null;
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

/** A gas washed by a liquid, or a liquid stripped by a gas. */
export interface AbsorptionInputs {
  /** Streams: the gas enters under the last stage, the liquid on the first. */
  gas: string | null;
  liquid: string | null;
  /** The component that is to pass from one to the other. */
  solute: string | null;
  /** Stages for a part of the solute to pass, or the part that so many stages pass. */
  find: 'stages' | 'recovery';
  /** mol/mol */
  recovery: number | null;
  stages: number | null;
  /** The washing liquid, or the stripping gas: as its stream says, or a multiple of the least that does. */
  flow: { kind: 'stream' } | { kind: 'multiple'; value: number };
  /** Overall efficiency of the trays, mol/mol; null: equilibrium stages are all that is asked. */
  efficiency: number | null;
}

/** The rigorous column, stage by stage. Stages count from 1 at the top; a condenser is stage 1 and a reboiler the last. */
export interface LadderInputs {
  stages: number;
  top: LadderTop;
  bottom: LadderBottom;
  /** Of a total condenser's liquid: K below its bubble point, or K. */
  subcooling: { by: 'degrees' | 'temperature'; value: number } | null;
  pressure: LadderPressure;
  /** By stream; one that is left out enters half-way. */
  feeds: Record<string, LadderFeed>;
  /** By side draw; one that is left out is drawn half-way. */
  drawStages: Record<string, number>;
  pumpArounds: PumpAroundInputs[];
  /** W added to a stage; taken from it where negative. */
  heats: { stage: number; duty: number }[];
  /** W lost to the surroundings by all stages between condenser and reboiler together. */
  heatLoss: number;
  /** Murphree's of the vapour, 0 to 1: of every tray, of single trays, of single components. */
  efficiency: { all: number; stages: Record<string, number>; components: Record<string, number> };
  freed: FreedHandle[];
  targets: LadderTarget[];
  /** To begin from where no solution stands yet. */
  given: GivenProfileInputs | null;
  /** The one method to solve with; null: one after the other until one arrives. */
  method: MethodName | null;
}

/** By rung from the top; a list is empty where nothing is said. */
export interface GivenProfileInputs {
  T: number[]; // K
  liquid: number[]; // mol/s
  vapour: number[];
  x: number[][]; // mol/mol in the liquid
}

export type LadderTop = 'total' | 'partial' | 'mixed' | 'none';

/** A kettle; a total reboiler, which evaporates all that the bottoms leave; or none. */
export type LadderBottom = 'kettle' | 'total' | 'none';

/** Pa. */
export type LadderPressure =
  | { by: 'ends'; top: number | null; bottom: number | null }
  | { by: 'drops'; top: number | null; condenserDrop: number; stageDrop: number }
  | { by: 'list'; values: number[] };

export interface LadderFeed {
  stage: number;
  /** All of it to its stage, or its vapour to the stage above. */
  way: 'whole' | 'vapour-above';
}

export interface PumpAroundInputs {
  id: string;
  name: string;
  from: number;
  to: number;
}

/** What may be moved besides draws, duties of the ends and pump-arounds. */
export type FreedHandle =
  | { kind: 'feed-flow'; stream: string }
  | { kind: 'feed-component'; stream: string; component: string }
  | { kind: 'feed-temperature'; stream: string }
  | { kind: 'feed-heat'; stream: string }
  | { kind: 'stage-duty'; stage: number }
  | { kind: 'pressure' }
  | { kind: 'subcooling' };

export interface LadderTarget {
  id: string;
  quantity: LadderQuantity;
  /** Held exactly, or only where it would otherwise be passed. */
  wish: 'equal' | 'at-most' | 'at-least';
  /** SI. */
  value: number | null;
  isInForce: boolean;
  /** The handle that is to serve it, as the quantity that says what it is; null: as proposed. */
  moves: LadderQuantity | null;
}

export type QuantityBasis = 'mole' | 'mass' | 'volume';

/**
 * What is wanted. A place is `overhead` (all that leaves at the top), `overhead-vapour`, `distillate` (its liquid, of a mixed condenser), `bottoms`, or a
 * side draw's id; `components` empty means all of them together.
 */
export type LadderQuantity =
  | { kind: 'reflux-ratio' | 'boil-up-ratio'; basis: QuantityBasis }
  | { kind: 'flow' | 'fraction' | 'recovery'; place: string; components: string[]; basis: QuantityBasis }
  | { kind: 'component-ratio'; place: string; components: string[]; over: string[]; basis: QuantityBasis }
  | { kind: 'temperature'; stage: number }
  | { kind: 'bubble-point' | 'dew-point'; place: string; pressure: number }
  | { kind: 'vapour-pressure'; place: string; temperature: number }
  | { kind: 'molar-mass' | 'standard-density'; place: string }
  | { kind: 'duty'; of: 'condenser' | 'reboiler' }
  | { kind: 'stage-flow'; stage: number; phase: 'liquid' | 'vapour'; basis: QuantityBasis }
  | { kind: 'draw-share'; draw: string }
  | { kind: 'loop-flow' | 'loop-duty' | 'return-temperature'; loop: string }
  | { kind: 'freed'; handle: FreedHandle };

export interface Connection {
  from: { stream: string };
  to: { unit: string };
}
