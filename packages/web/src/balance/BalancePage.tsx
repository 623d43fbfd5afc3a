/** The Feed & balance stop: what comes in on the left, the sheet of what is meant in the middle, what that is in the margin. */
import { CopyOutlined } from '@ant-design/icons';
import { cellsOfSplit, flowsFromLadder, formatFixed, formatNumber } from '@keen-ladder/core';
import type { BalanceFacts, BalanceResult } from '@keen-ladder/core';
import { App, Button, Segmented } from 'antd';
import { useState } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { sheetCleared, sheetFilled } from '../document/documentSlice.ts';
import { selectColumn, selectComponents, selectDisplay, selectInlets, selectSite } from '../document/selectors.ts';
import { StreamsPanel } from '../absorption/StreamsPanel.tsx';
import { FeedFields } from '../feed/FeedFields.tsx';
import { selectBalanceResult, selectIsBalanceStale, selectLadderStanding, selectLastBalanceStanding } from '../stops/standing.ts';
import { BalanceMargin } from './BalanceMargin.tsx';
import { DrawFields } from './DrawFields.tsx';
import type { View } from './places.ts';
import { Sheet } from './Sheet.tsx';
import { SheetBars } from './SheetBars.tsx';
import { sheetRows } from './sheetRows.ts';

export function BalancePage() {
  const inlets = useAppSelector(selectInlets);
  const column = useAppSelector(selectColumn);
  const [chosen, setChosen] = useState<string | undefined>(undefined);
  const inlet = inlets.find(({ id }) => id === chosen) ?? inlets[0];
  if (column === undefined) return null;
  return (
    <main className="graph-page">
      <h1 className="unseen">{column.service === 'distillation' ? 'Feed and balance' : 'Feeds'}</h1>
      <FeedFields inlets={inlets} inlet={inlet} column={column} onChoose={setChosen} />
      {column.service === 'distillation' ? <SheetPanel column={column} /> : <StreamsPanel />}
      <BalanceMargin inlet={inlet?.id ?? ''} />
    </main>
  );
}

const views: { value: View; label: string }[] = [
  { value: 'mole', label: 'mole' },
  { value: 'mass', label: 'mass' },
];

