import type { AskedProducts } from '@keen-ladder/core';
import { useMemo } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { selectBalanceResult } from '../stops/standing.ts';
import { readComposition, sheetProducts } from './products.ts';
import type { Wanted } from './WantedProducts.tsx';

interface Products {
  asked: AskedProducts | undefined;
  isOnSheet: boolean;
  error: string | undefined;
}

/** What is typed, and where nothing is, what the balance sheet has. */
export function useProducts(wanted: Wanted): Products {
  const { components } = useAppSelector(selectMixture);
  const balance = useAppSelector(selectBalanceResult);
  return useMemo(() => {
    const names = components.map(({ name }) => name);
    const sheet = sheetProducts(balance, names.length);
    const isOnSheet = sheet !== undefined;
    const [top, bottom] = [wanted.top, wanted.bottom].map((text) =>
      text.trim() === '' ? undefined : readComposition(text, names),
    );
    const wrong = [top, bottom].find((read) => read?.ok === false);
    if (wrong?.ok === false) return { asked: undefined, isOnSheet, error: wrong.sentence };
    const first = top?.ok === true ? top.x : sheet?.first;
    const second = bottom?.ok === true ? bottom.x : sheet?.second;
    if (first === undefined || second === undefined) return { asked: undefined, isOnSheet, error: undefined };
    // Of a feed that is not known, half of each product.
    const fed = sheet?.fed ?? first.map((x, i) => (x + (second[i] ?? 0)) / 2);
    return { asked: { first, second, fed }, isOnSheet, error: undefined };
  }, [components, balance, wanted]);
}
