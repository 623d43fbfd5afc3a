/** What stopped a walk, in words. */
import type { WalkEnd } from '@keen-ladder/core';

export function endWords(end: WalkEnd, show: (flow: number) => string): string {
  switch (end.kind) {
    case 'reached':
      return 'as far as it was looked';
    case 'stopped':
      return 'stopped';
    case 'balance-forbids':
      return 'beyond that the overall balance forbids it with the other targets';
    case 'product-full':
      return `the ${end.name} is full: it holds ${end.with.length === 0 ? 'nothing else' : `all the ${end.with.join(' and ')} and nothing else besides`}, so that only a larger one takes in more`;
    case 'product-dries':
      return `beyond that the ${end.name} dries up (${show(end.flow)} left)`;
    case 'stage-dries':
      return `beyond that no ${end.phase} is left on rung ${end.stage}`;
    case 'reflux-boundless':
      return `beyond that no reflux does it (${end.reflux.toPrecision(3)} here): more stages, or an azeotrope stands in the way`;
    case 'pinch':
      return `beyond that nothing changes any more from rung ${end.from} to ${end.to}: a pinch`;
    case 'turns':
      return 'beyond that the other targets leave no column: more of it would need less of what brings it';
  }
}
