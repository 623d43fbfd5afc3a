/** The hardware as rows of a table in the case's units: every rung with what its tray or bed does. */
import { liquidVolume, vapourVolume } from '../../../hardware/index.ts';
import { findUnit } from '../../../measures/index.ts';
import type { Dimension } from '../../../measures/index.ts';
import { shownUnit } from '../../../measures/index.ts';
import { makeNumber } from '../../tableNumbers.ts';
import type { TableRows, TableUnits } from '../../tableNumbers.ts';
import type { HardwareFacts } from './facts.ts';
import type { RungRating } from './section.ts';

type Column = readonly [name: string, measure: Dimension, value: (rung: RungRating) => number | null | undefined];

/** Columns of the table; what a bed or a tray has not is left empty. */
const COLUMNS: readonly Column[] = [
  ['vapour', 'massFlow', ({ loads }) => loads?.vapour],
  ['vapour by volume', 'volumeFlow', ({ loads }) => loads && vapourVolume(loads)],
  ['vapour density', 'density', ({ loads }) => loads?.vapourDensity],
  ['vapour viscosity', 'viscosity', ({ loads }) => loads?.vapourViscosity],
  ['diffusivity in the vapour', 'diffusivity', ({ loads }) => loads?.vapourDiffusivity],
  ['liquid', 'massFlow', ({ loads }) => loads?.liquid],
  ['liquid by volume', 'volumeFlow', ({ loads }) => loads && liquidVolume(loads)],
  ['liquid density', 'density', ({ loads }) => loads?.liquidDensity],
  ['liquid viscosity', 'viscosity', ({ loads }) => loads?.liquidViscosity],
  ['diffusivity in the liquid', 'diffusivity', ({ loads }) => loads?.liquidDiffusivity],
  ['surface tension', 'surfaceTension', ({ loads }) => loads?.surfaceTension],
  ['share of flooding', 'ratio', ({ tray, bed }) => tray?.flooding ?? bed?.flooding],
  ['flow parameter', 'ratio', ({ tray, bed }) => tray?.flowParameter ?? bed?.flowParameter],
  ['F-factor', 'fFactor', ({ tray, bed }) => tray?.fFactor ?? bed?.fFactor],
  ['C-factor', 'velocity', ({ tray, bed }) => tray?.cFactor ?? bed?.cFactor],
  ['hole velocity', 'velocity', ({ tray }) => tray?.holeVelocity],
  ['drop of a tray', 'pressureDrop', ({ tray }) => tray?.drop],
  ['drop of the bed', 'bedDrop', ({ bed }) => bed?.drop],
  ['clear liquid', 'smallLength', ({ tray }) => tray?.clearLiquid],
  ['froth height', 'smallLength', ({ tray }) => tray?.frothHeight],
  ['weir load', 'weirLoad', ({ tray }) => tray?.weirLoad],
  ['downcomer backup, clear', 'smallLength', ({ tray }) => tray?.backup],
  ['downcomer froth, of the room', 'ratio', ({ tray }) => tray?.backupShare],
  ['residence in the downcomer', 'time', ({ tray }) => tray?.residence],
  ['weeps at, of this load', 'ratio', ({ tray }) => tray?.weepsAt],
  ['liquid carried up', 'ratio', ({ tray }) => tray?.entrained],
  ['hold-up', 'ratio', ({ bed }) => bed?.holdUp],
  ['liquid at turn-down, of the least that wets', 'ratio', ({ bed }) => bed?.wetting],
  ['height of a stage', 'length', ({ bed }) => bed?.hetp],
];

/** One row a rung, under a head with units; columns that no rung fills are left out. */
export function hardwareRows({ sections }: HardwareFacts, units: TableUnits): TableRows {
  const number = makeNumber(units);
  const rungs = sections.flatMap((section) => section.rungs.map((rung) => ({ rung, diameter: section.diameter })));
  const columns = COLUMNS.filter(([, , value]) => rungs.some(({ rung }) => typeof value(rung) === 'number'));
  const headed = (name: string, measure: Dimension): string => {
    const unit = findUnit(measure, shownUnit(units.display, measure)).id;
    return unit === '' ? name : `${name}, ${unit}`;
  };
  return [
    ['rung', headed('diameter', 'length'), ...columns.map(([name, measure]) => headed(name, measure))],
    ...rungs.map(({ rung, diameter }) => [
      rung.rung,
      number(diameter, 'length'),
      ...columns.map(([, measure, value]) => {
        const found = value(rung);
        return found === null || found === undefined ? '' : number(found, measure);
      }),
    ]),
  ];
}
