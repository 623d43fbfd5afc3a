import { expect, test } from 'vitest';
import { componentOptions, componentSearch, readyOptions, recentFirst } from './componentSearch.ts';

function found(typed: string): string[] {
  return componentOptions
    .filter((o) => componentSearch.filterOption(typed, o))
    .sort((a, b) => componentSearch.filterSort(a, b, { searchValue: typed }))
    .map((o) => o.label);
}

test('the component that is named so comes first, then names that begin so', () => {
  expect(found('ethanol')[0]).toBe('ethanol');
  expect(found('ethanol')).toContain('methanol');
  expect(found('hexane')[0]).toBe('n-hexane');
  expect(found('hexan').indexOf('cyclohexane')).toBeGreaterThan(found('hexan').indexOf('n-hexanoic acid'));
});

test('synonyms, formulae and CAS numbers are found too', () => {
  expect(found('MEK')).toEqual(['methyl ethyl ketone']);
  expect(found('7732-18-5')).toEqual(['water']);
  expect(found('C6H6')[0]).toBe('benzene');
  expect(found('unobtainium')).toEqual([]);
});

test('British and American spelling find the same', () => {
  for (const name of ['sulphur dioxide', 'Sulfur dioxide']) expect(found(name)[0]).toBe('sulfur dioxide');
  expect(found('hydrogen sulphide')[0]).toBe('hydrogen sulfide');
});

test('air is found as a ready mixture, told with what it consists of', () => {
  const [air] = [...componentOptions, ...readyOptions].filter((o) => componentSearch.filterOption('dry air', o));
  expect(air).toMatchObject({ value: 'ready:air', label: 'air (nitrogen, oxygen, argon)' });
});

test('acids and lyes are found by either name', () => {
  expect(found('sulphuric acid')[0]).toBe('sulfuric acid');
  expect(found('caustic soda')[0]).toBe('sodium hydroxide');
});

test('options stand in the order of their names without their prefixes', () => {
  const labels = componentOptions.map((o) => o.label);
  expect(labels.indexOf('n-hexane')).toBeGreaterThan(labels.indexOf('ethyl acetate'));
  expect(labels.indexOf('n-hexane')).toBeLessThan(labels.indexOf('methanol'));
});

test('a class is found with all its members', () => {
  const ketones = found('ketone');
  expect(ketones).toContain('acetone');
  expect(ketones.length).toBeGreaterThan(5);
});

test('what was chosen last stands first while nothing is typed', () => {
  const sorted = recentFirst(componentOptions, ['108-88-3', 'no such', '67-64-1']);
  expect(sorted.slice(0, 2).map((o) => o.label)).toEqual(['toluene', 'acetone']);
  expect(sorted).toHaveLength(componentOptions.length);
});
