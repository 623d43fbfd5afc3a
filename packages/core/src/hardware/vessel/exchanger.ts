/** Heat exchangers by area: what the ends of a column need. SI. */

/**
 * Logarithmic mean of the differences at both ends of a counter-current exchanger, K: Kern, Process Heat Transfer (1950), chapter 5.
 * @returns undefined where heat would have to flow to the warmer side
 */
export function meanDifference(one: number, other: number): number | undefined {
  if (!(one > 0 && other > 0)) return undefined;
  const share = other / one;
  // Near 1 the quotient loses its digits; the series of a(r − 1)/ln r there.
  return Math.abs(share - 1) < 1e-4 ? one * (1 + (share - 1) / 2) : (other - one) / Math.log(share);
}

/**
 * Of the mean difference, what one shell pass with two tube passes leaves: Bowman, Mueller & Nagle, Trans. ASME 62 (1940) 283.
 * @param own what is cooled or heated, K in and out
 * @param medium what cools or heats it
 * @returns undefined where two tube passes cannot reach these temperatures: it takes counter-current shells in a row, 1
 */
export function shellCorrection([own1, own2]: TwoT, [medium1, medium2]: TwoT): number | undefined {
  if (own1 === own2 || medium1 === medium2) return 1;
  const R = (own1 - own2) / (medium2 - medium1);
  const S = (medium2 - medium1) / (own1 - medium1);
  const root = Math.sqrt(R ** 2 + 1);
  const [over, under] = [2 - S * (R + 1 - root), 2 - S * (R + 1 + root)];
  if (!(under > 0 && S < 1 && R * S < 1)) return undefined;
  const units = Math.abs(R - 1) < 1e-6 ? S / (1 - S) : Math.log((1 - S) / (1 - R * S)) / (R - 1);
  return (root * units) / Math.log(over / under);
}

/** In and out, K. */
export type TwoT = readonly [from: number, to: number];

/** m² for a duty in W. @param coefficient overall, W/(m² K) */
export const exchangerArea = (duty: number, coefficient: number, difference: number): number => duty / (coefficient * difference);

/** What heats or cools. */
export type Medium = 'water' | 'air' | 'refrigerant' | 'heating';

/**
 * Overall coefficients where nothing else is known, W/(m² K): the middles of what Coulson & Richardson, vol. 6, table 12.1, has for organic vapours over water
 * (700 to 1000), condensing over air (300 to 600) and light organics boiling over steam (900 to 1200), and practice for brine; from memory.
 */
export const USUAL_COEFFICIENT: Record<Medium, number> = { water: 850, air: 450, refrigerant: 700, heating: 1000 };

/** K by which a coolant warms where the condensate is warm enough: practice. */
export const COOLANT_RISE: Record<Exclude<Medium, 'heating'>, number> = { water: 10, air: 15, refrigerant: 5 };
