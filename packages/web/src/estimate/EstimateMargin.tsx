/** The margin of the estimate: its figures, each explained where it is pointed at, coolants, what is wrong, carry over. */
import { findUnit, formatFixed, formatNumber, formatQuantity } from '@keen-ladder/core';
import type { EstimateFacts, Warning } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { CarryOver } from '../column/CarryOver.tsx';
import { ofEstimate } from '../column/handedOn.ts';
import { selectComponents, selectDisplay, selectDocument, selectInlets, selectSite } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ExplainedFigures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import type { ExplainedRow } from '../stops/Margin.tsx';
import { drawnOf, selectEstimateResult, selectIsEstimateStale, selectLastEstimateStanding } from '../stops/standing.ts';
import { explanations } from './explanations.ts';
import { estimateProposals } from './proposals.ts';

export function EstimateMargin({ column }: { column: ColumnUnit }) {
  const standing = useAppSelector(selectLastEstimateStanding);
  const isStale = useAppSelector(selectIsEstimateStale);
  const drawn = drawnOf(useAppSelector(selectEstimateResult)?.outcome);
  return (
    <aside className="margin" aria-label="What the estimate says" data-stale={isStale}>
      <Said standing={standing} waiting="Estimating …" waysOut={(reason) => estimateProposals(reason, column)}>
        {(facts, warnings) => <Solved column={column} facts={facts} warnings={warnings} />}
      </Said>
      {drawn?.isNearest === true && (
        <>
          <h2>At a reflux of {formatNumber(drawn.value.reflux, 3)} mol/mol</h2>
          <EstimateFigures facts={drawn.value} />
        </>
      )}
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

function Solved({ column, facts, warnings }: { column: ColumnUnit; facts: EstimateFacts; warnings: Warning[] }) {
  const inlets = useAppSelector(selectInlets);
  const showing = useAppSelector(selectDocument);
  const counted = facts.condenser === 'total' ? 'reboiler included' : 'condenser and reboiler included';
  return (
    <>
      <div className="headline" role="status">
        <div className="quiet">Equilibrium stages, {counted}</div>
        <div className="headline-number">{formatFixed(facts.stagesChosen, 1)}</div>
        <div className="quiet">
          at a reflux of {formatNumber(facts.reflux)} mol/mol · {facts.trays} real trays
        </div>
      </div>
      <EstimateFigures facts={facts} />
      <Warnings warnings={warnings} />
      <CoolingTable facts={facts} />
      <CarryOver column={column} handed={ofEstimate(facts, column, inlets, showing)} />
    </>
  );
}

function EstimateFigures({ facts }: { facts: EstimateFacts }) {
  const components = useAppSelector(selectComponents);
  const quantity = useAppSelector(selectShowQuantity);
  const why = explanations(facts, components);
  const total = facts.distillate.reduce((sum, f) => sum + f, 0);
  const rows: ExplainedRow[] = [
    ['Fewest stages', formatFixed(facts.fewestStages, 2), why.fewestStages],
    ['Minimum reflux', `${formatNumber(facts.smallestReflux)} mol/mol`, why.smallestReflux],
    ['Stages, Molokanov', formatFixed(facts.stages.molokanov, 1), why.stages],
    ['Stages, Eduljee', formatFixed(facts.stages.eduljee, 1), why.stages],
    ['Feed stage, Fenske', String(facts.feedStage.fenske), why.fenskeFeed],
    ['Feed stage, Kirkbride', String(facts.feedStage.kirkbride), why.kirkbrideFeed],
    [`Feed quality q at ${quantity(facts.pressure.feed, 'pressure')}`, formatFixed(facts.q, 3), why.q],
    ['Volatility of the keys', formatFixed(meanOfKeys(facts, components), 3), why.alpha],
    ['Tray efficiency', formatFixed(facts.efficiency.value, 3), why.efficiency],
    ['Real trays', String(facts.trays), why.trays],
    ['Distillate', quantity(total, 'molarFlow')],
    ['Condenser', quantity(facts.condenserDuty, 'power')],
    ['Reboiler', quantity(facts.reboilerDuty, 'power')],
    ['Condenser outlet', quantity(facts.condenserTemperature, 'temperature')],
    ['Top vapour', quantity(facts.temperature.top, 'temperature')],
    ['Bottoms', quantity(facts.temperature.bottom, 'temperature')],
  ];
  return <ExplainedFigures rows={rows} />;
}

function meanOfKeys(facts: EstimateFacts, components: readonly { id: string }[]): number {
  return facts.meanAlpha[components.findIndex((c) => c.id === facts.keys.light)] ?? 1;
}

/** The pressure at which each coolant would do, and what that makes of the rest. */
function CoolingTable({ facts }: { facts: EstimateFacts }) {
  const quantity = useAppSelector(selectShowQuantity);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const P = findUnit('pressure', display.pressure);
  const T = findUnit('temperature', display.temperature);
  return (
    <>
      <h2>Lowest pressure for a coolant</h2>
      <table className="phases" aria-label="Lowest pressure for each coolant">
        <thead>
          <tr>
            <th />
            <th scope="col">top, {P.id}</th>
            <th scope="col">bottoms, {T.id}</th>
            <th scope="col">α top</th>
          </tr>
        </thead>
        <tbody>
          {facts.coolants.map((coolant) => (
            <tr key={coolant.name}>
              <th scope="row" title={`condensed at ${quantity(coolant.T, 'temperature')}, coolant and approach together`}>
                {coolant.name}
              </th>
              {coolant.at === null ? (
                <td colSpan={3}>does not condense</td>
              ) : (
                <>
                  <td>{formatQuantity(coolant.at.P, P, site)}</td>
                  <td>{formatQuantity(coolant.at.bottomsTemperature, T, site)}</td>
                  <td>{formatFixed(coolant.at.alphaTop, 2)}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
