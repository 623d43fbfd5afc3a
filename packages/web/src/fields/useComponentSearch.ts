/** The databank's index, a chunk of its own that is loaded when a field first asks for it. */
import { useEffect, useState } from 'react';
import type * as componentSearchModule from './componentSearch.ts';
import type { ComponentOption } from './componentSearch.ts';

type Search = typeof componentSearchModule;

let loaded: Search | undefined;

const RECENT = 'keen-ladder recent components';
const MOST_RECENT = 8;

/** Identifiers of the components that were chosen last in this browser, the newest first; none where it keeps nothing. */
export function recentComponents(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(RECENT) ?? '[]');
    return Array.isArray(kept) ? kept.filter((id) => typeof id === 'string') : [];
  } catch {
    return [];
  }
}

export function rememberComponent(id: string): void {
  const recent = [id, ...recentComponents().filter((other) => other !== id)].slice(0, MOST_RECENT);
  try {
    localStorage.setItem(RECENT, JSON.stringify(recent));
  } catch {
    // A browser that keeps nothing has no recent ones: the whole list is there all the same.
  }
}

export interface LoadedSearch {
  options: ComponentOption[];
  showSearch: Search['componentSearch'] | true;
  loading: boolean;
}

/**
 * @param chosen what stands in the field before the index is there
 * @param withReady whether mixtures that go by one name are offered too
 */
export function useComponentSearch(chosen: ComponentOption | undefined, withReady: boolean): LoadedSearch {
  const [search, setSearch] = useState(loaded);
  useEffect(() => {
    if (search !== undefined) return;
    let isHere = true;
    void import('./componentSearch.ts').then((module) => {
      loaded = module;
      if (isHere) setSearch(module);
    });
    return () => {
      isHere = false;
    };
  }, [search]);
  if (search === undefined) return { options: chosen === undefined ? [] : [chosen], showSearch: true, loading: true };
  const isListed = chosen === undefined || search.componentOptions.some((o) => o.value === chosen.value);
  const all = withReady ? [...search.componentOptions, ...search.readyOptions] : search.componentOptions;
  const sorted = search.recentFirst(all, recentComponents());
  const options = isListed ? sorted : [chosen, ...sorted];
  return { options, showSearch: search.componentSearch, loading: false };
}
