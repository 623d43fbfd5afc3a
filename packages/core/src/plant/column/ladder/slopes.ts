/**
 * What a little more of anything that is entered does to anything that comes out: the slopes of a solved ladder, from its own equations. What a feed
 * brings follows its typed numbers by differences of the feed alone; what the column makes of it is exact.
 */
import type { ColumnUnit, Condition, LadderInputs, LadderQuantity, Stream } from '@keen-ladder/schema';
import { handlesOf, responsesOf, sameHandle } from '../../../column/index.ts';
import type { ColumnFeed, FreeHandle, Given, Quantity } from '../../../column/index.ts';
import { outOfReach, passOn, solved } from '../../../numerics/index.ts';
import type { Outcome } from '../../../numerics/index.ts';
import type { Dimension } from '../../../measures/index.ts';
import { pressuresOf } from '../pressure.ts';
import type { Inlet } from '../../ports.ts';
import { feedFacts, streamOf } from '../../streams/feed.ts';
import type { FeedFacts } from '../../streams/feed.ts';
import { findLadder } from './ladder.ts';
import type { BeforeLadder, FoundLadder } from './ladder.ts';
import { readLadder } from './inputs.ts';
import { quantityOf } from './quantities.ts';
import type { Reader } from './reader.ts';
import { sameQuantity } from './targets.ts';
import { quantityDimension, quantityName } from './words.ts';
import type { UnitInputs } from '../../inputs.ts';

/** Sensitivities of everything to everything. */
export interface SlopesFacts {
  inputs: SlopeInput[];
  readouts: { name: string; dimension: Dimension; value: number }[];
  /** By input, then by readout: SI over SI. */
  slopes: number[][];
}

/** Something that is stepped. */
export interface SlopeInput {
  name: string;
  dimension: Dimension;
  value: number;
  /** A change that is worth looking at, SI. */
  step: number;
}

/** How fast feeds change with something typed, by feed of the engine's: mol/s and W over SI. */
interface FeedChange {
  flows: Float64Array;
  heat: number;
}

/** The sensitivities of a ladder, from its solved equations. */
export function ladderSlopes(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  around: BeforeLadder,
  isOver?: () => boolean,
): Outcome<SlopesFacts> {
  const found = findLadder(unitInputs, column, around, isOver);
  if (found.state !== 'solved') return passOn(found);
  const { ladder } = column;
  if (ladder === null) throw new RangeError('a ladder found of none');
  const asking = new Asking(unitInputs, column, ladder, found.value);
  asking.askAll();
  const readouts = readoutsOf(unitInputs, column, ladder, found.value);
  const { input, column: solution } = found.value;
  const responses = responsesOf(
    input,
    solution,
    asking.given,
    readouts.map(({ quantity }) => quantity),
  );
  if (responses === undefined) return outOfReach({ code: 'no-slopes' });
  const slopes = asking.weights.map((weights, k) =>
    readouts.map((_, r) => {
      const slope = weights.reduce((sum, [g, weight]) => sum + weight * responses.slopes[g][r], 0);
      return Math.abs(slope * asking.inputs[k].step) < ROUNDING * Math.abs(responses.values[r]) ? 0 : slope;
    }),
  );
  const named = readouts.map(({ name, dimension }, r) => ({ name, dimension, value: responses.values[r] }));
  return solved({ inputs: asking.inputs, readouts: named, slopes });
}

/** Everything typed that may be moved, each as a sum of what the engine knows how to move. */
class Asking {
  readonly inputs: SlopeInput[] = [];
  readonly weights: [number, number][][] = [];
  readonly given: Given[] = [];
  private readonly unitInputs: UnitInputs;
  private readonly column: ColumnUnit;
  private readonly ladder: LadderInputs;
  private readonly found: FoundLadder;

  constructor(unitInputs: UnitInputs, column: ColumnUnit, ladder: LadderInputs, found: FoundLadder) {
    this.unitInputs = unitInputs;
    this.column = column;
    this.ladder = ladder;
    this.found = found;
  }

