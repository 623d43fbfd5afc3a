import { mixtureOf } from '@keen-ladder/demo';
import { describe, expect, test } from 'vitest';
import { constantRows, differences, readCoefficients, withConstant } from './recordRows.ts';

const [acetone] = mixtureOf(['67-64-1']).components;
if (acetone === undefined) throw new Error('the databank has lost acetone');
const row = (key: string) => {
  const found = constantRows.find((r) => r.key === key);
  if (found === undefined) throw new Error(key);
  return found;
};

describe('a record changed in a case', () => {
  test('has the constant in SI, told as typed, and differs in that alone', () => {
    const changed = withConstant(acetone, row('criticalPressure'), 48);
    expect(changed.criticalPressure).toEqual({ value: 48e5, source: 'typed in this case', how: 'typed' });
    expect(differences(changed, acetone)).toEqual(['critical pressure']);
    expect(differences(acetone, acetone)).toEqual([]);
  });
  test('differs in a correlation whose coefficients were typed', () => {
    const { vapourPressure } = acetone;
    const changed = { ...acetone, vapourPressure: { ...vapourPressure, c: vapourPressure.c.map((c) => 1.01 * c) } };
    expect(differences(changed, acetone)).toEqual(['vapour pressure']);
  });
});

describe('typed coefficients', () => {
  test('are as many as the form has', () => {
    expect(readCoefficients('69.006  -5599.6; -7.0985 6.2e-6 2', 5)).toEqual({
      ok: true,
      c: [69.006, -5599.6, -7.0985, 6.2e-6, 2],
    });
    expect(readCoefficients('1 2', 5)).toMatchObject({ ok: false, sentence: 'This form has 5 coefficients; 2 are typed.' });
    expect(readCoefficients('1 two 3 4 5', 5)).toMatchObject({
      ok: false,
      sentence: expect.stringContaining('two is no number') as string,
    });
  });
});
