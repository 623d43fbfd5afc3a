/** Hardware of whole columns: rated, sized, handed back; every number finite whatever is typed; between hardware and ladder the same pressure. */
import {
  atPressure,
  createCaseSolver,
  hardwareReadings,
  hardwareRows,
  hardwareSentences,
  newHardware,
  PACKINGS,
  showBriefly,
  turned,
  withRealTrays,
} from '@keen-ladder/core';
import type { HardwareFacts } from '@keen-ladder/core';
import { HardwareInputs } from '@keen-ladder/schema';
import type { ColumnUnit, SectionInputs } from '@keen-ladder/schema';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { columnOf, designsOf, laddered, rated, solver, withHardware, withSection } from './rated.ts';

const LONG = process.env['KEEN_LONG'] !== undefined;

const [FIRST] = laddered;
if (FIRST === undefined) throw new Error('no demo with a ladder');

const floodings = ({ sections }: HardwareFacts): number[] =>
  sections.flatMap(({ rungs }) => rungs.flatMap(({ tray, bed }) => [tray?.flooding ?? bed?.flooding ?? Number.NaN]));
const worst = (facts: HardwareFacts): number => Math.max(...floodings(facts));

describe.each(laddered)('$name', ({ document }) => {
  test.each(['trays', 'packing'] as const)(
    'sized for a share of flooding, then rated at the diameter needed, comes to that share: %s',
    (contact) => {
      for (const share of [0.3, 0.7, 0.95]) {
        const hardware = { ...withSection(newHardware(contact), { share }), diameters: 'each' as const };
        const sized = rated(document, hardware);
        for (const [k, { needed }] of sized.sections.entries()) {
          const at = rated(document, withSection({ ...hardware, diameters: 'each' }, { diameter: needed }));
          const own = at.sections[k]?.rungs.map(({ tray, bed }) => tray?.flooding ?? bed?.flooding ?? 0) ?? [];
          expect(Math.max(...own)).toBeCloseTo(share, 6);
        }
        expect(worst(sized)).toBeLessThanOrEqual(share + 1e-9);
      }
    },
  );

  test('flooding falls as the column widens and as trays stand farther apart', () => {
    const at = (diameter: number, spacing: number): number[] => {
      const hardware = newHardware('trays');
      const [section] = hardware.sections;
      if (section === undefined) throw new Error('no section');
      return floodings(rated(document, { ...hardware, sections: [{ ...section, diameter, tray: { ...section.tray, spacing } }] }));
    };
    const [narrow, wide, apart] = [at(0.8, 0.45), at(1.6, 0.45), at(0.8, 0.75)];
    narrow.forEach((share, j) => {
      expect(wide[j]).toBeLessThan(share);
      expect(apart[j]).toBeLessThan(share);
    });
  });

  test('ladder and hardware agree on the pressure that is handed back, from wherever the ladder began', () => {
    const hardware = withSection(newHardware('trays'), { diameter: 1.4 });
    const column = columnOf(withHardware(document, hardware));
    const agreedFrom = (began: ColumnUnit): number[] | undefined => {
      const { outcome } = solver.node({ ...document, units: [began] }, 'column', 'designs');
      if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
      return outcome.value.agreed?.values;
    };
    const values = agreedFrom(column);
    if (values === undefined) throw new Error('no agreement');
    // From below and from above: condenser and first tray are the ladder’s own, all others follow.
    const own = rated(document, hardware).sections[0]?.first ?? 1;
    const top = values[own - 1] ?? 0;
    const even = values.map((P, j) => (j < own ? P : top));
    const steep = values.map((P, j) => (j < own ? P : P + 0.5 * (P - top)));
    for (const began of [even, steep]) {
      const again = agreedFrom(atPressure(column, began));
      again?.forEach((P, j) => expect(Math.abs(P - (values[j] ?? 0))).toBeLessThan(5));
      expect(again).toBeDefined();
    }
    const handed = rated({ ...document, units: [atPressure(column, values)] }, hardware);
    handed.ladderPressure.forEach((P, j) => expect(Math.abs(P - (handed.pressure?.[j] ?? 0))).toBeLessThan(5));
    expect(designsOf({ ...document, units: [atPressure(column, values)] }, hardware).agreed?.passes).toBeLessThanOrEqual(1);
  });

  test('the other design, taken, is what was promised of it', () => {
    for (const contact of ['trays', 'packing'] as const) {
      const hardware = newHardware(contact);
      const [own, other] = designsOf(document, hardware).designs;
      expect(own.contact).toBe(contact);
      expect(designsOf(document, turned(hardware)).designs).toEqual([other, own]);
    }
  });

  test('rungs made real trays leave the ladder one that is solved, with as many trays as the hardware has', () => {
    const facts = rated(document, newHardware('trays'));
    const column = columnOf(document);
    if (column.ladder === null || column.service !== 'distillation') return;
    const ladder = withRealTrays(column.ladder, facts);
    const trays = facts.sections.reduce((sum, section) => sum + (section.trays ?? 0), 0);
    const rungs = facts.sections.reduce((sum, { first, last }) => sum + last - first + 1, 0);
    expect(ladder.stages).toBe(column.ladder.stages + trays - rungs);
    const { outcome } = createCaseSolver().ladder({ ...document, units: [{ ...column, ladder }] }, 'column');
    expect(outcome.state).toBe('solved');
  });
});

