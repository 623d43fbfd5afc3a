/** A section of a column: rated at a diameter, and sized. */
import type { SectionInputs } from '@keen-ladder/schema';
import {
  bedDrop,
  bedFloodingVelocity,
  bedInForce,
  diameterFor,
  floodingShare,
  rateBed,
  rateTray,
  trayDrop,
  liquidVolume,
  trayWindow,
  vapourVolume,
} from '../../../hardware/index.ts';
import type {
  BedRating,
  ByMethod,
  Loads,
  Outside,
  RungLoads,
  Section,
  Tray,
  TrayRating,
  TrayWindow,
} from '../../../hardware/index.ts';
import { bedLimits, trayLimits } from './limits.ts';
import type { Asked, Limit } from './limits.ts';

/** A section with what passes its rungs. */
export interface LoadedSection {
  section: Section;
  inputs: SectionInputs;
  /** By rung of the section, from the top. */
  loads: readonly RungLoads[];
  P: readonly number[]; // Pa
}

/** A rung of a section at its loads; a bed or a tray, null where nothing can be rated. */
export interface RungRating {
  rung: number;
  loads: RungLoads;
  tray: TrayRating | null;
  bed: BedRating | null;
  limits: Limit[];
}

/** Where a method in force left its range, and on which rung farthest. */
export interface OutsideAt extends Outside {
  rung: number;
  /** The method that was left, and those that reach there. */
  method: string;
  reach: string[];
}

const trayAt = ({ tray }: SectionInputs, diameter: number): Tray => ({ ...tray, diameter });

const circumstancesOf = ({ tray }: SectionInputs, asked: Asked) => ({ flooding: tray.flooding, ...asked });

const bedAt = ({ packed }: SectionInputs, asked: Asked, pressure: number) => ({ ...packed, ...asked, pressure });

/** A section's rungs at a diameter. */
export const rateSection = (loaded: LoadedSection, diameter: number, asked: Asked): RungRating[] =>
  loaded.loads.map((_, k) => rateRung(loaded, k, diameter, asked));

/** The k-th rung of a section at a diameter. */
function rateRung({ section, inputs, loads, P }: LoadedSection, k: number, diameter: number, asked: Asked): RungRating {
  const load = loads[k];
  const unrated: RungRating = { rung: section.first + k, loads: load, tray: null, bed: null, limits: [] };
  if (load === null) return unrated;
  if (inputs.contact === 'trays') {
    const tray = rateTray(trayAt(inputs, diameter), load, circumstancesOf(inputs, asked));
    const limits = trayLimits(tray, inputs);
    return isFinite(tray) && isFinite(limits) ? { ...unrated, tray, limits } : unrated;
  }
  const bed = rateBed(inputs.packed.packing, diameter, load, bedAt(inputs, asked, P[k]));
  const limits = bedLimits(bed, inputs);
  return isFinite(bed) && isFinite(limits) ? { ...unrated, bed, limits } : unrated;
}

/** Whether a section keeps every limit at a diameter, and is rated at all; asked rung by rung, until one does not. */
export function keepsLimits(loaded: LoadedSection, diameter: number, asked: Asked, most: number): boolean {
  let isRated = false;
  for (let k = 0; k < loaded.loads.length; k++) {
    const { limits } = rateRung(loaded, k, diameter, asked);
    for (const { share } of limits) if (share > most) return false;
    isRated ||= limits.length > 0;
  }
  return isRated;
}

/** What a section's pressure drop comes from by rung: of a tray, Pa; of a bed, Pa/m and the m of a stage. */
export interface RungDrop {
  /** null where a bed is flooded, or nothing tells it. */
  drop: number | null;
  isFlooded: boolean;
  hetp: number | null;
  hetpBy: string | null;
}

/** The drops of a section's rungs alone, by the methods in force: what the pressure along a column asks, without the rest of a rating. */
export function sectionDrops({ inputs, loads, P }: LoadedSection, diameter: number, asked: Asked): RungDrop[] {
  const built = trayAt(inputs, diameter);
  return loads.flatMap((load, k): RungDrop[] => {
    if (load === null) return [];
    if (inputs.contact === 'packing') return [bedInForce(inputs.packed.packing, diameter, load, bedAt(inputs, asked, P[k]))];
    const drop = trayDrop(built, load);
    return Number.isFinite(drop) ? [{ drop, isFlooded: false, hetp: null, hetpBy: null }] : [];
  });
}

/** Whether every number of it is one: a tray that cannot be built (no active area, no room) has none, and is told as not rated. */
function isFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value !== 'object' || value === null) return true;
  if (Array.isArray(value)) return value.every(isFinite);
  // Plain objects of this folder's own: no list of their values is made, a thousand times a rating.
  for (const key in value) if (!isFinite(value[key as keyof typeof value])) return false;
  return true;
}

/**
 * Diameter that a section needs for its share of flooding and its drop, m.
 * @returns undefined where nothing of it can be rated, or no diameter does
 */
