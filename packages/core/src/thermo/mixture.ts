import { orientedPair } from '../databank/index.ts';
import type {
  ActivityPair,
  ComponentRecord,
  CubicName,
  InteractionPair,
  NrtlPair,
  UniquacPair,
  WilsonPair,
} from '../databank/index.ts';
import { open, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import { idealSolution } from './activity.ts';
import { cubicModel } from './cubic.ts';
import { PENG_ROBINSON, SRK } from './cubicMixing.ts';
import { lowPressureModel } from './lowPressure.ts';
import type { ThermoModel } from './model.ts';
import { nrtl } from './nrtl.ts';
import { uniquac } from './uniquac.ts';
import { wilson } from './wilson.ts';

export type ModelName = 'ideal' | 'nrtl' | 'wilson' | 'uniquac' | CubicName;

/** A mixture as a case names it: components, a model, and the pair parameters that models may use. */
export interface Mixture {
  components: ComponentRecord[];
  model: ModelName;
  nrtlPairs: NrtlPair[];
  wilsonPairs: WilsonPair[];
  uniquacPairs: UniquacPair[];
  interactions: InteractionPair[];
}

/**
 * The model of a mixture. A pair that an activity model needs and the mixture has not is an open point, never silently ideal; a cubic
 * equation goes without kᵢⱼ, as it does in the texts, and the page says so.
 */
export function buildModel(mixture: Mixture): Outcome<ThermoModel> {
  const { components } = mixture;
  switch (mixture.model) {
    case 'ideal':
      return solved(lowPressureModel(components, idealSolution));
    case 'nrtl':
      return nrtlModel(mixture);
    case 'wilson':
      return wilsonModel(mixture);
    case 'uniquac':
      return uniquacModel(mixture);
    case 'peng-robinson':
      return solved(cubicModel(components, PENG_ROBINSON, interactionsOf(mixture, 'peng-robinson')));
    case 'srk':
      return solved(cubicModel(components, SRK, interactionsOf(mixture, 'srk')));
  }
}

function nrtlModel({ components, nrtlPairs }: Mixture): Outcome<ThermoModel> {
  const n = components.length;
  const [a, b, alpha] = [new Float64Array(n * n), new Float64Array(n * n), new Float64Array(n * n)];
  const points = eachPair(components, nrtlPairs, 'NRTL', (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    [b[ij], b[ji]] = pair.b;
    alpha[ij] = pair.alpha;
    alpha[ji] = pair.alpha;
  });
  return points.length > 0 ? open(points) : solved(lowPressureModel(components, nrtl(n, { a, b, alpha })));
}

function wilsonModel({ components, wilsonPairs }: Mixture): Outcome<ThermoModel> {
  const n = components.length;
  const [a, ratio] = [new Float64Array(n * n), new Float64Array(n * n).fill(1)];
  const points = eachPair(components, wilsonPairs, 'Wilson', (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    ratio[ij] = pair.V[1] / pair.V[0];
    ratio[ji] = pair.V[0] / pair.V[1];
  });
  return points.length > 0 ? open(points) : solved(lowPressureModel(components, wilson(n, { a, ratio })));
}

function uniquacModel({ components, uniquacPairs }: Mixture): Outcome<ThermoModel> {
  const n = components.length;
  const [a, r, q] = [new Float64Array(n * n), new Float64Array(n).fill(1), new Float64Array(n).fill(1)];
  const points = eachPair(components, uniquacPairs, 'UNIQUAC', (pair, ij, ji) => {
    [a[ij], a[ji]] = pair.a;
    const [i, j] = [Math.floor(ij / n), ij % n];
    [r[i], r[j]] = pair.r;
    [q[i], q[j]] = pair.q;
  });
  return points.length > 0 ? open(points) : solved(lowPressureModel(components, uniquac(n, { r, q, a })));
}

function interactionsOf({ components, interactions }: Mixture, equation: CubicName) {
  const n = components.length;
  const [k0, k1] = [new Float64Array(n * n), new Float64Array(n * n)];
  const ofEquation = interactions.filter((pair) => pair.equation === equation);
  eachPair(components, ofEquation, equation, (pair, ij, ji) => {
    k0[ij] = pair.k0;
    k0[ji] = pair.k0;
    k1[ij] = pair.k1;
    k1[ji] = pair.k1;
  });
  return { k0, k1 };
}

/** Calls `use` for each two components that have a pair, with the places of (i, j) and (j, i); an open point for each that have none. */
function eachPair<P extends ActivityPair | InteractionPair>(
  components: readonly ComponentRecord[],
  pairs: readonly P[],
  model: string,
  use: (pair: P, ij: number, ji: number) => void,
): OpenPoint[] {
  const n = components.length;
  const missing: OpenPoint[] = [];
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const pair = orientedPair(pairs, components[i].id, components[j].id);
      if (pair === undefined)
        missing.push({ code: 'pair-missing', path: 'mixture.model', names: [components[i].name, components[j].name], model });
      else use(pair, i * n + j, j * n + i);
    }
  }
  return missing;
}
