/** The two things that are known of a drum. */
import type { DrumFacts, Dimension } from '@keen-ladder/core';
import type { DrumKnown, DrumQuantity, DrumUnit } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { drumKnownSet } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

interface Quantity {
  words: string;
  label: string;
  dimension: Dimension;
  step: number;
  range?: [number, number];
  note?: string;
}

const QUANTITIES: Record<DrumQuantity, Quantity> = {
  temperature: { words: 'temperature', label: 'Temperature', dimension: 'temperature', step: 1 },
  pressure: { words: 'pressure', label: 'Pressure', dimension: 'pressure', step: 0.05 },
  duty: { words: 'heat put in', label: 'Heat put in', dimension: 'power', step: 1, note: 'below zero: taken out; 0: adiabatic' },
  'vapour-fraction': { words: 'vapour fraction', label: 'Vapour fraction', dimension: 'ratio', step: 0.01, range: [0, 1] },
};

const KINDS = Object.keys(QUANTITIES) as DrumQuantity[]; // the keys of the record are the kinds

interface Props {
  drum: DrumUnit;
  /** Of the last solution: another kind begins with the value that the drum has now. */
  facts: DrumFacts | undefined;
}

export function KnownFields({ drum, facts }: Props) {
  const dispatch = useAppDispatch();
  const set = (place: 0 | 1, known: DrumKnown, gesture?: string) =>
    dispatch(drumKnownSet({ drum: drum.id, place, known }, gesture));
  return (
    <section aria-label="Drum">
      <h2>Drum</h2>
      {([0, 1] as const).map((place) => {
        const known = drum.known[place];
        const other = drum.known[1 - place]?.by;
        const { label, dimension, step, range, note } = QUANTITIES[known.by];
        return (
          <div key={place}>
            <ChoiceField
              label={place === 0 ? 'Known' : 'and'}
              value={known.by}
              options={KINDS.filter((by) => by !== other).map((value) => ({ value, label: QUANTITIES[value].words }))}
              onChange={(by) => set(place, { by, value: valueNow(by, facts) })}
            />
            <QuantityField
              label={label}
              path={`units.${drum.id}.known.${place}`}
              value={known.value === null ? null : { si: known.value, dimension }}
              dimensions={[dimension]}
              step={step}
              {...(range === undefined ? {} : { range })}
              {...(note === undefined ? {} : { note })}
              onChange={(value, gesture) => set(place, { by: known.by, value: value?.si ?? null }, gesture)}
            />
          </div>
        );
      })}
    </section>
  );
}

function valueNow(by: DrumQuantity, facts: DrumFacts | undefined): number | null {
  if (facts === undefined) return null;
  const now = { temperature: facts.T, pressure: facts.P, duty: facts.duty, 'vapour-fraction': facts.vapourFraction }[by];
  return Number(now.toPrecision(6));
}