function SheetPanel({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const ofSheet = useAppSelector(selectBalanceResult);
  const ofLadder = useLadderFlows(column, ofSheet);
  const result = ofLadder ?? ofSheet;
  const isStale = useAppSelector(selectIsBalanceStale);
  const components = useAppSelector(selectComponents);
  const [view, setView] = useState<View>('mole');
  const given = column.balance.cells.length;
  const showing = { display: useAppSelector(selectDisplay), site: useAppSelector(selectSite) };
  const rows = () =>
    result === null ? [] : sheetRows(components, { result, molarMass: components.map((c) => c.molarMass.value) }, view, showing);
  return (
    <div className="sheet balance-sheet" data-stale={isStale}>
      <div className="sheet-head">
        <h2 className="sheet-title">Balance sheet</h2>
        <Segmented<View> options={views} value={view} onChange={setView} aria-label="Basis of the sheet" />
      </div>
      {result === null || components.length === 0 ? (
        <p className="sentence">
          {components.length === 0 ? 'Add components on the left; the sheet has a line for each.' : 'Solving …'}
        </p>
      ) : (
        <>
          <Sheet column={column} result={result} view={view} />
          {ofLadder === null ? <Counted given={given} /> : <FromLadder column={column} flows={ofLadder} />}
          <Keys />
          <SheetBars result={result} view={view} rows={rows} />
          <div className="sheet-foot">
            <DrawFields column={column} />
            <span className="spring" />
            <Button type="text" disabled={given === 0} onClick={() => dispatch(sheetCleared({ column: column.id }))}>
              Clear all numbers
            </Button>
            <CopySheet rows={rows} />
          </div>
        </>
      )}
    </div>
  );
}

/** While no number of the sheet is given, a solved ladder says what its cells are. */
function useLadderFlows(column: ColumnUnit, sheet: BalanceResult | null): BalanceResult | null {
  const ladder = useAppSelector(selectLadderStanding);
  const components = useAppSelector(selectComponents);
  if (sheet?.outcome.state !== 'open' || sheet.feed.length === 0) return null;
  if (column.balance.cells.length > 0 || ladder.state !== 'solved') return null;
  const molarMass = components.map((c) => c.molarMass.value);
  return { ...sheet, ...flowsFromLadder(sheet, ladder.value.products, molarMass) };
}

function FromLadder({ column, flows }: { column: ColumnUnit; flows: BalanceResult }) {
  const dispatch = useAppDispatch();
  const ids = useAppSelector(selectComponents).map(({ id }) => id);
  return (
    <p className="sentence sheet-sentence" role="status">
      No cell is yours yet: the flows are those of the ladder.{' '}
      <Button
        size="small"
        onClick={() => dispatch(sheetFilled({ column: column.id, cells: cellsOfSplit(flows, ids) }))}
        title="Graph and estimate then work for this split."
      >
        Ask for this split
      </Button>
    </p>
  );
}

/** Degrees of freedom in words. */
function Counted({ given }: { given: number }) {
  const standing = useAppSelector(selectLastBalanceStanding);
  const yours = given === 0 ? 'No cell is yours yet' : given === 1 ? 'One cell is yours' : `${given} cells are yours`;
  const words = () => {
    switch (standing.state) {
      case 'solved':
        return `${yours}, all others follow. The sheet is complete.${distribution(standing.value)}`;
      case 'open': {
        const needed = standing.points.find((p) => p.code === 'numbers-needed');
        return needed === undefined
          ? 'The margin says what is missing before the sheet can be worked out.'
          : `${yours}. Choose a cell and type what is wanted.`;
      }
      case 'out-of-reach':
        return `${yours}. The margin says why they do not go together.`;
      case 'ready':
        return '';
    }
  };
  return (
    <p className="sentence sheet-sentence" role="status">
      {words()}
    </p>
  );
}

const distribution = ({ isEstimated, held }: BalanceFacts): string =>
  `${isEstimated ? ' Components without a number go where total reflux would send them, until something better is known.' : ''}${
    held.length > 0 ? ' A wish is held at its limit.' : ''
  }`;

function Keys() {
  const standing = useAppSelector(selectLastBalanceStanding);
  const components = useAppSelector(selectComponents);
  if (standing.state !== 'solved' || standing.value.keys === null) return null;
  const { light, heavy, alpha, separation } = standing.value.keys;
  const name = (id: string): string => components.find((c) => c.id === id)?.name ?? id;
  const facts: [string, string, string][] = [
    ['Light key', name(light), 'The least volatile component with a number that goes mostly overhead.'],
    ['Heavy key', name(heavy), 'The most volatile component with a number that goes mostly down.'],
    [
      'Volatility between them',
      formatFixed(alpha, 2),
      'K of the light key over K of the heavy one at the bubble point of the feed.',
    ],
    ['Separation', `S = ${formatNumber(separation, 2)}`, 'S = (d/b) of the light key over (d/b) of the heavy one.'],
  ];
  return (
    <dl className="key-facts">
      {facts.map(([term, value, meaning]) => (
        <div key={term} title={meaning}>
          <dt>{term}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function CopySheet({ rows }: { rows: () => (string | number)[][] }) {
  const { message } = App.useApp();
  const copy = async () => {
    await navigator.clipboard.writeText(
      rows()
        .map((row) => row.join('\t'))
        .join('\n'),
    );
    void message.success('Copied: paste it into a spreadsheet.');
  };
  return (
    <Button type="text" icon={<CopyOutlined />} onClick={() => void copy()}>
      Copy
    </Button>
  );
}
