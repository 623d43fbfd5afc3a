/** What a drag on the drawing means for the document: the inverse of where each movable is drawn. */
import { massToMole, moleToMass } from '@keen-ladder/core';
import type { GraphResult } from '@keen-ladder/core';
import { createSelector } from '@reduxjs/toolkit';
import type { AppDispatch } from '../app/store.ts';
import { compositionSet, conditionSet, puritySet, refluxSet } from '../document/documentSlice.ts';
import type { Column, Fraction, Stream } from '../document/documentSlice.ts';
import { selectColumn, selectDocument, selectFeed } from '../document/selectors.ts';
import type { DrawingPoints, Movable } from './drawing/Drawing.tsx';

type Components = Parameters<typeof moleToMass>[0];

/** Fractions entered, as mole fractions for drawing; undefined where none can be drawn. */
export const selectDrawingPoints = createSelector(
  [selectDocument, selectColumn, selectFeed],
  (document, column, feed): DrawingPoints => {
    const { components } = document.mixture;
    const drawn = (fraction: Fraction | null | undefined): number | undefined => {
      if (fraction === null || fraction === undefined || components.length !== 2) return undefined;
      const x = fraction.basis === 'mole' ? fraction.value : massToMole(components, fraction.value);
      return x >= 0 && x <= 1 ? x : undefined;
    };
    return { z: drawn(feed?.composition), xD: drawn(column?.graph.distillate), xB: drawn(column?.graph.bottoms) };
  },
);

export interface Movables {
  components: Components;
  column: Column;
  feed: Stream;
  result: GraphResult;
  points: DrawingPoints;
}

/** A drag to (x, y), in mole fractions of the drawing. */
export function moveTo(dispatch: AppDispatch, at: Movables, what: Movable, x: number, y: number, gesture: string): void {
  const { basis } = at.result;
  switch (what) {
    case 'q':
      if (basis !== null) setQ(dispatch, at, qThrough(basis.split.z, x, y), gesture);
      return;
    case 'reflux':
      if (basis !== null) setReflux(dispatch, at, refluxThrough(basis.split.xD, y), gesture);
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
  const value = { distillate: at.points.xD, feed: at.points.z, bottoms: at.points.xB, q: basis?.split.q, reflux: basis?.reflux }[
    what
  ];
  if (value === undefined) return;
  if (what === 'q') setQ(dispatch, at, value + steps * Q_STEP, gesture);
  else if (what === 'reflux') setReflux(dispatch, at, value + steps * REFLUX_STEP, gesture);
  else setFraction(dispatch, at, what, value + steps * FRACTION_STEP, gesture);
}

/** The q whose line from (z, z) goes through (x, y): q = (y − z)/((y − z) − (x − z)); the pointer stays above the diagonal. */
function qThrough(z: number, x: number, y: number): number {
  return (y - z) / Math.max(y - x, NEAR_DIAGONAL);
}

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
  const entered = { distillate: at.column.graph.distillate, feed: at.feed.composition, bottoms: at.column.graph.bottoms }[what];
  const mole = clamp(rounded(x, 4), 1e-4, 1 - 1e-4);
  const fraction: Fraction =
    entered?.basis === 'mass'
      ? { value: rounded(moleToMass(at.components, mole), 5), basis: 'mass' }
      : { value: mole, basis: 'mole' };
  if (what === 'feed') dispatch(compositionSet({ stream: at.feed.id, composition: fraction }, gesture));
  else dispatch(puritySet({ column: at.column.id, product: what, purity: fraction }, gesture));
}

function setQ(dispatch: AppDispatch, at: Movables, q: number, gesture: string): void {
  dispatch(conditionSet({ stream: at.feed.id, condition: { by: 'q', q: clamp(rounded(q, 3), -5, 5) } }, gesture));
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
