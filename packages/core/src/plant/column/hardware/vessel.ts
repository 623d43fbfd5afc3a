/** The vessel around the sections: heights, wall, mass, nozzles. Practice: Walas, Chemical Process Equipment; Coulson & Richardson, vol. 6, chapter 13. */
import { liquidVolume, nozzleBore, vapourVolume, vesselWeight, wallOf } from '../../../hardware/index.ts';
import type { NozzleDuty, RungLoads } from '../../../hardware/index.ts';

/** Heights without trays or packing, m: over the top, under the bottom, between two sections, between two beds, of the skirt. */
export const CLEAR = { top: 1.2, sump: 1.8, between: 0.6, redistributor: 1, skirt: 3 };

/** Carbon steel at usual temperatures, with spot radiography: ASME VIII-1; corrosion as C&R has it. */
const STEEL = { stress: 138e6, joint: 0.85, corrosion: 0.002 };

/** Rings of a vessel under vacuum stand at most so far apart, m. */
const RING_SPACING = 3;

/** A manhole in a section of trays at least every so many, and the spacing that it needs, m: practice (Kister, Distillation Operation). */
const MANHOLE = { every: 20, spacing: 0.6 };

/** Height of a section of trays, m, with room for its manholes: those above and below stand in the clear heights. */
export function trayHeight(trays: number, spacing: number): { manholes: number; height: number } {
  const manholes = Math.max(0, Math.ceil(trays / MANHOLE.every) - 1);
  return { manholes, height: trays * spacing + manholes * Math.max(0, MANHOLE.spacing - spacing) };
}

/** What a section of the vessel is like. */
export interface VesselSection {
  diameter: number; // m
  height: number; // m, of its trays or beds with what is between them
  /** Within it: between trays, at redistributors. */
  manholes: number;
}

/** A vessel, SI. */
export interface VesselFacts {
  /** Between the tangents, m, with the clear heights at both ends. */
  height: number;
  /** From the top tangent down to each section's top, m. */
  tops: number[];
  skirt: number; // m
  wall: number; // m
  decides: 'inside' | 'outside' | 'stiffness';
  mass: number; // kg, empty
  /** Over the top, under the bottom, between sections and within them. */
  manholes: number;
  /** Bore in m for a flow in m³/s. */
  nozzles: { name: string; bore: number; flow: number }[];
}

/** Height of a bed with its redistributors. @param most m of packing at most between them */
export function bedHeight(packing: number, most: number): { beds: number; height: number } {
  const beds = Math.max(1, Math.ceil(packing / most - 1e-9));
  return { beds, height: packing + (beds - 1) * CLEAR.redistributor };
}

/** Largest bed, m: ten diameters, 6 m at most. Practice: Walas, Kister. */
export const mostBed = (diameter: number): number => Math.min(6, 10 * diameter);

/** The vessel of sections from the top. */
export function vesselOf(
  sections: readonly VesselSection[],
  {
    pressure,
    barometric,
    loads,
    hasCondenser,
  }: { pressure: number; barometric: number; loads: readonly RungLoads[]; hasCondenser: boolean },
): VesselFacts {
  const tops: number[] = [];
  let height = CLEAR.top;
  for (const [k, section] of sections.entries()) {
    if (k > 0) height += CLEAR.between;
    tops.push(height);
    height += section.height;
  }
  height += CLEAR.sump;
  const widest = Math.max(...sections.map(({ diameter }) => diameter));
  const duty = { pressure, barometric, diameter: widest, length: RING_SPACING, ...STEEL };
  const { thickness, decides } = wallOf(duty);
  const weight = sections.reduce((sum, { diameter, height: own }, k) => {
    const ends = (k === 0 ? CLEAR.top : CLEAR.between) + (k === sections.length - 1 ? CLEAR.sump : 0);
    return sum + vesselWeight(diameter + thickness, own + ends, thickness);
  }, 0);
  const known = loads.filter((load) => load !== null);
  const first = known.at(0);
  const last = known.at(-1);
  return {
    height,
    tops,
    skirt: CLEAR.skirt,
    wall: thickness,
    decides,
    mass: weight / 9.81,
    manholes: 1 + sections.length + sections.reduce((sum, { manholes }) => sum + manholes, 0),
    nozzles:
      first === undefined || last === undefined
        ? []
        : [
            nozzle('vapour at the top', 'vapour', vapourVolume(first), first.vapourDensity),
            nozzle(hasCondenser ? 'reflux' : 'liquid at the top', 'liquid-pumped', liquidVolume(first), first.liquidDensity),
            nozzle('liquid at the bottom', 'liquid-by-gravity', liquidVolume(last), last.liquidDensity),
            nozzle('vapour at the bottom', 'vapour', vapourVolume(last), last.vapourDensity),
          ],
  };
}

const nozzle = (name: string, duty: NozzleDuty, flow: number, density: number): VesselFacts['nozzles'][number] => ({
  name,
  bore: nozzleBore(duty, flow, density),
  flow,
});
