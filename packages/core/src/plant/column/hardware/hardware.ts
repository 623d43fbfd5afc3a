/** The hardware of a column's ladder: sections, diameters, ratings, the vessel and the pressure that they make. */
import type { ColumnUnit, HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { nextStandard, rungLoads, sectionsOf } from '../../../hardware/index.ts';
import type { BedRating, Moving, RungLoads, Section } from '../../../hardware/index.ts';
import { open, passOn, solved } from '../../../numerics/index.ts';
import type { Outcome } from '../../../numerics/index.ts';
import { oConnell } from '../../../shortcut/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { transportOf } from '../../../transport/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';
import { solveLadder } from '../ladder/ladder.ts';
import type { BeforeLadder } from '../ladder/ladder.ts';
import { placeName } from '../places.ts';
import type { UnitInputs } from '../../inputs.ts';
import { designOf, turned } from './designs.ts';
import type { DesignsFacts, HardwareFacts, SectionFacts } from './facts.ts';
import { agreePressure } from './handBack.ts';
import { inputsOf } from './inputs.ts';
import { mendOf } from './mend.ts';
import { neededDiameter, outsideOfSection, rateSection, sectionLimits, windowOf } from './section.ts';
import type { LoadedSection, RungRating } from './section.ts';
import { bedHeight, mostBed, vesselOf } from './vessel.ts';

/** What hardware stands on: what is said of it, and the ladder solved from nothing. */
interface Ready {
  hardware: HardwareInputs;
  ladder: LadderFacts;
  model: ThermoModel;
}

function readyHardware(unitInputs: UnitInputs, column: ColumnUnit, before: BeforeLadder, isOver?: () => boolean): Outcome<Ready> {
  const { hardware, ladder } = column;
  if (hardware === null) return open([{ code: 'missing', path: `units.${column.id}.hardware`, what: 'trays or packing' }]);
  if (ladder === null) return open([{ code: 'missing', path: `units.${column.id}.ladder`, what: 'column stage by stage' }]);
  const facts = solveLadder(unitInputs, column, before, { isOver });
  if (facts.state !== 'solved') return passOn(facts);
  if (before.model.state !== 'solved') return passOn(before.model);
  return solved({ hardware, ladder: facts.value, model: before.model.value });
}

/** The hardware of a column: sized, rated, told. */
export function solveHardware(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  isOver?: () => boolean,
): Outcome<HardwareFacts> {
  const ready = readyHardware(unitInputs, column, before, isOver);
  if (ready.state !== 'solved') return passOn(ready);
  const { hardware, ladder, model } = ready.value;
  return solved(describeHardware(unitInputs, column, hardware, ladder, model));
}

/** What takes longer: ladder and hardware solved in turn until their pressures agree, of the design as it is and of the other one. */
export function solveDesigns(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  before: BeforeLadder,
  isOver?: () => boolean,
): Outcome<DesignsFacts> {
  const ready = readyHardware(unitInputs, column, before, isOver);
  if (ready.state !== 'solved') return passOn(ready);
  const { hardware, ladder, model } = ready.value;
  // Of the way to an agreement nothing is kept: it is of no column that is in the case.
  const passing = { ...before, keep: <T>(_: string, make: () => Outcome<T>) => make() };
  const built = (inputs: HardwareInputs) => {
    const described = (of: LadderFacts) => describeHardware(unitInputs, column, inputs, of, model);
    const begun = { ladder, hardware: described(ladder) };
    const agreed = agreePressure(column, begun, (changed) => {
      const outcome = solveLadder(unitInputs, changed, passing, { isOver });
      return outcome.state === 'solved' ? { ladder: outcome.value, hardware: described(outcome.value) } : undefined;
    });
    return { hardware: begun.hardware, agreed: agreed ?? null };
  };
  const own = built(hardware);
  const other = built(turned(hardware));
  return solved({ agreed: own.agreed, designs: [designOf(own.hardware, own.agreed), designOf(other.hardware, other.agreed)] });
}

function describeHardware(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  hardware: HardwareInputs,
  ladder: LadderFacts,
  model: ThermoModel,
): HardwareFacts {
  const loads = rungLoads(ladder, model, transportOf(unitInputs.mixture.components), movingIn(column, ladder));
  const cuts = sectionsOf(cutsOf(column, ladder));
  const loaded = cuts.map((section, k) => loadSection(section, inputsOf(hardware, k), ladder, loads));
  const needed = loaded.map((each) => neededDiameter(each, hardware) ?? null);
  const made = (diameter: number): number => nextStandard(diameter, hardware.sizes);
  const diameters = diametersOf(hardware, loaded, needed, made);
  const sections = loaded.map((each, k) => sectionFacts(each, diameters[k], needed[k], { column, hardware, ladder, loads, made }));
  const contact = loads.slice((cuts[0]?.first ?? 1) - 1, cuts.at(-1)?.last ?? 0);
  const pressure = pressureOf(sections, ladder);
  return {
    sections,
    vessel: vesselOf(sections, {
      pressure: Math.max(...(pressure ?? ladder.P)),
      barometric: unitInputs.site.barometricPressure,
      loads: contact,
      hasCondenser: column.ladder?.top !== 'none',
    }),
    pressure,
    ladderPressure: ladder.P,
    unrated: sections.flatMap(({ rungs }) => rungs.flatMap(({ rung, tray, bed }) => (tray === null && bed === null ? [rung] : []))),
  };
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
  { diameters, sections }: HardwareInputs,
  loaded: readonly LoadedSection[],
  needed: readonly (number | null)[],
  made: (diameter: number) => number,
): number[] {
  const own = loaded.map(({ inputs }, k) => inputs.diameter ?? made(needed[k] ?? LEAST));
  if (diameters === 'each') return own;
  const widest = sections[0].diameter ?? Math.max(...own);
  return own.map(() => widest);
}

interface Around {
  column: ColumnUnit;
  hardware: HardwareInputs;
  ladder: LadderFacts;
  loads: readonly RungLoads[];
  made: (diameter: number) => number;
}

function sectionFacts(loaded: LoadedSection, diameter: number, needed: number | null, around: Around): SectionFacts {
  const { section, inputs } = loaded;
  const rungs = rateSection(loaded, diameter, around.hardware);
  const count = section.last - section.first + 1;
  const common = {
    ...section,
    contact: inputs.contact,
    diameter,
    needed: inputs.diameter === null ? needed : null,
    rungs,
    limits: sectionLimits(rungs),
    window: windowOf(loaded, diameter, around.hardware, rungs),
    mend: mendOf(loaded, diameter, around.hardware, around.made) ?? null,
    outside: outsideOfSection(rungs, inputs),
  };
  if (inputs.contact === 'packing') return { ...common, ...bedFacts(loaded, diameter, rungs) };
  const efficiency = efficiencyOf(loaded, around);
  const trays = Math.ceil(count / efficiency.value - 1e-9);
  const perTray = mean(rungs.flatMap(({ tray }) => (tray === null ? [] : [tray.drop])));
  return { ...common, trays, efficiency, packed: null, height: trays * inputs.tray.spacing, drop: trays * perTray };
}

/** Height, beds and drop of a section's packing. */
function bedFacts({ inputs }: LoadedSection, diameter: number, rungs: readonly RungRating[]) {
  const { height: given, bed } = inputs.packed;
  const rated = rungs.flatMap((rung) => (rung.bed === null ? [] : [rung.bed]));
  const hetp = given ?? mean(rated.flatMap((each) => (each.hetp === null ? [] : [each.hetp])));
  const by = given === null ? (rated.find((each) => each.hetpBy !== null)?.hetpBy ?? 'nothing') : 'given';
  const packing = rungs.length * hetp;
  const { beds, height } = bedHeight(packing, bed ?? mostBed(diameter));
  const isFlooded = rated.some(({ drop }) => drop === null);
  const drop = isFlooded ? null : rated.reduce((sum, each) => sum + (each.drop ?? 0) * hetp, 0);
  return { trays: null, efficiency: null, packed: { hetp, by, rule: ruleOf(rated), packing, beds }, height, drop };
}

/** What practice takes for a stage, m. */
const ruleOf = (rated: readonly BedRating[]): number | null =>
  rated[0]?.hetps.find(({ method }) => method === 'rule')?.value ?? null;

const mean = (values: readonly number[]): number => (values.length === 0 ? 0 : values.reduce((a, b) => a + b, 0) / values.length);

/** Trays of washers and strippers: 10 to 20 %, practice (Walas). */
const WASHING = 0.15;

type Efficiency = NonNullable<SectionFacts['efficiency']>;

/** Real trays of a rung: as given; the rungs themselves where the ladder has an efficiency; else O'Connell's of the keys on the middle rung, or practice. */
function efficiencyOf({ inputs, section, loads }: LoadedSection, { column, ladder }: Around): Efficiency {
  const given = inputs.tray.efficiency;
  if (given !== null) return { value: given, by: 'given' };
  if ((column.ladder?.efficiency.all ?? 1) < 1) return { value: 1, by: 'ladder' };
  if (column.service !== 'distillation') return { value: WASHING, by: 'practice' };
  const middle = Math.floor(loads.length / 2);
  const alpha = volatilityOfKeys(ladder, section.first - 1 + middle);
  const viscosity = (loads[middle] ?? loads.find((load) => load !== null))?.liquidViscosity;
  if (alpha === undefined || viscosity === undefined) return { value: USUAL, by: 'practice' };
  return { value: Math.min(1, oConnell(alpha, viscosity)), by: 'o-connell' };
}

/** Of distillation where nothing tells it: practice (Walas has 60 to 90 %). */
const USUAL = 0.6;

/** Volatility of the keys on a rung; undefined where one is missing. */
function volatilityOfKeys(ladder: LadderFacts, j: number): number | undefined {
  const keys = keysOfProducts(ladder);
  if (keys === undefined) return undefined;
  const [light, heavy] = keys.map((i) => ladder.y[j][i] / ladder.x[j][i]);
  const alpha = Math.max(light, heavy) / Math.min(light, heavy);
  return Number.isFinite(alpha) ? alpha : undefined;
}

/** Of the components, that of which just more than half goes up, and that of which just less: the keys. */
function keysOfProducts({ products }: LadderFacts): [light: number, heavy: number] | undefined {
  const bottoms = products.find(({ id }) => id === 'bottoms')?.flows ?? [];
  const shares = bottoms.map((flow, i) => {
    const all = products.reduce((sum, { flows }) => sum + flows[i], 0);
    return all > 0 ? 1 - flow / all : Number.NaN;
  });
  const nearest = (isOn: (share: number) => boolean): number =>
    shares.reduce(
      (best, share, i) => (isOn(share) && (best < 0 || Math.abs(share - 0.5) < Math.abs(shares[best] - 0.5)) ? i : best),
      -1,
    );
  const [light, heavy] = [nearest((share) => share >= 0.5), nearest((share) => share < 0.5)];
  return light < 0 || heavy < 0 ? undefined : [light, heavy];
}

/** What moves: the light key against the heavy one; of a washer what the gas loses most of on its way up, of a stripper what it gains. */
function movingIn({ service }: ColumnUnit, ladder: LadderFacts): Moving {
  const keys = service === 'distillation' ? keysOfProducts(ladder) : undefined;
  if (keys !== undefined) return { moving: keys[0], against: keys[1] };
  const { vapour, y } = ladder;
  const last = vapour.length - 1;
  const gained = y[0].map((top, i) => vapour[0] * top - vapour[last] * y[last][i]);
  const wanted = gained.map((flow) => (service === 'absorption' ? -flow : flow));
  return { moving: wanted.indexOf(Math.max(...wanted)), against: null };
}

/** The pressure of each rung from the ladder's first rung of a section down, by the sections' drops; condenser as in the ladder, reboiler as the last rung. */
function pressureOf(sections: readonly SectionFacts[], { P }: LadderFacts): number[] | null {
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
