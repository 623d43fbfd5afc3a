/** What the ladder says: the rung that is pointed at, products, remarks, the estimate beside it, how it was solved. */
import {
  capital,
  cellName,
  cellNumber,
  findUnit,
  formatNumber,
  formatQuantity,
  fromSI,
  hasOwnUtilities,
  productFlows,
} from '@keen-ladder/core';
import type { EstimateFacts, GraphDesign, LadderFacts, Reason, Warning } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { selectDocument, selectHashes, selectSite } from '../document/selectors.ts';
import { selectShow, selectShowQuantity } from '../document/showing.ts';
import { Compared } from '../stops/Compared.tsx';
import { Figures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import {
  selectEstimateResult,
  selectGraphResult,
  selectIsLadderStale,
  selectLadderMilliseconds,
  selectLastLadderStanding,
} from '../stops/standing.ts';
import { componentColor } from '../theme/componentColors.ts';
import { ladderProposals } from './proposals.ts';
import { shortFraction } from './rows.ts';
import { selectTable } from './table.ts';

export function LadderMargin({ column, pointed }: { column: ColumnUnit; pointed: number }) {
  const standing = useAppSelector(selectLastLadderStanding);
  const isStale = useAppSelector(selectIsLadderStale);
  const document = useAppSelector(selectDocument);
  const show = useAppSelector(selectShowQuantity);
  const hash = useAppSelector((state) => selectHashes(state)?.ladder);
  const waysOut = (reason: Reason) => ladderProposals(reason, { document, column, hash, show });
  return (
    <aside className="margin" aria-label="What the ladder says" data-stale={isStale}>
      <Said standing={standing} waiting="Solving …" waysOut={waysOut}>
        {(facts, warnings) => <Solved column={column} facts={facts} warnings={warnings} pointed={pointed} />}
      </Said>
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

interface SolvedProps {
  column: ColumnUnit;
  facts: LadderFacts;
  warnings: Warning[];
  pointed: number;
}

function Solved({ column, facts, warnings, pointed }: SolvedProps) {
  const isJudged = hasOwnUtilities(useAppSelector(selectSite));
  return (
    <>
      {pointed > 0 && pointed <= facts.stages ? <Rung facts={facts} rung={pointed} /> : <Products facts={facts} />}
      <Asked facts={facts} />
      {/* What the sheet asks and does not get stands in the table. */}
      <Warnings warnings={warnings.filter(({ code }) => code !== 'sheet-not-reached')} />
      {warnings.length === 0 && (
        <p className="sentence">
          Nothing to remark: {facts.asked.length > 0 && 'the sheet is met, '}every stage is wet
          {isJudged && ', and the site’s utilities reach'}.
        </p>
      )}
      <BesideBefore column={column} facts={facts} />
      <SolveLog facts={facts} />
    </>
  );
}

const VERDICT_WORDS: Record<LadderFacts['asked'][number]['verdict'], string> = {
  met: 'met',
  better: 'better',
  short: 'short',
  other: 'another',
};

/** Every number of the balance sheet beside what the ladder makes of it. */
function Asked({ facts: { asked } }: { facts: LadderFacts }) {
  const show = useAppSelector(selectShow);
  if (asked.length === 0) return null;
  return (
    <>
      <h2>Asked on the sheet</h2>
      <table className="figures-table asked-table" aria-label="Asked and reached">
        <thead>
          <tr>
            <td />
            <th scope="col">asked</th>
            <th scope="col">reached</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {asked.map(({ cell, reached, verdict }) => (
            <tr key={`${cell.kind} ${cell.component ?? ''} ${cell.product}`} data-verdict={verdict}>
              <th scope="row">{capital(cellName(cell))}</th>
              <td>{cellNumber(cell.kind, cell.value, show)}</td>
              <td>{cellNumber(cell.kind, reached, show)}</td>
              <td>{VERDICT_WORDS[verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** A product's composition a column; more than three products stand in the table of the sheet. */
function Products({ facts }: { facts: LadderFacts }) {
  const { components, display, site } = useAppSelector(selectTable);
  const products = facts.products.slice(0, 3);
  const flow = findUnit('molarFlow', display.molarFlow);
  const T = findUnit('temperature', display.temperature);
  return (
    <>
      <h2>Products</h2>
      <table className="figures-table" aria-label="Products">
        <thead>
          <tr>
            <th>mol/mol</th>
            {products.map(({ id, name }) => (
              <th key={id} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {components.map(({ id, name }, i) => (
            <tr key={id}>
              <th scope="row">
                <span className="swatch" style={{ background: componentColor(i) }} />
                {name}
              </th>
              {products.map((p) => (
                <td key={p.id}>{shortFraction((p.flows[i] ?? 0) / p.flow)}</td>
              ))}
            </tr>
          ))}
          <tr className="total-row">
            <th scope="row">{flow.id}</th>
            {products.map((p) => (
              <td key={p.id}>{formatNumber(fromSI(p.flow, flow, site), 4)}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">{T.id}</th>
            {products.map((p) => (
              <td key={p.id}>{formatQuantity(p.T, T, site)}</td>
            ))}
          </tr>
        </tbody>
      </table>
      {facts.products.length > 3 && (
        <p className="quiet small">All {facts.products.length} products stand in the sheet under Products.</p>
      )}
    </>
  );
}

/** Everything on the rung that is pointed at. */
function Rung({ facts, rung }: { facts: LadderFacts; rung: number }) {
  const { components } = useAppSelector(selectTable);
  const show = useAppSelector(selectShowQuantity);
  const j = rung - 1;
  const [x, y] = [facts.x[j] ?? [], facts.y[j] ?? []];
  return (
    <>
      <h2>Rung {rung} from the top</h2>
      <Figures
        rows={[
          ['Temperature', show(facts.T[j] ?? 0, 'temperature')],
          ['Pressure', show(facts.P[j] ?? 0, 'pressure')],
          ['Liquid leaving', show(facts.liquid[j] ?? 0, 'molarFlow')],
          ['Vapour leaving', (facts.vapour[j] ?? 0) === 0 ? 'none' : show(facts.vapour[j] ?? 0, 'molarFlow')],
        ]}
      />
      <table className="figures-table" aria-label="Compositions on the rung">
        <thead>
          <tr>
            <th>mol/mol</th>
            <th scope="col">liquid</th>
            <th scope="col">vapour</th>
          </tr>
        </thead>
        <tbody>
          {components.map(({ id, name }, i) => (
            <tr key={id}>
              <th scope="row">
                <span className="swatch" style={{ background: componentColor(i) }} />
                {name}
              </th>
              <td>{shortFraction(x[i] ?? 0)}</td>
              <td>{shortFraction(y[i] ?? 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What the ladder was to become, by the stop that it begins with: the graph where there is one, else the estimate. */
function BesideBefore({ column, facts }: { column: ColumnUnit; facts: LadderFacts }) {
  const graph = useAppSelector(selectGraphResult)?.outcome;
  const estimate = useAppSelector(selectEstimateResult)?.outcome;
  if (graph?.state === 'solved')
    return <Beside name="graph" before={ofGraph(graph.value)} condenser={column.condenser} facts={facts} />;
  if (estimate?.state !== 'solved') return null;
  return <Beside name="estimate" before={ofEstimate(estimate.value)} condenser={estimate.value.condenser} facts={facts} />;
}

/** K and W; null where the stop does not say. */
interface Before {
  reflux: number;
  stages: number;
  top: number | null;
  bottom: number | null;
  condenserDuty: number;
  reboilerDuty: number | null;
  compositions: Compositions | null;
}

/** mol/s by component. */
interface Compositions {
  distillate: ArrayLike<number>;
  bottoms: ArrayLike<number>;
}

const ofGraph = ({ reflux, whole, flows, column }: GraphDesign): Before => ({
  reflux,
  stages: whole,
  top: null,
  bottom: null,
  condenserDuty: flows.condenserDuty,
  reboilerDuty: flows.reboilerDuty,
  compositions: { distillate: ofLight(column.xD, flows.distillate), bottoms: ofLight(column.xB, flows.bottoms) },
});

const ofLight = (x: number, flow: number): number[] => [x * flow, (1 - x) * flow];

const ofEstimate = (facts: EstimateFacts): Before => ({
  reflux: facts.reflux,
  stages: facts.stagesChosen,
  top: facts.condenserTemperature,
  bottom: facts.temperature.bottom,
  condenserDuty: facts.condenserDuty,
  reboilerDuty: facts.reboilerDuty,
  compositions: facts,
});

interface BesideProps {
  name: 'graph' | 'estimate';
  before: Before;
  condenser: ColumnUnit['condenser'];
  facts: LadderFacts;
}

function Beside({ name, before, condenser, facts }: BesideProps) {
  const { display, site } = useAppSelector(selectTable);
  const T = findUnit('temperature', display.temperature);
  const W = findUnit('power', display.power);
  const temperature = (value: number): string => formatQuantity(value, T, site);
  const power = (value: number | null): string => (value === null ? 'none' : formatNumber(fromSI(value, W, site), 4));
  const rows: [string, string, string][] = [
    ['Reflux ratio', formatNumber(before.reflux, 3), facts.refluxRatio === null ? 'none' : formatNumber(facts.refluxRatio, 3)],
    [
      name === 'graph' ? 'Stages' : 'Equilibrium stages',
      formatNumber(before.stages, 3),
      String(facts.stages - (condenser === 'total' ? 1 : 0)),
    ],
  ];
  if (before.top !== null) rows.push([`Top, ${T.id}`, temperature(before.top), temperature(facts.condensateT)]);
  if (before.bottom !== null) rows.push([`Bottom, ${T.id}`, temperature(before.bottom), temperature(facts.T.at(-1) ?? 0)]);
  rows.push(
    [`Condenser, ${W.id}`, power(before.condenserDuty), power(facts.condenserDuty)],
    [`Reboiler, ${W.id}`, power(before.reboilerDuty), power(facts.reboilerDuty)],
  );
  return (
    <>
      <h2>Beside the {name}</h2>
      <Compared label={`Beside the ${name}`} names={[name, 'ladder']} rows={rows} />
      {before.compositions !== null && <ComparedCompositions name={name} compositions={before.compositions} facts={facts} />}
    </>
  );
}

/** What both products hold by the stop before, and by the ladder. */
function ComparedCompositions({ name, compositions, facts }: Pick<BesideProps, 'name' | 'facts'> & { compositions: Compositions }) {
  const { components } = useAppSelector(selectTable);
  const ofLadder: Compositions = {
    distillate: productFlows('distillate', facts.products),
    bottoms: productFlows('bottoms', facts.products),
  };
  const rowsOf = (product: keyof Compositions): [string, string, string][] => {
    const [before, now] = [shares(compositions[product]), shares(ofLadder[product])];
    return components.map(({ name: component }, i) => [component, shortFraction(before[i] ?? 0), shortFraction(now[i] ?? 0)]);
  };
  return (['distillate', 'bottoms'] as const).map((product) => (
    <Compared
      key={product}
      label={`${capital(product)} beside the ${name}`}
      head={`${product}, mol/mol`}
      names={[name, 'ladder']}
      rows={rowsOf(product)}
    />
  ));
}

/** A product's flows as parts of it. */
function shares(flows: ArrayLike<number>): number[] {
  const all = Array.from(flows);
  const total = all.reduce((sum, flow) => sum + flow, 0);
  return all.map((flow) => flow / total);
}

function SolveLog({ facts }: { facts: LadderFacts }) {
  const milliseconds = useAppSelector(selectLadderMilliseconds);
  const steps = facts.attempts.reduce((sum, { iterations }) => sum + iterations, 0);
  const last = facts.attempts.at(-1);
  return (
    <details className="solve-log">
      <summary>
        Solved in {steps} {steps === 1 ? 'step' : 'steps'}, {milliseconds < 1 ? 'under 1' : Math.round(milliseconds)} ms
        {last === undefined ? '' : `, by ${last.method}`}
      </summary>
      <ol>
        {facts.attempts.map(({ method, iterations, residual, isSolved }, k) => (
          <li key={k} className="quiet small">
            {capital(method)}: {iterations} steps, largest error left{' '}
            {residual < 1e99 ? residual.toExponential(0) : 'beyond measure'}
            {isSolved ? '' : ', given up'}
          </li>
        ))}
      </ol>
      <p className="quiet small">
        Balances close to {facts.closure.material.toExponential(0)} (components) and {facts.closure.heat.toExponential(0)} (heat) of
        themselves.
      </p>
    </details>
  );
}
