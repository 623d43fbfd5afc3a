/** What is said of a section: what limits it, where, and what would mend it. */
import type { SectionInputs } from '@keen-ladder/schema';
import { formatNumber, listed } from '../../../measures/index.ts';
import type { Show } from '../../../measures/index.ts';
import type { HardwareFacts, SectionFacts } from './facts.ts';
import { MOST_ENTRAINED } from '../../../hardware/index.ts';
import { MOST_WEIR_LOAD } from './limits.ts';
import type { LimitName } from './limits.ts';
import { inputsOf } from './inputs.ts';
import { PASSED } from './mend.ts';
import type { Mend } from './mend.ts';
import type { PropertyRemark } from './remarks.ts';
import type { OutsideAt } from './section.ts';

/** "above Feed", "below Feed", "between Side draw and Feed". */
export function sectionName({ above, below }: Pick<SectionFacts, 'above' | 'below'>): string {
  if (above === null) return below === null ? 'the whole column' : `above ${below}`;
  return below === null ? `below ${above}` : `between ${above} and ${below}`;
}

const percent = (share: number): string => `${formatNumber(100 * share, 3)} %`;

/** What a limit comes to, with what it may be. */
function said(section: SectionFacts, name: LimitName, rung: number, { share, mostDrop }: SectionInputs, show: Show): string {
  const { tray, bed } = section.rungs[rung - section.first];
  const isPacked = section.contact === 'packing';
  const most = (value: number | undefined, text: (value: number) => string): string => (value === undefined ? '' : text(value));
  switch (name) {
    case 'flooding':
      return `${isPacked ? 'the bed is' : 'the trays are'} at ${percent(tray?.flooding ?? bed?.flooding ?? 0)} of flooding, ${percent(share)} is meant`;
    case 'drop':
      return `the pressure drop is ${isPacked ? show.quantity(bed?.drop ?? 0, 'bedDrop') : `${show.quantity(tray?.drop ?? 0, 'pressureDrop')} a tray`}, ${show.quantity(mostDrop ?? 0, isPacked ? 'bedDrop' : 'pressureDrop')} at most is meant`;
    case 'backup':
      return most(tray?.backupShare, (value) => `froth fills the downcomers to ${percent(value)} of the room up to the next weir`);
    case 'choking':
      return most(
        tray?.chokeShare,
        (value) => `liquid runs into the downcomers at ${percent(value)} of what their froth lets through`,
      );
    case 'residence':
      return most(
        tray?.residence,
        (value) =>
          `liquid stays ${show.quantity(value, 'time')} in the downcomers, too short for its vapour to leave where it is under the usual ${show.quantity(value * (tray?.residenceShare ?? 1), 'time')}`,
      );
    case 'weeping':
      return most(tray?.weepsAt ?? undefined, (value) => `the holes begin to weep at ${percent(value)} of this load`);
    case 'entrainment':
      return most(
        tray?.entrained,
        (value) => `${percent(value)} of the liquid is carried up, ${percent(MOST_ENTRAINED)} at most is usual`,
      );
    case 'weir-load':
      return most(
        tray?.weirLoad,
        (value) =>
          `${show.quantity(value, 'weirLoad')} runs over the weirs, ${show.quantity(MOST_WEIR_LOAD, 'weirLoad')} at most is usual`,
      );
    case 'wetting':
      return most(
        bed?.wetting ?? undefined,
        (value) => `at turn-down there is ${percent(value)} of the liquid that keeps the packing wet`,
      );
  }
}

/** One sentence: what limits a section and where, or what comes nearest. */
export function limitSentence(section: SectionFacts, inputs: SectionInputs, show: Show): string {
  if (section.limits.length === 0) return 'Nothing of it can be rated: a phase does not flow there, or nothing can be built so.';
  const [worst] = section.limits;
  const words = said(section, worst.name, worst.rung, inputs, show);
  const where = `at rung ${worst.rung}`;
  return worst.share > PASSED ? `Beyond its limit ${where}: ${words}.` : `Within its limits; nearest ${where}: ${words}.`;
}

/** "A spacing of 0.6 m would mend it." */
export function mendSentence({ kind, value }: Mend, show: Show): string {
  return `${capitalized(mendName(kind, value, show))} would mend it.`;
}

/** "Take a spacing of 0.6 m" */
export const mendLabel = ({ kind, value }: Mend, show: Show): string => `Take ${mendName(kind, value, show)}`;

function mendName(kind: Mend['kind'], value: number, show: Show): string {
  switch (kind) {
    case 'spacing':
      return `a spacing of ${show.quantity(value, 'length')}`;
    case 'passes':
      return `${value} passes`;
    case 'downcomer':
      return `downcomers of ${percent(value)} of the section`;
    case 'holes':
      return `holes of ${percent(value)} of the active area`;
    case 'weir':
      return `a weir of ${show.quantity(value, 'smallLength')}`;
    case 'diameter':
      return `a diameter of ${show.quantity(value, 'length')}`;
    case 'share':
      return `a design for ${percent(value)} of flooding`;
  }
}

