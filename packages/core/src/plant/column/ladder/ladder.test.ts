import type { ColumnCase } from '../../../case/index.ts';
import { createCaseSolver } from '../../../case/index.ts';
import { handedOnLadder, handedOnWash, ladderTarget, updatedLadder } from '../../index.ts';
import { describe, expect, test } from 'vitest';
import type { ColumnUnit, LadderInputs, LadderTarget } from '@keen-ladder/schema';
import { showIn } from '../../../measures/index.ts';
import { explain, explainOpenPoint, explainWarning } from '../../explain.ts';
import { acetoneWaterCase, reasonOf, solvedValue } from '../../../testing/index.ts';

const show = showIn(acetoneWaterCase().display, acetoneWaterCase().site);
const ACETONE = '67-64-1';

const handed = (column: ColumnUnit): LadderInputs =>
  handedOnLadder(column, {
    stages: 9.3,
    feedStages: { feed: 6.4 },
    drawStages: {},
    reflux: 0.6,
    distillate: 12,
    drawFlows: {},
    pressure: { top: 101325, bottom: 105000 },
    condenser: 'total',
    vapourShare: null,
    subcooling: 0,
    efficiency: 1,
  });

/** Acetone and water with a ladder, changed. */
function caseWith(change: (ladder: LadderInputs, document: ColumnCase) => void = () => undefined): ColumnCase {
  const document = acetoneWaterCase();
  const ladder = handed(document.units[0]);
  document.units[0].ladder = ladder;
  change(ladder, document);
  return document;
}

const outcomeOf = (document: ColumnCase) => createCaseSolver().ladder(document, 'column').outcome;
const factsOf = (document: ColumnCase) => solvedValue(outcomeOf(document));
const sentencesOf = (document: ColumnCase): string[] => {
  const outcome = outcomeOf(document);
  return outcome.state === 'open' ? outcome.points.map((point) => explainOpenPoint(point, show)) : [outcome.state];
};
const warningsOf = (document: ColumnCase): string[] => {
  const outcome = outcomeOf(document);
  return outcome.state === 'solved' ? outcome.warnings.map((w) => explainWarning(w, show)) : [outcome.state];
};

const target = (id: string, quantity: LadderTarget['quantity'], value: number | null, isInForce = true): LadderTarget => ({
  ...ladderTarget(id, quantity, value),
  isInForce,
});

describe('handing on', () => {
  test('rounds stages up and feeds to the nearest rung, and counts the total condenser', () => {
    const ladder = handed(acetoneWaterCase().units[0]);
    expect(ladder).toMatchObject({ stages: 11, top: 'total', feeds: { feed: { stage: 7, way: 'whole' } } });
    // What the sheet asks comes along, off.
    expect(ladder.targets.map(({ id, value, isInForce }) => [id, value, isInForce])).toEqual([
      ['reflux', 0.6, true],
      ['distillate', 12, true],
      ['sheet-fraction-distillate-67-64-1', 0.95, false],
      ['sheet-fraction-bottoms-67-64-1', 0.02, false],
    ]);
  });
  test('an update keeps cards of one’s own, and tells what it changes', () => {
    const column = acetoneWaterCase().units[0];
    const before = handed(column);
    before.targets.push(target('mine', { kind: 'duty', of: 'reboiler' }, null, false));
    before.stages = 14;
    const { ladder, changes } = updatedLadder(before, handed(column));
    expect(changes).toEqual([{ what: 'stages', from: 14, to: 11 }]);
    const ids = ['reflux', 'distillate', 'sheet-fraction-distillate-67-64-1', 'sheet-fraction-bottoms-67-64-1', 'mine'];
    expect(ladder.targets.map(({ id }) => id)).toEqual(ids);
    expect(updatedLadder(ladder, handed(column)).changes).toEqual([]);
    // A card of one's own for what the sheet asks needs no second one.
    const own = { ...before, targets: before.targets.map((t) => (t.id === ids[2] ? { ...t, id: 'own' } : t)) };
    expect(updatedLadder(own, handed(column)).ladder.targets.map(({ id }) => id)).toEqual([
      ...ids.slice(0, 2),
      ids[3],
      'own',
      'mine',
    ]);
  });
  test('a washer whose liquid is a multiple of the least frees its flow', () => {
    const ladder = handedOnWash({
      stages: 5.2,
      liquid: 'l',
      gas: 'g',
      serving: { inlet: 'l', factor: 1.4 },
      pressure: { top: 1e5, bottom: 1e5 },
    });
    expect(ladder).toMatchObject({
      stages: 6,
      freed: [{ kind: 'feed-flow', inlet: 'l' }],
      feeds: { l: { stage: 1 }, g: { stage: 6 } },
    });
    expect(ladder.targets[0].value).toBe(1.4);
  });
});

