/**
 * Which handle serves which target: by how strongly each moves each when all others are left alone, over how strongly when all other targets are held
 * (the relative gain array of Bristol, IEEE Trans. Autom. Control 11 (1966) 133). Gains near 1 belong together.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import type { ColumnEquations } from './equations.ts';

/** Gain of target t by handle h at [t·count + h]; undefined where the last system says nothing. */
export const relativeGainsOf = ({ handles, system }: ColumnEquations): Float64Array | undefined =>
  relativeGains(system.schur, system.border, handles.length);

/**
 * By target the place of its handle; as they stand where nothing is known of gains.
 * @param chosen handles that were chosen for some targets; no two the same
 */
export function pairTargets(
  gains: Float64Array | undefined,
  count: number,
  chosen: ReadonlyMap<number, number> = new Map(),
): number[] {
  const usual = Array.from({ length: count }, (_, k) => k);
  const apart = (target: number, handle: number): number =>
    gains === undefined ? Math.abs(target - handle) : Math.abs(gains[target * count + handle] - 1);
  const places = usual.flatMap((target) => usual.map((handle) => ({ target, handle, apart: apart(target, handle) })));
  places.sort((a, b) => a.apart - b.apart);
  const pairing = usual.map((target) => chosen.get(target) ?? -1);
  const taken = new Set<number>(chosen.values());
  for (const { target, handle } of places) {
    if (pairing[target] >= 0 || taken.has(handle)) continue;
    pairing[target] = handle;
    taken.add(handle);
  }
  return pairing;
}

/** G ∘ (G⁻¹)ᵀ, of targets and handles alone: what pipes do is followed in both. */
function relativeGains(schur: Float64Array, border: number, count: number): Float64Array | undefined {
  const inverse = inverted(schur, border);
  if (inverse === undefined) return undefined;
  const ofHandles = new Float64Array(count * count);
  for (let handle = 0; handle < count; handle++)
    for (let target = 0; target < count; target++) ofHandles[handle * count + target] = inverse[handle * border + target];
  const gains = inverted(ofHandles, count);
  if (gains === undefined) return undefined;
  for (let target = 0; target < count; target++)
    for (let handle = 0; handle < count; handle++) gains[target * count + handle] *= ofHandles[handle * count + target];
  return gains.every(Number.isFinite) ? gains : undefined;
}

function inverted(matrix: Float64Array, size: number): Float64Array | undefined {
  const factors = matrix.slice();
  const pivots = new Int32Array(size);
  if (size === 0 || !factorDense(factors, pivots, size)) return undefined;
  const inverse = new Float64Array(size * size);
  const column = new Float64Array(size);
  for (let c = 0; c < size; c++) {
    column.fill(0);
    column[c] = 1;
    solveDense(factors, pivots, column, size);
    for (let r = 0; r < size; r++) inverse[r * size + c] = column[r];
  }
  return inverse;
}
