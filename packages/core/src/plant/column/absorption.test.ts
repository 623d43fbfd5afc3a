import type { ColumnCase } from '../../case/index.ts';
import { createCaseSolver } from '../../case/index.ts';
import { describe, expect, test } from 'vitest';
import type { Stream } from '@keen-ladder/schema';
import { UNIT_SETS } from '../../measures/index.ts';
import { acetoneWaterCase, databankParts, databankRecord, reasonOf, solvedValue } from '../../testing/index.ts';
import { proposedMixture } from '../../thermo/index.ts';

const [ACETONE, NITROGEN, WATER, TOLUENE] = ['acetone', 'nitrogen', 'water', 'toluene'].map((name) => databankRecord(name).id);

const stream = (id: string, flow: number, parts: Record<string, number>, condition: Stream['condition'][1]): Stream => ({
  id,
  name: id,
  amount: { value: flow, basis: 'molar' },
  composition: { basis: 'mole', parts },
  condition: [{ by: 'column-pressure' }, condition],
});

function caseOf(service: 'absorption' | 'stripping', ids: string[], streams: Stream[]): ColumnCase {
  const document = acetoneWaterCase();
  document.display = { ...UNIT_SETS.metric };
  document.mixture = { ...proposedMixture(databankParts(ids)), measured: [] };
  document.streams = streams;
  document.connections = streams.map(({ id }) => ({
    id: `${id}-to-column`,
    from: { stream: id },
    to: { unit: 'column', port: id },
  }));
  Object.assign(document.units[0], { service });
  document.units[0].absorption = {
    ...document.units[0].absorption,
    recovery: 0.95,
    flow: { kind: 'multiple', value: 1.4 },
  };
  return document;
}

const at = (celsius: number): Stream['condition'][1] => ({ by: 'temperature', value: 273.15 + celsius });

const washer = (): ColumnCase =>
  caseOf(
    'absorption',
    [ACETONE, NITROGEN, WATER],
    [stream('gas', 10, { [ACETONE]: 0.015, [NITROGEN]: 0.985 }, at(25)), stream('water', 40, { [WATER]: 1 }, at(20))],
  );

const stripper = (): ColumnCase =>
  caseOf(
    'stripping',
    [TOLUENE, WATER],
    [
      stream('waste', 50, { [TOLUENE]: 5e-5, [WATER]: 1 - 5e-5 }, { by: 'saturated-liquid' }),
      stream('steam', 3, { [WATER]: 1 }, { by: 'saturated-vapour' }),
    ],
  );

const solve = (document: ColumnCase) => {
  const { absorption } = createCaseSolver().solve(document, 'column');
  if (absorption === null) throw new Error('no absorption');
  return absorption;
};

const codes = (document: ColumnCase): string[] => {
  const { drawing } = solve(document);
  return drawing.state === 'open' ? drawing.points.map(({ code }) => code) : [drawing.state];
};

describe('a gas washed by a liquid', () => {
  test('streams and solute are proposed; the drawing and the effective factors agree on a dilute solute', () => {
    const { drawing, estimate } = solve(washer());
    const [drawn, all] = [solvedValue(drawing), solvedValue(estimate)];
    expect(drawn).toMatchObject({ gas: 'gas', liquid: 'water', solute: { id: ACETONE }, recovery: 0.95 });
    expect(drawn.flow / drawn.least).toBeCloseTo(1.4, 9);
    expect(drawn.limit.slope).toBeGreaterThan(1);
    // Nearly straight lines: steps, Kremser's equation and the factors of all components lie close together.
    expect(Math.abs((drawn.kremser ?? 0) / drawn.needed - 1)).toBeLessThan(0.1);
    expect(Math.abs(all.stages / drawn.needed - 1)).toBeLessThan(0.15);
    expect(all.recovery).toBeCloseTo(0.95, 7);
    expect(drawn.flowCurve.stages[0]).toBeGreaterThan(drawn.needed);
  });
  test('as many stages as were found give the recovery back', () => {
    const asked = washer();
    asked.units[0].absorption.flow = { kind: 'stream' };
    const { needed } = solvedValue(solve(asked).drawing);
    Object.assign(asked.units[0].absorption, { find: 'recovery', stages: needed });
    const { drawing, estimate } = solve(asked);
    expect(solvedValue(drawing).recovery).toBeCloseTo(0.95, 6);
    expect(solvedValue(estimate).stages).toBeCloseTo(needed, 9);
  });
  test('too little water, water that brings acetone itself, and things missing are said', () => {
    const scarce = washer();
    scarce.units[0].absorption.flow = { kind: 'stream' };
    scarce.streams[1].amount = { value: 10, basis: 'molar' };
    const short = reasonOf(solve(scarce).drawing);
    if (short.code !== 'flow-below-least') throw new Error(short.code);
    expect(short.flow).toBeCloseTo(10, 9);
    expect(short.least).toBeGreaterThan(10);
    const dirty = washer();
    dirty.streams[1].composition.parts = { [WATER]: 0.999, [ACETONE]: 0.001 };
    const limited = reasonOf(solve(dirty).drawing);
    if (limited.code !== 'transfer-impossible') throw new Error(limited.code);
    expect(limited.greatest).toBeLessThan(0.95);
    // What is asked is out of reach; who is who stays, and what is nearest is drawn and estimated: 1.4 times the least, 0.95 of the most that can pass.
    const [few, unclean] = [solve(scarce), solve(dirty)];
    expect(few.roles).toMatchObject({ gas: 'gas', liquid: 'water', solute: { id: ACETONE } });
    const nearest = (outcome: typeof few.drawing) => (outcome.state === 'out-of-reach' ? outcome.nearest : undefined);
    expect(nearest(few.drawing)?.flow).toBeCloseTo(1.4 * short.least, 6);
    expect(nearest(unclean.drawing)?.recovery).toBeCloseTo(0.95 * limited.greatest, 9);
    expect(few.estimate.state === 'out-of-reach' && few.estimate.nearest?.recovery).toBeCloseTo(0.95, 6);
    expect(codes(Object.assign(washer(), { connections: washer().connections.slice(0, 1) }))).toContain('not-two-streams');
    const blank = washer();
    blank.units[0].absorption.recovery = null;
    expect(codes(blank)).toContain('missing');
    blank.units[0].absorption = { ...blank.units[0].absorption, recovery: 1.2, flow: { kind: 'multiple', value: 1 } };
    expect(codes(blank)).toEqual(expect.arrayContaining(['not-a-fraction', 'not-above-one']));
    const wrong = washer();
    wrong.units[0].absorption.solute = WATER;
    expect(codes(wrong)).toContain('not-fed');
  });
});

describe('a liquid stripped by a gas', () => {
  test('toluene leaves water with steam: the least steam is by far the smaller stream', () => {
    const { drawing, estimate } = solve(stripper());
    const drawn = solvedValue(drawing);
    expect(drawn).toMatchObject({ kind: 'stripping', gas: 'steam', liquid: 'waste', solute: { id: TOLUENE } });
    expect(drawn.flow / drawn.least).toBeCloseTo(1.4, 9);
    expect(drawn.flow).toBeLessThan(3);
    expect(solvedValue(estimate).recovery).toBeCloseTo(0.95, 6);
  });
});
