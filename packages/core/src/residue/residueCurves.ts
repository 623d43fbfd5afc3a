/**
 * Residue curves: how the liquid in a still changes as it boils away, dz/dξ = z − y; forwards towards what boils highest, backwards towards what boils
 * lowest. Steps are of equal length along the curve, by the midpoint rule. The curves that leave or reach a saddle part the regions that no column crosses.
 * Source: Doherty & Malone, Conceptual Design of Distillation Systems (2001), ch. 5.
 */
import { EigenvalueDecomposition } from 'ml-matrix';
import { rescued, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { Boiling } from './boiling.ts';
import { slopesAt } from './singularPoints.ts';
import type { SingularPoint, SingularPoints } from './singularPoints.ts';

/** How a still's liquid changes as it boils away. */
export interface ResidueCurve {
  /** mol/mol of all components along the curve, rising in temperature. */
  points: Float64Array[];
  /** K */
  T: number[];
  /** Places among the singular points where it begins and ends; −1 where it was left before. */
  from: number;
  to: number;
}

/**
 * The curve through a liquid, both ways to its ends.
 * @returns solved; or out-of-reach with the reason for which a bubble point has no answer
 */
export function residueCurve(model: ThermoModel, P: number, through: Float64Array, map: SingularPoints): Outcome<ResidueCurve> {
  return rescued(() => {
    const boiling = new Boiling(model, P, map.parts);
    const down = followed(boiling, through, -1, map.points, -1);
    const up = followed(boiling, through, 1, map.points, -1);
    return solved({
      points: [...down.points.reverse(), ...up.points.slice(1)],
      T: [...down.T.reverse(), ...up.T.slice(1)],
      from: down.end,
      to: up.end,
    });
  });
}

/** The curves inside the simplex that end or begin at saddles. */
export function boundaries(model: ThermoModel, P: number, map: SingularPoints): ResidueCurve[] {
  return map.points.flatMap((saddle, place) =>
    saddle.kind === 'saddle'
      ? waysInside(model, P, saddle, map).flatMap(({ start, sign }) => {
          const outcome = rescued(() => solved(followed(new Boiling(model, P, map.parts), start, sign, map.points, place)));
          if (outcome.state !== 'solved' || outcome.value.points.length < FEW) return [];
          const { points, T, end } = outcome.value;
          const curve = { points: [Float64Array.from(saddle.x), ...points], T: [saddle.T, ...T] };
          return sign > 0
            ? [{ ...curve, from: place, to: end }]
            : [{ points: curve.points.reverse(), T: curve.T.reverse(), from: end, to: place }];
        })
      : [],
  );
}

/** Along every eigenvector that leads from a saddle to where all components are. */
function waysInside(
  model: ThermoModel,
  P: number,
  { x, components }: SingularPoint,
  { parts }: SingularPoints,
): { start: Float64Array; sign: 1 | -1 }[] {
  const n = x.length;
  const base = components.reduce((most, i) => (x[i] > x[most] ? i : most), components[0]);
  const free = Array.from(x.keys()).filter((i) => i !== base);
  const outcome = rescued(() => solved(new EigenvalueDecomposition(slopesAt(model, x, components, P, parts))));
  if (outcome.state !== 'solved') return [];
  const { realEigenvalues, eigenvectorMatrix } = outcome.value;
  return realEigenvalues.flatMap((value, c) =>
    ([1, -1] as const).flatMap((way) => {
      const start = Float64Array.from(x);
      const length = Math.hypot(...free.map((_, r) => eigenvectorMatrix.get(r, c)));
      free.forEach((i, r) => {
        const change = (way * OFF * eigenvectorMatrix.get(r, c)) / length;
        start[i] += change;
        start[base] -= change;
      });
      const isInside = start.every((part, i) => i < n && part > (x[i] > 0 ? 0 : OFF / 100));
      return isInside ? [{ start, sign: value > 0 ? (1 as const) : (-1 as const) }] : [];
    }),
  );
}

interface Followed {
  points: Float64Array[];
  T: number[];
  /** Place of the singular point that was reached; −1 where none was. */
  end: number;
}

/** @param left a singular point that the curve comes from, which does not end it */
function followed(boiling: Boiling, start: Float64Array, sign: 1 | -1, ends: readonly SingularPoint[], left: number): Followed {
  const n = start.length;
  // Upwards a curve leaves what boils lowest, however near it begins, and ends at what boils highest.
  const where = sign > 0 ? 'stable node' : 'unstable node';
  const z = Float64Array.from(start);
  const middle = new Float64Array(n);
  const points = [Float64Array.from(z)];
  const T = [boiling.at(z)];
  for (let step = 0; step < MOST_STEPS; step++) {
    const end = ends.findIndex(({ x, kind }, k) => k !== left && kind === where && near(x, z) < REACHED);
    if (end >= 0) {
      points.push(Float64Array.from(ends[end].x));
      T.push(ends[end].T);
      return { points, T, end };
    }
    moved(z, z, boiling.y, (sign * STEP) / 2, middle);
    boiling.at(middle);
    moved(z, middle, boiling.y, sign * STEP, z);
    T.push(boiling.at(z));
    points.push(Float64Array.from(z));
  }
  return { points, T, end: -1 };
}

const near = (a: Float64Array, b: Float64Array): number => a.reduce((most, x, i) => Math.max(most, Math.abs(x - b[i])), 0);

/** from + length × (z − y)/|z − y|, kept inside the simplex. */
function moved(from: Float64Array, z: Float64Array, y: Float64Array, length: number, into: Float64Array): void {
  let size = 0;
  for (let i = 0; i < z.length; i++) size += (z[i] - y[i]) ** 2;
  const step = length / Math.max(Math.sqrt(size), SLOW);
  let sum = 0;
  for (let i = 0; i < z.length; i++) sum += into[i] = Math.max(from[i] + step * (z[i] - y[i]), 0);
  for (let i = 0; i < z.length; i++) into[i] /= sum;
}

/** Length of a step and of the way to a point where the curve ends, mol/mol. */
const STEP = 0.015;
const REACHED = 0.012;
const OFF = 2e-3;
/** Below this difference of liquid and vapour steps grow shorter. */
const SLOW = 1e-3;
const MOST_STEPS = 400;
const FEW = 5;
