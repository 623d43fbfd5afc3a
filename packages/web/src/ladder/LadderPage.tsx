/** The Ladder stop: targets and column on the left, the ladder with its strips in the middle, products and what is to be said in the margin. */
import { begunLadder, stageRows } from '@keen-ladder/core';
import { Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { useStore } from 'react-redux';
import { useLocation, useSearchParams } from 'react-router';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { AppStore } from '../store/store.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { offeredLadder } from '../column/handedOn.ts';
import { RUNG } from '../commands/places.ts';
import { ladderCarried } from '../document/documentSlice.ts';
import { selectColumn, selectInlets, selectMixture } from '../document/selectors.ts';
import { selectIsLadderStale, selectLadderResult, selectLastLadder } from '../stops/standing.ts';
import { LadderDrawing } from './drawing/LadderDrawing.tsx';
import { StripChoice } from './drawing/StripChoice.tsx';
import { useStripSettings } from './drawing/stripSettings.ts';
import type { StripSettings } from './drawing/stripSettings.ts';
import { LadderCharts } from './LadderCharts.tsx';
import { LadderFields } from './LadderFields.tsx';
import { LadderMargin } from './LadderMargin.tsx';
import { ProductTable } from './ProductTable.tsx';
import { LadderStages } from './LadderStages.tsx';
import { LadderLimits } from './studies/LadderLimits.tsx';
import { LadderSlopes } from './studies/LadderSlopes.tsx';
import { selectTable } from './table.ts';

const views = ['Ladder', 'Stages', 'Products', 'Charts', 'Limits', 'Sensitivities'] as const;

type View = (typeof views)[number];

export function LadderPage() {
  const column = useAppSelector(selectColumn);
  const { key } = useLocation();
  const [search] = useSearchParams();
  if (column === undefined) return null;
  const rung = Number(search.get(RUNG) ?? 0);
  return (
    <main className="graph-page">
      <h1 className="unseen">Ladder</h1>
      {column.ladder === null ? (
        <NothingYet column={column} />
      ) : (
        // A rung that is asked for anew is pointed at anew.
        <Whole key={rung > 0 ? key : ''} column={column} ladder={column.ladder} asked={rung} />
      )}
    </main>
  );
}

function Whole({ column, ladder, asked }: { column: ColumnUnit; ladder: LadderInputs; asked: number }) {
  const [pointed, setPointed] = useState(asked);
  const [settings, setSettings] = useStripSettings();
  return (
    <>
      <LadderFields column={column} numbering={settings} />
      <LadderSheet
        column={column}
        ladder={ladder}
        pointed={pointed}
        onPoint={setPointed}
        settings={settings}
        onSettings={setSettings}
      />
      <LadderMargin column={column} pointed={pointed} />
    </>
  );
}

interface PointProps {
  pointed: number;
  onPoint: (stage: number) => void;
}

interface SheetProps extends PointProps {
  column: ColumnUnit;
  ladder: LadderInputs;
  settings: StripSettings;
  onSettings: (change: Partial<StripSettings>) => void;
}

function LadderSheet({ column, ladder, pointed, onPoint, settings, onSettings }: SheetProps) {
  const [view, setView] = useState<View>('Ladder');
  const svg = useRef<SVGSVGElement>(null);
  const facts = useAppSelector(selectLastLadder);
  const result = useAppSelector(selectLadderResult);
  const isStale = useAppSelector(selectIsLadderStale);
  const isOfBefore = result !== null && result.outcome.state !== 'solved';
  const table = useAppSelector(selectTable);
  const mixture = useAppSelector(selectMixture);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  return (
    <div className="sheet ladder-sheet" data-stale={isStale || isOfBefore}>
      <div className="sheet-head">
        <Segmented<View> options={[...views]} value={view} onChange={setView} aria-label="What is shown" />
        {isOfBefore && facts !== null && <span className="quiet small">the last column that was found</span>}
        {view === 'Ladder' && facts !== null && (
          <span className="sheet-tools">
            <StripChoice settings={settings} onChange={onSettings} />
            <SaveChart
              drawing={svg}
              name={`${caseName} – ladder`}
              rows={() => stageRows(facts, mixture, table)}
              table="Stages as CSV"
            />
          </span>
        )}
      </div>
      {facts === null ? (
        <p className="empty-sheet">
          {result === null ? 'Solving …' : 'There is no column to draw yet: the margin says what is missing.'}
        </p>
      ) : view === 'Ladder' ? (
        <LadderDrawing svg={svg} facts={facts} settings={settings} pointed={pointed} onPoint={onPoint} />
      ) : view === 'Stages' ? (
        <LadderStages facts={facts} numbering={settings} pointed={pointed} onPoint={onPoint} />
      ) : view === 'Products' ? (
        <ProductTable facts={facts} />
      ) : view === 'Charts' ? (
        <LadderCharts facts={facts} />
      ) : view === 'Limits' ? (
        <LadderLimits column={column} ladder={ladder} />
      ) : (
        <LadderSlopes column={column} />
      )}
    </div>
  );
}

/** Two ways to begin: with what a stop before found, or with a column that is known or imagined. */
function NothingYet({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const store = useStore() as AppStore; // the one store there is
  useAppSelector((state) => state.results);
  const inlets = useAppSelector(selectInlets);
  const offered = offeredLadder(store.getState(), column);
  const begin = (ladder: LadderInputs) => dispatch(ladderCarried({ column: column.id, ladder }));
  return (
    <div className="sheet ladder-sheet ladder-nothing">
      <h2 className="sheet-title">The column stage by stage</h2>
      <section aria-label="Begin with the column itself">
        <h3>Begin with the column itself</h3>
        <p className="sentence">
          {column.service === 'distillation'
            ? 'A column that exists, or one you have in mind: say its stages, the stage of the feed, the reflux and a product’s flow. No split has to be known: the balance sheet then shows what leaves this column.'
            : 'A column that exists, or one you have in mind: say its stages, and where gas and liquid enter.'}
        </p>
        <Button
          type={offered === undefined ? 'primary' : 'default'}
          onClick={() =>
            begin(
              begunLadder(
                column,
                inlets.map(({ id }) => id),
              ),
            )
          }
        >
          Begin with the column itself
        </Button>
      </section>
      <section aria-label="Carry over">
        <h3>Carry over what was found before</h3>
        <p className="sentence">
          {offered === undefined
            ? 'Graph and estimate have no answer yet: complete the feed and the balance first.'
            : `The ${offered.from} found ${offered.ladder.stages} stages: feeds at their best stages, reflux and distillate held as targets. Everything can be changed afterwards.`}
        </p>
        {offered !== undefined && (
          <Button type="primary" onClick={() => begin(offered.ladder)}>
            Carry over from the {offered.from}
          </Button>
        )}
      </section>
    </div>
  );
}
