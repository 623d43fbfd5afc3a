import { newCaseDocument } from '@keen-ladder/core';
import { describe, expect, test } from 'vitest';
import { readColumn, readTable } from '../tables/pastedTable.ts';
import { profileWords, readProfile } from './pastedProfile.ts';

const site = { barometricPressure: 101325, standardTemperature: 288.15 };
const context = {
  components: [{ name: 'methanol' }, { name: '1-propanol' }],
  display: newCaseDocument().display,
  site,
};
const given = (text: string) => {
  const read = readProfile(text, context);
  if (!read.ok) throw new Error(read.sentence);
  return read.given;
};
const sentence = (text: string): string => {
  const read = readProfile(text, context);
  return read.ok ? 'read' : read.sentence;
};

describe('a table from the clipboard', () => {
  test.each([
    ['tabs', 'temperature, °C\tliquid, kmol/h\n64.7\t120\n70\t110'],
    ['commas with quotes', '"temperature, °C","liquid, kmol/h"\n64.7,120\n70,110'],
    ['semicolons', 'temperature (°C);liquid [kmol/h]\n64.7;120\n\n70;110\n'],
  ])('is read by %s', (_, text) => {
    const table = readTable(text);
    expect(table.headings).toEqual([
      { name: 'temperature', unit: '°C' },
      { name: 'liquid', unit: 'kmol/h' },
    ]);
    expect(table.rows).toEqual([
      ['64.7', '120'],
      ['70', '110'],
    ]);
  });
  test('a unit of its own goes before the heading’s, and that before the case’s', () => {
    const table = readTable('T, K\tT\n350\t76.85\n76.85 °C\t350 K');
    for (const column of [0, 1]) {
      const read = readColumn(table, column, 'temperature', context);
      expect(read.ok && read.values.map((T) => Math.round(T * 1e6) / 1e6)).toEqual([350, 350]);
    }
  });
});

describe('a pasted profile', () => {
  test('is temperatures alone, or the table of stages with all that it tells', () => {
    expect(given('60\n70\n80')).toEqual({ T: [333.15, 343.15, 353.15], liquid: [], vapour: [], x: [] });
    const whole = given(
      'stage from the top\ttemperature, °C\tpressure, bar\tliquid, kmol/h\tvapour, kmol/h\tx methanol, mol/mol\tx 1-propanol, mol/mol\ty methanol, mol/mol\n' +
        '1\t64.7\t1\t36\t0\t0.9\t0.1\t0.95\n2\t70\t1\t72\t36\t0.8\t0.2\t0.9',
    );
    expect(whole.liquid.map((flow) => Math.round(flow * 1e9) / 1e9)).toEqual([10, 20]);
    expect(whole.x).toEqual([
      [0.9, 0.1],
      [0.8, 0.2],
    ]);
    expect(profileWords(whole)).toBe('2 rows with temperatures and flows and compositions');
  });
  test('compositions count only where every component has its column', () => {
    expect(given('T, °C\tmethanol\n60\t0.9\n70\t0.8').x).toEqual([]);
  });
  test('says what cannot be read, and where', () => {
    expect(sentence('60')).toContain('two at least');
    expect(sentence('60\t1\n70\t2')).toContain('need a heading');
    expect(sentence('liquid, kmol/h\n1\n2')).toContain('headed temperature');
    expect(sentence('T, °C\n60\nwarm')).toMatch(/^Row 2, T: /);
    expect(sentence('T, mi\n60\n70')).toMatch(/^Row 1, T: “mi” is no unit/);
  });
});
