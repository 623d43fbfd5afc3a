import { explain, explainOpenPoint } from '@keen-ladder/core';
import type { Outcome } from '@keen-ladder/core';
import { useAppSelector } from '../app/store.ts';
import { selectShow } from '../document/showing.ts';

interface DrawnProps<T> {
  outcome: Outcome<T> | undefined;
  children: (value: T) => React.ReactNode;
}

/** An outcome drawn, or why there is nothing to draw. */
export function Drawn<T>({ outcome, children }: DrawnProps<T>) {
  const show = useAppSelector(selectShow);
  if (outcome === undefined) return <p className="empty-sheet">Working it out …</p>;
  if (outcome.state === 'solved') return children(outcome.value);
  return (
    <p className="empty-sheet">
      {outcome.state === 'open' ? outcome.points.map(explainOpenPoint).join(' ') : explain(outcome.reason, show)}
    </p>
  );
}
