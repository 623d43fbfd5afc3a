/** The Drum stop: what enters and what is known on the left, the two phases in the middle, figures in the margin. */
import { drumRows, findUnit, formatFraction, formatNumber, fromSI, shownUnit } from '@keen-ladder/core';
import type { DrumFacts } from '@keen-ladder/core';
import type { DrumUnit } from '@keen-ladder/schema';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../store/store.ts';
import { SaveTable } from '../charts/SaveChart.tsx';
import { selectComponents, selectDisplay, selectDocument, selectDrum, selectInlets, selectSite } from '../document/selectors.ts';
import { InletFields } from '../feed/InletFields.tsx';
import { ComponentList } from '../mixture/ComponentList.tsx';
import { drawnOf, selectDrumResult, selectDrumStanding } from '../stops/standing.ts';
import { componentColor } from '../theme/componentColors.ts';
import { DrumMargin } from './DrumMargin.tsx';
import { KnownFields } from './KnownFields.tsx';

export function DrumPage() {
  const drum = useAppSelector(selectDrum);
  const inlets = useAppSelector(selectInlets);
  const [chosen, setChosen] = useState<string | undefined>(undefined);
  const inlet = inlets.find(({ id }) => id === chosen) ?? inlets[0];
  const isStale = useAppSelector(selectDrumStanding).state === 'stale';
  const result = useAppSelector(selectDrumResult);
  const facts = drawnOf(result?.outcome)?.value;
  if (drum === undefined) return null;
  return (
    <main className="graph-page">
      <h1 className="unseen">Flash drum</h1>
      <form className="inputs" aria-label="Inputs of the drum" onSubmit={(event) => event.preventDefault()}>
        <ComponentList />
        <KnownFields drum={drum} facts={facts} />
        <InletFields unit={drum} inlets={inlets} inlet={inlet} onChoose={setChosen} />
      </form>
      <div className="sheet balance-sheet" data-stale={isStale}>
        {facts === undefined ? (
          <p className="empty-sheet">
            {result === null
              ? 'Solving …'
              : 'What leaves as vapour and as liquid stands here once everything is known: the margin says what is missing.'}
          </p>
        ) : (
          <Leaving drum={drum} facts={facts} />
        )}
      </div>
      <DrumMargin inlet={inlet?.id ?? ''} />
    </main>
  );
}

/** Vapour and liquid beside each other, and what was fed. */
function Leaving({ drum, facts }: { drum: DrumUnit; facts: DrumFacts }) {
  const components = useAppSelector(selectComponents);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('molarFlow', shownUnit(display, 'molarFlow'));
  const flow = (value: number): string => formatNumber(fromSI(value, unit, site), 4);
  const { vapour, liquid } = facts.outlets;
  const both = [vapour, liquid];
  const names = components.map(({ name }) => name);
  return (
    <>
      <div className="sheet-head">
        <h2 className="sheet-title">What leaves the drum</h2>
        <SaveTable name={`${drum.name} – vapour and liquid`} rows={() => drumRows(facts, names, { display, site })} />
      </div>
      <div className="balance-scroll">
        <table className="balance drum-table" aria-label="What leaves the drum">
          <thead>
            <tr>
              <th />
              <th scope="colgroup" className="product-head">
                enters
              </th>
              {['vapour', 'liquid'].map((name) => (
                <th key={name} colSpan={3} scope="colgroup" className="product-head">
                  {name} <Destination drum={drum.id} outlet={name} />
                </th>
              ))}
            </tr>
            <tr className="unit-row">
              <th />
              <th className="product-first">{unit.id}</th>
              {both.flatMap((_, k) => [
                <th key={`${k} flow`} className="product-first">
                  {unit.id}
                </th>,
                <th key={`${k} fraction`}>mol/mol</th>,
                <th key={`${k} share`}>of feed</th>,
              ])}
            </tr>
          </thead>
          <tbody>
            {components.map(({ id, name }, i) => {
              const fed = both.reduce((sum, { flows }) => sum + (flows[i] ?? 0), 0);
              return (
                <tr key={id}>
                  <th scope="row">
                    <span className="swatch" style={{ background: componentColor(i) }} />
                    {name}
                  </th>
                  <td className="product-first">{flow(fed)}</td>
                  {both.flatMap(({ flows, fractions, flow: whole }, k) => [
                    <td key={`${k} flow`} className="product-first">
                      {flow(flows[i] ?? 0)}
                    </td>,
                    <td key={`${k} fraction`}>{whole > 0 ? formatFraction(fractions[i] ?? 0) : '–'}</td>,
                    <td key={`${k} share`}>{fed > 0 ? formatFraction((flows[i] ?? 0) / fed) : '–'}</td>,
                  ])}
                </tr>
              );
            })}
            <tr className="total-row">
              <th scope="row">total</th>
              <td className="product-first">{flow(facts.flow)}</td>
              {both.flatMap(({ flow: whole }, k) => [
                <td key={`${k} flow`} className="product-first">
                  {flow(whole)}
                </td>,
                <td key={`${k} fraction`}>{whole > 0 ? '1' : '–'}</td>,
                <td key={`${k} share`}>{formatFraction(whole / facts.flow)}</td>,
              ])}
            </tr>
          </tbody>
        </table>
      </div>
    </>
  );
}

/** Where an outlet goes: a product, or to another unit. */
function Destination({ drum, outlet }: { drum: string; outlet: string }) {
  const { connections, units } = useAppSelector(selectDocument);
  const id = useAppSelector((state) => state.saving.facts?.id) ?? '';
  const to = connections.find(({ from }) => 'unit' in from && from.unit === drum && from.port === outlet)?.to.unit;
  const unit = units.find((one) => one.id === to);
  return unit === undefined ? (
    <span className="quiet destination">a product</span>
  ) : (
    <span className="quiet destination">
      to <Link to={`/cases/${id}/${unit.id}`}>{unit.name}</Link>
    </span>
  );
}
