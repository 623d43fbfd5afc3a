import { useCallback, useRef } from 'react';

let count = 0;

/** A name for one spell of typing, one slide, one drag: what happens under it is undone in one step. */
export function newGesture(): string {
  count += 1;
  return `gesture-${count}`;
}

/** The gesture under way in a field; `renew` begins another. */
export function useGesture(): { current: () => string; renew: () => void } {
  const name = useRef<string | undefined>(undefined);
  const current = useCallback(() => (name.current ??= newGesture()), []);
  const renew = useCallback(() => {
    name.current = undefined;
  }, []);
  return { current, renew };
}
