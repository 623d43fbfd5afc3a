/** What of a case can be found by its name: pages, fields, targets and rungs, and every number that comes out. */
import { capital, enteredIn, formatNumber, valueAt } from '@keen-ladder/core';
import type { Dimension, Result } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Unit } from '@keen-ladder/schema';
import { stopsOf } from '../stops/registry.ts';
import type { Stop } from '../stops/registry.ts';

/** Something to go to: a stop of the unit that is looked at, another unit, a field by its place in the document, or a rung of the ladder. */
export interface Found {
  name: string;
  /** What it is now, with its unit. */
  now?: string;
  to: { stop: Stop } | { unit: string } | { path: string } | { rung: number };
}

/** Shows an SI value in the case's unit. */
type ShowQuantity = (value: number, dimension: Dimension) => string;

/**
 * @param shown the unit that is looked at: its stops are the case's pages
 * @param results what its stops answered
 */
export function foundIn(
  document: CaseDocument,
  shown: Unit | undefined = document.units[0],
  results: readonly Result[] = [],
  show: ShowQuantity = (value) => formatNumber(value),
): Found[] {
  const { units } = document;
  const stops = stopsOf(shown, document.mixture.components.length);
  const now = (value: unknown, measure: string): Pick<Found, 'now'> => {
    if (typeof value !== 'number' || measure === 'choice' || measure === 'group') return {};
    return { now: measure === 'count' ? formatNumber(value) : show(value, measure as Dimension) }; // what is left are dimensions
  };
  const entered = enteredIn(document).map(({ name, address, measure }): Found => ({
    name: capital(name),
    to: { path: address },
    ...now(valueAt(document, address), measure),
  }));
  const cameOut = results.flatMap(({ name, address, measure, value, isDetail }): Found[] => {
    const stop = stops.find(({ shows }) => shows.some((one) => address.startsWith(`${shown?.id ?? ''}/${one}/`)));
    if (stop === undefined || isDetail === true || value === null) return [];
    return [{ name: `Result: ${name}`, to: { stop }, ...now(value, measure) }];
  });
  return [
    ...stops.map((stop): Found => ({ name: stop.name, to: { stop } })),
    ...units.flatMap((unit) => (unit.id === shown?.id ? [] : [{ name: `Unit: ${unit.name}`, to: { unit: unit.id } }])),
    ...entered,
    ...(shown?.kind === 'column' ? rungs(shown) : []),
    ...cameOut,
  ];
}

/** Of the column that is looked at. */
const rungs = ({ ladder }: ColumnUnit): Found[] =>
  ladder === null
    ? []
    : Array.from({ length: ladder.stages }, (_, j): Found => ({ name: rungWords(j + 1, ladder), to: { rung: j + 1 } }));

function rungWords(rung: number, { stages, top, bottom }: { stages: number; top: string; bottom: string }): string {
  const end = rung === 1 && top !== 'none' ? ', condenser' : rung === stages && bottom !== 'none' ? ', reboiler' : '';
  return `Rung ${rung} from the top${end}`;
}
