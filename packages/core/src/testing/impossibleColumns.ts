/**
 * Columns that cannot be, each for a cause that is known by how it is made: random columns that stand, asked what no column of theirs can do.
 *   balance      more of the overhead or of a component in it than is fed
 *   repeats      overhead and bottoms both, where one follows from the other
 *   stages       the split that it made, with fewer stages than it takes at total reflux
 *   vapour       a reflux and an overhead that take less vapour than the feeds bring, so that none would be left below them
 *   temperature  a stage much warmer than the heaviest component boils, or much colder than the lightest does
 */
import {
  conflictOf,
  equilibriumStages,
  fewestStages,
  flowOf,
  keysOf,
  moles,
  recoveryOf,
  restaged,
  solveColumn,
} from '../column/index.ts';
import type { ColumnInput, SolvedColumn, Target } from '../column/index.ts';
import { bubbleTemperature } from '../equilibrium/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { randomColumns } from './randomColumns.ts';
import { randomNumbers } from './randomMixtures.ts';

export type Cause = 'balance' | 'repeats' | 'stages' | 'vapour' | 'temperature';

export interface ImpossibleColumn {
  words: string;
  cause: Cause;
  input: ColumnInput;
}

export function* impossibleColumns(seed: number, count: number): Generator<ImpossibleColumn> {
  const random = randomNumbers(seed + 1);
  let made = 0;
  for (const { words, input } of randomColumns(seed, 100 * count)) {
    if (input.top === 'none' || input.bottom === 'none') continue;
    const makers = [beyondBalance, repeated, withFewStages, withoutVapour, withTemperature];
    const maker = makers[Math.floor(random() * makers.length)];
    const impossible = maker(input, random);
    if (impossible === undefined) continue;
    yield { ...impossible, words: `${impossible.cause}: ${words}` };
    made++;
    if (made === count) return;
  }
}

type Made = Omit<ImpossibleColumn, 'words'> | undefined;
type Random = () => number;

const fedOf = ({ feeds }: ColumnInput, i?: number): number =>
  feeds.reduce((sum, { flows }) => sum + flows.reduce((all, flow, k) => (i === undefined || i === k ? all + flow : all), 0), 0);

/** The column with another target in the place of the reflux (0) or of the overhead flow (1). */
function asked(input: ColumnInput, place: number, target: Target): ColumnInput {
  return { ...input, targets: input.targets.map((own, k) => (k === place ? target : own)) };
}

function beyondBalance(input: ColumnInput, random: Random): Made {
  const n = input.model.n;
  const component = random() < 0.5 ? undefined : Math.floor(random() * n);
  const weights = component === undefined ? moles(n) : moles(n).map((w, i) => (i === component ? w : 0));
  const value = (1.02 + random()) * fedOf(input, component);
  return { cause: 'balance', input: asked(input, 1, { quantity: flowOf({ at: 'overhead' }, weights), value }) };
}

function repeated(input: ColumnInput): Made {
  if (input.draws.length > 0) return undefined;
  const overhead = input.targets[1].value;
  const bottoms = { quantity: flowOf({ at: 'bottoms' }, moles(input.model.n)), value: fedOf(input) - overhead };
  return { cause: 'repeats', input: asked(input, 0, bottoms) };
}

function withFewStages(input: ColumnInput): Made {
  const found = solveColumn(input);
  // Of more than one feed total reflux proves nothing.
  if (found.state !== 'solved' || input.feeds.length > 1 || input.draws.length > 0 || input.pumpArounds.length > 0)
    return undefined;
  const keys = keysOf(input, found.value);
  const fewest = keys === undefined ? undefined : fewestStages(input, found.value, keys);
  if (keys === undefined || fewest === undefined || fewest < 5) return undefined;
  const ends = input.stages - equilibriumStages(input);
  const stages = Math.floor(0.75 * fewest) + ends;
  const weights = moles(input.model.n);
  const kept = (key: number): Target => ({
    quantity: recoveryOf({ at: 'overhead' }, [key], weights),
    value: shareOf(found.value, key),
  });
  const targets = [kept(keys.light), kept(keys.heavy), ...input.targets.slice(2)];
  // Rounded to what a sheet would say: a share that is nearly 1 says nothing.
  if (targets.slice(0, 2).some(({ value }) => value > 1 - 1e-5 || value < 1e-5)) return undefined;
  return stages < 4 ? undefined : { cause: 'stages', input: restaged({ ...input, targets }, stages) };
}

const shareOf = ({ overhead, bottoms }: SolvedColumn, i: number): number => overhead[i] / (overhead[i] + bottoms[i]);

function withoutVapour(input: ColumnInput): Made {
  const { feeds, draws, pumpArounds } = input;
  const brought = feeds.reduce((sum, { flows, vapourFraction }) => sum + vapourFraction * flows.reduce((a, b) => a + b, 0), 0);
  if (draws.length > 0 || pumpArounds.length > 0 || brought < 0.4 * fedOf(input)) return undefined;
  const [reflux, overhead] = [input.targets[0], input.targets[1]];
  const targets = input.targets.map((target, k) =>
    k === 0 ? { ...reflux, value: 0.15 } : k === 1 ? { ...overhead, value: 0.4 * brought } : { ...target, value: 0.2 * brought },
  );
  return { cause: 'vapour', input: { ...input, targets } };
}

function withTemperature(input: ColumnInput, random: Random): Made {
  const { model, pressure, stages } = input;
  const boiling = Array.from({ length: model.n }, (_, i) => {
    const pure = new Float64Array(model.n).fill(1e-9);
    pure[i] = 1;
    const at = bubbleTemperature(model, pressure[stages - 1], pure, new Float64Array(model.n));
    return at.state === 'solved' ? at.value : NaN;
  });
  if (!boiling.every(Number.isFinite)) return undefined;
  const isHot = random() < 0.5;
  const value = isHot ? Math.max(...boiling) + 40 : Math.min(...boiling) - 70;
  return {
    cause: 'temperature',
    input: asked(input, 0, { quantity: { kind: 'temperature', stage: Math.ceil(stages / 2) }, value }),
  };
}

/** What the engine says stands in the way; `solved` where it finds a column all the same. */
export function causeTold(input: ColumnInput): { cause: Cause | 'solved' | 'other'; words: string } {
  const conflict = conflictOf(input, input.targets);
  if (conflict !== undefined) return { cause: conflict.kind === 'repeats' ? 'repeats' : 'balance', words: conflict.kind };
  return told(solveColumn(input));
}

function told(outcome: Outcome<SolvedColumn>): { cause: Cause | 'solved' | 'other'; words: string } {
  if (outcome.state === 'solved') return { cause: 'solved', words: '' };
  if (outcome.state === 'open') return { cause: 'other', words: 'open' };
  const { reason } = outcome;
  const words = JSON.stringify(reason);
  if (reason.code === 'runs-dry' || reason.code === 'reboiler-would-cool') return { cause: 'vapour', words };
  if (reason.code === 'split-needs-more-stages') return { cause: 'stages', words };
  if (reason.code === 'stage-beyond-boiling') return { cause: 'temperature', words };
  if (reason.code === 'stopped-short' && reason.obstacle?.kind === 'beyond-range') return { cause: 'stages', words };
  // Short of the reflux, a stage nearly dry.
  if (reason.code === 'stopped-short' && reason.target === '0' && reason.reached > reason.wanted) return { cause: 'vapour', words };
  return { cause: 'other', words };
}
