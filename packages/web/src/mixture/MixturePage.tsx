/** The Mixture stop: components and model on the left, their phase behaviour drawn in the middle, what is to be trusted and boils together in the margin. */
import { isEquationOfState } from '@keen-ladder/core';
import type { Held } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture, selectPressure } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { BoilingOrder } from './BoilingOrder.tsx';
import { ComponentList } from './ComponentList.tsx';
import { Drawn } from './Drawn.tsx';
import { EnvelopeView } from './EnvelopeView.tsx';
import { MeasuredView } from './MeasuredView.tsx';
import { MixtureMargin } from './MixtureMargin.tsx';
import { ModelsView } from './ModelsView.tsx';
import { PairMatrix } from './PairMatrix.tsx';
import { PairPanel } from './PairPanel.tsx';
import { PairView } from './PairView.tsx';
import { Triangle } from './Triangle.tsx';
import { usePhases } from './usePhases.ts';
import { useProducts } from './useProducts.ts';
import { WantedProducts } from './WantedProducts.tsx';
import type { Wanted } from './WantedProducts.tsx';

type View = 'pairs' | 'diagram' | 'measured' | 'models' | 'triangle' | 'envelope';

const ATMOSPHERE = 101325;
const ROOM = 298.15;

const heldOptions = [
  { value: 'pressure' as const, label: 'a pressure' },
  { value: 'temperature' as const, label: 'a temperature' },
];

export function MixturePage() {
  const mixture = useAppSelector(selectMixture);
  const ownPressure = useAppSelector(selectPressure);
  const [looked, setLooked] = useState<number | undefined>(undefined);
  const [T, setT] = useState(ROOM);
  const [by, setBy] = useState<Held['by']>('pressure');
  const [chosenView, setView] = useState<View | undefined>(undefined);
  const [chosen, setPair] = useState<[number, number]>([0, 1]);
  const P = looked ?? ownPressure ?? ATMOSPHERE;
  const held = useMemo((): Held => (by === 'pressure' ? { by, P } : { by, T }), [by, P, T]);
  const count = mixture.components.length;
  const pair = useMemo(() => (chosen[1] < count ? chosen : ([0, 1] as [number, number])), [chosen, count]);
  const [wanted, setWanted] = useState<Wanted>({ top: '', bottom: '' });
  const products = useProducts(wanted);
  const phases = usePhases(mixture, P, { gapT: by === 'temperature' ? T : undefined, products: products.asked });
  const views = viewsOf(count, isEquationOfState(mixture.model));
  const view = views.some(({ value }) => value === chosenView) ? chosenView : count === 2 ? 'diagram' : 'pairs';
  const isOfPair = view === 'diagram' || view === 'measured';
  return (
    <main className="graph-page">
      <h1 className="unseen">Mixture</h1>
      <div className="inputs">
        <ComponentList />
        <LookedAt P={P} isChosen={looked !== undefined} by={by} T={T} onPressure={setLooked} onBy={setBy} onTemperature={setT} />
        <WantedProducts
          wanted={wanted}
          names={mixture.components.map(({ name }) => name)}
          isOnSheet={products.isOnSheet}
          error={products.error}
          onChange={setWanted}
        />
        <BoilingOrder />
      </div>
      <div className="sheet ladder-sheet">
        <div className="sheet-head">
          <Segmented<View> options={views} value={view ?? 'pairs'} onChange={setView} aria-label="What is shown" />
        </div>
        {count < 2 ? (
          <p className="empty-sheet">Add two components on the left: how they boil together is drawn here.</p>
        ) : view === 'pairs' ? (
          <PairMatrix
            P={P}
            chosen={pair}
            onChoose={(next) => {
              setPair(next);
              setView('diagram');
            }}
          />
        ) : view === 'diagram' ? (
          <PairView pair={pair} held={held} onPair={setPair} products={count === 2 ? products.asked : undefined} />
        ) : view === 'measured' ? (
          <MeasuredView pair={pair} />
        ) : view === 'models' ? (
          <ModelsView P={P} />
        ) : view === 'envelope' ? (
          <EnvelopeView />
        ) : (
          <Drawn outcome={phases.map}>
            {(map) => <Triangle map={map} products={products.asked} gapT={by === 'temperature' ? T : undefined} />}
          </Drawn>
        )}
      </div>
      <MixtureMargin map={phases.map} failure={phases.failure}>
        {isOfPair && count > 1 && <PairPanel pair={pair} onMeasured={() => setView('measured')} />}
      </MixtureMargin>
    </main>
  );
}

/** What can be shown of so many components. */
const viewsOf = (count: number, hasEnvelope: boolean): { value: View; label: string }[] => [
  { value: 'pairs', label: 'Pairs' },
  { value: 'diagram', label: 'Diagram' },
  ...(count === 3 ? [{ value: 'triangle' as const, label: 'Triangle' }] : []),
  { value: 'measured', label: 'Measured data' },
  { value: 'models', label: 'Models' },
  ...(hasEnvelope ? [{ value: 'envelope' as const, label: 'Envelope' }] : []),
];

interface LookedAtProps {
  P: number;
  /** Whether the pressure was chosen here. */
  isChosen: boolean;
  by: Held['by'];
  T: number;
  onPressure: (P: number | undefined) => void;
  onBy: (by: Held['by']) => void;
  onTemperature: (T: number) => void;
}

/** At what pressure, or temperature, the diagrams are. */
function LookedAt({ P, isChosen, by, T, onPressure, onBy, onTemperature }: LookedAtProps) {
  return (
    <>
      <QuantityField
        label="Looked at"
        path="mixture.pressure"
        value={{ si: P, dimension: 'pressure' }}
        dimensions={['pressure']}
        step={0.05}
        note={isChosen ? 'for these diagrams alone' : 'the pressure of the unit that is looked at, where it has one'}
        onChange={(value) => onPressure(value?.si)}
      />
      <ChoiceField label="Diagrams hold" value={by} options={heldOptions} onChange={onBy} />
      {by === 'temperature' && (
        <QuantityField
          label="Temperature"
          path="mixture.temperature"
          value={{ si: T, dimension: 'temperature' }}
          dimensions={['temperature']}
          step={1}
          onChange={(value) => onTemperature(value?.si ?? ROOM)}
        />
      )}
    </>
  );
}
