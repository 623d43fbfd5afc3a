/**
 * Which handle serves which target: by how strongly each moves each when all others are left alone, over how strongly when all other targets are held
 * (the relative gain array of Bristol, IEEE Trans. Autom. Control 11 (1966) 133). Gains near 1 belong together.
 */
import { factorDense, solveDense } from '../numerics/index.ts';
import type { ColumnEquations } from './equations.ts';

/** By target the place of its handle; as they stand where the last system says nothing. */
export function pairingOf({ handles, system }: ColumnEquations): number[] {
  const count = handles.length;
  const usual = Array.from({ length: count }, (_, k) => k);
  const gains = relativeGains(system.schur, system.border, count);
  if (gains === undefined) return usual;
  const places = usual.flatMap((target) =>
    usual.map((handle) => ({ target, handle, apart: Math.abs(gains[target * count + handle] - 1) })),
  );
  places.sort((a, b) => a.apart - b.apart);
  const pairing = new Array<number>(count).fill(-1);
  const taken = new Set<number>();
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
