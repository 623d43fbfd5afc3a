/**
 * Azeotropes of two components as the standard tables have them (Horsley, Azeotropic Data III, ACS, 1973; reprinted in the handbooks; from
 * memory, with the confidence of that): tools/reference/azeotropes.csv.
 */
import { readFileSync } from 'node:fs';
import { findComponent } from '../databank/whole.ts';

export interface PublishedAzeotrope {
  ids: [string, string];
  names: [string, string];
  P: number; // Pa
  T: number; // K
  /** Mole fraction of the first. */
  x: number;
  isHeterogeneous: boolean;
  confidence: string;
}

const path = new URL('../../../../tools/reference/azeotropes.csv', import.meta.url);

/** Those whose components the databank has. */
export const publishedAzeotropes: PublishedAzeotrope[] = readFileSync(path, 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map(cellsOf)
  .flatMap((row) => {
    const [, first, second, third, cas1, cas2, , pressure, temperature, x1] = row;
    const [kind, confidence] = [row[15], row[18]];
    if (third !== '' || findComponent(cas1) === undefined || findComponent(cas2) === undefined) return [];
    const azeotrope: PublishedAzeotrope = {
      ids: [cas1, cas2],
      names: [first, second],
      P: Number(pressure) * 1e3,
      T: Number(temperature) + 273.15,
      x: Number(x1),
      isHeterogeneous: kind === 'heterogeneous',
      confidence,
    };
    return [azeotrope];
  });

/** The cells of a line, of which some are quoted. */
function cellsOf(line: string): string[] {
  return line.match(/"[^"]*"|[^,]+|(?<=,)(?=,|$)/g)?.map((cell) => cell.replaceAll('"', '')) ?? [];
}
