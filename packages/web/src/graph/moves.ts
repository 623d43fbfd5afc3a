/** What a drag on the drawing means for the document: the inverse of where each movable is drawn. */
import { givenPurity, massToMole, moleToMass } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Stream } from '@keen-ladder/schema';
import { createSelector } from '@reduxjs/toolkit';
import type { AppDispatch } from '../store/store.ts';
import { conditionSet, lightFractionSet, puritySet, refluxSet } from '../document/documentSlice.ts';
import type { Fraction } from '../document/parts.ts';
import { selectColumn, selectDocument, selectFeed } from '../document/selectors.ts';
import { selectGraphResult } from '../stops/standing.ts';
import type { DrawingPoints, Movable } from './drawing/Drawing.tsx';

type Components = Parameters<typeof moleToMass>[0];

/** Fractions entered, as mole fractions for drawing; undefined where none can be drawn. */
export const selectDrawingPoints = createSelector(
  [selectDocument, selectColumn, selectFeed, selectGraphResult],
  (document, column, feed, result): DrawingPoints => {
    const { components } = document.mixture;
    const drawn = (fraction: Fraction | null): number | undefined => {
      if (fraction === null || components.length !== 2) return undefined;
      const x = fraction.basis === 'mole' ? fraction.value : massToMole(components, fraction.value);
      return x >= 0 && x <= 1 ? x : undefined;
    };
    const drawnColumn = result?.basis?.column;
    // In a rating the purities follow; what the sheet holds is not what is drawn.
    const purity = (product: 'distillate' | 'bottoms') =>
      column === undefined || column.graph.task === 'rating' ? null : purityOf(document, column, product);
    return {
      z: drawn(feed === undefined ? null : lightFractionOf(components, feed.stream)) ?? drawnColumn?.feeds[0]?.z,
      xD: drawn(purity('distillate')) ?? drawnColumn?.xD,
      xB: drawn(purity('bottoms')) ?? drawnColumn?.xB,
    };
  },
);

/** The first component's fraction in a feed, as typed; null where it is typed in some other way or not at all. */
export function lightFractionOf(components: Components, { composition }: Stream): Fraction | null {
  const { basis, parts } = composition;
  const part = parts[components[0]?.id ?? ''];
  return (basis === 'mole' || basis === 'mass') && part !== undefined ? { value: part, basis } : null;
}

/** The purity of a product, as typed; null where the balance sheet has it otherwise or not at all. */
export function purityOf(document: CaseDocument, column: ColumnUnit, product: 'distillate' | 'bottoms'): Fraction | null {
  const cell = givenPurity(document, column, product);
  return cell === undefined ? null : { value: cell.value, basis: cell.kind === 'mass-fraction' ? 'mass' : 'mole' };
}

export interface Movables {
  document: CaseDocument;
  components: Components;
  column: ColumnUnit;
  feed: Stream;
  result: GraphResult;
  points: DrawingPoints;
}

/** Whether a point is a result, not to be moved: in a rating only the feed and its condition are the engineer's. */
const follows = ({ column }: Movables, what: Movable): boolean => column.graph.task === 'rating' && what !== 'feed' && what !== 'q';

/** A drag to (x, y), in mole fractions of the drawing. */
export function moveTo(dispatch: AppDispatch, at: Movables, what: Movable, x: number, y: number, gesture: string): void {
  const { basis } = at.result;
  if (follows(at, what)) return;
  switch (what) {
    case 'q':
      if (at.points.z !== undefined) setQ(dispatch, at, qThrough(at.points.z, x, y), gesture);
      return;
    case 'reflux':
      if (basis !== null) setReflux(dispatch, at, refluxThrough(basis.column.xD, y) / condensing(basis), gesture);
      return;
    case 'distillate':
    case 'feed':
    case 'bottoms':
      setFraction(dispatch, at, what, (x + y) / 2, gesture);
  }
}

/** So many presses of an arrow key. */
export function stepBy(dispatch: AppDispatch, at: Movables, what: Movable, steps: number, gesture: string): void {
  const { basis } = at.result;
  const value = {
    distillate: at.points.xD,
    feed: at.points.z,
    bottoms: at.points.xB,
    q: basis?.column.feeds[0]?.q,
    reflux: basis?.reflux,
  }[what];
  if (value === undefined || follows(at, what)) return;
  if (what === 'q') setQ(dispatch, at, value + steps * Q_STEP, gesture);
  else if (what === 'reflux') setReflux(dispatch, at, value + steps * REFLUX_STEP, gesture);
  else setFraction(dispatch, at, what, value + steps * FRACTION_STEP, gesture);
}

/** The q whose line from (z, z) goes through (x, y): q = (y − z)/((y − z) − (x − z)); the pointer stays above the diagonal. */
function qThrough(z: number, x: number, y: number): number {
  return (y - z) / Math.max(y - x, NEAR_DIAGONAL);
}

/** Reflux inside the column per reflux outside. */
const condensing = ({ reflux, insideReflux }: NonNullable<GraphResult['basis']>): number =>
  reflux > 0 ? insideReflux / reflux : 1;

/** The R whose upper line meets the axis at y: y = xD/(R + 1). */
function refluxThrough(xD: number, y: number): number {
  return xD / Math.max(y, NEAR_DIAGONAL) - 1;
}

function setFraction(
  dispatch: AppDispatch,
  at: Movables,
  what: 'distillate' | 'feed' | 'bottoms',
  x: number,
  gesture: string,
): void {
  const { document, column, feed, components, points } = at;
  const entered = what === 'feed' ? lightFractionOf(components, feed) : purityOf(document, column, what);
  const mole = clamp(rounded(x, 4), 1e-4, 1 - 1e-4);
  const fraction: Fraction =
    entered?.basis === 'mass' ? { value: rounded(moleToMass(components, mole), 5), basis: 'mass' } : { value: mole, basis: 'mole' };
  if (what === 'feed') {
    dispatch(lightFractionSet({ stream: feed.id, fraction }, gesture));
    return;
  }
  const there = what === 'distillate' ? points.xB : points.xD;
  const other: Fraction | null = there === undefined ? null : { value: rounded(there, 6), basis: 'mole' };
  dispatch(puritySet({ column: column.id, product: what, purity: fraction, other }, gesture));
}

function setQ(dispatch: AppDispatch, at: Movables, q: number, gesture: string): void {
  const { feed } = at;
  dispatch(conditionSet({ stream: feed.id, place: 0, condition: { by: 'column-pressure' } }, gesture));
  dispatch(conditionSet({ stream: feed.id, place: 1, condition: { by: 'q', value: clamp(rounded(q, 3), -5, 5) } }, gesture));
}

/** Keeps the reflux a multiple of the minimum where it was entered as one. */
function setReflux(dispatch: AppDispatch, at: Movables, R: number, gesture: string): void {
  const minimum = at.result.basis?.minimumReflux.ratio ?? 0;
  const asMultiple = at.column.graph.reflux?.kind === 'multiple' && minimum > 0;
  const value = clamp(asMultiple ? R / minimum : R, 0.001, 1000);
  dispatch(
    refluxSet({ column: at.column.id, reflux: { kind: asMultiple ? 'multiple' : 'ratio', value: rounded(value, 3) } }, gesture),
  );
}

const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));
const clamp = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), high);

const FRACTION_STEP = 0.001;
const Q_STEP = 0.05;
const REFLUX_STEP = 0.01;
const NEAR_DIAGONAL = 0.002;
