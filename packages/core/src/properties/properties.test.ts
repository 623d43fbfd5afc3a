import fc from 'fast-check';
import { describe, expect, test } from 'vitest';

import { components, databankRecord, expectSlope, published } from '../testing/index.ts';
import {
  correlate,
  heatUpTo,
  heatOfVaporisation,
  heatOverT,
  idealGasEnthalpy,
  liquidVolume,
  lnVapourPressure,
  outsideRange,
} from './index.ts';
import { ValueSlope } from './index.ts';

const CRC =
  'CRC Handbook of Chemistry and Physics, 95th ed. (2014), physical constants, heats of vaporisation and heat capacities (values against our correlations)';

function value(f: (out: ValueSlope) => void): number {
  const out = new ValueSlope();
  f(out);
  return out.value;
}

describe('pure components', () => {
  test('boiling points of the literature come out of the vapour pressures', () => {
    for (const [name, celsius] of [
      ['water', 99.97],
      ['methanol', 64.6],
      ['ethanol', 78.3],
      ['benzene', 80.1],
      ['toluene', 110.6],
      ['acetone', 56.1],
    ] as const) {
      const c = databankRecord(name);
      let T = celsius + 273.15;
      const out = new ValueSlope();
      for (let k = 0; k < 20; k++) {
        lnVapourPressure(c, out.at(T));
        T -= (out.value - Math.log(101325)) / out.dT;
      }
      published(CRC, `normal boiling point of ${name}, °C`, T - 273.15, celsius, 0.12);
    }
  });
  test('heats of vaporisation at the boiling point are those of the handbook', () => {
    for (const [name, kJ] of [
      ['water', 40.65],
      ['benzene', 30.72],
      ['methanol', 35.21],
      ['ethanol', 38.56],
      ['n-hexane', 28.85],
      ['toluene', 33.18],
      ['acetone', 29.1],
      ['isobutane', 21.3],
      ['n-butane', 22.44],
      ['n-pentane', 25.79],
      ['n-heptane', 31.77],
      ['n-octane', 34.41],
      ['cyclohexane', 29.97],
      ['ethylbenzene', 35.57],
    ] as const) {
      const c = databankRecord(name);
      const h = value((out) => heatOfVaporisation(c, out.at(c.normalBoilingPoint?.value ?? 0)));
      published(CRC, `heat of vaporisation of ${name} at its boiling point, kJ/mol`, h / 1e3, kJ, 0.02 * kJ);
    }
  });
  test('liquid densities at 25 °C are those of the handbook', () => {
    for (const [name, density] of [
      ['benzene', 873.6],
      ['ethanol', 785.1],
      ['toluene', 862.3],
      ['water', 997.05],
    ] as const) {
      const c = databankRecord(name);
      const v = value((out) => liquidVolume(c, out.at(298.15)));
      published(CRC, `density of liquid ${name} at 25 °C, kg/m³`, c.molarMass.value / v, density, 0.004 * density);
    }
  });
  test('the ideal gas at 298.15 K has the enthalpy of its elements', () => {
    for (const c of components)
      expect(value((out) => idealGasEnthalpy(c, out.at(298.15)))).toBeCloseTo(c.enthalpyOfFormation?.value ?? 0, 6);
  });
});

describe('slopes', () => {
  const temperature = fc.double({ min: 0.45, max: 0.96, noNaN: true });
  test('agree with central differences for every component and property', () => {
    fc.assert(
      fc.property(fc.constantFrom(...components), temperature, (c, reduced) => {
        const T = reduced * c.criticalTemperature.value;
        for (const f of [lnVapourPressure, heatOfVaporisation, idealGasEnthalpy, liquidVolume]) {
          const out = new ValueSlope();
          f(c, out.at(T));
          const slope = out.dT;
          expectSlope((t) => value((o) => f(c, o.at(t))), T, 1e-3, slope, 2e-5, Math.abs(out.value) * 1e-7);
        }
      }),
    );
  });
  test('of the liquid heat capacity forms too (100, 114)', () => {
    for (const name of ['water', 'n-heptane']) {
      const c = databankRecord(name);
      const out = new ValueSlope();
      correlate(c.liquidHeatCapacity, out.at(330));
      expectSlope((T) => value((o) => correlate(c.liquidHeatCapacity, o.at(T))), 330, 1e-3, out.dT, 1e-6);
    }
    const water = databankRecord('water').liquidHeatCapacity;
    const heat = value((o) => correlate(water, o.at(298.15)));
    published(CRC, 'heat capacity of liquid water at 25 °C, J/(mol K) (our data: Perry)', heat, 75.3, 0.1);
  });
});

