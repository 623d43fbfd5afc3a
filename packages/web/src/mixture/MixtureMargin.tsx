/** What the mixture says: how far its pairs are to be trusted, and what boils together. */
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
import { useMemo } from 'react';
import type { ReactNode } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectDisplay, selectMixture, selectSite } from '../document/selectors.ts';
import { selectShow } from '../document/showing.ts';
import { verdictWords } from './products.ts';

interface Props {
  map: Outcome<MixtureMap> | undefined;
  failure: string | undefined;
  /** What is told first: the pair that is looked at. */
  children: ReactNode;
}

export function MixtureMargin({ map, failure, children }: Props) {
  const show = useAppSelector(selectShow);
  return (
    <aside className="margin" aria-label="What the mixture says">
      {failure !== undefined && <p className="sentence">The engine failed: {failure} Reload the page; your work is kept.</p>}
      {children}
      <Trust />
      {map?.state === 'solved' && map.value.verdict !== null && (
        <>
          <h2>Wanted products</h2>
          <p className="sentence" role="status">
            {verdictWords(map.value.verdict, map.value.points, (reason) => explain(reason, show))}
          </p>
        </>
      )}
      <h2>Boiling together</h2>
      {map === undefined ? (
        <p className="sentence">Looking for azeotropes …</p>
      ) : map.state === 'solved' ? (
        <Azeotropes map={map.value} />
      ) : (
        <p className="sentence">
          {map.state === 'open' ? map.points.map((point) => explainOpenPoint(point, show)).join(' ') : explain(map.reason, show)}
        </p>
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
    count('by-groups', 'by-solubility'),
    count('missing', 'taken-as-zero', 'no-constant'),
  ];
  const plain = standings.length - published - estimated - missing;
  const all = standings.length;
  const pairs = (n: number): string => (all === 1 ? 'this pair' : n === 1 ? '1 pair' : `${n} pairs`);
  const parts = [
    ...(published > 0 ? [`${pairs(published)} from published parameters`] : []),
    ...(estimated > 0
      ? [`${pairs(estimated)} estimated${standings.some(({ kind }) => kind === 'by-solubility') ? '' : ' by groups'}`]
      : []),
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

const kindWords: Record<NonNullable<MixtureMap['points'][number]['kind']>, string> = {
  'unstable node': 'boils lowest of its region',
  'stable node': 'boils highest of its region',
  saddle: 'boils between others of its region',
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
        <p className="sentence">
          {map.isComplete === null
            ? 'No two of them have an azeotrope at this pressure.'
            : 'No azeotrope at this pressure: every pure component can be had.'}
        </p>
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
                {kind === null ? 'these two alone' : kindWords[kind]}
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
        {map.isComplete === null
          ? 'With more than six components only pairs are searched.'
          : map.isComplete
            ? 'Counted by their kinds, no point is missing.'
            : 'Counted by their kinds, a point is missing or one too many: take these with care.'}
      </p>
    </>
  );
}
