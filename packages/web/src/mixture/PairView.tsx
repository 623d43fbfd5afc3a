/** The diagrams of one pair, with those of another model beside them where that is asked. */
import { MODEL_WORDS } from '@keen-ladder/core';
import type { AskedProducts, Held, Outcome, PairDiagram } from '@keen-ladder/core';
import type { CaseDocument, MeasuredPoint, ModelName } from '@keen-ladder/schema';
import { Select } from 'antd';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { Drawn } from './Drawn.tsx';
import { PairChart } from './PairChart.tsx';
import { phases, useAnswer } from './usePhases.ts';

interface Props {
  /** Places of two components. */
  pair: [number, number];
  held: Held;
  onPair: (pair: [number, number]) => void;
  /** Of a mixture of these two alone. */
  products: AskedProducts | undefined;
}

type Mixture = CaseDocument['mixture'];
type Beside = ModelName | 'none';

export function PairView({ pair, held, onPair, products }: Props) {
  const mixture = useAppSelector(selectMixture);
  const [beside, setBeside] = useState<Beside>('none');
  const ask = useMemo(
    () => async (): Promise<Outcome<PairDiagram>> => phases().pair({ mixture }, pair[0], pair[1], held),
    [mixture, pair, held],
  );
  const askBeside = useMemo(() => {
    if (beside === 'none' || beside === mixture.model) return undefined;
    const other = { ...mixture, model: beside };
    return async (): Promise<Outcome<PairDiagram>> => phases().pair({ mixture: other }, pair[0], pair[1], held);
  }, [mixture, pair, held, beside]);
  const { answer, failure } = useAnswer(ask);
  const { answer: second } = useAnswer(askBeside);
  const names = pair.map((i) => mixture.components[i]?.name ?? '') as [string, string];
  const measured = useMemo(() => measuredAt(mixture, pair, held), [mixture, pair, held]);
  const models = (Object.keys(MODEL_WORDS) as ModelName[]).filter((model) => model !== mixture.model);
  const couples = mixture.components.flatMap((a, i) =>
    mixture.components.slice(i + 1).map((b, k) => ({ value: `${i} ${i + 1 + k}`, label: `${a.name} and ${b.name}` })),
  );
  return (
    <>
      <div className="pair-head">
        <Select<string>
          size="small"
          variant="borderless"
          aria-label="Pair"
          value={pair.join(' ')}
          options={couples}
          popupMatchSelectWidth={false}
          onChange={(next) => onPair(next.split(' ').map(Number) as [number, number])}
        />
        <Select<Beside>
          size="small"
          variant="borderless"
          aria-label="Beside it"
          value={askBeside === undefined ? 'none' : beside}
          options={[
            { value: 'none', label: `${MODEL_WORDS[mixture.model]} alone` },
            ...models.map((value) => ({ value, label: `beside ${MODEL_WORDS[value]}` })),
          ]}
          popupMatchSelectWidth={false}
          onChange={setBeside}
        />
      </div>
      {failure !== undefined && <p className="field-error">The engine failed: {failure} Reload the page; your work is kept.</p>}
      <Drawn outcome={answer}>
        {(diagram) => (
          <PairChart
            names={names}
            diagram={diagram}
            held={held}
            measured={measured}
            products={products}
            beside={
              second?.state === 'solved' && beside !== 'none' ? { name: MODEL_WORDS[beside], diagram: second.value } : undefined
            }
          />
        )}
      </Drawn>
      {askBeside !== undefined && second !== undefined && second.state !== 'solved' && (
        <div className="pair-beside">
          <Drawn outcome={second}>{() => null}</Drawn>
        </div>
      )}
    </>
  );
}

/** What was measured of the pair at what is held, within two per cent of the pressure or a kelvin; in the pair's order. */
function measuredAt({ components, measured }: Mixture, [i, j]: [number, number], held: Held): MeasuredPoint[] {
  const [first, second] = [components[i]?.id, components[j]?.id];
  const isNear = ({ T, P }: MeasuredPoint): boolean =>
    held.by === 'temperature' ? Math.abs(T - held.T) < 1 : P !== null && Math.abs(P / held.P - 1) < 0.02;
  return measured.flatMap(({ components: [a, b], points }) => {
    if (a === first && b === second) return points.filter(isNear);
    return a === second && b === first ? points.filter(isNear).map(turned) : [];
  });
}

const turned = ({ x, y, gamma: [a, b], ...point }: MeasuredPoint): MeasuredPoint => ({
  ...point,
  x: 1 - x,
  y: y === null ? null : 1 - y,
  gamma: [b, a],
});
