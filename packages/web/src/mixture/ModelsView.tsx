/** What would change with the model: bubble point and volatilities of one liquid, side by side. */
import { explain, explainOpenPoint, formatNumber, MODEL_WORDS } from '@keen-ladder/core';
import type { ModelBeside } from '@keen-ladder/core';
import { Button } from 'antd';
import { useMemo } from 'react';
import type { ModelName } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { modelChosen } from '../document/documentSlice.ts';
import { selectMixture } from '../document/selectors.ts';
import { selectShow, selectShowQuantity } from '../document/showing.ts';
import { selectLiquid } from './liquid.ts';
import { phases, useAnswer } from './usePhases.ts';

const MODELS = Object.keys(MODEL_WORDS) as ModelName[]; // the keys of the record are the names

export function ModelsView({ P }: { P: number }) {
  const dispatch = useAppDispatch();
  const mixture = useAppSelector(selectMixture);
  const showQuantity = useAppSelector(selectShowQuantity);
  const { x, isFeed } = useAppSelector(selectLiquid);
  const ask = useMemo(() => async (): Promise<ModelBeside[]> => phases().models(mixture, MODELS, x, P), [mixture, x, P]);
  const { answer, failure } = useAnswer(ask);
  if (failure !== undefined) return <p className="field-error">The engine failed: {failure} Reload the page; your work is kept.</p>;
  if (answer === undefined) return <p className="empty-sheet">Working it out …</p>;
  const able = answer.filter((beside) => beside.state === 'solved');
  const couples = able[0]?.alpha.map(({ pair }) => pair) ?? [];
  const name = (i: number): string => mixture.components[i]?.name ?? '';
  return (
    <div className="balance-scroll pair-matrix">
      <p className="quiet small">
        {isFeed ? 'The first feed' : 'Equal parts of all components'} as a boiling liquid at {showQuantity(P, 'pressure')}.
      </p>
      <table className="balance" aria-label="The models side by side">
        <thead>
          <tr>
            <th />
            <th scope="col">bubble point</th>
            {couples.map(([i, j]) => (
              <th key={`${i} ${j}`} scope="col">
                {name(i)} over {name(j)}, mol/mol
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {able.map(({ model, T, alpha }) => (
            <tr key={model}>
              <th scope="row">
                <Button
                  type={model === mixture.model ? 'primary' : 'default'}
                  size="small"
                  aria-pressed={model === mixture.model}
                  onClick={() => dispatch(modelChosen(model))}
                >
                  {MODEL_WORDS[model]}
                </Button>
              </th>
              <td>{showQuantity(T, 'temperature')}</td>
              {alpha.map(({ pair: [i, j], value }) => (
                <td key={`${i} ${j}`}>{formatNumber(value, 3)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Unable all={answer} />
    </div>
  );
}

/** Models that cannot be had, and what would mend that. */
function Unable({ all }: { all: readonly ModelBeside[] }) {
  const show = useAppSelector(selectShow);
  const unable = all.filter((beside) => beside.state !== 'solved');
  if (unable.length === 0) return null;
  return (
    <ul className="pair-legend small">
      {unable.map((beside) => (
        <li key={beside.model}>
          <strong>{MODEL_WORDS[beside.model]}</strong>:{' '}
          {beside.state === 'open'
            ? beside.points
                .slice(0, 2)
                .map((point) => explainOpenPoint(point, show))
                .join(' ')
            : explain(beside.reason, show)}
          {beside.state === 'open' && beside.points.length > 2 ? ` And ${beside.points.length - 2} more.` : ''}
        </li>
      ))}
    </ul>
  );
}
