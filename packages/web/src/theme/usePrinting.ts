/** Whether the page is being put on paper: day colours then, and tables whole. */
import { useSyncExternalStore } from 'react';

const onPaper = () => window.matchMedia('print');
let isAsked = false;

function subscribe(told: () => void): () => void {
  const before = () => {
    isAsked = true;
    told();
  };
  const after = () => {
    isAsked = false;
    told();
  };
  window.addEventListener('beforeprint', before);
  window.addEventListener('afterprint', after);
  const media = onPaper();
  media.addEventListener('change', told);
  return () => {
    window.removeEventListener('beforeprint', before);
    window.removeEventListener('afterprint', after);
    media.removeEventListener('change', told);
  };
}

export const usePrinting = (): boolean => useSyncExternalStore(subscribe, () => isAsked || onPaper().matches);
