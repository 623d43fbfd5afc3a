import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { capital, explainParse, findUnit, formatEntered, formatFixed, formatFraction, formatNumber } from './index.ts';
import { explain, explainOpenPoint, explainWarning } from '../plant/index.ts';
import { formatQuantity, fromSI, parseQuantity, parseReflux, showIn, toSI, units, UNIT_SETS } from './index.ts';
import type { Dimension } from './index.ts';
import { SHOWN_DIMENSIONS, SHOWN_UNITS } from '@keen-ladder/schema';

const SITE = { barometricPressure: 101325 };
const FRACTION: Dimension[] = ['moleFraction', 'massFraction'];

function read(text: string, dimensions: Dimension[], own: string): { value: number; unit: string } {
  const parsed = parseQuantity(text, dimensions, findUnit(dimensions[0], own), SITE);
  if (!parsed.ok) throw new Error(explainParse(parsed.problem));
  return { value: parsed.value.value, unit: parsed.value.unit.id };
}

function refusal(text: string, dimensions: Dimension[], own: string): string {
  const parsed = parseQuantity(text, dimensions, findUnit(dimensions[0], own), SITE);
  return parsed.ok ? `accepted as ${parsed.value.value}` : explainParse(parsed.problem);
}

describe('units', () => {
  test('every unit goes to SI and back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...units), fc.double({ min: -1e5, max: 1e5, noNaN: true }), (unit, value) => {
        expect(fromSI(toSI(value, unit, SITE), unit, SITE)).toBeCloseTo(value, 6);
      }),
    );
  });
  test('no spelling means two units of one dimension', () => {
    for (const dimension of new Set(units.map((u) => u.dimension))) {
      const spellings = units.filter((u) => u.dimension === dimension).flatMap((u) => [u.id, ...u.also]);
      expect(new Set(spellings).size, dimension).toBe(spellings.length);
    }
  });
  // NIST Special Publication 811 (2008), appendix B.8, printed factors, from memory.
  test.each([
    ['temperature', '°F', 212, 373.15, 1e-10],
    ['temperature', '°R', 491.67, 273.15, 1e-10],
    ['pressure', 'psi', 1, 6894.757, 5e-4],
    ['pressure', 'mmHg', 1, 133.3224, 5e-5],
    ['massFlow', 'lb/h', 1, 1.259979e-4, 5e-11],
    ['power', 'Btu/h', 1, 0.2930711, 5e-8],
    ['molarFlow', 'lbmol/h', 1, 453.59237 / 3600, 1e-12],
    ['standardLiquidFlow', 'bbl/d', 86400, 0.1589873, 5e-8],
    ['standardLiquidFlow', 'gpm', 1, 6.30902e-5, 5e-12],
    ['volumeFlow', 'ft³/min', 1, 4.719474e-4, 5e-11],
    ['pressureDrop', 'inH2O', 1, 249.0889, 5e-5],
    ['density', 'lb/ft³', 1, 16.01846, 5e-6],
  ] as const)('%s: %s', (dimension, id, value, si, tolerance) => {
    expect(Math.abs(toSI(value, findUnit(dimension, id), SITE) - si)).toBeLessThanOrEqual(tolerance);
  });
  test('gauge pressure counts from the site’s barometer', () => {
    const high = { barometricPressure: 80000 };
    expect(toSI(0, findUnit('pressure', 'barg'), high)).toBe(80000);
    expect(fromSI(180000, findUnit('pressure', 'kPag'), high)).toBe(100);
  });
  // Ideal gas: 22.41396954 m³/kmol at 0 °C and 1 atm (CODATA 2018, from memory); 379.48 ft³/lbmol at 60 °F and 14.696 psi, recomputed
  // from R = 10.7316 psi ft³/(lbmol °R).
  test('a standard volume of gas is an amount of substance', () => {
    const mol = (id: string): number => toSI(1, findUnit('standardGasFlow', id), SITE);
    expect(1e3 / (mol('Nm³/h') * 3600)).toBeCloseTo(22.41396954, 7);
    expect(453.59237 / (mol('scfh') * 3600)).toBeCloseTo(379.48, 1);
    expect(mol('MMscfd') / mol('Mscfd')).toBeCloseTo(1000, 9);
  });
  test('a difference of 5 K is 9 °F, not −450 °F', () => {
    expect(fromSI(5, findUnit('temperatureDifference', '°F'), SITE)).toBeCloseTo(9, 12);
  });
});

