import { describe, expect, test } from 'vitest';

import type { Correlation } from '@keen-ladder/schema';
import { heatCapacityOfGas, heatOfVaporisation, liquidHeatCapacity, liquidVolume, lnVapourPressure } from '../properties/index.ts';
import { ValueSlope } from '../properties/index.ts';
import { findComponent, referenceFluids, reported } from '../testing/index.ts';
import type { FluidProperty } from '../testing/index.ts';
import { transportConstants, transportOf } from './index.ts';
import type { TransportConstants } from './index.ts';
import { gasConductivity, gasViscosity, liquidConductivity, liquidViscosity } from './pure.ts';

const TABLE = 'Pure components against reference equations of state (CoolProp 8.0.0, tools/reference/fluids.py), 0.6 to 0.9 Tc';
type Ours = (c: TransportConstants, T: number) => number;

const out = new ValueSlope();
const valueOf = (f: (c: TransportConstants['record'], out: ValueSlope) => void) => (c: TransportConstants, T: number) => {
  f(c.record, out.at(T));
  return out.value;
};

/**
 * [property, in words, ours, limits of the median and of the 90th percentile of the deviation, %]. The limits are one and a half times what
 * the same tables showed against the same equations when they were chosen (gases: 2 and 8 %, 3 and 12 %). Surface tension is missing here:
 * most records and the reference program hold the same correlation of Mulero et al.
 */
const PROPERTIES: [FluidProperty, string, Ours, number, number][] = [
  ['vapourPressure', 'vapour pressure', (c, T) => Math.exp(valueOf(lnVapourPressure)(c, T)), 0.45, 1.8],
  ['liquidDensity', 'liquid density', (c, T) => 1 / valueOf(liquidVolume)(c, T), 0.3, 1.2],
  ['heatOfVaporisation', 'heat of vaporisation', valueOf(heatOfVaporisation), 0.9, 4],
  ['idealGasHeatCapacity', 'ideal-gas heat capacity', (c, T) => heatCapacityOfGas(c.record, T), 0.15, 1.4],
  ['liquidHeatCapacity', 'liquid heat capacity', valueOf(liquidHeatCapacity), 1.05, 6],
  ['liquidViscosity', 'liquid viscosity', liquidViscosity, 4.5, 34.5],
  ['gasViscosity', 'gas viscosity', gasViscosity, 2, 8],
  ['liquidConductivity', 'liquid conductivity', liquidConductivity, 3, 12],
  ['gasConductivity', 'gas conductivity', gasConductivity, 3, 12],
];

interface Spread {
  components: number;
  values: number;
  median: number;
  high: number;
}

/** Deviations in % over all fluids whose correlation `counts`, at the states that it reaches. */
function spread(property: FluidProperty, ours: Ours, counts: (k: Correlation | null) => boolean): Spread {
  const deviations: number[] = [];
  let found = 0;
  for (const { id, states } of referenceFluids.fluids) {
    const record = findComponent(id);
    if (record === undefined) throw new Error(`${id} is not in the databank`);
    const table: Correlation | null = record[property];
    if (!counts(table)) continue;
    const c = transportConstants(record);
    const reached = states.filter((s) => s[property] !== undefined && (table === null || (s.T >= table.Tmin && s.T <= table.Tmax)));
    deviations.push(...reached.map((s) => 100 * Math.abs(ours(c, s.T) / (s[property] ?? 0) - 1)));
    if (reached.length > 0) found++;
  }
  deviations.sort((a, b) => a - b);
  const [median, high] = [0.5, 0.9].map((share) => deviations[Math.floor(share * deviations.length)] ?? 0);
  return { components: found, values: deviations.length, median, high };
}

const isEstimate = (k: Correlation | null): boolean => k === null || k.how === 'estimated';
/** Not what was made from the same equation. */
const isTable = (k: Correlation | null): boolean => !isEstimate(k) && k?.source.startsWith('EOS:') === false;

function report(what: string, found: Spread, heldTo: string): void {
  const { components, values, median, high } = found;
  reported(
    TABLE,
    ['property', 'components', 'values', 'median deviation, %', '90th percentile, %', 'held to, %'],
    [what, String(components), String(values), median.toFixed(2), high.toFixed(2), heldTo],
  );
}

describe('the databank against reference equations', () => {
  test.each(PROPERTIES)('%s', (property, words, ours, medianLimit, highLimit) => {
    const tables = spread(property, ours, isTable);
    report(words, tables, `${medianLimit} and ${highLimit}`);
    const estimates = spread(property, ours, isEstimate);
    if (estimates.components > 0) report(`${words}, estimated`, estimates, '');
    expect(tables.components).toBeGreaterThanOrEqual(40);
    expect(tables.median).toBeLessThan(medianLimit);
    expect(tables.high).toBeLessThan(highLimit);
  });
  test('carbon dioxide under pressure: viscosity and conductivity rise as reference equations have it', () => {
    const record = findComponent(referenceFluids.dense.id);
    if (record === undefined) throw new Error('no carbon dioxide');
    const mixture = transportOf([record]);
    const pure = Float64Array.of(1);
    const thin = 1e3; // m³/mol
    for (const { T, volume, viscosity, conductivity } of referenceFluids.dense.rows) {
      const rise = mixture.gasViscosity(T, pure, volume) / mixture.gasViscosity(T, pure, thin);
      // Jossi, Stiel & Thodos: some 5 to 10 % for a gas this dense (Poling et al., ch. 9, from memory).
      expect(Math.abs(rise / viscosity - 1), `viscosity at ${volume} m³/mol`).toBeLessThan(0.1);
      const warmth = mixture.gasConductivity(T, pure, volume) / mixture.gasConductivity(T, pure, thin);
      expect(warmth).toBeGreaterThan(1);
      // The enhancement near the critical point (25 K away at 70 bar) is not in the method of Stiel and Thodos.
      expect(Math.abs(warmth / conductivity - 1), `conductivity at ${volume} m³/mol`).toBeLessThan(volume > 3e-4 ? 0.08 : 0.3);
    }
  });
});
