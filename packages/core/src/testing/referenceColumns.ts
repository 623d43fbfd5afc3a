/** Columns solved by an independent program, all constants inside (tools/reference/columns/README.md). */
import { readFileSync } from 'node:fs';
import type { ComponentRecord, Mixture } from '@keen-ladder/schema';
import { flowOf, fractionOf, moles, recoveryOf, refluxRatio } from '../column/index.ts';
import type { ColumnInput, Target } from '../column/index.ts';
import { buildModel, USUAL_OPTIONS } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { columnFeed } from './columns.ts';
import { solvedValue } from './outcomes.ts';

interface ReferenceStage {
  T_K: number;
  L_leaving_mol_s: number;
  V_leaving_mol_s: number;
  x: number[];
  y: number[];
}

export interface ReferenceColumn {
  title: string;
  model: 'ideal' | 'nrtl' | 'peng_robinson';
  components: {
    name: string;
    cas: string;
    molar_mass_kg_per_mol: number;
    psat_dippr101_Pa?: { C: number[]; Tmin: number; Tmax: number };
    hvap_dippr106_J_per_mol?: { Tc: number; C: number[]; Tmin: number; Tmax: number };
    cp_ideal_gas_over_R: { a: number[]; Tmin: number; Tmax: number };
    Tc_K: number;
    Pc_Pa: number;
    omega: number;
  }[];
  kij?: number[][];
  nrtl?: { tau_a: number[][]; tau_b_K: number[][]; alpha: number[][] };
  column: {
    n_stages: number;
    condenser: { type: 'total' | 'none' };
    reboiler: { type: 'kettle' | 'none' };
    stage_pressures_Pa: number[];
    murphree_vapour: number[];
    stage_duties_W: number[];
  };
  feeds: {
    stage: number;
    rate_mol_s: number;
    z: number[];
    P_Pa: number;
    state: 'TP' | 'bubble' | 'vapour_fraction';
    T_K?: number;
    vapour_fraction?: number;
  }[];
  specs: { kind: string; value: number; stage?: number; product?: string; component?: number }[];
  results: {
    stages: ReferenceStage[];
    condenser_duty_W?: number | null;
    reboiler_duty_W?: number | null;
  };
}

export function referenceColumn(id: string): ReferenceColumn {
  const path = new URL(`../../../../tools/reference/columns/${id}.json`, import.meta.url);
  return JSON.parse(readFileSync(path, 'utf8')) as ReferenceColumn;
}

const R = 8.31446261815324;
const sourced = (value: number) => ({ value, source: 'reference column' });

function recordOf(c: ReferenceColumn['components'][number]): ComponentRecord {
  const range = { Tmin: 50, Tmax: 1500, source: 'reference column' };
  const unused = { form: '100' as const, c: [1e5, 0, 0, 0, 0], ...range };
  const { C = [20, -3000, 0, 0, 1] } = c.psat_dippr101_Pa ?? {};
  const heat = c.hvap_dippr106_J_per_mol ?? { Tc: c.Tc_K, C: [30000, 0.38, 0, 0] };
  return {
    id: c.cas,
    name: c.name,
    synonyms: [],
    formula: '',
    smiles: '',
    inchiKey: '',
    family: '',
    level: 'B',
    molarMass: sourced(c.molar_mass_kg_per_mol),
    criticalTemperature: sourced(c.Tc_K),
    criticalPressure: sourced(c.Pc_Pa),
    criticalVolume: sourced(3e-4),
    acentricFactor: sourced(c.omega),
    normalBoilingPoint: null,
    meltingPoint: null,
    enthalpyOfFormation: null,
    gibbsEnergyOfFormation: null,
    dipoleMoment: null,
    diffusionVolume: null,
    vapourPressure: { form: '101', c: C, ...range },
    heatOfVaporisation: { form: '106', c: [heat.Tc, ...heat.C, 0], ...range },
    idealGasHeatCapacity: { form: '100', c: c.cp_ideal_gas_over_R.a.map((a) => a * R), ...range },
    liquidHeatCapacity: unused,
    liquidDensity: unused,
    liquidViscosity: null,
    gasViscosity: null,
    liquidConductivity: null,
    gasConductivity: null,
    surfaceTension: null,
    unifacGroups: [],
    modifiedUnifacGroups: [],
    ppr78Groups: [],
    uniquac: null,
    alphaPengRobinson: null,
    alphaSrk: null,
  };
}

