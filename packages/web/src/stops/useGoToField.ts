import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import { goToField } from '../case/goToField.ts';

/** Milliseconds after which a page that was asked for shows its fields, and how often that is looked for. */
const LOOK_AGAIN = 60;
const LOOKS = 150;

/** The stop that holds a field for a place of the document. */
export function stopOf(path: string): string {
  if (path.startsWith('mixture.') && !path.startsWith('mixture.components')) return 'mixture';
  if (path.startsWith('site.')) return 'estimate';
  const part = /\.(graph|estimate|absorption|ladder)(?:\.|$)/.exec(path)?.[1];
  return part === 'absorption' ? 'transfer' : (part ?? 'balance');
}

/** Puts the cursor into the field of a place, on this page or on the stop that has it. */
export function useGoToField(): (path: string) => void {
  const navigate = useNavigate();
  const id = useAppSelector((state) => state.saving.facts?.id);
  return useCallback(
    (path) => {
      if (goToField(path) || id === undefined) return;
      void navigate(`/cases/${id}/${stopOf(path)}`);
      let looks = 0;
      const timer = window.setInterval(() => {
        if (goToField(path) || ++looks === LOOKS) window.clearInterval(timer);
      }, LOOK_AGAIN);
    },
    [navigate, id],
  );
}
