import { expect, test } from 'vitest';
import { auditColumn, randomColumns } from '../testing/index.ts';
import { solveColumn } from './index.ts';
import { fractionOf, moles, recoveryOf } from './quantities.ts';
import type { ColumnInput, SolvedColumn, Target } from './types.ts';

const SEED = 13579;

/** Columns of the soak of this seed on which a target stood that was not found before. */
const FOUND: [string, string, (n: number) => Target['quantity'], (input: ColumnInput, found: SolvedColumn) => number, number][] = [
  [
    'a share along an overhead flow, behind a fold of the branch that is found first',
    'regular-solution: n-pentane, ethyl acetate, n-heptane; 81 stages',
    (n) => fractionOf({ at: 'overhead' }, [2], moles(n)),
    (_, { overhead }) => overhead[2] / overhead.reduce((a, b) => a + b, 0),
    0,
  ],
  [
    'a recovery where a mixed condenser’s liquid and the reflux are held',
    'peng-robinson: benzene, toluene, ethylbenzene, p-xylene, cumene, 1,2,4-trimethylbenzene; 19 stages',
    (n) => recoveryOf({ at: 'overhead' }, [0], moles(n)),
    ({ feeds }, { overhead }) => overhead[0] / feeds.reduce((sum, { flows }) => sum + flows[0], 0),
    1,
  ],
  [
    'a share where a mixed condenser’s liquid and the reflux are held',
    'unifac: acetone, methanol, water; 5 stages',
    (n) => fractionOf({ at: 'overhead' }, [1], moles(n)),
    (_, { overhead }) => overhead[1] / overhead.reduce((a, b) => a + b, 0),
    1,
  ],
];

const COLUMNS = [...randomColumns(SEED, 1500)];

test.each(FOUND)('%s is found', (_words, begin, quantity, valueOf, seat) => {
  const column = COLUMNS.find(({ words }) => words.startsWith(begin));
  if (column === undefined) throw new Error(begin);
  const base = solveColumn(column.input);
  if (base.state !== 'solved') throw new Error(base.state);
  const target: Target = { quantity: quantity(column.input.model.n), value: valueOf(column.input, base.value) };
  const input = { ...column.input, targets: column.input.targets.map((own, k) => (k === seat ? target : own)) };
  const outcome = solveColumn(input);
  expect(outcome.state).toBe('solved');
  if (outcome.state !== 'solved') return;
  const audit = auditColumn(input, outcome.value);
  expect(Math.max(audit.material, audit.heat, audit.equilibrium)).toBeLessThan(1e-8);
  expect(valueOf(input, outcome.value)).toBeCloseTo(target.value, 7);
});
