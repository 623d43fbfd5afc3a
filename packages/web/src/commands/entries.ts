/** What of a case can be found by its name: pages, fields, targets and rungs. */
import { capital, enteredIn } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, Unit } from '@keen-ladder/schema';
import { stopsOf } from '../stops/registry.ts';
import type { Stop } from '../stops/registry.ts';

/** Something to go to: a stop of the unit that is looked at, another unit, a field by its place in the document, or a rung of the ladder. */
export interface Found {
  name: string;
  to: { stop: Stop } | { unit: string } | { path: string } | { rung: number };
}

/** @param shown the unit that is looked at: its stops are the case's pages */
export function foundIn(document: CaseDocument, shown: Unit | undefined = document.units[0]): Found[] {
  const { units } = document;
  return [
    ...stopsOf(shown, document.mixture.components.length).map((stop): Found => ({ name: stop.name, to: { stop } })),
    ...units.flatMap((unit) => (unit.id === shown?.id ? [] : [{ name: `Unit: ${unit.name}`, to: { unit: unit.id } }])),
    ...enteredIn(document).map(({ name, address }): Found => ({ name: capital(name), to: { path: address } })),
    ...(shown?.kind === 'column' ? rungs(shown) : []),
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
