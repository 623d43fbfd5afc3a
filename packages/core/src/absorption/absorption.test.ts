import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { phaseEnthalpy } from '../equilibrium/index.ts';
import { kremserAbsorbed, kremserStages } from '../shortcut/index.ts';
import { constantK, databankModel, published, reasonOf, solvedValue } from '../testing/index.ts';
import { estimateAbsorber, greatestRecovery, recoveryOf, stepTransfer, toRatio, transferEnds, transferLimit } from './index.ts';
import type { AbsorberInput, Transfer } from './index.ts';

const straight =
  (m: number): Transfer['equilibrium'] =>
  (x) =>
    m * x;
const absorption = (m: number, gasIn: number, liquidIn = 0): Transfer => ({
  kind: 'absorption',
  equilibrium: straight(m),
  gasIn,
  liquidIn,
});
const stripping = (m: number, liquidIn: number, gasIn = 0): Transfer => ({
  kind: 'stripping',
  equilibrium: straight(m),
  gasIn,
  liquidIn,
});

describe('the drawing of one solute', () => {
  test('Geankoplis’s acetone from air into water', () => {
    const source = 'Geankoplis, Transport Processes and Unit Operations, 3rd ed. (1993), Examples 10.3-2 and 10.3-3';
    const carrier = 30 * 0.99;
    const transfer = absorption(2.53, toRatio(0.01));
    const ends = transferEnds(transfer, 0.9, 90 / carrier);
    published(source, 'y of the gas that leaves', ends.top.Y / (1 + ends.top.Y), 0.00101, 0.000005);
    published(source, 'x of the liquid that leaves', ends.bottom.X / (1 + ends.bottom.X), 0.003, 0.00001);
    published(source, 'gas that leaves, kmol/h', carrier * (1 + ends.top.Y), 29.73, 0.005);
    published(source, 'liquid that leaves, kmol/h', 90 * (1 + ends.bottom.X), 90.27, 0.005);
    const steps = stepTransfer(transfer, ends, 50);
    published(source, 'steps (drawn)', steps?.needed ?? 0, 5.2, 0.2, 'reading');
    published(source, 'stages by Kremser’s equation, A = 1.195', kremserStages(1.195, 0.00101 / 0.01), 5.04, 0.005);
  });
  test('McCabe, Smith & Harriott’s rich gas: acetone into oil', () => {
    const source = 'McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed. (1993), Example 17.1';
    const transfer = absorption(1.9, toRatio(0.3));
    // 97 % of 30 mol goes into an oil that leaves with 10 mol%.
    const oil = (0.97 * 30) / toRatio(0.1);
    published(source, 'oil per 100 mol of gas', oil, 261.9, 0.05);
    const ends = transferEnds(transfer, 0.97, oil / 70);
    published(source, 'y of the gas that leaves', ends.top.Y / (1 + ends.top.Y), 0.0127, 0.00005);
    published(source, 'ideal stages (four and a fraction)', stepTransfer(transfer, ends, 50)?.needed ?? 0, 4.5, 0.5);
  });
  test('Treybal’s benzene from coal gas: least oil by a tangent, then stripped by steam', () => {
    const source = 'Treybal, Mass-Transfer Operations, 3rd ed. (1980), Illustration 8.2';
    const gas = absorption(0.125, toRatio(0.02), toRatio(0.005));
    published(source, 'Y of the gas that enters', gas.gasIn, 0.0204, 0.00005);
    published(source, 'X of the oil that enters', gas.liquidIn, 0.00503, 0.000006);
    const limit = transferLimit(gas, 0.95);
    expect(limit.kind).toBe('tangent');
    const lean = transferEnds(gas, 0.95, limit.slope);
    published(source, 'Y of the gas that leaves', lean.top.Y, 0.00102, 0.000005);
    published(source, 'X of the oil that leaves at least oil (drawn tangent)', lean.bottom.X, 0.176, 0.025 * 0.176, 'reading');
    const used = transferEnds(gas, 0.95, 0.001787 / 0.01051);
    published(source, 'X of the oil that leaves', used.bottom.X, 0.119, 0.0001);
    const oil = { ...stripping(3.16, 0.119), kind: 'stripping' as const };
    const recovery = 1 - 0.00503 / 0.119;
    const steam = 0.001787 / transferLimit(oil, recovery).slope;
    published(source, 'least steam by a tangent, kmol/s', steam, 4.526e-4, 0.005 * 4.526e-4);
  });
  test('steps of a dilute solute are Kremser’s stages, in both directions', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 5, noNaN: true }),
        fc.double({ min: 1.1, max: 2.5, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (m, factor, stages) => {
          const dilute = 1e-7;
          const absorbed = recoveryOf(absorption(m, dilute), factor * m, stages);
          expect(absorbed).toBeCloseTo(kremserAbsorbed(factor, stages), 5);
          const stripped = recoveryOf(stripping(m, dilute), m / factor, stages);
          expect(stripped).toBeCloseTo(kremserAbsorbed(factor, stages), 5);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('at the least flow the steps never arrive, a little above they do; what enters lean limits what can pass', () => {
    const transfer = absorption(2, toRatio(0.1), toRatio(0.002));
    const { slope } = transferLimit(transfer, 0.9);
    expect(stepTransfer(transfer, transferEnds(transfer, 0.9, slope * 0.999), 400)).toBeUndefined();
    expect(stepTransfer(transfer, transferEnds(transfer, 0.9, slope * 1.01), 400)?.needed).toBeGreaterThan(5);
    expect(greatestRecovery(transfer)).toBeCloseTo(1 - toRatio(0.004) / toRatio(0.1), 12);
    expect(greatestRecovery(stripping(2, 0.1, 0.004))).toBeCloseTo(1 - toRatio(0.004 / 1.004 / 2) / 0.1, 9);
  });
});

/** Solute, gas, oil, with constant K-values. */
const three = (K: number): AbsorberInput => ({
  model: constantK([K, 1e6, 1e-9]),
  gas: { flows: Float64Array.of(1e-4, 10, 0), T: 300, enthalpy: 0 },
  liquid: { flows: Float64Array.of(0, 0, 12), T: 300, enthalpy: 0 },
  pressure: { top: 1e5, bottom: 1e5 },
  find: { find: 'recovery', stages: 6 },
});

describe('effective factors', () => {
  test('of a dilute solute are Kremser’s', () => {
    const found = solvedValue(estimateAbsorber(three(0.8)));
    const A = 12 / (0.8 * 10);
    expect(1 - found.gasOut[0] / 1e-4).toBeCloseTo(kremserAbsorbed(A, 6), 4);
    const asked = { ...three(0.8), find: { find: 'stages', solute: 0, from: 'gas', recovery: 0.95 } } as const;
    expect(solvedValue(estimateAbsorber(asked)).stages).toBeCloseTo(kremserStages(A, 0.05), 2);
  });
  test('close every component’s balance, and the heat', () => {
    const model = databankModel(['acetone', 'nitrogen', 'water'], 'nrtl', { henry: ['7727-37-9'] });
    const gasFlows = Float64Array.of(0.3, 9.7, 0);
    const input = {
      model,
      gas: { flows: gasFlows, T: 300, enthalpy: 0 },
      liquid: { flows: Float64Array.of(0, 0, 45), T: 300, enthalpy: 0 },
      pressure: { top: 1.013e5, bottom: 1.013e5 },
      find: { find: 'stages', solute: 0, from: 'gas', recovery: 0.95 },
    } as const;
    const heatOf = (phase: 'liquid' | 'vapour', flows: Float64Array): number => {
      const total = flows.reduce((sum, flow) => sum + flow, 0);
      return phaseEnthalpy(
        model,
        phase,
        300,
        1.013e5,
        flows.map((flow) => flow / total),
      );
    };
    const real = {
      ...input,
      gas: { ...input.gas, enthalpy: heatOf('vapour', gasFlows) },
      liquid: { ...input.liquid, enthalpy: heatOf('liquid', input.liquid.flows) },
    };
    const found = solvedValue(estimateAbsorber(real));
    for (let i = 0; i < 3; i++)
      expect(found.gasOut[i] + found.liquidOut[i]).toBeCloseTo(real.gas.flows[i] + real.liquid.flows[i], 9);
    expect(found.gasOut[0] / 0.3).toBeCloseTo(0.05, 8);
    // Acetone gives its heat of condensation to the water, which evaporates a little into the dry gas.
    expect(found.gasOut[2]).toBeGreaterThan(0.05);
    expect(found.stages).toBeGreaterThan(2);
    expect(found.stages).toBeLessThan(12);
    expect(Math.abs(found.temperature.bottom - 300)).toBeLessThan(10);
  });
  test('what no number of stages passes has a reason with what can be', () => {
    const asked = { ...three(2), find: { find: 'stages', solute: 0, from: 'gas', recovery: 0.9 } } as const;
    const reason = reasonOf(estimateAbsorber(asked));
    if (reason.code !== 'passes-too-little') throw new Error(reason.code);
    expect(reason.recovery).toBeCloseTo(12 / 20, 2);
  });
  test('streams whose heat no temperature closes are refused, not passed over', () => {
    const hot = { ...three(0.8), gas: { ...three(0.8).gas, enthalpy: 1e6 } };
    expect(reasonOf(estimateAbsorber(hot)).code).toBe('no-such-state');
  });
  test('a stripper is an absorber turned round', () => {
    const model = constantK([8, 1e6, 1e-9]);
    const found = solvedValue(
      estimateAbsorber({
        ...three(8),
        model,
        gas: { flows: Float64Array.of(0, 2, 0), T: 300, enthalpy: 0 },
        liquid: { flows: Float64Array.of(1e-4, 0, 12), T: 300, enthalpy: 0 },
      }),
    );
    const S = (8 * 2) / 12;
    expect(1 - found.liquidOut[0] / 1e-4).toBeCloseTo(kremserAbsorbed(S, 6), 4);
  });
});
