/** A usual sieve tray, for tests. */
import type { Tray } from '../hardware/index.ts';

export const SIEVE: Tray = {
  kind: 'sieve',
  diameter: 2,
  spacing: 0.5,
  passes: 1,
  weirHeight: 0.05,
  downcomerTop: 0.12,
  downcomerBottom: 0.12,
  clearance: 0.04,
  holeDiameter: 0.005,
  holeShare: 0.1,
  deckThickness: 0.005,
  pools: null,
  valve: { thickness: 0.0015, density: 7850, seat: 'sharp', legs: 3 },
  cap: { slotHeight: 0.035, slotShare: 0.15, riserShare: 0.12, riserCoefficient: 4, seal: 0.012 },
};
