/** What graph and estimate ask of a column alike. */
import { memo } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { columnSet, condenserChosen, pressureSet } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

const condenserWords: Record<ColumnUnit['condenser'], string> = {
  total: 'total',
  partial: 'partial, vapour product',
  mixed: 'mixed, with a vent',
};

interface CondenserProps {
  column: string;
  condenser: ColumnUnit['condenser'];
  kinds: ColumnUnit['condenser'][];
}

export const CondenserField = memo(function CondenserField({ column, condenser, kinds }: CondenserProps) {
  const dispatch = useAppDispatch();
  return (
    <ChoiceField
      label="Condenser"
      path={`units.${column}.condenser`}
      value={condenser}
      options={kinds.map((value) => ({ value, label: condenserWords[value] }))}
      onChange={(next) => dispatch(condenserChosen({ column, condenser: next }))}
    />
  );
});

interface PressureProps {
  column: string;
  end: 'top' | 'bottom';
  pressure: number | null;
  label: string;
}

/** Pa at one end; at the bottom nothing means as at the top. */
export const PressureField = memo(function PressureField({ column, end, pressure, label }: PressureProps) {
  const dispatch = useAppDispatch();
  return (
    <QuantityField
      label={label}
      path={`units.${column}.pressure.${end}`}
      value={pressure === null ? null : { si: pressure, dimension: 'pressure' }}
      step={0.05}
      {...(end === 'bottom' ? { placeholder: 'as at the top' } : {})}
      onChange={(value, gesture) => dispatch(pressureSet({ column, end, pressure: value?.si ?? null }, gesture))}
    />
  );
});

const bottomWords: Record<ColumnUnit['bottom'], string> = { reboiler: 'kettle reboiler', steam: 'open steam' };

export const BottomField = memo(function BottomField({ column, bottom }: { column: string; bottom: ColumnUnit['bottom'] }) {
  const dispatch = useAppDispatch();
  return (
    <ChoiceField
      label="Heat"
      path={`units.${column}.bottom`}
      value={bottom}
      options={(['reboiler', 'steam'] as const).map((value) => ({ value, label: bottomWords[value] }))}
      onChange={(next) => dispatch(columnSet({ column, change: { bottom: next } }))}
    />
  );
});

/** K below the bubble point at which a total condenser's liquid leaves. */
export const SubcoolingField = memo(function SubcoolingField({ column, subcooling }: { column: string; subcooling: number }) {
  const dispatch = useAppDispatch();
  return (
    <QuantityField
      label="Subcooling"
      path={`units.${column}.subcooling`}
      value={{ si: subcooling, dimension: 'temperatureDifference' }}
      step={1}
      note="of the reflux, below its bubble point"
      onChange={(value, gesture) => dispatch(columnSet({ column, change: { subcooling: value?.si ?? 0 } }, gesture))}
    />
  );
});

const serviceWords: Record<ColumnUnit['service'], string> = {
  distillation: 'distils',
  absorption: 'washes a gas',
  stripping: 'strips a liquid',
};

/** What the column is for; it decides which stops there are. */
export const ServiceField = memo(function ServiceField({ column, service }: { column: string; service: ColumnUnit['service'] }) {
  const dispatch = useAppDispatch();
  return (
    <ChoiceField
      label="The column"
      path={`units.${column}.service`}
      value={service}
      options={(['distillation', 'absorption', 'stripping'] as const).map((value) => ({ value, label: serviceWords[value] }))}
      onChange={(next) => dispatch(columnSet({ column, change: { service: next } }))}
    />
  );
});
