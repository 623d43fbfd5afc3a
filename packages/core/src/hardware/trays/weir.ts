/** Crest of clear liquid over a weir. */

/** Francis: 0.664 q^⅔, m, of clear liquid q in m²/s of weir; over 6 mm (below that the weir is notched: common practice). */
export const weirCrest = (q: number): number => 0.664 * q ** (2 / 3);

/** The same as Coulson & Richardson print it, 0.75 q^⅔: an eighth more. */
export const coulsonCrest = (q: number): number => 0.75 * q ** (2 / 3);

/**
 * The crest where the liquid converges on a short chord: Treybal, eqs. 6.33 and 6.34, iterated.
 * @param weirLength m
 * @param diameter of the tower, m
 */
export function constrictedCrest(q: number, weirLength: number, diameter: number): number {
  const ratio = diameter / weirLength;
  let crest = weirCrest(q);
  for (let step = 0; step < MOST_STEPS; step++) {
    const effective = Math.sqrt(
      Math.max(SHORTEST, ratio ** 2 - (Math.sqrt(ratio ** 2 - 1) + ((2 * crest) / diameter) * ratio) ** 2),
    );
    const next = weirCrest(q) * (1 / effective) ** (2 / 3);
    if (Math.abs(next - crest) < 1e-12) return next;
    crest = next;
  }
  return crest;
}

const MOST_STEPS = 100;
/** Square of the share of a weir that is left at the least; beyond it the formula, made for gentle crests, has no root. */
const SHORTEST = 0.04;
