import { describe, expect, test } from 'vitest';
import { databankRecord, published, solvedValue } from '../testing/index.ts';
import {
  acentricFactorOf,
  correlate,
  estimatedRecord,
  heatOfVaporisation,
  heatOfVaporisationOf,
  jobackSums,
  liquidDensityOf,
  liquidHeatCapacity,
  liquidHeatCapacityOf,
  liquidVolume,
  lnVapourPressure,
  R,
  ValueSlope,
  vapourPressureOf,
} from './index.ts';
import type { JobackSums, OwnComponent } from './index.ts';

const out = new ValueSlope();
const valueOf = (correlation: Parameters<typeof correlate>[0], T: number): number => {
  correlate(correlation, out.at(T));
  return out.value;
};
const sourced = { source: 'test' };
const sums = (groups: Record<string, number>): JobackSums => {
  const found = jobackSums(groups);
  if (found === undefined) throw new Error('no sums');
  return found;
};

const typed: OwnComponent = {
  id: 'own:1',
  name: 'solvent',
  groups: {},
  molarMass: null,
  normalBoilingPoint: null,
  criticalTemperature: null,
  criticalPressure: null,
  acentricFactor: null,
  gasHeatCapacity: null,
  unifacGroups: [],
  modifiedUnifacGroups: [],
};

describe('sums over groups', () => {
  test('acetone, as the method’s usual example', () => {
    const source = 'Joback & Reid, Chem. Eng. Commun. 57 (1987) 233; acetone, from memory';
    const acetone = sums({ '-CH3': 2, '>C=O, not in a ring': 1 });
    published(source, 'Tb, K', acetone.normalBoilingPoint, 322.11, 0.005);
    published(source, 'Tc at the estimated Tb, K', acetone.criticalTemperature(acetone.normalBoilingPoint), 500.559, 0.0005);
    published(source, 'Pc, bar', acetone.criticalPressure / 1e5, 48.025, 0.0005);
    published(source, 'Vc, cm³/mol', acetone.criticalVolume * 1e6, 209.5, 0.05);
    published(source, 'ΔH°f, kJ/mol', acetone.enthalpyOfFormation / 1e3, -217.83, 0.005);
    published(source, 'ΔG°f, kJ/mol', acetone.gibbsEnergyOfFormation / 1e3, -154.54, 0.005);
    published(
      source,
      'Cp of the ideal gas at 300 K, J/(mol K)',
      acetone.idealGasHeatCapacity.reduce((s, c, k) => s + c * 300 ** k, 0),
      75.3264,
      0.01,
    );
    expect(acetone.formula).toBe('C3H6O');
    expect(acetone.molarMass).toBeCloseTo(databankRecord('acetone').molarMass.value, 4);
  });
  test('2-ethylphenol, as the handbook works it', () => {
    const source = 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Example 2-1; from memory';
    const phenol = sums({ '-CH3': 1, '-CH2-': 1, '=CH-, in a ring': 4, '=C<, in a ring': 2, '-OH, phenol': 1 });
    published(source, 'Tc at Tb = 477.67 K, K', phenol.criticalTemperature(477.67), 698.1, 0.3);
    published(source, 'Pc, bar', phenol.criticalPressure / 1e5, 44.09, 0.05);
    published(source, 'Vc, cm³/mol', phenol.criticalVolume * 1e6, 341.5, 0.05);
  });
  test('without a group there are none; a group that is not known is our mistake', () => {
    expect(jobackSums({ '-CH3': 0 })).toBeUndefined();
    expect(() => jobackSums({ '-Xx': 1 })).toThrow(RangeError);
  });
});

describe('corresponding states', () => {
  const library = 'chemicals (Python package) 1.x, the same equations';
  test('are the equations of the reference library', () => {
    published(
      library,
      'ω of benzene by Lee and Kesler',
      acentricFactorOf({ Tb: 353.24, Tc: 562.05, Pc: 4895000 }),
      0.20829060260725132,
      2e-4,
    );
    const pressure = vapourPressureOf({ Tc: 617.1, Pc: 36e5, omega: 0.299 });
    published(
      library,
      'vapour pressure of ethylbenzene at 347.2 K, Pa',
      valueOf({ ...pressure, ...sourced }, 347.2),
      13078.694162949312,
      0.01,
    );
    const riedel = heatOfVaporisationOf({ Tc: 466, Pc: 5.55e6, omega: 0 }, 294);
    published(
      library,
      'heat of vaporisation at the boiling point, J/mol',
      valueOf({ ...riedel, ...sourced }, 294),
      26828.59040728512,
      5,
    );
    const density = liquidDensityOf({ Tc: 508.1, Pc: 47e5, omega: 0.307 });
    published(
      library,
      'liquid volume of acetone at 300 K, cm³/mol',
      1e6 / valueOf({ ...density, ...sourced }, 300),
      84.332135677,
      1e-3,
    );
    const liquid = liquidHeatCapacityOf({ Tc: 535.55, Pc: 41.5e5, omega: 0.323 }, [119.342, 0, 0, 0, 0]);
    published(
      library,
      'heat capacity of a liquid at 373.28 K, J/(mol K)',
      valueOf({ ...liquid, ...sourced }, 373.28),
      175.3976263003074,
      0.3,
    );
  });
  test('the vapour pressure passes the boiling point whose ω it was given', () => {
    const [Tb, Tc, Pc] = [372, 570, 33e5];
    const omega = acentricFactorOf({ Tb, Tc, Pc });
    expect(valueOf({ ...vapourPressureOf({ Tc, Pc, omega }), ...sourced }, Tb)).toBeCloseTo(101325, 3);
  });
});