describe('what is told', () => {
  const { document } = FIRST;
  const told = (hardware: HardwareInputs): string =>
    hardwareSentences(rated(document, hardware), showBriefly(document.display, document.site)).join(' ');
  const trays = (change: Partial<SectionInputs['tray']>): HardwareInputs => {
    const hardware = newHardware('trays');
    return { ...hardware, sections: hardware.sections.map((section) => ({ ...section, tray: { ...section.tray, ...change } })) };
  };

  test('a method that is left says by how much, and which other one reaches there', () => {
    const wide = told(withSection(newHardware('trays'), { diameter: 6 }));
    expect(wide).toMatch(
      /Kister & Haas 1990 was measured for a weir load of 4\.5 m³\/\(h·m\) to 110 m³\/\(h·m\); at rung \d+ it is [0-3]/,
    );
    expect(wide).toMatch(/reach there\./);
  });
  test('what is left of the dry drop is told of the dry drop’s method, not of the flooding’s', () => {
    expect(told(trays({ deckThickness: 0.02 }))).toMatch(/Liebson 1957 was measured for a deck over hole diameter of 0\.1 to 1\.2/);
  });
  test('methods and packing that do not suit are told', () => {
    expect(told(trays({ kind: 'valve' }))).toContain('made for sieve trays');
    expect(told(trays({ kind: 'valve', flooding: 'fair' }))).not.toContain('made for sieve trays');
    expect(told(withSection(newHardware('packing'), { diameter: 0.3 }))).toContain('this packing is coarse');
  });
  test('a packing of which nothing is known is not sized in silence', () => {
    const bare = PACKINGS.find(({ area, factor, constants }) => area !== null && factor === null && constants.flooding === null);
    if (bare === undefined) throw new Error('no such packing');
    const hardware = newHardware('packing');
    const of = { ...hardware, sections: hardware.sections.map((s) => ({ ...s, packed: { ...s.packed, packing: bare } })) };
    expect(rated(document, of).sections.map(({ needed }) => needed)).toEqual([null, null]);
    expect(told(of)).toContain('Nothing tells how wide sections 1, 2 must be');
    expect(told(withSection(of, { diameter: 1 }))).not.toContain('Nothing tells how wide');
  });
  test('a bed beyond flooding says so, and gives no drop', () => {
    const narrow = rated(document, withSection(newHardware('packing'), { diameter: 0.6 }));
    expect(worst(narrow)).toBeGreaterThan(1);
    expect(narrow.pressure).toBeNull();
    expect(narrow.sections.some(({ drop }) => drop === null)).toBe(true);
  });
  test('a proposal mends what it is made for, and a foaming system needs a wider column', () => {
    const crowded = { ...withSection(trays({ downcomerTop: 0.03, downcomerBottom: 0.03 }), {}), foaming: 'high' as const };
    const facts = rated(document, crowded);
    const limited = facts.sections.findIndex(({ limits: [limit] }) => limit !== undefined && limit.share > 1);
    const mend = facts.sections[limited]?.mend;
    if (mend === null || mend === undefined) throw new Error('nothing proposed');
    const after = rated(document, { ...crowded, diameters: 'each', sections: facts.sections.map(() => mend.inputs) });
    expect(after.sections[limited]?.limits[0]?.share).toBeLessThanOrEqual(1 + 1e-6);
    const foaming = rated(document, { ...newHardware('trays'), systemFactor: 0.73 });
    const still = rated(document, newHardware('trays'));
    foaming.sections.forEach(({ needed }, k) => expect(needed).toBeGreaterThan(still.sections[k]?.needed ?? Number.NaN));
  });
});

test('what passes a rung is what the ladder says, by mass', () => {
  const { document } = FIRST;
  const facts = rated(document, newHardware('trays'));
  const { outcome } = solver.ladder(document, 'column');
  if (outcome.state !== 'solved') throw new Error('no ladder');
  const { vapour, y } = outcome.value;
  const masses = document.mixture.components.map(({ molarMass }) => molarMass.value);
  for (const { rungs, diameter } of facts.sections)
    for (const { rung, tray } of rungs) {
      const M = (y[rung] ?? []).reduce((sum, part, i) => sum + part * (masses[i] ?? 0), 0);
      // F-factor and velocity give the density back, and with the area the mass that rises from the rung below.
      const density = ((tray?.fFactor ?? 0) / (tray?.activeVelocity ?? 1)) ** 2;
      const active = (Math.PI / 4) * diameter ** 2 * (1 - 0.24);
      expect((density * (tray?.activeVelocity ?? 0) * active) / ((vapour[rung] ?? 0) * M)).toBeCloseTo(1, 6);
    }
});

