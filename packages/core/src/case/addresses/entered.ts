/**
 * Everything that can be entered in a case, by its address: its place in the document. Fields, open points, search, undo and the command line name an entry
 * by its address alone; what it is called and measured in stands in the rows of its kind.
 */
import type { CaseDocument, SiteConditions, Stream, Unit } from '@keen-ladder/schema';
import { entriesOfKind, row, STREAM_ENTRIES } from '../../plant/index.ts';
import type { EntryMeasure, EntryRow } from '../../plant/index.ts';
import { firstPart, isSaid, withPart } from './parts.ts';

/** Something that can be entered, or a group of such things. */
export interface Entered {
  /** "units.column.ladder.stages" */
  address: string;
  /** "rungs of the ladder" */
  name: string;
  measure: EntryMeasure;
}

const COOLANTS: Record<keyof SiteConditions['cooling'], string> = {
  water: 'cooling water',
  air: 'cooling air',
  refrigerant: 'refrigerant',
};
const coolantName = (key: string): string => (Object.hasOwn(COOLANTS, key) ? COOLANTS[key as keyof typeof COOLANTS] : 'coolant'); // one of its keys

const distils = ({ document }: { document: CaseDocument }): string[][] =>
  document.units.some((unit) => unit.kind === 'column' && unit.service === 'distillation') ? [[]] : [];

const CASE_ENTRIES: readonly EntryRow<CaseDocument>[] = [
  row('mixture', 'properties of the mixture'),
  { at: 'mixture.components', name: 'components of the mixture', measure: 'choice', fields: () => [[]] },
  row('streams', 'feeds', 'group'),
  row('units', 'units of the case', 'group'),
  row('connections', 'what enters a unit'),
  row('display', 'units of measure'),
  row('notes', 'notes'),
  row('site', 'conditions of the site', 'group'),
  row('site.barometricPressure', 'barometric pressure of the site', 'pressure'),
  row('site.standardTemperature', 'standard temperature of the site', 'temperature'),
  row('site.cooling', 'what cools at the site', 'group'),
  row('site.cooling.*', (_, [key]) => `${coolantName(key)} of the site`, 'group'),
  {
    at: 'site.cooling.*.temperature',
    name: (_, [key]) => `${coolantName(key)} of the site`,
    measure: 'temperature',
    fields: (about) => (distils(about).length === 0 ? [] : Object.keys(COOLANTS).map((key) => [key])),
  },
  row('site.cooling.*.approach', (_, [key]) => `approach to the ${coolantName(key)}`, 'temperatureDifference'),
  row('site.heating', 'what heats at the site', 'group'),
  { at: 'site.heating.temperature', name: 'heating medium of the site', measure: 'temperature', fields: distils },
  row('site.heating.approach', 'approach to the heating medium', 'temperatureDifference'),
];

/** A part of the case whose rows begin anew: the case itself, a feed, a unit. */
interface Section {
  /** Before the row's own place: "units.column". */
  prefix: string;
  whole: unknown;
  rows: readonly EntryRow<never>[];
  /** Behind a name, where there are several units. */
  of: string;
}

const streamSection = (stream: Stream): Section => ({
  prefix: `streams.${stream.id}`,
  whole: stream,
  rows: STREAM_ENTRIES,
  of: '',
});

const unitSection = (document: CaseDocument, unit: Unit): Section => ({
  prefix: `units.${unit.id}`,
  whole: unit,
  rows: entriesOfKind(unit),
  of: document.units.length > 1 ? ` (${unit.name})` : '',
});

const caseSection = (document: CaseDocument): Section => ({ prefix: '', whole: document, rows: CASE_ENTRIES, of: '' });

function sectionAt(document: CaseDocument, address: string): Section {
  const isIn = ({ prefix }: Section): boolean => address === prefix || address.startsWith(`${prefix}.`);
  const sections = [...document.streams.map(streamSection), ...document.units.map((unit) => unitSection(document, unit))].filter(
    isIn,
  );
  return sections.sort((a, b) => b.prefix.length - a.prefix.length)[0] ?? caseSection(document);
}

const joined = (...words: string[]): string => words.filter((word) => word !== '').join('.');

/** What was found of a document, which is never changed in place: every field of a page asks at every word from the engine. */
const kept = new WeakMap<CaseDocument, Map<string, Entered | undefined>>();

/**
 * What stands at an address, or the nearest thing around it that has a name.
 * @returns undefined for an address that is of no case
 */
export function enteredAt(document: CaseDocument, address: string): Entered | undefined {
  let found = kept.get(document);
  if (found === undefined) {
    found = new Map<string, Entered | undefined>();
    kept.set(document, found);
  }
  if (!found.has(address)) found.set(address, findEntered(document, address));
  return found.get(address);
}

