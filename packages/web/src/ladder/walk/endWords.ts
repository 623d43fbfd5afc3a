/** What ended a walk, in words. */
import { explainObstacle } from '@keen-ladder/core';
import type { Show, WalkEnd } from '@keen-ladder/core';

export function endWords(end: WalkEnd, show: Show): string {
  if (end.kind === 'reached') return 'as far as it was looked';
  return end.kind === 'stopped' ? 'stopped' : explainObstacle(end, show);
}
