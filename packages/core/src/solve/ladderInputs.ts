/** The rigorous column of a document as the engine takes it; what is missing or does not fit is an open point with its field. */
import {
  drawsOf,
  firstSideDraw,
  flowOf,
  fractionOf,
  handlesOf,
  moles,
  ratioOf,
  recoveryOf,
  boilUpRatio,
  refluxRatio,
  drawnShare,
  meanMolarMass,
} from '../column/index.ts';
import type { ColumnFeed, ColumnInput, FreeHandle, Handle, Place, Quantity, Target } from '../column/index.ts';
import type { OpenPoint } from '../numerics/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { countPerMole } from './composition.ts';
import type {
  CaseDocument,
  ColumnUnit,
  FreedHandle,
  LadderInputs,
  LadderQuantity,
  LadderTarget,
  QuantityBasis,
} from './document.ts';
import { entryOf, feedsOf } from './documentParts.ts';
import type { FeedFacts } from './feed.ts';
import { freedName, placeName, quantityName } from './ladderWords.ts';

export interface LadderReading {
  input: Omit<ColumnInput, 'targets'>;
  handles: NamedHandle[];
  /** In force, held exactly; places in `ladder.targets`. */
  held: number[];
  targets: Target[];
  /** In force as limits. */
  limits: number[];
  /** Quantities of every target on a card, in their order; null where the column has no such thing. */
  quantities: (Quantity | null)[];
  /** Feed of the engine's that each of the document's begins at. */
  firstFeed: number[];
}

export interface NamedHandle {
  handle: Handle;
  name: string;
  dimension: 'molarFlow' | 'power' | 'pressure' | 'temperatureDifference' | 'ratio';
}

/** A column read and ready to be solved. */
export interface ReadyLadder {
  reading: LadderReading;
  input: ColumnInput;
  feeds: FeedFacts[];
}

interface Reader {
  document: CaseDocument;
  column: ColumnUnit;
  ladder: LadderInputs;
  model: ThermoModel;
  points: OpenPoint[];
  path: string;
}

/** Undefined where points say what is missing. */
export function readLadder(
  document: CaseDocument,
  column: ColumnUnit,
  model: ThermoModel,
  feeds: readonly FeedFacts[],
  points: OpenPoint[],
): LadderReading | undefined {
  const { ladder } = column;
  if (ladder === null) return undefined;
  const reader: Reader = { document, column, ladder, model, points, path: `units.${column.id}.ladder` };
  if (!isCount(ladder.stages, 2, MOST_STAGES)) {
    points.push({ code: 'not-a-count', path: `${reader.path}.stages`, what: 'number of stages', value: ladder.stages, least: 2 });
    return undefined;
  }
  const pressure = readPressures(reader);
  const { columnFeeds, firstFeed } = readFeeds(reader, feeds);
  const draws = column.draws.map(({ id, name, phase }) => {
    const stage = entryOf(ladder.drawStages, id) ?? middle(ladder);
    checkStage(reader, stage, `drawStages.${id}`, name);
    return { stage, phase };
  });
  for (const { id, name, from, to } of ladder.pumpArounds) {
    checkStage(reader, from, `pumpArounds.${id}.from`, `the stage ${name} is taken from`);
    checkStage(reader, to, `pumpArounds.${id}.to`, `the stage ${name} returns to`);
    const needs = 'a liquid that is not the condenser’s own';
    if (from === 1 && ladder.top === 'total')
      points.push({ code: 'not-with-column', path: `${reader.path}.pumpArounds.${id}`, what: name, needs });
  }
  const efficiency = readEfficiency(reader);
  if (points.length > 0) return undefined;
  const input: LadderReading['input'] = {
    model,
    stages: ladder.stages,
    top: ladder.top === 'none' ? 'none' : `${ladder.top}-condenser`,
    bottom: ladder.bottom === 'total' ? 'total-reboiler' : ladder.bottom,
    subcooling: ladder.top === 'total' ? ladder.subcooling : null,
    pressure,
    efficiency,
    heat: readHeat(ladder),
    feeds: columnFeeds,
    draws,
    pumpArounds: ladder.pumpArounds.map(({ from, to }) => ({ from, to })),
    free: ladder.freed.map((freed) => freeHandle(reader, freed, firstFeed)),
  };
  return { input, firstFeed, ...readTargets(reader, input, firstFeed) };
}

