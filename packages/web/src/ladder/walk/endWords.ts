/** What ended a walk, in words. */
import { explainObstacle } from '@keen-ladder/core';
import type { Dimension, Show, WalkEnd } from '@keen-ladder/core';

/** @param measured what the values of the walked target are */
export function endWords(end: WalkEnd, show: Show, measured: Dimension): string {
  if (end.kind === 'reached') return 'as far as it was looked';
  return end.kind === 'stopped' ? 'stopped' : explainObstacle(end, show, measured);
}
