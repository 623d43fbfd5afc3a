import { useRef, useState } from 'react';
import { api } from '../api/client.ts';
import { useAppDispatch } from '../app/store.ts';
import { mixtureChosen } from '../document/documentSlice.ts';

/** Asks the databank for what components need; of two answers under way only the later one counts. */
export function useMixtureChoice(): { choose: (ids: (string | undefined)[]) => void; error: string | undefined } {
  const dispatch = useAppDispatch();
  const asked = useRef(0);
  const [error, setError] = useState<string | undefined>(undefined);
  const choose = async (ids: (string | undefined)[]): Promise<void> => {
    const mine = ++asked.current;
    try {
      const mixture = await api.mixture(ids.filter((id) => id !== undefined));
      if (mine !== asked.current) return;
      dispatch(mixtureChosen(mixture));
      setError(undefined);
    } catch (failure) {
      if (mine === asked.current) setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  return { choose: (ids) => void choose(ids), error };
}
