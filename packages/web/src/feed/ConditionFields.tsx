/** The two things that are known of a feed's state; the rest follows and is said beneath. */
import { formatFixed } from '@keen-ladder/core';
import type { Dimension, FeedFacts } from '@keen-ladder/core';
import { memo } from 'react';
import type { Condition, ConditionQuantity, Stream } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { conditionSet } from '../document/documentSlice.ts';
import { selectDrum } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectStreamFacts } from '../stops/standing.ts';

type By = Condition['by'];

const words: Record<By, string> = {
  'column-pressure': 'column pressure',
  pressure: 'pressure',
  temperature: 'temperature',
  'saturated-liquid': 'saturated liquid',
  'saturated-vapour': 'saturated vapour',
  'vapour-fraction': 'vapour fraction',
  q: 'feed quality q',
  subcooling: 'below bubble point',
  superheat: 'above dew point',
  enthalpy: 'enthalpy',
};

const kinds = Object.keys(words) as By[]; // the keys of the record are the kinds

/** The first condition says where on the pressure scale, the second how hot: what the first may not be is offered by the second alone. */
const forFirst: By[] = ['column-pressure', 'pressure', 'temperature', 'enthalpy'];
const pressures: By[] = ['column-pressure', 'pressure'];

interface Quantity {
  label: string;
  dimension: Dimension;
  step: number;
  range?: [number, number];
}

const quantities: Record<ConditionQuantity, Quantity> = {
  temperature: { label: 'Temperature', dimension: 'temperature', step: 1 },
  pressure: { label: 'Feed pressure', dimension: 'pressure', step: 0.05 },
  'vapour-fraction': { label: 'Vapour fraction', dimension: 'ratio', step: 0.01, range: [0, 1] },
  enthalpy: { label: 'Enthalpy', dimension: 'molarEnergy', step: 0.1 },
  subcooling: { label: 'Below bubble point', dimension: 'temperatureDifference', step: 1 },
  superheat: { label: 'Above dew point', dimension: 'temperatureDifference', step: 1 },
  q: { label: 'Feed quality q', dimension: 'ratio', step: 0.05, range: [-0.5, 1.5] },
};

export const ConditionFields = memo(function ConditionFields({ stream }: { stream: Stream }) {
  const facts = useAppSelector((state) => selectStreamFacts(state, stream.id));
  const [first, second] = stream.condition;
  const isPressure = pressures.includes(first.by);
  const offered = kinds.filter((by) => by !== first.by && !(isPressure && pressures.includes(by)));
  return (
    <>
      <ConditionField stream={stream.id} place={0} condition={first} offered={forFirst} facts={facts} label="Known" />
      <ConditionField stream={stream.id} place={1} condition={second} offered={offered} facts={facts} label="and" />
      {facts !== null && <StateNote facts={facts} />}
    </>
  );
});

interface Props {
  stream: string;
  place: 0 | 1;
  condition: Condition;
  offered: By[];
  facts: FeedFacts | null;
  label: string;
}

function ConditionField({ stream, place, condition, offered, facts, label }: Props) {
  const dispatch = useAppDispatch();
  const isDrum = useAppSelector(selectDrum) !== undefined;
  const wordsOf = (by: By): string => (isDrum && by === 'column-pressure' ? 'drum pressure' : words[by]);
  const quantity = 'value' in condition ? quantities[condition.by] : undefined;
  return (
    <>
      <ChoiceField
        label={place === 0 ? `Condition: ${label.toLowerCase()}` : label}
        value={condition.by}
        options={offered.map((value) => ({ value, label: wordsOf(value) }))}
        onChange={(by) => dispatch(conditionSet({ stream, place, condition: begun(by, facts) }))}
      />
      {'value' in condition && quantity !== undefined && (
        <QuantityField
          label={quantity.label}
          path={`streams.${stream}.condition.${place}`}
          value={condition.value === null ? null : { si: condition.value, dimension: quantity.dimension }}
          dimensions={[quantity.dimension]}
          step={quantity.step}
          {...(quantity.range === undefined ? {} : { range: quantity.range })}
          onChange={(value, gesture) =>
            dispatch(conditionSet({ stream, place, condition: { ...condition, value: value?.si ?? null } }, gesture))
          }
        />
      )}
    </>
  );
}

/** Another kind of condition, begun with the value that the feed has now. */
function begun(by: By, now: FeedFacts | null): Condition {
  const rounded = (value: number | null | undefined): number | null =>
    value === null || value === undefined ? null : Number(value.toPrecision(6));
  switch (by) {
    case 'column-pressure':
    case 'saturated-liquid':
    case 'saturated-vapour':
      return { by };
    case 'temperature':
      return { by, value: rounded(now?.T) };
    case 'pressure':
      return { by, value: rounded(now?.P) };
    case 'vapour-fraction':
      return { by, value: rounded(now?.vapourFraction) };
    case 'enthalpy':
      return { by, value: rounded(now?.enthalpy) };
    case 'subcooling':
    case 'superheat':
      return { by, value: 5 };
    case 'q':
      return { by, value: rounded(now?.q) };
  }
}

/** "65.2 °C, 3.1 K below its bubble point, q = 1.06" */
function StateNote({ facts }: { facts: FeedFacts }) {
  const show = useAppSelector(selectShowQuantity);
  const { T, q } = facts;
  const parts = [show(T, 'temperature')];
  parts.push(...placeOf(facts, show));
  if (q !== null) parts.push(`q\u00a0=\u00a0${formatFixed(q, 3)}`);
  return <div className="field-note">{parts.join(', ')}</div>;
}

/** Where the feed stands to its saturation points, as far as it has them. */
function placeOf({ T, bubblePoint, dewPoint }: FeedFacts, show: (value: number, dimension: Dimension) => string): string[] {
  const below = bubblePoint === null ? null : bubblePoint - T;
  const above = dewPoint === null ? null : T - dewPoint;
  if (below !== null && Math.abs(below) < NEAR) return ['its bubble point'];
  if (above !== null && Math.abs(above) < NEAR) return ['its dew point'];
  if (below !== null && below > 0) return [`${show(below, 'temperatureDifference')} below its bubble point`];
  if (above !== null && above > 0) return [`${show(above, 'temperatureDifference')} above its dew point`];
  if (bubblePoint === null || dewPoint === null) return [];
  return [`between its bubble point, ${show(bubblePoint, 'temperature')}, and its dew point, ${show(dewPoint, 'temperature')}`];
}

/** K; nearer than this a feed stands at its saturation point. */
const NEAR = 0.05;
