/** A profile pasted as a table: temperatures, and flows and liquid mole fractions as far as it has them. The table of stages can be pasted back. */
import type { Dimension, Site } from '@keen-ladder/core';
import type { Display as UnitChoice, LadderInputs } from '@keen-ladder/schema';
import { readColumn, readTable } from '../tables/pastedTable.ts';
import type { PastedTable } from '../tables/pastedTable.ts';

type Given = NonNullable<LadderInputs['given']>;

export type ReadProfile = { ok: true; given: Given } | { ok: false; sentence: string };

interface Context {
  components: readonly { name: string }[];
  display: UnitChoice;
  site: Site;
}

export function readProfile(text: string, context: Context): ReadProfile {
  const table = readTable(text);
  if (table.rows.length < 2) return refused('A profile has a row for every rung, two at least.');
  const width = Math.max(...table.rows.map((row) => row.length));
  if (table.headings.length === 0 && width > 1)
    return refused(
      'Several columns need a heading, such as: temperature, °C; liquid, kmol/h; vapour, kmol/h; or a component’s name.',
    );
  const T = columnNamed(table, /^(t|temperature)$/i);
  if (table.headings.length > 0 && T < 0) return refused('No column is headed temperature: that is the least a profile has.');
  const column = (at: number, dimension: Dimension): number[] => {
    if (at < 0) return [];
    const read = readColumn(table, at, dimension, context);
    if (!read.ok) throw new Refusal(read.sentence);
    return read.values;
  };
  try {
    const fractions = context.components.map(({ name }) => column(columnOfComponent(table, name), 'moleFraction'));
    const isWhole = fractions.every(({ length }) => length > 0);
    return {
      ok: true,
      given: {
        T: column(Math.max(T, 0), 'temperature'),
        liquid: column(columnNamed(table, /^(l|liquid)$/i), 'molarFlow'),
        vapour: column(columnNamed(table, /^(v|vapou?r)$/i), 'molarFlow'),
        x: isWhole ? table.rows.map((_, j) => fractions.map((values) => values[j] ?? 0)) : [],
      },
    };
  } catch (error) {
    if (error instanceof Refusal) return refused(error.message);
    throw error;
  }
}

/** A cell that cannot be read, deep inside: carried out to the sentence. */
class Refusal extends Error {}

const refused = (sentence: string): ReadProfile => ({ ok: false, sentence });

const columnNamed = ({ headings }: PastedTable, words: RegExp): number => headings.findIndex(({ name }) => words.test(name));

const columnOfComponent = ({ headings }: PastedTable, component: string): number =>
  headings.findIndex(({ name }) => name.replace(/^x\s+/i, '').toLowerCase() === component.toLowerCase());

/** What a given profile holds, in words. */
export function profileWords({ T, liquid, vapour, x }: Given): string {
  const parts = [
    'temperatures',
    ...(liquid.length > 0 || vapour.length > 0 ? ['flows'] : []),
    ...(x.length > 0 ? ['compositions'] : []),
  ];
  return `${T.length} rows with ${parts.join(' and ')}`;
}
