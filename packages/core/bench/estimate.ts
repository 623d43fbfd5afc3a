/** Times of balance sheet and estimate; bundled by scripts/bench.mjs and run by plain Node. */
import { balanceSheet, estimateColumn } from '../src/index.ts';
import type { EstimateInput, FixedCell, SheetFeed } from '../src/index.ts';
import { cubicOf, databankModel, databankRecord, solvedValue } from '../src/testing/index.ts';
import { ALKANES } from './alkanes.ts';
import { time } from './timing.ts';

/** Another reflux each time. */
function input(model: EstimateInput['model'], light: number, k: number): EstimateInput {
  return {
    model,
    feed: Float64Array.from({ length: model.n }, (_, i) => 5 + ((7 * i) % 11)),
    feedState: { T: 350, enthalpy: -1.5e5, vapourFraction: 0 },
    pressure: { top: 6e5, feed: 6.1e5, bottom: 6.2e5 },
    condenser: { kind: 'total' },
    keys: { light, heavy: light + 1, lightOverhead: 0.98, heavyOverhead: 0.02 },
    find: { find: 'stages', reflux: { kind: 'multiple', value: 1.2 + (k % 50) / 100 } },
  };
}

const ten = cubicOf(ALKANES.map(databankRecord), 'peng-robinson');
const two = databankModel(['benzene', 'toluene'], 'ideal');

const sheet: SheetFeed = {
  flows: Float64Array.from({ length: 20 }, (_, i) => 1 + ((13 * i) % 17)),
  molarMass: Float64Array.from({ length: 20 }, (_, i) => 0.03 + 0.01 * i),
  products: 2,
};
const lnAlpha = Float64Array.from({ length: 20 }, (_, i) => -0.35 * i);
const cells = (k: number): FixedCell[] => [
  { component: 8, product: 0, kind: 'recovery', wish: 'equal', value: 0.95 + (k % 40) / 1000 },
  { component: 10, product: 0, kind: 'fraction', wish: 'equal', value: 0.004 },
];

const timings = [
  time('estimate of 10 components by Peng-Robinson', 20, (k) => solvedValue(estimateColumn(input(ten, 4, k))), 300),
  time('estimate of 2 components', 3, (k) => solvedValue(estimateColumn(input(two, 0, k))), 300),
  time('balance sheet of 20 components, a recovery and a purity given', 5, (k) => balanceSheet(sheet, cells(k), lnAlpha), 300),
];
console.log(JSON.stringify(timings));
