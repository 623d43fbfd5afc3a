/** Limits and sensitivities of the demo's ladders against the same cases edited and solved again. */
import { createCaseSolver, ladderTarget } from '@keen-ladder/core';
import type { ColumnCase, LadderFacts, SlopesFacts } from '@keen-ladder/core';
import { describe, expect, test } from 'vitest';
import { demoCases } from './index.ts';

function demo(name: string): ColumnCase {
  const found = demoCases().find((one) => one.name === name);
  if (found === undefined) throw new Error(`no demo ${name}`);
  return structuredClone(found.document);
}

function solvedOf<T>(outcome: { state: 'solved'; value: T } | { state: 'open' | 'out-of-reach' }): T {
  if (outcome.state !== 'solved') throw new Error(outcome.state);
  return outcome.value;
}

const ladderOf = (document: ColumnCase): LadderFacts =>
  solvedOf(createCaseSolver().ladder(document, document.units[0]?.id ?? '').outcome);

const slopesOf = (document: ColumnCase): SlopesFacts =>
  solvedOf(createCaseSolver().slopes(document, document.units[0]?.id ?? '').outcome);

interface Edit {
  of: string;
  change: (document: ColumnCase, value: number) => void;
}

const ladder = (document: ColumnCase) => {
  const at = document.units[0]?.ladder;
  if (at === undefined || at === null) throw new Error('no ladder');
  return at;
};

const target =
  (id: string): Edit['change'] =>
  (document, value) => {
    const card = ladder(document).targets.find((one) => one.id === id);
    if (card !== undefined) card.value = value;
  };

const pressures: Edit['change'] = (document, value) => {
  const { pressure } = ladder(document);
  const column = document.units[0];
  if (pressure.by === 'list' || pressure.top === null || column === undefined) return;
  const rise = value - pressure.top;
  pressure.top += rise;
  if (pressure.by === 'ends' && pressure.bottom !== null) pressure.bottom += rise;
  // A feed at the column's pressure follows.
  column.pressure = { top: (column.pressure.top ?? 0) + rise, bottom: (column.pressure.bottom ?? column.pressure.top ?? 0) + rise };
};

const condition =
  (k: 0 | 1): Edit['change'] =>
  (document, value) => {
    const at = document.streams[0]?.condition[k];
    if (at !== undefined && 'value' in at) at.value = value;
  };

const efficiency: Edit['change'] = (document, value) => {
  ladder(document).efficiency.all = value;
};

const CASES: [string, Edit[]][] = [
  [
    'Four-alcohol splitter',
    [
      { of: 'reflux ratio', change: target('reflux') },
      { of: 'distillate flow', change: target('distillate') },
      { of: 'pressure of every stage', change: pressures },
      { of: 'efficiency of the trays', change: efficiency },
    ],
  ],
  [
    'Naphtha with dissolved nitrogen',
    [
      { of: 'temperature of Degreaser naphtha', change: condition(1) },
      { of: 'pressure of Degreaser naphtha', change: condition(0) },
      { of: 'pressure of every stage', change: pressures },
    ],
  ],
  [
    'Five alkanes with a side draw',
    [
      { of: 'vapour fraction of Mixed alkanes', change: condition(1) },
      { of: 'efficiency of the trays', change: efficiency },
      { of: 'pressure of every stage', change: pressures },
    ],
  ],
  [
    'Acetone from drying air',
    [
      { of: 'temperature of Drying air', change: condition(1) },
      { of: 'efficiency of the trays', change: efficiency },
    ],
  ],
];

