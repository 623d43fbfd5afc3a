// npm test: everything that must hold, on a machine where nothing was installed by hand. The last line is the sum of all suites. npm run test:long
// asks the random tests for all that they can draw.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePostgres } from './database.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, main, nodeBin, ROOT, say, withLock } from './machine.mjs';
import { compareValidation } from './validation.mjs';

if (process.argv.includes('--long')) process.env.KEEN_LONG = '1';

const tally = { passed: 0, failed: 0 };

/** A check that is one test: it passes or it fails. */
async function check(title, command, args) {
  const began = Date.now();
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit' });
  const status = await new Promise((resolve) => {
    child.once('error', () => resolve(1));
    child.once('exit', resolve);
  });
  note(title, status === 0, began);
}

function note(title, ok, began) {
  tally[ok ? 'passed' : 'failed'] += 1;
  say(`${title}: ${ok ? 'passed' : 'FAILED'} (${((Date.now() - began) / 1000).toFixed(0)} s)`);
}

/** Runs a suite that writes its own report, and adds what the report counts; a suite without a report has failed. */
function suite(title, command, args, env, report, count) {
  const began = Date.now();
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  const counts = existsSync(report) ? count(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 1 };
  // A suite that fails outside its tests (a file that does not load) still fails.
  const failed = status !== 0 && counts.failed === 0 ? 1 : counts.failed;
  tally.passed += counts.passed;
  tally.failed += failed;
  say(`${title}: ${counts.passed} passed, ${failed} failed (${((Date.now() - began) / 1000).toFixed(0)} s)`);
}

await main(async () => {
  await ensurePackages();
  ensurePostgres();
  ensureChromium();
  const folder = mkdtempSync(join(tmpdir(), 'keen-ladder-report-'));
  try {
    // Each runs on one core: side by side they take as long as the longest.
    await Promise.all([
      check('Lint', nodeBin('eslint'), ['.']),
      withLock('types', () => check('Types', nodeBin('tsc'), ['-b']))
        .then(() => check('Layout', nodeBin('prettier'), ['--check', '--log-level', 'warn', '.']))
        .then(() => check('Layers', nodeBin('depcruise'), ['--config', '.dependency-cruiser.mjs', 'packages', 'e2e'])),
    ]);

    const validation = join(folder, 'validation');
    const unitReport = join(folder, 'vitest.json');
    suite(
      'Unit and API tests',
      nodeBin('vitest'),
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`],
      { KEEN_VALIDATION_DIR: validation },
      unitReport,
      (report) => ({
        passed: report.numPassedTests,
        failed: report.numFailedTests + report.numFailedTestSuites * Number(report.numFailedTests === 0),
      }),
    );
    const began = Date.now();
    const differences = compareValidation(validation);
    if (differences !== undefined) console.error(differences);
    note('Validation table', differences === undefined, began);

    await ensureBuilt();
    const browserReport = join(folder, 'playwright.json');
    suite(
      'Browser tests',
      nodeBin('playwright'),
      ['test', '--config', 'e2e/playwright.config.ts'],
      { PLAYWRIGHT_JSON_OUTPUT_FILE: browserReport },
      browserReport,
      ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected }),
    );
    if (existsSync(join(ROOT, 'test-results')) && readdirSync(join(ROOT, 'test-results')).some((name) => !name.startsWith('.')))
      say('Traces and pictures of failed browser tests are in test-results/; npx playwright show-trace FILE shows one.');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  if (tally.failed > 0) process.exitCode = 1;
});
if (process.exitCode === 1 && tally.failed === 0) tally.failed = 1;
console.log(`${tally.passed} passed, ${tally.failed} failed`);
