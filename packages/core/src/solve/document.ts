/**
 * The case document as the engine reads it; the schema package checks and upgrades it at the boundaries. SI units; `null` is a field
 * that has not been filled in yet. It holds a copy of every component record and parameter it uses, so that a case gives the same
 * numbers for ever.
 */
import type { Mixture } from '../thermo/index.ts';

export interface CaseDocument {
  site: { barometricPressure: number }; // Pa
  display: DisplaySettings;
  mixture: Mixture;
  streams: Stream[];
  units: ColumnUnit[];
  connections: Connection[];
  notes: string;
}

/** Units by their identifiers in `units/`. */
export interface DisplaySettings {
  temperature: string;
  pressure: string;
  molarFlow: string;
  massFlow: string;
  power: string;
}

/** A fraction of the more volatile component, in the basis in which it was typed. */
export interface Fraction {
  value: number;
  basis: 'mole' | 'mass';
}

/** mol/s or kg/s, in the basis in which it was typed. */
export interface Flow {
  value: number;
  basis: 'molar' | 'mass';
}

/** A feed that comes from outside. */
export interface Stream {
  id: string;
  name: string;
  flow: Flow | null;
  /** Of the mixture's first component; two components are all a stream can hold yet. */
  composition: Fraction | null;
  condition: Condition;
}

export type Condition =
  | { by: 'saturated-liquid' }
  | { by: 'saturated-vapour' }
  | { by: 'q'; q: number | null }
  | { by: 'temperature'; temperature: number | null }; // K

export interface ColumnUnit {
  id: string;
  kind: 'column';
  name: string;
  pressure: number | null; // Pa
  condenser: 'total' | 'partial';
  graph: GraphInputs;
}

export interface GraphInputs {
  /** Of the mixture's first component, the one drawn along the axes. */
  distillate: Fraction | null;
  bottoms: Fraction | null;
  reflux: { kind: 'ratio' | 'multiple'; value: number } | null;
  feedStage: number | 'best';
}

export interface Connection {
  from: { stream: string };
  to: { unit: string };
}
