/** Trays and packing of a column, section by section, counted from the top; `null` is proposed or sized by the product. SI. */
import { z } from 'zod';
import { identifier, number, positive, text } from '../../primitives.ts';

/** The kinds of tray. */
export const TrayKind = z.enum(['sieve', 'valve', 'fixed-valve', 'bubble-cap']);
export type TrayKind = z.infer<typeof TrayKind>;

/** How much a system foams. */
export const Foaming = z.enum(['low', 'medium', 'high', 'very-high']);
export type Foaming = z.infer<typeof Foaming>;

/** Methods of a tray's flooding. */
export const TrayFlooding = z.enum(['kister-haas', 'fair', 'fair-kessler', 'treybal']);
export type TrayFlooding = z.infer<typeof TrayFlooding>;

/** Methods of a tray's efficiency: one for a section's trays together, or Murphree's of each. */
export const TrayEfficiencyBy = z.enum(['o-connell', 'chan-fair', 'aiche', 'zuiderweg', 'van-winkle']);
export type TrayEfficiencyBy = z.infer<typeof TrayEfficiencyBy>;

/** Methods of a packing's flooding. */
export const PackingFlooding = z.enum(['billet-schultes', 'leva', 'prahl', 'kister-gill', 'stichlmair']);
export type PackingFlooding = z.infer<typeof PackingFlooding>;

/** Methods of a packing's pressure drop. */
export const PackingDrop = z.enum(['billet-schultes', 'robbins', 'stichlmair', 'rocha']);
export type PackingDrop = z.infer<typeof PackingDrop>;

/** Methods of the height that an equilibrium stage takes. */
export const HetpMethod = z.enum(['billet-schultes', 'onda', 'bravo', 'rocha', 'rule']);
export type HetpMethod = z.infer<typeof HetpMethod>;

/** How sure a number is as it stands here. */
export const Trust = z.enum(['high', 'medium', 'low']);
export type Trust = z.infer<typeof Trust>;

/** A packing with what is published of it, or what a person knows of their own; `null` is not known. */
export const Packing = z.strictObject({
  /** What it is called in the table of packings; `own` is a person's. */
  key: identifier,
  name: text(120),
  kind: z.enum(['random', 'structured']),
  size: positive.nullable(), // m
  area: positive.nullable(), // m²/m³
  voidFraction: z.number().gt(0).lt(1).nullable(),
  /** Packing factor, 1/m. */
  factor: positive.nullable(),
  /** Billet and Schultes': of loading, flooding, hold-up, dry drop, and transfer in both phases. */
  constants: z.strictObject({
    loading: positive.nullable(),
    flooding: positive.nullable(),
    holdUp: positive.nullable(),
    dry: positive.nullable(),
    liquid: positive.nullable(),
    gas: positive.nullable(),
  }),
  /** C1, C2 and C3 of Stichlmair, Bravo and Fair. */
  stichlmair: z.tuple([number, number, number]).nullable(),
  /** Channels of a structured packing: side in m, angle to the horizontal in degrees, the factor of its surface. */
  channels: z.strictObject({ side: positive, angle: positive, surface: positive }).nullable(),
  /** Surface tension at which a liquid just wets the material, N/m: ceramic 0.061, steel 0.075, polyethylene 0.033. */
  criticalTension: positive,
  /** Of area and void, factor, loading and flooding, hold-up and dry drop, transfer. */
  trust: z.array(Trust.nullable()).length(5),
  source: text(300),
});
export type Packing = z.infer<typeof Packing>;

/** A section's trays, as entered. */
export const TrayInputs = z.strictObject({
  kind: TrayKind,
  spacing: positive,
  passes: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  weirHeight: positive,
  /** Of the tower section, all downcomers; at the bottom less where they slope. */
  downcomerTop: z.number().gt(0).lt(0.45),
  downcomerBottom: z.number().gt(0).lt(0.45),
  clearance: positive,
  holeDiameter: positive,
  /** Of the active area. */
  holeShare: z.number().gt(0).lt(0.9),
  deckThickness: positive,
  /** Of movable valves. */
  valve: z.strictObject({
    thickness: positive,
    density: positive,
    seat: z.enum(['sharp', 'contoured']),
    legs: z.union([z.literal(0), z.literal(3), z.literal(4)]),
  }),
  /** Of bubble caps; slots and risers of the active area. */
  cap: z.strictObject({
    slotHeight: positive,
    slotShare: z.number().gt(0).lt(1),
    riserShare: z.number().gt(0).lt(1),
    riserCoefficient: positive,
    seal: z.number().min(0).max(1),
  }),
  flooding: TrayFlooding,
  efficiencyBy: TrayEfficiencyBy,
  /** Pools in a row as which the liquid on a tray mixes; null: it does not, and flows as a plug. */
  pools: z.int().min(1).max(100).nullable(),
  /** Overall, of real trays; null: as in the ladder where it says one, else by the method. */
  efficiency: z.number().gt(0).max(1.5).nullable(),
});
export type TrayInputs = z.infer<typeof TrayInputs>;

/** A section's packing, as entered. */
export const PackedInputs = z.strictObject({
  packing: Packing,
  flooding: PackingFlooding,
  drop: PackingDrop,
  hetp: HetpMethod,
  /** m of an equilibrium stage; null: by the method. */
  height: positive.nullable(),
  /** m at most between redistributors; null: by rule. */
  bed: positive.nullable(),
});
export type PackedInputs = z.infer<typeof PackedInputs>;

/** What is said of a section. */
export const SectionInputs = z.strictObject({
  contact: z.enum(['trays', 'packing']),
  diameter: positive.nullable(), // m; null: sized
  /** Share of flooding to size for. */
  share: z.number().gt(0).max(1.2),
  /** Pressure drop to stay below: Pa of a tray, Pa/m of a bed; null: none. */
  mostDrop: positive.nullable(),
  tray: TrayInputs,
  packed: PackedInputs,
});
export type SectionInputs = z.infer<typeof SectionInputs>;

/** What is asked of a column's hardware. Where there are more sections than are said, the last that is said holds for them. */
export const HardwareInputs = z.strictObject({
  sections: z.array(SectionInputs).min(1).max(40),
  /** One diameter for all, or one each. */
  diameters: z.enum(['one', 'each']),
  /** Whose diameters are made: by 50 and 100 mm, or by half a foot. */
  sizes: z.enum(['metric', 'feet']),
  foaming: Foaming,
  /** System factor: flooding comes so much earlier; 1 where nothing foams. */
  systemFactor: z.number().gt(0).max(1),
  /** Smallest load to work at, of the load designed for. */
  turnDown: z.number().gt(0).max(1),
  /** Whether the ladder takes the pressure that its hardware makes below the top. */
  setsPressure: z.boolean(),
  /** What stands at the ends of the column. */
  ends: z.strictObject({
    /** Overall coefficients, W/(m² K); null: as usual for what cools and heats. */
    condenser: positive.nullable(),
    reboiler: positive.nullable(),
    /** s for which a half-full reflux drum holds what leaves it. */
    drumTime: positive,
  }),
});
export type HardwareInputs = z.infer<typeof HardwareInputs>;
