/** The command line as a person types it. */
import { newCaseDocument } from '@keen-ladder/core';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { DrumNumbers, ResultFile, writeCaseFile } from '@keen-ladder/schema';
import { demoCases, demoProject } from '@keen-ladder/demo';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
let folder = '';

test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'keen-ladder-solve-'));
});
test.afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

function solve(content: unknown, ...options: string[]) {
  writeFileSync(join(folder, 'case.json'), JSON.stringify(content));
  return spawnSync('npm', ['run', '--silent', 'solve', '--', join(folder, 'case.json'), ...options], {
    cwd: root,
    encoding: 'utf8',
  });
}

const alcohols = () => {
  const found = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
  if (found === undefined) throw new Error('no demo');
  return found;
};

test('a case is solved, told, and written as a result and as tables', () => {
  const { name, document } = alcohols();
  const [out, csv] = [join(folder, 'result.json'), join(folder, 'tables')];
  const { status, stdout } = solve(writeCaseFile(name, document), '--out', out, '--csv', csv);
  expect(status, stdout).toBe(0);
  expect(stdout).toContain('ladder: solved');
  expect(stdout).toContain('reflux ratio 1.200');
  const result = ResultFile.parse(JSON.parse(readFileSync(out, 'utf8')));
  const ladder = result.units[0]?.ladder;
  if (ladder?.state !== 'solved') throw new Error('no ladder');
  expect(ladder.value.T).toHaveLength(28);
  const rows = readFileSync(join(csv, 'column-stages.csv'), 'utf8').trim().split('\n');
  expect(rows).toHaveLength(29);
  expect(rows[0]).toContain('temperature, °C');
});

test('a case of several units is told unit by unit, each from what the one before sends', () => {
  const train = demoProject().find(({ document }) => document.units.length > 1);
  if (train === undefined) throw new Error('no demo of several units');
  const [out, csv] = [join(folder, 'train.json'), join(folder, 'train')];
  const { status, stdout } = solve(writeCaseFile(train.name, train.document), '--out', out, '--csv', csv);
  expect(status, stdout).toBe(0);
  expect(stdout).toContain('drum: solved');
  const { units } = ResultFile.parse(JSON.parse(readFileSync(out, 'utf8')));
  const [drum, first, second] = units;
  if (drum?.whole?.state !== 'solved' || first?.ladder?.state !== 'solved' || second?.ladder?.state !== 'solved')
    throw new Error('not solved');
  expect(first.ladder.value.feeds[0]?.flow).toBeCloseTo(DrumNumbers.parse(drum.whole.value).outlets.liquid.flow, 9);
  const bottoms = first.ladder.value.products.find(({ id }) => id === 'bottoms');
  expect(second.ladder.value.feeds[0]?.flow).toBeCloseTo(bottoms?.flow ?? NaN, 9);
  expect(readFileSync(join(csv, 'drum-streams.csv'), 'utf8')).toContain('"heat put in, kW",0');
});

test('limits and sensitivities are told and written where they are asked for', () => {
  const { name, document } = alcohols();
  const csv = join(folder, 'studies');
  const { status, stdout } = solve(writeCaseFile(name, document), '--limits', '--sensitivities', '--csv', csv);
  expect(status, stdout).toBe(0);
  expect(stdout).toMatch(/With endless stages a reflux ratio of 0\.9\d+ does/);
  const [head, , reflux] = readFileSync(join(csv, 'column-sensitivities.csv'), 'utf8').trim().split('\n');
  expect(head).toContain('reboiler duty, kW');
  expect(reflux).toMatch(/^reflux ratio,,1\.2,0\.012,/);
  expect(readFileSync(join(csv, 'column-feed-stages.csv'), 'utf8')).toContain('Mixed alcohols,17,1.2,');
});

test('open points, no answer and an unreadable file end each in a way of their own', () => {
  const { name, document } = alcohols();
  expect(solve(writeCaseFile('New', newCaseDocument())).status).toBe(2);
  const impossible = structuredClone(document);
  const target = impossible.units[0]?.ladder?.targets.find(({ id }) => id === 'distillate');
  if (target === undefined) throw new Error('no target');
  target.value = 1000;
  const beyond = solve(writeCaseFile(name, impossible));
  expect(beyond.status).toBe(3);
  expect(beyond.stdout).toContain('cannot be had of the 100.0 kmol/h that are fed');
  const wrong = solve({ hello: 1 });
  expect(wrong.status).toBe(4);
  expect(wrong.stderr).toContain('This is not a Keen Ladder case file');
});

test('a column is given up after the time that was allowed, and that is told; a limit that is none is refused', () => {
  const { name, document } = alcohols();
  const over = solve(writeCaseFile(name, document), '--time-limit', '1e-6');
  expect(over.status, over.stdout).toBe(3);
  expect(over.stdout).toContain('Not found in the time allowed');
  const refused = solve(writeCaseFile(name, document), '--time-limit', 'soon');
  expect(refused.status).toBe(4);
  expect(refused.stderr).toContain('"soon" is no time limit');
});

test('a name does not command the terminal it is printed on', () => {
  const { document } = alcohols();
  const { status, stdout } = solve({ ...writeCaseFile('x', document), name: 'Red \u001b[31malert\u0007' });
  expect(status).toBe(0);
  for (const character of ['\u0007', '\u001b']) expect(stdout).not.toContain(character);
});

test('numbers are entered and read by their addresses', () => {
  const { name, document } = alcohols();
  const file = writeCaseFile(name, document);
  const read = ['--read', 'column/ladder/reflux-ratio', '--read', 'column/ladder/duty/reboiler'];
  const before = solve(file, ...read);
  expect(before.status, before.stderr).toBe(0);
  expect(before.stdout.split('\n')[0]).toBe('column/ladder/reflux-ratio = 1.200 (reflux ratio)');
  const after = solve(file, '--set', 'units.column.ladder.targets.reflux=2.4', ...read);
  expect(after.stdout.split('\n')[0]).toBe('column/ladder/reflux-ratio = 2.400 (reflux ratio)');
  const duty = (out: string): number => Number(/reboiler = ([\d.]+) kW/.exec(out)?.[1]);
  expect(duty(after.stdout)).toBeGreaterThan(1.3 * duty(before.stdout));
  const listed = solve(file, '--addresses');
  expect(listed.stdout).toContain('units.column.ladder.stages = 28.00 (rungs of the ladder)');
  expect(listed.stdout).toContain('column/estimate/stages/fewest');
  const wrong = solve(file, '--set', 'units.column.height=3');
  expect(wrong.status).toBe(4);
  expect(wrong.stderr).toContain('Nothing can be entered at “units.column.height”');
  expect(solve(file, '--read', 'column/ladder/height').status).toBe(4);
});
