/** What comes in: mixture, what enters one at a time, the column's pressure. */
import type { Inlet } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { PressureField, ServiceField } from '../column/ColumnFields.tsx';
import { ComponentList } from '../mixture/ComponentList.tsx';
import { InletFields } from './InletFields.tsx';

interface Props {
  inlets: readonly Inlet[];
  inlet: Inlet | undefined;
  column: ColumnUnit;
  onChoose: (inlet: string) => void;
}

export function FeedFields({ inlets, inlet, column, onChoose }: Props) {
  return (
    <form className="inputs" aria-label="Inputs of feed and balance" onSubmit={(event) => event.preventDefault()}>
      <ComponentList />
      <InletFields unit={column} inlets={inlets} inlet={inlet} onChoose={onChoose} />
      <section>
        <h2>Column</h2>
        <ServiceField column={column.id} service={column.service} />
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure at the top" />
        <PressureField column={column.id} end="bottom" pressure={column.pressure.bottom} label="at the bottom" />
      </section>
    </form>
  );
}
