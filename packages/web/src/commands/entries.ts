/** What of a case can be found by its name: pages, fields, targets and rungs. */
import { capital, inletsOf, quantityName } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, DrumUnit, Unit } from '@keen-ladder/schema';
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
  const whose = (unit: Unit): string => (units.length > 1 ? ` (${unit.name})` : '');
  return [
    ...stopsOf(shown, document.mixture.components.length).map((stop): Found => ({ name: stop.name, to: { stop } })),
    ...units.flatMap((unit) => (unit.id === shown?.id ? [] : [{ name: `Unit: ${unit.name}`, to: { unit: unit.id } }])),
    field('Components', 'mixture.components'),
    ...streamFields(document),
    ...units.flatMap((unit) => fieldsOf(document, unit).map((found) => ({ ...found, name: `${found.name}${whose(unit)}` }))),
    ...(shown?.kind === 'column' ? rungs(shown) : []),
    ...(units.some((unit) => unit.kind === 'column' && unit.service === 'distillation') ? siteFields() : []),
  ];
}

const field = (name: string, path: string): Found => ({ name, to: { path } });

const fieldsOf = (document: CaseDocument, unit: Unit): Found[] =>
  unit.kind === 'drum' ? drumFields(unit) : [...columnFields(document, unit), ...ladderFields(document, unit)];

const drumFields = ({ id }: DrumUnit): Found[] => [
  field('First thing known of the drum', `units.${id}.known.0`),
  field('Second thing known of the drum', `units.${id}.known.1`),
];

function streamFields({ streams }: CaseDocument): Found[] {
  return streams.flatMap(({ id, name }) => {
    const whose = name === '' ? 'the feed' : name;
    return [
      field(`Flow of ${whose}`, `streams.${id}.amount`),
      field(`Composition of ${whose}`, `streams.${id}.composition`),
      field(`Conditions of ${whose}: temperature, pressure, vapour`, `streams.${id}.condition`),
    ];
  });
}

function columnFields(document: CaseDocument, column: ColumnUnit): Found[] {
  const at = `units.${column.id}`;
  const isBinary = document.mixture.components.length <= 2;
  const common = [field('Pressure at the top', `${at}.pressure.top`), field('Pressure at the bottom', `${at}.pressure.bottom`)];
  if (column.service !== 'distillation')
    return [
      ...common,
      field('Part that passes', `${at}.absorption.recovery`),
      field('Gas', `${at}.absorption.gas`),
      field('Liquid', `${at}.absorption.liquid`),
      field('Tray efficiency, estimate', `${at}.absorption.efficiency`),
    ];
  return [
    ...common,
    field('Purity of the distillate', `${at}.balance.distillate`),
    field('Purity of the bottoms', `${at}.balance.bottoms`),
    field('Condenser, graph and estimate', `${at}.condenser`),
    ...(isBinary
      ? [
          field('Reflux, graph', `${at}.graph.reflux`),
          field('Tray efficiency, graph', `${at}.graph.efficiency`),
          ...inletsOf(document, column).map(({ id, name }) =>
            field(`Stage of ${name === '' ? 'the feed' : name}, graph`, `${at}.graph.feedStages.${id}`),
          ),
        ]
      : []),
    field('Keys of the estimate', `${at}.estimate.keys`),
    field('Reflux, estimate', `${at}.estimate.reflux`),
    field('Tray efficiency, estimate', `${at}.estimate.efficiency`),
  ];
}

function ladderFields(document: CaseDocument, column: ColumnUnit): Found[] {
  const { ladder } = column;
  if (ladder === null) return [];
  const at = `units.${column.id}.ladder`;
  return [
    ...ladder.targets.map(({ id, quantity }) =>
      field(`Target: ${quantityName(document, column, quantity)}`, `${at}.targets.${id}`),
    ),
    field('Rungs of the ladder', `${at}.stages`),
    field('Condenser, ladder', `${at}.top`),
    field('Reboiler, ladder', `${at}.bottom`),
    field('Pressures, ladder', `${at}.pressure`),
    field('Tray efficiency, ladder', `${at}.efficiency.all`),
    field('Heat loss, ladder', `${at}.heatLoss`),
    ...inletsOf(document, column).map(({ id, name }) => field(`Rung of ${name === '' ? 'the feed' : name}`, `${at}.feeds.${id}`)),
    ...column.draws.map(({ id, name }) => field(`Rung of the ${name}`, `${at}.drawStages.${id}`)),
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

/** On the estimate of a column that distils. */
const siteFields = (): Found[] => [
  ...['water', 'air', 'refrigerant'].map((name) =>
    field(`${capital(name === 'water' ? 'cooling water' : name)} of the site`, `site.cooling.${name}.temperature`),
  ),
  field('Heating medium of the site', 'site.heating.temperature'),
];
