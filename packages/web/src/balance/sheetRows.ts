/** The balance sheet as rows of text and numbers, for copying and for files: units in the heading, full figures in the cells. */
import { findUnit, fromSI, shownUnit } from '@keen-ladder/core';
import { fedTotal, kindAt, valueAt } from './places.ts';
import type { Amounts, Place, SheetColumn, Showing, View } from './places.ts';

const columns: SheetColumn[] = ['flow', 'fraction', 'recovery'];

export function sheetRows(
  components: readonly { id: string; name: string }[],
  amounts: Amounts,
  view: View,
  { display, site }: Showing,
): (string | number)[][] {
  const { products, feed } = amounts.result;
  const flowUnit = findUnit(
    view === 'mass' ? 'massFlow' : 'molarFlow',
    shownUnit(display, view === 'mass' ? 'massFlow' : 'molarFlow'),
  );
  const per = view === 'mass' ? 'kg/kg' : 'mol/mol';
  const head = [
    'component',
    `feed, ${flowUnit.id}`,
    ...products.flatMap(({ name }) => [`${name}, ${flowUnit.id}`, `${name}, ${per}`, `${name}, share of feed`]),
  ];
  const ids = components.map((c) => c.id);
  const count = (k: number): number => (view === 'mass' ? (amounts.molarMass[k] ?? 0) : 1);
  const cell = (place: Place): string | number => {
    const value = valueAt(place, view, ids, amounts);
    if (value === undefined) return '';
    const isFlow = kindAt(place, view).endsWith('flow');
    return figure(isFlow ? fromSI(value, flowUnit, site) : value);
  };
  const line = (component: string | null): (string | number)[] =>
    products.flatMap(({ id: product }) => columns.map((column) => cell({ component, product, column })));
  const fed = (flow: number): number => figure(fromSI(flow, flowUnit, site));
  return [
    head,
    ...components.map(({ id, name }, k) => [name, fed((feed[k] ?? 0) * count(k)), ...line(id)]),
    ['total', fed(fedTotal(feed, count)), ...line(null)],
  ];
}

/** Eight figures: more than any datum holds, few enough to read. */
const figure = (value: number): number => Number(value.toPrecision(8));
