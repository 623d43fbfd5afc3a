/** The margin of the drum: what it is, what is open or cannot be, what the chosen stream is, notes. */
import { formatFraction } from '@keen-ladder/core';
import type { DrumFacts } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { WhatTheFeedIs } from '../balance/BalanceMargin.tsx';
import { Figures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import { selectDrumStanding, selectFeedFacts, selectLastDrumStanding } from '../stops/standing.ts';

export function DrumMargin({ inlet }: { inlet: string }) {
  const standing = useAppSelector(selectLastDrumStanding);
  const isStale = useAppSelector(selectDrumStanding).state === 'stale';
  const feed = useAppSelector((state) => selectFeedFacts(state, inlet));
  return (
    <aside className="margin" aria-label="What the drum says" data-stale={isStale}>
      <Said standing={standing} waiting="Solving …">
        {(facts, warnings) => (
          <>
            <WhatTheDrumIs facts={facts} />
            <Warnings warnings={warnings} />
          </>
        )}
      </Said>
      {feed !== null && <WhatTheFeedIs facts={feed} />}
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

function WhatTheDrumIs({ facts }: { facts: DrumFacts }) {
  const show = useAppSelector(selectShowQuantity);
  const { T, P, duty, vapourFraction } = facts;
  const words = vapourFraction === 0 ? 'Everything stays liquid.' : vapourFraction === 1 ? 'Everything is vapour.' : undefined;
  return (
    <>
      <div className="headline" role="status">
        <div className="quiet">Vapour, mol/mol of what enters</div>
        <div className="headline-number">{formatFraction(vapourFraction)}</div>
      </div>
      <Figures
        rows={[
          ['Temperature', show(T, 'temperature')],
          ['Pressure', show(P, 'pressure')],
          [duty < 0 ? 'Heat taken out' : 'Heat put in', show(Math.abs(duty), 'power')],
        ]}
      />
      {words !== undefined && <p className="sentence">{words}</p>}
    </>
  );
}
