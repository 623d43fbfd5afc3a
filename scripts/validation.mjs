// docs/validation.md from the rows that the tests' `published` and `reported` wrote. `node scripts/validation.mjs` runs the tests and writes the page;
// `npm test` compares it with what its own tests found.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nodeBin, ROOT } from './machine.mjs';

const PAGE = join(ROOT, 'docs', 'validation.md');

/** undefined when the page is what the tests found; else a sentence. */
export function compareValidation(folder) {
  const page = existsSync(PAGE) ? readFileSync(PAGE, 'utf8') : '';
  if (page === pageFrom(folder)) return undefined;
  return 'docs/validation.md is not what the tests found: run `node scripts/validation.mjs` and look at the difference.';
}

function pageFrom(folder) {
  const all = readRows(folder);
  const rows = all.filter((r) => r.source !== undefined).sort(bySourceAndQuantity);
  const sources = [...new Set(rows.map((r) => r.source))].sort((a, b) => a.localeCompare(b, 'en'));
  const sections = sources.map((source) =>
    section(
      source,
      rows.filter((r) => r.source === source),
    ),
  );
  const kinds = KINDS.map(({ kind, words }) => `| ${kind} | ${words} | ${rows.filter((r) => kindOf(r) === kind).length} |`);
  return `# Validation

Made by the tests that check it (\`node scripts/validation.mjs\`); do not edit. Each row is held by a test to the tolerance it states. The
published values were recalled from the sources and recomputed independently before they were taken; where a value serves as a design datum, open the
book. Tables at the end report what models and records do at large, misses and all; a star marks parameters that were solved from that
azeotrope itself.

${rows.length} quantities from ${sources.length} examples and tables, of these kinds:

| kind | what it is held to | rows |
|---|---|---:|
${kinds.join('\n')}

${sections.join('\n\n')}

${tables(all.filter((r) => r.table !== undefined))}
`;
}

/** What the tests report at large, a table to each heading. */
function tables(rows) {
  const titles = [...new Set(rows.map((r) => r.table))].sort((a, b) => a.localeCompare(b, 'en'));
  return titles
    .map((title) => {
      const own = rows.filter((r) => r.table === title);
      const [{ columns }] = own;
      const lines = own.map(({ cells }) => `| ${cells.join(' | ')} |`).sort((a, b) => a.localeCompare(b, 'en'));
      return `## ${title}\n\n| ${columns.join(' | ')} |\n|${'---|'.repeat(columns.length)}\n${lines.join('\n')}`;
    })
    .join('\n\n');
}

/** What stands behind a tolerance. A row says its own kind where it is no matter of digits. */
const KINDS = [
  { kind: 'digit', words: 'half the last printed digit' },
  { kind: 'reading', words: 'the reading error of a drawing or a chart' },
  { kind: 'program', words: 'a reference library of the registries, by the same equations or its own' },
  { kind: 'own fit', words: 'a residual of parameters that were fitted to the same points: shows that the fit works, no more' },
  { kind: 'rounded', words: 'up to ten times half the last digit: the source rounds on the way, or prints few digits' },
  { kind: 'other data', words: 'more than that: the source used other data for the same substances' },
];

function kindOf({ source, value, tolerance, kind }) {
  if (kind !== undefined) return kind;
  if (source.includes('Python package')) return 'program';
  const times = tolerance / halfDigit(value);
  return times <= 1.001 ? 'digit' : times <= 10 ? 'rounded' : 'other data';
}

/** Half a unit of the last digit that stands in the number. */
function halfDigit(value) {
  const [digits, power = '0'] = String(Math.abs(value)).split('e');
  const decimals = digits.includes('.') ? digits.split('.')[1].length : 0;
  // Zeros at the end of a whole number may be digits or not: taken as digits.
  return 0.5 * 10 ** (Number(power) - decimals);
}

function section(source, rows) {
  const lines = rows.map(
    (r) => `| ${r.quantity} | ${r.value} | ${figure(r.ours)} | ${deviation(r)} | ±${figure(r.tolerance)} | ${kindOf(r)} |`,
  );
  return `## ${source}\n\n| quantity | published | ours | deviation | held to | kind |\n|---|---:|---:|---:|---:|---|\n${lines.join('\n')}`;
}

function readRows(folder) {
  return readdirSync(folder).flatMap((name) =>
    readFileSync(join(folder, name), 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line)),
  );
}

function bySourceAndQuantity(a, b) {
  return a.source.localeCompare(b.source, 'en') || a.quantity.localeCompare(b.quantity, 'en', { numeric: true });
}

function figure(value) {
  return String(Number(value.toPrecision(5)));
}

function deviation({ ours, value }) {
  const relative = (100 * (ours - value)) / value;
  return `${relative >= 0 ? '+' : '−'}${Math.abs(relative).toFixed(2)} %`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const folder = mkdtempSync(join(tmpdir(), 'keen-ladder-validation-'));
  const { status } = spawnSync(nodeBin('vitest'), ['run', '--project', 'core'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, KEEN_VALIDATION_DIR: folder },
  });
  if (status === 0) writeFileSync(PAGE, pageFrom(folder));
  rmSync(folder, { recursive: true, force: true });
  process.exitCode = status ?? 1;
}
