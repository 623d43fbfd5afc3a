/** A pair's parameters fitted to one set of points: what they are worth, how far each point lies off, whether the points hold together. */
import { canBeFitted, explain, explainOpenPoint, formatNumber, MODEL_WORDS } from '@keen-ladder/core';
import type { FittedPair, Outcome } from '@keen-ladder/core';
import { Button } from 'antd';
import { useMemo } from 'react';
import type { MeasuredSet } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { measuredKept, measuredRemoved } from '../document/documentSlice.ts';
import { selectMixture } from '../document/selectors.ts';
import { selectShow } from '../document/showing.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { PlainField } from '../fields/PlainField.tsx';
import { Deviations } from './Deviations.tsx';
import { phases, useAnswer } from './usePhases.ts';

interface Props {
  set: MeasuredSet;
  onRemoved: () => void;
}

export function MeasuredFit({ set, onRemoved }: Props) {
  const dispatch = useAppDispatch();
  const mixture = useAppSelector(selectMixture);
  const show = useAppSelector(selectShow);
  const ask = useMemo(() => async (): Promise<Outcome<FittedPair>> => phases().fit({ mixture }, set), [mixture, set]);
  const { answer: outcome, failure } = useAnswer(ask);
  const change = (next: Partial<MeasuredSet>) => dispatch(measuredKept({ set: { ...set, ...next }, pair: null }));
  return (
    <div className="measured-fit">
      <div className="measured-side">
        {failure !== undefined && <p className="field-error">The engine failed: {failure}</p>}
        {outcome === undefined ? (
          <p className="sentence">Fitting …</p>
        ) : outcome.state === 'solved' ? (
          <Fitted fitted={outcome.value} set={set} />
        ) : (
          <p className="sentence" role="alert">
            {outcome.state === 'open'
              ? outcome.points.map((point) => explainOpenPoint(point, show)).join(' ')
              : explain(outcome.reason, show)}
          </p>
        )}
        <Asked set={set} parameters={outcome?.state === 'solved' ? outcome.value.parameters : []} onChange={change} />
        <p>
          <Button
            size="small"
            type="text"
            onClick={() => {
              dispatch(measuredRemoved(set.id));
              onRemoved();
            }}
          >
            Take these points out of the case
          </Button>
        </p>
      </div>
      {outcome?.state === 'solved' && <Deviations set={set} fitted={outcome.value} />}
    </div>
  );
}