describe('what people type', () => {
  test.each([
    ['12 psig', ['pressure'], 'bar', 12 * 6894.757293168 + 101325, 'psig'],
    ['12 PSIG', ['pressure'], 'bar', 12 * 6894.757293168 + 101325, 'psig'],
    ['1.2', ['pressure'], 'bar', 120000, 'bar'],
    ['2bar(g)', ['pressure'], 'bar', 301325, 'barg'],
    ['-5 C', ['temperature'], 'K', 268.15, '°C'],
    ['−5 °C', ['temperature'], 'K', 268.15, '°C'],
    ['98 wt%', FRACTION, 'mol/mol', 0.98, 'wt%'],
    ['98 %', FRACTION, 'mol/mol', 0.98, 'mol%'],
    ['50 ppm', FRACTION, 'mol/mol', 50e-6, 'mol ppm'],
    ['120 klb/h', ['molarFlow', 'massFlow'], 'kmol/h', (120000 * 0.45359237) / 3600, 'klb/h'],
    ['120', ['molarFlow', 'massFlow'], 'kmol/h', 120 / 3.6, 'kmol/h'],
    ['5000 BPD', ['molarFlow', 'standardLiquidFlow'], 'kmol/h', (5000 * 42 * 231 * 0.0254 ** 3) / 86400, 'bbl/d'],
    ['3 inH2O', ['pressureDrop'], 'mbar', 3 * 249.08891, 'inH2O'],
    ['2 vol%', ['moleFraction', 'massFraction', 'volumeFraction'], 'mol/mol', 0.02, 'vol%'],
    ['1.5e3 kg/h', ['molarFlow', 'massFlow'], 'kmol/h', 1500 / 3600, 'kg/h'],
    ['.5', FRACTION, 'mol/mol', 0.5, 'mol/mol'],
  ] as [string, Dimension[], string, number, string][])('%s', (text, dimensions, own, value, unit) => {
    const got = read(text, dimensions, own);
    expect(got.unit).toBe(unit);
    expect(got.value).toBeCloseTo(value, 6);
  });
  test('a decimal comma is refused with a sentence that shows the way', () => {
    expect(refusal('0,95', FRACTION, 'mol/mol')).toBe(
      'A comma can mean two things. Write 0.95 for a decimal, or leave the comma out.',
    );
  });
  test('a comma before three digits may part thousands: both are offered; where it can mean one thing only it is read', () => {
    const power: Dimension[] = ['massFlow'];
    expect(refusal('45,000 lb/h', power, 'kg/h')).toBe(
      'A comma can mean two things. Write 45000 if it parts thousands, 45.000 if it is a decimal.',
    );
    expect(read('1,234,567 kg/h', power, 'kg/h').value).toBeCloseTo(1234567 / 3600, 6);
    expect(read('-45,000.5', power, 'kg/h').value).toBeCloseTo(-45000.5 / 3600, 6);
    for (const odd of ['1,23,456', '1,234,56', '1234,567.0', '1,234,5678', '0,95', '1,2345'])
      expect(refusal(odd, power, 'kg/h')).toMatch(/^A comma can mean two things/);
  });
  test('calories by the second, as by the hour', () => {
    expect(read('1 kcal/s', ['power'], 'kW').value).toBeCloseTo(4184, 6);
    expect(read('860 kcal/h', ['power'], 'kW').value).toBeCloseTo((860 * 4184) / 3600, 6);
    expect(read('239 cal/s', ['power'], 'kW').value).toBeCloseTo(239 * 4.184, 6);
  });
  test.each([
    ['', 'Type a number.'],
    ['twelve', '“twelve” does not begin with a number. Write it like 12.5, 12.5 bar or 1.2e-3.'],
    ['1e999', '“1e999” is too large a number.'],
  ])('“%s” is refused', (text, sentence) => {
    expect(refusal(text, ['pressure'], 'bar')).toBe(sentence);
  });
  test('a unit of another dimension is refused, and the sentence lists those that fit', () => {
    expect(refusal('12 kg/h', ['pressure'], 'bar')).toMatch(/“kg\/h” is no unit for this field. It takes Pa, kPa, MPa, bar/);
  });
  test('whatever is typed, the answer is a finite number or a sentence', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const parsed = parseQuantity(text, ['pressure'], findUnit('pressure', 'bar'), SITE);
        if (parsed.ok) expect(Number.isFinite(parsed.value.value)).toBe(true);
        else expect(explainParse(parsed.problem).length).toBeGreaterThan(10);
      }),
    );
  });
  test.each([
    ['1.3 x min', 'multiple', 1.3],
    ['1.3 × minimum', 'multiple', 1.3],
    ['1.3x', 'refused', 0],
    ['1.3 Rmin', 'multiple', 1.3],
    ['2', 'ratio', 2],
    ['2 mol/mol', 'ratio', 2],
    ['2 kg', 'refused', 0],
  ])('reflux “%s”', (text, kind, value) => {
    const parsed = parseReflux(text, 'ratio');
    expect(parsed.ok ? parsed.value : { kind: 'refused', value: 0 }).toEqual({ kind, value });
  });
});

