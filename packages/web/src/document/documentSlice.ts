/** The document of the open case: what was entered, nothing that was computed. Every action says what the engineer did. */
import type { CaseDocument } from '@keen-ladder/schema';
import { newCaseDocument } from '@keen-ladder/schema';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

export type Column = CaseDocument['units'][number];
export type Stream = CaseDocument['streams'][number];
export type Fraction = NonNullable<Stream['composition']>;
export type Flow = NonNullable<Stream['flow']>;
export type Condition = Stream['condition'];
export type Reflux = NonNullable<Column['graph']['reflux']>;

/** Actions of one gesture (a drag, a spell of typing) carry the same name and are undone together. */
export interface Gesture {
  gesture?: string;
}

function prepared<P>(payload: P, gesture?: string): { payload: P; meta: Gesture } {
  return { payload, meta: gesture === undefined ? {} : { gesture } };
}

type Change<P> = PayloadAction<P, string, Gesture>;
type OfColumn<K extends string, V> = { column: string } & Record<K, V>;
type OfStream<K extends string, V> = { stream: string } & Record<K, V>;

const columnOf = (state: CaseDocument, id: string): Column | undefined => state.units.find((u) => u.id === id);
const streamOf = (state: CaseDocument, id: string): Stream | undefined => state.streams.find((s) => s.id === id);

const documentSlice = createSlice({
  name: 'document',
  initialState: newCaseDocument,
  reducers: {
    /** Another case, or the same one as it is elsewhere: a new beginning, not a step to undo. */
    caseOpened: (_state, { payload }: PayloadAction<CaseDocument>) => payload,
    /** A version of this case from elsewhere, taken over: a step that can be undone. */
    documentReplaced: { prepare: prepared<CaseDocument>, reducer: (_state, { payload }: Change<CaseDocument>) => payload },
    /** Other components, with all that the databank has for them. */
    mixtureChosen: {
      prepare: prepared<CaseDocument['mixture']>,
      reducer(state, { payload }: Change<CaseDocument['mixture']>) {
        state.mixture = payload;
      },
    },
    /** Exchanges the two components; every fraction keeps its meaning, so the top product is now rich in the other one. */
    componentsExchanged: {
      prepare: () => prepared(undefined),
      reducer(state) {
        state.mixture.components.reverse();
        for (const stream of state.streams) stream.composition = complement(stream.composition);
        for (const { graph } of state.units) {
          [graph.distillate, graph.bottoms] = [complement(graph.bottoms), complement(graph.distillate)];
        }
      },
    },
    modelChosen: {
      prepare: prepared<CaseDocument['mixture']['model']>,
      reducer(state, { payload }: Change<CaseDocument['mixture']['model']>) {
        state.mixture.model = payload;
      },
    },
    modelOptionsChosen: {
      prepare: prepared<Partial<CaseDocument['mixture']['options']>>,
      reducer(state, { payload }: Change<Partial<CaseDocument['mixture']['options']>>) {
        Object.assign(state.mixture.options, payload);
      },
    },
    compositionSet: {
      prepare: prepared<OfStream<'composition', Fraction | null>>,
      reducer(state, { payload }: Change<OfStream<'composition', Fraction | null>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.composition = payload.composition;
      },
    },
    flowSet: {
      prepare: prepared<OfStream<'flow', Flow | null>>,
      reducer(state, { payload }: Change<OfStream<'flow', Flow | null>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.flow = payload.flow;
      },
    },
    conditionSet: {
      prepare: prepared<OfStream<'condition', Condition>>,
      reducer(state, { payload }: Change<OfStream<'condition', Condition>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.condition = payload.condition;
      },
    },
    pressureSet: {
      prepare: prepared<OfColumn<'pressure', number | null>>,
      reducer(state, { payload }: Change<OfColumn<'pressure', number | null>>) {
        const column = columnOf(state, payload.column);
        if (column) column.pressure = payload.pressure;
      },
    },
    condenserChosen: {
      prepare: prepared<OfColumn<'condenser', Column['condenser']>>,
      reducer(state, { payload }: Change<OfColumn<'condenser', Column['condenser']>>) {
        const column = columnOf(state, payload.column);
        if (column) column.condenser = payload.condenser;
      },
    },
    puritySet: {
      prepare: prepared<{ column: string; product: 'distillate' | 'bottoms'; purity: Fraction | null }>,
      reducer(state, { payload }: Change<{ column: string; product: 'distillate' | 'bottoms'; purity: Fraction | null }>) {
        const column = columnOf(state, payload.column);
        if (column) column.graph[payload.product] = payload.purity;
      },
    },
    refluxSet: {
      prepare: prepared<OfColumn<'reflux', Reflux | null>>,
      reducer(state, { payload }: Change<OfColumn<'reflux', Reflux | null>>) {
        const column = columnOf(state, payload.column);
        if (column) column.graph.reflux = payload.reflux;
      },
    },
    feedStageChosen: {
      prepare: prepared<OfColumn<'feedStage', number | 'best'>>,
      reducer(state, { payload }: Change<OfColumn<'feedStage', number | 'best'>>) {
        const column = columnOf(state, payload.column);
        if (column) column.graph.feedStage = payload.feedStage;
      },
    },
    unitChosen: {
      prepare: prepared<{ quantity: keyof CaseDocument['display']; unit: string }>,
      reducer(state, { payload }: Change<{ quantity: keyof CaseDocument['display']; unit: string }>) {
        state.display[payload.quantity] = payload.unit;
      },
    },
    notesWritten: {
      prepare: prepared<string>,
      reducer(state, { payload }: Change<string>) {
        state.notes = payload;
      },
    },
  },
});

function complement(fraction: Fraction | null): Fraction | null {
  // 1 − 0.35 is 0.65, not 0.6500000000000001.
  return fraction === null ? null : { ...fraction, value: Number((1 - fraction.value).toPrecision(12)) };
}

export const documentReducer = documentSlice.reducer;
export const {
  caseOpened,
  componentsExchanged,
  compositionSet,
  condenserChosen,
  conditionSet,
  documentReplaced,
  feedStageChosen,
  flowSet,
  mixtureChosen,
  modelChosen,
  modelOptionsChosen,
  notesWritten,
  pressureSet,
  puritySet,
  refluxSet,
  unitChosen,
} = documentSlice.actions;
