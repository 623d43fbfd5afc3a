/** What the column's split takes at the least, beside the estimate, and where its feeds enter best. */
import { explain, explainOpenPoint, feedStageRows, findUnit, formatNumber, fromSI, limitSentences } from '@keen-ladder/core';
import type { FeedStageFacts, LimitsFacts } from '@keen-ladder/core';
import { Button } from 'antd';
import { proxy } from 'comlink';
import { useRef } from 'react';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../../store/store.ts';
import { LineChart } from '../../charts/LineChart.tsx';
import { useElementWidth } from '../../charts/useElementWidth.ts';
import { ladderSet } from '../../document/documentSlice.ts';
import { selectShow, selectShowQuantity } from '../../document/showing.ts';
import { Compared } from '../../stops/Compared.tsx';
import { selectEstimateResult } from '../../stops/standing.ts';
import { useLook } from '../../theme/Themed.tsx';
import { selectTable } from '../table.ts';
import { TakeAway } from '../TakeAway.tsx';
import { useStudy } from './useStudy.ts';
import type { Asks } from './useStudy.ts';

const askLimits: Asks<LimitsFacts> = (engine, document, unit, onPart) => engine.limits(document, unit, proxy(onPart));

export function LadderLimits({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const { outcome, part, isRunning, isStale, stop } = useStudy(column.id, askLimits);
  const show = useAppSelector(selectShow);
  const facts = outcome?.state === 'solved' ? outcome.value : part;
  return (
    <div className="ladder-study" data-stale={isStale && facts !== null} aria-busy={isRunning}>
      {isRunning && (
        <p className="quiet" role="status">
          Looking for the limits of this split …{' '}
          <Button size="small" type="link" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {outcome?.state === 'out-of-reach' && <p className="sentence">{explain(outcome.reason, show)}</p>}
      {outcome?.state === 'open' && (
        <p className="sentence">{outcome.points.map((point) => explainOpenPoint(point, show)).join(' ')}</p>
      )}
      {facts !== null && <Known column={column} ladder={ladder} facts={facts} />}
    </div>
  );
}

function Known({ column, ladder, facts }: { column: ColumnUnit; ladder: LadderInputs; facts: LimitsFacts }) {
  const show = useAppSelector(selectShow);
  const table = useAppSelector(selectTable);
  const sentences = limitSentences(
    facts,
    table.components.map(({ name }) => name),
    show,
  );
  return (
    <>
      <div className="table-head">
        <h2 className="sheet-title">What this split takes at the least</h2>
        <TakeAway name="feed stages" rows={() => feedStageRows(facts, table)} />
      </div>
      <BesideEstimate facts={facts} />
      {sentences.map((sentence) => (
        <p className="sentence" key={sentence}>
          {sentence}
        </p>
      ))}
      {facts.feeds.map((feed) => (
        <FeedCurve key={feed.inlet} column={column} ladder={ladder} feed={feed} />
      ))}
    </>
  );
}

function BesideEstimate({ facts }: { facts: LimitsFacts }) {
  const estimated = useAppSelector(selectEstimateResult)?.outcome;
  const show = useAppSelector(selectShowQuantity);
  const estimate = estimated?.state === 'solved' ? estimated.value : undefined;
  const least = facts.least?.state === 'solved' ? facts.least.value : undefined;
  const rows: [string, string, string][] = [
    [
      'least reflux ratio, mol/mol',
      least === undefined ? (facts.least === null ? '…' : 'not found') : formatNumber(least.reflux),
      estimate === undefined ? '–' : formatNumber(estimate.smallestReflux),
    ],
    [
      'least heat of the reboiler',
      least === undefined ? (facts.least === null ? '…' : 'not found') : show(least.reboilerDuty, 'power'),
      '–',
    ],
    [
      'fewest equilibrium stages',
      facts.fewest === null ? 'cannot be told' : formatNumber(facts.fewest),
      estimate === undefined ? '–' : formatNumber(estimate.fewestStages),
    ],
  ];
  return <Compared label="Limits of the split" names={['this column', 'estimate']} rows={rows} className="limits-table" />;
}

const CHART_HEIGHT = 230;

function FeedCurve({ column, ladder, feed }: { column: ColumnUnit; ladder: LadderInputs; feed: FeedStageFacts }) {
  const dispatch = useAppDispatch();
  const { colors } = useLook();
  const { display, site } = useAppSelector(selectTable);
  const panel = useRef<HTMLDivElement>(null);
  const width = useElementWidth(panel);
  const power = findUnit('power', display.power);
  const heats = feed.points.map(({ heat }) => fromSI(heat, power, site));
  const least = Math.min(...heats);
  const move = () => {
    const now = ladder.feeds[feed.inlet] ?? { stage: feed.present, way: 'whole' as const };
    dispatch(ladderSet({ column: column.id, change: { feeds: { ...ladder.feeds, [feed.inlet]: { ...now, stage: feed.best } } } }));
  };
  return (
    <div ref={panel} className="feed-curve">
      {width > 0 && feed.points.length > 2 && (
        <LineChart
          title={`Heat against the rung at which ${feed.name} enters`}
          width={Math.min(width, 640)}
          height={CHART_HEIGHT}
          colors={colors}
          lines={[{ name: 'heat', x: feed.points.map(({ stage }) => stage), y: heats, color: colors.pine }]}
          marks={[
            {
              x: feed.present,
              y: heats[feed.points.findIndex(({ stage }) => stage === feed.present)] ?? least,
              name: `now at ${feed.present}`,
              shape: 'present',
            },
          ]}
          limits={[{ axis: 'x', at: feed.best, name: `best: ${feed.best}` }]}
          xName={`rung at which ${feed.name} enters, from the top, condenser counted`}
          yName={`heat for the same split, ${power.id}`}
          xRange={[feed.points[0]?.stage ?? 1, feed.points.at(-1)?.stage ?? 2]}
          yRange={[0.95 * least, Math.min(Math.max(...heats), 1.6 * least)]}
        />
      )}
      {feed.isWhole && feed.best !== feed.present && (
        <Button type="primary" onClick={move}>
          Let {feed.name} enter at rung {feed.best}
        </Button>
      )}
    </div>
  );
}