function modelOf({ components, model, kij, nrtl }: ReferenceColumn): ThermoModel {
  const ids = components.map(({ cas }) => cas);
  const pairs = ids.flatMap((a, i) =>
    ids.slice(i + 1).map((b, k) => ({ components: [a, b] as [string, string], i, j: i + 1 + k })),
  );
  const words = { source: 'reference column', confidence: 'reference column' };
  const mixture: Mixture = {
    components: components.map(recordOf),
    model: model === 'peng_robinson' ? 'peng-robinson' : model,
    options: {
      ...USUAL_OPTIONS,
      henry: [],
      predictInteractions: false,
      poynting: false,
      vapour: 'ideal',
      enthalpy: 'heat-of-vaporisation',
    },
    nrtlPairs:
      nrtl === undefined
        ? []
        : pairs.map(({ components: of, i, j }) => ({
            components: of,
            a: [nrtl.tau_a[i][j], nrtl.tau_a[j][i]],
            b: [nrtl.tau_b_K[i][j], nrtl.tau_b_K[j][i]],
            alpha: nrtl.alpha[i][j],
            ...words,
          })),
    wilsonPairs: [],
    uniquacPairs: [],
    interactions:
      kij === undefined
        ? []
        : pairs.map(({ components: of, i, j }) => ({
            components: of,
            equation: 'peng-robinson' as const,
            k0: kij[i][j],
            k1: 0,
            ...words,
          })),
    henryPairs: [],
    groups: {
      unifac: { source: '', subgroups: {}, interactions: [] },
      modifiedUnifac: { source: '', subgroups: {}, interactions: [] },
      ppr78: { source: '', pairs: [] },
    },
  };
  return solvedValue(buildModel(mixture));
}

function targetOf({ kind, value, stage = 0, product, component = 0 }: ReferenceColumn['specs'][number], n: number): Target {
  const place = { at: product === 'bottoms' ? ('bottoms' as const) : ('overhead' as const) };
  switch (kind) {
    case 'reflux_ratio':
      return { quantity: refluxRatio(moles(n)), value };
    case 'distillate_rate':
      return { quantity: flowOf({ at: 'overhead' }, moles(n)), value };
    case 'bottoms_rate':
      return { quantity: flowOf({ at: 'bottoms' }, moles(n)), value };
    case 'reboiler_duty':
      return { quantity: { kind: 'duty', of: 'reboiler' }, value };
    case 'stage_temperature':
      return { quantity: { kind: 'temperature', stage }, value };
    case 'mole_fraction':
      return { quantity: fractionOf(place, [component], moles(n)), value };
    case 'recovery':
      return { quantity: recoveryOf(place, [component], moles(n)), value };
    default:
      throw new Error(`a specification ${kind}`);
  }
}

export function inputOfReference(reference: ReferenceColumn): ColumnInput {
  const { column, feeds, specs } = reference;
  const model = modelOf(reference);
  return {
    model,
    stages: column.n_stages,
    top: column.condenser.type === 'total' ? 'total-condenser' : 'none',
    bottom: column.reboiler.type === 'kettle' ? 'kettle' : 'none',
    pressure: Float64Array.from(column.stage_pressures_Pa),
    subcooling: null,
    efficiency: Float64Array.from({ length: column.n_stages * model.n }, (_, k) => column.murphree_vapour[Math.floor(k / model.n)]),
    draws: [],
    pumpArounds: [],
    free: [],
    heat: Float64Array.from(column.stage_duties_W),
    feeds: feeds.map(({ stage, rate_mol_s, z, P_Pa, state, T_K = 0, vapour_fraction = 0 }) => {
      const known =
        state === 'TP' ? ({ by: 'temperature', T: T_K } as const) : ({ by: 'vapour-fraction', beta: vapour_fraction } as const);
      return columnFeed(model, z, rate_mol_s, stage, P_Pa, known);
    }),
    targets: specs.map((spec) => targetOf(spec, model.n)),
  };
}
