/** From mole fractions to pixels, in the whole drawing or in its lens. */
export interface Scale {
  /** Pixel of x and of y. */
  px: (x: number) => number;
  py: (y: number) => number;
  /** Fraction under a pixel. */
  x: (px: number) => number;
  y: (py: number) => number;
  left: number;
  top: number;
  side: number;
}

export interface Window {
  x: number;
  y: number;
  size: number;
}

export function makeScale(left: number, top: number, side: number, window: Window = { x: 0, y: 0, size: 1 }): Scale {
  const perUnit = side / window.size;
  return {
    px: (x) => left + (x - window.x) * perUnit,
    py: (y) => top + side - (y - window.y) * perUnit,
    x: (px) => window.x + (px - left) / perUnit,
    y: (py) => window.y + (top + side - py) / perUnit,
    left,
    top,
    side,
  };
}

/** Steps smaller than this cannot be told apart, px. */
const CROWDED = 17;
/** Less magnification than this is not worth a lens. */
const LEAST_ZOOM = 1.7;
const LARGEST_ZOOM = 12;
/** Side of the lens as a share of the drawing's. */
export const LENS_SHARE = 0.39;

/** The square that a lens should show: the longest run of steps too small to see; undefined when all are plain. */
export function crowdedWindow(stages: readonly { x: number; y: number }[], side: number): Window | undefined {
  const run = longestCrowdedRun(stages, side);
  if (run.length < 3) return undefined;
  const x = rangeOf(run.map((s) => s.x));
  const y = rangeOf(run.map((s) => s.y));
  const size = Math.max((x.high - x.low) * 1.2, (y.high - y.low) * 1.2, LENS_SHARE / LARGEST_ZOOM);
  if (LENS_SHARE / size < LEAST_ZOOM) return undefined;
  const centred = ({ low, high }: { low: number; high: number }): number =>
    Math.min(Math.max((low + high - size) / 2, 0), 1 - size);
  return { x: centred(x), y: centred(y), size };
}

const rangeOf = (values: number[]) => ({ low: Math.min(...values), high: Math.max(...values) });

function longestCrowdedRun(stages: readonly { x: number; y: number }[], side: number) {
  let best: { x: number; y: number }[] = [];
  let run: { x: number; y: number }[] = [];
  for (const [k, stage] of stages.entries()) {
    const before = stages[k - 1];
    const size = before === undefined ? 0 : Math.max(before.x - stage.x, before.y - stage.y) * side;
    run = size < CROWDED ? [...run, stage] : [];
    if (run.length > best.length) best = run;
  }
  return best;
}
