import { demoCases } from '@keen-ladder/demo';
import { expect, test } from 'vitest';
import { foundIn } from './entries.ts';

const DEMOS = demoCases();

test.each(DEMOS)('$name: what can be found bears different names', ({ document }) => {
  const names = foundIn(document).map(({ name }) => name);
  expect(new Set(names).size).toBe(names.length);
  for (const page of ['Mixture', 'Estimate', 'Ladder']) expect(names).toContain(page);
  expect(names.some((name) => name.startsWith('Tray efficiency'))).toBe(true);
});

test('every rung and every target of a ladder is found', () => {
  const document = DEMOS.find(({ name }) => name === 'Five alkanes with a side draw')?.document;
  const ladder = document?.units[0]?.ladder;
  if (document === undefined || !ladder) throw new Error('no ladder');
  const found = foundIn(document);
  expect(found.filter(({ to }) => 'rung' in to)).toHaveLength(ladder.stages);
  const targets = found.flatMap(({ to }) => ('path' in to && to.path.includes('.targets.') ? [to.path.split('.').at(-1)] : []));
  expect(targets).toEqual(ladder.targets.map(({ id }) => id));
});
