/** The databank's index, a chunk of its own that is loaded when a field first asks for it. */
import { useEffect, useState } from 'react';
import type * as componentSearchModule from './componentSearch.ts';
import type { ComponentOption } from './componentSearch.ts';

type Search = typeof componentSearchModule;

let loaded: Search | undefined;

export interface LoadedSearch {
  options: ComponentOption[];
  showSearch: Search['componentSearch'] | true;
  loading: boolean;
}

/** @param chosen what stands in the field before the index is there */
export function useComponentSearch(chosen: ComponentOption | undefined): LoadedSearch {
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
  const options = isListed ? search.componentOptions : [chosen, ...search.componentOptions];
  return { options, showSearch: search.componentSearch, loading: false };
}