const isCount = (value: number, least: number, most: number): boolean => Number.isInteger(value) && value >= least && value <= most;

const middle = ({ stages }: LadderInputs): number => Math.max(2, Math.min(stages - 1, Math.round(stages / 2)));

function checkStage({ ladder, points, path }: Reader, stage: number, field: string, what: string): void {
  if (!isCount(stage, 1, ladder.stages))
    points.push({ code: 'stage-not-there', path: `${path}.${field}`, what, stage, stages: ladder.stages });
}

function readPressures({ ladder, points, path }: Reader): Float64Array {
  const { stages, pressure } = ladder;
  if (pressure.by === 'list') {
    const missing = pressure.values.length < stages || pressure.values.some((P) => !(P > 0));
    if (missing) points.push({ code: 'missing', path: `${path}.pressure`, what: `pressure of each of the ${stages} stages` });
    return Float64Array.from({ length: stages }, (_, j) => pressure.values[j] ?? 1);
  }
  const top = pressure.top;
  if (top === null) points.push({ code: 'missing', path: `${path}.pressure.top`, what: 'pressure at the top' });
  else if (!(top > 0)) points.push({ code: 'not-positive', path: `${path}.pressure.top`, what: 'pressure at the top', value: top });
  const at = top ?? 1;
  if (pressure.by === 'drops')
    return Float64Array.from({ length: stages }, (_, j) =>
      j === 0 || ladder.top === 'none' ? at + j * pressure.stageDrop : at + pressure.condenserDrop + (j - 1) * pressure.stageDrop,
    );
  const bottom = pressure.bottom ?? at;
  if (!(bottom > 0))
    points.push({ code: 'not-positive', path: `${path}.pressure.bottom`, what: 'pressure at the bottom', value: bottom });
  return Float64Array.from({ length: stages }, (_, j) => at + ((bottom - at) * j) / (stages - 1));
}

/** A feed of two phases whose vapour goes to the stage above becomes two. */
function readFeeds(reader: Reader, feeds: readonly FeedFacts[]): { columnFeeds: ColumnFeed[]; firstFeed: number[] } {
  const { document, column, ladder, model } = reader;
  const columnFeeds: ColumnFeed[] = [];
  const firstFeed: number[] = [];
  feedsOf(document, column).forEach(({ id, name }, f) => {
    const facts = feeds[f];
    const { stage, way } = entryOf(ladder.feeds, id) ?? { stage: middle(ladder), way: 'whole' as const };
    checkStage(reader, stage, `feeds.${id}`, name);
    firstFeed.push(columnFeeds.length);
    const isParted = way === 'vapour-above' && stage > 1 && facts.vapourFraction > 0 && facts.vapourFraction < 1;
    if (!isParted) {
      columnFeeds.push({
        stage,
        flows: Float64Array.from(facts.moleFractions, (z) => z * facts.molarFlow),
        enthalpy: facts.enthalpy,
        T: facts.T,
        vapourFraction: facts.vapourFraction,
      });
      return;
    }
    for (const phase of facts.phases) {
      const properties = makePhaseProperties(model.n);
      model.evaluate(phase.phase, facts.T, facts.P, Float64Array.from(phase.fractions), properties, 'all');
      columnFeeds.push({
        stage: phase.phase === 'vapour' ? stage - 1 : stage,
        flows: Float64Array.from(phase.fractions, (z) => z * phase.share * facts.molarFlow),
        enthalpy: properties.enthalpy,
        T: facts.T,
        vapourFraction: phase.phase === 'vapour' ? 1 : 0,
      });
    }
  });
  return { columnFeeds, firstFeed };
}

