/** Random columns by number; bundled by scripts/soak.mjs and run by plain Node. */
import { soak } from '../src/testing/soak.ts';

const [seed, columns] = process.argv.slice(2).map(Number);
console.log(JSON.stringify(soak(seed, columns)));
