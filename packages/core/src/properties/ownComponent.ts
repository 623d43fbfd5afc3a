/** A component that the databank does not have: what is typed of it, and the rest estimated from the groups of its molecule. */
import type { ComponentRecord, Correlation, GroupCount, Sourced } from '@keen-ladder/schema';
import { open, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import {
  acentricFactorOf,
  heatOfVaporisationOf,
  liquidDensityOf,
  liquidHeatCapacityOf,
  vapourPressureOf,
} from './correspondingStates.ts';
import { R } from './correlation.ts';
import { jobackSums } from './joback.ts';

/** null: to be estimated. */
export interface OwnComponent {
  /** Begins with "own:". */
  id: string;
  name: string;
  /** Of Joback's, by name; empty where none are said. */
  groups: Readonly<Record<string, number>>;
  molarMass: number | null; // kg/mol
  normalBoilingPoint: number | null; // K
  criticalTemperature: number | null; // K
  criticalPressure: number | null; // Pa
  acentricFactor: number | null;
  /** Of the ideal gas, J/(mol K), taken as constant. */
  gasHeatCapacity: number | null;
  unifacGroups: GroupCount[];
  modifiedUnifacGroups: GroupCount[];
}

/** A record made of what is known of a component. */
export interface EstimatedComponent {
  record: ComponentRecord;
  /** What was estimated, by which method, and how far it is usually off. */
  estimates: PropertyEstimate[];
}

/** A property that was estimated, with its method. */
export interface PropertyEstimate {
  what: string;
  method: string;
  expectedError: string;
}

/**
 * Mean errors of each method over the substances of its test: Poling, Prausnitz & O'Connell, The Properties of Gases and Liquids, 4th (Reid) and 5th ed.,
 * chapters 2, 3, 4, 6 and 7; from memory, to one digit.
 */
const ESTIMATES = {
  normalBoilingPoint: ['normal boiling point', 'Joback & Reid (1987)', '13 K, 4 %'],
  criticalTemperature: [
    'critical temperature',
    'Joback & Reid (1987)',
    '5 K, 1 %; three times that with an estimated boiling point',
  ],
  criticalPressure: ['critical pressure', 'Joback & Reid (1987)', '2 bar, 5 %'],
  criticalVolume: ['critical volume', 'Joback & Reid (1987)', '2 %'],
  acentricFactor: ['acentric factor', 'Lee & Kesler (1975)', '2 %'],
  formation: ['energies of formation', 'Joback & Reid (1987)', '8 kJ/mol'],
  idealGasHeatCapacity: ['heat capacity of the ideal gas', 'Joback & Reid (1987)', '2 %'],
  vapourPressure: [
    'vapour pressure',
    'Lee & Kesler (1975)',
    '2 % near the boiling point; 10 % and more far below, and where molecules hold together',
  ],
  heatOfVaporisation: ['heat of vaporisation', 'Riedel (1954), Watson (1943)', '2 %'],
  liquidDensity: ['liquid density', 'Rackett, Yamada & Gunn (1973)', '3 %'],
  liquidHeatCapacity: ['heat capacity of the liquid', 'Rowlinson & Bondi', '5 %; more for alcohols'],
} as const;

type Estimated = keyof typeof ESTIMATES;

/** @returns solved, or open with what has to be typed because no group says it */
export function estimatedRecord(own: OwnComponent): Outcome<EstimatedComponent> {
  const sums = jobackSums(own.groups);
  const used = new Set<Estimated>();
  const points: OpenPoint[] = [];
  const missing = (what: string): 0 => {
    points.push({ code: 'missing', path: 'mixture.own', what });
    return 0;
  };
  const one = (typed: number | null, of: Estimated, estimate: number | undefined): Sourced => {
    if (typed !== null) return { value: typed, source: 'typed in this case', how: 'typed' };
    const [what, method] = ESTIMATES[of];
    used.add(of);
    return { value: estimate ?? missing(what), source: method, how: 'estimated' };
  };
  const molarMass = own.molarMass ?? sums?.molarMass ?? missing('molar mass');
  const boiling = one(own.normalBoilingPoint, 'normalBoilingPoint', sums?.normalBoilingPoint);
  const critical = one(own.criticalTemperature, 'criticalTemperature', sums?.criticalTemperature(boiling.value));
  const pressure = one(own.criticalPressure, 'criticalPressure', sums?.criticalPressure);
  const gas = own.gasHeatCapacity === null ? sums?.idealGasHeatCapacity : [own.gasHeatCapacity, 0, 0, 0, 0];
  if (gas === undefined) missing('heat capacity of the ideal gas');
  if (points.length === 0 && !(boiling.value < critical.value))
    points.push({ code: 'not-below', path: 'mixture.own', what: 'The boiling point', value: boiling.value, limit: critical.value });
  if (points.length > 0 || gas === undefined) return open(points);
  const [Tc, Pc, Tb] = [critical.value, pressure.value, boiling.value];
  const omega = one(own.acentricFactor, 'acentricFactor', acentricFactorOf({ Tc, Pc, Tb }));
  const constants = { Tc, Pc, omega: omega.value };
  const correlation = (of: Estimated, bare: Omit<Correlation, 'source' | 'how'>): Correlation => {
    used.add(of);
    return { ...bare, source: ESTIMATES[of][1], how: 'estimated' };
  };
  const gasCorrelation: Correlation =
    own.gasHeatCapacity === null
      ? correlation('idealGasHeatCapacity', { form: '100', c: gas, Tmin: 273, Tmax: 1000 })
      : { form: '100', c: gas, Tmin: 200, Tmax: 1500, source: 'typed in this case', how: 'typed' };
  // Z = Pc Vc/(R Tc) where no group says the volume: 0.2905 − 0.085 ω (Lee & Kesler 1975).
  const volume = sums?.criticalVolume ?? ((0.2905 - 0.085 * omega.value) * R * Tc) / Pc;
  if (sums !== undefined) used.add('criticalVolume').add('formation');
  const record: ComponentRecord = {
    ...NOTHING_KNOWN,
    id: own.id,
    name: own.name,
    formula: sums?.formula ?? '',
    molarMass: {
      value: molarMass,
      source: own.molarMass === null ? 'sum of atoms' : 'typed in this case',
      how: own.molarMass === null ? undefined : 'typed',
    },
    normalBoilingPoint: boiling,
    criticalTemperature: critical,
    criticalPressure: pressure,
    criticalVolume: {
      value: volume,
      source: sums === undefined ? 'Lee & Kesler (1975)' : ESTIMATES.criticalVolume[1],
      how: 'estimated',
    },
    acentricFactor: omega,
    enthalpyOfFormation:
      sums === undefined ? null : { value: sums.enthalpyOfFormation, source: ESTIMATES.formation[1], how: 'estimated' },
    gibbsEnergyOfFormation:
      sums === undefined ? null : { value: sums.gibbsEnergyOfFormation, source: ESTIMATES.formation[1], how: 'estimated' },
    vapourPressure: correlation('vapourPressure', vapourPressureOf(constants)),
    heatOfVaporisation: correlation('heatOfVaporisation', heatOfVaporisationOf(constants, Tb)),
    idealGasHeatCapacity: gasCorrelation,
    liquidHeatCapacity: correlation('liquidHeatCapacity', liquidHeatCapacityOf(constants, gas)),
    liquidDensity: correlation('liquidDensity', liquidDensityOf(constants)),
    unifacGroups: own.unifacGroups,
    modifiedUnifacGroups: own.modifiedUnifacGroups,
  };
  const estimates = [...used].map((of): PropertyEstimate => {
    const [what, method, expectedError] = ESTIMATES[of];
    return { what, method, expectedError };
  });
  return solved({ record, estimates });
}

const NOTHING_KNOWN: Pick<ComponentRecord, Unknown> = {
  synonyms: [],
  smiles: '',
  inchiKey: '',
  family: 'own',
  level: 'C',
  meltingPoint: null,
  dipoleMoment: null,
  diffusionVolume: null,
  liquidViscosity: null,
  gasViscosity: null,
  liquidConductivity: null,
  gasConductivity: null,
  surfaceTension: null,
  ppr78Groups: [],
  uniquac: null,
  alphaPengRobinson: null,
  alphaSrk: null,
};

type Unknown =
  | 'synonyms'
  | 'smiles'
  | 'inchiKey'
  | 'family'
  | 'level'
  | 'meltingPoint'
  | 'dipoleMoment'
  | 'diffusionVolume'
  | 'liquidViscosity'
  | 'gasViscosity'
  | 'liquidConductivity'
  | 'gasConductivity'
  | 'surfaceTension'
  | 'ppr78Groups'
  | 'uniquac'
  | 'alphaPengRobinson'
  | 'alphaSrk';
