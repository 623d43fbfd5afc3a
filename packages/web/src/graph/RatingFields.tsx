/** Rating: the stages that there are, and two things known beside them. */
import { capital } from '@keen-ladder/core';
import type { Dimension } from '@keen-ladder/core';
import type { ColumnUnit, RatingQuantity } from '@keen-ladder/schema';
import { useAppDispatch } from '../store/store.ts';
import { graphSet } from '../document/documentSlice.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { countedWords } from './standing.ts';

type Rating = ColumnUnit['graph']['rating'];

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

interface Props {
  column: ColumnUnit;
}

/** Stages in all; what lies above and below the only feed follows. */
export function StagesField({ column }: Props) {
  const dispatch = useAppDispatch();
  const { rating, feedStages } = column.graph;
  const placed = Object.values(feedStages);
  const [feed] = placed;
  const follows =
    rating.stages === null || feed === undefined || placed.length > 1
      ? ''
      : `; ${feed - 1} above the feed stage, ${rating.stages - feed} below`;
  return (
    <QuantityField
      label="Stages"
      path={`units.${column.id}.graph.rating.stages`}
      value={rating.stages === null ? null : { si: rating.stages, dimension: 'ratio' }}
      step={1}
      note={`${countedWords(column)}${follows}`}
      onChange={(value, gesture) =>
        dispatch(graphSet({ column: column.id, change: { rating: { ...rating, stages: value?.si ?? null } } }, gesture))
      }
    />
  );
}

export function KnownInputs({ column }: Props) {
  const dispatch = useAppDispatch();
  const { rating } = column.graph;
  const path = `units.${column.id}.graph.rating`;
  const setKnown = (place: 0 | 1, known: Rating['known'][number], gesture?: string) => {
    const next: Rating['known'] = place === 0 ? [known, rating.known[1]] : [rating.known[0], known];
    return dispatch(graphSet({ column: column.id, change: { rating: { ...rating, known: next } } }, gesture));
  };
  return ([0, 1] as const).map((place) => {
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
  });
}
