/** What a case works with: components, the model, its parameters by pair, and what was measured of the pairs. Copies, so that a case gives the same numbers for ever. */
import { z } from 'zod';
import { ComponentRecord, Derived } from './component.ts';
import { identifier, number, positive, text } from './primitives.ts';

/** Members of every pair; the first of each couple of numbers belongs to the order (first, second). */
const pairMembers = {
  components: z.tuple([identifier, identifier]),
  source: text(500),
  confidence: text(300),
  /** Fitted to measured data, estimated by groups and fitted to that, typed, or solved from a mutual solubility; left out: as the source has it. */
  how: Derived.optional(),
};

/** K between which the data lay; left out where that is not known. */
const range = { Tmin: number.positive().optional(), Tmax: number.positive().optional() };

/** τᵢⱼ = aᵢⱼ + bᵢⱼ/T, Gᵢⱼ = exp(−α τᵢⱼ); a without unit, b in K. */
export const NrtlPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  b: z.tuple([number, number]),
  alpha: number.min(0).max(2),
});
export type NrtlPair = z.infer<typeof NrtlPair>;

/** Λᵢⱼ = (Vⱼ/Vᵢ) exp(−aᵢⱼ/RT); a in J/mol, V in m³/mol as they were published together. */
export const WilsonPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  V: z.tuple([number.positive(), number.positive()]),
});
export type WilsonPair = z.infer<typeof WilsonPair>;

/** τᵢⱼ = exp(−aᵢⱼ/T), a in K; r and q are those that the parameters were fitted with. */
export const UniquacPair = z.strictObject({
  ...pairMembers,
  ...range,
  a: z.tuple([number, number]),
  r: z.tuple([number.positive(), number.positive()]),
  q: z.tuple([number.positive(), number.positive()]),
});
export type UniquacPair = z.infer<typeof UniquacPair>;

/** Parameters of a pair by any model of activity coefficients. */
export type ActivityPair = NrtlPair | WilsonPair | UniquacPair;

/** Cubic equations of state whose kᵢⱼ a case holds. */
export const CubicName = z.enum(['peng-robinson', 'srk']);
export type CubicName = z.infer<typeof CubicName>;

/** kᵢⱼ = k0 + k1 T of a cubic equation of state; k1 in 1/K. */
export const InteractionPair = z.strictObject({
  ...pairMembers,
  ...range,
  equation: CubicName,
  k0: number.min(-2).max(2),
  k1: number.min(-1).max(1),
});
export type InteractionPair = z.infer<typeof InteractionPair>;

/**
 * Henry's constant H = lim f/x, Pa, of a solute (first) in a solvent (second), at the solvent's vapour pressure.
 *   iapws    ln(H/p₁ˢᵃᵗ) = A/Tr + B (1 − Tr)^0.355/Tr + C e^(1 − Tr) Tr^−0.41, Tr = T/Tc of the solvent (IAPWS G7-04)
 *   inverse  ln H = A + B/T
 *   logarithmic  ln H = A + B/T + C ln T + D T (Edwards et al., AIChE J. 24 (1978) 966)
 */
export const HenryPair = z
  .strictObject({
    ...pairMembers,
    form: z.enum(['iapws', 'inverse', 'logarithmic']),
    c: z.array(number).max(4),
    Tmin: number.positive(), // K
    Tmax: number.positive(), // K
  })
  .refine((p) => p.c.length === { iapws: 3, inverse: 2, logarithmic: 4 }[p.form], {
    message: 'wrong number of coefficients for this form',
    path: ['c'],
  });
export type HenryPair = z.infer<typeof HenryPair>;

const Subgroup = z.strictObject({ name: text(40), main: z.int().positive(), mainName: text(40), R: number, Q: number });

/** A group-contribution table for activity coefficients: what a mixture's groups need of it, or the whole. */
export const GroupTable = z.strictObject({
  source: text(500),
  subgroups: z.record(z.string().regex(/^\d{1,4}$/), Subgroup),
  /** Directed: [main group m, main group n, a (K), b (−), c (1/K)]: ψ_mn = exp(−(a + bT + cT²)/T); b and c may be left out. */
  interactions: z.array(z.array(number).min(3).max(5)).max(4000),
});
export type GroupTable = z.infer<typeof GroupTable>;

/** The tables of all methods by groups. */
export const GroupTables = z.strictObject({
  unifac: GroupTable,
  modifiedUnifac: GroupTable,
  /** Groups of the predictive kᵢⱼ of Jaubert & Mutelet: [k, l, A (MPa), B (MPa)]. */
  ppr78: z.strictObject({ source: text(500), pairs: z.array(z.tuple([text(40), text(40), number, number])).max(1000) }),
});
export type GroupTables = z.infer<typeof GroupTables>;
/** Groups of the predictive Peng-Robinson equation. */
export type Ppr78Table = GroupTables['ppr78'];

