import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bracketedRoot, factorCholesky, factorDense, solveCholesky, solveDense } from './index.ts';

describe('bracketed root', () => {
  test('finds the root of a cubic that Brent’s book uses, to the tolerance', () => {
    const f = (x: number): number => (x + 3) * (x - 1) ** 2;
    expect(bracketedRoot(f, -4, 4 / 3, 1e-12)).toBeCloseTo(-3, 10);
  });
  test('finds the root of any rising cubic between its ends', () => {
    fc.assert(
      fc.property(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: 0.01, max: 50, noNaN: true }), (root, steep) => {
        const f = (x: number): number => (x - root) ** 3 + steep * (x - root);
        expect(bracketedRoot(f, -2, 3, 1e-13)).toBeCloseTo(root, 11);
      }),
    );
  });
  test('takes an end that is a root itself', () => {
    expect(bracketedRoot((x) => x, 0, 2, 1e-9)).toBe(0);
    expect(bracketedRoot((x) => x - 2, 0, 2, 1e-9)).toBe(2);
  });
  test('refuses a bracket without a change of sign', () => {
    expect(() => bracketedRoot((x) => x * x + 1, -1, 1, 1e-9)).toThrow(RangeError);
  });
});

describe('dense elimination', () => {
  test('solves any matrix, whatever rows it has to exchange', () => {
    const entry = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 9 }), fc.array(entry, { minLength: 90, maxLength: 90 }), (n, values) => {
        const A = Float64Array.from(values.slice(0, n * n));
        const x = Float64Array.from(values.slice(81, 81 + n));
        const b = Float64Array.from(x, (_, i) => x.reduce((sum, xj, j) => sum + A[i * n + j] * xj, 0));
        const asked = Float64Array.from(b);
        const factors = Float64Array.from(A);
        const pivot = new Int32Array(n);
        fc.pre(factorDense(factors, pivot, n));
        solveDense(factors, pivot, b, n);
        const size = Math.max(1, ...b.map(Math.abs));
        for (let i = 0; i < n; i++) {
          const found = b.reduce((sum, xj, j) => sum + A[i * n + j] * xj, 0);
          expect(Math.abs(found - asked[i]) / size).toBeLessThan(1e-12);
        }
      }),
      { numRuns: 1000 },
    );
  });
  test('pivots where the first element is zero, and says so when a matrix is singular', () => {
    const pivot = new Int32Array(2);
    const swapped = Float64Array.of(0, 2, 3, 0);
    const b = Float64Array.of(4, 9);
    expect(factorDense(swapped, pivot, 2)).toBe(true);
    solveDense(swapped, pivot, b, 2);
    expect([...b]).toEqual([3, 2]);
    expect(factorDense(Float64Array.of(1, 2, 2, 4), pivot, 2)).toBe(false);
  });
  test('Cholesky solves what elimination solves, and tells a matrix that is not positive definite', () => {
    const A = [4, 2, 0.6, 2, 5, 1, 0.6, 1, 3];
    const b = Float64Array.of(1, 2, 3);
    const again = Float64Array.from(b);
    const factor = Float64Array.from(A);
    const pivot = new Int32Array(3);
    expect(factorCholesky(factor, 3)).toBe(true);
    solveCholesky(factor, b, 3);
    const dense = Float64Array.from(A);
    factorDense(dense, pivot, 3);
    solveDense(dense, pivot, again, 3);
    for (let i = 0; i < 3; i++) expect(b[i]).toBeCloseTo(again[i], 13);
    expect(factorCholesky(Float64Array.of(1, 2, 2, 1), 2)).toBe(false);
  });
});
