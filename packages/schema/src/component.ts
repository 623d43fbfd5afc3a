/**
 * A component as a case keeps it: every number with the key of its source. SI throughout; a correlation says its form, its
 * coefficients in the order of `core/properties/correlation.ts`, and the range of temperatures its source gives. What no table has is null:
 * transport properties are then estimated by a named method, a missing enthalpy of formation counts as 0 and is told.
 */
import { z } from 'zod';
import { identifier, number, text } from './primitives.ts';

/** How a number came about when it does not stand in a table as it is: fitted to table values, estimated by a method, or typed in a case. */
export const Derived = z.enum(['fitted', 'estimated', 'typed', 'solubility']);
export type Derived = z.infer<typeof Derived>;

const how = Derived.optional();

/** A single value with where it is from. */
export const Sourced = z.strictObject({
  value: number,
  source: text(500),
  how,
  /** Largest distance of the other tables' values from this one, in its unit, and their number. */
  spread: number.min(0).optional(),
  others: z.int().min(0).optional(),
});
export type Sourced = z.infer<typeof Sourced>;

const Positive = Sourced.refine((s) => s.value > 0, { message: 'must be above 0' });

/** Coefficients of each form, as the handbooks number or name them; `core/properties/correlation.ts` has the equations. */
const coefficientCounts = {
  '100': 5,
  '101': 5,
  '102': 4,
  '105': 4,
  '106': 6,
  '107': 5,
  '114': 5,
  '116': 6,
  antoine: 3,
  'wagner-25': 6,
  'wagner-36': 6,
  'vdi-hvap': 6,
  'vdi-viscosity': 5,
  trc: 8,
  shomate: 5,
  'quasi-polynomial': 7,
  'power-sum': 7,
} as const;

/** Forms of correlations over temperature. */
export type CorrelationForm = keyof typeof coefficientCounts;

const anyForm = Object.keys(coefficientCounts) as [CorrelationForm, ...CorrelationForm[]]; // the keys of the object are its forms

const correlationOf = (forms: readonly CorrelationForm[]) =>
  z
    .strictObject({
      form: z.enum(anyForm),
      c: z.array(z.number().min(-1e40).max(1e40)).max(8),
      Tmin: number.positive(), // K
      Tmax: number.positive(), // K
      source: text(500),
      how,
    })
    .refine((k) => forms.includes(k.form), { message: `must be one of ${forms.join(', ')}`, path: ['form'] })
    .refine((k) => k.c.length === coefficientCounts[k.form], { message: 'wrong number of coefficients for this form', path: ['c'] })
    .refine((k) => k.Tmin < k.Tmax, { message: 'Tmin must be below Tmax', path: ['Tmin'] });

/** A property against temperature, of any form. */
export const Correlation = correlationOf(anyForm);
export type Correlation = z.infer<typeof Correlation>;

/** [subgroup, how many of it] */
export const GroupCount = z.tuple([z.int().positive(), z.int().positive()]);
export type GroupCount = z.infer<typeof GroupCount>;

const GroupCounts = z.array(GroupCount).max(20);

/** Twu's α = Tr^(N(M−1)) exp(L(1 − Tr^(NM))) and the volume translation c, m³/mol, that belongs to it. */
export const TwuAlpha = z.strictObject({ L: number, M: number, N: number, c: number, source: text(500) });
export type TwuAlpha = z.infer<typeof TwuAlpha>;

/** Everything that is known of a component, each number with its source. */
export const ComponentRecord = z.strictObject({
  /** CAS registry number, or an own identifier beginning with "own:". */
  id: identifier,
  name: text(120).refine((t) => t.length > 0, { message: 'must not be empty' }),
  synonyms: z.array(text(120)).max(40),
  formula: text(60),
  smiles: text(300),
  inchiKey: text(40),
  /** Chemical family, for lists. */
  family: text(60),
  /** A: tables for every property; B: tables or values for the thermal ones; C: some of these are estimated. */
  level: z.enum(['A', 'B', 'C']),
  molarMass: Positive, // kg/mol
  criticalTemperature: Positive, // K
  criticalPressure: Positive, // Pa
  criticalVolume: Positive, // m³/mol
  acentricFactor: Sourced,
  /** K; null where the substance sublimes at 1 atm. */
  normalBoilingPoint: Positive.nullable(),
  meltingPoint: Positive.nullable(), // K
  enthalpyOfFormation: Sourced.nullable(), // J/mol, ideal gas, 298.15 K
  gibbsEnergyOfFormation: Sourced.nullable(), // J/mol, ideal gas, 298.15 K, 1 bar
  dipoleMoment: Sourced.nullable(), // debye
  diffusionVolume: Sourced.nullable(), // cm³/mol as Fuller's method counts them
  vapourPressure: Correlation, // Pa
  heatOfVaporisation: Correlation, // J/mol
  idealGasHeatCapacity: correlationOf(['100', '107', 'shomate', 'trc']), // J/(mol K); forms with a closed integral
  liquidHeatCapacity: correlationOf(['100', '114', 'quasi-polynomial']), // J/(mol K), saturated liquid
  liquidDensity: Correlation, // mol/m³, saturated liquid
  liquidViscosity: Correlation.nullable(), // Pa s, saturated liquid
  gasViscosity: Correlation.nullable(), // Pa s, dilute gas
  liquidConductivity: Correlation.nullable(), // W/(m K)
  gasConductivity: Correlation.nullable(), // W/(m K), dilute gas
  surfaceTension: Correlation.nullable(), // N/m
  /** Empty where the molecule cannot be made of groups. */
  unifacGroups: GroupCounts,
  modifiedUnifacGroups: GroupCounts,
  ppr78Groups: z.array(z.tuple([text(40), number.positive()])).max(20),
  uniquac: z.strictObject({ r: number.positive(), q: number.positive(), source: text(500) }).nullable(),
  alphaPengRobinson: TwuAlpha.nullable(),
  alphaSrk: TwuAlpha.nullable(),
});
export type ComponentRecord = z.infer<typeof ComponentRecord>;
