/** The units that were chosen last in this browser: the next case begins with them. */
import { CaseDocument } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { unitsChosen } from './documentSlice.ts';
import { selectDisplay } from './selectors.ts';

type Display = CaseDocument['display'];

const KEY = 'keen-ladder units';

/** Undefined where none were chosen, or this browser keeps nothing. */
export function lastUnits(): Display | undefined {
  try {
    const kept = CaseDocument.shape.display.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return kept.success ? kept.data : undefined;
  } catch {
    return undefined;
  }
}

/** Chooses units for the case that is open, and for the next new one. */
export function useUnitsChoice(): (change: Partial<Display>) => void {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  return (change) => {
    dispatch(unitsChosen(change));
    try {
      localStorage.setItem(KEY, JSON.stringify({ ...display, ...change }));
    } catch {
      // A browser that keeps nothing begins with metric units.
    }
  };
}
