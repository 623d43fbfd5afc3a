/** The ladder's tables as rows, for the clipboard and for files. */
import { findUnit, formatNumber, fromSI, shownUnit } from '@keen-ladder/core';
import type { Dimension, LadderFacts } from '@keen-ladder/core';
import type { TableContext } from './table.ts';

type Rows = (string | number)[][];

/** An SI value in the case's unit, as a number for a spreadsheet. */
export function makeNumber({ display, site }: TableContext) {
  return (value: number, dimension: Dimension): number =>
    Number(fromSI(value, findUnit(dimension, shownUnit(display, dimension)), site).toPrecision(8));
}

/** One row per stage, from the top; every quantity. */
export function ladderRows(facts: LadderFacts, table: TableContext): Rows {
  const { components, display } = table;
  const number = makeNumber(table);
  const names = components.map(({ name }) => name);
  return [
    [
      'stage from the top',
      `temperature, ${display.temperature}`,
      `pressure, ${display.pressure}`,
      `liquid, ${display.molarFlow}`,
      `vapour, ${display.molarFlow}`,
      ...names.map((name) => `x ${name}, mol/mol`),
      ...names.map((name) => `y ${name}, mol/mol`),
      ...names.map((name) => `K ${name}`),
    ],
    ...facts.T.map((T, j) => {
      const [x, y] = [facts.x[j] ?? [], facts.y[j] ?? []];
      const digits = (value: number): number => Number(value.toPrecision(8));
      return [
        j + 1,
        number(T, 'temperature'),
        number(facts.P[j] ?? 0, 'pressure'),
        number(facts.liquid[j] ?? 0, 'molarFlow'),
        number(facts.vapour[j] ?? 0, 'molarFlow'),
        ...x.map(digits),
        ...y.map(digits),
        ...x.map((xi, i) => digits((y[i] ?? 0) / xi)),
      ];
    }),
  ];
}

/** What enters and leaves, side by side: flows, fractions by moles and by mass, and what of each component goes where. */
export function productRows(facts: LadderFacts, table: TableContext): Rows {
  const { components, display } = table;
  const number = makeNumber(table);
  const molarMass = components.map((c) => c.molarMass.value);
  const fed = components.map((_, i) => facts.products.reduce((sum, { flows }) => sum + (flows[i] ?? 0), 0));
  const line = (name: string, of: (product: LadderFacts['products'][number]) => number | string): (string | number)[] => [
    name,
    ...facts.products.map(of),
  ];
  return [
    ['', ...facts.products.map(({ name }) => name)],
    line('phase', ({ phase }) => phase),
    line('stage from the top', ({ stage }) => stage),
    line(`flow, ${display.molarFlow}`, ({ flow }) => number(flow, 'molarFlow')),
    line(`flow, ${display.massFlow}`, ({ massFlow }) => number(massFlow, 'massFlow')),
    line(`temperature, ${display.temperature}`, ({ T }) => number(T, 'temperature')),
    line(`pressure, ${display.pressure}`, ({ P }) => number(P, 'pressure')),
    ...components.map(({ name }, i) => line(`${name}, ${display.molarFlow}`, ({ flows }) => number(flows[i] ?? 0, 'molarFlow'))),
    ...components.map(({ name }, i) => line(`${name}, mol/mol`, ({ flows, flow }) => rounded((flows[i] ?? 0) / flow))),
    ...components.map(({ name }, i) =>
      line(`${name}, kg/kg`, ({ flows, massFlow }) => rounded(((flows[i] ?? 0) * (molarMass[i] ?? 0)) / massFlow)),
    ),
    ...components.map(({ name }, i) =>
      line(`${name}, part of what is fed`, ({ flows }) => rounded((flows[i] ?? 0) / (fed[i] ?? 1))),
    ),
  ];
}

const rounded = (value: number): number => Number(value.toPrecision(8));

/** Tabs between cells, for the clipboard. */
export const asText = (rows: Rows): string => rows.map((row) => row.join('\t')).join('\n');

/** A fraction in a table: four digits, and what is less than they show in powers of ten. */
export function shortFraction(x: number): string {
  if (x === 0) return '0';
  if (x < 1e-4) return x < 1e-12 ? '< 1e-12' : x.toExponential(1);
  return x > 0.9999 && x < 1 ? formatNumber(x, 6) : x.toFixed(4);
}
