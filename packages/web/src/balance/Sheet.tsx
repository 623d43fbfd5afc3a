/**
 * The balance sheet: components down, feed and products across. A cell shows what follows; typing in it makes it a number of the engineer's,
 * with an anchor. A click or the arrow keys choose a cell; a digit begins a new number, Enter or a double click changes the one that stands there, Delete
 * gives the cell back.
 */
import { capital } from '@keen-ladder/core';
import type { BalanceResult, Product } from '@keen-ladder/core';
import { useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { cellCleared, cellSet } from '../document/documentSlice.ts';
import { selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { componentColor } from '../theme/componentColors.ts';
import { columnUnit, fedTotal, isSamePlace, kindAt, shownValue } from './places.ts';
import type { Amounts, Place, SheetColumn, Showing, View } from './places.ts';
import { SheetCellBox } from './SheetCellBox.tsx';

interface Props {
  column: ColumnUnit;
  result: BalanceResult;
  view: View;
}

const columns: SheetColumn[] = ['flow', 'fraction', 'recovery'];

export function Sheet({ column, result, view }: Props) {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const showing: Showing = { display: useAppSelector(selectDisplay), site: useAppSelector(selectSite) };
  const [active, setActive] = useState<Place | undefined>(undefined);
  const table = useRef<HTMLTableElement>(null);
  const ids = components.map((c) => c.id);
  const amounts: Amounts = { result, molarMass: components.map((c) => c.molarMass.value) };
  const places = placesOf(ids, result.products);
  const first = places[0]?.[0];
  const box = (place: Place) => (
    <SheetCellBox
      key={`${place.product} ${place.column}`}
      column={column}
      place={place}
      name={nameOf(place)}
      view={view}
      ids={ids}
      amounts={amounts}
      showing={showing}
      inTabOrder={isSamePlace(active ?? first, place)}
      onFocus={() => setActive(place)}
      onSet={(cell, gesture) => dispatch(cellSet({ column: column.id, cell }, gesture))}
      onClear={(cell) => dispatch(cellCleared({ column: column.id, cell }))}
    />
  );
  const nameOf = ({ component, product, column: c }: Place): string => {
    const whose = components.find(({ id }) => id === component)?.name ?? 'the total';
    return `${columnWords[c]} of ${whose} in the ${result.products.find(({ id }) => id === product)?.name ?? product}`;
  };
  /** From cell to cell, where nothing is being typed. */
  const onKeyDown = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (step === undefined || event.target instanceof HTMLInputElement) return;
    const cells = [...(table.current?.querySelectorAll<HTMLElement>('[role="gridcell"]') ?? [])];
    const width = result.products.length * columns.length;
    const at = cells.findIndex((cell) => cell === document.activeElement);
    const next = cells[at + step.across + step.down * width];
    if (at < 0 || next === undefined) return;
    event.preventDefault();
    next.focus();
  };
  const count = (k: number): number => (view === 'mass' ? (amounts.molarMass[k] ?? 0) : 1);
  const flowKind = kindAt({ component: null, product: '', column: 'flow' }, view);
  return (
    <div className="balance-scroll">
      <table className="balance" role="grid" aria-label="Balance sheet" ref={table} onKeyDown={onKeyDown}>
        <SheetHead products={result.products} view={view} showing={showing} />
        <tbody>
          {components.map(({ id, name }, k) => (
            <tr key={id} role="row">
              <th scope="row">
                <span className="swatch" style={{ background: componentColor(k) }} />
                {name}
              </th>
              <td>{result.feed.length === 0 ? '–' : shownValue((result.feed[k] ?? 0) * count(k), flowKind, showing)}</td>
              {places[k]?.map(box)}
            </tr>
          ))}
          <tr className="total-row" role="row">
            <th scope="row">total</th>
            <td>{result.feed.length === 0 ? '–' : shownValue(fedTotal(result.feed, count), flowKind, showing)}</td>
            {totalPlaces(result.products).map((place) => (place.column === 'fraction' ? <One key={place.product} /> : box(place)))}
          </tr>
          <tr className="ratio-row" role="row">
            <th scope="row">{`${result.products[0]?.name ?? ''} to bottoms`}</th>
            <td />
            <td />
            <td />
            {box({ component: null, product: 'distillate', column: 'ratio' })}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

function SheetHead({ products, view, showing }: { products: BalanceResult['products']; view: View; showing: Showing }) {
  return (
    <thead>
      <tr>
        <th />
        <th scope="col">Feed</th>
        {products.map(({ id, name }) => (
          <th key={id} scope="colgroup" colSpan={columns.length} className="product-head">
            {capital(name)}
          </th>
        ))}
      </tr>
      <tr className="unit-row">
        <th />
        <th>{columnUnit('flow', view, showing)}</th>
        {products.flatMap(({ id }) =>
          columns.map((c) => (
            <th key={`${id} ${c}`} className={c === 'flow' ? 'product-first' : undefined}>
              {columnUnit(c, view, showing)}
            </th>
          )),
        )}
      </tr>
    </thead>
  );
}

const columnWords: Record<Place['column'], string> = {
  flow: 'flow',
  fraction: 'fraction',
  recovery: 'share of feed',
  ratio: 'ratio to bottoms',
};

const steps: Record<string, { across: number; down: number }> = {
  ArrowLeft: { across: -1, down: 0 },
  ArrowRight: { across: 1, down: 0 },
  ArrowUp: { across: 0, down: -1 },
  ArrowDown: { across: 0, down: 1 },
};

/** The fractions of a product add up to one; the cell is there so that arrow keys keep their column. */
function One() {
  return (
    <td role="gridcell" tabIndex={-1} className="sheet-cell">
      1
    </td>
  );
}

const placesOf = (ids: readonly string[], products: readonly Product[]): Place[][] =>
  ids.map((component) => products.flatMap(({ id }) => columns.map((column): Place => ({ component, product: id, column }))));

const totalPlaces = (products: readonly Product[]): Place[] =>
  products.flatMap(({ id }) => columns.map((column): Place => ({ component: null, product: id, column })));
