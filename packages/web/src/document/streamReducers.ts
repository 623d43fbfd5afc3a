/** What is changed of the streams that enter. */
import type { Amount, CaseDocument, Composition, Condition } from '@keen-ladder/schema';
import { complement } from './complement.ts';
import { streamOf } from './parts.ts';
import type { Fraction, OfStream } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export const streamReducers = {
  compositionSet: {
    prepare: prepared<OfStream<'composition', Composition>>,
    reducer(state: CaseDocument, { payload }: Change<OfStream<'composition', Composition>>) {
      const stream = streamOf(state, payload.stream);
      if (stream) stream.composition = payload.composition;
    },
  },
  /** One component's part; undefined: none is given. */
  partSet: {
    prepare: prepared<OfStream<'component', string> & { part: number | undefined }>,
    reducer(state: CaseDocument, { payload }: Change<OfStream<'component', string> & { part: number | undefined }>) {
      const parts = streamOf(state, payload.stream)?.composition.parts;
      if (parts === undefined) return;
      if (payload.part === undefined) Reflect.deleteProperty(parts, payload.component);
      else parts[payload.component] = payload.part;
    },
  },
  /** The first of two components; the other takes the rest. */
  lightFractionSet: {
    prepare: prepared<OfStream<'fraction', Fraction | null>>,
    reducer(state: CaseDocument, { payload }: Change<OfStream<'fraction', Fraction | null>>) {
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
    reducer(state: CaseDocument, { payload }: Change<OfStream<'amount', Amount | null>>) {
      const stream = streamOf(state, payload.stream);
      if (stream) stream.amount = payload.amount;
    },
  },
  conditionSet: {
    prepare: prepared<OfStream<'condition', Condition> & { place: 0 | 1 }>,
    reducer(state: CaseDocument, { payload }: Change<OfStream<'condition', Condition> & { place: 0 | 1 }>) {
      const stream = streamOf(state, payload.stream);
      if (stream) stream.condition[payload.place] = payload.condition;
    },
  },
  streamRenamed: {
    prepare: prepared<OfStream<'name', string>>,
    reducer(state: CaseDocument, { payload }: Change<OfStream<'name', string>>) {
      const stream = streamOf(state, payload.stream);
      if (stream) stream.name = payload.name;
    },
  },
};