describe('numbers on the screen', () => {
  test.each([
    [0.00123456, '0.001235'],
    [13.9466, '13.95'],
    [123456.7, '123457'],
    [-607.1, '−607.1'],
    [1.1e-5, '1.100 × 10⁻⁵'],
    [2.5e9, '2.500 × 10⁹'],
    [0, '0'],
    [Infinity, '–'],
    [NaN, '–'],
  ])('%d is shown as %s', (value, shown) => {
    expect(formatNumber(value)).toBe(shown);
  });
  test.each([
    [0.95, '0.9500'],
    [0.99995, '0.999950'],
    [3e-5, '3.0 × 10⁻⁵'],
    [1, '1.0000'],
  ])('the fraction %d is shown as %s, never rounded into 0 or 1', (value, shown) => {
    expect(formatFraction(value)).toBe(shown);
  });
  test('an entered number comes back as typed', () => {
    for (const text of ['0.35', '1.013', '120', '-5.5']) expect(formatEntered(Number(text)).replace('−', '-')).toBe(text);
  });
  test('temperatures have one decimal, in the unit asked for', () => {
    expect(formatQuantity(334.35, findUnit('temperature', '°C'), SITE)).toBe('61.2');
    expect(formatFixed(NaN, 1)).toBe('–');
  });
});

