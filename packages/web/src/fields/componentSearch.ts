/** Components of the databank as options of a select, found by name, synonym, formula, CAS number or class; names that begin so come first. */
import { readyMixtures } from '@keen-ladder/core';
import { componentIndex } from '@keen-ladder/core/databank-index';

export interface ComponentOption {
  value: string;
  label: string;
  /** What the search looks through, in lower case. */
  words?: string[];
}

export const componentOptions: ComponentOption[] = componentIndex
  .map((c) => ({
    value: c.id,
    label: c.name,
    words: [c.name, ...c.synonyms, c.formula, c.id, c.family].map(spelled),
  }))
  .sort((a, b) => plain(a.label).localeCompare(plain(b.label), 'en'));

/** Mixtures that go by one name, told with what they consist of. */
export const readyOptions: ComponentOption[] = readyMixtures.map(({ id, name, synonyms, parts }) => {
  const names = Object.keys(parts).map((cas) => componentIndex.find((c) => c.id === cas)?.name ?? cas);
  return { value: id, label: `${name} (${names.join(', ')})`, words: [name, ...synonyms].map(spelled) };
});

/** The ones that were chosen last come first while nothing is typed. */
export function recentFirst(options: readonly ComponentOption[], recent: readonly string[]): ComponentOption[] {
  const first = recent.flatMap((id) => options.filter(({ value }) => value === id));
  return [...first, ...options.filter(({ value }) => !recent.includes(value))];
}

/** In lower case and by one spelling of what British and American chemists write apart. */
function spelled(word: string): string {
  return word.toLowerCase().replaceAll('sulph', 'sulf').replaceAll('aluminium', 'aluminum').replaceAll('caesium', 'cesium');
}

/** n-hexane stands under h. */
function plain(name: string): string {
  return name.replace(/^(n-|\d,?\d*-)/, '');
}

export const componentSearch = {
  filterOption: (typed: string, option?: ComponentOption): boolean =>
    option?.words?.some((w) => w.includes(spelled(typed))) ?? false,
  filterSort: (a: ComponentOption, b: ComponentOption, { searchValue }: { searchValue: string }): number =>
    rank(a, spelled(searchValue)) - rank(b, spelled(searchValue)),
};

/** The whole word, then words that begin so, then the rest; among these the shorter name first. */
function rank({ label, words = [] }: ComponentOption, typed: string): number {
  const kind = words.includes(typed) ? 0 : words.some((w) => w.startsWith(typed) || plain(w).startsWith(typed)) ? 1 : 2;
  return kind * 1000 + label.length;
}
