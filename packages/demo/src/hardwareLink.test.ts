/** A ladder that takes the pressure of its hardware, real trays with their own efficiencies, and what stands at the ends. */
import { atPressure, createCaseSolver, newHardware, turned, withRealTrays } from '@keen-ladder/core';
import type { HardwareFacts, LadderFacts } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import { describe, expect, test } from 'vitest';
import { demoCases } from './index.ts';
import { columnOf, designsOf, laddered, rated, withHardware, withSection } from './rated.ts';

const linked = (hardware: HardwareInputs): HardwareInputs => ({ ...hardware, setsPressure: true });

function ladderOf(document: CaseDocument): LadderFacts {
  const { outcome } = createCaseSolver().ladder(document, 'column');
  if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
  return outcome.value;
}

const withColumn = (document: CaseDocument, change: Partial<ColumnUnit>): CaseDocument => ({
  ...document,
  units: [{ ...columnOf(document), ...change }],
});

/** Pa */
const SAME = 2;

describe.each(laddered)('a ladder that takes its hardware’s pressure: $name', ({ document }) => {
  test.each(['trays', 'packing'] as const)(
    'has it, by the hardware rated on it, from whatever was entered below the top: %s',
    (contact) => {
      const hardware = linked(withSection(newHardware(contact), { diameter: 1.4 }));
      const facts = rated(document, hardware);
      expect(facts.pressure).not.toBeNull();
      facts.ladderPressure.forEach((P, j) => expect(Math.abs(P - (facts.pressure?.[j] ?? 0))).toBeLessThan(SAME));
      const { P } = ladderOf(withHardware(document, hardware));
      const [top = 0] = P;
      for (const factor of [1, 1.2]) {
        const { ladder } = atPressure(
          columnOf(document),
          P.map((_, j) => (j < 2 ? (P[j] ?? 0) : top * (1 + ((factor - 1) * j) / P.length))),
        );
        const again = ladderOf(withColumn(withHardware(document, hardware), { ladder }));
        again.P.forEach((each, j) => expect(Math.abs(each - (P[j] ?? 0))).toBeLessThan(SAME));
      }
    },
  );

  test('is the column that handing the pressure back makes, and the one entered once the link is off', () => {
    const hardware = withSection(newHardware('trays'), { diameter: 1.4 });
    const agreed = designsOf(document, hardware).agreed?.values;
    if (agreed === undefined) throw new Error('no agreement');
    const handed = ladderOf({ ...document, units: [atPressure(columnOf(withHardware(document, hardware)), agreed)] });
    const live = ladderOf(withHardware(document, linked(hardware)));
    live.P.forEach((P, j) => expect(Math.abs(P - (handed.P[j] ?? 0))).toBeLessThan(SAME));
    live.T.forEach((T, j) => expect(Math.abs(T - (handed.T[j] ?? 0))).toBeLessThan(1e-3));
    expect(ladderOf(withHardware(document, hardware)).P).toEqual(ladderOf(document).P);
  });

  test('answers the same after other edits as from nothing, and follows the diameter', () => {
    const solver = createCaseSolver();
    const bottoms = [1.2, 1.4, 1.7, 1.2].map((diameter) => {
      const of = withHardware(document, linked(withSection(newHardware('trays'), { diameter })));
      const { outcome } = solver.ladder(of, 'column');
      if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
      expect(outcome.value.P).toEqual(ladderOf(of).P);
      return outcome.value.P.at(-1) ?? 0;
    });
    expect(new Set(bottoms).size).toBe(3);
    expect(bottoms[3]).toBe(bottoms[0]);
  });
});

test('where a bed is flooded the pressures entered hold, and that is told', () => {
  const { document } = splitter();
  const hardware = linked(withSection(newHardware('packing'), { diameter: 0.6 }));
  const { outcome } = createCaseSolver().ladder(withHardware(document, hardware), 'column');
  if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
  expect(outcome.warnings.map(({ code }) => code)).toContain('hardware-makes-no-pressure');
  expect(outcome.value.P).toEqual(ladderOf(document).P);
});

test('what stands below a linked column reads its linked pressure: limits and sensitivities too', () => {
  const { document } = splitter();
  const hardware = linked(withSection(newHardware('trays'), { diameter: 0.9 }));
  const slopes = (of: CaseDocument) => {
    const { outcome } = createCaseSolver().slopes(of, 'column');
    if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
    return outcome.value;
  };
  const agreed = ladderOf(withHardware(document, hardware)).P;
  const [live, handed, free] = [
    slopes(withHardware(document, hardware)),
    slopes({ ...document, units: [atPressure(columnOf(document), agreed)] }),
    slopes(document),
  ];
  expect(JSON.stringify(live)).toBe(JSON.stringify(handed));
  expect(JSON.stringify(live)).not.toBe(JSON.stringify(free));
});

