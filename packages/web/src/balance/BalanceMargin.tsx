/** The margin of Feed & balance: what the feed is, what is open or cannot be, notes. */
import { capital, formatFixed, formatFraction } from '@keen-ladder/core';
import type { FeedFacts } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { selectComponents } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { Figures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import { selectFeedFacts, selectIsBalanceStale, selectLastBalanceStanding } from '../stops/standing.ts';

export function BalanceMargin({ inlet }: { inlet: string }) {
  const facts = useAppSelector((state) => selectFeedFacts(state, inlet));
  const standing = useAppSelector(selectLastBalanceStanding);
  const isStale = useAppSelector(selectIsBalanceStale);
  return (
    <aside className="margin" aria-label="What feed and balance say" data-stale={isStale}>
      <Said standing={standing} waiting="Solving …">
        {(_facts, warnings) => <Warnings warnings={warnings} />}
      </Said>
      {facts !== null && <WhatTheFeedIs facts={facts} />}
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

export function WhatTheFeedIs({ facts }: { facts: FeedFacts }) {
  const quantity = useAppSelector(selectShowQuantity);
  const { bubblePoint, dewPoint, phases } = facts;
  const missing = [...(bubblePoint === null ? ['bubble point'] : []), ...(dewPoint === null ? ['dew point'] : [])];
  const rows: [string, string][] = [
    ['Temperature', quantity(facts.T, 'temperature')],
    ['Pressure', quantity(facts.P, 'pressure')],
    ...(bubblePoint === null ? [] : [['Bubble point', quantity(bubblePoint, 'temperature')] satisfies [string, string]]),
    ...(dewPoint === null ? [] : [['Dew point', quantity(dewPoint, 'temperature')] satisfies [string, string]]),
    ['State', stateWords(facts)],
    ...(facts.q === null
      ? []
      : [[`Feed quality q at ${quantity(facts.P, 'pressure')}`, formatFixed(facts.q, 3)] satisfies [string, string]]),
    ['Enthalpy', quantity(facts.enthalpy, 'molarEnergy')],
    ['Mean molar mass', quantity(facts.molarMass, 'molarMass')],
    ['Molar flow', quantity(facts.molarFlow, 'molarFlow')],
    ['Mass flow', quantity(facts.massFlow, 'massFlow')],
    ['Standard liquid', quantity(facts.standardLiquidFlow, 'standardLiquidFlow')],
    ['As it flows', quantity(facts.volumeFlow, 'volumeFlow')],
  ];
  return (
    <>
      <h2>What the feed is</h2>
      <Figures rows={rows} />
      {missing.length > 0 && (
        <p className="sentence">
          At {quantity(facts.P, 'pressure')} it has no {missing.join(' and no ')} (a dissolved gas keeps it boiling, or it is above
          its critical point), so there is no feed quality q.
        </p>
      )}
      {phases.length > 1 && <Phases facts={facts} />}
    </>
  );
}

function stateWords({ phases, vapourFraction }: FeedFacts): string {
  if (phases.length === 1) return phases[0]?.phase ?? '';
  return vapourFraction === 0 ? 'two liquids' : `${formatFraction(vapourFraction)} mol/mol vapour`;
}

/** The flashed phases: how much of each and what is in it. */
function Phases({ facts }: { facts: FeedFacts }) {
  const components = useAppSelector(selectComponents);
  const quantity = useAppSelector(selectShowQuantity);
  return (
    <table className="phases" aria-label="Phases of the feed">
      <thead>
        <tr>
          <th scope="col">mol/mol</th>
          {facts.phases.map(({ phase }, k) => (
            <th key={k} scope="col">
              {capital(phase)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">share of the feed</th>
          {facts.phases.map(({ share }, k) => (
            <td key={k}>{formatFraction(share)}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">density</th>
          {facts.phases.map(({ density }, k) => (
            <td key={k}>{quantity(density, 'density')}</td>
          ))}
        </tr>
        {components.map(({ id, name }, i) => (
          <tr key={id}>
            <th scope="row">{name}</th>
            {facts.phases.map(({ fractions }, k) => (
              <td key={k}>{formatFraction(fractions[i] ?? 0)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
