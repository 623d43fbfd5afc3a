/** What a downcomer holds: backup, choking and residence, of clear liquid unless it says froth. */
import { GRAVITY } from '../loads.ts';

/** How much a system foams, and what follows: common practice, Kister, Distillation Design (1992), Tables 6.4 and 6.9; Bolles; Fair. */
export type Foaming = 'low' | 'medium' | 'high' | 'very-high';

interface Foams {
  /** Liquid, of the froth in a downcomer. */
  frothDensity: number;
  residence: number; // s
  /** Largest velocity of clear liquid at the downcomer's top, ft/s, at 18, 24 and 30 in of spacing: the middle of each range. */
  velocity: readonly [number, number, number];
}

const FOAMS: Record<Foaming, Foams> = {
  low: { frothDensity: 0.6, residence: 3, velocity: [0.45, 0.55, 0.65] },
  medium: { frothDensity: 0.5, residence: 4, velocity: [0.35, 0.45, 0.55] },
  high: { frothDensity: 0.35, residence: 5, velocity: [0.22, 0.22, 0.25] },
  'very-high': { frothDensity: 0.3, residence: 7, velocity: [0.22, 0.22, 0.25] },
};

/** Liquid, of the froth in a downcomer. */
export const downcomerFroth = (foaming: Foaming): number => FOAMS[foaming].frothDensity;

/** s that froth needs to part from its vapour. */
export const leastResidence = (foaming: Foaming): number => FOAMS[foaming].residence;

/** Largest velocity of clear liquid at a downcomer's top, m/s, straight between the spacings of the table and theirs beyond. */
export function mostVelocity(foaming: Foaming, spacing: number): number {
  const place = Math.min(2, Math.max(0, (spacing / 0.0254 - 18) / 6));
  const { velocity } = FOAMS[foaming];
  const low = Math.min(1, Math.floor(place));
  return 0.3048 * (velocity[low] + (place - low) * (velocity[low + 1] - velocity[low]));
}

/**
 * Loss under the apron, 0.166 (Q/A)² m: Cicalese; Coulson & Richardson, vol. 6.
 * @param flow m³/s
 * @param area the smaller of apron and downcomer, m²
 */
export const apronLoss = (flow: number, area: number): number => 0.166 * (flow / area) ** 2;

/** The same by Treybal, 3/(2g)(Q/A)². */
export const apronLossTreybal = (flow: number, area: number): number => (3 / (2 * GRAVITY)) * (flow / area) ** 2;