function splitter() {
  const found = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
  if (found === undefined) throw new Error('no splitter');
  return found;
}

/** A column in which nothing adjusts itself to what is asked: of a distillation reflux and boil-up stay, a washer has no handles. */
function withoutTargets(document: CaseDocument): CaseDocument {
  const { ladder, service } = columnOf(document);
  if (ladder === null || service !== 'distillation') return document;
  const { refluxRatio, boilUpRatio } = ladderOf(document);
  const ratios = [
    ['reflux-ratio', refluxRatio],
    ['boil-up-ratio', boilUpRatio],
  ] as const;
  const held = ratios.map(([kind, value]) => ({
    id: kind,
    quantity: { kind, basis: 'mole' as const },
    wish: 'equal' as const,
    value,
    isInForce: true,
    moves: null,
  }));
  return withColumn(document, { ladder: { ...ladder, targets: held } });
}

describe('real trays in the place of rungs', () => {
  const { document } = splitter();
  const { ladder } = columnOf(document);
  if (ladder === null) throw new Error('no ladder');
  const twoHandles = laddered.filter(({ name }) => /Four-alcohol|drying air|rinse water/.test(name));

  test.each(twoHandles.flatMap((each) => (['o-connell', 'aiche', 'van-winkle'] as const).map((by) => ({ ...each, by }))))(
    'part the mixture as the equilibrium rungs did: $name, by $by',
    ({ document: of, by: efficiencyBy }) => {
      const hardware = newHardware('trays');
      const facts = rated(of, {
        ...hardware,
        sections: hardware.sections.map((section) => ({ ...section, tray: { ...section.tray, efficiencyBy } })),
      });
      for (const { efficiency, first, last, trays } of facts.sections) {
        expect(efficiency?.murphree).toHaveLength(last - first + 1);
        expect(trays).toBe(Math.ceil((last - first + 1) / (efficiency?.value ?? 0) - 1e-9));
      }
      const held = withoutTargets(of);
      const rungs = columnOf(held).ladder;
      if (rungs === null) throw new Error('no ladder');
      const before = ladderOf(held);
      const after = ladderOf(withColumn(held, { ladder: withRealTrays(rungs, facts) }));
      const recovered = ({ products }: LadderFacts, i: number): number =>
        (products.find(({ id }) => id === 'bottoms')?.flows[i] ?? 0) /
        products.reduce((sum, { flows }) => sum + (flows[i] ?? 0), 0);
      // Whole trays are up to one more than a section needs, and the lines are not quite straight.
      before.x[0]?.forEach((_, i) => {
        expect(Math.abs(recovered(after, i) - recovered(before, i))).toBeLessThan(0.003);
      });
    },
  );

  test('keep the efficiency of each rung, never above 1', () => {
    const hardware = newHardware('trays');
    const facts = rated(document, {
      ...hardware,
      sections: hardware.sections.map((section) => ({
        ...section,
        tray: { ...section.tray, efficiencyBy: 'van-winkle' as const },
      })),
    });
    const { efficiency, stages } = withRealTrays(ladder, facts);
    const values = [efficiency.all, ...Object.values(efficiency.stages)];
    expect(new Set(values).size).toBeGreaterThan(2);
    expect(Math.max(...values)).toBeLessThanOrEqual(1);
    // Trays with efficiencies of their own are trays: they are not parted a second time.
    const again = rated(withColumn(document, { ladder: withRealTrays(ladder, facts) }), hardware);
    expect(again.sections.map((section) => section.efficiency?.by)).toEqual(['ladder', 'ladder']);
    const byStages = { ...ladder, efficiency: { ...ladder.efficiency, stages: { '5': 0.7 } } };
    const some = rated(withColumn(document, { ladder: byStages }), hardware);
    expect(some.sections[0]?.efficiency?.by).toBe('ladder');
    expect(Object.keys(efficiency.stages).every((stage) => Number(stage) > 1 && Number(stage) < stages)).toBe(true);
  });
});