/** Every number that a document may hold, between the bounds that its shape has. */
function anyHardware(): fc.Arbitrary<HardwareInputs> {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const positive = fc.oneof(real(1e-6, 10), fc.constantFrom(1e-12, 1e-3, 1, 1e3, 1e12));
  const share = real(0.001, 0.44);
  const usual = newHardware('trays').sections[0];
  if (usual === undefined) throw new Error('no section');
  const tray = fc.record({
    kind: fc.constantFrom('sieve' as const, 'valve' as const, 'fixed-valve' as const, 'bubble-cap' as const),
    spacing: positive,
    passes: fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const),
    weirHeight: positive,
    downcomerTop: share,
    downcomerBottom: share,
    clearance: positive,
    holeDiameter: positive,
    holeShare: real(0.001, 0.89),
    deckThickness: positive,
    valve: fc.record({
      thickness: positive,
      density: positive,
      seat: fc.constantFrom('sharp' as const, 'contoured' as const),
      legs: fc.constantFrom(0 as const, 3 as const, 4 as const),
    }),
    cap: fc.record({
      slotHeight: positive,
      slotShare: real(0.01, 0.99),
      riserShare: real(0.01, 0.99),
      riserCoefficient: positive,
      seal: real(0, 1),
    }),
    flooding: fc.constantFrom('kister-haas' as const, 'fair' as const, 'fair-kessler' as const, 'treybal' as const),
    efficiencyBy: fc.constantFrom(
      'o-connell' as const,
      'chan-fair' as const,
      'aiche' as const,
      'zuiderweg' as const,
      'van-winkle' as const,
    ),
    pools: fc.option(fc.integer({ min: 1, max: 100 })),
    efficiency: fc.option(real(0.01, 1.5)),
  });
  const packed = fc.record({
    packing: fc.constantFrom(...PACKINGS),
    flooding: fc.constantFrom(
      'billet-schultes' as const,
      'leva' as const,
      'prahl' as const,
      'kister-gill' as const,
      'stichlmair' as const,
    ),
    drop: fc.constantFrom('billet-schultes' as const, 'robbins' as const, 'stichlmair' as const, 'rocha' as const),
    hetp: fc.constantFrom('billet-schultes' as const, 'onda' as const, 'bravo' as const, 'rocha' as const, 'rule' as const),
    height: fc.option(positive),
    bed: fc.option(real(0.5, 50)),
  });
  const section = fc.record({
    contact: fc.constantFrom('trays' as const, 'packing' as const),
    diameter: fc.option(positive),
    share: real(0.001, 1.2),
    mostDrop: fc.option(positive),
    tray,
    packed,
  });
  return fc.record({
    sections: fc.array(section, { minLength: 1, maxLength: 3 }),
    diameters: fc.constantFrom('one' as const, 'each' as const),
    sizes: fc.constantFrom('metric' as const, 'feet' as const),
    foaming: fc.constantFrom('low' as const, 'medium' as const, 'high' as const, 'very-high' as const),
    systemFactor: real(0.01, 1),
    turnDown: real(0.01, 1),
    setsPressure: fc.boolean(),
    ends: fc.record({ condenser: fc.option(positive), reboiler: fc.option(positive), drumTime: real(1, 1e5) }),
  });
}

/** Where something is not a finite number. */
function notFinite(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} ${value}`];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => notFinite(inner, `${path}.${key}`));
}

test('any hardware that can be stored is rated with finite numbers, and told in sentences and tables', () => {
  const documents = laddered.map(({ document }) => document);
  fc.assert(
    fc.property(anyHardware(), fc.constantFrom(...documents), (hardware, document) => {
      expect(HardwareInputs.safeParse(hardware).success).toBe(true);
      const { outcome } = solver.node(withHardware(document, hardware), 'column', 'hardware');
      if (outcome.state !== 'solved') return;
      const facts = outcome.value;
      expect(notFinite(facts)).toEqual([]);
      expect(notFinite(designsOf(document, hardware))).toEqual([]);
      const said = hardwareSentences(facts, showBriefly(document.display, document.site)).join(' ');
      expect(said).not.toMatch(/NaN|Infinity|undefined/);
      expect(hardwareRows(facts, document).flat().join(' ')).not.toMatch(/NaN|Infinity/);
      expect(notFinite(hardwareReadings(facts))).toEqual([]);
    }),
    { numRuns: LONG ? 600 : 60 },
  );
});