  askAll(): void {
    this.askTargets();
    this.unitInputs.inlets.forEach((inlet, s) => this.askFeed(inlet, s));
    this.askPressure();
    this.askTrays();
  }

  private askTargets(): void {
    const { unitInputs, column, ladder, found } = this;
    const { reading } = found.ready;
    found.input.targets.forEach(({ value }, target) => {
      const holding = found.holding.find(({ instead }) => instead === target);
      const { quantity } = ladder.targets[holding === undefined ? reading.held[target] : reading.limits[holding.bound]];
      this.ask(quantityName(unitInputs, column, quantity), quantityDimension(quantity), value, [[{ kind: 'target', target }, 1]]);
    });
  }

  /** Flow, the flow of each component, and what is typed of its condition; nothing of a feed that the column moves itself. */
  private askFeed({ id: inlet, name: feed, stream: outside }: Inlet, s: number): void {
    if (this.ladder.freed.some((freed) => 'inlet' in freed && freed.inlet === inlet)) return;
    const facts = this.found.ready.feeds[s];
    const flows = facts.moleFractions.map((z) => z * facts.molarFlow);
    const { components } = this.unitInputs.mixture;
    const stream = outside ?? streamOf({ ...facts, flows }, { id: inlet, name: feed }, components);
    const fed = (flow: (i: number) => number): Stream => ({
      ...stream,
      composition: { basis: 'molar-flow', parts: Object.fromEntries(components.map(({ id }, i) => [id, flow(i)])) },
    });
    this.askOfFeed(`flow of ${feed}`, 'molarFlow', facts.molarFlow, s, (F) => fed((i) => (flows[i] * F) / facts.molarFlow));
    components.forEach(({ name }, k) => {
      if (components.length > 1)
        this.askOfFeed(`${name} in ${feed}`, 'molarFlow', flows[k], s, (f) => fed((i) => (i === k ? f : flows[i])));
    });
    stream.condition.forEach((condition, c) => {
      if (!('value' in condition) || condition.value === null) return;
      const { name, dimension } = CONDITIONS[condition.by];
      const changed = (value: number): Stream => {
        const at = stream.condition.map((other, k): Condition => (k === c ? { ...condition, value } : other));
        return { ...stream, condition: [at[0], at[1]] };
      };
      this.askOfFeed(`${name} of ${feed}`, dimension, condition.value, s, changed);
    });
  }

  private askOfFeed(name: string, dimension: Dimension, value: number, s: number, changed: (value: number) => Stream): void {
    const pressure = pressuresOf(this.column)?.feed;
    const step = NEARBY * stepOf(dimension, value);
    const changes = this.feedChanges((way) => this.feedsWith(s, changed(value + way * step), pressure), step);
    if (changes !== undefined) this.ask(name, dimension, value, this.ofFeeds(changes));
  }

  private askPressure(): void {
    const { unitInputs, column, ladder, found } = this;
    if (ladder.freed.some(({ kind }) => kind === 'pressure')) return;
    const value = found.column.pressure[0];
    const step = NEARBY * stepOf('pressure', value);
    const inlets = unitInputs.inlets;
    const pressure = pressuresOf(column)?.feed;
    const moves = (way: number): ColumnFeed[] | undefined => {
      const facts: FeedFacts[] = [];
      for (const [s, { stream }] of inlets.entries()) {
        const follows = stream?.condition.some(({ by }) => by === 'column-pressure') === true && pressure !== undefined;
        const next = follows ? this.factsOf(stream, pressure + way * step) : found.ready.feeds[s];
        if (next === undefined) return undefined;
        facts.push(next);
      }
      return this.engineFeeds(facts);
    };
    const changes = this.feedChanges(moves, step);
    if (changes !== undefined)
      this.ask('pressure of every stage', 'pressure', value, [[{ kind: 'pressure' }, 1], ...this.ofFeeds(changes)]);
  }

