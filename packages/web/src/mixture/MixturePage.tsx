/** The Mixture stop: components and model on the left, their phase behaviour drawn in the middle, what boils together in the margin. */
import {
  capital,
  explain,
  explainOpenPoint,
  findUnit,
  formatFraction,
  formatQuantity,
  pairStandings,
  shownUnit,
} from '@keen-ladder/core';
import type { MixtureMap, Outcome } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../app/store.ts';
import { selectColumn, selectDisplay, selectMixture, selectPressure, selectSite } from '../document/selectors.ts';
import { selectShow } from '../document/showing.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { ComponentList } from './ComponentList.tsx';
import { PairChart } from './PairChart.tsx';
import { PairMatrix } from './PairMatrix.tsx';
import { Triangle } from './Triangle.tsx';
import { usePhases } from './usePhases.ts';

type View = 'pairs' | 'diagram' | 'triangle';

const ATMOSPHERE = 101325;

export function MixturePage() {
  const mixture = useAppSelector(selectMixture);
  const columnPressure = useAppSelector(selectPressure);
  const column = useAppSelector(selectColumn);
  const [looked, setLooked] = useState<number | undefined>(undefined);
  const [chosenView, setView] = useState<View | undefined>(undefined);
  const [chosen, setPair] = useState<[number, number]>([0, 1]);
  const P = looked ?? columnPressure ?? ATMOSPHERE;
  const held = useMemo(() => ({ by: 'pressure' as const, P }), [P]);
  const count = mixture.components.length;
  const pair = useMemo(() => (chosen[1] < count ? chosen : ([0, 1] as [number, number])), [chosen, count]);
  const phases = usePhases({ mixture, P, pair: count > 1 ? pair : undefined, held });
  const views: { value: View; label: string }[] = [
    { value: 'pairs', label: 'Pairs' },
    { value: 'diagram', label: 'Diagram' },
    ...(count === 3 ? [{ value: 'triangle' as const, label: 'Triangle' }] : []),
  ];
  const view = views.some(({ value }) => value === chosenView) ? chosenView : count === 2 ? 'diagram' : 'pairs';
  if (column === undefined) return null;
  const names: [string, string] = [mixture.components[pair[0]]?.name ?? '', mixture.components[pair[1]]?.name ?? ''];
  return (
    <main className="graph-page">
      <h1 className="unseen">Mixture</h1>
      <div className="inputs">
        <ComponentList />
        <QuantityField
          label="Looked at"
          path="mixture.pressure"
          value={{ si: P, dimension: 'pressure' }}
          dimensions={['pressure']}
          step={0.05}
          note={looked === undefined ? 'the column’s top pressure, where it has one' : 'for these diagrams alone'}
          onChange={(value) => setLooked(value?.si)}
        />
        <BoilingOrder />
      </div>
      <div className="sheet ladder-sheet">
        <div className="sheet-head">
          <Segmented<View> options={views} value={view ?? 'pairs'} onChange={setView} aria-label="What is shown" />
          {view === 'diagram' && count > 1 && (
            <span className="quiet small">
              {names[0]} and {names[1]}
            </span>
          )}
        </div>
        {count < 2 ? (
          <p className="empty-sheet">Add two components on the left: how they boil together is drawn here.</p>
        ) : view === 'pairs' ? (
          <PairMatrix
            chosen={pair}
            onChoose={(next) => {
              setPair(next);
              setView('diagram');
            }}
          />
        ) : view === 'diagram' ? (
          <Drawn outcome={phases.pair}>{(diagram) => <PairChart names={names} diagram={diagram} held={held} />}</Drawn>
        ) : (
          <Drawn outcome={phases.map}>{(map) => <Triangle map={map} />}</Drawn>
        )}
      </div>
      <MixtureMargin map={phases.map} failure={phases.failure} />
    </main>
  );
}

interface DrawnProps<T> {
  outcome: Outcome<T> | undefined;
  children: (value: T) => React.ReactNode;
}

/** An outcome drawn, or why there is nothing to draw. */
function Drawn<T>({ outcome, children }: DrawnProps<T>) {
  const show = useAppSelector(selectShow);
  if (outcome === undefined) return <p className="empty-sheet">Working it out …</p>;
  if (outcome.state === 'solved') return children(outcome.value);
  return (
    <p className="empty-sheet">
      {outcome.state === 'open' ? outcome.points.map(explainOpenPoint).join(' ') : explain(outcome.reason, show)}
    </p>
  );
}

