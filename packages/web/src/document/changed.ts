/** What differs between two states of a document, in words: what an undone step took back, and where that is. */
import { capital, quantityName } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { columnOf } from './parts.ts';

export interface Changed {
  /** "reflux ratio of the ladder" */
  what: string;
  /** A field that shows it. */
  path: string;
}

/** The first place at which two states differ; undefined where they do not. Items of a list go by their identifiers. */
export function changedPath(before: unknown, after: unknown, path = ''): string | undefined {
  if (before === after) return undefined;
  if (!isTree(before) || !isTree(after) || Array.isArray(before) !== Array.isArray(after)) return path;
  const [a, b] = [keyed(before), keyed(after)];
  for (const key of new Set([...a.keys(), ...b.keys()])) {
    const at = path === '' ? key : `${path}.${key}`;
    if (!a.has(key) || !b.has(key)) return at;
    const found = changedPath(a.get(key), b.get(key), at);
    if (found !== undefined) return found;
  }
  // The same items in another order.
  return Array.isArray(before) && JSON.stringify(before) !== JSON.stringify(after) ? path : undefined;
}

const isTree = (value: unknown): value is object => typeof value === 'object' && value !== null;

function keyed(value: object): Map<string, unknown> {
  if (!Array.isArray(value)) return new Map(Object.entries(value));
  return new Map(
    value.map((item: unknown, k) => [isTree(item) && 'id' in item && typeof item.id === 'string' ? item.id : String(k), item]),
  );
}

/** What changed between two states of a case; undefined where nothing did. */
export function changed(before: CaseDocument, after: CaseDocument): Changed | undefined {
  const path = changedUnit(before, after) ?? changedPath(before, after);
  return path === undefined ? undefined : { what: wordsOf(path, before, after), path };
}

/** A unit that came or went: its feed and its connections came or went with it. */
function changedUnit(before: CaseDocument, after: CaseDocument): string | undefined {
  const [was, is] = [before, after].map(({ units }) => units.map(({ id }) => id));
  const id = [...(was ?? []), ...(is ?? [])].find((one) => was?.includes(one) !== is?.includes(one));
  return id === undefined ? undefined : `units.${id}`;
}

function wordsOf(path: string, ...states: CaseDocument[]): string {
  const [part = '', id = '', ...rest] = path.split('.');
  const [field = '', detail = ''] = rest;
  switch (part) {
    case 'streams': {
      const name = states.flatMap(({ streams }) => streams).find((s) => s.id === id)?.name ?? 'feed';
      return rest.length === 0 ? `the feed ${name}` : `${STREAM_WORDS[field] ?? field} of ${name}`;
    }
    case 'units':
      return unitWords(id, field, detail, rest, states);
    case 'mixture':
      return id === 'components' ? 'components of the mixture' : 'properties of the mixture';
    case 'site':
      return 'conditions of the site';
    case 'display':
      return 'units';
    case 'connections':
      return 'what enters a unit';
    default:
      return 'notes';
  }
}

const STREAM_WORDS: Record<string, string> = { amount: 'flow', composition: 'composition', condition: 'conditions', name: 'name' };

const UNIT_WORDS: Record<string, string> = {
  name: 'name of the column',
  service: 'what the column is for',
  pressure: 'pressure of the column',
  condenser: 'condenser',
  vapourShare: 'vapour in the distillate',
  subcooling: 'subcooling',
  bottom: 'what heats the column',
  draws: 'side draws',
  balance: 'numbers of the balance sheet',
  ladder: 'the ladder',
};

const PART_WORDS: Record<string, Record<string, string>> = {
  graph: {
    task: 'task of the graph',
    rating: 'rating of the graph',
    reflux: 'reflux of the graph',
    feedStages: 'feed stage of the graph',
    drawStages: 'stage of a side draw, graph',
    efficiency: 'tray efficiency of the graph',
  },
  estimate: {
    keys: 'keys of the estimate',
    find: 'what the estimate seeks',
    reflux: 'reflux of the estimate',
    stages: 'stages of the estimate',
    fit: 'curve of the estimate',
    efficiency: 'tray efficiency of the estimate',
  },
  absorption: {
    recovery: 'part that passes',
    flow: 'flow of gas or liquid',
    stages: 'stages of the washing',
    efficiency: 'tray efficiency of the washing',
  },
  ladder: {
    stages: 'rungs of the ladder',
    top: 'condenser of the ladder',
    bottom: 'reboiler of the ladder',
    subcooling: 'subcooling of the ladder',
    pressure: 'pressures of the ladder',
    feeds: 'feed rung of the ladder',
    drawStages: 'rung of a side draw',
    pumpArounds: 'pump-arounds',
    heats: 'heat on the rungs',
    heatLoss: 'heat loss of the ladder',
    efficiency: 'efficiency of the ladder',
    freed: 'what the ladder may move',
    targets: 'targets of the ladder',
    given: 'given profile',
    method: 'method of the ladder',
  },
};

function unitWords(unit: string, field: string, detail: string, rest: readonly string[], states: readonly CaseDocument[]): string {
  const found = states.flatMap(({ units }) => units).find(({ id }) => id === unit);
  if (field === '') return `the unit ${found?.name ?? ''}`.trim();
  if (found?.kind === 'drum') return field === 'name' ? 'name of the drum' : 'what is known of the drum';
  if (field === 'ladder' && detail === 'targets') {
    for (const document of states) {
      const column = columnOf(document, unit);
      const target = column?.ladder?.targets.find(({ id }) => id === rest[2]);
      if (column !== undefined && target !== undefined) return `target: ${quantityName(document, column, target.quantity)}`;
    }
  }
  return PART_WORDS[field]?.[detail] ?? UNIT_WORDS[field] ?? `${field} of the column`;
}

/** As a sentence begins. */
export const changedWords = ({ what }: Changed): string => capital(what);

/** Whether a page has a field for it: units, notes and the site's own conditions stand elsewhere. */
export const hasField = ({ path }: Changed): boolean => /^(?:streams|units|mixture)\b/.test(path);
