/** What is changed of the units as a whole: which there are, and what flows between them. */
import { capital, newStream, newUnit } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Connection, DrumKnown, FreedHandle, Port, UnitKind } from '@keen-ladder/schema';
import { columnOf, freeId } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export const unitReducers = {
  unitAdded: {
    prepare: prepared<{ kind: UnitKind; id: string; from: Port | null }>,
    reducer(state: CaseDocument, { payload: { kind, id, from } }: Change<{ kind: UnitKind; id: string; from: Port | null }>) {
      const place = state.units.filter((unit) => unit.kind === kind).length + 1;
      state.units.push(newUnit(kind, id, `${capital(kind)} ${place}`));
      if (from === null) addFeed(state, id);
      else connect(state, from, id);
    },
  },
  /** With it goes what enters and leaves; a feed that entered nothing else goes too. */
  unitRemoved: {
    prepare: prepared<{ unit: string }>,
    reducer(state: CaseDocument, { payload: { unit } }: Change<{ unit: string }>) {
      const touched = state.connections.filter(({ from, to }) => to.unit === unit || ('unit' in from && from.unit === unit));
      for (const { to } of touched) disconnect(state, to);
      state.units = state.units.filter(({ id }) => id !== unit);
    },
  },
  unitRenamed: {
    prepare: prepared<{ unit: string; name: string }>,
    reducer(state: CaseDocument, { payload: { unit, name } }: Change<{ unit: string; name: string }>) {
      const found = state.units.find(({ id }) => id === unit);
      if (found !== undefined) found.name = name;
    },
  },
  feedAdded: {
    prepare: prepared<{ unit: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ unit: string }>) {
      addFeed(state, payload.unit);
    },
  },
  /** What a unit sends goes to another. */
  outletConnected: {
    prepare: prepared<{ from: Port; to: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ from: Port; to: string }>) {
      connect(state, payload.from, payload.to);
    },
  },
  /** What enters a unit by an inlet does so no more. */
  disconnected: {
    prepare: prepared<Port>,
    reducer(state: CaseDocument, { payload }: Change<Port>) {
      disconnect(state, payload);
    },
  },
  drumKnownSet: {
    prepare: prepared<{ drum: string; place: 0 | 1; known: DrumKnown }>,
    reducer(state: CaseDocument, { payload }: Change<{ drum: string; place: 0 | 1; known: DrumKnown }>) {
      const drum = state.units.find(({ id }) => id === payload.drum);
      if (drum?.kind === 'drum') drum.known[payload.place] = payload.known;
    },
  },
};

function addFeed(state: CaseDocument, unit: string): void {
  const id = freeId('feed', state.streams);
  state.streams.push(newStream(id, `Feed ${state.streams.length + 1}`));
  connect(state, { stream: id }, unit);
}

/** An inlet is called as the feed that enters by it, where that is free. */
function connect(state: CaseDocument, from: Connection['from'], unit: string): void {
  const taken = state.connections.flatMap(({ to }) => (to.unit === unit ? [{ id: to.port }] : []));
  const wanted = 'stream' in from ? from.stream : 'feed';
  const port = taken.some(({ id }) => id === wanted) ? freeId('feed', taken) : wanted;
  const name = 'stream' in from ? from.stream : `${from.unit}-${from.port}`;
  state.connections.push({ id: freeConnection(state, `${name}-to-${unit}`), from, to: { unit, port } });
}

function freeConnection({ connections }: CaseDocument, id: string): string {
  const short = id.slice(0, 60);
  return connections.some((other) => other.id === short) ? freeId(short, connections) : short;
}

function disconnect(state: CaseDocument, { unit, port }: Port): void {
  const isIt = ({ to }: Connection): boolean => to.unit === unit && to.port === port;
  const gone = state.connections.filter(isIt);
  state.connections = state.connections.filter((connection) => !isIt(connection));
  const isUsed = (stream: string): boolean => state.connections.some(({ from }) => 'stream' in from && from.stream === stream);
  state.streams = state.streams.filter(({ id }) => isUsed(id) || !gone.some(({ from }) => 'stream' in from && from.stream === id));
  const column = columnOf(state, unit);
  if (column !== undefined) forgetInlet(column, port);
}

/** What a column said of what enters by an inlet goes with it. */
function forgetInlet({ graph, ladder, absorption }: ColumnUnit, inlet: string): void {
  Reflect.deleteProperty(graph.feedStages, inlet);
  if (absorption.gas === inlet) absorption.gas = null;
  if (absorption.liquid === inlet) absorption.liquid = null;
  if (ladder === null) return;
  Reflect.deleteProperty(ladder.feeds, inlet);
  const isOfInlet = (handle: FreedHandle): boolean => 'inlet' in handle && handle.inlet === inlet;
  ladder.freed = ladder.freed.filter((handle) => !isOfInlet(handle));
  ladder.targets = ladder.targets.filter(({ quantity: q }) => !(q.kind === 'freed' && isOfInlet(q.handle)));
}