export function neededDiameter({ inputs, loads, P }: LoadedSection, asked: Asked): number | undefined {
  const shares = loads.flatMap((load, k) => (load === null ? [] : [sizedShare(inputs, load, P[k], asked)]));
  if (shares.length === 0 || shares.every((share) => share === undefined)) return undefined;
  const known = shares.filter((share) => share !== undefined);
  return diameterFor((diameter) => {
    const tray = trayAt(inputs, diameter);
    return known.reduce((worst, share) => Math.max(worst, share(tray)), 0);
  });
}

/** The larger share of its limit, of flooding and of drop, that a rung comes to: what sizing asks, without the rest of a rating. */
function sizedShare(
  { contact, share, mostDrop, packed, tray: { flooding: method } }: SectionInputs,
  load: Loads,
  pressure: number,
  asked: Asked,
): ((tray: Tray) => number) | undefined {
  if (contact === 'trays')
    return (tray) => {
      const flooding = floodingShare(method, tray, load, asked.systemFactor) / share;
      return mostDrop === null ? flooding : Math.max(flooding, trayDrop(tray, load) / mostDrop);
    };
  const around = { ...packed, ...asked, pressure };
  const velocity = bedFloodingVelocity(packed.packing, load, around);
  // Of a packing without constants nothing is known that could size it.
  if (velocity === undefined && (mostDrop === null || bedDrop(packed.packing, 1, load, around) === undefined)) return undefined;
  return ({ diameter }) => {
    const flooding = velocity === undefined ? 0 : vapourVolume(load) / ((Math.PI / 4) * diameter ** 2) / velocity / share;
    if (mostDrop === null) return flooding;
    const drop = bedDrop(packed.packing, diameter, load, around);
    return drop === null ? Number.MAX_VALUE : Math.max(flooding, (drop ?? 0) / mostDrop);
  };
}

/** What limits a section: the worst rung of each limit, the worst limit first. */
export function sectionLimits(rungs: readonly RungRating[]): (Limit & { rung: number })[] {
  const worst = new Map<string, Limit & { rung: number }>();
  for (const { rung, limits } of rungs)
    for (const limit of limits) {
      const before = worst.get(limit.name);
      if (before === undefined || limit.share > before.share) worst.set(limit.name, { ...limit, rung });
    }
  return [...worst.values()].sort((a, b) => b.share - a.share);
}

/** Where methods in force left their ranges, each once, at the rung where it is farthest, with the methods that reach there. */
export function outsideOfSection(rungs: readonly RungRating[], inputs: SectionInputs): OutsideAt[] {
  const farthest = new Map<string, OutsideAt>();
  const note = (rung: number, list: readonly ByMethod<string>[], chosen: string | null | undefined): void => {
    const found = list.find(({ method }) => method === chosen);
    const reach = list.filter(({ outside }) => outside.length === 0).map(({ method }) => method);
    for (const one of found?.outside ?? []) {
      const key = `${chosen} ${one.what}`;
      const before = farthest.get(key);
      if (before === undefined || distance(one) > distance(before))
        farthest.set(key, { ...one, rung, method: found?.method ?? '', reach });
    }
  };
  for (const { rung, tray, bed } of rungs) {
    if (tray !== null) {
      note(rung, tray.floodings, inputs.tray.flooding);
      note(rung, tray.dryDrops, tray.dryDrops.at(0)?.method);
    }
    if (bed !== null) {
      note(rung, bed.floodings, bed.floodedBy);
      note(rung, bed.drops, bed.dropBy);
      note(rung, bed.hetps, bed.hetpBy);
    }
  }
  return [...farthest.values()].sort((a, b) => distance(b) - distance(a));
}

const distance = ({ value, least, most }: Outside): number => (value > most ? value / most : least / Math.max(value, 1e-12));

/** The window of a section's trays, with the point of every rung: m³/s. */
export interface SectionWindow extends TrayWindow {
  /** Whose densities it has. */
  rung: number;
  points: { rung: number; liquid: number; vapour: number }[];
}

/** The operating window of a section's trays, around the rung that comes nearest to a limit, with the point of every rung. */
export function windowOf(
  { inputs, loads, section }: LoadedSection,
  diameter: number,
  asked: Asked,
  rungs: readonly RungRating[],
): SectionWindow | null {
  const rung = sectionLimits(rungs).at(0)?.rung;
  const load = rung === undefined ? null : loads[rung - section.first];
  if (inputs.contact !== 'trays' || rung === undefined || load === null) return null;
  const window = trayWindow(trayAt(inputs, diameter), load, circumstancesOf(inputs, asked));
  const points = loads.flatMap((each, k) =>
    each === null ? [] : [{ rung: section.first + k, liquid: liquidVolume(each), vapour: vapourVolume(each) }],
  );
  return isFinite(window) ? { ...window, rung, points } : null;
}