const capitalized = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Names of the methods as a page shows them. */
export const METHOD_NAMES: Readonly<Record<string, string>> = {
  'kister-haas': 'Kister & Haas 1990',
  fair: 'Fair 1961 (Lygeros & Magoulas)',
  'fair-kessler': 'Fair 1961 (Kessler & Wankat)',
  treybal: 'Treybal',
  'billet-schultes': 'Billet & Schultes',
  leva: 'Leva 1992',
  prahl: 'chart, after Prahl 1969',
  'kister-gill': 'Kister & Gill 1991',
  stichlmair: 'Stichlmair, Bravo & Fair 1989',
  robbins: 'Robbins 1991',
  rocha: 'Rocha, Bravo & Fair 1993, 1996',
  onda: 'Onda 1968',
  bravo: 'Bravo, Rocha & Fair 1985, gauze',
  rule: 'rule of thumb',
  lockett: 'Lockett & Banik 1986',
  eduljee: 'Eduljee 1959, its chart not sure',
  hunt: 'Hunt, Hanson & Wilke 1955',
  bennett: 'Bennett, Kao & Wong 1995',
  liebson: 'Liebson 1957',
  bolles: 'Bolles 1976',
  klein: 'Klein 1982',
  slots: 'Bolles 1956',
  'o-connell': 'O’Connell 1946',
  'chan-fair': 'Chan & Fair 1984',
  aiche: 'AIChE 1958',
  zuiderweg: 'Zuiderweg 1982',
  'van-winkle': 'Van Winkle 1972',
};

/** "Kister & Haas 1990 is for a weir load of 4.5 to 110 m³/(h·m); at rung 5 it is 2.1." */
export function outsideSentence({ method, what, value, least, most, measured, rung, reach }: OutsideAt, show: Show): string {
  const named = (each: string): string => METHOD_NAMES[each] ?? each;
  const others = reach.length === 0 ? '' : ` ${listed(reach.map(named))} ${reach.length === 1 ? 'reaches' : 'reach'} there.`;
  return `${named(method)} was measured for a ${what} of ${show.quantity(least, measured)} to ${show.quantity(most, measured)}; at rung ${rung} it is ${show.quantity(value, measured)}.${others}`;
}

/** What stands where a pressure drop would. */
export const NO_DROP: Record<NonNullable<SectionFacts['noDrop']>, string> = { flooded: 'flooded', unknown: 'not known' };

/** "Methanol: its liquid viscosity is tabulated for −97 °C to 65 °C, and carried on to 108 °C here." */
export function remarkSentence({ property, names, how }: PropertyRemark, show: Show): string {
  const of = `${listed(names)}: ${names.length > 1 ? 'their' : 'its'} ${property}`;
  if ('method' in how) return `${of} is estimated, by ${how.method}.`;
  const [Tmin, Tmax] = how.range;
  return `${of} is tabulated for ${show.temperature(Tmin)} to ${show.temperature(Tmax)}, and carried on to ${show.temperature(how.T)} here.`;
}

/** What is to be told of the whole: rungs that are not rated, diameters that want to be two, methods and packing that do not suit. */
export function wholeSentences({ sections, unrated, asked: hardware }: HardwareFacts, show: Show): string[] {
  const needed = sections.flatMap(({ needed: own }) => (own === null ? [] : [own]));
  const [least, most] = [Math.min(...needed), Math.max(...needed)];
  const said: string[] = [];
  if (hardware.diameters === 'one' && needed.length > 1 && most > APART * least)
    said.push(
      `One section needs ${show.quantity(least, 'length')}, another ${show.quantity(most, 'length')}: two diameters, or another packing, may be cheaper.`,
    );
  const unsized = sections.flatMap(({ needed: own }, k) =>
    own === null && inputsOf(hardware, k).diameter === null ? [k + 1] : [],
  );
  if (unsized.length > 0)
    said.push(
      `Nothing tells how wide ${unsized.length === 1 ? 'section' : 'sections'} ${unsized.join(', ')} must be: the packing has the constants of no method, or nothing flows there. Give a diameter, a packing factor, or another packing.`,
    );
  if (unrated.length > 0)
    said.push(
      `Not rated, since a phase does not flow there or nothing can be built so: ${unrated.length === 1 ? 'rung' : 'rungs'} ${unrated.join(', ')}.`,
    );
  if (sections.some(({ contact }, k) => contact === 'trays' && isUnsure(inputsOf(hardware, k).tray)))
    said.push(
      'Kister & Haas was made for sieve trays: of valves and caps it is not sure what they take for a hole. Fair’s chart was made for both.',
    );
  const coarse = sections.find(
    (section, k) => section.contact === 'packing' && isCoarse(section, inputsOf(hardware, k).packed.packing),
  );
  if (coarse !== undefined)
    said.push(
      `In a column of ${show.quantity(coarse.diameter, 'length')} this packing is coarse: liquid keeps to the wall below ten times its size (practice).`,
    );
  return said;
}

const isUnsure = ({ kind, flooding }: SectionInputs['tray']): boolean => kind !== 'sieve' && flooding === 'kister-haas';

/** Less than 8 to 10 diameters of a packing across the column: practice (Walas, Kister). */
const isCoarse = ({ diameter }: SectionFacts, { kind, size }: SectionInputs['packed']['packing']): boolean =>
  kind === 'random' && size !== null && diameter < 10 * size;

/** Diameters that differ by more want to be two: a fifth, common practice. */
const APART = 1.2;

/** Everything that is to be told of a column's hardware: section by section, then of the whole, then where methods left their ranges. */
export function hardwareSentences(facts: HardwareFacts, show: Show): string[] {
  return [
    ...facts.sections.map((section, k) => {
      const mend = section.mend === null ? '' : ` ${mendSentence(section.mend, show)}`;
      return `Section ${k + 1}, ${sectionName(section)}: ${limitSentence(section, inputsOf(facts.asked, k), show)}${mend}`;
    }),
    ...wholeSentences(facts, show),
    ...facts.sections.flatMap(({ outside }) => outside.map((one) => outsideSentence(one, show))),
    ...facts.remarks.map((remark) => remarkSentence(remark, show)),
  ];
}