/** Models of the liquid by activity coefficients. */
export const ActivityName = z.enum(['ideal', 'nrtl', 'wilson', 'uniquac', 'unifac', 'modified-unifac', 'regular-solution']);
export type ActivityName = z.infer<typeof ActivityName>;

/** Models of a mixture. */
export const ModelName = z.enum([...ActivityName.options, ...CubicName.options, 'psrk']);
export type ModelName = z.infer<typeof ModelName>;

/** How the enthalpy of a pure liquid is found; the first two differ by what the data of vaporisation and heat capacity disagree in. */
export const EnthalpyRoute = z.enum(['heat-of-vaporisation', 'liquid-heat-capacity', 'better-founded']);
export type EnthalpyRoute = z.infer<typeof EnthalpyRoute>;

/** What can be chosen beside a model: the first three belong to activity models, `alpha`, `volumes` and `predictInteractions` to cubic equations. */
export const ModelOptions = z.strictObject({
  vapour: z.enum(['ideal', 'virial', 'dimers']),
  poynting: z.boolean(),
  enthalpy: EnthalpyRoute,
  /** Heat of mixing by the slopes of the activity model in temperature, as when left out, or none: parameters from one pressure tell little of it. */
  heatOfMixing: z.enum(['by-model', 'none']).optional(),
  /**
   * Components taken as dissolved by Henry's law: `auto`, what is above its critical temperature at 40 °C; `by-data`, besides that the gases of which a
   * constant is known and no pair; or these identifiers.
   */
  henry: z.union([z.enum(['auto', 'by-data']), z.array(identifier).max(60)]),
  alpha: z.enum(['acentric', 'twu']),
  /** Liquid volumes of a cubic equation: of the records' densities by a translation, or the equation's own, as when left out. */
  volumes: z.enum(['of-densities', 'of-equation']).optional(),
  /** Whether kᵢⱼ of pairs without a published one are predicted by groups, or taken as 0. */
  predictInteractions: z.boolean(),
});
export type ModelOptions = z.infer<typeof ModelOptions>;

/** Components, a model, and the parameters that models may use. */
export const Mixture = z.strictObject({
  components: z.array(ComponentRecord).max(60),
  model: ModelName,
  options: ModelOptions,
  nrtlPairs: z.array(NrtlPair).max(1770),
  wilsonPairs: z.array(WilsonPair).max(1770),
  uniquacPairs: z.array(UniquacPair).max(1770),
  interactions: z.array(InteractionPair).max(3540),
  henryPairs: z.array(HenryPair).max(1770),
  groups: GroupTables,
});
export type Mixture = z.infer<typeof Mixture>;

/** One measured equilibrium of two components; what was not measured is null. */
export const MeasuredPoint = z.strictObject({
  /** Mole fraction of the first component in the liquid and in the vapour. */
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1).nullable(),
  T: positive, // K
  P: positive.nullable(), // Pa
  /** Activity coefficients of both. */
  gamma: z.tuple([positive.nullable(), positive.nullable()]),
});
export type MeasuredPoint = z.infer<typeof MeasuredPoint>;

/** Standard uncertainties that weight what was measured, the larger, the less a deviation counts: T in K, P relative, y in mol/mol, γ relative. */
export const Uncertainty = z.strictObject({ T: positive, P: positive, y: positive, gamma: positive });
export type Uncertainty = z.infer<typeof Uncertainty>;

/** What a fit of pair parameters was asked for. */
export const FitChoice = z.strictObject({
  /** Parameters that change with temperature too: for data over a wide range. */
  withTemperature: z.boolean(),
  /** Of NRTL, not fitted. */
  alpha: z.number().min(0.01).max(1),
  /** Bounds of single parameters by name; left out: the usual ones. */
  bounds: z.record(z.string().regex(/^[a-z]{1,2}\d{0,2}$/), z.tuple([number, number])),
});
export type FitChoice = z.infer<typeof FitChoice>;

/** Measured data of two components, first and second as in the points, with what a fit to them was asked for. */
export const MeasuredSet = z.strictObject({
  id: identifier,
  name: text(120),
  components: z.tuple([identifier, identifier]),
  points: z.array(MeasuredPoint).max(1000),
  uncertainty: Uncertainty,
  choice: FitChoice,
});
export type MeasuredSet = z.infer<typeof MeasuredSet>;

/** A mixture as a case keeps it: with what was measured of its pairs. */
export const CaseMixture = Mixture.extend({ measured: z.array(MeasuredSet).max(200) });
export type CaseMixture = z.infer<typeof CaseMixture>;