describe('sentences', () => {
  test.each([
    ['n-pentane', 'n-Pentane'],
    ['2-propanol', '2-Propanol'],
    ['1,4-dioxane', '1,4-Dioxane'],
    ['water', 'Water'],
    ['nitromethane', 'Nitromethane'],
  ])('%s begins a sentence as %s', (name, shown) => {
    expect(capital(name)).toBe(shown);
  });
  const show = showIn(UNIT_SETS.metric, SITE);
  test('short reflux says by how much and where', () => {
    expect(explain({ code: 'below-minimum-reflux', reflux: 0.4, minimum: 0.539, from: 0.62, to: 0.9 }, show)).toBe(
      'Reflux ratio 0.4000 is 0.1390 short of the minimum, 0.5390: between x = 0.6200 mol/mol and 0.9000 mol/mol the operating lines lie above the equilibrium curve.',
    );
  });
  test('an azeotrope in the way says where, and on which side to stay', () => {
    const reason = { code: 'azeotrope-in-range', name: 'ethanol', x: 0.894, T: 351.3, xB: 0.02, xD: 0.95 } as const;
    expect(explain(reason, show)).toContain('0.8940 mol/mol ethanol, 78.2 °C');
    expect(explain(reason, show)).toContain('below 0.8940');
  });
  test.each([
    [{ z: 0.3, xB: 0.02, xD: 0.25 }, /already as rich/],
    [{ z: 0.3, xB: 0.35, xD: 0.95 }, /already as lean/],
    [{ z: 0.3, xB: 0.6, xD: 0.5 }, /must hold less/],
    [{ z: 0.3, xB: 0, xD: 0.5 }, /above 0/],
    [{ z: 0.3, xB: 0.1, xD: 1 }, /below 1/],
  ])('the split %o is explained', (split, sentence) => {
    expect(explain({ code: 'feed-outside-products', ...split }, show)).toMatch(sentence);
  });
  test('each other reason, open point and warning is a sentence with its numbers', () => {
    expect(explain({ code: 'supercritical', P: 5e6, highest: 4.7e6 }, show)).toContain('47.00 bar');
    expect(explain({ code: 'no-convergence', residual: 1e-3, iterations: 50 }, show)).toContain('50 steps');
    expect(explain({ code: 'not-more-volatile', name: 'water', other: 'acetone' }, show)).toBe(
      'Water is the less volatile here, so it cannot go overhead: exchange it with acetone.',
    );
    expect(explain({ code: 'not-finite', what: 'bubble point' }, show)).toContain('no finite bubble point');
    expect(explain({ code: 'phases-alike', T: 500, P: 4e6 }, show)).toContain('226.9 °C and 40.00 bar');
    expect(explain({ code: 'no-such-state', what: 'enthalpy' }, show)).toContain('this enthalpy');
    expect(explain({ code: 'three-phases', T: 338, P: 1e5 }, show)).toContain('two liquids boil together');
    expect(explain({ code: 'product-empty', product: 'bottoms' }, show)).toContain('bottoms would be empty');
    expect(explainWarning({ code: 'no-reflux-needed', minimum: -0.2 }, show)).toContain('no reflux at all');
    expect(explain({ code: 'two-liquids', from: 0.1, to: 0.4 }, show)).toContain('splits into two');
    expect(explain({ code: 'reflux-not-positive', reflux: -1, minimum: 0.5 }, show)).toContain('−1.000');
    expect(explain({ code: 'no-boil-up', reflux: 0.1, minimum: 0.5 }, show)).toContain('0.5000');
    expect(explain({ code: 'feed-stage-out-of-range', stage: 3, first: 9, last: 21 }, show)).toContain('stages 9 to 21');
    expect(explain({ code: 'too-many-stages', limit: 500, of: 'reflux' }, show)).toContain('500');
    expect(explainOpenPoint({ code: 'missing', path: 'p', what: 'reflux' }, show)).toBe('Reflux is not set.');
    expect(explainOpenPoint({ code: 'not-a-fraction', path: 'p', what: 'purity', value: 1.2 }, show)).toContain('1.2');
    expect(explainOpenPoint({ code: 'not-positive', path: 'p', what: 'pressure', value: -1 }, show)).toContain('−1');
    const vacuum = { code: 'not-positive', path: 'p', what: 'pressure', value: -1e5, measured: 'pressure' } as const;
    expect(explainOpenPoint(vacuum, show)).toBe('Pressure must be above 0; it is −1.000 bar.');
    expect(explainOpenPoint({ code: 'same-component', path: 'p', name: 'water' }, show)).toContain('twice');
    expect(explainOpenPoint({ code: 'pair-missing', path: 'p', names: ['water', 'n-octane'], model: 'NRTL' }, show)).toContain(
      'n-octane',
    );
    expect(explainOpenPoint({ code: 'not-two-components', path: 'p', count: 1 }, show)).toContain('has 1');
    expect(explainOpenPoint({ code: 'below-zero-kelvin', path: 'p', what: 'feed temperature' }, show)).toContain('absolute zero');
    const range = { name: 'water', property: 'vapour pressure', T: 259.9, Tmin: 273.16, Tmax: 647.1 };
    expect(explainWarning({ code: 'extrapolated', ...range }, show)).toContain('−13.3 °C is outside');
    expect(explainWarning({ code: 'feed-on-condenser' }, show)).toContain('condenser');
    expect(explainWarning({ code: 'tangent-pinch', x: 0.83 }, show)).toContain('0.8300');
  });
});

test('a case can be shown in every unit that is known, and in no other', () => {
  for (const dimension of SHOWN_DIMENSIONS)
    expect(units.filter((unit) => unit.dimension === dimension).map(({ id }) => id)).toEqual([...SHOWN_UNITS[dimension]]);
});