function readEfficiency({ document, ladder, points, path }: Reader): Float64Array {
  const { all, stages, components } = ladder.efficiency;
  const n = document.mixture.components.length;
  const check = (value: number, field: string, what: string): void => {
    if (!(value > 0 && value <= 1)) points.push({ code: 'not-a-fraction', path: `${path}.efficiency.${field}`, what, value });
  };
  check(all, 'all', 'efficiency of the trays');
  for (const [stage, value] of Object.entries(stages)) check(value, `stages.${stage}`, `efficiency of stage ${stage}`);
  for (const [id, value] of Object.entries(components)) check(value, `components.${id}`, 'efficiency of a component');
  const efficiency = new Float64Array(ladder.stages * n).fill(1);
  const first = ladder.top === 'none' ? 0 : 1;
  for (let j = first; j < ladder.stages - 1; j++)
    document.mixture.components.forEach(({ id }, i) => {
      efficiency[j * n + i] = entryOf(stages, String(j + 1)) ?? entryOf(components, id) ?? all;
    });
  return efficiency;
}

function readHeat({ stages, heats, heatLoss, top, bottom }: LadderInputs): Float64Array {
  const heat = new Float64Array(stages);
  const [first, last] = [top === 'none' ? 0 : 1, bottom === 'none' ? stages - 1 : stages - 2];
  if (last >= first) heat.fill(-heatLoss / (last - first + 1), first, last + 1);
  for (const { stage, duty } of heats) if (stage >= 1 && stage <= stages) heat[stage - 1] += duty;
  return heat;
}

function freeHandle({ document, column, points, path }: Reader, freed: FreedHandle, firstFeed: readonly number[]): FreeHandle {
  if (freed.kind === 'stage-duty') return { kind: 'duty', stage: freed.stage };
  if (freed.kind === 'pressure' || freed.kind === 'subcooling') return freed;
  const f = feedsOf(document, column).findIndex(({ id }) => id === freed.stream);
  if (f < 0) points.push({ code: 'missing', path: `${path}.freed`, what: 'feed that is to be moved' });
  return { kind: freed.kind, feed: firstFeed[f] ?? 0 };
}

function readTargets(
  reader: Reader,
  input: LadderReading['input'],
  firstFeed: readonly number[],
): Omit<LadderReading, 'input' | 'firstFeed'> {
  const { ladder, points, path } = reader;
  const handles = handlesOf(input).map((handle) => named(reader, input, handle));
  const quantities = ladder.targets.map(({ quantity }) => quantityOf(reader, input, quantity, firstFeed));
  ladder.targets.forEach((target, k) => {
    if (target.isInForce) checkTarget(reader, target, quantities[k] ?? null);
  });
  const inForce = (isHeld: boolean): number[] =>
    ladder.targets.flatMap((t, k) => (t.isInForce && (t.wish === 'equal') === isHeld ? [k] : []));
  const held = inForce(true);
  if (held.length !== handles.length)
    points.push({
      code: 'targets-for-handles',
      path: `${path}.targets`,
      targets: held.length,
      handles: handles.map(({ name }) => name),
    });
  const targets = held.flatMap((k): Target[] => {
    const [quantity, value] = [quantities[k], ladder.targets[k].value];
    return quantity === null || value === null ? [] : [{ quantity, value }];
  });
  return { handles, held, targets, limits: inForce(false), quantities };
}

function checkTarget({ points, path, document, column }: Reader, target: LadderTarget, quantity: Quantity | null): void {
  const what = quantityName(document, column, target.quantity);
  const field = `${path}.targets.${target.id}`;
  if (quantity === null) points.push({ code: 'not-with-column', path: field, what, needs: neededBy(target.quantity) });
  else if (target.value === null) points.push({ code: 'missing', path: field, what });
  else if (isShare(target.quantity) && !(target.value > 0 && target.value < 1))
    points.push({ code: 'not-a-fraction', path: field, what, value: target.value });
}