describe('integrals of heat capacity', () => {
  /** Simpson's rule on 2 × 400 pieces, with the clamped heat capacity itself. */
  function simpson(f: (T: number) => number, from: number, to: number): number {
    const pieces = 800;
    const h = (to - from) / pieces;
    let sum = f(from) + f(to);
    for (let k = 1; k < pieces; k++) sum += (k % 2 === 1 ? 4 : 2) * f(from + k * h);
    return (sum * h) / 3;
  }
  test.each(['idealGasHeatCapacity', 'liquidHeatCapacity'] as const)(
    '%s of every component, inside its range and beyond',
    (property) => {
      for (const c of components) {
        const cp = c[property];
        const at = (T: number): number => value((o) => correlate(cp, o.at(Math.min(Math.max(T, cp.Tmin), cp.Tmax))));
        const ends = [cp.Tmin, Math.min(cp.Tmax, 1200), 0.8 * cp.Tmin, 1.1 * Math.min(cp.Tmax, 1200)];
        for (const [from, to] of [
          [ends[0], ends[1]],
          [ends[2], ends[0]],
          [ends[1], ends[3]],
        ]) {
          const q = value((o) => heatUpTo(cp, o.at(to))) - value((o) => heatUpTo(cp, o.at(from)));
          expect(Math.abs(q / simpson(at, from, to) - 1), `${c.name}, ${cp.form}, ${from} to ${to} K`).toBeLessThan(2e-5);
          if (property === 'liquidHeatCapacity') continue;
          const s = heatOverT(cp, from, to);
          expect(Math.abs(s / simpson((T) => at(T) / T, from, to) - 1), `${c.name}, over T`).toBeLessThan(2e-5);
        }
      }
    },
  );
  test('the entropy of the long 1-alkenes, whose closed form loses ten digits, is smooth', () => {
    const c = databankRecord('1-octadecene').idealGasHeatCapacity;
    for (let T = 260; T < 900; T += 20) {
      const slope = (heatOverT(c, T, T + 0.01) * T) / 0.01;
      expect(Math.abs(slope / value((o) => correlate(c, o.at(T + 0.005))) - 1)).toBeLessThan(1e-4);
    }
  });
});

describe('outside the range of a correlation', () => {
  test('vapour pressure goes on rising, smoothly, below and above', () => {
    for (const c of components) {
      let before = -Infinity;
      for (let T = 60; T < 900; T += 5) {
        const ln = value((out) => lnVapourPressure(c, out.at(T)));
        expect(ln).toBeGreaterThan(before);
        before = ln;
      }
      const { Tmax } = c.vapourPressure;
      expect(value((o) => lnVapourPressure(c, o.at(Tmax + 1e-9)))).toBeCloseTo(
        value((o) => lnVapourPressure(c, o.at(Tmax - 1e-9))),
        6,
      );
    }
  });
  test('heat of vaporisation is 0 from the critical point on, volumes stay finite', () => {
    for (const c of components) {
      expect(value((o) => heatOfVaporisation(c, o.at(c.heatOfVaporisation.Tmax + 1)))).toBe(0);
      expect(value((o) => liquidVolume(c, o.at(c.criticalTemperature.value + 50)))).toBeGreaterThan(0);
      expect(Number.isFinite(value((o) => idealGasEnthalpy(c, o.at(3000))))).toBe(true);
    }
  });
  test('is told by name', () => {
    const water = databankRecord('water');
    expect(outsideRange(water, 350)).toEqual([]);
    expect(outsideRange(water, 260).map((r) => r.property)).toContain('vapour pressure');
  });
});
