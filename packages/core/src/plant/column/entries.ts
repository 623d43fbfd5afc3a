/** What can be entered of a column, stop by stop. */
import type { CellKind, ColumnUnit, LadderInputs, RatingQuantity } from '@keen-ladder/schema';
import { cellName } from '../../balance/index.ts';
import type { Dimension } from '../../measures/index.ts';
import { always, componentName, row } from '../entryRow.ts';
import type { About, EntryMeasure, EntryRow } from '../entryRow.ts';
import { inletsOf } from '../ports.ts';
import { HARDWARE_ENTRIES } from './hardware/entries.ts';
import { placeName } from './places.ts';
import { freedName, quantityDimension, quantityName } from './ladder/words.ts';
import type { Named } from './ladder/words.ts';

type Of = About<ColumnUnit>;
type Row = EntryRow<ColumnUnit>;

const distils = ({ whole }: Of): boolean => whole.service === 'distillation';
const where =
  (holds: (about: Of) => boolean) =>
  (about: Of): string[][] =>
    holds(about) ? [[]] : [];
const whereDistilled = where(distils);
const isBinary = (about: Of): boolean => distils(about) && about.document.mixture.components.length <= 2;
const hasLadder = ({ whole }: Of): boolean => whole.ladder !== null;
const inlets = ({ document, whole }: Of): string[][] => inletsOf(document, whole).map(({ id }) => [id]);
const draws = ({ whole }: Of): string[][] => whole.draws.map(({ id }) => [id]);

const feedName = ({ document, whole }: Of, id: string | undefined): string => {
  const name = inletsOf(document, whole).find((inlet) => inlet.id === id)?.name ?? '';
  return name === '' ? 'the feed' : name;
};
/** What the words of quantities and handles take names from. */
const namedOf = ({ document, whole }: Of): Named => ({ mixture: document.mixture, inlets: inletsOf(document, whole) });
const drawName = ({ whole }: Of, id = ''): string => placeName(whole, id);

const CELLS: Record<CellKind, Dimension> = {
  flow: 'molarFlow',
  'mass-flow': 'massFlow',
  fraction: 'moleFraction',
  'mass-fraction': 'massFraction',
  recovery: 'moleFraction',
  'mass-recovery': 'massFraction',
  ratio: 'ratio',
};

const RATED: Record<RatingQuantity, string> = {
  reflux: 'reflux of the rating',
  'boil-up': 'boil-up of the rating',
  distillate: 'distillate of the rating',
  'distillate-purity': 'purity of the distillate, rating',
  'bottoms-purity': 'purity of the bottoms, rating',
};

const rated = ({ whole }: Of, [place]: readonly string[]): RatingQuantity => whole.graph.rating.known[place === '0' ? 0 : 1].by;

/** A cell of the sheet by its key, "distillate.64-17-5.fraction", whether it is given or not; without its kind a group. */
function cellAt({ document, whole }: Of, key = ''): { name: string; measure: EntryMeasure } {
  const products = [...PRODUCTS, ...whole.draws];
  const components = [...document.mixture.components, { id: 'total', name: 'the whole' }];
  for (const product of products)
    for (const component of components) {
      const name = `${product.id}.${component.id}`;
      if (key !== name && !key.startsWith(`${name}.`)) continue;
      const [kind = ''] = key.slice(name.length + 1).split('.');
      if (!Object.hasOwn(CELLS, kind)) return { name: `${component.name} in the ${product.name}`, measure: 'group' };
      const named = { component: component.id === 'total' ? null : component.name, product: product.name, kind };
      return { name: cellName(named), measure: CELLS[kind as CellKind] };
    }
  return { name: 'numbers of the balance sheet', measure: 'group' };
}

const PRODUCTS = [
  { id: 'distillate', name: 'distillate' },
  { id: 'bottoms', name: 'bottoms' },
];

const COLUMN: Row[] = [
  row('', ({ whole }) => `the unit ${whole.name}`.trim(), 'group'),
  row('name', 'name of the column'),
  row('service', 'what the column is for'),
  row('inlets', 'what enters the column'),
  row('pressure', 'pressures of the column', 'group'),
  { at: 'pressure.top', name: 'pressure at the top', measure: 'pressure', fields: always },
  { at: 'pressure.bottom', name: 'pressure at the bottom', measure: 'pressure', fields: always },
  { at: 'condenser', name: 'condenser of graph and estimate', measure: 'choice', fields: whereDistilled },
  row('vapourShare', 'vapour in the distillate', 'ratio'),
  row('subcooling', 'subcooling of graph and estimate', 'temperatureDifference'),
  row('bottom', 'what heats the column'),
  row('draws', 'side draws', 'group'),
  row('draws.*', (about, [id]) => `side draw ${drawName(about, id)}`),
];

