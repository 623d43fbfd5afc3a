/** Components of the databank as options of a select, found by name, synonym, formula or CAS number; names that begin so come first. */
import { components } from '@keen-ladder/core';

interface ComponentOption {
  value: string;
  label: string;
  /** What the search looks through, in lower case. */
  words: string[];
}

export const componentOptions: ComponentOption[] = components
  .map((c) => ({ value: c.id, label: c.name, words: [c.name, ...c.synonyms, c.formula, c.id].map((w) => w.toLowerCase()) }))
  .sort((a, b) => plain(a.label).localeCompare(plain(b.label), 'en'));

/** n-hexane stands under h. */
function plain(name: string): string {
  return name.replace(/^(n-|\d,?\d*-)/, '');
}

export const componentSearch = {
  filterOption: (typed: string, option?: ComponentOption): boolean =>
    option?.words.some((w) => w.includes(typed.toLowerCase())) ?? false,
  filterSort: (a: ComponentOption, b: ComponentOption, { searchValue }: { searchValue: string }): number =>
    rank(a, searchValue.toLowerCase()) - rank(b, searchValue.toLowerCase()),
};

/** The whole word, then words that begin so, then the rest. */
function rank({ words }: ComponentOption, typed: string): number {
  if (words.includes(typed)) return 0;
  return words.some((w) => w.startsWith(typed) || plain(w).startsWith(typed)) ? 1 : 2;
}