const isShare = ({ kind }: LadderQuantity): boolean => kind === 'fraction' || kind === 'recovery' || kind === 'draw-share';

function neededBy(quantity: LadderQuantity): string {
  switch (quantity.kind) {
    case 'reflux-ratio':
      return 'a condenser';
    case 'boil-up-ratio':
      return 'a reboiler';
    case 'duty':
      return quantity.of === 'condenser' ? 'a condenser' : 'a reboiler';
    case 'temperature':
    case 'stage-flow':
      return 'a stage that the column has';
    case 'flow':
    case 'fraction':
    case 'recovery':
    case 'component-ratio':
    case 'bubble-point':
    case 'dew-point':
    case 'vapour-pressure':
    case 'molar-mass':
    case 'standard-density':
    case 'draw-share':
      return 'components and products that the column has';
    case 'loop-flow':
    case 'loop-duty':
    case 'return-temperature':
      return 'a pump-around that the column has';
    case 'freed':
      return 'a handle that has been freed';
  }
}

function named({ document, column, ladder }: Reader, input: LadderReading['input'], handle: Handle): NamedHandle {
  switch (handle.kind) {
    case 'draw': {
      const side = handle.draw - firstSideDraw(input);
      if (side >= 0) return { handle, name: placeName(column, column.draws[side].id), dimension: 'molarFlow' };
      const isDistillate = drawsOf(input)[handle.draw].stage === 1;
      const name = isDistillate ? (input.top === 'mixed-condenser' ? 'liquid distillate' : 'distillate') : 'bottoms';
      return { handle, name, dimension: 'molarFlow' };
    }
    case 'duty': {
      const isCondenser = handle.stage === 1 && input.top !== 'none';
      const isReboiler = handle.stage === input.stages && input.bottom !== 'none';
      const name = isCondenser ? 'condenser duty' : isReboiler ? 'reboiler duty' : `heat on stage ${handle.stage}`;
      return { handle, name, dimension: 'power' };
    }
    case 'pump-around-flow':
      return { handle, name: `${ladder.pumpArounds[handle.loop].name} flow`, dimension: 'molarFlow' };
    case 'pump-around-duty':
      return { handle, name: `${ladder.pumpArounds[handle.loop].name} duty`, dimension: 'power' };
    case 'feed-flow':
    case 'feed-heat':
    case 'pressure':
    case 'subcooling': {
      const freed = ladder.freed[input.free.findIndex((free) => JSON.stringify(free) === JSON.stringify(handle))];
      const dimensions = {
        'feed-flow': 'ratio',
        'feed-heat': 'power',
        pressure: 'pressure',
        subcooling: 'temperatureDifference',
      } as const;
      return { handle, name: freedName(document, freed), dimension: dimensions[handle.kind] };
    }
  }
}