const SHEET: Row[] = [
  row('balance', 'numbers of the balance sheet', 'group'),
  { at: 'balance.distillate', name: 'purity of the distillate', measure: 'group', fields: whereDistilled },
  { at: 'balance.bottoms', name: 'purity of the bottoms', measure: 'group', fields: whereDistilled },
  row(
    'balance.**',
    (about, [key]) => cellAt(about, key).name,
    (about, [key]) => cellAt(about, key).measure,
  ),
];

const GRAPH: Row[] = [
  row('graph', 'the graph', 'group'),
  row('graph.task', 'task of the graph'),
  row('graph.rating', 'rating of the graph', 'group'),
  row('graph.rating.stages', 'stages of the rating', 'count'),
  row('graph.rating.known', 'what is known of the rating', 'group'),
  row(
    'graph.rating.known.*',
    (about, keys) => RATED[rated(about, keys)],
    (about, keys) => (rated(about, keys).endsWith('purity') ? 'moleFraction' : 'ratio'),
  ),
  {
    at: 'graph.reflux',
    name: 'reflux of the graph',
    measure: 'ratio',
    fields: where((about) => isBinary(about) && about.whole.graph.task === 'design'),
    begin: (value) => ({ kind: 'ratio', value }),
  },
  row('graph.feedStages', 'feed stages of the graph', 'group'),
  {
    at: 'graph.feedStages.*',
    name: (about, [id]) => `stage of ${feedName(about, id)}, graph`,
    measure: 'count',
    fields: (about) => (isBinary(about) ? inlets(about) : []),
  },
  row('graph.drawStages', 'stages of the side draws, graph', 'group'),
  row('graph.drawStages.*', (about, [id]) => `stage of the ${drawName(about, id)}, graph`, 'count'),
  {
    at: 'graph.efficiency',
    name: 'tray efficiency of the graph',
    measure: 'ratio',
    fields: where(isBinary),
    begin: (value) => ({ kind: 'murphree', value }),
  },
];

const ESTIMATE: Row[] = [
  row('estimate', 'the estimate', 'group'),
  { at: 'estimate.keys', name: 'keys of the estimate', measure: 'choice', fields: whereDistilled },
  row('estimate.find', 'what the estimate seeks'),
  {
    at: 'estimate.reflux',
    name: 'reflux of the estimate',
    measure: 'ratio',
    fields: where((about) => distils(about) && about.whole.estimate.find === 'stages'),
    begin: (value) => ({ kind: 'ratio', value }),
  },
  row('estimate.stages', 'stages of the estimate', 'count'),
  row('estimate.fit', 'curve of the estimate'),
  { at: 'estimate.efficiency', name: 'tray efficiency of the estimate', measure: 'ratio', fields: whereDistilled },
];

const whereWashed = where((about) => !distils(about));

const ABSORPTION: Row[] = [
  row('absorption', 'the washing', 'group'),
  { at: 'absorption.gas', name: 'gas', measure: 'choice', fields: whereWashed },
  { at: 'absorption.liquid', name: 'liquid', measure: 'choice', fields: whereWashed },
  row('absorption.solute', 'component that is to pass'),
  row('absorption.find', 'what the washing seeks'),
  {
    at: 'absorption.recovery',
    name: 'part that passes',
    measure: 'ratio',
    fields: where((about) => !distils(about) && about.whole.absorption.find === 'stages'),
  },
  row('absorption.stages', 'stages of the washing', 'count'),
  row('absorption.flow', 'flow of gas or liquid, of the least', 'ratio'),
  { at: 'absorption.efficiency', name: 'tray efficiency of the washing', measure: 'ratio', fields: whereWashed },
];

type Ladder = LadderInputs;
const ladderOf = ({ whole }: Of): Ladder | undefined => whole.ladder ?? undefined;
const inLadder =
  (keys: (ladder: Ladder, about: Of) => readonly (readonly string[])[]) =>
  (about: Of): readonly (readonly string[])[] =>
    about.whole.ladder === null ? [] : keys(about.whole.ladder, about);
const whereLadder = where(hasLadder);

const targetOf = (about: Of, id: string | undefined) => ladderOf(about)?.targets.find((target) => target.id === id)?.quantity;
const loopName = (about: Of, id: string | undefined): string =>
  ladderOf(about)?.pumpArounds.find((loop) => loop.id === id)?.name ?? 'pump-around';
const counted = (key: string | undefined): number => Number(key) + 1;