/** Which component boils first, at one atmosphere. */
function BoilingOrder() {
  const { components } = useAppSelector(selectMixture);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  const known = components.filter((c) => c.normalBoilingPoint !== null);
  const sorted = known.toSorted((a, b) => (a.normalBoilingPoint?.value ?? 0) - (b.normalBoilingPoint?.value ?? 0));
  if (sorted.length === 0) return null;
  return (
    <section>
      <h2>Order of boiling</h2>
      <table className="figures-table" aria-label="Order of boiling">
        <thead>
          <tr>
            <th scope="col">alone, at 1.013 bar</th>
            <th scope="col">{unit.id}</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ id, name, normalBoilingPoint }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{formatQuantity(normalBoilingPoint?.value ?? 0, unit, site)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function MixtureMargin({ map, failure }: { map: Outcome<MixtureMap> | undefined; failure: string | undefined }) {
  const show = useAppSelector(selectShow);
  return (
    <aside className="margin" aria-label="What the mixture says">
      {failure !== undefined && <p className="sentence">The engine failed: {failure} Reload the page; your work is kept.</p>}
      <Trust />
      <h2>Boiling together</h2>
      {map === undefined ? (
        <p className="sentence">Looking for azeotropes …</p>
      ) : map.state === 'solved' ? (
        <Azeotropes map={map.value} />
      ) : (
        <p className="sentence">{map.state === 'open' ? map.points.map(explainOpenPoint).join(' ') : explain(map.reason, show)}</p>
      )}
    </aside>
  );
}

/** How far the pairs are to be trusted, in a sentence. */
function Trust() {
  const mixture = useAppSelector(selectMixture);
  const standings = useMemo(() => pairStandings(mixture), [mixture]);
  if (standings.length === 0) return null;
  const count = (...kinds: string[]): number => standings.filter(({ kind }) => kinds.includes(kind)).length;
  const [published, estimated, missing] = [
    count('published', 'dissolved-gas'),
    count('by-groups'),
    count('missing', 'taken-as-zero'),
  ];
  const plain = standings.length - published - estimated - missing;
  const all = standings.length;
  const pairs = (n: number): string => (all === 1 ? 'this pair' : n === 1 ? '1 pair' : `${n} pairs`);
  const parts = [
    ...(published > 0 ? [`${pairs(published)} from published parameters`] : []),
    ...(estimated > 0 ? [`${pairs(estimated)} estimated by groups`] : []),
    ...(plain > 0 ? [`${pairs(plain)} from pure components alone`] : []),
    ...(missing > 0 ? [`${pairs(missing)} with nothing known`] : []),
  ];
  return (
    <>
      <h2>Where the numbers come from</h2>
      <p className="sentence">
        {capital(parts.join(', '))}.{all > 1 ? ' Pairs tells which, and opens each.' : ''}
      </p>
    </>
  );
}

const kindWords: Record<MixtureMap['points'][number]['kind'], string> = {
  'unstable node': 'boils lowest of its region',
  'stable node': 'boils highest of its region',
  saddle: 'between',
};

function Azeotropes({ map }: { map: MixtureMap }) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const { components } = useAppSelector(selectMixture);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  const azeotropes = map.points.filter(({ names }) => names.length > 1);
  return (
    <>
      {azeotropes.length === 0 ? (
        <p className="sentence">No azeotrope at this pressure: every pure component can be had.</p>
      ) : (
        <ul className="azeotropes">
          {azeotropes.map(({ names, x, T, kind, isOfTwoLiquids }) => (
            <li key={names.join()}>
              <strong>{names.join(' + ')}</strong>
              <span className="small">
                {formatQuantity(T, unit, site)} {unit.id} ·{' '}
                {names.map((name) => `${formatFraction(x[components.findIndex((c) => c.name === name)] ?? 0)} ${name}`).join(', ')}{' '}
                mol/mol
              </span>
              <span className="quiet small">
                {kindWords[kind]}
                {isOfTwoLiquids ? ', of two liquids' : ''}
              </span>
            </li>
          ))}
        </ul>
      )}
      {map.leftOut.length > 0 && (
        <p className="quiet small">Gases are left out: {map.leftOut.join(', ')}. They do not condense beside cooling water.</p>
      )}
      <p className="quiet small">
        {map.isComplete
          ? 'Counted by their kinds, no point is missing.'
          : 'Counted by their kinds, a point is missing or one too many: take these with care.'}
      </p>
    </>
  );
}
