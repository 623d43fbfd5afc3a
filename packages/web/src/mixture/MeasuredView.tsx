/** What was measured of a pair, and the parameters that meet it: points pasted or read from a file, fitted, judged, kept. */
import { Segmented } from 'antd';
import { useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { MeasuredFit } from './MeasuredFit.tsx';
import { NewMeasured } from './NewMeasured.tsx';

const NEW = 'new';

/** @param pair places of two components */
export function MeasuredView({ pair: [i, j] }: { pair: readonly [number, number] }) {
  const { components, measured } = useAppSelector(selectMixture);
  const [chosen, setChosen] = useState<string | undefined>(undefined);
  const [first, second] = [components[i], components[j]];
  if (first === undefined || second === undefined) return null;
  const sets = measured.filter((set) => set.components.includes(first.id) && set.components.includes(second.id));
  const set = chosen === NEW ? undefined : (sets.find(({ id }) => id === chosen) ?? sets[0]);
  return (
    <div className="measured">
      {sets.length > 0 && (
        <Segmented<string>
          size="small"
          aria-label="Measured data"
          value={set?.id ?? NEW}
          options={[...sets.map(({ id, name }) => ({ value: id, label: name })), { value: NEW, label: 'other points …' }]}
          onChange={setChosen}
        />
      )}
      {set === undefined ? (
        <NewMeasured components={[first, second]} onKept={setChosen} />
      ) : (
        <MeasuredFit key={set.id} set={set} onRemoved={() => setChosen(undefined)} />
      )}
    </div>
  );
}
