/** The document of the open case: what was entered, nothing that was computed. Every action says what the engineer did. */
import { ladderTarget, sameQuantity } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';
import { newCaseDocument, newStream } from '@keen-ladder/schema';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import { complement } from './complement.ts';
import { mixtureReducers } from './mixtureReducers.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export type Column = CaseDocument['units'][number];
export type Stream = CaseDocument['streams'][number];
export type Composition = Stream['composition'];
export type Amount = NonNullable<Stream['amount']>;
export type Condition = Stream['condition'][number];
export type Reflux = NonNullable<Column['graph']['reflux']>;
export type SheetCell = Column['balance']['cells'][number];
export type CellPlace = Pick<SheetCell, 'component' | 'product'>;
export type Estimate = Column['estimate'];
export type Ladder = NonNullable<Column['ladder']>;
export type LadderTarget = Ladder['targets'][number];
export type Display = CaseDocument['display'];

/** A fraction of the first of two components. */
export interface Fraction {
  value: number;
  basis: 'mole' | 'mass';
}

interface LetGo {
  column: string;
  target: string;
  held: LadderTarget['quantity'];
  /** SI */
  value: number;
}

interface FreedHandle {
  column: string;
  handle: Ladder['freed'][number];
  /** What it is now, SI; null where that is not known yet. */
  value: number | null;
}

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
    ...mixtureReducers,
    compositionSet: {
      prepare: prepared<OfStream<'composition', Composition>>,
      reducer(state, { payload }: Change<OfStream<'composition', Composition>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.composition = payload.composition;
      },
    },
    /** One component's part; undefined: none is given. */
    partSet: {
      prepare: prepared<OfStream<'component', string> & { part: number | undefined }>,
      reducer(state, { payload }: Change<OfStream<'component', string> & { part: number | undefined }>) {
        const parts = streamOf(state, payload.stream)?.composition.parts;
        if (parts === undefined) return;
        if (payload.part === undefined) Reflect.deleteProperty(parts, payload.component);
        else parts[payload.component] = payload.part;
      },
    },
    /** The first of two components; the other takes the rest. */
    lightFractionSet: {
      prepare: prepared<OfStream<'fraction', Fraction | null>>,
      reducer(state, { payload }: Change<OfStream<'fraction', Fraction | null>>) {
        const stream = streamOf(state, payload.stream);
        const [light, heavy] = state.mixture.components;
        if (stream === undefined || light === undefined || heavy === undefined) return;
        const { fraction } = payload;
        stream.composition =
          fraction === null
            ? { basis: 'mole', parts: {} }
            : { basis: fraction.basis, parts: { [light.id]: fraction.value, [heavy.id]: complement(fraction.value) } };
      },
    },
    amountSet: {
      prepare: prepared<OfStream<'amount', Amount | null>>,
      reducer(state, { payload }: Change<OfStream<'amount', Amount | null>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.amount = payload.amount;
      },
    },
    conditionSet: {
      prepare: prepared<OfStream<'condition', Condition> & { place: 0 | 1 }>,
      reducer(state, { payload }: Change<OfStream<'condition', Condition> & { place: 0 | 1 }>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.condition[payload.place] = payload.condition;
      },
    },
    streamRenamed: {
      prepare: prepared<OfStream<'name', string>>,
      reducer(state, { payload }: Change<OfStream<'name', string>>) {
        const stream = streamOf(state, payload.stream);
        if (stream) stream.name = payload.name;
      },
    },
    feedAdded: {
      prepare: prepared<{ column: string }>,
      reducer(state, { payload }: Change<{ column: string }>) {
        const id = freeId('feed', state.streams);
        state.streams.push(newStream(id, `Feed ${state.streams.length + 1}`));
        state.connections.push({ from: { stream: id }, to: { unit: payload.column } });
      },
    },
    feedRemoved: {
      prepare: prepared<{ stream: string }>,
      reducer(state, { payload }: Change<{ stream: string }>) {
        state.streams = state.streams.filter((s) => s.id !== payload.stream);
        state.connections = state.connections.filter((c) => c.from.stream !== payload.stream);
        for (const { graph, ladder } of state.units) {
          Reflect.deleteProperty(graph.feedStages, payload.stream);
          if (ladder === null) continue;
          Reflect.deleteProperty(ladder.feeds, payload.stream);
          const isOfStream = (handle: Ladder['freed'][number]): boolean => 'stream' in handle && handle.stream === payload.stream;
          ladder.freed = ladder.freed.filter((handle) => !isOfStream(handle));
          ladder.targets = ladder.targets.filter(({ quantity: q }) => !(q.kind === 'freed' && isOfStream(q.handle)));
        }
      },
    },
    drawAdded: {
      prepare: prepared<{ column: string }>,
      reducer(state, { payload }: Change<{ column: string }>) {
        const column = columnOf(state, payload.column);
        if (column === undefined) return;
        const id = freeId('draw', column.draws);
        column.draws.push({ id, name: `side draw ${column.draws.length + 1}`, phase: 'liquid' });
        const quantity = { kind: 'flow', place: id, components: [], basis: 'mole' } as const;
        column.ladder?.targets.push(ladderTarget(`flow-${id}`, { ...quantity, components: [] }, null));
      },
    },
    drawChanged: {
      prepare: prepared<{ column: string; draw: string; change: Partial<Omit<Column['draws'][number], 'id'>> }>,
      reducer(state, { payload }: Change<{ column: string; draw: string; change: Partial<Omit<Column['draws'][number], 'id'>> }>) {
        const draw = columnOf(state, payload.column)?.draws.find((d) => d.id === payload.draw);
        if (draw) Object.assign(draw, payload.change);
      },
    },
    drawRemoved: {
      prepare: prepared<{ column: string; draw: string }>,
      reducer(state, { payload }: Change<{ column: string; draw: string }>) {
        const column = columnOf(state, payload.column);
        if (column === undefined) return;
        column.draws = column.draws.filter((d) => d.id !== payload.draw);
        column.balance.cells = column.balance.cells.filter((c) => c.product !== payload.draw);
        Reflect.deleteProperty(column.graph.drawStages, payload.draw);
        const { ladder } = column;
        if (ladder === null) return;
        Reflect.deleteProperty(ladder.drawStages, payload.draw);
        ladder.targets = ladder.targets.filter(
          ({ quantity: q }) => !(('place' in q && q.place === payload.draw) || ('draw' in q && q.draw === payload.draw)),
        );
      },
    },
    /** A number on the balance sheet; the place holds one at a time, of whichever kind. */
    cellSet: {
      prepare: prepared<OfColumn<'cell', SheetCell>>,
      reducer(state, { payload }: Change<OfColumn<'cell', SheetCell>>) {
        const balance = columnOf(state, payload.column)?.balance;
        if (balance === undefined) return;
        const at = balance.cells.findIndex((c) => isSameCell(c, payload.cell));
        if (at < 0) balance.cells.push(payload.cell);
        else balance.cells[at] = payload.cell;
      },
    },
    cellCleared: {
      prepare: prepared<OfColumn<'cell', CellPlace & Pick<SheetCell, 'kind'>>>,
      reducer(state, { payload }: Change<OfColumn<'cell', CellPlace & Pick<SheetCell, 'kind'>>>) {
        const balance = columnOf(state, payload.column)?.balance;
        if (balance) balance.cells = balance.cells.filter((c) => !isSameCell(c, payload.cell));
      },
    },
    sheetCleared: {
      prepare: prepared<{ column: string }>,
      reducer(state, { payload }: Change<{ column: string }>) {
        const balance = columnOf(state, payload.column)?.balance;
        if (balance) balance.cells = [];
      },
    },
    pressureSet: {
      prepare: prepared<OfColumn<'pressure', number | null> & { end: 'top' | 'bottom' }>,
      reducer(state, { payload }: Change<OfColumn<'pressure', number | null> & { end: 'top' | 'bottom' }>) {
        const column = columnOf(state, payload.column);
        if (column) column.pressure[payload.end] = payload.pressure;
      },
    },
    condenserChosen: {
      prepare: prepared<OfColumn<'condenser', Column['condenser']>>,
      reducer(state, { payload }: Change<OfColumn<'condenser', Column['condenser']>>) {
        const column = columnOf(state, payload.column);
        if (column) column.condenser = payload.condenser;
      },
    },
    vapourShareSet: {
      prepare: prepared<OfColumn<'share', number | null>>,
      reducer(state, { payload }: Change<OfColumn<'share', number | null>>) {
        const column = columnOf(state, payload.column);
        if (column) column.vapourShare = payload.share;
      },
    },
    /**
     * The purity of a product of two components. The sheet then holds the two purities and nothing else: the other product keeps the one it has,
     * given or as it followed (`other`).
     */
    puritySet: {
      prepare: prepared<Purity>,
      reducer(state, { payload }: Change<Purity>) {
        const column = columnOf(state, payload.column);
        const [light] = state.mixture.components;
        if (column === undefined || light === undefined) return;
        const { product, purity, other } = payload;
        const otherProduct = product === 'distillate' ? 'bottoms' : 'distillate';
        const kept = column.balance.cells.find((c) => c.product === otherProduct && isPurity(c, light.id));
        const cells = [kept ?? purityCell(light.id, otherProduct, other ?? null), purityCell(light.id, product, purity)];
        column.balance.cells = cells.filter((c) => c !== null);
      },
    },
    refluxSet: {
      prepare: prepared<OfColumn<'reflux', Reflux | null>>,
      reducer(state, { payload }: Change<OfColumn<'reflux', Reflux | null>>) {
        const column = columnOf(state, payload.column);
        if (column) column.graph.reflux = payload.reflux;
      },
    },
    /** The stage of a feed or a side draw; 'best': none of its own. */
    stageChosen: {
      prepare: prepared<StageChoice>,
      reducer(state, { payload }: Change<StageChoice>) {
        const graph = columnOf(state, payload.column)?.graph;
        if (graph === undefined) return;
        const stages = payload.of === 'feed' ? graph.feedStages : graph.drawStages;
        if (payload.stage === 'best') Reflect.deleteProperty(stages, payload.id);
        else stages[payload.id] = payload.stage;
      },
    },
    columnSet: {
      prepare: prepared<OfColumn<'change', Partial<Pick<Column, 'bottom' | 'subcooling' | 'service'>>>>,
      reducer(state, { payload }: Change<OfColumn<'change', Partial<Pick<Column, 'bottom' | 'subcooling' | 'service'>>>>) {
        const column = columnOf(state, payload.column);
        if (column) Object.assign(column, payload.change);
      },
    },
    absorptionSet: {
      prepare: prepared<OfColumn<'change', Partial<Column['absorption']>>>,
      reducer(state, { payload }: Change<OfColumn<'change', Partial<Column['absorption']>>>) {
        const column = columnOf(state, payload.column);
        if (column) Object.assign(column.absorption, payload.change);
      },
    },
    graphSet: {
      prepare: prepared<OfColumn<'change', Partial<Column['graph']>>>,
      reducer(state, { payload }: Change<OfColumn<'change', Partial<Column['graph']>>>) {
        const column = columnOf(state, payload.column);
        if (column) Object.assign(column.graph, payload.change);
      },
    },
    estimateSet: {
      prepare: prepared<OfColumn<'change', Partial<Estimate>>>,
      reducer(state, { payload }: Change<OfColumn<'change', Partial<Estimate>>>) {
        const column = columnOf(state, payload.column);
        if (column) Object.assign(column.estimate, payload.change);
      },
    },
    /** The whole ladder, handed on from a graph or an estimate. */
    ladderCarried: {
      prepare: prepared<OfColumn<'ladder', Ladder>>,
      reducer(state, { payload }: Change<OfColumn<'ladder', Ladder>>) {
        const column = columnOf(state, payload.column);
        if (column) column.ladder = payload.ladder;
      },
    },
    ladderSet: {
      prepare: prepared<OfColumn<'change', Partial<Ladder>>>,
      reducer(state, { payload }: Change<OfColumn<'change', Partial<Ladder>>>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (ladder) Object.assign(ladder, payload.change);
      },
    },
    /** What stands on the last rung stays there; what would stand below it moves up. */
    ladderStagesSet: {
      prepare: prepared<OfColumn<'stages', number>>,
      reducer(state, { payload }: Change<OfColumn<'stages', number>>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        const { stages } = payload;
        const moved = (stage: number): number => (stage === ladder.stages ? stages : Math.min(stage, stages));
        for (const feed of Object.values(ladder.feeds)) feed.stage = moved(feed.stage);
        for (const id of Object.keys(ladder.drawStages)) ladder.drawStages[id] = moved(ladder.drawStages[id] ?? 1);
        for (const loop of ladder.pumpArounds) [loop.from, loop.to] = [moved(loop.from), moved(loop.to)];
        ladder.stages = stages;
      },
    },
    /** A feed or a side draw on another rung. */
    rungChosen: {
      prepare: prepared<{ column: string; of: 'feed' | 'draw'; id: string; stage: number }>,
      reducer(state, { payload }: Change<{ column: string; of: 'feed' | 'draw'; id: string; stage: number }>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        const stage = Math.max(1, Math.min(ladder.stages, payload.stage));
        if (payload.of === 'draw') ladder.drawStages[payload.id] = stage;
        else ladder.feeds[payload.id] = { stage, way: ladder.feeds[payload.id]?.way ?? 'whole' };
      },
    },
    feedWayChosen: {
      prepare: prepared<{ column: string; stream: string; feed: Ladder['feeds'][string] }>,
      reducer(state, { payload }: Change<{ column: string; stream: string; feed: Ladder['feeds'][string] }>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (ladder) ladder.feeds[payload.stream] = payload.feed;
      },
    },
    /** A target's card, new or changed. */
    targetSet: {
      prepare: prepared<OfColumn<'target', LadderTarget>>,
      reducer(state, { payload }: Change<OfColumn<'target', LadderTarget>>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        const at = ladder.targets.findIndex(({ id }) => id === payload.target.id);
        if (at < 0) ladder.targets.push({ ...payload.target, id: freeId(payload.target.id, ladder.targets) });
        else ladder.targets[at] = payload.target;
      },
    },
    /** Out of force, and what it moved held where it stands: by its own card, or by a new one. */
    targetLetGo: {
      prepare: prepared<LetGo>,
      reducer(state, { payload }: Change<LetGo>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        const target = ladder?.targets.find(({ id }) => id === payload.target);
        if (!ladder || !target) return;
        target.isInForce = false;
        const { held, value } = payload;
        const card = ladder.targets.find(({ quantity }) => sameQuantity(quantity, held));
        if (card === undefined) ladder.targets.push(ladderTarget(freeId(held.kind, ladder.targets), held, value));
        else Object.assign(card, { isInForce: true, wish: 'equal', value });
      },
    },
    targetRemoved: {
      prepare: prepared<OfColumn<'target', string>>,
      reducer(state, { payload }: Change<OfColumn<'target', string>>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        const removed = ladder.targets.find(({ id }) => id === payload.target)?.quantity;
        ladder.targets = ladder.targets.filter(({ id }) => id !== payload.target);
        if (removed?.kind === 'freed') ladder.freed = ladder.freed.filter((handle) => !isSameHandle(handle, removed.handle));
      },
    },
    /** Something that was given may be moved from now on; its card holds what it is, until another target takes its place. */
    handleFreed: {
      prepare: prepared<FreedHandle>,
      reducer(state, { payload }: Change<FreedHandle>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        const { handle } = payload;
        if (!ladder || ladder.freed.some((freed) => isSameHandle(freed, handle))) return;
        ladder.freed.push(handle);
        // The heat that a rung was given is the card's from now on.
        if (handle.kind === 'stage-duty') ladder.heats = ladder.heats.filter(({ stage }) => stage !== handle.stage);
        ladder.targets.push(ladderTarget(freeId('freed', ladder.targets), { kind: 'freed', handle }, payload.value));
      },
    },
    /** A pump-around with the two targets that say its flow and its duty. */
    pumpAroundAdded: {
      prepare: prepared<{ column: string }>,
      reducer(state, { payload }: Change<{ column: string }>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        const id = freeId('loop', ladder.pumpArounds);
        const middle = Math.max(2, Math.round(ladder.stages / 2));
        ladder.pumpArounds.push({
          id,
          name: `pump-around ${ladder.pumpArounds.length + 1}`,
          from: Math.min(ladder.stages, middle + 2),
          to: middle,
        });
        for (const kind of ['loop-flow', 'loop-duty'] as const)
          ladder.targets.push(ladderTarget(`${kind}-${id}`, { kind, loop: id }, null));
      },
    },
    pumpAroundRemoved: {
      prepare: prepared<OfColumn<'loop', string>>,
      reducer(state, { payload }: Change<OfColumn<'loop', string>>) {
        const ladder = columnOf(state, payload.column)?.ladder;
        if (!ladder) return;
        ladder.pumpArounds = ladder.pumpArounds.filter(({ id }) => id !== payload.loop);
        ladder.targets = ladder.targets.filter(({ quantity: q }) => !('loop' in q && q.loop === payload.loop));
      },
    },
    unitsChosen: {
      prepare: prepared<Partial<Display>>,
      reducer(state, { payload }: Change<Partial<Display>>) {
        Object.assign(state.display, payload);
      },
    },
    siteSet: {
      prepare: prepared<Partial<CaseDocument['site']>>,
      reducer(state, { payload }: Change<Partial<CaseDocument['site']>>) {
        Object.assign(state.site, payload);
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

/** Of which feed or draw, from 1 at the top. */
export interface StageChoice {
  column: string;
  of: 'feed' | 'draw';
  id: string;
  stage: number | 'best';
}

interface Purity {
  column: string;
  product: 'distillate' | 'bottoms';
  purity: Fraction | null;
  /** Of the other product, as the sheet has it. */
  other?: Fraction | null;
}

const isSameHandle = (a: Ladder['freed'][number], b: Ladder['freed'][number]): boolean => JSON.stringify(a) === JSON.stringify(b);

const isSameCell = (a: SheetCell, b: CellPlace & Pick<SheetCell, 'kind'>): boolean =>
  a.component === b.component && a.product === b.product && a.kind === b.kind;

const isPurity = ({ component, kind, wish }: SheetCell, light: string): boolean =>
  component === light && wish === 'equal' && (kind === 'fraction' || kind === 'mass-fraction');

function purityCell(component: string, product: string, purity: Fraction | null): SheetCell | null {
  if (purity === null) return null;
  return { component, product, kind: purity.basis === 'mass' ? 'mass-fraction' : 'fraction', wish: 'equal', value: purity.value };
}

/** An identifier that none of these has. */
function freeId(stem: string, taken: readonly { id: string }[]): string {
  for (let k = 2; ; k++) if (!taken.some(({ id }) => id === `${stem}-${k}`)) return `${stem}-${k}`;
}

export const documentReducer = documentSlice.reducer;
export const {
  absorptionSet,
  amountSet,
  feedWayChosen,
  handleFreed,
  ladderCarried,
  ladderSet,
  ladderStagesSet,
  pumpAroundAdded,
  pumpAroundRemoved,
  rungChosen,
  targetLetGo,
  targetRemoved,
  targetSet,
  caseOpened,
  cellCleared,
  cellSet,
  columnSet,
  componentsExchanged,
  compositionSet,
  condenserChosen,
  conditionSet,
  documentReplaced,
  drawAdded,
  drawChanged,
  drawRemoved,
  estimateSet,
  feedAdded,
  feedRemoved,
  graphSet,
  lightFractionSet,
  mixtureChosen,
  modelChosen,
  measuredKept,
  measuredRemoved,
  modelOptionsChosen,
  pairsSet,
  recordSet,
  notesWritten,
  partSet,
  pressureSet,
  puritySet,
  refluxSet,
  sheetCleared,
  siteSet,
  stageChosen,
  streamRenamed,
  unitsChosen,
  vapourShareSet,
} = documentSlice.actions;
