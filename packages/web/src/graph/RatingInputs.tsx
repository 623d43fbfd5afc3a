/** Rating: the stages that there are, and two things known beside them. */
import { capital } from '@keen-ladder/core';
import type { Dimension, RatingQuantity } from '@keen-ladder/core';
import { useAppDispatch } from '../app/store.ts';
import { graphSet } from '../document/documentSlice.ts';
import type { Column } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

type Rating = Column['graph']['rating'];

const words: Record<RatingQuantity, string> = {
  reflux: 'reflux ratio',
  'boil-up': 'boil-up ratio',
  distillate: 'distillate per feed',
  'distillate-purity': 'distillate purity',
  'bottoms-purity': 'bottoms purity',
};

const quantities = Object.keys(words) as RatingQuantity[]; // the keys of the record are the quantities

const isPurity = (by: RatingQuantity): boolean => by === 'distillate-purity' || by === 'bottoms-purity';
const dimensionOf = (by: RatingQuantity): Dimension => (isPurity(by) ? 'moleFraction' : 'ratio');

export function RatingInputs({ column }: { column: Column }) {
  const dispatch = useAppDispatch();
  const { rating } = column.graph;
  const path = `units.${column.id}.graph.rating`;
  const set = (change: Partial<Rating>, gesture?: string) =>
    dispatch(graphSet({ column: column.id, change: { rating: { ...rating, ...change } } }, gesture));
  const setKnown = (place: 0 | 1, known: Rating['known'][number], gesture?: string) =>
    set({ known: place === 0 ? [known, rating.known[1]] : [rating.known[0], known] }, gesture);
  const stages = (label: string, part: 'above' | 'below', note: string) => (
    <QuantityField
      label={label}
      path={`${path}.${part}`}
      value={rating[part] === null ? null : { si: rating[part], dimension: 'ratio' }}
      dimensions={['ratio']}
      step={1}
      note={note}
      onChange={(value, gesture) => set({ [part]: value?.si ?? null }, gesture)}
    />
  );
  return (
    <section>
      <h2>Stages there are</h2>
      {stages('Above the feed stage', 'above', 'a partial condenser included')}
      {stages('Below the feed stage', 'below', 'the reboiler included')}
      {([0, 1] as const).map((place) => {
        const { by, value } = rating.known[place];
        const other = rating.known[place === 0 ? 1 : 0].by;
        return (
          <div key={place}>
            <ChoiceField
              label={place === 0 ? 'Known' : 'and known'}
              value={by}
              options={quantities.filter((q) => q !== other).map((q) => ({ value: q, label: words[q] }))}
              onChange={(next) => setKnown(place, { by: next, value: null })}
            />
            <QuantityField
              label={capital(words[by])}
              path={`${path}.known.${place}`}
              value={value === null ? null : { si: value, dimension: dimensionOf(by) }}
              dimensions={[dimensionOf(by)]}
              step={0.01}
              onChange={(next, gesture) => setKnown(place, { by, value: next?.si ?? null }, gesture)}
            />
          </div>
        );
      })}
    </section>
  );
}
