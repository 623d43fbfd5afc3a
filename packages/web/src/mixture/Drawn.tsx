import { explain, explainOpenPoint, explainWarning } from '@keen-ladder/core';
import type { Outcome } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { selectShow } from '../document/showing.ts';

interface DrawnProps<T> {
  outcome: Outcome<T> | undefined;
  children: (value: T) => React.ReactNode;
}

/** An outcome drawn, or why there is nothing to draw. */
export function Drawn<T>({ outcome, children }: DrawnProps<T>) {
  const show = useAppSelector(selectShow);
  if (outcome === undefined) return <p className="empty-sheet">Working it out …</p>;
  if (outcome.state === 'solved')
    return (
      <>
        {children(outcome.value)}
        {outcome.warnings.length > 0 && (
          <p className="triangle-legend small" role="status">
            {outcome.warnings.map((warning) => explainWarning(warning, show)).join(' ')}
          </p>
        )}
      </>
    );
  return (
    <p className="empty-sheet">
      {outcome.state === 'open'
        ? outcome.points.map((point) => explainOpenPoint(point, show)).join(' ')
        : explain(outcome.reason, show)}
    </p>
  );
}
