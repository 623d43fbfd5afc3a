// npm run bench: the figures that the design promises, printed and written to docs/benchmarks.md.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensurePostgres } from './database.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, main, nodeBin, ROOT, say } from './machine.mjs';
import { withService } from './service.mjs';

/** Bundled first: a loader that compiles while running would be timed too. */
function runBundled(entry) {
  const folder = mkdtempSync(join(tmpdir(), 'keen-ladder-bench-'));
  try {
    execFileSync(
      nodeBin('vite'),
      ['build', '--logLevel', 'error', '--ssr', join(ROOT, entry), '--outDir', folder, '--emptyOutDir'],
      { cwd: ROOT, stdio: 'inherit' },
    );
    const file = join(folder, `${basename(entry, '.ts')}.js`);
    writeFileSync(join(folder, 'package.json'), '{"type":"module"}');
    return JSON.parse(execFileSync(process.execPath, [file], { encoding: 'utf8' }));
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

const pageTimes = () =>
  withService((origin) =>
    JSON.parse(execFileSync(process.execPath, ['pageTimes.mjs', origin], { cwd: join(ROOT, 'e2e'), encoding: 'utf8' })),
  );

await main(async () => {
  await ensurePackages();
  ensurePostgres();
  ensureChromium();
  await ensureBuilt();
  say('Timing the engine.');
  const engine = runBundled('packages/core/bench/graph.ts');
  say('Timing the page.');
  const times = await pageTimes();
  const sizes = pageSizes();
  const rows = [
    ...engine.map((t) => [
      `Graph, acetone–water by NRTL: ${t.name}`,
      `${t.median.toFixed(2)} ms median, ${t.p95.toFixed(2)} ms at 95 %`,
      t.goal === null ? '' : `≤ ${t.goal} ms`,
    ]),
    ['List of cases, cold browser, until it answers', `${times.list} ms`, '≤ 2000 ms'],
    ['Graph page, cold browser, until it is solved', `${times.graph} ms`, '≤ 2000 ms'],
    ['Updates of the drawing while a point is dragged', `${times.updates.toFixed(0)} a second`, '≥ 30 a second'],
    ['From a keystroke to saved on the server', `${times.saving} ms`, '≤ 1000 ms'],
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
