/** Random columns by number; bundled by scripts/soak.mjs and run by plain Node. */
import { soak, soakImpossible } from '../src/testing/soak.ts';

const [seed, columns, impossible] = process.argv.slice(2).map(Number);
console.log(JSON.stringify({ feasible: soak(seed, columns), impossible: soakImpossible(seed, impossible) }));
