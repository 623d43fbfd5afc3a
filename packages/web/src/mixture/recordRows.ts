import type { ComponentRecord, Correlation, Sourced } from '@keen-ladder/schema';
/** A component's record as rows: constants in the units they are talked of, correlations by what they give. */

type ConstantKey = {
  [K in keyof ComponentRecord]: ComponentRecord[K] extends Sourced | null ? K : never;
}[keyof ComponentRecord];

export type CorrelationKey = {
  [K in keyof ComponentRecord]: ComponentRecord[K] extends Correlation | null ? K : never;
}[keyof ComponentRecord];

export interface ConstantRow {
  key: ConstantKey;
  label: string;
  unit: string;
  /** The unit's worth in SI. */
  factor: number;
  offset?: number;
}

export const constantRows: readonly ConstantRow[] = [
  { key: 'molarMass', label: 'Molar mass', unit: 'g/mol', factor: 1e-3 },
  { key: 'normalBoilingPoint', label: 'Normal boiling point', unit: 'K', factor: 1 },
  { key: 'criticalTemperature', label: 'Critical temperature', unit: 'K', factor: 1 },
  { key: 'criticalPressure', label: 'Critical pressure', unit: 'bar', factor: 1e5 },
  { key: 'criticalVolume', label: 'Critical volume', unit: 'cm³/mol', factor: 1e-6 },
  { key: 'acentricFactor', label: 'Acentric factor', unit: '', factor: 1 },
  { key: 'meltingPoint', label: 'Melting point', unit: 'K', factor: 1 },
  { key: 'enthalpyOfFormation', label: 'Enthalpy of formation', unit: 'kJ/mol', factor: 1e3 },
];

export interface CorrelationRow {
  key: CorrelationKey;
  label: string;
  unit: string;
  factor: number;
}

export const correlationRows: readonly CorrelationRow[] = [
  { key: 'vapourPressure', label: 'Vapour pressure', unit: 'bar', factor: 1e5 },
  { key: 'heatOfVaporisation', label: 'Heat of vaporisation', unit: 'kJ/mol', factor: 1e3 },
  { key: 'idealGasHeatCapacity', label: 'Heat capacity, ideal gas', unit: 'J/(mol K)', factor: 1 },
  { key: 'liquidHeatCapacity', label: 'Heat capacity, liquid', unit: 'J/(mol K)', factor: 1 },
  { key: 'liquidDensity', label: 'Density, liquid', unit: 'mol/L', factor: 1e3 },
  { key: 'liquidViscosity', label: 'Viscosity, liquid', unit: 'mPa s', factor: 1e-3 },
  { key: 'gasViscosity', label: 'Viscosity, gas', unit: 'µPa s', factor: 1e-6 },
  { key: 'liquidConductivity', label: 'Conductivity, liquid', unit: 'W/(m K)', factor: 1 },
  { key: 'gasConductivity', label: 'Conductivity, gas', unit: 'W/(m K)', factor: 1 },
  { key: 'surfaceTension', label: 'Surface tension', unit: 'mN/m', factor: 1e-3 },
];

/** Labels of what is not as the databank has it. */
export function differences(record: ComponentRecord, databank: ComponentRecord): string[] {
  const constants = constantRows.filter(({ key }) => record[key]?.value !== databank[key]?.value);
  const correlations = correlationRows.filter(({ key }) => JSON.stringify(record[key]) !== JSON.stringify(databank[key]));
  return [...constants, ...correlations].map(({ label }) => label.toLowerCase());
}

/** The record with one constant typed; the constant's own unit. */
export function withConstant(record: ComponentRecord, { key, factor }: ConstantRow, value: number): ComponentRecord {
  return { ...record, [key]: { value: value * factor, source: 'typed in this case', how: 'typed' } };
}

export type ReadCoefficients = { ok: true; c: number[] } | { ok: false; sentence: string };

/** Coefficients typed in a row; as many as the form had. */
export function readCoefficients(text: string, count: number): ReadCoefficients {
  const cells = text.split(/[\s;]+/).filter((cell) => cell !== '');
  const c = cells.map(Number);
  const wrong = cells.find((_, k) => !Number.isFinite(c[k]));
  if (wrong !== undefined) return { ok: false, sentence: `${wrong} is no number. Part the coefficients by spaces.` };
  return c.length === count
    ? { ok: true, c }
    : { ok: false, sentence: `This form has ${count} coefficients; ${c.length} are typed.` };
}
