import { proposedMixture } from '@keen-ladder/core';
import { useRef, useState } from 'react';
import type { ComponentRecord } from '@keen-ladder/schema';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { mixtureChosen } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';

/** Whether a component was made in a case rather than taken from the databank. */
export const isOwn = (id: string): boolean => id.startsWith('own:');

export interface MixtureChoice {
  /**
   * @param next  the components wanted, from those that are there or already asked for
   * @param fresh a component of one's own that the case does not have yet
   */
  choose: (next: (now: readonly string[]) => readonly string[], fresh?: ComponentRecord) => void;
  error: string | undefined;
}

/**
 * Asks the databank for what components need; of two answers under way only the later one counts, which was asked with what the earlier one asked for.
 */
export function useMixtureChoice(): MixtureChoice {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const asked = useRef(0);
  /** Asked for, and not there yet. */
  const under = useRef<{ ids: readonly string[]; own: ComponentRecord[] } | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const choose = async (next: (now: readonly string[]) => readonly string[], fresh?: ComponentRecord): Promise<void> => {
    const mine = ++asked.current;
    const ids = next(under.current?.ids ?? components.map(({ id }) => id));
    const made = [...(under.current?.own ?? []), ...(fresh === undefined ? [] : [fresh])];
    under.current = { ids, own: made };
    const own = [...components, ...made].filter(
      ({ id }, k, all) => isOwn(id) && ids.includes(id) && all.findIndex((c) => c.id === id) === k,
    );
    try {
      const parts = await api.mixture(
        ids.filter((id) => !isOwn(id)),
        own,
      );
      if (mine !== asked.current) return;
      const inOrder = ids.flatMap((id) => [...own, ...parts.components].filter((c) => c.id === id));
      dispatch(mixtureChosen(proposedMixture({ ...parts, components: inOrder })));
      setError(undefined);
    } catch (failure) {
      if (mine === asked.current) setError(failure instanceof Error ? failure.message : String(failure));
    } finally {
      if (mine === asked.current) under.current = undefined;
    }
  };
  return { choose: (next, fresh) => void choose(next, fresh), error };
}
