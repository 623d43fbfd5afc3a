/** What a column's hardware begins with: sieve trays of usual geometry, or a bed of a usual packing. Common practice; Coulson & Richardson, vol. 6, ch. 11. */
import type { HardwareInputs, PackedInputs, SectionInputs, TrayInputs } from '@keen-ladder/schema';
import { packingOf } from '../../../hardware/index.ts';

/** A sieve tray: 5 mm holes over a tenth of the active area, downcomers of 12 %, a weir of 50 mm. */
const SIEVE: TrayInputs = {
  kind: 'sieve',
  spacing: 0.5,
  passes: 1,
  weirHeight: 0.05,
  downcomerTop: 0.12,
  downcomerBottom: 0.12,
  clearance: 0.04,
  holeDiameter: 0.005,
  holeShare: 0.1,
  deckThickness: 0.003,
  valve: { thickness: 0.0015, density: 7850, seat: 'sharp', legs: 3 },
  cap: { slotHeight: 0.032, slotShare: 0.15, riserShare: 0.12, riserCoefficient: 4, seal: 0.012 },
  flooding: 'kister-haas',
  efficiencyBy: 'o-connell',
  pools: null,
  efficiency: null,
};

const BED: PackedInputs = {
  packing: packingOf('pall-ring-50-mm-metal'),
  flooding: 'billet-schultes',
  drop: 'billet-schultes',
  hetp: 'billet-schultes',
  height: null,
  bed: null,
};

/** Shares of flooding to size for: 80 % of trays (C&R), 70 % of packing (Walas). */
export const USUAL_SHARE = { trays: 0.8, packing: 0.7 };

/** System factors by how much a system foams: practice, as tray and packing makers print them (Kister, Distillation Design, 1992). */
export const USUAL_FACTOR: Record<HardwareInputs['foaming'], number> = { low: 1, medium: 0.85, high: 0.73, 'very-high': 0.6 };

/** A section of which nothing is said. */
export const newSection = (contact: SectionInputs['contact']): SectionInputs => ({
  contact,
  diameter: null,
  share: USUAL_SHARE[contact],
  mostDrop: null,
  tray: SIEVE,
  packed: BED,
});

/** Hardware of which nothing is said but whether it is trays or packing. */
export const newHardware = (contact: SectionInputs['contact']): HardwareInputs => ({
  sections: [newSection(contact)],
  diameters: 'one',
  sizes: 'metric',
  foaming: 'low',
  systemFactor: 1,
  turnDown: 0.7,
  setsPressure: false,
  ends: { condenser: null, reboiler: null, drumTime: 300 },
});
