/** Numbers under a strip: strips are narrow, and no number may run into the next or stand alone. */
import { scaleLinear, scaleLog } from 'd3-scale';

export interface Tick {
  value: number;
  x: number;
  words: string;
  anchor: 'start' | 'middle' | 'end';
}

interface Frame {
  from: number;
  to: number;
}

/** px of a digit at the size in which ticks are written, and px left between two numbers. */
const DIGIT = 6;
const APART = 5;
/** More than this many are never looked at. */
const MOST = 8;

/**
 * As many ticks as find room, at round values where two of those do, else at both ends.
 * @param range SI or shown values at the left and the right end of the frame, low < high
 */
export function ticksOf(range: readonly [number, number], isLogarithmic: boolean, frame: Frame): Tick[] {
  const scale = (isLogarithmic ? scaleLog() : scaleLinear()).domain(range).range([frame.from, frame.to]);
  const placed = (values: readonly number[]): Tick[] =>
    values.map((value) => ({ value, x: scale(value), words: tickWords(value), anchor: anchorOf(scale(value), frame) }));
  for (const values of isLogarithmic ? logarithmic(range) : linear(range)) {
    const ticks = placed(values);
    if (ticks.length >= 2 && isClear(ticks)) return ticks;
  }
  for (const digits of [3, 2, 1]) {
    const ends = placed(range.map((value) => Number(value.toPrecision(digits)))).map((tick, k) => ({
      ...tick,
      x: k === 0 ? frame.from : frame.to,
      anchor: k === 0 ? ('start' as const) : ('end' as const),
    }));
    if (ends[0]?.words !== ends[1]?.words && isClear(ends)) return ends;
  }
  return placed([range[0]]);
}

/** From many to few. */
function linear([low, high]: readonly [number, number]): number[][] {
  const counts = Array.from({ length: MOST - 1 }, (_, k) => MOST - k);
  const ticks = counts.map((count) => scaleLinear().domain([low, high]).ticks(count));
  // Where all of them are too many and the next fewer is one, every second or third of them is still round.
  const fewer = [2, 3].flatMap((every) => ticks.map((values) => values.filter((_, k) => k % every === 0)));
  return [...ticks, ...fewer].filter((values) => values.length >= 2).sort((a, b) => b.length - a.length);
}

/** Of each decade 1, 2 and 5 where few decades are there; else powers of ten, every so many. */
function logarithmic([low, high]: readonly [number, number]): number[][] {
  const [first, last] = [Math.floor(Math.log10(low)), Math.ceil(Math.log10(high))];
  const powers = Array.from({ length: last - first + 1 }, (_, k) => 10 ** (first + k));
  const within = (values: readonly number[]): number[] =>
    values.filter((value) => value >= low * (1 - 1e-9) && value <= high * (1 + 1e-9));
  const parts = (mantissas: readonly number[]): number[] => within(powers.flatMap((power) => mantissas.map((m) => m * power)));
  const every = Array.from({ length: powers.length }, (_, k) => within(powers.filter((_power, at) => at % (k + 1) === 0)));
  return [parts([1, 2, 5]), parts([1, 3]), ...every];
}

const widthOf = ({ words }: Tick): number => words.length * DIGIT;

const startOf = (tick: Tick): number =>
  tick.anchor === 'start' ? tick.x : tick.anchor === 'end' ? tick.x - widthOf(tick) : tick.x - widthOf(tick) / 2;

const isClear = (ticks: readonly Tick[]): boolean =>
  ticks.slice(1).every((tick, k) => {
    const before = ticks[k];
    return before === undefined || startOf(tick) - (startOf(before) + widthOf(before)) >= APART;
  });

/** Very small and very large ones in powers of ten, with as many digits as the value has, three at most. */
function tickWords(tick: number): string {
  const isPlain = tick === 0 || (Math.abs(tick) >= 1e-3 && Math.abs(tick) < 1e5);
  const words = isPlain ? String(Number(tick.toPrecision(6))) : Number(tick.toPrecision(3)).toExponential().replace('e+', 'e');
  return words.replaceAll('-', '−');
}

/** Numbers stay under their strip. */
const anchorOf = (x: number, { from, to }: Frame): Tick['anchor'] => (x - from < 14 ? 'start' : to - x < 14 ? 'end' : 'middle');
