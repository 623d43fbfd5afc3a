/**
 * Whether a liquid is colder than its components stay dissolved: ideal solubility of a solid (Schröder 1893, van Laar 1908) with Walden's entropy of
 * fusion for every substance. Common practice for a warning, not for a design: a plastic crystal such as cyclohexane dissolves better.
 */
import type { ComponentRecord } from '@keen-ladder/schema';
import type { Warning } from '../../numerics/index.ts';
import { R } from '../../properties/index.ts';

/** J/(mol K): Walden, Z. Elektrochem. 14 (1908) 713, 13.5 cal/(mol K). */
const ENTROPY_OF_FUSION = 56.5;

/** A liquid and where it is, in words that follow "is": "the feed", "on stage 3". */
export interface PlacedLiquid {
  place: string;
  T: number; // K
  fractions: ArrayLike<number>; // mole fractions
}

/** One warning for each component that would crystallise somewhere: where it is most beyond what the liquid holds. */
export function freezing(components: readonly ComponentRecord[], liquids: readonly PlacedLiquid[]): Warning[] {
  return components.flatMap(({ name, meltingPoint }, i): Warning[] => {
    if (meltingPoint === null) return [];
    const melts = meltingPoint.value;
    const beyond = (at: PlacedLiquid): number => at.fractions[i] / solubility(melts, at.T);
    const frozen = liquids.filter((at) => at.T > 0 && at.T < melts && beyond(at) > 1);
    if (frozen.length === 0) return [];
    const { place, T, fractions } = frozen.reduce((worst, at) => (beyond(at) > beyond(worst) ? at : worst));
    return [{ code: 'freezes', name, place, T, melts, x: fractions[i], dissolves: solubility(melts, T) }];
  });
}

/** Mole fraction of a substance that melts at `melts` that an ideal liquid holds at T. */
const solubility = (melts: number, T: number): number => Math.exp((-ENTROPY_OF_FUSION / R) * (melts / T - 1));
