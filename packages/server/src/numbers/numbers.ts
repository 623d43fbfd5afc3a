/** Numbers of a case by their addresses, for the command line and the API: what is entered is read, what comes out is worked out. */
import {
  answersOf,
  createCaseSolver,
  enteredIn,
  exactlyEntered,
  explain,
  explainOpenPoint,
  explainParse,
  findUnit,
  parseQuantity,
  resultReader,
  resultsIn,
  showIn,
  shownUnit,
  valueAt,
  withValue,
} from '@keen-ladder/core';
import type { Entered } from '@keen-ladder/core';
import { CaseDocument } from '@keen-ladder/schema';
import type { NumberAt } from '@keen-ladder/schema';

type ReadResult = ReturnType<typeof resultReader>;

function numberAt(read: ReadResult, document: CaseDocument, address: string): NumberAt {
  const entered = exactlyEntered(document, address);
  if (entered !== undefined) return enteredNumber(document, entered);
  const show = showIn(document.display, document.site);
  const result = read(address);
  switch (result?.state) {
    case undefined:
      return none(address, 'Nothing of this case has the address');
    case 'solved': {
      const { name, measure, value } = result.value;
      return { state: 'known', address, name, measure, value };
    }
    case 'open':
      return { state: 'open', address, sentence: result.points.map((point) => explainOpenPoint(point, show)).join(' ') };
    case 'out-of-reach':
      return { state: 'out-of-reach', address, sentence: explain(result.reason, show) };
  }
}

function enteredNumber(document: CaseDocument, { address, name, measure }: Entered): NumberAt {
  const value = valueAt(document, address) ?? null;
  if (typeof value === 'number' || (value === null && measure !== 'group' && measure !== 'choice'))
    return { state: 'known', address, name, measure, value };
  return none(address, `No number stands at the ${name},`);
}

const none = (address: string, words: string): NumberAt => ({
  state: 'no-such-number',
  address,
  sentence: `${words} “${address}”.`,
});

/**
 * Numbers of one case, each stop of it solved once.
 * @param isOver asked between steps of columns; true ends their search
 */
export function numbersAt(document: CaseDocument, addresses: readonly string[], isOver?: () => boolean): NumberAt[] {
  const read = resultReader(createCaseSolver(), document, isOver);
  return addresses.map((address) => numberAt(read, document, address));
}

/** Everything that has a number: what pages have fields for, then what comes out of every unit. */
export function everyAddress(document: CaseDocument, isOver?: () => boolean): NumberAt[] {
  const solver = createCaseSolver();
  const results = document.units.flatMap((unit) => resultsIn(document, unit, answersOf(solver, document, unit, undefined, isOver)));
  return [
    ...enteredIn(document)
      .map((entered) => enteredNumber(document, entered))
      .filter(({ state }) => state === 'known'),
    ...results.map(({ address, name, measure, value }): NumberAt => ({ state: 'known', address, name, measure, value })),
  ];
}

/** The document with something entered as a person types it, "2.5" or "2 bar"; or the sentence that says why it cannot be. */
export function withEntered(document: CaseDocument, address: string, text: string): CaseDocument | string {
  const entered = exactlyEntered(document, address);
  if (entered === undefined || entered.measure === 'group')
    return `Nothing can be entered at “${address}”. --addresses lists what can be.`;
  const read = valueOf(document, entered, text);
  if ('problem' in read) return `${address}: ${read.problem}`;
  const entering = withValue(document, address, read.value);
  if (entering === undefined)
    return `${address}: nothing stands there yet that a value could take the place of; enter it on its page first.`;
  const changed = CaseDocument.safeParse(entering);
  return changed.success ? changed.data : `${address}: the ${entered.name} cannot be “${text}”.`;
}

function valueOf(document: CaseDocument, { measure }: Entered, text: string): { value: unknown } | { problem: string } {
  if (text === '') return { value: null };
  if (measure === 'choice' || measure === 'group') return { value: text };
  const dimension = measure === 'count' ? 'ratio' : measure;
  const parsed = parseQuantity(text, [dimension], findUnit(dimension, shownUnit(document.display, dimension)), document.site);
  return parsed.ok ? { value: parsed.value.value } : { problem: explainParse(parsed.problem) };
}