  /** Subcooling, efficiency and heat of the stages. */
  private askTrays(): void {
    const { ladder, found } = this;
    const { input } = found;
    const isOwn = (handle: FreeHandle): boolean => handlesOf(input).some((h) => sameHandle(h, handle));
    if (input.top === 'total-condenser' && input.subcooling?.by !== 'temperature' && !isOwn({ kind: 'subcooling' }))
      this.ask('subcooling of the reflux', 'temperatureDifference', input.subcooling?.value ?? 0, [[{ kind: 'subcooling' }, 1]]);
    const first = input.top === 'none' ? 1 : 2;
    if (input.stages - 1 >= first)
      this.ask('efficiency of the trays', 'ratio', ladder.efficiency.all, [[{ kind: 'efficiency' }, 1]], -LOWER);
    for (const { stage, duty } of ladder.heats)
      if (!isOwn({ kind: 'duty', stage })) this.ask(`heat on stage ${stage}`, 'power', duty, [[{ kind: 'duty', stage }, 1]]);
    const last = input.bottom === 'none' ? input.stages : input.stages - 1;
    const trays = Array.from({ length: last - first + 1 }, (_, k) => first + k);
    if (ladder.heatLoss !== 0 && !trays.some((stage) => isOwn({ kind: 'duty', stage })))
      this.ask(
        'heat loss',
        'power',
        ladder.heatLoss,
        trays.map((stage) => [{ kind: 'duty', stage }, -1 / trays.length]),
      );
  }

  private ask(
    name: string,
    dimension: Dimension,
    value: number,
    parts: readonly [Given, number][],
    step = stepOf(dimension, value),
  ): void {
    this.inputs.push({ name, dimension, value, step });
    this.weights.push(parts.map(([given, weight]) => [this.placeOf(given), weight]));
  }

  private placeOf(given: Given): number {
    const place = this.given.findIndex((other) => JSON.stringify(other) === JSON.stringify(given));
    return place >= 0 ? place : this.given.push(given) - 1;
  }

  private ofFeeds(changes: readonly FeedChange[]): [Given, number][] {
    return changes.flatMap(({ flows, heat }, feed) => {
      const parts = Array.from(flows, (change, component): [Given, number] => [{ kind: 'fed-component', feed, component }, change]);
      return [...parts, [{ kind: 'feed-heat', feed }, heat] satisfies [Given, number]].filter(([, change]) => change !== 0);
    });
  }

  /** Central differences; where one side has no such feed, or one in other phases, those of the other side. */
  private feedChanges(moved: (way: number) => ColumnFeed[] | undefined, step: number): FeedChange[] | undefined {
    const here = this.found.input.feeds;
    const side = (way: number): readonly ColumnFeed[] | undefined => {
      const feeds = moved(way);
      return feeds?.length === here.length ? feeds : undefined;
    };
    const [above, below] = [side(1) ?? here, side(-1) ?? here];
    const width = (above === here ? 0 : step) + (below === here ? 0 : step);
    if (width === 0) return undefined;
    return here.map((_, f) => ({
      flows: above[f].flows.map((flow, i) => (flow - below[f].flows[i]) / width),
      heat: (heatOf(above[f]) - heatOf(below[f])) / width,
    }));
  }

  private feedsWith(s: number, stream: Stream, columnPressure: number | undefined): ColumnFeed[] | undefined {
    const facts = this.factsOf(stream, columnPressure);
    return facts === undefined ? undefined : this.engineFeeds(this.found.ready.feeds.map((other, k) => (k === s ? facts : other)));
  }

  private factsOf(stream: Stream, columnPressure: number | undefined): FeedFacts | undefined {
    const { mixture, site } = this.unitInputs;
    const model = solved(this.found.input.model);
    const outcome = feedFacts(stream, {
      components: mixture.components,
      model,
      columnPressure,
      standardTemperature: site.standardTemperature,
    });
    return outcome.state === 'solved' ? outcome.value : undefined;
  }

