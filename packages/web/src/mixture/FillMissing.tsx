/** Pairs that nobody has published, filled by groups in one action, and shown as estimates. */
import { explainOpenPoint } from '@keen-ladder/core';
import type { FilledPairs } from '@keen-ladder/core';
import { Button } from 'antd';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { selectShow } from '../document/showing.ts';
import { pairsSet } from '../document/documentSlice.ts';
import { selectMixture } from '../document/selectors.ts';
import { phases } from './usePhases.ts';

export function FillMissing({ P }: { P: number }) {
  const show = useAppSelector(selectShow);
  const dispatch = useAppDispatch();
  const mixture = useAppSelector(selectMixture);
  const [state, setState] = useState<'ready' | 'working' | { left: FilledPairs['left'] } | { failure: string }>('ready');
  const fill = async () => {
    setState('working');
    try {
      const { pairs, left } = await phases().fill({ mixture }, P);
      setState({ left });
      if (pairs.length > 0) dispatch(pairsSet(pairs));
    } catch (error) {
      setState({ failure: error instanceof Error ? error.message : String(error) });
    }
  };
  return (
    <div className="fill-missing">
      <p className="sentence">
        The model has nothing for some pairs, and does not take them as ideal: no column can be worked out yet.
      </p>
      <Button type="primary" loading={state === 'working'} onClick={() => void fill()}>
        Fill the missing pairs by groups
      </Button>
      {typeof state === 'object' && 'failure' in state && <p className="field-error">{state.failure}</p>}
      {typeof state === 'object' &&
        'left' in state &&
        state.left.map(({ names, points }) => (
          <p key={names.join()} className="sentence">
            {names.join(' and ')}: {points.map((point) => explainOpenPoint(point, show)).join(' ')}
          </p>
        ))}
    </div>
  );
}
