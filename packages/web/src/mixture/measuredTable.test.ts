import { UNIT_SETS } from '@keen-ladder/core';
import { describe, expect, test } from 'vitest';
import { readTable } from '../tables/pastedTable.ts';
import { guessRoles, measuredPoints } from './measuredTable.ts';
import type { MeasuredContext, ReadPoints, Role } from './measuredTable.ts';

const names: [string, string] = ['acetone', 'water'];
const context: MeasuredContext = {
  names,
  molarMasses: [0.05808, 0.018015],
  T: null,
  P: 101325,
  display: UNIT_SETS.metric,
  site: { barometricPressure: 101325 },
};

const read = (text: string, change: Partial<MeasuredContext> = {}, roles?: Role[]): ReadPoints => {
  const table = readTable(text);
  return measuredPoints(table, roles ?? guessRoles(table, names), { ...context, ...change });
};

const points = (outcome: ReadPoints) => {
  if (!outcome.ok) throw new Error(outcome.sentence);
  return outcome.points;
};

describe('a table of measured points', () => {
  test('says by its headings what each column is', () => {
    const roles = (heading: string): Role[] => guessRoles(readTable(`${heading}\n0.1\t0.2\t60\t1`), names);
    expect(roles('x acetone, mol/mol\ty acetone, mol/mol\tT, °C\tP, kPa')).toEqual(['x1', 'y1', 'T', 'P']);
    expect(roles('x2\ty2\ttemperature\tpressure')).toEqual(['x2', 'y2', 'T', 'P']);
    expect(roles('liquid, mol%\tvapour, mol%\tboiling point, K\tremark')).toEqual(['x1', 'y1', 'T', 'none']);
    expect(roles('x1\tgamma1\tgamma2\tT')).toEqual(['x1', 'gamma1', 'gamma2', 'T']);
  });
  test('is read with the units of its heading; what is not in it holds for all', () => {
    expect(points(read('x1, mol%\ty1, mol%\tt, °C\n10\t75.5\t69\n50\t80\t60'))).toEqual([
      { x: 0.1, y: 0.755, T: 342.15, P: 101325, gamma: [null, null] },
      { x: 0.5, y: 0.8, T: 333.15, P: 101325, gamma: [null, null] },
    ]);
    const isothermal = points(read('x1\tP, kPa\n0.1\t52.3\n0.5\t70', { T: 323.15, P: null }));
    expect(isothermal.map(({ T, P, y }) => [T, P, y])).toEqual([
      [323.15, 52300, null],
      [323.15, 70000, null],
    ]);
  });
  test('takes the second component’s fractions, and mass fractions, to the first’s mole fractions', () => {
    expect(points(read('x2\tt, °C\n0.9\t69'))[0]?.x).toBeCloseTo(0.1, 12);
    const [first] = points(read('x acetone, wt%\tt, °C\n50\t62'));
    expect(first?.x).toBeCloseTo(0.5 / 0.05808 / (0.5 / 0.05808 + 0.5 / 0.018015), 12);
  });
  test('may have gaps where something was not measured', () => {
    expect(points(read('x1\ty1\tt, °C\n0.1\t0.755\t69\n0.2\t\t63.4\n0.3\t–\t61')).map(({ y }) => y)).toEqual([0.755, null, null]);
  });
  test('without a heading is x, y and the temperature', () => {
    expect(points(read('0.1\t0.755\t69'))).toMatchObject([{ x: 0.1, y: 0.755, T: 342.15 }]);
  });
  test.each([
    ['y1\tt\n0.1\t60', {}, 'which column holds the liquid'],
    ['x1\ty1\n0.1\t0.7', {}, 'Row 1: the temperature is missing'],
    ['x1\tt\n0.1\t60', { P: null }, 'the pressure, or an activity coefficient, is missing'],
    ['x1\tt\n0.1\t60\n10\t61', {}, 'Row 2: a mole fraction lies between 0 and 1'],
    ['x1\tt\n0.1\tsixty', {}, 'Row 1, t'],
    ['x1\tt, K\n0.1\t-5', {}, 'above 0'],
  ] as [string, Partial<MeasuredContext>, string][])('%j is refused with a sentence', (text, change, words) => {
    const outcome = read(text, change);
    expect(outcome.ok ? 'accepted' : outcome.sentence).toContain(words);
  });
});