describe('what stands at the ends', () => {
  const { document } = splitter();
  const endsAt = (of: CaseDocument, change: Partial<HardwareInputs> = {}): HardwareFacts['ends'] =>
    rated(of, { ...newHardware('trays'), ...change }).ends;

  test('carries the duties of the ladder: area times coefficient times difference', () => {
    const { condenserDuty, reboilerDuty } = ladderOf(document);
    const { condenser, reboiler } = endsAt(document);
    for (const [end, duty] of [
      [condenser, -(condenserDuty ?? 0)],
      [reboiler, reboilerDuty ?? 0],
    ] as const) {
      if (end?.area === null || end?.difference === null || end === null) throw new Error('no area');
      expect(end.area * end.coefficient * end.difference * end.correction).toBeCloseTo(duty, 3);
      expect(end.correction).toBeGreaterThan(0.75);
    }
    expect(condenser?.medium).toBe('water');
  });
  test('halves its area at twice the coefficient, and holds twice as much in twice the time', () => {
    const own = { condenser: 500, reboiler: 800, drumTime: 300 };
    const once = endsAt(document, { ends: own });
    const twice = endsAt(document, { ends: { condenser: 1000, reboiler: 1600, drumTime: 600 } });
    expect((once.condenser?.area ?? 0) / (twice.condenser?.area ?? 0)).toBeCloseTo(2, 9);
    expect((once.reboiler?.area ?? 0) / (twice.reboiler?.area ?? 0)).toBeCloseTo(2, 9);
    expect((twice.drum?.volume ?? 0) / (once.drum?.volume ?? 0)).toBeCloseTo(2, 9);
  });
  test('the drum holds reflux and distillate: what condenses', () => {
    const { vapour, y } = ladderOf(document);
    const masses = document.mixture.components.map(({ molarMass }) => molarMass.value);
    const M = (y[1] ?? []).reduce((sum, part, i) => sum + part * (masses[i] ?? 0), 0);
    const { drum } = endsAt(document);
    const density = ((vapour[1] ?? 0) * M) / (drum?.flow ?? 1);
    // Alcohols at their boiling point: 730 to 760 kg/m³ (methanol 748, ethanol 736: common handbook values).
    expect(density).toBeGreaterThan(700);
    expect(density).toBeLessThan(790);
  });
  test('a site that heats too little, or cools too little, has no area, and a washer has no ends', () => {
    const cold = { ...document, site: { ...document.site, heating: { temperature: 350, approach: 5 } } };
    expect(endsAt(cold).reboiler?.area).toBeNull();
    const warm = { temperature: 390, approach: 5 };
    const hot = { ...document, site: { ...document.site, cooling: { water: warm, air: warm, refrigerant: warm } } };
    expect(endsAt(hot).condenser?.area).toBeNull();
    const washer = laddered.find(({ document: of }) => columnOf(of).service === 'absorption');
    if (washer === undefined) throw new Error('no washer');
    expect(endsAt(washer.document)).toEqual({ condenser: null, reboiler: null, drum: null });
  });
});

test('properties without a table are told, each once', () => {
  const naphtha = demoCases().find(({ name }) => name.startsWith('Naphtha'));
  if (naphtha === undefined) throw new Error('no naphtha');
  const { remarks } = rated(naphtha.document, turned(newHardware('packing')));
  expect(new Set(remarks.map(({ property, how, names }) => `${property} ${'method' in how} ${names.join()}`)).size).toBe(
    remarks.length,
  );
  const estimated: CaseDocument = {
    ...splitter().document,
    mixture: {
      ...splitter().document.mixture,
      components: splitter().document.mixture.components.map((component, i) =>
        i === 1 ? { ...component, surfaceTension: null } : component,
      ),
    },
  };
  const own = rated(estimated, newHardware('trays')).remarks;
  expect(
    own.some(({ property, how, names }) => property === 'surface tension' && 'method' in how && names.join().includes('thanol')),
  ).toBe(true);
});

describe('what is built', () => {
  const { document } = splitter();
  const withTray = (change: Partial<HardwareInputs['sections'][number]['tray']>): HardwareInputs => {
    const hardware = newHardware('trays');
    return { ...hardware, sections: hardware.sections.map((section) => ({ ...section, tray: { ...section.tray, ...change } })) };
  };

  test('trays have room for a manhole after every twenty, and are as high as they stand apart otherwise', () => {
    for (const [spacing, more] of [
      [0.5, 0.1],
      [0.6, 0],
      [0.75, 0],
    ] as const) {
      const { sections, vessel } = rated(document, withTray({ spacing }));
      for (const { trays, manholes, height } of sections) {
        expect(manholes).toBe(Math.ceil((trays ?? 0) / 20) - 1);
        expect(height).toBeCloseTo((trays ?? 0) * spacing + manholes * more, 9);
      }
      expect(vessel.manholes).toBe(3 + sections.reduce((sum, { manholes }) => sum + manholes, 0));
    }
  });
  test('liquid that mixes on its way makes trays by Chan & Fair worse, the more the fewer pools; AIChE has its own mixing', () => {
    const overall = (pools: number | null, efficiencyBy: 'chan-fair' | 'aiche'): number =>
      rated(document, withTray({ pools, efficiencyBy, weirHeight: 0.02 })).sections[0]?.efficiency?.value ?? Number.NaN;
    const [mixed, three, many] = [overall(1, 'chan-fair'), overall(3, 'chan-fair'), overall(null, 'chan-fair')];
    expect(mixed).toBeLessThan(three);
    expect(three).toBeLessThanOrEqual(many);
    expect(overall(1, 'aiche')).toBe(overall(null, 'aiche'));
  });
});
