/** Random columns by number; bundled by scripts/soak.mjs and run by plain Node. */
import { askedByQuality } from '../src/testing/randomColumns.ts';
import { randomNumbers } from '../src/testing/randomMixtures.ts';
import { soak, soakImpossible } from '../src/testing/soak.ts';

const [seed, columns, impossible, isByQuality] = process.argv.slice(2).map(Number);
const random = randomNumbers(seed);
const feasible =
  isByQuality === 1 ? soak(seed, columns, (column, found) => askedByQuality(column, found, random)) : soak(seed, columns);
console.log(JSON.stringify({ feasible, impossible: soakImpossible(seed, impossible) }));
