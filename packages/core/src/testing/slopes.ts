import { expect } from 'vitest';

/**
 * Holds an analytic slope against the central difference of f at x.
 * @param h         step; the difference is good to h² f‴/6 + ε f/h
 * @param tolerance relative to the larger of the slope and `scale`
 */
export function expectSlope(f: (x: number) => number, x: number, h: number, slope: number, tolerance: number, scale = 0): void {
  const difference = (f(x + h) - f(x - h)) / (2 * h);
  expect(Math.abs(slope - difference)).toBeLessThanOrEqual(tolerance * Math.max(Math.abs(slope), Math.abs(difference), scale));
}
