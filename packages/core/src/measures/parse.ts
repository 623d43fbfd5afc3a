/**
 * What people type, read: a number, a unit or none, in any of the dimensions that a field takes. "12 psig", "98 wt%", "120 klb/h",
 * "1.3 x min". A comma is refused with a sentence where it can mean two things, as in "1,200".
 */
import { toSI, units } from './dimensions.ts';
import type { Dimension, Site, Unit } from './dimensions.ts';

/** What was read, or what is wrong with it. */
export type Parsed<T> = { ok: true; value: T } | { ok: false; problem: ParseProblem };

/** Why a text is no number with a unit. */
export type ParseProblem =
  | { code: 'empty' }
  | { code: 'comma'; text: string }
  | { code: 'not-a-number'; text: string }
  | { code: 'not-finite'; text: string }
  | { code: 'unknown-unit'; unit: string; known: string[] };

/** A number with the unit it was typed in. */
export interface Quantity {
  /** SI */
  value: number;
  unit: Unit;
  /** Whether the unit was typed, or the field's own was taken. */
  typed: boolean;
}

/**
 * @param dimensions what the field can hold, in the order in which an ambiguous unit is taken
 * @param own        the unit meant when none is typed
 */
export function parseQuantity(text: string, dimensions: readonly Dimension[], own: Unit, site: Site): Parsed<Quantity> {
  const parts = splitNumber(text);
  if (!parts.ok) return parts;
  const { number, rest } = parts.value;
  const unit = rest === '' ? own : findTyped(rest, dimensions, own);
  if (unit === undefined) return problem({ code: 'unknown-unit', unit: rest, known: spellings(dimensions) });
  return { ok: true, value: { value: toSI(number, unit, site), unit, typed: rest !== '' } };
}

/** A reflux ratio, or a multiple of the least one. */
export interface Reflux {
  kind: 'ratio' | 'multiple';
  value: number;
}

/** A reflux ratio, or a multiple of the minimum: "1.3 x min", "1.3 × minimum", "1.3 Rmin". Without words, `own` is meant. */
export function parseReflux(text: string, own: Reflux['kind']): Parsed<Reflux> {
  const parts = splitNumber(text);
  if (!parts.ok) return parts;
  const { number, rest } = parts.value;
  if (rest === '') return { ok: true, value: { kind: own, value: number } };
  if (MULTIPLE.test(rest)) return { ok: true, value: { kind: 'multiple', value: number } };
  if (RATIO.test(rest)) return { ok: true, value: { kind: 'ratio', value: number } };
  return problem({ code: 'unknown-unit', unit: rest, known: ['mol/mol', '× min'] });
}

/** The sentence that goes beside the field. */
export function explainParse(p: ParseProblem): string {
  switch (p.code) {
    case 'empty':
      return 'Type a number.';
    case 'comma':
      return /^[+-]?\d{1,3},\d{3}$/.test(p.text)
        ? `A comma can mean two things. Write ${p.text.replace(',', '')} if it parts thousands, ${p.text.replace(',', '.')} if it is a decimal.`
        : `A comma can mean two things. Write ${p.text.replace(',', '.')} for a decimal, or leave the comma out.`;
    case 'not-a-number':
      return `“${p.text}” does not begin with a number. Write it like 12.5, 12.5 bar or 1.2e-3.`;
    case 'not-finite':
      return `“${p.text}” is too large a number.`;
    case 'unknown-unit':
      return `“${p.unit}” is no unit for this field. It takes ${p.known.filter((id) => id !== '').join(', ')}.`;
  }
}

function splitNumber(text: string): Parsed<{ number: number; rest: string }> {
  const trimmed = withoutThousands(text.trim().replace('−', '-'));
  if (trimmed === '') return problem({ code: 'empty' });
  if (/^[+-]?\d*,\d/.test(trimmed)) return problem({ code: 'comma', text: /^[+-]?[\d,.]*/.exec(trimmed)?.[0] ?? trimmed });
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*(.*)$/.exec(trimmed);
  if (match === null) return problem({ code: 'not-a-number', text: trimmed });
  const [, digits = '', rest = ''] = match;
  const number = Number(digits);
  return Number.isFinite(number) ? { ok: true, value: { number, rest } } : problem({ code: 'not-finite', text: trimmed });
}

/** "1,234,567" and "45,000.5" can mean one thing only. */
const withoutThousands = (text: string): string =>
  text.replace(/^[+-]?\d{1,3}(?:(?:,\d{3}){2,}(?:\.\d*)?|,\d{3}\.\d*)(?![\d,])/, (number) => number.replaceAll(',', ''));

/**
 * "%" and "ppm" alone keep the basis of the field's own unit; else exact spelling first, then without regard to case. What two dimensions
 * share ("m³/h") stays in the field's own one.
 */
function findTyped(typed: string, dimensions: readonly Dimension[], own: Unit): Unit | undefined {
  const ownFirst = [own.dimension, ...dimensions.filter((d) => d !== own.dimension)];
  const candidates = ownFirst.flatMap((d) => units.filter((u) => u.dimension === d));
  const bare = bareShare(typed, own);
  if (bare !== undefined) return bare;
  const exact = candidates.find((u) => u.id === typed || u.also.includes(typed));
  if (exact !== undefined) return exact;
  const loose = typed.toLowerCase().replace(/\s+/g, '');
  const fold = (s: string): string => s.toLowerCase().replace(/\s+/g, '');
  const alike = candidates.filter((u) => fold(u.id) === loose || u.also.some((s) => fold(s) === loose));
  const [first] = alike;
  return alike.every((u) => u.dimension !== first.dimension || u === first) ? first : undefined;
}

function bareShare(typed: string, own: Unit): Unit | undefined {
  const name = { '%': ['mol%', 'wt%', 'vol%'], ppm: ['mol ppm', 'wt ppm', 'vol ppm'] }[typed];
  if (name === undefined) return undefined;
  return units.find((u) => u.dimension === own.dimension && name.includes(u.id));
}

function spellings(dimensions: readonly Dimension[]): string[] {
  return units.filter((u) => dimensions.includes(u.dimension)).map((u) => u.id);
}

function problem<T>(p: ParseProblem): Parsed<T> {
  return { ok: false, problem: p };
}

const MULTIPLE = /^([x×*]\s*(r?\s*min(imum)?)|r?\s*min(imum)?)$/i;
const RATIO = /^(mol\/mol|-|ratio)$/i;
