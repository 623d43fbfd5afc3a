/** What is changed of a column for its graph, its estimate and its absorption. */
import type { CaseDocument, ColumnUnit, EstimateInputs, RefluxWish } from '@keen-ladder/schema';
import { columnOf } from './parts.ts';
import type { OfColumn } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export const columnReducers = {
  refluxSet: {
    prepare: prepared<OfColumn<'reflux', RefluxWish | null>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'reflux', RefluxWish | null>>) {
      const column = columnOf(state, payload.column);
      if (column) column.graph.reflux = payload.reflux;
    },
  },
  /** The stage of a feed or a side draw; 'best': none of its own. */
  stageChosen: {
    prepare: prepared<StageChoice>,
    reducer(state: CaseDocument, { payload }: Change<StageChoice>) {
      const graph = columnOf(state, payload.column)?.graph;
      if (graph === undefined) return;
      const stages = payload.of === 'feed' ? graph.feedStages : graph.drawStages;
      if (payload.stage === 'best') Reflect.deleteProperty(stages, payload.id);
      else stages[payload.id] = payload.stage;
    },
  },
  columnSet: {
    prepare: prepared<OfColumn<'change', Partial<Pick<ColumnUnit, 'bottom' | 'subcooling' | 'service'>>>>,
    reducer(
      state: CaseDocument,
      { payload }: Change<OfColumn<'change', Partial<Pick<ColumnUnit, 'bottom' | 'subcooling' | 'service'>>>>,
    ) {
      const column = columnOf(state, payload.column);
      if (column) Object.assign(column, payload.change);
    },
  },
  absorptionSet: {
    prepare: prepared<OfColumn<'change', Partial<ColumnUnit['absorption']>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'change', Partial<ColumnUnit['absorption']>>>) {
      const column = columnOf(state, payload.column);
      if (column) Object.assign(column.absorption, payload.change);
    },
  },
  graphSet: {
    prepare: prepared<OfColumn<'change', Partial<ColumnUnit['graph']>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'change', Partial<ColumnUnit['graph']>>>) {
      const column = columnOf(state, payload.column);
      if (column) Object.assign(column.graph, payload.change);
    },
  },
  estimateSet: {
    prepare: prepared<OfColumn<'change', Partial<EstimateInputs>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'change', Partial<EstimateInputs>>>) {
      const column = columnOf(state, payload.column);
      if (column) Object.assign(column.estimate, payload.change);
    },
  },
};

/** Of which feed or draw, from 1 at the top. */
export interface StageChoice {
  column: string;
  of: 'feed' | 'draw';
  id: string;
  stage: number | 'best';
}
