import { begunLadder, bareLadder, cellsOfSplit, createCaseSolver, flowsFromLadder, handedOnLadder } from '@keen-ladder/core';
import type { ColumnCase, LadderFacts } from '@keen-ladder/core';
import { expect, test } from 'vitest';
import type { ColumnUnit } from '@keen-ladder/schema';
import { demoCases } from './index.ts';

const documentOf = (name: string): ColumnCase => {
  const found = demoCases().find((demo) => demo.name === name);
  if (found === undefined) throw new Error(name);
  return structuredClone(found.document);
};

function columnIn({ units }: ColumnCase): ColumnUnit {
  const [unit] = units;
  if (unit === undefined) throw new Error('no column');
  return unit;
}

function solvedLadder(document: ColumnCase): LadderFacts {
  const { outcome } = createCaseSolver().ladder(document, 'column');
  if (outcome.state !== 'solved') throw new Error(outcome.state);
  return outcome.value;
}

/** The demo's column as somebody would type it who has no split: a sheet without numbers, a ladder begun with itself. */
function begun(name: string): ColumnCase {
  const document = documentOf(name);
  const unit = columnIn(document);
  const known = unit.ladder ?? bareLadder(2);
  unit.balance.cells = [];
  unit.ladder = begunLadder(
    unit,
    document.streams.map(({ id }) => id),
  );
  const { stages, feeds, drawStages } = known;
  unit.ladder = { ...unit.ladder, stages, feeds, drawStages };
  for (const target of unit.ladder.targets)
    target.value =
      known.targets.find(({ quantity, isInForce }) => isInForce && JSON.stringify(quantity) === JSON.stringify(target.quantity))
        ?.value ?? null;
  return document;
}

const NAMES = ['Four-alcohol splitter', 'Five alkanes with a side draw', 'Naphtha with dissolved nitrogen'];

test.each(NAMES)('%s: a ladder begun with itself is open at its numbers alone, and then the same column', (name) => {
  const document = begun(name);
  const unit = columnIn(document);
  const values = unit.ladder?.targets.map(({ value }) => value) ?? [];
  unit.ladder?.targets.forEach((target) => (target.value = null));
  const open = createCaseSolver().ladder(document, 'column').outcome;
  const paths = open.state === 'open' ? open.points.map(({ path }) => path) : [];
  expect(paths).toEqual(unit.ladder?.targets.map(({ id }) => `units.column.ladder.targets.${id}`));
  unit.ladder?.targets.forEach((target, k) => (target.value = values[k] ?? null));
  const [of, original] = [solvedLadder(document), solvedLadder(documentOf(name))];
  of.T.forEach((T, j) => expect(T).toBeCloseTo(original.T[j] ?? NaN, 5));
});

test.each(NAMES)('%s: the sheet takes the ladder’s flows and, asked for its split, gives them back', (name) => {
  const document = begun(name);
  const unit = columnIn(document);
  const ladder = solvedLadder(document);
  const ids = document.mixture.components.map(({ id }) => id);
  const sheet = createCaseSolver().solve(document, 'column').balance;
  expect(sheet.outcome.state).toBe('open');
  const filled = flowsFromLadder(
    sheet,
    ladder.products,
    document.mixture.components.map((c) => c.molarMass.value),
  );
  sheet.feed.forEach((fed, i) => {
    const leaves = sheet.products.reduce((sum, _, p) => sum + (filled.flows[i * sheet.products.length + p] ?? 0), 0);
    expect(leaves / fed).toBeCloseTo(1, 8);
  });
  unit.balance.cells = cellsOfSplit(filled, ids);
  const asked = createCaseSolver().solve(document, 'column').balance;
  expect(asked.outcome.state).toBe('solved');
  expect(solvedLadder(document).asked.filter(({ verdict }) => verdict !== 'met')).toEqual([]);
  // Two products are held at their keys; the rest goes as total reflux sends it, near the ladder.
  asked.flows.forEach((flow, k) =>
    expect(Math.abs((flow ?? NaN) - (filled.flows[k] ?? NaN))).toBeLessThan(
      0.03 * (sheet.feed[Math.floor(k / sheet.products.length)] ?? 0),
    ),
  );
});

test('what the sheet asks comes along as cards that are off, with its wishes', () => {
  const document = documentOf('Four-alcohol splitter');
  const unit = columnIn(document);
  const [methanol, ethanol] = document.mixture.components.map(({ id }) => id);
  if (methanol === undefined || ethanol === undefined) throw new Error('no components');
  unit.balance.cells = [
    { component: ethanol, product: 'distillate', kind: 'recovery', wish: 'equal', value: 0.985 },
    { component: methanol, product: 'bottoms', kind: 'mass-fraction', wish: 'not-above', value: 1e-4 },
    { component: null, product: 'distillate', kind: 'flow', wish: 'equal', value: 10 },
  ];
  const { targets } = handedOnLadder(unit, {
    stages: 20,
    feedStages: { feed: 10 },
    drawStages: {},
    reflux: 1.5,
    distillate: 10,
    drawFlows: {},
    pressure: { top: 1e5, bottom: 1e5 },
    condenser: 'total',
    vapourShare: null,
    subcooling: 0,
    efficiency: 1,
  });
  expect(targets.map(({ quantity, wish, value, isInForce }) => [quantity, wish, value, isInForce])).toEqual([
    [{ kind: 'reflux-ratio', basis: 'mole' }, 'equal', 1.5, true],
    [{ kind: 'flow', place: 'overhead', components: [], basis: 'mole' }, 'equal', 10, true],
    [{ kind: 'recovery', place: 'overhead', components: [ethanol], basis: 'mole' }, 'equal', 0.985, false],
    [{ kind: 'fraction', place: 'bottoms', components: [methanol], basis: 'mass' }, 'at-most', 1e-4, false],
  ]);
});
