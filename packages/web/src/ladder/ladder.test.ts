import { bareLadder, createCaseSolver, productRows, stageRows } from '@keen-ladder/core';
import { demoCases } from '@keen-ladder/demo';
import { describe, expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import {
  caseOpened,
  drawAdded,
  drawRemoved,
  handleFreed,
  ladderCarried,
  ladderSet,
  ladderStagesSet,
  pumpAroundAdded,
  pumpAroundRemoved,
  rungChosen,
  targetLetGo,
  targetRemoved,
} from '../document/documentSlice.ts';
import { tokens } from '../theme/tokens.ts';
import { stripsOf } from './drawing/strips.ts';
import type { StripSettings } from './drawing/stripSettings.ts';
import { spread } from './drawing/tags.ts';
import { shortFraction } from './rows.ts';
import { numberingWords, rungName, rungNumber, rungOf } from './rungs.ts';
import { firstColumn } from '../testing/firstColumn.ts';

const demo = (name: string) => {
  const found = demoCases().find((c) => c.name === name)?.document;
  if (found === undefined) throw new Error(`no demo ${name}`);
  return found;
};

const solvedDemo = (name: string) => {
  const document = demo(name);
  const { outcome } = createCaseSolver().ladder(document, 'column');
  if (outcome.state !== 'solved') throw new Error(outcome.state);
  return { facts: outcome.value, document };
};

describe('tags', () => {
  test('stand at their rungs where there is room, and apart where there is none', () => {
    expect(spread([100, 200], 40, 0, 300)).toEqual([
      { at: 100, y: 100 },
      { at: 200, y: 200 },
    ]);
    const crowded = spread([150, 152, 149, 151], 40, 0, 400).sort((a, b) => a.y - b.y);
    crowded.slice(1).forEach(({ y }, k) => expect(y - (crowded[k]?.y ?? 0)).toBeGreaterThan(39.5));
    expect(crowded.map(({ at }) => at)).toEqual([149, 150, 151, 152]);
  });
  test('never leave the drawing', () => {
    for (const { y } of spread([0, 1, 2], 40, 20, 300)) expect(y).toBeGreaterThanOrEqual(20);
  });
});

describe('rungs', () => {
  const top = { from: 'top', isCondenserCounted: true } as const;
  const bottom = { from: 'bottom', isCondenserCounted: false } as const;
  test('are counted from either end, the condenser with them or not, and found again', () => {
    expect([1, 5, 10].map((rung) => rungNumber(rung, 10, 'total', top))).toEqual([1, 5, 10]);
    expect([1, 5, 10].map((rung) => rungNumber(rung, 10, 'total', bottom))).toEqual([0, 6, 1]);
    expect(rungNumber(2, 10, 'total', { ...top, isCondenserCounted: false })).toBe(1);
    expect(rungNumber(1, 10, 'none', bottom)).toBe(10);
    for (const numbering of [top, bottom])
      for (let rung = 1; rung <= 10; rung++)
        expect(rungOf(rungNumber(rung, 10, 'total', numbering), 10, 'total', numbering)).toBe(rung);
    expect(rungOf(11, 10, 'total', top)).toBeUndefined();
  });
  test('have names, and the drawing says how it counts', () => {
    expect(rungName(1, 10, 'total', 'kettle', top)).toBe('condenser');
    expect(rungName(10, 10, 'total', 'kettle', top)).toBe('reboiler');
    expect(rungName(1, 10, 'none', 'none', bottom)).toBe('stage 10');
    expect(numberingWords(bottom, 'total')).toBe('stages from the bottom, condenser not counted');
    expect(numberingWords(top, 'none')).toBe('stages from the top');
  });
});

describe('strips', () => {
  const { facts, document } = solvedDemo('Four-alcohol splitter');
  const table = {
    components: document.mixture.components,
    display: document.display,
    site: document.site,
    column: document.units[0],
  };
  const usual: StripSettings = {
    shown: ['temperature', 'flows', 'liquid', 'volatility'],
    basis: 'mole',
    isLogarithmic: false,
    reference: null,
    from: 'top',
    isCondenserCounted: true,
  };
  const strips = (change: Partial<StripSettings>) =>
    stripsOf(facts, { ...usual, ...change }, table, ['64-17-5', '71-23-8'], tokens.day);
  test('hold one value per rung, and the keys are drawn strongest', () => {
    const [temperature, flows, liquid] = strips({});
    expect(temperature?.lines[0]?.values).toHaveLength(28);
    expect(temperature?.lines[0]?.values[0]).toBeCloseTo(73.4, 1);
    expect(flows?.lines.find(({ name }) => name === 'vapour')?.values[0]).toBeNull();
    const widths = liquid?.lines.map(({ width }) => width) ?? [];
    expect(widths[1]).toBeGreaterThan(widths[0] ?? 9);
    expect(widths[2]).toBe(widths[1]);
  });
  test('fractions add up by moles and by mass, and volatility is counted by who is asked', () => {
    for (const basis of ['mole', 'mass'] as const) {
      const [liquid] = strips({ shown: ['liquid'], basis });
      expect(liquid?.lines.reduce((sum, { values }) => sum + (values[9] ?? 0), 0)).toBeCloseTo(1, 9);
    }
    const [volatility] = strips({ shown: ['volatility'], reference: '64-17-5' });
    expect(volatility?.unit).toBe('over ethanol');
    expect(volatility?.lines[1]?.values[3]).toBeNull();
    expect(volatility?.lines[0]?.values[3] ?? 0).toBeGreaterThan(1);
  });
  test('tables count every rung and every product, in the case’s units', () => {
    const rows = stageRows(facts, document.mixture, table);
    expect(rows).toHaveLength(29);
    expect(rows[0]).toContain('temperature, °C');
    // No vapour leaves a total condenser: its flow is nought, and it has no properties.
    const empty = rows.map((row) => row.flatMap((cell, k) => (cell === '' ? [rows[0]?.[k]] : [])));
    expect(empty[1]).toEqual([
      'vapour, kg/h',
      'vapour, m³/h',
      'vapour density, kg/m³',
      'vapour viscosity, mPa s',
      'vapour enthalpy, kJ/mol',
    ]);
    expect(empty.slice(2).flat()).toEqual([]);
    for (const row of rows.slice(1)) for (const cell of row) expect(cell === '' || Number.isFinite(cell)).toBe(true);
    const products = productRows(facts, table.components, table);
    expect(products[0]).toEqual(['', 'distillate', 'bottoms']);
    expect(products.find(([name]) => name === 'flow, kmol/h')?.[1]).toBeCloseTo(64.7, 6);
  });
  test('fractions are told in as many digits as say something', () => {
    expect([0, 0.5, 3.285e-5, 1e-15, 0.999987].map(shortFraction)).toEqual(['0', '0.5000', '3.3e-5', '< 1e-12', '0.999987']);
  });
});

describe('what the engineer does to a ladder', () => {
  const opened = (name: string) => {
    const store = createStore();
    store.dispatch(caseOpened(demo(name)));
    const ladder = () => {
      const found = firstColumn(store.getState().document.present).ladder;
      if (!found) throw new Error('no ladder');
      return found;
    };
    return { store, ladder };
  };
  test('what stands on the last rung stays there, and nothing is left below it', () => {
    const { store, ladder } = opened('Acetone from drying air');
    store.dispatch(ladderStagesSet({ column: 'column', stages: 20 }));
    expect(ladder().feeds).toMatchObject({ feed: { stage: 20 }, 'feed-2': { stage: 1 } });
    store.dispatch(ladderStagesSet({ column: 'column', stages: 5 }));
    expect(ladder().feeds['feed']?.stage).toBe(5);
  });
  test('a feed is kept on the ladder', () => {
    const { store, ladder } = opened('Four-alcohol splitter');
    store.dispatch(rungChosen({ column: 'column', of: 'feed', id: 'feed', stage: 99 }));
    expect(ladder().feeds['feed']?.stage).toBe(28);
  });
  test('draws and pump-arounds bring their targets, and take them away', () => {
    const { store, ladder } = opened('Four-alcohol splitter');
    const before = ladder().targets;
    const drawn = () => firstColumn(store.getState().document.present).draws[0]?.id ?? '';
    store.dispatch(drawAdded({ column: 'column' }));
    expect(ladder().targets.at(-1)).toMatchObject({ quantity: { kind: 'flow', place: drawn() }, isInForce: true });
    store.dispatch(pumpAroundAdded({ column: 'column' }));
    expect(
      ladder()
        .targets.slice(-2)
        .map(({ quantity }) => quantity.kind),
    ).toEqual(['loop-flow', 'loop-duty']);
    store.dispatch(pumpAroundRemoved({ column: 'column', loop: ladder().pumpArounds[0]?.id ?? '' }));
    store.dispatch(drawRemoved({ column: 'column', draw: drawn() }));
    expect(ladder().targets).toEqual(before);
  });
  test('what is freed holds what it is by a card, and is fixed again when the card goes', () => {
    const { store, ladder } = opened('Acetone from drying air');
    const handle = { kind: 'feed-flow', inlet: 'feed-2' } as const;
    store.dispatch(handleFreed({ column: 'column', handle, value: 1 }));
    store.dispatch(handleFreed({ column: 'column', handle, value: 1 }));
    expect(ladder().freed).toEqual([handle]);
    expect(ladder().targets).toMatchObject([{ quantity: { kind: 'freed', handle }, value: 1, isInForce: true }]);
    const { outcome } = createCaseSolver().ladder(store.getState().document.present, 'column');
    expect(outcome.state).toBe('solved');
    store.dispatch(targetRemoved({ column: 'column', target: ladder().targets[0]?.id ?? '' }));
    expect(ladder().freed).toEqual([]);
  });
  test('a heat that is freed is its card’s; a target that is let go leaves its handle held', () => {
    const { store, ladder } = opened('Four-alcohol splitter');
    store.dispatch(ladderSet({ column: 'column', change: { heats: [{ stage: 9, duty: 2e4 }] } }));
    store.dispatch(handleFreed({ column: 'column', handle: { kind: 'stage-duty', stage: 9 }, value: 2e4 }));
    expect(ladder().heats).toEqual([]);
    const { outcome } = createCaseSolver().ladder(store.getState().document.present, 'column');
    if (outcome.state !== 'solved') throw new Error('not solved');
    const served = outcome.value.handles.find(({ name }) => name === outcome.value.targets['reflux']?.moves);
    if (served === undefined) throw new Error('nothing serves the reflux ratio');
    store.dispatch(targetLetGo({ column: 'column', target: 'reflux', held: served.quantity, value: served.value }));
    expect(ladder().targets.find(({ id }) => id === 'reflux')?.isInForce).toBe(false);
    const after = createCaseSolver().ladder(store.getState().document.present, 'column').outcome;
    if (after.state !== 'solved') throw new Error('not solved');
    expect(after.value.refluxRatio).toBeCloseTo(outcome.value.refluxRatio ?? 0, 8);
  });
  test('carrying over replaces the ladder in one step', () => {
    const { store, ladder } = opened('Four-alcohol splitter');
    store.dispatch(ladderCarried({ column: 'column', ladder: bareLadder(7) }));
    expect(ladder().stages).toBe(7);
    expect(store.getState().document.past).toHaveLength(1);
  });
});
