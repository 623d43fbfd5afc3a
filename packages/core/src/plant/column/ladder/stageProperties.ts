/** What flows on every stage of a solved ladder besides moles: mass and volume flows, densities, viscosities, surface tension, enthalpies. */
import type { Mixture } from '@keen-ladder/schema';
import { buildModel, PhaseProperties } from '../../../thermo/index.ts';
import type { Phase, ThermoModel } from '../../../thermo/index.ts';
import { transportOf } from '../../../transport/index.ts';
import type { Transport } from '../../../transport/index.ts';
import type { LadderFacts } from './facts.ts';

/** By stage from the top; NaN-free: null where the phase does not flow there. */
export interface PhaseColumns {
  massFlow: (number | null)[]; // kg/s
  volumeFlow: (number | null)[]; // m³/s
  density: (number | null)[]; // kg/m³
  viscosity: (number | null)[]; // Pa s
  enthalpy: (number | null)[]; // J/mol from the elements at 298.15 K
}

/** Properties of both phases, stage by stage. */
export interface StageProperties {
  liquid: PhaseColumns & { surfaceTension: (number | null)[] }; // N/m
  vapour: PhaseColumns;
}

type Stages = Pick<LadderFacts, 'T' | 'P' | 'liquid' | 'vapour' | 'x' | 'y'>;

/**
 * Densities and enthalpies by the case's own model, viscosities and surface tension by the transport methods of docs/methods.md.
 * @throws Error where the mixture has no model: no ladder was solved with it
 */
export function stageProperties(mixture: Mixture, stages: Stages): StageProperties {
  const { components } = mixture;
  const built = buildModel(mixture);
  if (built.state !== 'solved') throw new Error('stages of a mixture without a model');
  const model = built.value;
  const transport = transportOf(components);
  const around = { model, transport, stages };
  const liquid = columnsOf(around, 'liquid');
  const surfaceTension = stages.T.map((T, j) =>
    stages.liquid[j] > 0 ? finite(transport.surfaceTension(T, Float64Array.from(stages.x[j]))) : null,
  );
  return { liquid: { ...liquid, surfaceTension }, vapour: columnsOf(around, 'vapour') };
}

interface Around {
  model: ThermoModel;
  transport: Transport;
  stages: Stages;
}

function columnsOf({ model, transport, stages }: Around, phase: Phase): PhaseColumns {
  const properties = new PhaseProperties(model.n);
  const columns: PhaseColumns = { massFlow: [], volumeFlow: [], density: [], viscosity: [], enthalpy: [] };
  const add = (values: Record<keyof PhaseColumns, number>): void => {
    for (const key of KEYS) columns[key].push(finite(values[key]));
  };
  stages.T.forEach((T, j) => {
    const flow = stages[phase][j];
    if (!(flow > 0)) {
      for (const key of KEYS) columns[key].push(null);
      return;
    }
    const fractions = Float64Array.from(phase === 'liquid' ? stages.x[j] : stages.y[j]);
    model.evaluate(phase, fractions, properties.at(T, stages.P[j]), 'all');
    const { volume, enthalpy } = properties;
    const molarMass = fractions.reduce((sum, x, i) => sum + x * model.molarMass[i], 0);
    add({
      massFlow: flow * molarMass,
      volumeFlow: flow * volume,
      density: molarMass / volume,
      viscosity: phase === 'liquid' ? transport.liquidViscosity(T, fractions) : transport.gasViscosity(T, fractions, volume),
      enthalpy,
    });
  });
  return columns;
}

const KEYS = ['massFlow', 'volumeFlow', 'density', 'viscosity', 'enthalpy'] as const;

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** Volatility of every component over one, by stage: K over the K of that component; null where that one is not there. */
export function volatilityOver({ x, y }: Pick<LadderFacts, 'x' | 'y'>, reference: number): (number | null)[][] {
  return x.map((liquid, j) => {
    const K = liquid.map((part, i) => y[j][i] / part);
    return K.map((value) => finite(value / K[reference]));
  });
}

/** Mass fractions of a phase, kg/kg, by stage. */
export function massFractions(fractions: readonly (readonly number[])[], components: Mixture['components']): number[][] {
  return fractions.map((row) => {
    const masses = row.map((x, i) => x * components[i].molarMass.value);
    const total = masses.reduce((a, b) => a + b, 0);
    return masses.map((m) => m / total);
  });
}
