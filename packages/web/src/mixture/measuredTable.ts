/** Measured data of a pair pasted as a table: which column is what, and the points that it makes. */
import type { MeasuredPoint } from '@keen-ladder/schema';
import { readGaps } from '../tables/pastedTable.ts';
import type { PastedTable, Reader } from '../tables/pastedTable.ts';

/** What a column holds; the first component's fractions or the second's. */
export type Role = 'x1' | 'x2' | 'y1' | 'y2' | 'T' | 'P' | 'gamma1' | 'gamma2' | 'none';

export interface MeasuredContext extends Reader {
  names: [string, string];
  /** kg/mol */
  molarMasses: [number, number];
  /** What holds for every row where no column says it: K, Pa. */
  T: number | null;
  P: number | null;
}

export type ReadPoints = { ok: true; points: MeasuredPoint[] } | { ok: false; sentence: string };

/** By heading; without one the columns are x, y and the temperature. */
export function guessRoles({ headings, rows }: PastedTable, names: [string, string]): Role[] {
  const width = Math.max(0, ...rows.map((row) => row.length));
  if (headings.length === 0) return Array.from({ length: width }, (_, k) => (['x1', 'y1', 'T'] as const)[k] ?? 'none');
  const taken = new Set<Role>();
  return headings.map(({ name }) => {
    const role = roleOf(name.toLowerCase(), names);
    if (taken.has(role)) return 'none';
    if (role !== 'none') taken.add(role);
    return role;
  });
}

function roleOf(heading: string, [first, second]: [string, string]): Role {
  const ofSecond = heading.includes(second.toLowerCase()) || (heading.includes('2') && !heading.includes(first.toLowerCase()));
  const which = (a: Role, b: Role): Role => (ofSecond ? b : a);
  if (/^(gamma|γ|activity)/.test(heading)) return which('gamma1', 'gamma2');
  if (/^(x|liquid)/.test(heading)) return which('x1', 'x2');
  if (/^(y|vapou?r)/.test(heading)) return which('y1', 'y2');
  if (/^(t|temp|boil)/.test(heading)) return 'T';
  return heading.startsWith('p') ? 'P' : 'none';
}

export function measuredPoints(table: PastedTable, roles: readonly Role[], context: MeasuredContext): ReadPoints {
  try {
    return { ok: true, points: pointsOf(table, roles, context) };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, sentence: error.message };
    throw error;
  }
}

/** A cell that cannot be read, deep inside: carried out to the sentence. */
class Refusal extends Error {}

function pointsOf(table: PastedTable, roles: readonly Role[], context: MeasuredContext): MeasuredPoint[] {
  const none = table.rows.map(() => null);
  const of = (role: Role, dimension: 'temperature' | 'pressure' | 'ratio'): (number | null)[] => {
    const at = roles.indexOf(role);
    return at < 0 ? none : value(readGaps(table, at, dimension, context));
  };
  const fraction = (first: Role, second: Role): (number | null)[] | undefined => {
    const at = roles.findIndex((role) => role === first || role === second);
    return at < 0 ? undefined : fractions(table, at, roles[at] === second, context);
  };
  const x = fraction('x1', 'x2');
  if (x === undefined) throw new Refusal('Say which column holds the liquid’s mole fractions: every point has one.');
  const y = fraction('y1', 'y2') ?? none;
  const [T, P, gamma1, gamma2] = [of('T', 'temperature'), of('P', 'pressure'), of('gamma1', 'ratio'), of('gamma2', 'ratio')];
  return table.rows.map((_, r): MeasuredPoint => {
    const point = {
      x: x[r] ?? missing(r, 'the liquid’s mole fraction'),
      y: y[r] ?? null,
      T: T[r] ?? context.T ?? missing(r, 'the temperature'),
      P: P[r] ?? context.P,
      gamma: [gamma1[r] ?? null, gamma2[r] ?? null] as [number | null, number | null],
    };
    if (point.P === null && point.gamma.every((g) => g === null)) missing(r, 'the pressure, or an activity coefficient,');
    return possible(point, r);
  });
}

/** Fractions of the first component; a column in mass fractions is brought to mole fractions. */
function fractions(table: PastedTable, at: number, isSecond: boolean, context: MeasuredContext): (number | null)[] {
  const isMass = /wt|kg|mass|weight|^w/i.test(table.headings[at]?.unit ?? '');
  const read = value(readGaps(table, at, isMass ? 'massFraction' : 'moleFraction', context));
  return read.map((part) => {
    if (part === null) return null;
    const first = isSecond ? 1 - part : part;
    if (!isMass) return first;
    const [moles, others] = [first / context.molarMasses[0], (1 - first) / context.molarMasses[1]];
    return moles / (moles + others);
  });
}

function value<T>(read: { ok: true; values: T[] } | { ok: false; sentence: string }): T[] {
  if (!read.ok) throw new Refusal(read.sentence);
  return read.values;
}

function missing(r: number, what: string): never {
  throw new Refusal(`Row ${r + 1}: ${what} is missing. Add a column for it, or say what holds for all rows.`);
}

function possible(point: MeasuredPoint, r: number): MeasuredPoint {
  const isShare = (part: number | null): boolean => part === null || (part >= 0 && part <= 1);
  if (!isShare(point.x) || !isShare(point.y))
    throw new Refusal(`Row ${r + 1}: a mole fraction lies between 0 and 1. A heading may say mol% or wt%.`);
  const positive = [point.T, point.P, ...point.gamma].every((number) => number === null || number > 0);
  if (!positive) throw new Refusal(`Row ${r + 1}: temperatures, pressures and activity coefficients are above 0.`);
  return point;
}