/** The engine's quantity; null where the column has no such stage, product or end. */
function quantityOf(
  reader: Reader,
  input: LadderReading['input'],
  quantity: LadderQuantity,
  firstFeed: readonly number[],
): Quantity | null {
  const { document, column, ladder, model } = reader;
  const weights = (basis: QuantityBasis): Float64Array =>
    basis === 'mole' ? moles(model.n) : countPerMole(document.mixture.components, basis, document.site.standardTemperature);
  const places = (ids: readonly string[]): number[] => ids.map((id) => document.mixture.components.findIndex((c) => c.id === id));
  const hasStage = (stage: number): boolean => isCount(stage, 1, ladder.stages);
  const loopOf = (id: string): number => ladder.pumpArounds.findIndex((p) => p.id === id);
  switch (quantity.kind) {
    case 'reflux-ratio':
      return ladder.top === 'none' ? null : refluxRatio(weights(quantity.basis));
    case 'boil-up-ratio':
      return ladder.bottom === 'none' ? null : boilUpRatio(weights(quantity.basis));
    case 'flow':
    case 'fraction':
    case 'recovery': {
      const place = placeOf(column, input, quantity.place);
      const components = places(quantity.components);
      const w = weights(quantity.basis);
      if (place === null || components.includes(-1)) return null;
      if (quantity.kind === 'flow') {
        const all = components.length === 0;
        return flowOf(place, all ? w : w.map((weight, i) => (components.includes(i) ? weight : 0)));
      }
      if (components.length === 0) return null;
      return quantity.kind === 'fraction' ? fractionOf(place, components, w) : recoveryOf(place, components, w);
    }
    case 'component-ratio': {
      const place = placeOf(column, input, quantity.place);
      const [above, below] = [places(quantity.components), places(quantity.over)];
      if (place === null || [...above, ...below].includes(-1) || above.length === 0 || below.length === 0) return null;
      return ratioOf(place, above, below, weights(quantity.basis));
    }
    case 'temperature':
      return hasStage(quantity.stage) ? { kind: 'temperature', stage: quantity.stage } : null;
    case 'bubble-point':
    case 'dew-point': {
      const place = placeOf(column, input, quantity.place);
      const of = quantity.kind === 'bubble-point' ? 'bubble' : 'dew';
      return place === null ? null : { kind: 'saturation', place, of, P: quantity.pressure };
    }
    case 'vapour-pressure': {
      const place = placeOf(column, input, quantity.place);
      return place === null ? null : { kind: 'vapour-pressure', place, T: quantity.temperature };
    }
    case 'molar-mass': {
      const place = placeOf(column, input, quantity.place);
      return place === null ? null : meanMolarMass(place, model);
    }
    case 'standard-density': {
      const place = placeOf(column, input, quantity.place);
      if (place === null) return null;
      return { kind: 'ratio', over: { place, weights: weights('mass') }, under: { place, weights: weights('volume') } };
    }
    case 'duty':
      if (quantity.of === 'condenser' ? ladder.top === 'none' : ladder.bottom === 'none') return null;
      return { kind: 'duty', of: quantity.of };
    case 'stage-flow': {
      if (!hasStage(quantity.stage)) return null;
      return flowOf({ at: 'stage', stage: quantity.stage, phase: quantity.phase }, weights(quantity.basis));
    }
    case 'draw-share': {
      const side = column.draws.findIndex(({ id }) => id === quantity.draw);
      if (side < 0) return null;
      const { stage, phase } = input.draws[side];
      return drawnShare(firstSideDraw(input) + side, stage, phase, model.n);
    }
    case 'loop-flow':
    case 'loop-duty': {
      const loop = loopOf(quantity.loop);
      const kind = quantity.kind === 'loop-flow' ? 'pump-around-flow' : 'pump-around-duty';
      return loop < 0 ? null : { kind: 'handle', handle: { kind, loop } };
    }
    case 'return-temperature': {
      const loop = loopOf(quantity.loop);
      return loop < 0 ? null : { kind: 'return-temperature', loop };
    }
    case 'freed': {
      const isFreed = ladder.freed.some((freed) => JSON.stringify(freed) === JSON.stringify(quantity.handle));
      return isFreed ? { kind: 'handle', handle: freeHandle(reader, quantity.handle, firstFeed) } : null;
    }
  }
}

function placeOf(column: ColumnUnit, input: LadderReading['input'], place: string): Place | null {
  if (place === 'overhead' || place === 'bottoms') return { at: place };
  if (place === 'overhead-vapour') return input.top === 'total-condenser' ? null : { at: 'overhead-vapour' };
  const side = column.draws.findIndex(({ id }) => id === place);
  return side < 0 ? null : { at: 'draw', draw: firstSideDraw(input) + side };
}

const MOST_STAGES = 400;