describe('sensitivities', () => {
  test.each(CASES)('%s: what an input does is what the edited case does', (name, edits) => {
    const before = demo(name);
    const { inputs, readouts, slopes } = slopesOf(before);
    for (const { of, change } of edits) {
      const k = inputs.findIndex((input) => input.name === of);
      const input = inputs[k];
      if (input === undefined) throw new Error(`${of} is none of ${inputs.map((one) => one.name).join(', ')}`);
      // No tray is better than perfect: both steps to the lower side, and the same rule of three points.
      const step = (of.startsWith('efficiency') ? 1 : 0.02) * Math.abs(input.step);
      const ways = of.startsWith('efficiency') ? [0, -0.1, -0.2] : [-1, 1];
      const at = ways.map((way) => {
        const document = demo(name);
        change(document, input.value + way * step);
        return ladderOf(document);
      });
      const read = (facts: LadderFacts | undefined) => ({
        condenser: facts?.condenserDuty ?? NaN,
        reboiler: facts?.reboilerDuty ?? NaN,
        top: facts?.T[0] ?? NaN,
        bottom: facts?.T.at(-1) ?? NaN,
        bottoms: facts?.products.at(-1)?.flow ?? NaN,
      });
      const [a, b, c] = [read(at[0]), read(at[1]), read(at[2])];
      const difference = (key: keyof typeof a): number =>
        at.length === 2 ? (b[key] - a[key]) / (2 * step) : (3 * a[key] - 4 * b[key] + c[key]) / (0.2 * step);
      const compare = (key: keyof typeof a, readout: string): void => {
        const r = readouts.findIndex((one) => one.name === readout);
        if (r < 0) return;
        const slope = slopes[k]?.[r] ?? NaN;
        const large = Math.abs(a[key] / input.value);
        expect(Math.abs(slope - difference(key)), `${readout} by ${of}: ${slope} for ${difference(key)}`).toBeLessThan(
          2e-3 * Math.abs(difference(key)) + 1e-6 * large,
        );
      };
      compare('condenser', 'condenser duty');
      compare('reboiler', 'reboiler duty');
      compare('top', 'temperature of stage 1');
      compare('bottom', `temperature of stage ${ladder(before).stages}`);
      compare('bottoms', 'bottoms flow');
    }
  });

  test('more of every component is more of the feed: their sum is what its flow does', () => {
    const { inputs, readouts, slopes } = slopesOf(demo('Four-alcohol splitter'));
    const whole = inputs.findIndex(({ name }) => name === 'flow of Mixed alcohols');
    const parts = inputs.flatMap(({ name }, k) => (name.endsWith(' in Mixed alcohols') ? [k] : []));
    expect(parts).toHaveLength(4);
    readouts.forEach(({ name, value }, r) => {
      const sum = parts.reduce(
        (all, k) => all + ((slopes[k]?.[r] ?? NaN) * (inputs[k]?.value ?? NaN)) / (inputs[whole]?.value ?? NaN),
        0,
      );
      expect(Math.abs(sum - (slopes[whole]?.[r] ?? NaN)), name).toBeLessThan(1e-6 * Math.abs(value));
    });
  });

  test('names every input once, and none that the column moves itself', () => {
    const document = demo('Four-alcohol splitter');
    const handle = { kind: 'feed-temperature', inlet: document.streams[0]?.id ?? '' } as const;
    ladder(document).freed = [handle];
    ladder(document).targets.push(ladderTarget('warm', { kind: 'freed', handle }, 335));
    const names = slopesOf(document).inputs.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    expect(names.filter((name) => name.includes('Mixed alcohols'))).toEqual(['temperature of Mixed alcohols']);
  });
});

describe('limits', () => {
  test.each(['Four-alcohol splitter', 'Naphtha with dissolved nitrogen', 'Five alkanes with a side draw'])(
    '%s: less than the column takes, told part by part',
    (name) => {
      const parts: number[] = [];
      const document = demo(name);
      const outcome = createCaseSolver().limits(
        document,
        document.units[0]?.id ?? '',
        (facts) => parts.push(facts.feeds.length) > 0,
      );
      const { least, fewest, reflux, stages, feeds, light, heavy } = solvedOf(outcome.outcome);
      expect(parts.length).toBeGreaterThan(5);
      const { reflux: lowest } = solvedOf(least ?? { state: 'open' });
      expect(lowest).toBeGreaterThan(0);
      expect(lowest).toBeLessThan(reflux);
      if (fewest !== null) expect(fewest).toBeLessThan(stages);
      expect(light.overhead).toBeGreaterThan(heavy.overhead);
      expect(feeds.every(({ isWhole, points }) => isWhole && points.length > 3)).toBe(true);
    },
  );

  test('the best feed stage is where the same purities take least heat, card by card', () => {
    const document = demo('Naphtha with dissolved nitrogen');
    const { feeds, heat } = solvedOf(createCaseSolver().limits(document, document.units[0]?.id ?? '').outcome);
    const [feed] = feeds;
    expect(feed?.present).not.toBe(feed?.best);
    const best = feed?.points.find(({ stage }) => stage === feed.best)?.heat ?? NaN;
    expect(heat / best - 1).toBeCloseTo(feed?.costs ?? NaN, 9);
  });

  test('a washer has none, and says why', () => {
    const document = demo('Acetone from drying air');
    expect(createCaseSolver().limits(document, document.units[0]?.id ?? '').outcome).toMatchObject({
      state: 'out-of-reach',
      reason: { code: 'no-reflux-in-column' },
    });
  });
});

test('a fraction on a stage is a target like any other: the reflux is moved until it stands there', () => {
  const found = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
  const unit = found?.document.units[0];
  if (found === undefined || !unit?.ladder) throw new Error('no demo');
  const before = createCaseSolver().ladder(found.document, unit.id).outcome;
  if (before.state !== 'solved') throw new Error('not solved');
  const ethanol = found.document.mixture.components.findIndex(({ name }) => name === 'ethanol');
  const [stage, there] = [8, before.value.x[7]?.[ethanol] ?? 0];
  const wanted = there + 0.02;
  const quantity = {
    kind: 'stage-fraction' as const,
    stage,
    phase: 'liquid' as const,
    components: [found.document.mixture.components[ethanol]?.id ?? ''],
    basis: 'mole' as const,
  };
  const targets = unit.ladder.targets.map((target) => (target.id === 'reflux' ? { ...target, quantity, value: wanted } : target));
  const document = { ...found.document, units: [{ ...unit, ladder: { ...unit.ladder, targets } }] };
  const after = createCaseSolver().ladder(document, unit.id).outcome;
  if (after.state !== 'solved') throw new Error('not solved');
  expect(after.value.x[stage - 1]?.[ethanol]).toBeCloseTo(wanted, 8);
  expect(after.value.targets['reflux']?.now).toBeCloseTo(wanted, 8);
  expect(after.value.refluxRatio).not.toBeCloseTo(before.value.refluxRatio ?? 0, 3);
});
