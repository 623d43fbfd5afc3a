/** What of a case can be found by its name: pages, fields, targets and rungs. */
import { capital, quantityName } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';

/** Something to go to: a page of the case, a field by its place in the document, or a rung of the ladder. */
export interface Found {
  name: string;
  to: { page: string } | { path: string } | { rung: number };
}

export function foundIn(document: CaseDocument): Found[] {
  return [
    ...pages(document),
    ...streamFields(document),
    ...columnFields(document),
    ...ladderFields(document),
    ...siteFields(document),
  ];
}

const field = (name: string, path: string): Found => ({ name, to: { path } });

function pages({ units: [column], mixture }: CaseDocument): Found[] {
  const stops: [string, string][] =
    column?.service === 'distillation'
      ? [
          ['Mixture', 'mixture'],
          ['Feed & balance', 'balance'],
          ...(mixture.components.length > 2 ? [] : [['Graph', 'graph'] as [string, string]]),
          ['Estimate', 'estimate'],
          ['Ladder', 'ladder'],
        ]
      : [
          ['Mixture', 'mixture'],
          ['Feeds', 'balance'],
          ['Graph', 'transfer'],
          ['Estimate', 'factors'],
          ['Ladder', 'ladder'],
        ];
  return stops.map(([name, page]) => ({ name, to: { page } }));
}

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

function columnFields({ units: [column], streams, mixture }: CaseDocument): Found[] {
  if (column === undefined) return [];
  const at = `units.${column.id}`;
  const isBinary = mixture.components.length <= 2;
  const common = [
    field('Components', 'mixture.components'),
    field('Pressure at the top', `${at}.pressure.top`),
    field('Pressure at the bottom', `${at}.pressure.bottom`),
  ];
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
          ...streams.map(({ id, name }) =>
            field(`Stage of ${name === '' ? 'the feed' : name}, graph`, `${at}.graph.feedStages.${id}`),
          ),
        ]
      : []),
    field('Keys of the estimate', `${at}.estimate.keys`),
    field('Reflux, estimate', `${at}.estimate.reflux`),
    field('Tray efficiency, estimate', `${at}.estimate.efficiency`),
  ];
}

function ladderFields(document: CaseDocument): Found[] {
  const [column] = document.units;
  const ladder = column?.ladder;
  if (column === undefined || ladder === null || ladder === undefined) return [];
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
    ...document.streams.map(({ id, name }) => field(`Rung of ${name === '' ? 'the feed' : name}`, `${at}.feeds.${id}`)),
    ...column.draws.map(({ id, name }) => field(`Rung of the ${name}`, `${at}.drawStages.${id}`)),
    ...Array.from({ length: ladder.stages }, (_, j): Found => ({ name: rungWords(j + 1, ladder), to: { rung: j + 1 } })),
  ];
}

function rungWords(rung: number, { stages, top, bottom }: { stages: number; top: string; bottom: string }): string {
  const end = rung === 1 && top !== 'none' ? ', condenser' : rung === stages && bottom !== 'none' ? ', reboiler' : '';
  return `Rung ${rung} from the top${end}`;
}

/** On the estimate of a column that distils. */
const siteFields = ({ units: [column] }: CaseDocument): Found[] =>
  column?.service !== 'distillation'
    ? []
    : [
        ...['water', 'air', 'refrigerant'].map((name) =>
          field(`${capital(name === 'water' ? 'cooling water' : name)} of the site`, `site.cooling.${name}.temperature`),
        ),
        field('Heating medium of the site', 'site.heating.temperature'),
      ];