const LADDER: Row[] = [
  row('ladder', 'the ladder', 'group'),
  { at: 'ladder.stages', name: 'rungs of the ladder', measure: 'count', fields: whereLadder },
  { at: 'ladder.top', name: 'condenser of the ladder', measure: 'choice', fields: whereLadder },
  { at: 'ladder.bottom', name: 'reboiler of the ladder', measure: 'choice', fields: whereLadder },
  row('ladder.subcooling', 'subcooling of the ladder', (about) =>
    ladderOf(about)?.subcooling?.by === 'temperature' ? 'temperature' : 'temperatureDifference',
  ),
  { at: 'ladder.pressure', name: 'pressures of the ladder', measure: 'group', fields: whereLadder },
  row('ladder.pressure.by', 'how the pressures of the ladder are said'),
  row('ladder.pressure.top', 'pressure at the top of the ladder', 'pressure'),
  row('ladder.pressure.bottom', 'pressure at the bottom of the ladder', 'pressure'),
  row('ladder.pressure.condenserDrop', 'pressure drop of the condenser', 'pressureDrop'),
  row('ladder.pressure.stageDrop', 'pressure drop of a rung', 'pressureDrop'),
  row('ladder.pressure.values', 'pressures of the rungs', 'group'),
  row('ladder.pressure.values.*', (_, [k]) => `pressure of rung ${counted(k)}`, 'pressure'),
  row('ladder.feeds', 'feed rungs of the ladder', 'group'),
  {
    at: 'ladder.feeds.*',
    name: (about, [id]) => `rung of ${feedName(about, id)}`,
    measure: 'group',
    fields: inLadder((_, about) => inlets(about)),
  },
  row('ladder.feeds.*.stage', (about, [id]) => `rung of ${feedName(about, id)}`, 'count'),
  row('ladder.feeds.*.way', (about, [id]) => `how ${feedName(about, id)} enters its rung`),
  row('ladder.drawStages', 'rungs of the side draws', 'group'),
  {
    at: 'ladder.drawStages.*',
    name: (about, [id]) => `rung of the ${drawName(about, id)}`,
    measure: 'count',
    fields: inLadder((_, about) => draws(about)),
  },
  row('ladder.pumpArounds', 'pump-arounds of the ladder', 'group'),
  row('ladder.pumpArounds.*', (about, [id]) => loopName(about, id), 'group'),
  row('ladder.pumpArounds.*.name', (about, [id]) => `name of ${loopName(about, id)}`),
  row('ladder.pumpArounds.*.from', (about, [id]) => `rung that ${loopName(about, id)} leaves`, 'count'),
  row('ladder.pumpArounds.*.to', (about, [id]) => `rung that ${loopName(about, id)} returns to`, 'count'),
  row('ladder.heats', 'heat on the rungs', 'group'),
  row('ladder.heats.*', (_, [k]) => `side heat ${counted(k)}`, 'group'),
  row('ladder.heats.*.stage', (_, [k]) => `rung of side heat ${counted(k)}`, 'count'),
  row('ladder.heats.*.duty', (_, [k]) => `duty of side heat ${counted(k)}`, 'power'),
  { at: 'ladder.heatLoss', name: 'heat loss of the ladder', measure: 'power', fields: whereLadder },
  row('ladder.efficiency', 'efficiencies of the ladder', 'group'),
  { at: 'ladder.efficiency.all', name: 'tray efficiency of the ladder', measure: 'ratio', fields: whereLadder },
  row('ladder.efficiency.stages', 'tray efficiencies of single rungs', 'group'),
  row('ladder.efficiency.stages.*', (_, [stage]) => `tray efficiency of rung ${stage}`, 'ratio'),
  row('ladder.efficiency.components', 'tray efficiencies of single components', 'group'),
  row('ladder.efficiency.components.*', ({ document }, [id]) => `tray efficiency of ${componentName(document, id)}`, 'ratio'),
  row('ladder.freed', 'what the ladder may move', 'group'),
  row('ladder.freed.*', (about, [k]) => {
    const handle = ladderOf(about)?.freed[Number(k)];
    return handle === undefined ? 'what the ladder may move' : `free: ${freedName(namedOf(about), handle)}`;
  }),
  row('ladder.targets', 'targets of the ladder', 'group'),
  {
    at: 'ladder.targets.*',
    name: (about, [id]) => {
      const quantity = targetOf(about, id);
      return quantity === undefined ? 'a target' : `target: ${quantityName(namedOf(about), about.whole, quantity)}`;
    },
    measure: (about, [id]): EntryMeasure => {
      const quantity = targetOf(about, id);
      return quantity === undefined ? 'choice' : quantityDimension(quantity);
    },
    fields: inLadder(({ targets }) => targets.map(({ id }) => [id])),
  },
  row('ladder.given', 'given profile'),
  row('ladder.method', 'method of the ladder'),
];

/** Rows of a column, stop by stop. */
export const COLUMN_ENTRIES: readonly Row[] = [
  ...COLUMN,
  ...SHEET,
  ...GRAPH,
  ...ESTIMATE,
  ...ABSORPTION,
  ...LADDER,
  ...HARDWARE_ENTRIES,
];
