/** The pair that is looked at: its parameters, where they come from and how far they reach, and what can be done about them. */
import { numbersOf, pairOf, pairStandings, withNumber } from '@keen-ladder/core';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { ModelName } from '@keen-ladder/schema';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { pairsSet } from '../document/documentSlice.ts';
import { selectMixture } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { PlainField } from '../fields/PlainField.tsx';
import { pairWords } from './pairWords.ts';

interface Props {
  /** Places of two components. */
  pair: readonly [number, number];
  onMeasured: () => void;
}

const steps: Record<string, number> = { K: 10, 'J/mol': 50, '': 0.01, '1/K': 1e-5 };

export function PairPanel({ pair: [i, j], onMeasured }: Props) {
  const dispatch = useAppDispatch();
  const mixture = useAppSelector(selectMixture);
  const showQuantity = useAppSelector(selectShowQuantity);
  const [first, second] = [mixture.components[i], mixture.components[j]];
  const standing = useMemo(
    () => pairStandings(mixture).find(({ names }) => names[0] === first?.name && names[1] === second?.name),
    [mixture, first, second],
  );
  if (first === undefined || second === undefined || standing === undefined) return null;
  const pair = pairOf(mixture, first.id, second.id);
  const told = pairWords[standing.kind];
  const measured = mixture.measured.filter(({ components }) => components.includes(first.id) && components.includes(second.id));
  return (
    <section aria-label="The pair">
      <h2>
        {first.name} and {second.name}
      </h2>
      <p className="sentence">
        <span aria-hidden>{told.shape}</span> {told.word}: {told.meaning}.
      </p>
      {pair !== undefined &&
        numbersOf(pair).map(({ name, unit, value }) => (
          <PlainField
            key={name}
            label={name === 'alpha' ? 'α' : name}
            path={`mixture.pairs.${name}`}
            value={value}
            unit={unit}
            step={steps[unit] ?? 1}
            limits={name === 'alpha' ? { from: 0.01, to: 1 } : { from: -1e5, to: 1e5 }}
            onChange={(next, gesture) => {
              if (next !== null) dispatch(pairsSet([withNumber(pair, name, next)], gesture));
            }}
          />
        ))}
      {pair?.Tmin !== undefined && pair.Tmax !== undefined && (
        <p className="quiet small">
          Holds from {showQuantity(pair.Tmin, 'temperature')} to {showQuantity(pair.Tmax, 'temperature')}.
        </p>
      )}
      {standing.source !== undefined && <p className="quiet small">Source: {standing.source}.</p>}
      {standing.confidence !== undefined && standing.confidence !== '' && <p className="quiet small">{standing.confidence}.</p>}
      {pair !== undefined && <p className="quiet small">{EQUATIONS[mixture.model]}</p>}
      <p className="pair-actions">
        <Button size="small" onClick={onMeasured}>
          {measured.length === 0 ? 'Fit to measured data' : `Measured data (${measured.length})`}
        </Button>
        {pair?.how !== undefined && <Databank ids={[first.id, second.id]} model={mixture.model} />}
      </p>
    </section>
  );
}

const EQUATIONS: Partial<Record<ModelName, string>> = {
  nrtl: 'NRTL: τ12 = a12 + b12/T.',
  wilson: 'Wilson: Λ12 = (V2/V1) exp(−a12/RT).',
  uniquac: 'UNIQUAC: τ12 = exp(−a12/T).',
  'peng-robinson': 'kij = k0 + k1 T.',
  srk: 'kij = k0 + k1 T.',
};

/** Back to what the databank has, if it has anything. */
function Databank({ ids, model }: { ids: [string, string]; model: ModelName }) {
  const dispatch = useAppDispatch();
  const [said, setSaid] = useState<string | undefined>(undefined);
  const restore = async () => {
    try {
      const found = pairOf({ ...(await api.mixture(ids.filter((id) => !id.startsWith('own:')))), model }, ids[0], ids[1]);
      if (found === undefined) setSaid('The databank has nothing for this pair.');
      else dispatch(pairsSet([found]));
    } catch (error) {
      setSaid(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <Button size="small" onClick={() => void restore()}>
        As the databank has it
      </Button>
      {said !== undefined && <span className="quiet small">{said}</span>}
    </>
  );
}
