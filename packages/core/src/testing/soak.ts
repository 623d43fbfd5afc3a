/** Random columns solved cold, and by the purities they came to; bundled and run by scripts/soak.mjs. */
import { solveColumn } from '../column/index.ts';
import type { Reason } from '../numerics/index.ts';
import { auditColumn } from './columnAudit.ts';
import { causeTold, impossibleColumns } from './impossibleColumns.ts';
import { askedByPurity, randomColumns } from './randomColumns.ts';
import type { RandomColumn } from './randomColumns.ts';

export interface SoakReport {
  columns: number;
  solved: number;
  /** Called solved, but the audit says otherwise. */
  falselySolved: string[];
  failed: { words: string; reason: string; attempts: string }[];
  /** Not found, and said to be beyond all that there is: every one of these columns exists. */
  falselyProved: string[];
  byMethod: Record<string, number>;
  /** ms: median, 90 %, 99 %, slowest. */
  times: number[];
}

/** Whether a reason says that there is no such column, and not only that none was found. */
const claimsProof = (reason: Reason): boolean =>
  PROOFS.includes(reason.code) || (reason.code === 'stopped-short' && reason.obstacle !== null);

const PROOFS: readonly Reason['code'][] = [
  'stage-beyond-boiling',
  'end-beyond-feed',
  'top-hotter-than-bottom',
  'split-upside-down',
  'split-needs-more-stages',
  'reboiler-would-cool',
  'reboiler-heats-too-little',
];

export interface ImpossibleReport {
  columns: number;
  /** The true cause was told. */
  told: number;
  solved: string[];
  untold: string[];
  /** ms: median, 90 %, 99 %, slowest. */
  times: number[];
}

/** Columns that cannot be, each given so many ms. */
export function soakImpossible(seed: number, count: number, longest = 2000): ImpossibleReport {
  const report: ImpossibleReport = { columns: 0, told: 0, solved: [], untold: [], times: [] };
  const times: number[] = [];
  for (const { words, cause, input } of impossibleColumns(seed, count)) {
    const began = performance.now();
    const found = causeTold({ ...input, isOver: () => performance.now() - began > longest });
    times.push(performance.now() - began);
    report.columns++;
    if (found.cause === cause) report.told++;
    else if (found.cause === 'solved') report.solved.push(words);
    else report.untold.push(`${words}: ${found.words}`);
  }
  report.times = quantilesOf(times);
  return report;
}

function quantilesOf(times: number[]): number[] {
  times.sort((a, b) => a - b);
  return [0.5, 0.9, 0.99, 1].map((q) => times[Math.min(times.length - 1, Math.floor(q * times.length))]);
}

/** @param asks what is asked of every column that was solved */
export function soak(seed: number, count: number, asks: typeof askedByPurity = askedByPurity): SoakReport {
  const report: SoakReport = { columns: 0, solved: 0, falselySolved: [], falselyProved: [], failed: [], byMethod: {}, times: [] };
  const times: number[] = [];
  const one = (column: RandomColumn) => {
    const began = performance.now();
    const outcome = solveColumn(column.input);
    times.push(performance.now() - began);
    report.columns++;
    if (outcome.state !== 'solved') {
      const reason = outcome.state === 'out-of-reach' ? outcome.reason.code : 'open';
      if (outcome.state === 'out-of-reach' && claimsProof(outcome.reason)) report.falselyProved.push(`${reason}: ${column.words}`);
      report.failed.push({
        words: column.words,
        reason,
        attempts: JSON.stringify(outcome.state === 'out-of-reach' ? outcome.reason : ''),
      });
      return undefined;
    }
    report.solved++;
    const { attempts } = outcome.value.record;
    const last = attempts[attempts.length - 1];
    const key = `attempt ${attempts.length}: ${last.method}`;
    report.byMethod[key] = (report.byMethod[key] ?? 0) + 1;
    const audit = auditColumn(column.input, outcome.value);
    if (!(audit.material < 1e-8 && audit.heat < 1e-8 && audit.equilibrium < 1e-8 && audit.least >= 0))
      report.falselySolved.push(`${column.words}: ${JSON.stringify(audit)}`);
    return outcome.value;
  };
  for (const column of randomColumns(seed, count)) {
    const found = one(column);
    if (found !== undefined) asks(column, found).forEach(one);
  }
  report.times = quantilesOf(times);
  return report;
}
