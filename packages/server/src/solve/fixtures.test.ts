/**
 * Files as earlier versions of the product wrote them, one folder a schema, each beside what the version of 2026-11-30 (schema 8) made of it. A file opens
 * for ever, and gives the same figures.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { readCaseFile } from '@keen-ladder/schema';
import { solveCase } from './results.ts';

const FOLDER = join(import.meta.dirname, '../../../schema/fixtures');
/** Share of a number by which it may differ. */
const SAME = 1e-10;
/** What is nothing beside the other numbers of its stop, and hangs on the order of a sum; of closures and residuals alone. */
const NOTHING = 1e-9;
const OF_ROUNDING = /\.(?:closure\.(?:material|heat)|residual)$/;

/** What a feed of a ladder is told by is the inlet since schema 9; it is called as the stream was. */
const RENAMED: Record<string, string> = { stream: 'inlet' };

/**
 * Of hardware what schema 10 had wrong: the reflux drum held the reflux without the distillate (now `ends.drum`), and trays left no room for manholes, so that
 * heights and the masses that follow from them have grown.
 */
const CORRECTED = /\.vessel\.(?:refluxDrum|height|mass|tops\.\d+)$|\.hardware\.value\.sections\.\d+\.height$/;

const jsonOf = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));

/** Every number and every text that stood there, and what stands there now; what has been added since is not asked. */
function differences(was: unknown, is: unknown, path: string): string[] {
  if (CORRECTED.test(path)) return [];
  if (typeof was === 'number' && typeof is === 'number')
    return Math.abs(is - was) <= SAME * Math.abs(was) + (OF_ROUNDING.test(path) ? NOTHING : 0)
      ? []
      : [`${path}: ${was}, now ${is}`];
  if (typeof was !== 'object' || was === null) return was === is ? [] : [`${path}: ${String(was)}, now ${String(is)}`];
  if (typeof is !== 'object' || is === null) return [`${path}: is gone`];
  return Object.entries(was).flatMap(([key, value]) =>
    differences(value, (is as Record<string, unknown>)[RENAMED[key] ?? key], `${path}.${key}`),
  );
}

describe.each(readdirSync(FOLDER))('files of %s', (folder) => {
  const names = readdirSync(join(FOLDER, folder)).filter((name) => !name.endsWith('.result.json'));
  test.each(names)('%s opens and gives the figures it gave', (name) => {
    const read = readCaseFile(jsonOf(join(FOLDER, folder, name)));
    if (!read.ok) throw new Error(read.problem);
    const { result } = solveCase(read.value, { limits: false, sensitivities: false }, () => false);
    const was = jsonOf(join(FOLDER, folder, name.replace('.json', '.result.json')));
    expect(differences(was, JSON.parse(JSON.stringify(result)), name)).toEqual([]);
  });
});
