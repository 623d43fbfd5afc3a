import { benzeneToluene } from './mixtures.ts';
import type { BinaryCurve, CurvePoint } from '../binary/index.ts';
import { bracketedRoot } from '../numerics/index.ts';

/**
 * A curve through a published table of [T, x, y], rising in x: monotone cubic pieces (Fritsch & Carlson, SIAM J. Numer. Anal. 17 (1980)
 * 238, with the slopes of Fritsch & Butland 1984). For examples whose own table must be used; its model serves enthalpies only.
 */
export function tabulatedCurve(table: readonly (readonly [number, number, number])[]): BinaryCurve {
  const xs = table.map((row) => row[1]);
  const ys = table.map((row) => row[2]);
  const Ts = table.map((row) => row[0]);
  const yPieces = monotone(xs, ys);
  const tPieces = monotone(xs, Ts);
  const at = (x: number, out: CurvePoint): void => {
    const h = 1e-7;
    out.x = x;
    out.y = yPieces(x);
    out.T = tPieces(x);
    out.slope = (yPieces(Math.min(x + h, 1)) - yPieces(Math.max(x - h, 0))) / (Math.min(x + h, 1) - Math.max(x - h, 0));
  };
  const x = Float64Array.from({ length: 129 }, (_, k) => k / 128);
  const points = [...x].map((value) => {
    const point = { x: 0, y: 0, T: 0, slope: 0 };
    at(value, point);
    return point;
  });
  return {
    model: benzeneToluene(),
    P: 101325,
    x,
    y: Float64Array.from(points, (p) => p.y),
    T: Float64Array.from(points, (p) => p.T),
    slope: Float64Array.from(points, (p) => p.slope),
    azeotropes: [],
    at,
    atVapour: (y, out) =>
      at(
        bracketedRoot((value) => yPieces(value) - y, 0, 1, 1e-13),
        out,
      ),
  };
}

function monotone(x: readonly number[], y: readonly number[]): (at: number) => number {
  const n = x.length;
  const h = x.slice(1).map((value, k) => value - x[k]);
  const secant = h.map((hk, k) => (y[k + 1] - y[k]) / hk);
  const slope = x.map((_, k) => {
    if (k === 0) return secant[0];
    if (k === n - 1) return secant[n - 2];
    const [a, b] = [secant[k - 1], secant[k]];
    if (a * b <= 0) return 0;
    const share = (h[k - 1] + 2 * h[k]) / (3 * (h[k - 1] + h[k]));
    return (a * b) / (share * b + (1 - share) * a);
  });
  return (at) => {
    let k = 0;
    while (k < n - 2 && at > x[k + 1]) k++;
    const t = (at - x[k]) / h[k];
    const u = 1 - t;
    return u * u * ((1 + 2 * t) * y[k] + t * h[k] * slope[k]) + t * t * ((3 - 2 * t) * y[k + 1] - u * h[k] * slope[k + 1]);
  };
}

/** Benzene and toluene at 101.325 kPa as Geankoplis tabulates them: T in K, x, y. */
export const GEANKOPLIS_TABLE = [
  [383.8, 0, 0],
  [378.2, 0.13, 0.261],
  [373.2, 0.258, 0.456],
  [368.2, 0.411, 0.632],
  [363.2, 0.581, 0.777],
  [358.2, 0.78, 0.9],
  [353.3, 1, 1],
] as const;