describe('a component of one’s own', () => {
  // Molecules that the databank knows, estimated from their groups and their boiling points alone.
  const known: [string, Record<string, number>][] = [
    ['n-heptane', { '-CH3': 2, '-CH2-': 5 }],
    ['toluene', { '-CH3': 1, '=CH-, in a ring': 5, '=C<, in a ring': 1 }],
    ['ethyl acetate', { '-CH3': 2, '-CH2-': 1, '-COO-, ester': 1 }],
    ['2-butanone', { '-CH3': 2, '-CH2-': 1, '>C=O, not in a ring': 1 }],
    ['cyclohexane', { '-CH2-, in a ring': 6 }],
  ];
  test.each(known)('%s comes out within the errors that are told', (name, groups) => {
    const real = databankRecord(name);
    const Tb = real.normalBoilingPoint?.value ?? NaN;
    const { record } = solvedValue(estimatedRecord({ ...typed, groups, normalBoilingPoint: Tb }));
    const off = (of: 'criticalTemperature' | 'criticalPressure' | 'criticalVolume') =>
      Math.abs(record[of].value / real[of].value - 1);
    expect(off('criticalTemperature')).toBeLessThan(0.02);
    expect(off('criticalPressure')).toBeLessThan(0.1);
    expect(off('criticalVolume')).toBeLessThan(0.05);
    expect(record.molarMass.value).toBeCloseTo(real.molarMass.value, 4);
    const at = (of: (c: typeof real, o: ValueSlope) => void, c: typeof real, T: number): number => {
      of(c, out.at(T));
      return out.value;
    };
    for (const T of [Tb - 50, Tb])
      expect(Math.abs(at(lnVapourPressure, record, T) - at(lnVapourPressure, real, T))).toBeLessThan(0.08);
    expect(Math.abs(at(heatOfVaporisation, record, Tb) / at(heatOfVaporisation, real, Tb) - 1)).toBeLessThan(0.05);
    expect(Math.abs(at(liquidVolume, record, Tb) / at(liquidVolume, real, Tb) - 1)).toBeLessThan(0.06);
    expect(Math.abs(at(liquidHeatCapacity, record, 298) / at(liquidHeatCapacity, real, 298) - 1)).toBeLessThan(0.12);
  });
  test('what is typed wins over what is estimated, and is told as typed', () => {
    const { record, estimates } = solvedValue(
      estimatedRecord({ ...typed, groups: { '-CH3': 2, '-CH2-': 5 }, criticalTemperature: 541, criticalPressure: 27.3e5 }),
    );
    expect(record.criticalTemperature).toEqual({ value: 541, source: 'typed in this case', how: 'typed' });
    expect(record.criticalPressure.how).toBe('typed');
    const told = estimates.map(({ what }) => what);
    expect(told).toContain('normal boiling point');
    expect(told).not.toContain('critical temperature');
    expect(estimates.every(({ expectedError }) => /\d/.test(expectedError))).toBe(true);
  });
  test('without groups everything that has no estimate is asked for by name', () => {
    const outcome = estimatedRecord({ ...typed, normalBoilingPoint: 400 });
    const missing = outcome.state === 'open' ? outcome.points.map((p) => ('what' in p ? p.what : '')) : [];
    expect(missing).toEqual(['molar mass', 'critical temperature', 'critical pressure', 'heat capacity of the ideal gas']);
  });
  test('typed constants alone make one', () => {
    const whole = {
      ...typed,
      molarMass: 0.1,
      normalBoilingPoint: 371.6,
      criticalTemperature: 540,
      criticalPressure: 27.4e5,
      gasHeatCapacity: 170,
    };
    const { record } = solvedValue(estimatedRecord(whole));
    expect(record.acentricFactor.value).toBeCloseTo(0.35, 1);
    expect(record.criticalVolume.value * 27.4e5).toBeLessThan(0.3 * R * 540);
    expect(record.idealGasHeatCapacity.c[0]).toBe(170);
  });
  test('a boiling point above the critical one is refused with both', () => {
    const outcome = estimatedRecord({ ...typed, groups: { '-CH3': 2 }, normalBoilingPoint: 400, criticalTemperature: 380 });
    expect(outcome).toMatchObject({ state: 'open', points: [{ code: 'not-below', value: 400, limit: 380 }] });
  });
});
