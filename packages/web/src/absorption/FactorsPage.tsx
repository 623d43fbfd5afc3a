/** All components of a washer or a stripper by effective factors: inputs left, what enters and leaves in the middle, figures in the margin. */
import { findUnit, formatFixed, formatNumber, fromSI, shownUnit } from '@keen-ladder/core';
import type { AbsorptionFacts, Reason, TransferDrawing, Warning } from '@keen-ladder/core';
import { useRef } from 'react';
import { useStore } from 'react-redux';
import type { AppStore } from '../store/store.ts';
import { useAppSelector } from '../store/store.ts';
import { CarryOver } from '../column/CarryOver.tsx';
import { ofWash } from '../column/handedOn.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementWidth } from '../charts/useElementWidth.ts';
import { selectColumn, selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ExplainedFigures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import type { ExplainedRow } from '../stops/Margin.tsx';
import { drawnOf, selectAbsorptionResult, selectIsAbsorptionStale, selectLastFactorsStanding } from '../stops/standing.ts';
import { useLook } from '../theme/Themed.tsx';
import { AbsorptionFields } from './AbsorptionFields.tsx';
import { transferProposals } from './proposals.ts';
import { StreamsTable } from './StreamsPanel.tsx';

export function FactorsPage() {
  const column = useAppSelector(selectColumn);
  const result = useAppSelector(selectAbsorptionResult);
  const standing = useAppSelector(selectLastFactorsStanding);
  const isStale = useAppSelector(selectIsAbsorptionStale);
  const show = useAppSelector(selectShowQuantity);
  if (column === undefined) return null;
  const shown = drawnOf(result?.estimate);
  const drawing = drawnOf(result?.drawing)?.value;
  const waysOut = (reason: Reason) => transferProposals(reason, column);
  return (
    <main className="graph-page">
      <h1 className="unseen">Estimate</h1>
      <AbsorptionFields column={column} />
      <div className="sheet balance-sheet" data-stale={isStale}>
        {shown === undefined ? (
          <p className="empty-sheet">
            {result === null
              ? 'Estimating …'
              : 'What leaves is told here once the two streams are complete: the margin says what is missing.'}
          </p>
        ) : (
          <>
            {shown.isNearest && (
              <p className="quiet small nearest">
                out of reach as asked; shown for {formatFixed(100 * shown.value.recovery, 1)} % with{' '}
                {show(shown.value.flow, 'molarFlow')}
              </p>
            )}
            <StreamsTable facts={shown.value} hasFactors />
            {drawing !== undefined && <FlowCurve drawing={drawing} facts={shown.value} />}
          </>
        )}
      </div>
      <aside className="margin" aria-label="What the estimate says" data-stale={isStale}>
        <Said standing={standing} waiting="Estimating …" waysOut={waysOut}>
          {(value, warnings) => <Solved facts={value} warnings={warnings} />}
        </Said>
        <h2>Notes</h2>
        <Notes />
      </aside>
    </main>
  );
}

const CHART_HEIGHT = 258;

/** What more of the liquid, or of the gas, saves in stages: by the steps of the drawing, with the estimate's own point on it. */
function FlowCurve({ drawing, facts }: { drawing: TransferDrawing; facts: AbsorptionFacts }) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = useElementWidth(panel);
  const unit = findUnit('molarFlow', shownUnit(display, 'molarFlow'));
  const inUnit = (flow: number): number => fromSI(flow, unit, site);
  const { stages } = drawing.flowCurve;
  const flow = drawing.flowCurve.flow.map(inUnit);
  const [least, most] = [inUnit(drawing.least), flow.at(-1) ?? 1];
  const serving = facts.kind === 'absorption' ? 'liquid' : 'gas';
  const rows = (): (string | number)[][] => [
    [`${serving}, ${unit.id}`, 'equilibrium stages'],
    ...flow.map((at, k) => [Number(at.toPrecision(8)), Number((stages[k] ?? 0).toPrecision(8))]),
  ];
  return (
    <>
      <div className="sheet-head">
        <h2 className="sheet-title">Stages against {serving}</h2>
        <SaveChart isChart drawing={canvas} name={`${caseName} – stages against ${serving}`} rows={rows} table="Curve as CSV" />
      </div>
      <div ref={panel}>
        {width > 0 && (
          <LineChart
            canvas={canvas}
            title={`Stages against ${serving}`}
            width={width}
            height={CHART_HEIGHT}
            colors={colors}
            lines={[{ name: 'stages by steps', x: flow, y: stages, color: colors.pine }]}
            limits={[{ axis: 'x', at: least, name: 'least' }]}
            marks={[{ x: inUnit(facts.flow), y: facts.stages, name: formatFixed(facts.stages, 1), shape: 'present' }]}
            xName={`${serving} that enters, ${unit.id}`}
            yName="equilibrium stages"
            xRange={[Math.max(0, least - 0.05 * (most - least)), most]}
            yRange={[0, 2.5 * Math.max(facts.stages, stages.at(-1) ?? 1)]}
          />
        )}
      </div>
    </>
  );
}

function Solved({ facts, warnings }: { facts: AbsorptionFacts; warnings: Warning[] }) {
  const column = useAppSelector(selectColumn);
  const store = useStore() as AppStore; // the one store there is
  const handed = ofWash(store.getState(), facts);
  return (
    <>
      <div className="headline" role="status">
        <div className="quiet">Equilibrium stages, by effective factors</div>
        <div className="headline-number">{formatFixed(facts.stages, 1)}</div>
        <div className="quiet">
          {formatFixed(100 * facts.recovery, 1)} % of the {facts.solute.name} passes
          {facts.trays === null ? '' : ` · ${facts.trays} real trays`}
        </div>
      </div>
      <ExplainedFigures rows={useRows(facts)} />
      <Warnings warnings={warnings} />
      {handed !== undefined && column !== undefined && <CarryOver column={column} handed={handed} />}
    </>
  );
}

function useRows(facts: AbsorptionFacts): ExplainedRow[] {
  const show = useAppSelector(selectShowQuantity);
  const place = useAppSelector(selectComponents).findIndex(({ id }) => id === facts.solute.id);
  const { factor, kind, stages } = facts;
  const [top, bottom, effective] = [factor.top, factor.bottom, factor.effective].map((factors) => factors[place] ?? 1) as [
    number,
    number,
    number,
  ];
  const n = (value: number): string => formatNumber(value, 4);
  const A = kind === 'absorption' ? effective : 1 / effective;
  const name = kind === 'absorption' ? 'Absorption factor' : 'Stripping factor';
  return [
    [
      name,
      n(A),
      `Edmister: A = √[A_N (A₁ + 1) + ¼] − ½ with A₁ = ${n(top)} on the first stage, A_N = ${n(bottom)} on the last${kind === 'absorption' ? '' : '; S = 1/A'}.`,
    ],
    [
      'Stays behind',
      n(1 - facts.recovery),
      `Kremser: φ = (A − 1)/(A^(N + 1) − 1) with A = ${n(A)}, N = ${formatFixed(stages, 2)}, and what the other stream brings of it.`,
    ],
    [kind === 'absorption' ? 'Liquid used' : 'Gas used', show(facts.flow, 'molarFlow')],
    [
      'First stage',
      show(facts.temperature.top, 'temperature'),
      'From the heat of all streams; the liquid warms on each stage by its part in what passes.',
    ],
    ['Last stage', show(facts.temperature.bottom, 'temperature')],
  ];
}
