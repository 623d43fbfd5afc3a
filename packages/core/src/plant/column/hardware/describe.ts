/** The hardware of one solution of a ladder: sections, diameters, ratings, the vessel and the pressure that they make. */
import type { ColumnUnit, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { nextStandard, ruleOfHetp, rungLoads, sectionsOf } from '../../../hardware/index.ts';
import type { RungLoads, Section } from '../../../hardware/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { transportOf } from '../../../transport/index.ts';
import type { Transport } from '../../../transport/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';
import { placeName } from '../places.ts';
import type { UnitInputs } from '../../inputs.ts';
import { efficiencyOf, movingIn } from './efficiency.ts';
import { endsOf } from './ends.ts';
import type { HardwareFacts, SectionFacts } from './facts.ts';
import { inputsOf } from './inputs.ts';
import { mendOf } from './mend.ts';
import { remarksOf } from './remarks.ts';
import { neededDiameter, outsideOfSection, rateSection, sectionDrops, sectionLimits, windowOf } from './section.ts';
import type { LoadedSection, RungDrop, RungRating } from './section.ts';
import { bedHeight, mostBed, trayHeight, vesselOf } from './vessel.ts';

/** Everything of a column's hardware. */
export function describeHardware(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  hardware: HardwareInputs,
  ladder: LadderFacts,
  model: ThermoModel,
): HardwareFacts {
  const { components } = unitInputs.mixture;
  const transport = transportOf(components);
  const { loads, cuts, built } = buildSections(column, hardware, ladder, model, transport);
  const sections = built.map((each) => sectionFacts(each, hardware));
  const between = { first: cuts[0]?.first ?? 1, last: cuts.at(-1)?.last ?? 0 };
  const pressure = pressureOf(sections, ladder);
  return {
    asked: hardware,
    sections,
    vessel: vesselOf(sections, {
      pressure: Math.max(...(pressure ?? ladder.P)),
      barometric: unitInputs.site.barometricPressure,
      loads: loads.slice(between.first - 1, between.last),
      hasCondenser: column.ladder?.top !== 'none',
    }),
    ends: endsOf(ladder, loads, hardware, unitInputs.site),
    pressure,
    ladderPressure: ladder.P,
    unrated: sections.flatMap(({ rungs }) => rungs.flatMap(({ rung, tray, bed }) => (tray === null && bed === null ? [rung] : []))),
    remarks: remarksOf(transport, components, ladder, between),
  };
}

/** The pressure of each rung alone, Pa, as the hardware makes it; null where a bed is flooded. */
export function hardwarePressure(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  hardware: HardwareInputs,
  ladder: LadderFacts,
  model: ThermoModel,
): number[] | null {
  const { built } = buildSections(column, hardware, ladder, model, transportOf(unitInputs.mixture.components));
  return pressureOf(
    built.map(({ own }) => own),
    ladder,
  );
}

/** Sections as they are built at their diameters, to be rated. */
function buildSections(
  column: ColumnUnit,
  hardware: HardwareInputs,
  ladder: LadderFacts,
  model: ThermoModel,
  transport: Transport,
): { loads: RungLoads[]; cuts: Section[]; built: BuiltSection[] } {
  const loads = rungLoads(ladder, model, transport, movingIn(column, ladder));
  const cuts = sectionsOf(cutsOf(column, ladder));
  const loaded = cuts.map((section, k) => loadSection(section, inputsOf(hardware, k), ladder, loads));
  const needed = loaded.map((each) => neededDiameter(each, hardware) ?? null);
  const diameters = diametersOf(hardware, loaded, needed);
  const built = loaded.map((each, k) => buildSection(each, diameters[k], needed[k], { column, hardware, ladder }));
  return { loads, cuts, built };
}

function cutsOf(column: ColumnUnit, { stages, feeds, products }: LadderFacts) {
  const { ladder } = column;
  const draws = products.filter(({ id }) => column.draws.some((draw) => draw.id === id));
  return {
    stages,
    hasCondenser: ladder?.top !== 'none',
    hasReboiler: ladder?.bottom !== 'none',
    feeds,
    draws: draws.map(({ id, stage }) => ({ name: placeName(column, id), stage })),
    pumpArounds: ladder?.pumpArounds ?? [],
  };
}

const loadSection = (section: Section, inputs: SectionInputs, { P }: LadderFacts, loads: readonly RungLoads[]): LoadedSection => ({
  section,
  inputs,
  loads: loads.slice(section.first - 1, section.last),
  P: P.slice(section.first - 1, section.last),
});

/** Where nothing can be sized, the least that is made. */
const LEAST = 0.3; // m

/** Given diameters as they are; the others as they are needed, to the next that is made; one for all the widest of them. */
function diametersOf(
  { diameters, sections, sizes }: HardwareInputs,
  loaded: readonly LoadedSection[],
  needed: readonly (number | null)[],
): number[] {
  const own = loaded.map(({ inputs }, k) => inputs.diameter ?? nextStandard(needed[k] ?? LEAST, sizes));
  if (diameters === 'each') return own;
  const widest = sections[0].diameter ?? Math.max(...own);
  return own.map(() => widest);
}

interface Around {
  column: ColumnUnit;
  hardware: HardwareInputs;
  ladder: LadderFacts;
}

/** A section with what it is built of, and what it is rated from. */
interface BuiltSection {
  loaded: LoadedSection;
  own: Omit<SectionFacts, 'rungs' | 'limits' | 'window' | 'mend' | 'outside'>;
  /** Rated when first asked: the pressure along a column asks for less. */
  rated: () => RungRating[];
}

function buildSection(
  loaded: LoadedSection,
  diameter: number,
  needed: number | null,
  { column, hardware, ladder }: Around,
): BuiltSection {
  const { section, inputs } = loaded;
  let rungs: RungRating[] | undefined;
  const rated = (): RungRating[] => (rungs ??= rateSection(loaded, diameter, hardware));
  const drops = sectionDrops(loaded, diameter, hardware);
  const common = { ...section, contact: inputs.contact, diameter, needed: inputs.diameter === null ? needed : null };
  if (inputs.contact === 'packing') return { loaded, rated, own: { ...common, ...bedFacts(loaded, diameter, drops) } };
  const efficiency = efficiencyOf(loaded, rated, column, ladder);
  const trays = Math.ceil((section.last - section.first + 1) / efficiency.value - 1e-9);
  const drop = trays * mean(drops.flatMap((each) => each.drop ?? []));
  const { manholes, height } = trayHeight(trays, inputs.tray.spacing);
  return { loaded, rated, own: { ...common, trays, efficiency, packed: null, height, manholes, drop, noDrop: null } };
}

/** A section with its limits, what would mend it, where it works and where methods left their ranges. */
function sectionFacts({ loaded, own, rated }: BuiltSection, hardware: HardwareInputs): SectionFacts {
  const rungs = rated();
  const limits = sectionLimits(rungs);
  return {
    ...own,
    rungs,
    limits,
    window: windowOf(loaded, own.diameter, hardware, rungs),
    mend: mendOf(loaded, limits[0], hardware, (needed) => nextStandard(needed, hardware.sizes)) ?? null,
    outside: outsideOfSection(rungs, loaded.inputs),
  };
}

/** Height, beds and drop of a section's packing. */
function bedFacts({ section, inputs }: LoadedSection, diameter: number, drops: readonly RungDrop[]) {
  const { height: given, bed, packing: kind } = inputs.packed;
  const hetp = given ?? mean(drops.flatMap((each) => each.hetp ?? []));
  const by = given === null ? (drops.find((each) => each.hetpBy !== null)?.hetpBy ?? 'nothing') : 'given';
  const packing = (section.last - section.first + 1) * hetp;
  const { beds, height } = bedHeight(packing, bed ?? mostBed(diameter));
  const drop = sumOf(drops.map((each) => each.drop));
  const noDrop = drop !== null ? null : drops.some(({ isFlooded }) => isFlooded) ? 'flooded' : 'unknown';
  const packed = { hetp, by, rule: ruleOfHetp(kind) ?? null, packing, beds };
  return {
    trays: null,
    efficiency: null,
    packed,
    height,
    manholes: beds - 1,
    drop: drop === null ? null : drop * hetp,
    noDrop,
  } as const;
}

/** The drop of all sections, Pa; null with its reason where one has none. */
export function dropOf(sections: readonly SectionFacts[]): Pick<SectionFacts, 'drop' | 'noDrop'> {
  const reasons = sections.map(({ noDrop }) => noDrop);
  const noDrop = reasons.find((reason) => reason === 'flooded') ?? reasons.find((reason) => reason !== null) ?? null;
  return { drop: sumOf(sections.map(({ drop }) => drop)), noDrop };
}

/** Their sum; null where one is not known. */
const sumOf = (values: readonly (number | null)[]): number | null =>
  values.reduce<number | null>((sum, value) => (sum === null || value === null ? null : sum + value), 0);

const mean = (values: readonly number[]): number => (values.length === 0 ? 0 : values.reduce((a, b) => a + b, 0) / values.length);

/** The pressure of each rung from the ladder's first rung of a section down, by the sections' drops; condenser as in the ladder, reboiler as the last rung. */
function pressureOf(sections: readonly Pick<SectionFacts, 'first' | 'last' | 'drop'>[], { P }: LadderFacts): number[] | null {
  const pressure = [...P];
  let here = sections.length === 0 ? 0 : P[sections[0].first - 1];
  for (const { first, last, drop } of sections) {
    if (drop === null) return null;
    const each = drop / (last - first + 1);
    for (let rung = first; rung <= last; rung++) {
      pressure[rung - 1] = here;
      here += each;
    }
  }
  const bottom = sections.at(-1)?.last ?? 0;
  for (let rung = bottom + 1; rung <= P.length; rung++) pressure[rung - 1] = here;
  return pressure;
}
