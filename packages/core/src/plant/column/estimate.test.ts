import { describe, expect, test } from 'vitest';
import type { SheetCell } from '@keen-ladder/schema';
import { proposedMixture } from '../../thermo/index.ts';
import { showIn, UNIT_SETS } from '../../measures/index.ts';
import { explain, explainWarning } from '../explain.ts';
import { acetoneWaterCase, databankParts, databankRecord, reasonOf } from '../../testing/index.ts';
import { createCaseSolver } from '../../case/index.ts';

const idOf = (name: string): string => databankRecord(name).id;

/** The estimate of these components in equal parts, of which two recoveries overhead are given. */
function outcomeOf(names: string[], recoveries: Record<string, number>) {
  const document = acetoneWaterCase();
  document.mixture = { ...proposedMixture(databankParts(names.map(idOf))), measured: [] };
  const parts = Object.fromEntries(names.map((name) => [idOf(name), 1 / names.length]));
  Object.assign(document.streams[0], { composition: { basis: 'mole', parts } });
  const cells = Object.entries(recoveries).map(([name, value]): SheetCell => ({
    component: idOf(name),
    product: 'distillate',
    kind: 'recovery',
    wish: 'equal',
    value,
  }));
  document.units[0].balance.cells = cells;
  return createCaseSolver().node(document, 'column', 'estimate').outcome;
}

function estimateOf(names: string[], recoveries: Record<string, number>) {
  const outcome = outcomeOf(names, recoveries);
  if (outcome.state !== 'solved') throw new Error(JSON.stringify(outcome));
  return outcome;
}

const SHOW = showIn(UNIT_SETS.metric, { barometricPressure: 101325 });

describe('what an estimate warns of', () => {
  test('a component between the keys goes both ways, and is named with its share', () => {
    const { warnings, value } = estimateOf(['benzene', 'toluene', 'ethylbenzene'], { benzene: 0.99, ethylbenzene: 0.02 });
    const found = warnings.find(({ code }) => code === 'between-keys');
    if (found?.code !== 'between-keys') throw new Error(JSON.stringify(warnings));
    const share = value.distillate[1] / (value.distillate[1] + value.bottoms[1]);
    expect(found.overhead[0]).toBeCloseTo(share, 9);
    expect(explainWarning(found, SHOW)).toContain(`${(100 * share).toFixed(0)} % of the toluene overhead`);
  });
  test('keys that are neighbours have nothing between them', () => {
    const { warnings } = estimateOf(['benzene', 'toluene', 'ethylbenzene'], { benzene: 0.99, toluene: 0.02 });
    expect(warnings.map(({ code }) => code)).not.toContain('between-keys');
  });
  test('a split across the azeotrope of the keys has it as its reason, with what would mend it', () => {
    // Ethanol and water boil together at 0.895 of ethanol: hardly any water may go over with nearly all the ethanol.
    const reason = reasonOf(outcomeOf(['methanol', 'ethanol', 'water'], { ethanol: 0.99, water: 0.01 }));
    if (reason.code !== 'azeotrope-of-keys') throw new Error(reason.code);
    expect(reason.x).toBeCloseTo(0.895, 1);
    expect(explain(reason, SHOW)).toContain('boil together');
    expect(outcomeOf(['methanol', 'ethanol', 'water'], { ethanol: 0.9, water: 0.2 }).state).toBe('solved');
  });
});

describe('the estimate beside the sheet', () => {
  const names = ['methanol', 'ethanol', '1-propanol', '1-butanol'];
  const told = (recoveries: Record<string, number>) =>
    estimateOf(names, recoveries).warnings.filter(({ code }) => code === 'sheet-not-followed');

  test('a number typed for a component that is no key, and that the estimate does not come to, is told with both', () => {
    const keys = { ethanol: 0.97, '1-propanol': 0.02 };
    expect(told(keys)).toEqual([]);
    const warnings = told({ ...keys, methanol: 0.8 });
    expect(warnings).toHaveLength(1);
    const [warning] = warnings;
    if (warning.code !== 'sheet-not-followed') throw new Error(warning.code);
    expect(warning.name).toBe('methanol');
    expect(warning.estimate).toBeGreaterThan(1.2 * warning.sheet);
    expect(explainWarning(warning, SHOW)).toContain('methanol overhead');
  });
});

describe('a reflux or stages that do not make the split', () => {
  const asked = (estimate: {
    find: 'stages' | 'reflux';
    reflux: { kind: 'ratio'; value: number } | null;
    stages: number | null;
  }) => {
    const document = acetoneWaterCase();
    Object.assign(document.units[0].estimate, estimate);
    return createCaseSolver().node(document, 'column', 'estimate').outcome;
  };
  test.each([
    ['estimate-below-minimum', asked({ find: 'stages', reflux: { kind: 'ratio', value: 0.01 }, stages: null })],
    ['stages-not-enough', asked({ find: 'reflux', reflux: null, stages: 2 })],
  ] as const)('%s: what stands is told at 1.3 times the minimum', (code, outcome) => {
    if (outcome.state !== 'out-of-reach') throw new Error(outcome.state);
    expect(outcome.reason.code).toBe(code);
    const { nearest } = outcome;
    expect(nearest?.reflux).toBeCloseTo(1.3 * (nearest?.smallestReflux ?? NaN), 9);
    expect(nearest?.fewestStages).toBeGreaterThan(2);
    expect(nearest?.refluxCurve.reflux.length).toBeGreaterThan(10);
  });
});
