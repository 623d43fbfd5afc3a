/** What a little more of everything entered does to what comes out: a table of exact slopes, each told for a step worth looking at. */
import {
  changeOf,
  explain,
  explainOpenPoint,
  findUnit,
  formatNumber,
  formatQuantity,
  fromSI,
  shownUnit,
  slopeRows,
} from '@keen-ladder/core';
import type { Dimension, SlopesFacts } from '@keen-ladder/core';
import { Button, Select } from 'antd';
import { useState } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppSelector } from '../../store/store.ts';
import { selectShow } from '../../document/showing.ts';
import { selectTable } from '../table.ts';
import { TakeAway } from '../TakeAway.tsx';
import { useStudy } from './useStudy.ts';
import type { Asks } from './useStudy.ts';

const askSlopes: Asks<SlopesFacts> = (engine, document, unit) => engine.slopes(document, unit);

export function LadderSlopes({ column }: { column: ColumnUnit }) {
  const { outcome, isRunning, isStale, stop } = useStudy(column.id, askSlopes);
  const show = useAppSelector(selectShow);
  return (
    <div className="ladder-study" data-stale={isStale && outcome !== null} aria-busy={isRunning}>
      {isRunning && outcome === null && (
        <p className="quiet" role="status">
          Working out what moves what …{' '}
          <Button size="small" type="link" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {outcome?.state === 'out-of-reach' && <p className="sentence">{explain(outcome.reason, show)}</p>}
      {outcome?.state === 'open' && (
        <p className="sentence">{outcome.points.map((point) => explainOpenPoint(point, show)).join(' ')}</p>
      )}
      {outcome?.state === 'solved' && <SlopesTable facts={outcome.value} />}
    </div>
  );
}

/** Columns that fit beside the inputs without scrolling. */
const FIRST = 3;

function SlopesTable({ facts }: { facts: SlopesFacts }) {
  const table = useAppSelector(selectTable);
  const names = facts.readouts.map(({ name, dimension }, r) => ({
    value: r,
    label: isFraction(dimension) ? `${name}, share` : name,
  }));
  const [chosen, setChosen] = useState<number[] | undefined>(undefined);
  const shown = (chosen ?? firstReadouts(facts)).filter((r) => r < facts.readouts.length);
  return (
    <>
      <div className="table-head">
        <h2 className="sheet-title">What moves what</h2>
        <TakeAway name="sensitivities" rows={() => slopeRows(facts, table)} />
      </div>
      <p className="quiet small">
        Each row moves one thing that was entered by its step, all else as entered; the columns tell the change, to first order,
        from the column’s own equations.
      </p>
      <Select<number[]>
        mode="multiple"
        size="small"
        className="slopes-choice"
        aria-label="What is told"
        value={shown}
        options={names}
        showSearch={{ optionFilterProp: 'label' }}
        onChange={setChosen}
      />
      <Slopes facts={facts} shown={shown} />
    </>
  );
}

/** @param shown places of the readouts that are told */
function Slopes({ facts, shown }: { facts: SlopesFacts; shown: readonly number[] }) {
  const { display, site } = useAppSelector(selectTable);
  const told = (value: number, dimension: Dimension): string => {
    const unit = findUnit(dimension, shownUnit(display, dimension));
    return `${formatQuantity(value, unit, site)} ${unit.id}`.trim();
  };
  const changed = (value: number, dimension: Dimension): string => {
    const change = fromSI(value, findUnit(changeOf(dimension), shownUnit(display, changeOf(dimension))), site);
    if (change === 0) return '0';
    const size = Math.abs(change);
    return `${change > 0 ? '+' : '−'}${size < 1e-3 ? size.toExponential(1) : formatNumber(size, 3)}`;
  };
  return (
    <div className="balance-scroll" tabIndex={0} role="region" aria-label="Sensitivities">
      <table className="balance slopes" aria-label="What every input does to what comes out">
        <thead>
          <tr>
            <th scope="col">entered</th>
            <th scope="col">now</th>
            <th scope="col">step</th>
            {shown.map((r) => (
              <th key={r} scope="col" className="product-head">
                {facts.readouts[r]?.name}
              </th>
            ))}
          </tr>
          <tr className="unit-row">
            <th />
            <th />
            <th />
            {shown.map((r) => {
              const readout = facts.readouts[r];
              return <th key={r}>{readout === undefined ? '' : told(readout.value, readout.dimension)}</th>;
            })}
          </tr>
        </thead>
        <tbody>
          {facts.inputs.map(({ name, dimension, value, step }, k) => (
            <tr key={name + dimension}>
              <th scope="row">{name}</th>
              <td>{told(value, dimension)}</td>
              <td>
                {changed(step, dimension)}
                {changeOf(dimension) === dimension ? '' : ` ${shownUnit(display, changeOf(dimension))}`}
              </td>
              {shown.map((r) => (
                <td key={r}>{changed((facts.slopes[k]?.[r] ?? 0) * step, facts.readouts[r]?.dimension ?? 'ratio')}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const isFraction = (dimension: Dimension): boolean =>
  dimension === 'moleFraction' || dimension === 'massFraction' || dimension === 'volumeFraction';

/** Heat first, then of what the first and the last product mostly are, then temperatures. */
function firstReadouts({ readouts }: SlopesFacts): number[] {
  const of = (is: (name: string, dimension: Dimension) => boolean): number[] =>
    readouts.flatMap(({ name, dimension }, r) => (is(name, dimension) ? [r] : []));
  const value = (r: number): number => readouts[r]?.value ?? 0;
  const heats = [...of((name) => name === 'reboiler duty'), ...of((name) => name === 'condenser duty')].slice(0, 1);
  const fractions = of((_, dimension) => isFraction(dimension)).filter((r) => value(r) > MOSTLY);
  const ends = [fractions[0], fractions.at(-1)].flatMap((r) => (r === undefined ? [] : [r]));
  const temperatures = of((_, dimension) => dimension === 'temperature');
  return [...new Set([...heats, ...ends, ...temperatures])].slice(0, FIRST);
}

/** mol/mol of a product that is mostly this. */
const MOSTLY = 0.3;
