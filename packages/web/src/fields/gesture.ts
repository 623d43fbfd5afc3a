import { useCallback, useRef } from 'react';
import { newGesture } from '../document/gesture.ts';

/** The gesture under way in a field; `renew` begins another. */
export function useGesture(kind: 'drag' | 'spell' = 'spell'): { current: () => string; renew: () => void } {
  const name = useRef<string | undefined>(undefined);
  const current = useCallback(() => (name.current ??= newGesture(kind)), [kind]);
  const renew = useCallback(() => {
    name.current = undefined;
  }, []);
  return { current, renew };
}
