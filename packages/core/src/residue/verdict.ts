/**
 * Whether two products can come from one column, as far as residue curves say: at total reflux a column's profile lies close to one of them, so both products
 * must lie in one region, the curves through which begin and end at the same points.
 * Source: Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 5.
 */
import { passOn, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { residueCurve } from './residueCurves.ts';
import type { SingularPoints } from './singularPoints.ts';

/** Whether a split can be made by one column. */
export type Verdict =
  | { kind: 'one-region'; from: number; to: number }
  /** Of two components: the azeotrope lies between the products. */
  | { kind: 'beyond-azeotrope'; point: number }
  /** The regions of both, each by its lowest and highest point. */
  | { kind: 'across-boundary'; first: [from: number, to: number]; second: [from: number, to: number] }
  | { kind: 'not-known' };

/** @param first, second  mole fractions of both products; @param fed of what is fed: a product without a component is looked at with a trace of it */
export function productVerdict(
  model: ThermoModel,
  P: number,
  map: SingularPoints,
  first: Float64Array,
  second: Float64Array,
  fed: Float64Array,
): Outcome<Verdict> {
  const ends: [number, number][] = [];
  for (const product of [first, second]) {
    const inside = product.map((x, i) => (1 - TRACE) * x + TRACE * fed[i]);
    const curve = residueCurve(model, P, inside, map);
    if (curve.state !== 'solved') return passOn(curve);
    ends.push([curve.value.from, curve.value.to]);
  }
  const [a, b] = ends;
  if ([...a, ...b].includes(-1)) return solved({ kind: 'not-known' });
  if (a[0] === b[0] && a[1] === b[1]) return solved({ kind: 'one-region', from: a[0], to: a[1] });
  if (model.n > 2) return solved({ kind: 'across-boundary', first: a, second: b });
  const shared = a.find((end) => b.includes(end));
  return solved(shared === undefined ? { kind: 'not-known' } : { kind: 'beyond-azeotrope', point: shared });
}

const TRACE = 1e-3;
