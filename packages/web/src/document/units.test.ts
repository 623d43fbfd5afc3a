/** Units and what flows between them, as a person adds, connects, names and takes them away. */
import { demoProject } from '@keen-ladder/demo';
import { CaseDocument } from '@keen-ladder/schema';
import fc from 'fast-check';
import { ActionCreators } from 'redux-undo';
import { describe, expect, test } from 'vitest';
import { createStore } from '../store/store.ts';
import { freeOutlets } from '../feed/InletFields.tsx';
import { changed } from './changed.ts';
import { freeId } from './parts.ts';
import {
  caseOpened,
  disconnected,
  drumKnownSet,
  feedAdded,
  outletConnected,
  unitAdded,
  unitRemoved,
  unitRenamed,
} from './documentSlice.ts';

function opened(name: string) {
  const found = demoProject().find((demo) => demo.name.startsWith(name));
  if (found === undefined) throw new Error('no such demo');
  const store = createStore();
  store.dispatch(caseOpened(found.document));
  store.dispatch(ActionCreators.clearHistory());
  return { store, document: () => store.getState().document.present };
}

describe('a unit', () => {
  test('comes with a feed of its own, or takes what another sends; with it goes what entered it alone', () => {
    const { store, document } = opened('Acetone from wash');
    const before = document();
    store.dispatch(unitAdded({ kind: 'drum', id: 'drum', from: null }));
    expect(document().streams.map(({ id }) => id)).toEqual(['feed', 'feed-2']);
    expect(document().connections.at(-1)).toMatchObject({ from: { stream: 'feed-2' }, to: { unit: 'drum' } });
    expect(changed(before, document())).toEqual({ what: 'the unit Drum 1', path: 'units.drum' });
    store.dispatch(unitAdded({ kind: 'column', id: 'column-2', from: { unit: 'drum', port: 'liquid' } }));
    expect(document().connections.at(-1)).toEqual({
      id: 'drum-liquid-to-column-2',
      from: { unit: 'drum', port: 'liquid' },
      to: { unit: 'column-2', port: 'feed' },
    });
    store.dispatch(unitRemoved({ unit: 'drum' }));
    expect(document().streams.map(({ id }) => id)).toEqual(['feed']);
    expect(document().connections.map(({ to }) => to.unit)).toEqual(['column']);
    store.dispatch(unitRemoved({ unit: 'column-2' }));
    expect(document()).toEqual(before);
    for (let k = 0; k < 4; k++) store.dispatch(ActionCreators.undo());
    expect(document()).toEqual(before);
  });
  test('that loses an inlet forgets what it said of it, and of nothing else', () => {
    const { store, document } = opened('Acetone from drying air');
    store.dispatch(disconnected({ unit: 'column', port: 'feed-2' }));
    const [unit] = document().units;
    if (unit?.kind !== 'column') throw new Error('no column');
    expect(Object.keys(unit.ladder?.feeds ?? {})).toEqual(['feed']);
    expect(unit.absorption.liquid).not.toBe('feed-2');
    expect(document().streams.map(({ id }) => id)).toEqual(['feed']);
  });
  test('is renamed in one step, and what a drum knows is told as that', () => {
    const { store, document } = opened('Hot rinse');
    const before = document();
    for (const name of ['L', 'Le', 'Let']) store.dispatch(unitRenamed({ unit: 'drum', name }, 'unit-name-drum'));
    expect(store.getState().document.past).toHaveLength(1);
    expect(changed(before, document())?.what).toBe('name of the drum (Let)');
    store.dispatch(ActionCreators.undo());
    store.dispatch(drumKnownSet({ drum: 'drum', place: 0, known: { by: 'pressure', value: 2e5 } }));
    expect(changed(before, document())?.what).toBe('pressure of the drum (Let-down drum)');
  });
  test('is offered what nobody takes, and nothing that follows from itself', () => {
    const { document } = opened('Hot rinse');
    const names = (unit: string | null) => freeOutlets(document(), unit).map(({ name }) => name);
    expect(names('drum')).toEqual([]);
    expect(names('column-2')).toEqual(['vapour of Let-down drum', 'distillate of Pentane column']);
    expect(names(null)).toContain('bottoms of Hexane column');
  });
});

test('whatever is added, connected and taken away, the document is one that can be stored, and undo leads back', () => {
  const step = fc.record({
    what: fc.constantFrom('drum', 'column', 'feed', 'remove', 'disconnect', 'connect'),
    pick: fc.nat(2000),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
      const { store, document } = opened('Hot rinse');
      const before = document();
      for (const { what, pick } of steps) {
        const { units, connections } = document();
        const unit = units[pick % Math.max(1, units.length)];
        const outlet = freeOutlets(document(), unit?.id ?? null)[0];
        if (what === 'drum' || what === 'column')
          store.dispatch(unitAdded({ kind: what, id: freeId(what, units), from: pick % 2 === 0 ? null : (outlet?.port ?? null) }));
        else if (unit === undefined) continue;
        else if (what === 'feed') store.dispatch(feedAdded({ unit: unit.id }));
        else if (what === 'remove') store.dispatch(unitRemoved({ unit: unit.id }));
        else if (what === 'connect' && outlet !== undefined) store.dispatch(outletConnected({ from: outlet.port, to: unit.id }));
        else if (what === 'disconnect') {
          const connection = connections[pick % Math.max(1, connections.length)];
          if (connection !== undefined) store.dispatch(disconnected(connection.to));
        }
      }
      expect(CaseDocument.parse(document())).toEqual(document());
      const { streams, units, connections } = document();
      // No feed without a way in, no way in without a unit, no two by one way, no two by one name.
      expect(streams.every(({ id }) => connections.some(({ from }) => 'stream' in from && from.stream === id))).toBe(true);
      expect(connections.every(({ to }) => units.some(({ id }) => id === to.unit))).toBe(true);
      const places = connections.map(({ to }) => `${to.unit} ${to.port}`);
      expect(new Set(places).size).toBe(places.length);
      expect(new Set(connections.map(({ id }) => id)).size).toBe(connections.length);
      const past = store.getState().document.past.length;
      for (let k = 0; k < past; k++) store.dispatch(ActionCreators.undo());
      expect(document()).toEqual(before);
    }),
    { numRuns: 150 },
  );
});