function Fitted({ fitted, set }: { fitted: FittedPair; set: MeasuredSet }) {
  const dispatch = useAppDispatch();
  const { model } = useAppSelector(selectMixture);
  const { pair, parameters, fit, consistency } = fitted;
  const correlation = fit.correlation[0]?.[1];
  return (
    <>
      <table className="figures-table" aria-label="Fitted parameters">
        <thead>
          <tr>
            <th scope="col">{MODEL_WORDS[model]}</th>
            <th scope="col">value</th>
            <th scope="col">± at 95 %</th>
          </tr>
        </thead>
        <tbody>
          {parameters.map(({ name, unit, value, halfWidth, isAtBound }) => (
            <tr key={name}>
              <th scope="row">
                {name}
                {unit === '' ? '' : `, ${unit}`}
              </th>
              <td>{formatNumber(value, 5)}</td>
              <td>{isAtBound ? 'at its bound' : halfWidth === null ? 'not known' : formatNumber(halfWidth, 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="sentence">{pair.confidence}.</p>
      {correlation !== undefined && Math.abs(correlation) > 0.95 && (
        <p className="quiet small">
          The parameters stand in for each other (correlation {formatNumber(correlation, 3)}): together they are surer than each
          alone.
        </p>
      )}
      <Consistent consistency={consistency} />
      <Button type="primary" size="small" onClick={() => dispatch(measuredKept({ set, pair }))}>
        Take this fit for the pair
      </Button>
    </>
  );
}

function Consistent({ consistency: { area, point } }: Pick<FittedPair, 'consistency'>) {
  if (area === null && point === null)
    return <p className="quiet small">Whether the points hold together cannot be said: that takes five with their vapours.</p>;
  const verdict = (isPassed: boolean): string => (isPassed ? 'holds' : 'does not hold');
  return (
    <ul className="consistency" aria-label="Thermodynamic consistency">
      {area !== null && (
        <li>
          Area test {verdict(area.isPassed)}: D {formatNumber(area.D, 3)} %{area.J > 0 ? `, J ${formatNumber(area.J, 3)} %` : ''}, D
          − J below {area.most} %.
        </li>
      )}
      {point !== null && (
        <li>
          Point test {verdict(point.isPassed)}: vapours {formatNumber(point.deviation, 2)} mol/mol off in the mean, below{' '}
          {point.most}.
        </li>
      )}
    </ul>
  );
}

interface AskedProps {
  set: MeasuredSet;
  parameters: FittedPair['parameters'];
  onChange: (next: Partial<MeasuredSet>) => void;
}

const yesNo = [
  { value: 'no' as const, label: 'no' },
  { value: 'yes' as const, label: 'yes' },
];

/** How it is fitted: by which weights, between which bounds, with how many parameters. */
function Asked({ set, parameters, onChange }: AskedProps) {
  const { model } = useAppSelector(selectMixture);
  const { uncertainty, choice } = set;
  const weight = (key: keyof typeof uncertainty, label: string, unit: string, factor: number) => (
    <PlainField
      label={label}
      value={uncertainty[key] * factor}
      unit={unit}
      step={0.1}
      limits={{ from: 1e-6, to: 1e6 }}
      onChange={(value) => {
        if (value !== null) onChange({ uncertainty: { ...uncertainty, [key]: value / factor } });
      }}
    />
  );
  const bound = (name: string, side: 0 | 1) => {
    const now = choice.bounds[name];
    return (
      <PlainField
        label={`${name} ${side === 0 ? 'at least' : 'at most'}`}
        value={now?.[side] ?? null}
        placeholder="as usual"
        step={1}
        onChange={(value) => onChange({ choice: { ...choice, bounds: withBound(choice.bounds, name, side, value) } })}
      />
    );
  };
  if (!canBeFitted(model)) return null;
  return (
    <details className="more">
      <summary>Weights, bounds and parameters</summary>
      {weight('T', 'Temperature, ±', 'K', 1)}
      {weight('P', 'Pressure, ±', '%', 100)}
      {weight('y', 'Vapour, ±', 'mol/mol', 1)}
      {weight('gamma', 'Activity coefficient, ±', '%', 100)}
      {model !== 'wilson' && model !== 'uniquac' && (
        <ChoiceField
          label="Change with temperature"
          value={choice.withTemperature ? 'yes' : 'no'}
          options={yesNo}
          onChange={(answer) => onChange({ choice: { ...choice, withTemperature: answer === 'yes' } })}
        />
      )}
      {model === 'nrtl' && (
        <PlainField
          label="α, not fitted"
          value={choice.alpha}
          step={0.01}
          limits={{ from: 0.01, to: 1 }}
          onChange={(value) => {
            if (value !== null) onChange({ choice: { ...choice, alpha: value } });
          }}
        />
      )}
      {parameters.map(({ name }) => (
        <div key={name}>
          {bound(name, 0)}
          {bound(name, 1)}
        </div>
      ))}
    </details>
  );
}

/** A bound that is taken away alone leaves the other; with both gone the usual ones hold. */
function withBound(
  bounds: MeasuredSet['choice']['bounds'],
  name: string,
  side: 0 | 1,
  value: number | null,
): MeasuredSet['choice']['bounds'] {
  const now = bounds[name] ?? [-NO_BOUND, NO_BOUND];
  const next: [number, number] = side === 0 ? [value ?? -NO_BOUND, now[1]] : [now[0], value ?? NO_BOUND];
  const others = Object.fromEntries(Object.entries(bounds).filter(([other]) => other !== name));
  return next[0] === -NO_BOUND && next[1] === NO_BOUND ? others : { ...others, [name]: next };
}

const NO_BOUND = 1e6;
