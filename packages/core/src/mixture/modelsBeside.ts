/** What a change of the model would change: the same liquid by each of them. */
import type { Mixture, ModelName } from '@keen-ladder/schema';
import { bubbleTemperature, evaluateK, makeTwoPhases } from '../equilibrium/index.ts';
import type { OpenPoint, Reason } from '../numerics/index.ts';
import { buildModel } from '../thermo/index.ts';

/** A pair by one of the models. */
export type ModelBeside = { model: ModelName } & (
  | {
      state: 'solved';
      /** K */ T: number;
      /** Of the first against the second, both by place. */ alpha: { pair: [number, number]; value: number }[];
    }
  | { state: 'open'; points: OpenPoint[] }
  | { state: 'out-of-reach'; reason: Reason }
);

/**
 * Bubble point of a liquid and the volatilities of every two of its components there.
 * @param x  mole fractions, by component
 * @param P  Pa
 */
export function modelsBeside(mixture: Mixture, models: readonly ModelName[], x: readonly number[], P: number): ModelBeside[] {
  return models.map((model): ModelBeside => {
    const built = buildModel({ ...mixture, model });
    if (built.state === 'open') return { model, state: 'open', points: built.points };
    if (built.state === 'out-of-reach') return { model, state: 'out-of-reach', reason: built.reason };
    const thermo = built.value;
    const [z, y] = [Float64Array.from(x), new Float64Array(thermo.n)];
    const boils = bubbleTemperature(thermo, P, z, y);
    if (boils.state === 'open') return { model, state: 'open', points: boils.points };
    if (boils.state === 'out-of-reach') return { model, state: 'out-of-reach', reason: boils.reason };
    const work = makeTwoPhases(thermo.n);
    evaluateK(thermo, boils.value, P, z, y, work, 'fugacity');
    const alpha = mixture.components.flatMap((_, i) =>
      mixture.components.slice(i + 1).map((__, k): { pair: [number, number]; value: number } => {
        const j = i + 1 + k;
        return { pair: [i, j], value: Math.exp(work.lnK[i] - work.lnK[j]) };
      }),
    );
    return { model, state: 'solved', T: boils.value, alpha };
  });
}
