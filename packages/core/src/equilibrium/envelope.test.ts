import { describe, expect, test } from 'vitest';
import { cubicModel, PENG_ROBINSON, SRK } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { cubicOf, databankRecord, published, raoult, solvedValue } from '../testing/index.ts';
import { bubblePressure, dewPressure, phaseEnvelope } from './index.ts';
import type { PhaseEnvelope } from './index.ts';

const ATMOSPHERE = 101325;

type Constants = [name: string, Tc: number, Pc: number, omega: number];

const cubic = (equation: typeof SRK, rows: readonly Constants[], k0 = new Float64Array(rows.length ** 2)): ThermoModel =>
  cubicModel(
    rows.map(([name]) => databankRecord(name)),
    rows.map(([, Tc, Pc, omega]) => ({ Tc, Pc, omega, translation: 0 })),
    equation,
    { k0, k1: new Float64Array(rows.length ** 2) },
  );

/** P on a line of the envelope at T, by ln P over 1/T between its points. */
function pressureAt({ points }: PhaseEnvelope, line: 'dew' | 'bubble', T: number): number {
  const of = points.filter((point) => point.line === line);
  const k = of.findIndex((point, at) => at > 0 && (point.T - T) * (of[at - 1].T - T) <= 0);
  const [a, b] = [of[k - 1], of[k]];
  const share = (1 / T - 1 / a.T) / (1 / b.T - 1 / a.T);
  return Math.exp(Math.log(a.P) + share * Math.log(b.P / a.P));
}

describe('the phase envelope', () => {
  test('of a natural gas has the critical point of its author', () => {
    // ../shared/validation-thermo.md, S3.
    const source = 'Michelsen, Fluid Phase Equil. 4 (1980) 1: natural gas of seven components by SRK';
    const rows: Constants[] = [
      ['methane', 190.6, 45.4, 0.008],
      ['ethane', 305.4, 48.2, 0.098],
      ['propane', 369.8, 41.9, 0.152],
      ['n-butane', 425.2, 37.5, 0.193],
      ['n-pentane', 469.6, 33.3, 0.251],
      ['n-hexane', 507.4, 29.3, 0.296],
      ['nitrogen', 126.2, 33.5, 0.04],
    ];
    const k0 = new Float64Array(49);
    [0.02, 0.06, 0.08, 0.08, 0.08, 0.08].forEach((k, i) => (k0[i * 7 + 6] = k0[6 * 7 + i] = k));
    const model = cubic(
      SRK,
      rows.map(([name, Tc, atm, omega]) => [name, Tc, atm * ATMOSPHERE, omega]),
      k0,
    );
    const { critical } = solvedValue(phaseEnvelope(model, Float64Array.of(0.943, 0.027, 0.0074, 0.0049, 0.0027, 0.001, 0.014)));
    published(source, 'critical temperature, K', critical?.T ?? NaN, 203.125, 0.0005);
    published(source, 'critical pressure, atm', (critical?.P ?? NaN) / ATMOSPHERE, 58.108, 0.0005);
  });
  test('is that of a reference library', () => {
    const source = 'CoolProp 8.0 (Python package), PR with its own constants: methane 0.7, ethane 0.2, propane 0.1';
    const model = cubic(PENG_ROBINSON, [
      ['methane', 190.564, 4599200, 0.01142],
      ['ethane', 305.322, 4872200, 0.099],
      ['propane', 369.89, 4251200, 0.1521],
    ]);
    const envelope = solvedValue(phaseEnvelope(model, Float64Array.of(0.7, 0.2, 0.1)));
    const { critical, hottest, highest } = envelope;
    published(source, 'critical temperature, K', critical?.T ?? NaN, 255.97658, 0.0005);
    published(source, 'critical pressure, bar', (critical?.P ?? NaN) / 1e5, 82.439616, 0.001);
    published(source, 'bubble pressure at 200 K, bar', pressureAt(envelope, 'bubble', 200) / 1e5, 37.448816, 0.03);
    published(source, 'bubble pressure at 215.323 K, bar', pressureAt(envelope, 'bubble', 215.323) / 1e5, 51.46324, 0.05);
    published(source, 'bubble pressure at 250.548 K, bar', pressureAt(envelope, 'bubble', 250.548) / 1e5, 80.48316, 0.08);
    published(source, 'dew pressure at 200 K, bar', pressureAt(envelope, 'dew', 200) / 1e5, 1.781283, 0.002);
    published(source, 'dew pressure at 240 K, bar', pressureAt(envelope, 'dew', 240) / 1e5, 13.107379, 0.02);
    // The library gives the highest of its points, 271.344 K and 82.8338 bar: the curve's top lies a little above.
    expect(hottest.T).toBeGreaterThan(271.343);
    expect(hottest.T).toBeLessThan(271.4);
    expect(highest.P).toBeGreaterThan(82.8337e5);
    expect(highest.P).toBeLessThan(82.86e5);
  });
  test.each([
    ['close', ['propane', 'n-butane']],
    ['wide', ['methane', 'n-decane']],
    ['many', ['ethane', 'propane', 'isobutane', 'n-butane', 'n-pentane', 'n-hexane', 'n-heptane', 'n-octane']],
  ])('%s boiling: its points are bubble and dew points, its critical point lies between the lines', (_, names) => {
    const model = cubicOf(names.map(databankRecord));
    const z = new Float64Array(names.length).fill(1 / names.length);
    const { points, critical } = solvedValue(phaseEnvelope(model, z));
    const place = points.findIndex(({ line }) => line === 'critical');
    expect(points[place]).toMatchObject(critical ?? {});
    expect(points.slice(0, place).every(({ line }) => line === 'dew')).toBe(true);
    expect(points.slice(place + 1).every(({ line }) => line === 'bubble')).toBe(true);
    const other = new Float64Array(names.length);
    for (const at of [10, 20]) {
      const dew = points[at];
      expect(solvedValue(dewPressure(model, dew.T, z, other)) / dew.P).toBeCloseTo(1, 6);
      const bubble = points[points.length - at];
      expect(solvedValue(bubblePressure(model, bubble.T, z, other)) / bubble.P).toBeCloseTo(1, 6);
    }
  });
  test('two names for one substance have its vapour pressure and its critical point alone', () => {
    const model = cubicOf([databankRecord('propane'), databankRecord('propane')]);
    const outcome = phaseEnvelope(model, Float64Array.of(0.5, 0.5));
    // Both lines are one: nothing to walk along between phases that are alike.
    expect(outcome.state === 'solved' ? outcome.value.points.every(({ T }) => T < 370) : true).toBe(true);
  });
  test('takes one equation for both phases, and every component', () => {
    const names = ['methanol', 'water'].map(databankRecord);
    expect(() => phaseEnvelope(raoult(...names), Float64Array.of(0.5, 0.5))).toThrow(RangeError);
    expect(() => phaseEnvelope(cubicOf(names), Float64Array.of(1, 0))).toThrow(RangeError);
  });
});
