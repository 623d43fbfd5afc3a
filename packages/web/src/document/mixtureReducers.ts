/** What is changed of a case's mixture: components, their records, the model, pairs, and what was measured of them. */
import { withPair } from '@keen-ladder/core';
import type { ActivityPair, CaseDocument, ComponentRecord, InteractionPair, Mixture, SheetCell } from '@keen-ladder/schema';
import { complement } from './complement.ts';
import { takeOverMixture } from './mixtureChange.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';
import { columnsOf } from './parts.ts';

export type Pair = ActivityPair | InteractionPair;
export type MeasuredSet = CaseDocument['mixture']['measured'][number];

export const mixtureReducers = {
  /** Other components, with all that the databank has for them. */
  mixtureChosen: {
    prepare: prepared<Mixture>,
    reducer(state: CaseDocument, { payload }: Change<Mixture>) {
      takeOverMixture(state, payload);
    },
  },
  /** Exchanges the two components; every fraction keeps its meaning, so the top product is now rich in the other one. */
  componentsExchanged: {
    prepare: () => prepared(undefined),
    reducer(state: CaseDocument) {
      const { components } = state.mixture;
      components.reverse();
      const [light] = components;
      for (const { balance } of columnsOf(state)) balance.cells = balance.cells.map((cell) => mirrored(cell, light?.id));
    },
  },
  modelChosen: {
    prepare: prepared<Mixture['model']>,
    reducer(state: CaseDocument, { payload }: Change<Mixture['model']>) {
      state.mixture.model = payload;
    },
  },
  proposalTaken: {
    prepare: prepared<Pick<Mixture, 'model' | 'options'>>,
    reducer(state: CaseDocument, { payload }: Change<Pick<Mixture, 'model' | 'options'>>) {
      Object.assign(state.mixture, payload);
    },
  },
  modelOptionsChosen: {
    prepare: prepared<Partial<Mixture['options']>>,
    reducer(state: CaseDocument, { payload }: Change<Partial<Mixture['options']>>) {
      Object.assign(state.mixture.options, payload);
    },
  },
  /** Parameters of pairs in place of those that the models had for them: fitted, estimated, typed, or the databank's again. */
  pairsSet: {
    prepare: prepared<Pair[]>,
    reducer(state: CaseDocument, { payload }: Change<Pair[]>) {
      for (const pair of payload) Object.assign(state.mixture, withPair(state.mixture, pair));
    },
  },
  /** A component's record as it is changed in this case, or the databank's again. */
  recordSet: {
    prepare: prepared<ComponentRecord>,
    reducer(state: CaseDocument, { payload }: Change<ComponentRecord>) {
      const { components } = state.mixture;
      const place = components.findIndex(({ id }) => id === payload.id);
      if (place >= 0) components[place] = payload;
    },
  },
  /** Measured data of a pair, new or in place of those of the same identifier; with the pair that was fitted to them, if it was. */
  measuredKept: {
    prepare: prepared<{ set: MeasuredSet; pair: Pair | null }>,
    reducer(state: CaseDocument, { payload: { set, pair } }: Change<{ set: MeasuredSet; pair: Pair | null }>) {
      const { measured } = state.mixture;
      const place = measured.findIndex(({ id }) => id === set.id);
      if (place >= 0) measured[place] = set;
      else measured.push(set);
      if (pair !== null) Object.assign(state.mixture, withPair(state.mixture, pair));
    },
  },
  measuredRemoved: {
    prepare: prepared<string>,
    reducer(state: CaseDocument, { payload }: Change<string>) {
      state.mixture.measured = state.mixture.measured.filter(({ id }) => id !== payload);
    },
  },
};

/** What is said of a product, said of the other one, since the components change places. */
function mirrored(cell: SheetCell, light: string | undefined): SheetCell {
  const product = cell.product === 'distillate' ? 'bottoms' : cell.product === 'bottoms' ? 'distillate' : cell.product;
  const isFraction = cell.kind === 'fraction' || cell.kind === 'mass-fraction';
  if (!isFraction || light === undefined || cell.component === light) return { ...cell, product };
  return { ...cell, product, component: light, value: complement(cell.value) };
}
