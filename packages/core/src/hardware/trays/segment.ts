/** A chord that cuts a segment off a circle: a weir, and the downcomer behind it. Exact geometry; all in shares of diameter or section. */

/** Area of the segment, of the circle's, at a half angle. */
const areaAt = (half: number): number => (half - Math.sin(half) * Math.cos(half)) / Math.PI;

/** Chord length over diameter, of a segment that takes this share of the circle (0 to 0.5). */
export function chordOf(area: number): number {
  return Math.sin(halfAngle(area));
}

/** Height of the segment over diameter. */
export function heightOf(area: number): number {
  return (1 - Math.cos(halfAngle(area))) / 2;
}

/** Share of the circle that a chord cuts off, by its length over the diameter. */
export const areaOfChord = (chord: number): number => areaAt(Math.asin(Math.min(1, chord)));

/** Newton's method on θ − sin θ cos θ = πA, from the leading term ⅔θ³; the left side rises steadily, so that it cannot miss. */
function halfAngle(area: number): number {
  let half = Math.min(Math.PI / 2, Math.cbrt(1.5 * Math.PI * area));
  for (let step = 0; step < MOST_STEPS; step++) {
    const slope = (2 * Math.sin(half) ** 2) / Math.PI;
    if (slope === 0) return half;
    const change = (areaAt(half) - area) / slope;
    half -= change;
    if (Math.abs(change) < 1e-14) break;
  }
  return half;
}

const MOST_STEPS = 30;
