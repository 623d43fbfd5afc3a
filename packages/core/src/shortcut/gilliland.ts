/**
 * Stages against reflux, between their minima, by Gilliland's curve (Ind. Eng. Chem. 32 (1940) 1220) in two published fits of
 *   Y = (N − Nmin)/(N + 1) to X = (R − Rmin)/(R + 1):
 *   molokanov  Y = 1 − exp[(1 + 54.4 X)/(11 + 117.2 X) · (X − 1)/√X]     Molokanov et al., Int. Chem. Eng. 12 (1972) 209
 *   eduljee    Y = 0.75 (1 − X^0.5668)                                   Eduljee, Hydrocarbon Process. 54 (9) (1975) 120
 * They agree within 0.03 in Y for X from 0.05 to 0.9, which is the scatter of the curve's own points: some 7 % of the stages.
 */
import type { GillilandFit } from '@keen-ladder/schema';
import { bracketedRoot } from '../numerics/index.ts';

/** Y of X, both from 0 to 1. */
export function gillilandY(X: number, fit: GillilandFit): number {
  if (fit === 'eduljee') return 0.75 * (1 - X ** 0.5668);
  if (X <= 0) return 1;
  return 1 - Math.exp((((1 + 54.4 * X) / (11 + 117.2 * X)) * (X - 1)) / Math.sqrt(X));
}

/**
 * Equilibrium stages at a reflux ratio.
 * @returns Infinity at or below the minimum reflux, for Molokanov; Eduljee's fit ends at finite stages there
 */
export function stagesAt(reflux: number, minimumReflux: number, minimumStages: number, fit: GillilandFit): number {
  const X = Math.max(0, (reflux - minimumReflux) / (reflux + 1));
  const Y = gillilandY(X, fit);
  return (minimumStages + Y) / (1 - Y);
}

/** Reflux ratio that `stages` ask; undefined where no reflux does: too few stages, or more than the fit reaches. */
export function refluxAt(stages: number, minimumReflux: number, minimumStages: number, fit: GillilandFit): number | undefined {
  const excess = (X: number): number => gillilandY(X, fit) - (stages - minimumStages) / (stages + 1);
  const [least, most] = [1e-9, 1 - 1e-9];
  if (!(excess(least) > 0 && excess(most) < 0)) return undefined;
  const X = bracketedRoot(excess, least, most, 1e-14);
  return (minimumReflux + X) / (1 - X);
}
