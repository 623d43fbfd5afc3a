/** The graph's inputs: mixture, feed, split, column. Everything typed is live; nothing here computes. */
import { capital, formatFraction } from '@keen-ladder/core';
import type { Dimension } from '@keen-ladder/core';
import { memo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { CondenserField, PressureField } from '../column/ColumnFields.tsx';
import { RefluxField } from '../column/RefluxField.tsx';
import { feedStageChosen, graphSet, lightFractionSet, puritySet, refluxSet } from '../document/documentSlice.ts';
import type { Column, Fraction, Stream } from '../document/documentSlice.ts';
import { selectColumn, selectComponents, selectDocument, selectFeed } from '../document/selectors.ts';
import { AmountField } from '../feed/AmountField.tsx';
import { ConditionFields } from '../feed/ConditionFields.tsx';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { Field } from '../fields/Field.tsx';
import { NumberInput } from '../fields/NumberInput.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectFeedFacts, selectGraphResult } from '../stops/standing.ts';
import { BinaryMixture } from '../mixture/BinaryMixture.tsx';
import { lightFractionOf, purityOf } from './moves.ts';
import { RatingInputs } from './RatingInputs.tsx';
import { selectBestFeedStage } from './standing.ts';

const tasks = [
  { value: 'design' as const, label: 'stages for a split' },
  { value: 'rating' as const, label: 'split of given stages' },
];

/** Each part stands by itself: while one number is dragged, the others are not drawn anew. */
export function GraphInputs() {
  const dispatch = useAppDispatch();
  const column = useAppSelector(selectColumn);
  const feed = useAppSelector(selectFeed);
  const light = useAppSelector(selectComponents)[0]?.name ?? 'first component';
  if (column === undefined || feed === undefined) return null;
  const isRating = column.graph.task === 'rating';
  return (
    <form className="inputs" aria-label="Inputs of the graph" onSubmit={(event) => event.preventDefault()}>
      <BinaryMixture />
      <FeedInputs feed={feed} light={light} />
      <section>
        <ChoiceField
          label="Task"
          value={column.graph.task}
          options={tasks}
          onChange={(task) => dispatch(graphSet({ column: column.id, change: { task } }))}
        />
      </section>
      {isRating ? (
        <RatingInputs column={column} />
      ) : (
        <section>
          <h2>Split wanted</h2>
          <PurityField column={column} product="distillate" light={light} />
          <PurityField column={column} product="bottoms" light={light} />
        </section>
      )}
      <section>
        <h2>Column</h2>
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure" />
        {!isRating && (
          <RefluxField
            path={`units.${column.id}.graph.reflux`}
            reflux={column.graph.reflux}
            onChange={(reflux, gesture) => dispatch(refluxSet({ column: column.id, reflux }, gesture))}
          />
        )}
        <CondenserField column={column.id} condenser={column.condenser} kinds={['total', 'partial']} />
        {!isRating && <FeedStageField column={column.id} feedStage={column.graph.feedStage} />}
      </section>
    </form>
  );
}

const fractionValue = (fraction: Fraction | null) =>
  fraction === null
    ? null
    : { si: fraction.value, dimension: fraction.basis === 'mole' ? ('moleFraction' as const) : ('massFraction' as const) };

function toFraction(value: { si: number; dimension: Dimension } | null): Fraction | null {
  return value === null ? null : { value: value.si, basis: value.dimension === 'massFraction' ? 'mass' : 'mole' };
}

interface FractionProps {
  label: string;
  path: string;
  fraction: Fraction | null;
  /** What stands there though it was not typed here. */
  follows: number | undefined;
  onChange: (fraction: Fraction | null, gesture: string) => void;
}

/** A fraction of the light component, typed here; or, as a note, what other numbers of Feed & balance make it. */
function FractionField({ label, path, fraction, follows, onChange }: FractionProps) {
  const note = fraction === null && follows !== undefined ? `${formatFraction(follows)} mol/mol by the balance sheet` : undefined;
  return (
    <QuantityField
      label={label}
      path={path}
      value={fractionValue(fraction)}
      dimensions={['moleFraction', 'massFraction']}
      step={0.001}
      range={[0, 1]}
      note={note}
      onChange={(value, gesture) => onChange(toFraction(value), gesture)}
    />
  );
}

const FeedInputs = memo(function FeedInputs({ feed, light }: { feed: Stream; light: string }) {
  const dispatch = useAppDispatch();
  const fraction = lightFractionOf(useAppSelector(selectComponents), feed);
  const follows = useAppSelector((state) => selectFeedFacts(state, feed.id)?.moleFractions[0]);
  return (
    <section>
      <h2>Feed</h2>
      <FractionField
        label={`${capital(light)} in feed`}
        path={`streams.${feed.id}.composition`}
        fraction={fraction}
        follows={follows}
        onChange={(next, gesture) => dispatch(lightFractionSet({ stream: feed.id, fraction: next }, gesture))}
      />
      <AmountField stream={feed} />
      <ConditionFields stream={feed} />
    </section>
  );
});

interface PurityProps {
  column: Column;
  product: 'distillate' | 'bottoms';
  light: string;
}

const PurityField = memo(function PurityField({ column, product, light }: PurityProps) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const split = useAppSelector((state) => selectGraphResult(state)?.basis?.split);
  const [mine, others] = product === 'distillate' ? [split?.xD, split?.xB] : [split?.xB, split?.xD];
  const other: Fraction | null = others === undefined ? null : { value: Number(others.toFixed(6)), basis: 'mole' };
  const path = `units.${column.id}.balance.${product}.${document.mixture.components[0]?.id ?? ''}`;
  return (
    <FractionField
      label={`${capital(light)} in ${product}`}
      path={path}
      fraction={purityOf(document, column, product)}
      follows={mine}
      onChange={(purity, gesture) => dispatch(puritySet({ column: column.id, product, purity, other }, gesture))}
    />
  );
});

/** "best", or a stage counted from the top. */
const FeedStageField = memo(function FeedStageField({ column, feedStage }: { column: string; feedStage: number | 'best' }) {
  const dispatch = useAppDispatch();
  const [error, setError] = useState<string | undefined>(undefined);
  const best = useAppSelector(selectBestFeedStage);
  const set = (next: number | 'best', gesture: string) => dispatch(feedStageChosen({ column, feedStage: next }, gesture));
  const onText = (text: string, gesture: string) => {
    const word = text.trim().toLowerCase();
    const isBest = word === '' || 'best'.startsWith(word);
    const stage = Number(word);
    if (!isBest && !(Number.isInteger(stage) && stage >= 1 && stage <= 1000)) {
      return { ok: false, certain: true, sentence: 'Type “best”, or a stage counted from the top: 1, 2, 3 …' } as const;
    }
    set(isBest ? 'best' : stage, gesture);
    return { ok: true } as const;
  };
  const unit = feedStage === 'best' ? (best === undefined ? '' : `stage ${best}`) : 'from the top';
  return (
    <Field label="Feed stage" path={`units.${column}.graph.feedStage`} error={error}>
      {({ id, describedBy }) => (
        <NumberInput
          id={id}
          label="Feed stage"
          describedBy={describedBy}
          shown={String(feedStage)}
          unit={unit}
          onText={onText}
          onStep={(steps, gesture) => {
            set(Math.max(1, (feedStage === 'best' ? (best ?? 1) : feedStage) + steps), gesture);
          }}
          onError={setError}
        />
      )}
    </Field>
  );
});
