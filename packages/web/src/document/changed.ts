/** What differs between two states of a document, in words: what an undone step took back, and where that is. */
import { capital, enteredAt, partsOf, valueAt } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';

export interface Changed {
  /** "reflux ratio of the ladder" */
  what: string;
  /** A field that shows it. */
  path: string;
}

/** The address of the first place at which two states differ; undefined where they do not. */
export function changedPath(before: unknown, after: unknown, path = ''): string | undefined {
  if (before === after) return undefined;
  if (!isTree(before) || !isTree(after) || Array.isArray(before) !== Array.isArray(after)) return path;
  const [a, b] = [partsOf(before), partsOf(after)];
  const names = new Set([...a.keys(), ...b.keys()]);
  // Several that came or went are told together.
  if ([...names].filter((name) => a.has(name) !== b.has(name)).length > 1) return path;
  for (const name of names) {
    const at = path === '' ? name : `${path}.${name}`;
    if (!a.has(name) || !b.has(name)) return at;
    const found = changedPath(a.get(name)?.value, b.get(name)?.value, at);
    if (found !== undefined) return found;
  }
  // The same items in another order.
  return Array.isArray(before) && JSON.stringify(before) !== JSON.stringify(after) ? path : undefined;
}

const isTree = (value: unknown): value is object => typeof value === 'object' && value !== null;

/** What changed between two states of a case; undefined where nothing did. */
export function changed(before: CaseDocument, after: CaseDocument): Changed | undefined {
  const path = changedUnit(before, after) ?? changedPath(before, after);
  if (path === undefined) return undefined;
  // What came or went has its name in the state that has it.
  const named = valueAt(after, path) === undefined ? before : after;
  return { what: enteredAt(named, path)?.name ?? 'the case', path };
}

/** A unit that came or went: its feed and its connections came or went with it. */
function changedUnit(before: CaseDocument, after: CaseDocument): string | undefined {
  const [was, is] = [before, after].map(({ units }) => units.map(({ id }) => id));
  const id = [...(was ?? []), ...(is ?? [])].find((one) => was?.includes(one) !== is?.includes(one));
  return id === undefined ? undefined : `units.${id}`;
}

/** As a sentence begins. */
export const changedWords = ({ what }: Changed): string => capital(what);

/** Whether a page has a field for it: units, notes and the site's own conditions stand elsewhere. */
export const hasField = ({ path }: Changed): boolean => /^(?:streams|units|mixture)\b/.test(path);