describe('a ladder of a document', () => {
  test('is solved: targets met, balances closed, handles named', () => {
    const facts = factsOf(caseWith());
    expect(facts.targets['reflux']).toMatchObject({ isHolding: false });
    expect(facts.targets['reflux'].now).toBeCloseTo(0.6, 9);
    expect(facts.products.map(({ id }) => id)).toEqual(['distillate', 'bottoms']);
    expect(facts.handles.map(({ name }) => name)).toEqual(['distillate flow', 'reboiler duty']);
    expect(facts.targets['distillate'].moves).toBe('distillate flow');
    expect(facts.closure.material).toBeLessThan(1e-8);
    expect(facts.closure.heat).toBeLessThan(1e-8);
    expect(facts.vapour[0]).toBe(0);
    expect(facts.P[0]).toBe(101325);
    expect(facts.P.at(-1)).toBe(105000);
  });
  test('is solved from its last solution on, to the same column as from nothing', () => {
    const solver = createCaseSolver();
    solver.ladder(caseWith(), 'column');
    const next = caseWith((ladder) => (ladder.targets[0].value = 0.7));
    const warm = solvedValue(solver.ladder(next, 'column').outcome);
    expect(warm.attempts).toHaveLength(1);
    const cold = factsOf(next);
    cold.T.forEach((T, j) => expect(Math.abs(warm.T[j] - T)).toBeLessThan(1e-7));
  });
  test('a handle that is chosen for a target is told for it, and the other takes what is left', () => {
    const facts = factsOf(
      caseWith((l) => (l.targets[0].moves = { kind: 'flow', place: 'overhead', components: [], basis: 'mole' })),
    );
    expect(facts.targets['reflux'].moves).toBe('distillate flow');
    expect(facts.targets['distillate'].moves).toBe('reboiler duty');
  });
  test('a profile that is given is where it begins, and the column is the same; a method that is chosen is the only one', () => {
    const plain = factsOf(caseWith());
    const { T, liquid, vapour, x } = plain;
    const given = factsOf(caseWith((l) => (l.given = { T, liquid, vapour, x })));
    expect(given.attempts).toMatchObject([{ method: 'Newton, whole steps', isSolved: true }]);
    expect(given.attempts[0].iterations).toBeLessThan(plain.attempts[0].iterations);
    const rough = factsOf(caseWith((l) => (l.given = { T: [330, 345, 372], liquid: [], vapour: [], x: [] })));
    const chosen = factsOf(caseWith((l) => (l.method = 'inside-out')));
    expect(chosen.attempts.at(-1)).toMatchObject({ method: 'inside-out', isSolved: true });
    expect(new Set(chosen.attempts.map(({ method }) => method)).size).toBe(1);
    for (const other of [given, rough, chosen]) T.forEach((value, j) => expect(Math.abs(other.T[j] - value)).toBeLessThan(1e-6));
  });
  test('a feed whose phases go to two stages is not moved', () => {
    const sentences = sentencesOf(
      caseWith((l) => {
        l.feeds['feed'].way = 'vapour-above';
        l.freed = [{ kind: 'feed-flow', inlet: 'feed' }];
        l.targets.push(target('free', { kind: 'freed', handle: l.freed[0] }, 1));
      }),
    );
    expect(sentences.join(' ')).toContain('all of that feed on its own stage');
  });
  test('a vent and the liquid beside it are products of their own', () => {
    const facts = factsOf(
      caseWith((l) => {
        l.top = 'mixed';
        l.targets[1] = target('vent', { kind: 'flow', place: 'overhead-vapour', components: [], basis: 'mole' }, 2);
        l.targets.push(target('liquid', { kind: 'flow', place: 'distillate', components: [], basis: 'mole' }, 10));
      }),
    );
    expect(facts.products.map(({ id, flow }) => [id, Math.round(flow * 1e6) / 1e6]).slice(0, 2)).toEqual([
      ['distillate', 10],
      ['overhead-vapour', 2],
    ]);
    expect(facts.handles.map(({ name }) => name)).toEqual(['liquid distillate flow', 'condenser duty', 'reboiler duty']);
  });
  test('says in the case’s words what is missing or does not fit', () => {
    const one = (change: Parameters<typeof caseWith>[0]): string => sentencesOf(caseWith(change)).join(' ');
    expect(one((l) => (l.targets[1].isInForce = false))).toBe(
      '1 target in force for 2 handles (distillate flow, reboiler duty): one more target is needed.',
    );
    expect(one((l) => l.targets.push(target('q', { kind: 'duty', of: 'reboiler' }, 5e5)))).toContain(
      '3 targets in force for 2 handles',
    );
    expect(one((l) => (l.targets[0].value = null))).toBe('Reflux ratio is not set.');
    expect(one((l) => (l.feeds['feed'].stage = 40))).toContain('40');
    expect(one((l) => (l.stages = 1.5))).toContain('Number of stages must be a whole number');
    expect(one((l) => (l.pressure = { by: 'ends', top: null, bottom: null }))).toContain('Pressure at the top is not set');
    expect(one((l) => (l.pressure = { by: 'list', values: [1e5, 1e5] }))).toContain('Pressure of each of the 11 stages is not set');
    expect(one((l) => (l.efficiency.all = 1.4))).toContain('Efficiency of the trays');
    expect(one((l) => (l.targets[1] = target('x', { kind: 'boil-up-ratio', basis: 'mole' }, 2))) === 'solved').toBe(true);
    expect(
      one((l) => {
        l.bottom = 'none';
        l.targets[1] = target('x', { kind: 'boil-up-ratio', basis: 'mole' }, 2);
      }),
    ).toContain('Boil-up ratio needs a reboiler');
    expect(one((_, d) => (d.units[0].ladder = null))).toContain('Column stage by stage is not set');
  });
  test('refuses targets that say the same twice, or more than there is', () => {
    const twice = caseWith((l) => {
      l.targets[0] = target('b', { kind: 'flow', place: 'bottoms', components: [], basis: 'mole' }, 120 / 3.6 - 12);
    });
    expect(explain(reasonOf(outcomeOf(twice)), show)).toBe(
      'Bottoms flow and distillate flow say the same thing twice: one follows from the others and the balances. Switch one off and take another in its place.',
    );
    const much = caseWith((l) => (l.targets[1].value = 50));
    expect(explain(reasonOf(outcomeOf(much)), show)).toBe(
      'Distillate flow: 180.0 kmol/h cannot be had of the 120.0 kmol/h that are fed. Ask for less.',
    );
  });
  test('a share drawn, a mass flow, a mass fraction and a standard volume are what they say', () => {
    const document = caseWith((ladder, d) => {
      d.units[0].draws = [{ id: 'cut', name: 'cut', phase: 'liquid' }];
      ladder.drawStages = { cut: 4 };
      ladder.targets.push(target('share', { kind: 'draw-share', draw: 'cut' }, 0.2));
      ladder.targets[1] = target('mass', { kind: 'flow', place: 'overhead', components: [], basis: 'mass' }, 0.5);
      for (const basis of ['mass', 'volume'] as const)
        ladder.targets.push(target(basis, { kind: 'fraction', place: 'overhead', components: [ACETONE], basis }, null, false));
      ladder.targets.push(target('rho', { kind: 'standard-density', place: 'overhead' }, null, false));
    });
    const facts = factsOf(document);
    const [distillate, cut] = facts.products;
    expect(distillate.massFlow).toBeCloseTo(0.5, 9);
    expect(cut.flow / facts.liquid[3]).toBeCloseTo(0.2, 9);
    const molarMass = document.mixture.components.map((c) => c.molarMass.value);
    expect(facts.targets['mass'].now).toBeCloseTo((distillate.flows[0] * molarMass[0]) / distillate.massFlow, 9);
    // Acetone 0.79, water 1.00: a mixture by additive volumes lies between.
    expect(facts.targets['rho'].now).toBeGreaterThan(785);
    expect(facts.targets['rho'].now).toBeLessThan(1000);
    expect(facts.targets['volume'].now).toBeGreaterThan(facts.targets['mass'].now ?? 1);
  });
  test('vapour of a feed let in above, trays less than perfect and heat lost change the column as they should', () => {
    const flashing = (way: 'whole' | 'vapour-above') =>
      factsOf(
        caseWith((ladder, d) => {
          d.streams[0].condition = [{ by: 'column-pressure' }, { by: 'vapour-fraction', value: 0.4 }];
          ladder.feeds['feed'].way = way;
        }),
      );
    const [whole, above] = [flashing('whole'), flashing('vapour-above')];
    expect(above.vapour[6]).toBeLessThan(whole.vapour[6] - 5);
    expect(above.products[0].flow).toBeCloseTo(whole.products[0].flow, 9);
    const lossy = factsOf(caseWith((l) => (l.heatLoss = 3e4)));
    expect((lossy.reboilerDuty ?? 0) - (factsOf(caseWith()).reboilerDuty ?? 0)).toBeGreaterThan(0);
    const poor = factsOf(caseWith((l) => (l.efficiency.all = 0.5)));
    expect(poor.products[0].flows[0]).toBeLessThan(factsOf(caseWith()).products[0].flows[0]);
  });
  test('a limit holds where it would be passed, and says so', () => {
    const Q = factsOf(caseWith()).reboilerDuty ?? 0;
    const document = caseWith((l) => {
      l.targets.reverse();
      l.targets.push({ ...target('most', { kind: 'duty', of: 'reboiler' }, 0.9 * Q), wish: 'at-most' });
    });
    const facts = factsOf(document);
    expect(facts.targets['most'].isHolding).toBe(true);
    expect(facts.reboilerDuty).toBeCloseTo(0.9 * Q, 2);
    expect(facts.targets['reflux'].now ?? 1).toBeLessThan(0.6);
  });
  test('remarks: coolant, heating medium, reflux, feed, and the split', () => {
    expect(warningsOf(caseWith((_, d) => (d.units[0].balance.cells = [])))).toEqual([]);
    expect(warningsOf(caseWith())).toEqual([
      expect.stringMatching(/Not what the balance sheet asks: the mole fraction of acetone in the distillate, 0\.9500, is 0\.92/),
    ]);
    expect(warningsOf(caseWith((_, d) => (d.site.heating.temperature = 330))).join()).toContain(
      'hotter than the site’s heating medium',
    );
    expect(
      warningsOf(caseWith((_, d) => (d.site.cooling.water.temperature = d.site.cooling.air.temperature = 350))).join(),
    ).toContain('refrigeration is needed');
    expect(warningsOf(caseWith((l) => (l.targets[0].value = 0.02))).join()).toContain('hardly anything runs back');
    const cold = caseWith(
      (_, d) =>
        (d.streams[0].condition = [
          { by: 'pressure', value: 9e4 },
          { by: 'temperature', value: 280 },
        ]),
    );
    expect(warningsOf(cold).join()).toContain('below the');
    expect(warningsOf(caseWith((l) => (l.targets[1].value = 28))).join()).toContain('holds mostly water');
  });
});

