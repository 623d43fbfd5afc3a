// npm run bench: the figures that the design promises, printed and written to docs/benchmarks.md.
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensurePostgres } from './database.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, main, nodeBin, ROOT, say } from './machine.mjs';
import { loadTimes } from './load.mjs';
import { withService } from './service.mjs';

/** Bundled first: a loader that compiles while running would be timed too. */
function runBundled(entry) {
  mkdirSync(join(ROOT, 'build'), { recursive: true });
  // Inside the project, where the registry's packages are found.
  const folder = mkdtempSync(join(ROOT, 'build', 'bench-'));
  try {
    execFileSync(
      nodeBin('vite'),
      ['build', '--logLevel', 'error', '--ssr', join(ROOT, entry), '--outDir', folder, '--emptyOutDir'],
      { cwd: ROOT, stdio: 'inherit' },
    );
    const file = join(folder, `${basename(entry, '.ts')}.js`);
    writeFileSync(join(folder, 'package.json'), '{"type":"module"}');
    return JSON.parse(
      execFileSync(process.execPath, ['--expose-gc', '--max-semi-space-size=256', file], { encoding: 'utf8', maxBuffer: 2 ** 26 }),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** kB of JavaScript, gzipped: the entry with what it imports at once, then each page's. */
function pageSizes() {
  const dist = join(ROOT, 'packages', 'web', 'dist');
  const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8'));
  const filesOf = (key, seen = new Set()) => {
    const chunk = manifest[key];
    if (chunk === undefined || seen.has(chunk.file)) return seen;
    seen.add(chunk.file);
    for (const imported of chunk.imports ?? []) filesOf(imported, seen);
    return seen;
  };
  const size = (files) =>
    [...files].reduce((sum, file) => sum + gzipSync(readFileSync(join(dist, file)), { level: 9 }).length, 0) / 1000;
  const entry = Object.keys(manifest).find((key) => manifest[key].isEntry);
  const first = filesOf(entry);
  const pages = ['src/case/CasePage.tsx', 'src/graph/GraphPage.tsx'];
  const graph = pages.reduce((seen, key) => filesOf(key, seen), filesOf(entry));
  return { first: size(first), graph: size(graph) };
}

/** Index of the databank as a browser loads it, and its whole data, kB gzipped. */
function databankSizes() {
  const folder = join(ROOT, 'packages', 'core', 'src', 'databank', 'data');
  const size = (name) => gzipSync(readFileSync(join(folder, name)), { level: 9 }).length / 1000;
  return {
    index: size('index.json'),
    whole: ['records.json', 'pairs.json', 'groups.json'].reduce((sum, name) => sum + size(name), 0),
  };
}

/** The same flashes by compiled open libraries of Python's registry, in this run; or why they could not be timed. */
function compiledLibraries(reference) {
  const script = join(ROOT, 'tools', 'reference', 'flash_speed.py');
  const { status, stdout, stderr } = spawnSync('python3', [script], { input: JSON.stringify(reference), encoding: 'utf8' });
  if (status !== 0)
    return [['the same flashes by compiled libraries', `not timed: ${(stderr || 'no python3').trim().split('\n').at(-1)}`, '']];
  return Object.entries(JSON.parse(stdout)).map(([name, r]) => [
    `the same flashes by ${name}`,
    r.missing ??
      `${r['flashes per second'].toFixed(r['flashes per second'] < 10 ? 2 : 0)} a second (${r.states} states, ${r['without answer']} without answer)`,
    '',
  ]);
}

function propertyRows({ evaluations, flashes, reference }) {
  const each = evaluations.map((e) => [
    `${e.name}, ${e.n} components: ln φ · with slopes in P and n · all`,
    `${e.fugacity.toFixed(2)} · ${e.slopes.toFixed(2)} · ${e.all.toFixed(2)} µs; slopes leave ${Math.max(0, e.bytes).toFixed(0)} bytes a call`,
    '0 bytes',
  ]);
  const { cold, warm, states, split, failed } = flashes;
  return [
    ...each,
    [
      `flashes at T and P, Peng-Robinson, 10 components (${states} states, ${split} of them in two phases, ${failed} without answer)`,
      `${cold.toFixed(0)} a second; ${warm.toFixed(0)} in a kept workspace`,
      'faster than the compiled libraries below',
    ],
    ...compiledLibraries(reference),
  ];
}

const pageTimes = () =>
  withService((origin) =>
    JSON.parse(execFileSync(process.execPath, ['pageTimes.mjs', origin], { cwd: join(ROOT, 'e2e'), encoding: 'utf8' })),
  );

const load = () => withService(loadTimes);

const loadRow = (name, { perSecond, p99 }, goal) => [name, `${perSecond.toFixed(0)} a second, ${p99.toFixed(0)} ms at 99 %`, goal];

const named = (before, timings) => timings.map((t) => ({ ...t, name: before + t.name }));

await main(async () => {
  await ensurePackages();
  ensurePostgres();
  ensureChromium();
  await ensureBuilt();
  say('Timing the engine.');
  const engine = [
    ...named('Graph, acetone–water by NRTL: ', runBundled('packages/core/bench/graph.ts')),
    ...named('', runBundled('packages/core/bench/estimate.ts')),
    ...named('', runBundled('packages/core/bench/mixture.ts')),
  ];
  const column = runBundled('packages/core/bench/column.ts');
  engine.push(...named('', column.timings));
  const train = [...runBundled('packages/demo/bench/train.ts'), ...runBundled('packages/demo/bench/hardware.ts')];
  say('Timing models and flashes.');
  const properties = propertyRows(runBundled('packages/core/bench/properties.ts'));
  const databank = databankSizes();
  say('Timing the page.');
  const times = await pageTimes();
  const { reading, saving } = await load();
  const sizes = pageSizes();
  const rows = [
    ...engine.map((t) => [
      t.name,
      `${t.median.toFixed(2)} ms median, ${t.p95.toFixed(2)} ms at 95 %`,
      t.goal === null ? '' : `≤ ${t.goal} ms`,
    ]),
    ...[...column.facts, ...train].map(({ name, value, goal }) => [name, value, goal]),
    ...properties,
    ['Index of the databank, gzipped, as a browser loads it first', `${databank.index.toFixed(1)} kB`, '≤ 60 kB'],
    [
      'All records, pairs and groups, gzipped: on the server; a browser asks for what it needs',
      `${databank.whole.toFixed(0)} kB`,
      '',
    ],
    ['List of cases, cold browser, until it answers', `${times.list} ms`, '≤ 2000 ms'],
    ['Graph page, cold browser, until it is solved', `${times.graph} ms`, '≤ 1700 ms'],
    ['Updates of the drawing while a point is dragged', `${times.updates.toFixed(0)} a second`, '≥ 50 a second'],
    ['From an edit of a column’s diameter to its drawing', `${times.diameter.toFixed(0)} ms`, '≤ 33 ms: two frames'],
    ['From a keystroke to saved on the server', `${times.saving} ms`, '≤ 1000 ms'],
    loadRow('Reading a list of 66 cases, 50 clients at once', reading, '≥ 300 a second, ≤ 200 ms'),
    loadRow('Saving, 50 clients at once, each its own case', saving, '≥ 50 a second, ≤ 200 ms'),
    ['JavaScript of the first page, gzipped', `${sizes.first.toFixed(0)} kB`, '≤ 500 kB'],
    ['JavaScript of the graph page, gzipped, all in all', `${sizes.graph.toFixed(0)} kB`, '≤ 500 kB'],
  ];
  for (const [name, value, goal] of rows) console.log(`${name}: ${value}${goal === '' ? '' : `  (goal ${goal})`}`);
  const table = rows.map((row) => `| ${row.join(' | ')} |`).join('\n');
  writeFileSync(
    join(ROOT, 'docs', 'benchmarks.md'),
    `# Benchmarks

Written by \`npm run bench\` on ${cpus().length} cores (${cpus()[0].model.trim()}), Node.js ${process.version}, Chromium headless. One run of a shared machine:
read the figures to one digit. Times of the page are medians of five cold browsers; of the engine, of 1,500 runs after warming up.

| what | measured | goal |
|---|---|---|
${table}
`,
  );
});
process.exit();
