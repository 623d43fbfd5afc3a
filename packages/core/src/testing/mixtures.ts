/** Mixtures for tests: published Antoine constants as records, and pairs of constant relative volatility. */
import type { ComponentRecord, Correlation, Mixture, ModelName, ModelOptions, NrtlPair } from '@keen-ladder/schema';
import { databankParts, findComponent } from '../databank/whole.ts';
import {
  buildModel,
  cubicComponent,
  cubicModel,
  gammaPhiModel,
  idealSolution,
  PENG_ROBINSON,
  SRK,
  USUAL_OPTIONS,
} from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';

/** A record of the databank. @throws when it is not there */
export function databankRecord(name: string): ComponentRecord {
  const found = findComponent(name);
  if (found === undefined) throw new Error(`no ${name} in the databank`);
  return found;
}

/** A databank-like record (of benzene) whose vapour pressure is replaced. */
export function withVapourPressure(name: string, vapourPressure: Correlation, molarMass?: number): ComponentRecord {
  const base = databankRecord('benzene');
  const mass = molarMass === undefined ? base.molarMass : { value: molarMass, source: 'test' };
  return { ...base, id: `own:${name}`, name, vapourPressure, molarMass: mass };
}

/** ln(P/kPa) = A − B/(t/°C + C), as Smith, Van Ness & Abbott print it. */
export function antoineKilopascal(name: string, A: number, B: number, C: number): ComponentRecord {
  return withVapourPressure(name, antoine(A + Math.log(1000), B, C - 273.15));
}

/** log₁₀(P/mmHg) = A − B/(t/°C + C). */
export function antoineMillimetres(name: string, A: number, B: number, C: number, molarMass?: number): ComponentRecord {
  const ln10 = Math.LN10;
  return withVapourPressure(name, antoine(A * ln10 + Math.log(101325 / 760), B * ln10, C - 273.15), molarMass);
}

function antoine(A: number, B: number, C: number): Correlation {
  return { form: 'antoine', c: [A, B, C], Tmin: 200, Tmax: 600, source: 'test' };
}

export const raoult = (...components: ComponentRecord[]): ThermoModel => gammaPhiModel(components, idealSolution);

/** A cubic equation without interaction parameters, or with one and the same for every pair. */
export function cubicOf(
  records: readonly ComponentRecord[],
  equation: 'peng-robinson' | 'srk' = 'peng-robinson',
  k = 0,
): ThermoModel {
  const n = records.length;
  const k0 = Float64Array.from({ length: n * n }, (_, place) => (place % (n + 1) === 0 ? 0 : k));
  const seen = records.map((c) => cubicComponent(c, equation, USUAL_OPTIONS));
  return cubicModel(records, seen, equation === 'srk' ? SRK : PENG_ROBINSON, { k0, k1: new Float64Array(n * n) });
}

/** Two components whose relative volatility is α at every temperature: Antoine constants that differ in A alone. */
export function constantVolatility(alpha: number): ThermoModel {
  return raoult(
    withVapourPressure('light', antoine(21 + Math.log(alpha), 3300, -45)),
    withVapourPressure('heavy', antoine(21, 3300, -45)),
  );
}

/** Ideal solutions whose volatilities stand in these ratios at every temperature; molar masses in kg/mol. */
export const ofVolatilities = (alphas: readonly number[], molarMasses?: readonly number[]): ThermoModel =>
  raoult(
    ...alphas.map((alpha, i) =>
      withVapourPressure(`component ${i + 1}`, antoine(21 + Math.log(alpha), 3300, -45), molarMasses?.[i]),
    ),
  );

/** The same with every liquid at 0 and every vapour at 30 kJ/mol: constant molar overflow. */
export function withConstantHeats(model: ThermoModel): ThermoModel {
  const evaluate: ThermoModel['evaluate'] = (phase, x, out, extent) => {
    model.evaluate(phase, x, out, extent);
    out.enthalpy = phase === 'vapour' ? 30000 : 0;
    out.dEnthalpyDN.fill(out.enthalpy);
    out.dEnthalpyDT = 0;
    out.dEnthalpyDP = 0;
  };
  return Object.assign(Object.create(model) as ThermoModel, { evaluate });
}

/** Benzene and toluene by the Antoine constants (log₁₀, mmHg, °C). */
export const benzeneToluene = (): ThermoModel =>
  raoult(
    antoineMillimetres('benzene', 6.90565, 1211.033, 220.79, 0.078),
    antoineMillimetres('toluene', 6.95464, 1344.8, 219.482, 0.092),
  );

/** A mixture by NRTL with these pairs. */
export const nrtlMixture = (components: ComponentRecord[], nrtlPairs: NrtlPair[]): Mixture => ({
  components,
  model: 'nrtl',
  options: { ...USUAL_OPTIONS },
  nrtlPairs,
  wilsonPairs: [],
  uniquacPairs: [],
  interactions: [],
  henryPairs: [],
  groups: {
    unifac: { source: '', subgroups: {}, interactions: [] },
    modifiedUnifac: { source: '', subgroups: {}, interactions: [] },
    ppr78: { source: '', pairs: [] },
  },
});

/** These databank components with all that the databank has for them, and these options beside the usual ones. */
export function databankMixture(names: readonly string[], model: ModelName, options: Partial<ModelOptions> = {}): Mixture {
  const parts = databankParts(names.map((name) => databankRecord(name).id));
  return { ...parts, model, options: { ...USUAL_OPTIONS, ...options } };
}

/** The model of such a mixture. */
export function databankModel(names: readonly string[], model: ModelName, options: Partial<ModelOptions> = {}): ThermoModel {
  const outcome = buildModel(databankMixture(names, model, options));
  if (outcome.state !== 'solved') throw new Error(`${names.join(', ')} by ${model}: ${JSON.stringify(outcome)}`);
  return outcome.value;
}
