/** The stop Hardware apart from its pictures: what is changed of it, and the strips beside the vessel. */
import { createCaseSolver, newHardware } from '@keen-ladder/core';
import type { HardwareFacts } from '@keen-ladder/core';
import { demoCases } from '@keen-ladder/demo';
import { CaseDocument } from '@keen-ladder/schema';
import { ActionCreators } from 'redux-undo';
import { describe, expect, test } from 'vitest';
import { caseOpened, ladderCarried, hardwareBegun, hardwareSet, sectionSet } from '../document/documentSlice.ts';
import { selectHardwareStanding } from '../stops/standing.ts';
import { createStore } from '../store/store.ts';
import { firstColumn } from '../testing/firstColumn.ts';
import { tokens } from '../theme/tokens.ts';
import { vesselStrips } from './vesselStrips.ts';

const [SPLITTER] = demoCases().filter(({ name }) => name === 'Four-alcohol splitter');
if (SPLITTER === undefined) throw new Error('no such demo');

function opened() {
  const store = createStore();
  store.dispatch(caseOpened(SPLITTER?.document ?? store.getState().document.present));
  store.dispatch(ActionCreators.clearHistory());
  const column = () => firstColumn(store.getState().document.present);
  return { store, column, past: () => store.getState().document.past.length };
}

describe('what is said of trays and packing', () => {
  test('sections get their own words one by one, and the document stays one that can be stored', () => {
    const { store, column } = opened();
    const [section] = newHardware('packing').sections;
    if (section === undefined) throw new Error('no section');
    const said = () => column().hardware?.sections.map(({ contact }) => contact);
    store.dispatch(sectionSet({ column: 'column', section: 1, inputs: section }));
    expect(said()).toEqual(['trays']);
    const [one] = column().hardware?.sections ?? [];
    if (one === undefined) throw new Error('no section');
    store.dispatch(hardwareSet({ column: 'column', change: { sections: [one, one] } }));
    store.dispatch(sectionSet({ column: 'column', section: 1, inputs: section }));
    expect(said()).toEqual(['trays', 'packing']);
    expect(CaseDocument.parse(store.getState().document.present)).toEqual(store.getState().document.present);
  });
  test('each change is one step, and is taken back whole', () => {
    const { store, column, past } = opened();
    const before = column();
    store.dispatch(hardwareSet({ column: 'column', change: { foaming: 'high', systemFactor: 0.73 } }));
    if (before.ladder === null) throw new Error('no ladder');
    store.dispatch(
      ladderCarried({ column: 'column', ladder: { ...before.ladder, pressure: { by: 'ends', top: 1e5, bottom: 2e5 } } }),
    );
    store.dispatch(hardwareBegun({ column: 'column', hardware: null }));
    expect(past()).toBe(3);
    for (let k = 0; k < 3; k++) store.dispatch(ActionCreators.undo());
    expect(column()).toEqual(before);
  });
  test('a column without any is ready, not stale', () => {
    const { store } = opened();
    store.dispatch(hardwareBegun({ column: 'column', hardware: null }));
    expect(selectHardwareStanding(store.getState())).toEqual({ state: 'ready' });
  });
});

describe('strips beside the vessel', () => {
  const document = SPLITTER.document;
  function factsOf(contact: 'trays' | 'packing'): { facts: HardwareFacts; hardware: ReturnType<typeof newHardware> } {
    const hardware = newHardware(contact);
    const column = firstColumn(document);
    const { outcome } = createCaseSolver().node({ ...document, units: [{ ...column, hardware }] }, 'column', 'hardware');
    if (outcome.state !== 'solved') throw new Error('not rated');
    return { facts: outcome.value, hardware };
  }
  test.each(['trays', 'packing'] as const)(
    'have a value on every rung of a section and none at condenser and reboiler: %s',
    (contact) => {
      const { facts } = factsOf(contact);
      const strips = vesselStrips(facts, document, tokens.day);
      expect(strips.map(({ key }) => key)).toEqual(
        contact === 'trays' ? ['flooding', 'backup', 'weeping', 'drop'] : ['flooding', 'bed-drop', 'wetting'],
      );
      for (const { lines, range, worst, limit } of strips) {
        const values = lines[0]?.values ?? [];
        expect(values).toHaveLength(facts.ladderPressure.length);
        expect([values[0], values.at(-1)]).toEqual([null, null]);
        for (const value of values.slice(1, -1)) {
          expect(value).toBeGreaterThanOrEqual(range[0]);
          expect(value).toBeLessThanOrEqual(range[1]);
        }
        expect(worst === null).toBe(limit.every((each) => each === null));
      }
    },
  );
  test('mark the rung that the engine finds worst, by flooding', () => {
    const { facts } = factsOf('trays');
    const flooding = vesselStrips(facts, document, tokens.day).find(({ key }) => key === 'flooding');
    const worst = facts.sections
      .flatMap(({ limits }) => limits.filter(({ name }) => name === 'flooding'))
      .sort((a, b) => b.share - a.share);
    expect(flooding?.worst).toBe(worst[0]?.rung);
  });
});
