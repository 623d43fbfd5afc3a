import { describe, expect, test } from 'vitest';
import { randomColumns } from '../testing/index.ts';
import { fractionOf, moles, refluxRatio, responsesOf, solveColumn } from './index.ts';
import type { ColumnInput, Given, Quantity, SolvedColumn } from './index.ts';

/** The column with something that is given moved by a step, built anew. */
function moved(input: ColumnInput, given: Given, step: number): ColumnInput {
  switch (given.kind) {
    case 'target':
      return { ...input, targets: input.targets.map((t, k) => (k === given.target ? { ...t, value: t.value + step } : t)) };
    case 'fed-component': {
      const feeds = input.feeds.map((feed, f) => {
        if (f !== given.feed) return feed;
        const before = feed.flows.reduce((a, b) => a + b, 0);
        const flows = feed.flows.map((flow, i) => flow + (i === given.component ? step : 0));
        // The heat it brings in all stays what it was.
        return { ...feed, flows, enthalpy: (feed.enthalpy * before) / (before + step) };
      });
      return { ...input, feeds };
    }
    case 'feed-heat':
      return { ...input, heat: input.heat.map((Q, j) => (j === input.feeds[given.feed].stage - 1 ? Q + step : Q)) };
    case 'duty':
      return { ...input, heat: input.heat.map((Q, j) => (j === given.stage - 1 ? Q + step : Q)) };
    case 'pressure':
      return { ...input, pressure: input.pressure.map((P) => P + step) };
    case 'subcooling':
      return { ...input, subcooling: { by: 'degrees', value: (input.subcooling?.value ?? 0) + step } };
    case 'efficiency': {
      const n = input.model.n;
      const first = input.top === 'none' ? 0 : 1;
      const isTray = (j: number): boolean => j >= first && j < input.stages - 1;
      return { ...input, efficiency: input.efficiency.map((E, k) => (isTray(Math.floor(k / n)) ? E + step : E)) };
    }
  }
}

/** Every kind of thing that is given, with a step that shows and is still nearly straight. */
function everything(
  { targets, feeds, model, top, pressure, subcooling, stages }: ColumnInput,
  found: SolvedColumn,
): [Given, number][] {
  const heat = 1e-3 * Math.max(Math.abs(found.reboilerDuty ?? 0), Math.abs(found.condenserDuty ?? 0), 1e5);
  const flow = 2e-4 * feeds[0].flows.reduce((a, b) => a + b, 0);
  return [
    ...targets.map(({ value }, target): [Given, number] => [{ kind: 'target', target }, 3e-4 * Math.abs(value)]),
    [{ kind: 'fed-component', feed: feeds.length - 1, component: 0 }, flow],
    [{ kind: 'fed-component', feed: 0, component: model.n - 1 }, flow],
    [{ kind: 'feed-heat', feed: 0 }, heat],
    [{ kind: 'duty', stage: Math.ceil(stages / 2) }, heat],
    [{ kind: 'pressure' }, 1e-3 * pressure[0]],
    ...(top === 'total-condenser' && subcooling !== null ? [[{ kind: 'subcooling' }, 0.1] satisfies [Given, number]] : []),
    [{ kind: 'efficiency' }, -1e-3],
  ];
}

function watchedOf({ model: { n }, top, bottom, stages }: ColumnInput): Quantity[] {
  return [
    ...(top === 'none' ? [] : [refluxRatio(moles(n)), { kind: 'duty', of: 'condenser' } satisfies Quantity]),
    ...(bottom === 'none' ? [] : [{ kind: 'duty', of: 'reboiler' } satisfies Quantity]),
    fractionOf({ at: 'overhead' }, [0], moles(n)),
    fractionOf({ at: 'bottoms' }, [0], moles(n)),
    { kind: 'temperature', stage: Math.ceil(stages / 2) },
    { kind: 'saturation', place: { at: 'bottoms' }, of: 'bubble', P: 2e5 },
  ];
}

type Differences = (q: number, step: number) => { exact: number; open: number };

type At = (times: number) => number[] | undefined;

function central(at: At): Differences | undefined {
  const [lower, low, high, higher] = [-2, -1, 1, 2].map(at);
  if (lower === undefined || low === undefined || high === undefined || higher === undefined) return undefined;
  return (q, step) => {
    const [near, wide] = [(high[q] - low[q]) / (2 * step), (higher[q] - lower[q]) / (4 * step)];
    return { exact: (4 * near - wide) / 3, open: Math.abs(near - wide) };
  };
}

function oneSided(at: At): Differences | undefined {
  const [none, once, twice, thrice] = [0, 1, 2, 3].map(at);
  if (none === undefined || once === undefined || twice === undefined || thrice === undefined) return undefined;
  return (q, step) => {
    const second = (4 * once[q] - twice[q] - 3 * none[q]) / (2 * step);
    const exact = (18 * once[q] - 9 * twice[q] + 2 * thrice[q] - 11 * none[q]) / (6 * step);
    return { exact, open: Math.abs(exact - second) };
  };
}

describe('how a column answers to what it is given', () => {
  test('as columns solved again with a little more and a little less of it, of every kind', () => {
    const wrong: string[] = [];
    let compared = 0;
    for (const { input, words } of randomColumns(161616, 18)) {
      const watch = watchedOf(input);
      const found = solveColumn(input, { watch });
      if (found.state !== 'solved') continue;
      const steps = everything(input, found.value);
      const given = steps.map(([each]) => each);
      const answers = responsesOf(input, found.value, given, watch);
      answers?.values.forEach((value, q) => expect(value / found.value.watched[q], words).toBeCloseTo(1, 9));
      expect(answers, words).toBeDefined();
      steps.forEach(([each, step], g) => {
        const at = (times: number): number[] | undefined => {
          const again = solveColumn(moved(input, each, times * step), { before: found.value, watch });
          return again.state === 'solved' ? again.value.watched : undefined;
        };
        // No tray is better than perfect.
        const differences = each.kind === 'efficiency' ? oneSided(at) : central(at);
        if (differences === undefined) return;
        watch.forEach((quantity, q) => {
          const { exact, open: apart } = differences(q, step);
          // What the differences themselves do not agree about, and what equations that close to 1e-9 leave open.
          const open = apart + (1e-7 * Math.max(Math.abs(found.value.watched[q]), 1e-3)) / Math.abs(step);
          compared++;
          const ours = answers?.slopes[g][q] ?? NaN;
          if (!(Math.abs(ours - exact) < open + 1e-4 * Math.abs(exact)))
            wrong.push(`${words}: ${JSON.stringify(each)} on ${quantity.kind} ${q}: ${ours} for ${exact} to ${open}`);
        });
      });
    }
    expect(compared).toBeGreaterThan(700);
    expect(wrong.slice(0, 12), `${wrong.length} of ${compared}`).toEqual([]);
  }, 120_000);
});
