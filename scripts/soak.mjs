// npm run soak -- --columns 500 --impossible 150 --seed S: random columns solved untuned, and columns that cannot be with what is said of them, told in
// figures; those that failed are kept under tools/soak/. --quality asks each column for a share, a recovery, a temperature and a duty instead of purities.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensurePackages, main, nodeBin, ROOT } from './machine.mjs';

const { values } = parseArgs({
  options: {
    columns: { type: 'string', default: '500' },
    impossible: { type: 'string', default: '150' },
    seed: { type: 'string', default: '1' },
    quality: { type: 'boolean', default: false },
  },
});
const [columns, impossible, seed] = [values.columns, values.impossible, values.seed].map(Number);

function reportOf() {
  const folder = mkdtempSync(join(tmpdir(), 'keen-ladder-soak-'));
  try {
    const entry = join(ROOT, 'packages', 'core', 'bench', 'soak.ts');
    const options = ['build', '--logLevel', 'error', '--ssr', entry, '--outDir', folder, '--emptyOutDir'];
    execFileSync(nodeBin('vite'), options, { cwd: ROOT, stdio: 'inherit' });
    writeFileSync(join(folder, 'package.json'), '{"type":"module"}');
    const out = execFileSync(
      process.execPath,
      [join(folder, 'soak.js'), String(seed), String(columns), String(impossible), values.quality ? '1' : '0'],
      {
        maxBuffer: 2 ** 28,
      },
    );
    return JSON.parse(out.toString('utf8'));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

await main(async () => {
  await ensurePackages();
  const report = reportOf();
  const { columns: made, solved, falselySolved, falselyProved, failed, byMethod, times } = report.feasible;
  const share = (part) => `${((100 * part) / made).toFixed(2)} %`;
  console.log(
    `${made} columns (seed ${seed}): ${solved} solved untuned, ${share(solved)}; ${falselySolved.length} falsely called solved, ${falselyProved.length} falsely called beyond reach.`,
  );
  console.log(
    `Times, ms: median ${times[0].toFixed(1)}, 90 % ${times[1].toFixed(1)}, 99 % ${times[2].toFixed(0)}, slowest ${times[3].toFixed(0)}.`,
  );
  for (const [method, count] of Object.entries(byMethod).sort(([, a], [, b]) => b - a)) console.log(`  ${count} by ${method}`);
  for (const { words, reason } of failed) console.log(`  failed (${reason}): ${words}`);
  for (const words of falselyProved) console.log(`  FALSELY BEYOND REACH: ${words}`);
  for (const words of falselySolved) console.log(`  FALSELY SOLVED: ${words}`);
  const { columns: cannot, told, solved: found, untold, times: waits } = report.impossible;
  if (cannot > 0)
    console.log(
      `${cannot} columns that cannot be: of ${told} the true cause was told, ${((100 * told) / cannot).toFixed(1)} %; ${found.length} called solved. ` +
        `Times, ms: median ${waits[0].toFixed(1)}, 90 % ${waits[1].toFixed(1)}, slowest ${waits[3].toFixed(0)}.`,
    );
  for (const words of found) console.log(`  FOUND: ${words}`);
  for (const words of untold) console.log(`  not told: ${words}`);
  if (failed.length + falselySolved.length > 0) {
    const folder = join(ROOT, 'tools', 'soak');
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, `seed-${seed}.json`), JSON.stringify({ seed, columns, failed, falselySolved }, null, 1) + '\n');
    console.log(`Kept in tools/soak/seed-${seed}.json.`);
  }
  process.exit(falselySolved.length > 0 ? 1 : 0);
});
