import { orientedPair } from '../databank/index.ts';
import type { ComponentRecord, NrtlPair } from '../databank/index.ts';
import { open, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import { idealSolution } from './activity.ts';
import { lowPressureModel } from './lowPressure.ts';
import type { ThermoModel } from './model.ts';
import { nrtl } from './nrtl.ts';

/** A mixture as a case names it: components, the liquid's model, and the pair parameters that it uses. */
export interface Mixture {
  components: ComponentRecord[];
  liquid: 'ideal' | 'nrtl';
  nrtlPairs: NrtlPair[];
}

/** The model of a mixture; a pair that NRTL needs and the mixture has not is an open point, never silently ideal. */
export function buildModel(mixture: Mixture): Outcome<ThermoModel> {
  const { components, liquid } = mixture;
  if (liquid === 'ideal') return solved(lowPressureModel(components, idealSolution));
  const n = components.length;
  const a = new Float64Array(n * n);
  const b = new Float64Array(n * n);
  const alpha = new Float64Array(n * n);
  const points: OpenPoint[] = [];
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      const pair = orientedPair(mixture.nrtlPairs, components[i].id, components[j].id);
      if (pair === undefined) {
        points.push({
          code: 'pair-missing',
          path: 'mixture.liquid',
          names: [components[i].name, components[j].name],
          model: 'NRTL',
        });
        continue;
      }
      [a[i * n + j], a[j * n + i]] = pair.a;
      [b[i * n + j], b[j * n + i]] = pair.b;
      alpha[i * n + j] = pair.alpha;
      alpha[j * n + i] = pair.alpha;
    }
  }
  return points.length > 0 ? open(points) : solved(lowPressureModel(components, nrtl(n, { a, b, alpha })));
}
