/** Products in every basis, what of each component goes where, and what enters against what leaves. */
import { findUnit, formatNumber, formatQuantity, fromSI, productRows } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { componentColor } from '../theme/componentColors.ts';
import { shortFraction } from './rows.ts';
import { selectTable } from './table.ts';
import { TakeAway } from './TakeAway.tsx';

type Shown = 'mol/mol' | 'kg/kg' | 'flow' | 'recovery';

const shownWords: { value: Shown; label: string }[] = [
  { value: 'mol/mol', label: 'mole fractions' },
  { value: 'kg/kg', label: 'mass fractions' },
  { value: 'flow', label: 'flows' },
  { value: 'recovery', label: 'where each goes' },
];

export function ProductTable({ facts }: { facts: LadderFacts }) {
  const [shown, setShown] = useState<Shown>('mol/mol');
  const table = useAppSelector(selectTable);
  const { components, display, site } = table;
  const { products } = facts;
  const flow = findUnit('molarFlow', display.molarFlow);
  const mass = findUnit('massFlow', display.massFlow);
  const T = findUnit('temperature', display.temperature);
  const P = findUnit('pressure', display.pressure);
  const fed = components.map((_, i) => products.reduce((sum, { flows }) => sum + (flows[i] ?? 0), 0));
  const cell = (product: LadderFacts['products'][number], i: number): string => {
    const part = product.flows[i] ?? 0;
    switch (shown) {
      case 'mol/mol':
        return shortFraction(part / product.flow);
      case 'kg/kg':
        return shortFraction((part * (components[i]?.molarMass.value ?? 0)) / product.massFlow);
      case 'flow':
        return formatNumber(fromSI(part, flow, site), 4);
      case 'recovery':
        return shortFraction(part / (fed[i] ?? 1));
    }
  };
  const totals: [string, (product: LadderFacts['products'][number]) => string][] = [
    [`flow, ${flow.id}`, (p) => formatNumber(fromSI(p.flow, flow, site), 5)],
    [`flow, ${mass.id}`, (p) => formatNumber(fromSI(p.massFlow, mass, site), 5)],
    [`temperature, ${T.id}`, (p) => formatQuantity(p.T, T, site)],
    [`pressure, ${P.id}`, (p) => formatQuantity(p.P, P, site)],
  ];
  const unit = shown === 'flow' ? flow.id : shown === 'recovery' ? 'of what is fed, mol/mol' : shown;
  return (
    <div className="balance-scroll ladder-table">
      <div className="table-head">
        <Segmented<Shown> size="small" options={shownWords} value={shown} onChange={setShown} aria-label="What the table tells" />
        <TakeAway name="products" rows={() => productRows(facts, components, table)} />
      </div>
      <table className="balance" aria-label="Products of the ladder">
        <thead>
          <tr>
            <th />
            {products.map(({ id, name, phase }) => (
              <th key={id} scope="col" className="product-head">
                {name} <span className="quiet">{phase}</span>
              </th>
            ))}
          </tr>
          <tr className="unit-row">
            <th>{unit}</th>
            {products.map(({ id, stage }) => (
              <th key={id}>rung {stage}</th>
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
              {products.map((product) => (
                <td key={product.id}>{cell(product, i)}</td>
              ))}
            </tr>
          ))}
          {totals.map(([name, value], k) => (
            <tr key={name} className={k === 0 ? 'total-row' : undefined}>
              <th scope="row">{name}</th>
              {products.map((product) => (
                <td key={product.id}>{value(product)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Closure facts={facts} />
    </div>
  );
}

/** What enters, what leaves, and how well it closes. */
function Closure({ facts }: { facts: LadderFacts }) {
  const show = useAppSelector(selectShowQuantity);
  const total = (streams: readonly { flow: number }[]): string =>
    show(
      streams.reduce((sum, { flow }) => sum + flow, 0),
      'molarFlow',
    );
  const duty = (value: number | null): string => (value === null ? 'none' : show(value, 'power'));
  const lines = [
    ['enters', total(facts.feeds)],
    ['leaves', total(facts.products)],
    ['condenser', duty(facts.condenserDuty)],
    ['reboiler', duty(facts.reboilerDuty)],
    ['worst component balance', closure(facts.closure.material)],
    ['heat balance', closure(facts.closure.heat)],
  ];
  return (
    <dl className="figures ladder-closure">
      {lines.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

const closure = (error: number): string => (error < 1e-14 ? 'closed' : `open by ${error.toExponential(0)} of itself`);
