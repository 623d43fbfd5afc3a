/**
 * Values over the compositions of three components, on a lattice of equal steps: (i, j, k)/parts with i + j + k = parts, i slowest. Lines of one level by
 * linear interpolation in each small triangle.
 */
import { phaseSplit } from '../equilibrium/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { rescued, solved } from '../numerics/index.ts';
import { Boiling } from './boiling.ts';

/** Where the point (i, j, parts − i − j)/parts stands among all. */
export const latticePlace = (parts: number, i: number, j: number): number => i * (parts + 1) - (i * (i - 1)) / 2 + j;

/** Mole fractions of every lattice point, in order. */
export function latticePoints(parts: number): Float64Array[] {
  const points: Float64Array[] = [];
  for (let i = 0; i <= parts; i++)
    for (let j = 0; j <= parts - i; j++) points.push(Float64Array.of(i / parts, j / parts, (parts - i - j) / parts));
  return points;
}

/**
 * K at which every lattice liquid boils; null where it has no answer.
 * @param mayPart whether liquids are looked at for stability
 */
export function boilingSurface(model: ThermoModel, P: number, parts: number, mayPart: boolean): (number | null)[] {
  const boiling = new Boiling(model, P, mayPart);
  return latticePoints(parts).map((z) => {
    const outcome = rescued(() => solved(boiling.at(z)));
    return outcome.state === 'solved' ? outcome.value : null;
  });
}

/** A piece of a line in the triangle. */
export type Segment = [from: [number, number, number], to: [number, number, number]];

/** Pieces of the line on which the values have a level. */
export function levelLine(parts: number, values: readonly (number | null)[], level: number): Segment[] {
  const place = (i: number, j: number): number => latticePlace(parts, i, j);
  const at = (i: number, j: number): [number, number, number] => [i / parts, j / parts, (parts - i - j) / parts];
  const segments: Segment[] = [];
  const cut = (corners: readonly [number, number][]): void => {
    const crossings = corners.flatMap(([i, j], c) => {
      const [k, l] = corners[(c + 1) % 3];
      const [a, b] = [values[place(i, j)], values[place(k, l)]];
      if (a === null || b === null || a < level === b < level) return [];
      const share = (level - a) / (b - a);
      const [from, to] = [at(i, j), at(k, l)];
      return [from.map((x, n) => x + share * (to[n] - x)) as [number, number, number]];
    });
    if (crossings.length === 2) segments.push([crossings[0], crossings[1]]);
  };
  for (let i = 0; i < parts; i++)
    for (let j = 0; j < parts - i; j++) {
      cut([
        [i, j],
        [i + 1, j],
        [i, j + 1],
      ]);
      if (i + j < parts - 1)
        cut([
          [i + 1, j],
          [i + 1, j + 1],
          [i, j + 1],
        ]);
    }
  return segments;
}

/** Two liquids in equilibrium, and the temperature at which they are, K. */
export interface TieLine {
  first: Float64Array;
  second: Float64Array;
  T: number;
}

/**
 * Liquids that part, over the lattice: every tie line that lies apart from those before it.
 * @param T K; undefined: where each liquid boils
 */
export function tieLines(model: ThermoModel, P: number, parts: number, T?: number): TieLine[] {
  const boiling = new Boiling(model, P, true);
  const lines: TieLine[] = [];
  for (const z of latticePoints(parts)) {
    if (Math.max(...z) === 1) continue;
    const liquids = rescued(() => {
      if (T !== undefined) {
        const split = phaseSplit(model, T, P, z, { liquidsOnly: true });
        return solved(
          split.state === 'solved' && split.value.length === 2 ? { at: T, liquids: split.value.map(({ x }) => x) } : undefined,
        );
      }
      const at = boiling.at(z);
      return solved(boiling.liquids === undefined ? undefined : { at, liquids: boiling.liquids });
    });
    if (liquids.state !== 'solved' || liquids.value === undefined) continue;
    const { at, liquids: two } = liquids.value;
    const [first, second] = two[0][0] > two[1][0] ? [two[0], two[1]] : [two[1], two[0]];
    const isNew = lines.every((line) => apart(line.first, first) > APART || apart(line.second, second) > APART);
    if (isNew) lines.push({ first, second, T: at });
  }
  return lines;
}

const apart = (a: Float64Array, b: Float64Array): number => Math.hypot(...a.map((x, i) => x - b[i]));

/** mol/mol between the ends of tie lines that are told apart. */
const APART = 0.025;
