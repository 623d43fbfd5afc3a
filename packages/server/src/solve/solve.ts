/**
 * npm run --silent solve -- CASE.json [--set ADDRESS=VALUE] [--read ADDRESS] [--addresses] [--limits] [--sensitivities] [--time-limit SECONDS] [--out RESULT.json] [--csv DIR]: everything in a case file,
 * solved by the engine of the application.
 * Ends with 0 when solved, 2 with open points, 3 without an answer, 4 when a file cannot be read or written.
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { csvOf, readCaseFile, ResultFile } from '@keen-ladder/schema';
import type { CaseDocument } from '@keen-ladder/schema';
import { everyAddress, numbersAt, withEntered } from '../numbers/numbers.ts';
import { solveCase } from './results.ts';
import type { Besides } from './results.ts';
import { numberLine, summaryOf } from './summary.ts';

const UNREADABLE = 4;
/** s */
const USUAL_LIMIT = '600';

class Unreadable extends Error {}

function timeLimit(milliseconds: number): () => boolean {
  const ends = performance.now() + milliseconds;
  return () => performance.now() > ends;
}

function main(): number {
  const { path, out, csv, besides, longest, set, asked, isListing } = readArguments();
  const read = readCaseFile(jsonOf(path));
  if (!read.ok) throw new Unreadable(`${path}: ${read.problem}`);
  const document = set.reduce(entered, read.value.document);
  if (isListing || asked.length > 0) return tellNumbers(document, asked, isListing, timeLimit(longest));
  const { result, tables, exit } = solveCase({ ...read.value, document }, besides, timeLimit(longest));
  console.log(summaryOf(result, document));
  if (out !== undefined) writeFileSync(out, JSON.stringify(ResultFile.parse(result), null, 1) + '\n');
  if (csv !== undefined) {
    mkdirSync(csv, { recursive: true });
    for (const [name, rows] of tables) writeFileSync(join(csv, `${name}.csv`), csvOf(rows));
  }
  return exit;
}

/** @param said "ADDRESS=VALUE" */
function entered(document: CaseDocument, said: string): CaseDocument {
  const [address = '', ...text] = said.split('=');
  if (text.length === 0) throw new Unreadable(`--set takes ADDRESS=VALUE, not “${said}”.`);
  const changed = withEntered(document, address, text.join('=').trim());
  if (typeof changed === 'string') throw new Unreadable(changed);
  return changed;
}

/** Numbers by their addresses, a line each. */
function tellNumbers(document: CaseDocument, asked: readonly string[], isListing: boolean, isOver: () => boolean): number {
  const listed = isListing ? everyAddress(document, isOver) : [];
  const numbers = [...listed, ...numbersAt(document, asked, isOver)];
  for (const number of numbers) console.log(numberLine(number, document));
  if (numbers.some(({ state }) => state === 'no-such-number')) return UNREADABLE;
  return numbers.some(({ state }) => state === 'out-of-reach') ? 3 : numbers.some(({ state }) => state === 'open') ? 2 : 0;
}

interface Arguments {
  path: string;
  out: string | undefined;
  csv: string | undefined;
  besides: Besides;
  /** ms for all that is rigorous. */
  longest: number;
  /** "ADDRESS=VALUE" */
  set: string[];
  /** Addresses of numbers that are told instead of the summary. */
  asked: string[];
  isListing: boolean;
}

function readArguments(): Arguments {
  const usage =
    'Usage: npm run --silent solve -- CASE.json [--set ADDRESS=VALUE] [--read ADDRESS] [--addresses] [--limits] [--sensitivities] [--time-limit SECONDS] [--out RESULT.json] [--csv DIR]';
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        out: { type: 'string' },
        csv: { type: 'string' },
        set: { type: 'string', multiple: true, default: [] },
        read: { type: 'string', multiple: true, default: [] },
        addresses: { type: 'boolean', default: false },
        limits: { type: 'boolean', default: false },
        sensitivities: { type: 'boolean', default: false },
        'time-limit': { type: 'string', default: USUAL_LIMIT },
      },
    });
    const [path, ...more] = positionals;
    if (path === undefined || more.length > 0) throw new Unreadable(usage);
    const { out, csv, limits, sensitivities, set, read: asked, addresses: isListing } = values;
    const longest = Number(values['time-limit']);
    if (!(longest > 0 && longest < Infinity))
      throw new Unreadable(`"${values['time-limit']}" is no time limit: give seconds, for instance --time-limit 60.`);
    return { path, out, csv, besides: { limits, sensitivities }, longest: 1000 * longest, set, asked, isListing };
  } catch (error) {
    throw error instanceof Unreadable ? error : new Unreadable(`${messageOf(error)}\n${usage}`);
  }
}

function jsonOf(path: string): unknown {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as unknown;
  } catch (error) {
    throw new Unreadable(`${path} cannot be read: ${messageOf(error)}`);
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

try {
  process.exitCode = main();
} catch (error) {
  // What the system refuses (a folder that cannot be written) has a code; anything else is our mistake and keeps its trace.
  if (!(error instanceof Unreadable) && !(error instanceof Error && 'code' in error)) throw error;
  console.error(error.message);
  process.exitCode = UNREADABLE;
}
