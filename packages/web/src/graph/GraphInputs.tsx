/** The graph's inputs: mixture, feed, split, column. Everything typed is live; nothing here computes. */
import { capital, formatEntered, parseReflux } from '@keen-ladder/core';
import type { Dimension, FeedQuality } from '@keen-ladder/core';
import { Slider } from 'antd';
import { memo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import {
  compositionSet,
  condenserChosen,
  conditionSet,
  feedStageChosen,
  flowSet,
  pressureSet,
  puritySet,
  refluxSet,
} from '../document/documentSlice.ts';
import type { Column, Condition, Fraction, Reflux, Stream } from '../document/documentSlice.ts';
import { selectColumn, selectComponents, selectDisplay, selectFeed } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { Field } from '../fields/Field.tsx';
import { useGesture } from '../fields/gesture.ts';
import { NumberInput } from '../fields/NumberInput.tsx';
import { unread } from '../fields/reading.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { MixtureInputs } from './MixtureInputs.tsx';
import { selectBestFeedStage, selectFeedQuality } from './standing.ts';
import { selectShowQuantity, unitFor } from './units.ts';

/** Each part stands by itself: while one number is dragged, the others are not drawn anew. */
export function GraphInputs() {
  const column = useAppSelector(selectColumn);
  const feed = useAppSelector(selectFeed);
  const light = useAppSelector(selectComponents)[0]?.name ?? 'first component';
  if (column === undefined || feed === undefined) return null;
  return (
    <form className="inputs" aria-label="Inputs of the graph" onSubmit={(event) => event.preventDefault()}>
      <MixtureInputs />
      <FeedInputs feed={feed} light={light} />
      <section>
        <h2>Split wanted</h2>
        <PurityField column={column.id} product="distillate" purity={column.graph.distillate} light={light} />
        <PurityField column={column.id} product="bottoms" purity={column.graph.bottoms} light={light} />
      </section>
      <section>
        <h2>Column</h2>
        <PressureField column={column.id} pressure={column.pressure} />
        <RefluxField column={column.id} reflux={column.graph.reflux} />
        <CondenserField column={column.id} condenser={column.condenser} />
        <FeedStageField column={column.id} feedStage={column.graph.feedStage} />
      </section>
    </form>
  );
}

function fractionValue(fraction: Fraction | null) {
  return fraction === null
    ? null
    : { si: fraction.value, dimension: fraction.basis === 'mole' ? ('moleFraction' as const) : ('massFraction' as const) };
}

function toFraction(value: { si: number; dimension: Dimension } | null): Fraction | null {
  return value === null ? null : { value: value.si, basis: value.dimension === 'massFraction' ? 'mass' : 'mole' };
}

interface FractionProps {
  label: string;
  path: string;
  fraction: Fraction | null;
  onChange: (fraction: Fraction | null, gesture: string) => void;
}

function FractionField({ label, path, fraction, onChange }: FractionProps) {
  const display = useAppSelector(selectDisplay);
  return (
    <QuantityField
      label={label}
      path={path}
      value={fractionValue(fraction)}
      dimensions={['moleFraction', 'massFraction']}
      unitOf={(d) => unitFor(display, d)}
      step={0.001}
      range={[0, 1]}
      onChange={(value, gesture) => onChange(toFraction(value), gesture)}
    />
  );
}

const conditionOptions: { value: Condition['by']; label: string }[] = [
  { value: 'saturated-liquid', label: 'saturated liquid' },
  { value: 'saturated-vapour', label: 'saturated vapour' },
  { value: 'temperature', label: 'by temperature' },
  { value: 'q', label: 'by feed quality q' },
];

/** Another kind of condition, begun with the value that the present one has. */
function conditionOf(by: Condition['by'], now: FeedQuality | null): Condition {
  switch (by) {
    case 'q':
      return { by, q: now === null ? null : Number(now.q.toPrecision(4)) };
    case 'temperature':
      return { by, temperature: now === null ? null : Number(now.bubblePoint.toPrecision(9)) };
    case 'saturated-liquid':
    case 'saturated-vapour':
      return { by };
  }
}

const FeedInputs = memo(function FeedInputs({ feed, light }: { feed: Stream; light: string }) {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  const now = useAppSelector(selectFeedQuality, sameFeed);
  const show = useAppSelector(selectShowQuantity);
  const { condition } = feed;
  const path = `streams.${feed.id}`;
  const setCondition = (next: Condition, gesture?: string) => dispatch(conditionSet({ stream: feed.id, condition: next }, gesture));
  return (
    <section>
      <h2>Feed</h2>
      <FractionField
        label={`${capital(light)} in feed`}
        path={`${path}.composition`}
        fraction={feed.composition}
        onChange={(composition, gesture) => dispatch(compositionSet({ stream: feed.id, composition }, gesture))}
      />
      <QuantityField
        label="Flow"
        path={`${path}.flow`}
        value={
          feed.flow === null ? null : { si: feed.flow.value, dimension: feed.flow.basis === 'molar' ? 'molarFlow' : 'massFlow' }
        }
        dimensions={['molarFlow', 'massFlow']}
        unitOf={(d) => unitFor(display, d)}
        step={1}
        onChange={(value, gesture) =>
          dispatch(
            flowSet(
              {
                stream: feed.id,
                flow: value === null ? null : { value: value.si, basis: value.dimension === 'massFlow' ? 'mass' : 'molar' },
              },
              gesture,
            ),
          )
        }
      />
      <ChoiceField
        label="Condition"
        value={condition.by}
        options={conditionOptions}
        onChange={(by) => setCondition(conditionOf(by, now))}
      />
      {condition.by === 'temperature' && (
        <QuantityField
          label="Temperature"
          path={`${path}.condition`}
          value={condition.temperature === null ? null : { si: condition.temperature, dimension: 'temperature' }}
          dimensions={['temperature']}
          unitOf={(d) => unitFor(display, d)}
          step={1}
          note={
            now === null
              ? undefined
              : `boils at ${show(now.bubblePoint, 'temperature')}, dew point ${show(now.dewPoint, 'temperature')}`
          }
          onChange={(value, gesture) => setCondition({ by: 'temperature', temperature: value?.si ?? null }, gesture)}
        />
      )}
      {condition.by === 'q' && (
        <QuantityField
          label="Feed quality q"
          path={`${path}.condition`}
          value={condition.q === null ? null : { si: condition.q, dimension: 'ratio' }}
          dimensions={['ratio']}
          unitOf={() => ''}
          step={0.05}
          range={[-0.5, 1.5]}
          onChange={(value, gesture) => setCondition({ by: 'q', q: value?.si ?? null }, gesture)}
        />
      )}
    </section>
  );
});

const sameFeed = (a: FeedQuality | null, b: FeedQuality | null): boolean =>
  a?.q === b?.q && a?.bubblePoint === b?.bubblePoint && a?.dewPoint === b?.dewPoint;

interface PurityProps {
  column: string;
  product: 'distillate' | 'bottoms';
  purity: Fraction | null;
  light: string;
}

const PurityField = memo(function PurityField({ column, product, purity, light }: PurityProps) {
  const dispatch = useAppDispatch();
  return (
    <FractionField
      label={`${capital(light)} in ${product}`}
      path={`units.${column}.graph.${product}`}
      fraction={purity}
      onChange={(next, gesture) => dispatch(puritySet({ column, product, purity: next }, gesture))}
    />
  );
});

const condenserOptions = [
  { value: 'total' as const, label: 'total' },
  { value: 'partial' as const, label: 'partial, vapour product' },
];

const CondenserField = memo(function CondenserField({ column, condenser }: { column: string; condenser: Column['condenser'] }) {
  const dispatch = useAppDispatch();
  return (
    <ChoiceField
      label="Condenser"
      value={condenser}
      options={condenserOptions}
      onChange={(next) => dispatch(condenserChosen({ column, condenser: next }))}
    />
  );
});

const PressureField = memo(function PressureField({ column, pressure }: { column: string; pressure: number | null }) {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  return (
    <QuantityField
      label="Pressure"
      path={`units.${column}.pressure`}
      value={pressure === null ? null : { si: pressure, dimension: 'pressure' }}
      dimensions={['pressure']}
      unitOf={(d) => unitFor(display, d)}
      step={0.05}
      onChange={(value, gesture) => dispatch(pressureSet({ column, pressure: value?.si ?? null }, gesture))}
    />
  );
});

const REFLUX_STEP = 0.01;

/** The reflux, as a ratio or as a multiple of the minimum: whichever is typed. */
const RefluxField = memo(function RefluxField({ column, reflux }: { column: string; reflux: Reflux | null }) {
  const dispatch = useAppDispatch();
  const [error, setError] = useState<string | undefined>(undefined);
  const slide = useGesture();
  const set = (next: Reflux | null, gesture: string) => dispatch(refluxSet({ column, reflux: next }, gesture));
  const setValue = (value: number, gesture: string) => {
    if (reflux !== null) set({ kind: reflux.kind, value: Number(value.toPrecision(10)) }, gesture);
  };
  const onText = (text: string, gesture: string) => {
    if (text.trim() === '') {
      set(null, gesture);
      return { ok: true } as const;
    }
    const parsed = parseReflux(text, reflux?.kind ?? 'ratio');
    if (!parsed.ok) return unread(parsed.problem);
    set(parsed.value, gesture);
    return { ok: true } as const;
  };
  return (
    <Field label="Reflux" path={`units.${column}.graph.reflux`} error={error}>
      {({ id, describedBy }) => (
        <>
          <NumberInput
            id={id}
            label="Reflux"
            describedBy={describedBy}
            shown={reflux === null ? '' : formatEntered(reflux.value)}
            unit={reflux?.kind === 'multiple' ? '× minimum' : 'mol/mol'}
            onText={onText}
            onStep={(steps, gesture) => {
              if (reflux !== null) setValue(reflux.value + steps * REFLUX_STEP, gesture);
            }}
            onError={setError}
          />
          {reflux !== null && (
            <Slider
              className="field-slider"
              min={reflux.kind === 'multiple' ? 1 : 0}
              max={reflux.kind === 'multiple' ? 3 : Math.max(5, Math.ceil(reflux.value))}
              step={REFLUX_STEP}
              value={reflux.value}
              tooltip={{ open: false }}
              ariaLabelForHandle="Reflux, slider"
              onChange={(value) => {
                setValue(value, slide.current());
              }}
              onChangeComplete={slide.renew}
            />
          )}
        </>
      )}
    </Field>
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
