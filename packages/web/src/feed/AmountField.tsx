/** How much of a feed there is, in whichever way it is typed. */
import { isFlowBasis } from '@keen-ladder/core';
import type { Dimension, FeedFacts } from '@keen-ladder/core';
import { memo } from 'react';
import type { AmountBasis, Stream } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { amountSet } from '../document/documentSlice.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { Field } from '../fields/Field.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectStreamFacts } from '../stops/standing.ts';

export const AMOUNT_DIMENSIONS: Record<AmountBasis, Dimension> = {
  molar: 'molarFlow',
  mass: 'massFlow',
  'standard-liquid': 'standardLiquidFlow',
  'standard-gas': 'standardGasFlow',
  actual: 'volumeFlow',
};

const bases = Object.keys(AMOUNT_DIMENSIONS) as AmountBasis[]; // the keys of the record are the bases

/** Its words beside the number, where the unit alone could mean two things. */
const basisWords: Record<AmountBasis, string | undefined> = {
  molar: undefined,
  mass: undefined,
  'standard-liquid': 'as liquid at the site’s standard temperature',
  'standard-gas': 'as a standard volume of gas',
  actual: 'as it flows, at its own temperature and pressure',
};

/** Beside each other: a unit of volume by time says only one of them. */
const volumes: { value: AmountBasis; label: string }[] = [
  { value: 'standard-liquid', label: 'as liquid, standard' },
  { value: 'actual', label: 'as it flows' },
];
const isVolume = (basis: AmountBasis): boolean => volumes.some(({ value }) => value === basis);

/** What a bare m³/h means: of a vapour the volume that flows, of a liquid its standard volume. */
function dimensionsFor(isVapour: boolean): [Dimension, ...Dimension[]] {
  const byVolume: Dimension[] = ['standardLiquidFlow', 'standardGasFlow', 'volumeFlow'];
  return ['molarFlow', 'massFlow', ...(isVapour ? byVolume.reverse() : byVolume)];
}

/** As the flash says; before there is one, as its conditions do. */
function isVapourStream(condition: Stream['condition'], facts: FeedFacts | null): boolean {
  if (facts !== null) return facts.vapourFraction > 0.5;
  return condition.some(
    (c) => c.by === 'saturated-vapour' || c.by === 'superheat' || (c.by === 'vapour-fraction' && c.value !== null && c.value > 0.5),
  );
}

export const AmountField = memo(function AmountField({ stream }: { stream: Stream }) {
  const dispatch = useAppDispatch();
  const { amount, composition, condition } = stream;
  const facts = useAppSelector((state) => selectStreamFacts(state, stream.id));
  const path = `streams.${stream.id}.amount`;
  if (isFlowBasis(composition.basis)) return <SummedAmount stream={stream.id} />;
  const set = (next: Stream['amount'], gesture?: string) => dispatch(amountSet({ stream: stream.id, amount: next }, gesture));
  return (
    <>
      <QuantityField
        label="Flow"
        path={path}
        value={amount === null ? null : { si: amount.value, dimension: AMOUNT_DIMENSIONS[amount.basis] }}
        dimensions={dimensionsFor(isVapourStream(condition, facts))}
        step={1}
        note={amount === null ? undefined : basisWords[amount.basis]}
        onChange={(value, gesture) => {
          const basis = bases.find((b) => AMOUNT_DIMENSIONS[b] === value?.dimension) ?? 'molar';
          set(value === null ? null : { value: value.si, basis }, gesture);
        }}
      />
      {amount !== null && isVolume(amount.basis) && (
        <ChoiceField
          label="This volume"
          path={`${path}.basis`}
          value={amount.basis}
          options={volumes}
          onChange={(basis) => set({ ...amount, basis })}
        />
      )}
    </>
  );
});

/** With component flows the amount follows. */
function SummedAmount({ stream }: { stream: string }) {
  const facts = useAppSelector((state) => selectStreamFacts(state, stream));
  const show = useAppSelector(selectShowQuantity);
  return (
    <Field label="Flow" note="the sum of its components">
      {({ id }) => <output id={id}>{facts === null ? '–' : show(facts.molarFlow, 'molarFlow')}</output>}
    </Field>
  );
}
