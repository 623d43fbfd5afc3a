/**
 * Root of f between a and b, where f changes sign, by Brent's method: inverse quadratic steps, kept inside the bracket by
 * bisection.
 * @param tolerance largest error of the root that is left, in the unit of a and b
 * @throws RangeError when f(a) and f(b) have the same sign: our mistake, never the user's
 * Source: Brent, Algorithms for Minimization without Derivatives (1973), ch. 4.
 */
export function bracketedRoot(f: (x: number) => number, a: number, b: number, tolerance: number): number {
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return a;
  if (fb === 0) return b;
  // By signs: the product of two tiny values is 0.
  if (Math.sign(fa) !== -Math.sign(fb)) throw new RangeError(`no change of sign between ${a} and ${b}`);
  let c = a;
  let fc = fa;
  let step = b - a;
  let previous = step;
  for (let iteration = 0; iteration < MAX_ITERATIONS; iteration++) {
    if (Math.abs(fc) < Math.abs(fb)) {
      a = b;
      b = c;
      c = a;
      fa = fb;
      fb = fc;
      fc = fa;
    }
    const small = 2 * Number.EPSILON * Math.abs(b) + 0.5 * tolerance;
    const half = 0.5 * (c - b);
    if (Math.abs(half) <= small || fb === 0) return b;
    const trial = interpolated(a, b, c, fa, fb, fc);
    if (
      Math.abs(previous) >= small &&
      Math.abs(trial) < Math.min(1.5 * Math.abs(half), 0.5 * Math.abs(previous)) &&
      trial * half > 0
    ) {
      previous = step;
      step = trial;
    } else {
      step = half;
      previous = half;
    }
    a = b;
    fa = fb;
    b += Math.abs(step) > small ? step : Math.sign(half) * small;
    fb = f(b);
    if (Math.sign(fb) === Math.sign(fc)) {
      c = a;
      fc = fa;
      step = b - a;
      previous = step;
    }
  }
  return b;
}

/** Step from b: inverse quadratic through three points, secant through two. */
function interpolated(a: number, b: number, c: number, fa: number, fb: number, fc: number): number {
  if (fa === fc) return (-fb * (b - a)) / (fb - fa);
  const r = fb / fc;
  const s = fb / fa;
  const t = fa / fc;
  return (s * (t * (r - t) * (c - b) - (1 - r) * (b - a))) / ((t - 1) * (r - 1) * (s - 1));
}

/** Bisection alone would need 60 steps for any bracket of doubles; Brent proved at most the square of that, in practice 10. */
const MAX_ITERATIONS = 200;
