import { useCallback } from 'react';
import { useStore } from 'react-redux';
import { useNavigate } from 'react-router';
import type { AppStore } from '../store/store.ts';
import { goToField } from '../case/goToField.ts';
import { selectDocument, selectUnit } from '../document/selectors.ts';
import { addressOf, stopOfField } from './registry.ts';

/** Milliseconds after which a page that was asked for shows its fields, and how often that is looked for. */
const LOOK_AGAIN = 60;
const LOOKS = 150;

/** Puts the cursor into the field of a place, on this page or on the stop that has it. */
export function useGoToField(): (path: string) => void {
  const navigate = useNavigate();
  const store = useStore() as AppStore; // the one store there is
  return useCallback(
    (path) => {
      const state = store.getState();
      const id = state.saving.facts?.id;
      if (goToField(path) || id === undefined) return;
      const found = stopOfField(path, selectDocument(state), selectUnit(state));
      if (found === undefined) return;
      void navigate(addressOf(id, found.unit.id, found.stop));
      let looks = 0;
      const timer = window.setInterval(() => {
        if (goToField(path) || ++looks === LOOKS) window.clearInterval(timer);
      }, LOOK_AGAIN);
    },
    [navigate, store],
  );
}
