/** How much of a feed there is, in whichever way it is typed. */
import { isFlowBasis } from '@keen-ladder/core';
import type { AmountBasis, Dimension } from '@keen-ladder/core';
import { memo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { amountSet } from '../document/documentSlice.ts';
import type { Stream } from '../document/parts.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { Field } from '../fields/Field.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectFeedFacts } from '../stops/standing.ts';

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

export const AmountField = memo(function AmountField({ stream }: { stream: Stream }) {
  const dispatch = useAppDispatch();
  const { amount, composition } = stream;
  const path = `streams.${stream.id}.amount`;
  if (isFlowBasis(composition.basis)) return <SummedAmount stream={stream.id} />;
  return (
    <QuantityField
      label="Flow"
      path={path}
      value={amount === null ? null : { si: amount.value, dimension: AMOUNT_DIMENSIONS[amount.basis] }}
      dimensions={['molarFlow', 'massFlow', 'standardLiquidFlow', 'standardGasFlow', 'volumeFlow']}
      step={1}
      note={amount === null ? undefined : basisWords[amount.basis]}
      onChange={(value, gesture) => {
        const basis = bases.find((b) => AMOUNT_DIMENSIONS[b] === value?.dimension) ?? 'molar';
        dispatch(amountSet({ stream: stream.id, amount: value === null ? null : { value: value.si, basis } }, gesture));
      }}
    />
  );
});

/** With component flows the amount follows. */
function SummedAmount({ stream }: { stream: string }) {
  const facts = useAppSelector((state) => selectFeedFacts(state, stream));
  const show = useAppSelector(selectShowQuantity);
  return (
    <Field label="Flow" note="the sum of its components">
      {({ id }) => <output id={id}>{facts === null ? '–' : show(facts.molarFlow, 'molarFlow')}</output>}
    </Field>
  );
}
