import { useLayoutEffect, useState } from 'react';

/** The element's inner size, followed as it changes; undefined before it is known. */
export function useElementSize(element: React.RefObject<HTMLElement | null>): { width: number; height: number } | undefined {
  const [size, setSize] = useState<{ width: number; height: number } | undefined>(undefined);
  useLayoutEffect(() => {
    const target = element.current;
    if (target === null) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: Math.floor(entry.contentRect.width), height: Math.floor(entry.contentRect.height) });
    });
    observer.observe(target);
    return () => {
      observer.disconnect();
    };
  }, [element]);
  return size;
}
