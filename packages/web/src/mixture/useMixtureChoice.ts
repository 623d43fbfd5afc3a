import { proposedMixture } from '@keen-ladder/core';
import type { ComponentRecord } from '@keen-ladder/core';
import { useRef, useState } from 'react';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { mixtureChosen } from '../document/documentSlice.ts';
import { selectComponents } from '../document/selectors.ts';

/** Whether a component was made in a case rather than taken from the databank. */
export const isOwn = (id: string): boolean => id.startsWith('own:');

export interface MixtureChoice {
  /** @param fresh a component of one's own that the case does not have yet */
  choose: (ids: (string | undefined)[], fresh?: ComponentRecord) => void;
  error: string | undefined;
}

/** Asks the databank for what components need; of two answers under way only the later one counts. */
export function useMixtureChoice(): MixtureChoice {
  const dispatch = useAppDispatch();
  const components = useAppSelector(selectComponents);
  const asked = useRef(0);
  const [error, setError] = useState<string | undefined>(undefined);
  const choose = async (wanted: (string | undefined)[], fresh?: ComponentRecord): Promise<void> => {
    const mine = ++asked.current;
    const ids = wanted.filter((id) => id !== undefined);
    const own = [...components, ...(fresh === undefined ? [] : [fresh])].filter(({ id }) => isOwn(id) && ids.includes(id));
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
    }
  };
  return { choose: (ids, fresh) => void choose(ids, fresh), error };
}
