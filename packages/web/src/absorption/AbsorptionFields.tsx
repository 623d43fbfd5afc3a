/** What is asked of a washer or a stripper: who is who, what is to pass, with how much. */
import { capital, formatNumber, USUAL_FLOW_MULTIPLE } from '@keen-ladder/core';
import { Slider } from 'antd';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { PressureField, ServiceField } from '../column/ColumnFields.tsx';
import { absorptionSet } from '../document/documentSlice.ts';
import { selectComponents, selectInlets } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { useGesture } from '../fields/gesture.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectAbsorptionResult } from '../stops/standing.ts';

type Absorption = ColumnUnit['absorption'];

interface PartProps {
  column: ColumnUnit;
  set: (change: Partial<Absorption>, gesture?: string) => unknown;
}

export function AbsorptionFields({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const set = (change: Partial<Absorption>, gesture?: string) => dispatch(absorptionSet({ column: column.id, change }, gesture));
  return (
    <form className="inputs" aria-label="Inputs of the column" onSubmit={(event) => event.preventDefault()}>
      <section>
        <h2>Who is who</h2>
        <ServiceField column={column.id} service={column.service} />
        <Roles column={column} set={set} />
      </section>
      <section>
        <h2>Sought</h2>
        <Task column={column} set={set} />
      </section>
      <section>
        <h2>Column</h2>
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure at the top" />
        <PressureField column={column.id} end="bottom" pressure={column.pressure.bottom} label="Pressure at the bottom" />
        <QuantityField
          label="Tray efficiency"
          path={`units.${column.id}.absorption.efficiency`}
          value={column.absorption.efficiency === null ? null : { si: column.absorption.efficiency, dimension: 'ratio' }}
          step={0.01}
          placeholder="equilibrium stages"
          note="overall"
          onChange={(value, gesture) => set({ efficiency: value?.si ?? null }, gesture)}
        />
      </section>
    </form>
  );
}

/** Streams and solute; what is not chosen is proposed, and the proposal shown. */
function Roles({ column, set }: PartProps) {
  const inlets = useAppSelector(selectInlets);
  const components = useAppSelector(selectComponents);
  const result = useAppSelector(selectAbsorptionResult);
  const { gas, liquid, solute } = column.absorption;
  const proposed = result?.roles ?? undefined;
  const path = `units.${column.id}.absorption`;
  const streams = inlets.map(({ id, name }) => ({ value: id, label: name }));
  const other = (id: string): string | null => inlets.find((inlet) => inlet.id !== id)?.id ?? null;
  return (
    <>
      <ChoiceField
        label="Gas"
        path={`${path}.gas`}
        value={gas ?? proposed?.gas}
        options={streams}
        note="enters under the last stage"
        onChange={(next) => set({ gas: next, liquid: other(next) })}
      />
      <ChoiceField
        label="Liquid"
        path={`${path}.liquid`}
        value={liquid ?? proposed?.liquid}
        options={streams}
        note="enters on the first stage"
        onChange={(next) => set({ liquid: next, gas: other(next) })}
      />
      <ChoiceField
        label={column.service === 'absorption' ? 'Washed out' : 'Stripped'}
        path={`${path}.solute`}
        value={solute ?? proposed?.solute.id}
        options={components.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(next) => set({ solute: next })}
      />
    </>
  );
}

function Task({ column, set }: PartProps) {
  const { find, stages } = column.absorption;
  const path = `units.${column.id}.absorption`;
  return (
    <>
      <ChoiceField
        label="Find"
        value={find}
        options={[
          { value: 'stages', label: 'stages for a recovery' },
          { value: 'recovery', label: 'recovery of stages' },
        ]}
        onChange={(next) => set({ find: next })}
      />
      {find === 'stages' ? (
        <>
          <Recovery column={column} set={set} />
          <FlowFields column={column} set={set} />
        </>
      ) : (
        <QuantityField
          label="Stages"
          path={`${path}.stages`}
          value={stages === null ? null : { si: stages, dimension: 'ratio' }}
          step={1}
          note="with the flows as the streams have them"
          onChange={(value, gesture) => set({ stages: value?.si ?? null }, gesture)}
        />
      )}
    </>
  );
}

/** The same wish said either way: what passes, and what may stay behind. */
function Recovery({ column, set }: PartProps) {
  const { recovery } = column.absorption;
  const roles = useAppSelector(selectAbsorptionResult)?.roles;
  const name = roles?.solute.name ?? 'the solute';
  const stays = column.service === 'absorption' ? 'stays in the gas' : 'stays in the liquid';
  const part = (si: number | null) => (si === null ? null : ({ si, dimension: 'ratio' } as const));
  return (
    <>
      <QuantityField
        label="Part that passes"
        path={`units.${column.id}.absorption.recovery`}
        value={part(recovery)}
        step={0.001}
        range={[0, 1]}
        note={`of the ${name} that comes in`}
        onChange={(value, gesture) => set({ recovery: value?.si ?? null }, gesture)}
      />
      <QuantityField
        label="Part that stays"
        path={`units.${column.id}.absorption.recovery.rest`}
        value={part(recovery === null ? null : Number((1 - recovery).toPrecision(10)))}
        dimensions={['ratio']}
        step={0.001}
        note={stays}
        onChange={(value, gesture) => set({ recovery: value === null ? null : 1 - value.si }, gesture)}
      />
    </>
  );
}

/** The flow of the liquid that washes, or of the gas that strips. */
function FlowFields({ column, set }: PartProps) {
  const { flow } = column.absorption;
  const slide = useGesture();
  const show = useAppSelector(selectShowQuantity);
  const result = useAppSelector(selectAbsorptionResult);
  const drawing = result?.drawing.state === 'solved' ? result.drawing.value : undefined;
  const what = column.service === 'absorption' ? 'Liquid flow' : 'Gas flow';
  const least = drawing === undefined ? undefined : `least ${show(drawing.least, 'molarFlow')}`;
  return (
    <>
      <ChoiceField
        label={what}
        value={flow.kind}
        options={[
          { value: 'multiple', label: 'times the least' },
          { value: 'stream', label: 'as its stream says' },
        ]}
        {...(flow.kind === 'stream' && least !== undefined ? { note: capital(least) } : {})}
        onChange={(kind) => set({ flow: kind === 'stream' ? { kind } : { kind, value: multipleNow(drawing) } })}
      />
      {flow.kind === 'multiple' && (
        <>
          <QuantityField
            label="Times the least"
            path={`units.${column.id}.absorption.flow`}
            value={{ si: flow.value, dimension: 'ratio' }}
            step={0.05}
            note={drawing === undefined ? undefined : `${show(drawing.flow, 'molarFlow')}; ${least ?? ''}`}
            onChange={(value, gesture) => {
              if (value !== null) set({ flow: { kind: 'multiple', value: value.si } }, gesture);
            }}
          />
          <Slider
            className="field-slider"
            min={1.01}
            max={4}
            step={0.01}
            value={flow.value}
            tooltip={{ open: false }}
            ariaLabelForHandle="Times the least, slider"
            onChange={(value) => set({ flow: { kind: 'multiple', value } }, slide.current())}
            onChangeComplete={slide.renew}
          />
        </>
      )}
    </>
  );
}

/** The same flow as now, said as a multiple. */
const multipleNow = (drawing: { flow: number; least: number } | undefined): number =>
  drawing === undefined ? USUAL_FLOW_MULTIPLE : Number(formatNumber(drawing.flow / drawing.least, 4));