  private engineFeeds(facts: readonly FeedFacts[]): ColumnFeed[] | undefined {
    const feeds = readLadder(this.unitInputs, this.column, this.found.input.model, facts, [])?.input.feeds;
    return feeds === undefined ? undefined : [...feeds];
  }
}

const heatOf = ({ flows, enthalpy }: ColumnFeed): number => enthalpy * flows.reduce((a, b) => a + b, 0);

const CONDITIONS = {
  temperature: { name: 'temperature', dimension: 'temperature' },
  pressure: { name: 'pressure', dimension: 'pressure' },
  'vapour-fraction': { name: 'vapour fraction', dimension: 'moleFraction' },
  enthalpy: { name: 'enthalpy', dimension: 'molarEnergy' },
  subcooling: { name: 'subcooling', dimension: 'temperatureDifference' },
  superheat: { name: 'superheat', dimension: 'temperatureDifference' },
  q: { name: 'quality q', dimension: 'ratio' },
} as const satisfies Record<string, { name: string; dimension: Dimension }>;

interface Readout {
  name: string;
  dimension: Dimension;
  quantity: Quantity;
}

/** Reflux, boil-up, duties, the ends' temperatures, what leaves and what it is of, and whatever stands on a card. */
function readoutsOf(unitInputs: UnitInputs, column: ColumnUnit, ladder: LadderInputs, { ready, input }: FoundLadder): Readout[] {
  const reader: Reader = { unitInputs, column, ladder, model: input.model, points: [], path: '' };
  const tops = {
    total: ['overhead'],
    partial: ['overhead-vapour'],
    mixed: ['distillate', 'overhead-vapour'],
    none: ['overhead-vapour'],
  };
  const places = [...tops[ladder.top], ...column.draws.map(({ id }) => id), 'bottoms'];
  const wanted: LadderQuantity[] = [
    { kind: 'reflux-ratio', basis: 'mole' },
    { kind: 'boil-up-ratio', basis: 'mole' },
    { kind: 'duty', of: 'condenser' },
    { kind: 'duty', of: 'reboiler' },
    { kind: 'temperature', stage: 1 },
    { kind: 'temperature', stage: ladder.stages },
    ...places.flatMap((place): LadderQuantity[] => [
      { kind: 'flow', place, components: [], basis: 'mole' },
      ...unitInputs.mixture.components.map(({ id }): LadderQuantity => ({
        kind: 'fraction',
        place,
        components: [id],
        basis: 'mole',
      })),
    ]),
    ...ladder.targets.map(({ quantity }) => quantity),
  ];
  return wanted.flatMap((quantity, k) => {
    if (wanted.slice(0, k).some((other) => sameQuantity(other, quantity))) return [];
    const engine = quantityOf(reader, ready.reading.input, quantity, ready.reading.firstFeed);
    return engine === null
      ? []
      : [{ name: quantityName(unitInputs, column, quantity), dimension: quantityDimension(quantity), quantity: engine }];
  });
}

/** A kelvin; of a share a tenth of it or of its rest; a hundredth of anything else; of what is nothing a little in its unit. */
function stepOf(dimension: Dimension, value: number): number {
  if (dimension === 'temperature' || dimension === 'temperatureDifference') return 1;
  if (dimension === 'moleFraction' || dimension === 'massFraction' || dimension === 'volumeFraction') {
    const smaller = Math.min(Math.abs(value), Math.abs(1 - value));
    return smaller > 0 ? smaller / 10 : 0.01;
  }
  if (value !== 0) return Math.abs(value) / 100;
  return dimension === 'power' ? 1000 : 0.01;
}

/** Of a readout: a change that is smaller is none. */
const ROUNDING = 1e-12;
/** Trays are rarely better than they are taken to be: by so much their efficiency is lowered. */
const LOWER = 0.01;
/** Of the step that is shown: so near the differences of a feed are taken. */
const NEARBY = 1e-2;