describe('walks of a ladder', () => {
  const asked = (direction: 'up' | 'down', to: number | null = null) => ({ target: 'up', instead: 'reflux', to, direction });
  const document = caseWith((l) =>
    l.targets.push(target('up', { kind: 'recovery', place: 'overhead', components: [ACETONE], basis: 'mole' }, null, false)),
  );
  test('come to a value by points of which each is a column', () => {
    const values: number[] = [];
    const found = createCaseSolver().walk(document, 'column', asked('up', 0.985), ({ value }) => values.push(value) > 0);
    expect(solvedValue(found)).toMatchObject({ isWhole: true, end: { kind: 'reached' } });
    expect(solvedValue(found).reached).toBeCloseTo(0.985, 8);
    expect(values).toEqual([...values].sort((a, b) => a - b));
  });
  test('end where no reflux does it, which is told', () => {
    // 12 mol/s of distillate hold at most 11.667 of acetone: all that is fed.
    const found = solvedValue(createCaseSolver().walk(document, 'column', asked('up'), () => true));
    expect(found.reached).toBeGreaterThan(0.99);
    const small = caseWith((l) => {
      l.targets[1].value = 10;
      l.targets.push(target('up', { kind: 'recovery', place: 'overhead', components: [ACETONE], basis: 'mole' }, null, false));
    });
    const full = solvedValue(createCaseSolver().walk(small, 'column', asked('up'), () => true));
    expect(full.isWhole).toBe(false);
    expect(full.reached).toBeLessThan(10 / 11.66);
    // Ten stages do not part that far at any reflux.
    expect(full.end.kind).toBe('too-few-stages');
  });
  test('stop when they are told to', () => {
    const found = solvedValue(createCaseSolver().walk(document, 'column', asked('down'), () => false));
    expect(found.end).toEqual({ kind: 'stopped' });
  });
});
