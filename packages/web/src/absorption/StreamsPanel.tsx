/** What enters a washer or a stripper and what leaves it, component by component. */
import { findUnit, formatNumber, fromSI, shownUnit } from '@keen-ladder/core';
import type { AbsorptionFacts } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { SaveTable } from '../charts/SaveChart.tsx';
import { selectComponents, selectDisplay, selectInlets, selectSite } from '../document/selectors.ts';
import { selectAbsorptionResult, selectIsAbsorptionStale } from '../stops/standing.ts';
import { componentColor } from '../theme/componentColors.ts';
import { streamRows } from './rows.ts';

export function StreamsPanel() {
  const result = useAppSelector(selectAbsorptionResult);
  const isStale = useAppSelector(selectIsAbsorptionStale);
  const facts = result?.estimate.state === 'solved' ? result.estimate.value : undefined;
  return (
    <div className="sheet balance-sheet" data-stale={isStale}>
      {facts === undefined ? (
        <p className="empty-sheet">
          A gas and a liquid enter this column. What leaves is told here by the estimate, as soon as both are complete and Graph has
          what it asks.
        </p>
      ) : (
        <StreamsTable facts={facts} />
      )}
    </div>
  );
}

/** What hardly dissolves, or hardly leaves the liquid, is not worth its digits. */
function factorWords(factor: number): string {
  if (factor < NEGLIGIBLE) return `< ${NEGLIGIBLE}`;
  return factor > 1 / NEGLIGIBLE ? `> ${1 / NEGLIGIBLE}` : formatNumber(factor, 3);
}

const NEGLIGIBLE = 0.001;

export function StreamsTable({ facts, hasFactors = false }: { facts: AbsorptionFacts; hasFactors?: boolean }) {
  const components = useAppSelector(selectComponents);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const unit = findUnit('molarFlow', shownUnit(display, 'molarFlow'));
  const shown = (value: number): string => formatNumber(fromSI(value, unit, site), 4);
  const { gasIn, liquidIn, gasOut, liquidOut, factor } = facts;
  const sum = (flows: readonly number[]): number => flows.reduce((total, flow) => total + flow, 0);
  const columns = [gasIn, liquidIn, gasOut, liquidOut];
  return (
    <>
      <div className="sheet-head">
        <h2 className="sheet-title">What enters and what leaves</h2>
        <SaveTable name={`${caseName} – streams`} rows={() => streamRows(facts, components, { display, site })} />
      </div>
      <div className="balance-scroll">
        <table className="balance" aria-label="Streams of the column">
          <StreamsHead facts={facts} unit={unit.id} hasFactors={hasFactors} />
          <tbody>
            {components.map(({ id, name }, i) => (
              <tr key={id}>
                <th scope="row">
                  <span className="swatch" style={{ background: componentColor(i) }} />
                  {name}
                  {id === facts.solute.id && <em className="quiet"> passes</em>}
                </th>
                {columns.map((flows, k) => (
                  <td key={k} className={k % 2 === 0 ? 'product-first' : ''}>
                    {shown(flows[i] ?? 0)}
                  </td>
                ))}
                {hasFactors &&
                  [factor.top, factor.bottom, factor.effective].map((factors, k) => (
                    <td key={k} className={k === 0 ? 'product-first' : ''}>
                      {factorWords(factors[i] ?? 0)}
                    </td>
                  ))}
              </tr>
            ))}
            <tr className="total-row">
              <th scope="row">total</th>
              {columns.map((flows, k) => (
                <td key={k} className={k % 2 === 0 ? 'product-first' : ''}>
                  {shown(sum(flows))}
                </td>
              ))}
              {hasFactors && <td className="product-first" colSpan={3} />}
            </tr>
          </tbody>
        </table>
      </div>
      <p className="quiet small">
        By effective factors (Kremser 1930, Edmister 1957): every component passes, and the liquid warms by the heat of all streams.
      </p>
    </>
  );
}

function StreamsHead({ facts, unit, hasFactors }: { facts: AbsorptionFacts; unit: string; hasFactors: boolean }) {
  const inlets = useAppSelector(selectInlets);
  const nameOf = (id: string): string => inlets.find((inlet) => inlet.id === id)?.name ?? id;
  return (
    <thead>
      <tr>
        <th />
        <th colSpan={2} scope="colgroup" className="product-head">
          enters, {unit}
        </th>
        <th colSpan={2} scope="colgroup" className="product-head">
          leaves, {unit}
        </th>
        {hasFactors && (
          <th colSpan={3} scope="colgroup" className="product-head">
            absorption factor L/(K V)
          </th>
        )}
      </tr>
      <tr className="unit-row">
        <th />
        <th className="product-first">{nameOf(facts.gas)}</th>
        <th>{nameOf(facts.liquid)}</th>
        <th className="product-first">gas</th>
        <th>liquid</th>
        {hasFactors && (
          <>
            <th className="product-first">first stage</th>
            <th>last stage</th>
            <th>for all</th>
          </>
        )}
      </tr>
    </thead>
  );
}