function findEntered(document: CaseDocument, address: string): Entered | undefined {
  const section = sectionAt(document, address);
  const below = address.slice(section.prefix === '' ? 0 : section.prefix.length + 1);
  let nearest: { one: EntryRow<never>; place: Place } | undefined;
  for (const one of section.rows) {
    const place = placeOf(one.at, below, section.whole);
    if (place !== undefined && (nearest === undefined || place.below.length > nearest.place.below.length)) nearest = { one, place };
  }
  return nearest === undefined ? undefined : told(document, section, nearest.one, nearest.place);
}

/** An entry whose address is exactly this one. */
export function exactlyEntered(document: CaseDocument, address: string): Entered | undefined {
  const entry = enteredAt(document, address);
  return entry?.address === address ? entry : undefined;
}

/** A row's own place: its address below its section, and what the stars in it stand for. */
interface Place {
  below: string;
  keys: readonly string[];
}

const words = new Map<string, readonly string[]>();

/** The words of a row's address: there are a few hundred rows. */
function wordsOf(at: string): readonly string[] {
  let found = words.get(at);
  if (found === undefined) words.set(at, (found = at === '' ? [] : at.split('.')));
  return found;
}

/** Where a row's place lies at the beginning of an address; undefined where it is of another place. */
function placeOf(at: string, address: string, whole: unknown): Place | undefined {
  const keys: string[] = [];
  let rest = address;
  let here: unknown = whole;
  for (const word of wordsOf(at)) {
    if (rest === '') return undefined;
    // Most rows end here: fields ask for their address at every edit, and nothing is walked for a row of another place.
    if (!word.startsWith('*') && rest !== word && !rest.startsWith(`${word}.`)) return undefined;
    // A name may hold dots; what is not in the document is called by its first word.
    const first = word === '**' ? undefined : firstPart(here, rest);
    const name = word === '**' ? rest : word === '*' ? (first?.name ?? rest.split('.')[0]) : word;
    if (word.startsWith('*')) keys.push(name);
    here = first?.name === name ? first.part.value : undefined;
    rest = rest.slice(name.length + 1);
  }
  return { below: rest === '' ? address : address.slice(0, -rest.length - 1), keys };
}

function told(document: CaseDocument, { prefix, whole, of }: Section, one: EntryRow<never>, { below, keys }: Place): Entered {
  const about = { document, whole } as never; // the rows of a section are those of its kind
  return {
    address: joined(prefix, below),
    name: `${typeof one.name === 'string' ? one.name : one.name(about, keys)}${below === '' ? '' : of}`,
    measure: typeof one.measure === 'string' ? one.measure : one.measure(about, keys),
  };
}

/** The place of a row whose stars stand for these keys. */
function filled(at: string, keys: readonly string[]): Place {
  let k = 0;
  return { below: at.replace(/\*+/g, () => keys[k++]), keys };
}

/** Everything that a page has a field for, in the order in which an engineer comes by it. */
export function enteredIn(document: CaseDocument): Entered[] {
  const sections = [
    caseSection(document),
    ...document.streams.map(streamSection),
    ...document.units.map((unit) => unitSection(document, unit)),
  ];
  return sections.flatMap((section) =>
    section.rows.flatMap((one) =>
      (one.fields?.({ document, whole: section.whole } as never) ?? []).map((keys) =>
        told(document, section, one, filled(one.at, keys)),
      ),
    ),
  );
}

/** What is entered at an address, SI where it is a number; undefined where there is no such place. */
export function valueAt(document: CaseDocument, address: string): unknown {
  let here: unknown = document;
  let rest = address;
  while (rest !== '') {
    const first = firstPart(here, rest);
    if (first === undefined) return undefined;
    here = first.part.value;
    rest = first.rest;
  }
  return isSaid(here) ? here.value : here;
}

/**
 * The document with something else at an address; it is not checked: what comes from outside passes the schema afterwards.
 * @param value SI where it is a number; a number that is said with what it is keeps what it is
 * @returns undefined where there is no such place
 */
export function withValue(document: CaseDocument, address: string, value: unknown): CaseDocument | undefined {
  const section = sectionAt(document, address);
  const begin = section.rows.find(({ at }) => joined(section.prefix, at) === address)?.begin;
  const mayBeAdded = typeof value === 'number' && isNumber(exactlyEntered(document, address));
  const changed = (here: unknown, rest: string): unknown => {
    if (rest === '') {
      if (isSaid(here)) return { ...here, value };
      return here === null && begin !== undefined && typeof value === 'number' ? begin(value) : value;
    }
    const first = firstPart(here, rest);
    if (first === undefined) return mayBeAdded ? withPart(here, rest, value) : undefined;
    const inner = changed(first.part.value, first.rest);
    return inner === undefined ? undefined : first.part.with(inner);
  };
  return changed(document, address) as CaseDocument | undefined; // of the same shape but for the value
}

const isNumber = (entry: Entered | undefined): boolean =>
  entry !== undefined && entry.measure !== 'choice' && entry.measure !== 'group';
