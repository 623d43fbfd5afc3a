/**
 * The same numbers for ever: what a column answers follows from its document alone, whatever was solved before. The column is that of Jacobsen & Skogestad
 * (AIChE J. 37 (1991) 499), methanol from n-propanol with its reflux held by mass and its boil-up by moles, which has several steady states side by side: going
 * up and down along the reflux, a solver that began where it stood would stay on the branch it came from.
 */
import { expect, test } from 'vitest';
import type { LadderInputs } from '@keen-ladder/schema';
import { databankParts } from '../testing/index.ts';
import { proposedMixture } from '../thermo/index.ts';
import { bareLadder, ladderTarget } from '../plant/index.ts';
import { createCaseSolver, newCaseDocument } from './index.ts';
import type { ColumnCase } from './index.ts';

const METHANOL = '67-56-1';
const PROPANOL = '71-23-8';
const KG_PER_MINUTE = 1 / 60;
const KMOL_PER_MINUTE = 1000 / 60;

/** @param reflux kg/min of what falls to the third stage */
function columnWith(reflux: number): ColumnCase {
  const blank = newCaseDocument();
  const [column] = blank.units;
  const ladder: LadderInputs = {
    ...bareLadder(9),
    top: 'total',
    bottom: 'kettle',
    pressure: { by: 'ends', top: 101325, bottom: 101325 },
    feeds: { feed: { stage: 5, way: 'whole' } },
    targets: [
      ladderTarget('reflux', { kind: 'stage-flow', stage: 2, phase: 'liquid', basis: 'mass' }, reflux * KG_PER_MINUTE),
      ladderTarget('boil-up', { kind: 'stage-flow', stage: 9, phase: 'vapour', basis: 'mole' }, 2 * KMOL_PER_MINUTE),
    ],
  };
  return {
    ...blank,
    mixture: { ...proposedMixture(databankParts([METHANOL, PROPANOL])), model: 'ideal', measured: [] },
    streams: blank.streams.map((s) => ({
      ...s,
      amount: { value: KMOL_PER_MINUTE, basis: 'molar' },
      composition: { basis: 'mole', parts: { [METHANOL]: 0.5, [PROPANOL]: 0.5 } },
    })),
    units: [{ ...column, ladder }],
  };
}

test('up and down along the reflux every answer is the one that a new solver gives, or says that it comes from the one before', () => {
  const seasoned = createCaseSolver();
  const up = Array.from({ length: 14 }, (_, k) => 57.5 + k / 2);
  const distillates: number[] = [];
  let told = 0;
  for (const reflux of [...up, ...up.toReversed()]) {
    const document = columnWith(reflux);
    const { outcome } = seasoned.ladder(document, 'column');
    const { outcome: fresh } = createCaseSolver().ladder(document, 'column');
    if (outcome.state !== 'solved') {
      expect(fresh.state).toBe(outcome.state);
      continue;
    }
    if (outcome.warnings.some(({ code }) => code === 'only-from-before')) continue;
    if (outcome.warnings.some(({ code }) => code === 'several-columns')) told++;
    expect(fresh.state).toBe('solved');
    if (fresh.state !== 'solved') continue;
    expect(outcome.value.T).toEqual(fresh.value.T);
    expect(outcome.value.products).toEqual(fresh.value.products);
    distillates.push(fresh.value.products[0].flow);
  }
  // Where going on would have led to the other branch, that is told: on the way up or on the way down.
  expect(told).toBeGreaterThan(0);
  // The sweep crosses from much distillate to little: were it not so, there would be no branch to stay on.
  expect(distillates.length).toBeGreaterThan(20);
  expect(Math.max(...distillates) / Math.min(...distillates)).toBeGreaterThan(1.5);
});
