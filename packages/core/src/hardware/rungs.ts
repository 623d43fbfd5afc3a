/** What passes each rung of a solved ladder. */
import type { PhaseProperties, Phase, ThermoModel } from '../thermo/index.ts';
import { PhaseProperties as Properties } from '../thermo/index.ts';
import type { Transport } from '../transport/index.ts';
import type { Loads } from './loads.ts';

/** A solved ladder, by rung from the top: K, Pa, mol/s and mole fractions. */
export interface SolvedRungs {
  T: readonly number[];
  P: readonly number[];
  liquid: readonly number[];
  vapour: readonly number[];
  x: readonly (readonly number[])[];
  y: readonly (readonly number[])[];
}

/** The component whose transfer is meant: a light key against a heavy one, or a solute against none. */
export interface Moving {
  moving: number;
  against: number | null;
}

/** The loads of a rung; null where a phase does not flow, or a property of it cannot be told. */
export type RungLoads = Loads | null;

/**
 * Loads of every rung: the liquid that leaves it, and the vapour that rises through it from below (of the last rung, and where none comes from below, the
 * vapour that leaves it). Diffusivities are those of one component in the one of which each phase has most besides.
 */
export function rungLoads(rungs: SolvedRungs, model: ThermoModel, transport: Transport, { moving, against }: Moving): RungLoads[] {
  const properties = new Properties(model.n);
  return rungs.T.map((_, j) => {
    const below = j + 1 < rungs.T.length && rungs.vapour[j + 1] > 0 ? j + 1 : j;
    if (!(rungs.liquid[j] > 0 && rungs.vapour[below] > 0)) return null;
    const liquid = phaseAt('liquid', rungs, j, model, properties);
    const vapour = phaseAt('vapour', rungs, below, model, properties);
    const x = Float64Array.from(rungs.x[j]);
    const y = Float64Array.from(rungs.y[below]);
    const [inLiquid, inVapour] = [mostBeside(x, moving), mostBeside(y, moving)];
    const slope = slopeOf(rungs, j, { moving, against });
    const loads: Loads = {
      vapour: vapour.massFlow,
      liquid: liquid.massFlow,
      vapourDensity: vapour.density,
      liquidDensity: liquid.density,
      vapourViscosity: transport.gasViscosity(rungs.T[below], y, vapour.volume),
      liquidViscosity: transport.liquidViscosity(rungs.T[j], x),
      surfaceTension: transport.surfaceTension(rungs.T[j], x),
      vapourDiffusivity: positive(transport.gasDiffusivity(moving, inVapour, rungs.T[below], rungs.P[below])),
      liquidDiffusivity: positive(transport.liquidDiffusivity(moving, inLiquid, rungs.T[j], x)),
      strippingFactor: positive((slope * rungs.vapour[below]) / rungs.liquid[j]),
    };
    const isWhole = REQUIRED.every((key) => Number.isFinite(loads[key]) && loads[key] > 0);
    return isWhole && loads.liquidDensity > loads.vapourDensity ? loads : null;
  });
}

const REQUIRED = [
  'vapour',
  'liquid',
  'vapourDensity',
  'liquidDensity',
  'vapourViscosity',
  'liquidViscosity',
  'surfaceTension',
] as const;

const positive = (value: number | undefined): number | null =>
  value !== undefined && Number.isFinite(value) && value > 0 ? value : null;

function phaseAt(phase: Phase, rungs: SolvedRungs, j: number, model: ThermoModel, properties: PhaseProperties) {
  const fractions = Float64Array.from(phase === 'liquid' ? rungs.x[j] : rungs.y[j]);
  model.evaluate(phase, fractions, properties.at(rungs.T[j], rungs.P[j]), 'volume');
  const { volume } = properties;
  const molarMass = fractions.reduce((sum, part, i) => sum + part * model.molarMass[i], 0);
  return { massFlow: rungs[phase][j] * molarMass, density: molarMass / volume, volume };
}

/** The component besides one of which there is most; itself where there is no other. */
function mostBeside(parts: Float64Array, one: number): number {
  let most = one;
  for (let i = 0; i < parts.length; i++) if (i !== one && (most === one || parts[i] > parts[most])) most = i;
  return most;
}

/**
 * dy/dx of equilibrium: of two keys as if alone α/[1 + (α − 1)x]², of a solute its K. Along the column dy/dx itself is of no use, since a key between others
 * passes a largest fraction.
 */
function slopeOf({ x, y }: SolvedRungs, j: number, { moving, against }: Moving): number {
  const K = y[j][moving] / x[j][moving];
  if (against === null) return K;
  const alpha = K / (y[j][against] / x[j][against]);
  const share = x[j][moving] / (x[j][moving] + x[j][against]);
  return alpha / (1 + (alpha - 1) * share) ** 2;
}
