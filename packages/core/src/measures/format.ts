/** Numbers as they stand on the screen: sensible digits, a true minus, powers of ten as powers; never NaN or Infinity. */
import { fromSI } from './dimensions.ts';
import type { Dimension, Site, Unit } from './dimensions.ts';

/** What stands where a number has no finite value; the engine never hands one out, this is the last guard. */
const NO_NUMBER = '–';

/**
 * @param significant digits that matter; zeros behind the point are kept, so that columns of figures line up
 * @example formatNumber(0.0012345) // "0.001235"
 */
export function formatNumber(value: number, significant = 4): string {
  if (!Number.isFinite(value)) return NO_NUMBER;
  if (value === 0) return '0';
  const size = Math.abs(value);
  if (size < 1e-4 || size >= 1e7) return powerOfTen(value, significant);
  const before = Math.floor(Math.log10(size)) + 1;
  return withMinus(value.toFixed(Math.max(0, significant - before)));
}

/** @example formatFixed(13.9466, 1) // "13.9" */
export function formatFixed(value: number, decimals: number): string {
  return Number.isFinite(value) ? withMinus(value.toFixed(decimals)) : NO_NUMBER;
}

/**
 * A fraction with enough digits to tell it from 0 and from 1: 0.9500, 0.99980, 3.0 × 10⁻⁵ (small ones as powers).
 * @param decimals where nothing asks for more
 */
export function formatFraction(value: number, decimals = 4): string {
  if (!Number.isFinite(value)) return NO_NUMBER;
  if (value > 0 && value < 1e-4) return powerOfTen(value, 2);
  const toOne = 1 - value;
  const toTellFromOne = toOne > 0 && toOne < 1e-3 ? Math.ceil(-Math.log10(toOne)) + 1 : 0;
  const toTellFromZero = value > 0 && value < 10 ** (1 - decimals) ? Math.ceil(-Math.log10(value)) + 1 : 0;
  return withMinus(value.toFixed(Math.min(8, Math.max(decimals, toTellFromOne, toTellFromZero))));
}

/** A number as a person typed it: as few digits as give it back to ten figures. */
export function formatEntered(value: number): string {
  return Number.isFinite(value) ? String(Number(value.toPrecision(10))).replace('-', '−') : NO_NUMBER;
}

/** An SI value in a unit, without the unit's name. */
export function formatQuantity(value: number, unit: Unit, site: Site, significant = 4): string {
  const shown = fromSI(value, unit, site);
  if (unit.dimension === 'temperature' || unit.dimension === 'temperatureDifference') return formatFixed(shown, 1);
  if (FRACTIONS.has(unit.dimension) && unit.factor === 1) return formatFraction(shown);
  return formatNumber(shown, significant);
}

const FRACTIONS: ReadonlySet<Dimension> = new Set(['moleFraction', 'massFraction', 'volumeFraction']);

function powerOfTen(value: number, significant: number): string {
  const [digits = '', exponent = '0'] = value.toExponential(significant - 1).split('e');
  return `${withMinus(digits)} × 10${superscript(Number(exponent))}`;
}

function superscript(n: number): string {
  return Array.from(String(n), (c) => (c === '-' ? '⁻' : '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(c)])).join('');
}

function withMinus(text: string): string {
  return text.replace('-', '−');
}
