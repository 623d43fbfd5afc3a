/** The rigorous column of a document as the engine takes it; what is missing or does not fit is an open point with its field. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { ColumnFeed, ColumnInput, GivenProfile } from '../../../column/index.ts';
import type { OpenPoint } from '../../../numerics/index.ts';
import { PhaseProperties } from '../../../thermo/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { entryOf } from '../../documentParts.ts';
import type { FeedFacts } from '../../streams/feed.ts';
import { freeHandle } from './handles.ts';
import { isCount } from './reader.ts';
import type { Reader } from './reader.ts';
import { readTargets } from './targets.ts';
import type { LadderReading } from './targets.ts';
import type { UnitInputs } from '../../inputs.ts';

/** A column read and ready to be solved. */
export interface ReadyLadder {
  reading: LadderReading;
  input: ColumnInput;
  feeds: FeedFacts[];
}

/** Undefined where points say what is missing. */
export function readLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  model: ThermoModel,
  feeds: readonly FeedFacts[],
  points: OpenPoint[],
): LadderReading | undefined {
  const { ladder } = column;
  if (ladder === null) return undefined;
  const reader: Reader = { unitInputs, column, ladder, model, points, path: `units.${column.id}.ladder` };
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
  ladder.heats.forEach(({ stage }, k) => checkStage(reader, stage, `heats.${k}`, 'a stage that is heated or cooled'));
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
  else if (!(top > 0))
    points.push({
      code: 'not-positive',
      path: `${path}.pressure.top`,
      what: 'pressure at the top',
      value: top,
      measured: 'pressure',
    });
  const at = top ?? 1;
  if (pressure.by === 'drops')
    return Float64Array.from({ length: stages }, (_, j) =>
      j === 0 || ladder.top === 'none' ? at + j * pressure.stageDrop : at + pressure.condenserDrop + (j - 1) * pressure.stageDrop,
    );
  const bottom = pressure.bottom ?? at;
  if (!(bottom > 0))
    points.push({
      code: 'not-positive',
      path: `${path}.pressure.bottom`,
      what: 'pressure at the bottom',
      value: bottom,
      measured: 'pressure',
    });
  return Float64Array.from({ length: stages }, (_, j) => at + ((bottom - at) * j) / (stages - 1));
}

/** A feed of two phases whose vapour goes to the stage above becomes two. */
function readFeeds(reader: Reader, feeds: readonly FeedFacts[]): { columnFeeds: ColumnFeed[]; firstFeed: number[] } {
  const { unitInputs, ladder, model } = reader;
  const columnFeeds: ColumnFeed[] = [];
  const firstFeed: number[] = [];
  unitInputs.inlets.forEach(({ id, name }, f) => {
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
        P: facts.P,
        vapourFraction: facts.vapourFraction,
      });
      return;
    }
    for (const phase of facts.phases) {
      const properties = new PhaseProperties(model.n);
      model.evaluate(phase.phase, Float64Array.from(phase.fractions), properties.at(facts.T, facts.P), 'all');
      columnFeeds.push({
        stage: phase.phase === 'vapour' ? stage - 1 : stage,
        flows: Float64Array.from(phase.fractions, (z) => z * phase.share * facts.molarFlow),
        enthalpy: properties.enthalpy,
        T: facts.T,
        P: facts.P,
        vapourFraction: phase.phase === 'vapour' ? 1 : 0,
      });
    }
  });
  return { columnFeeds, firstFeed };
}

function readEfficiency(reader: Reader): Float64Array {
  const { unitInputs, ladder, points, path } = reader;
  const { all, stages, components } = ladder.efficiency;
  const n = unitInputs.mixture.components.length;
  const check = (value: number, field: string, what: string): void => {
    if (!(value > 0 && value <= 1)) points.push({ code: 'not-a-fraction', path: `${path}.efficiency.${field}`, what, value });
  };
  check(all, 'all', 'efficiency of the trays');
  for (const [stage, value] of Object.entries(stages)) {
    checkStage(reader, Number(stage), `efficiency.stages.${stage}`, 'a tray with an efficiency of its own');
    check(value, `stages.${stage}`, `efficiency of stage ${stage}`);
  }
  for (const [id, value] of Object.entries(components)) check(value, `components.${id}`, 'efficiency of a component');
  const efficiency = new Float64Array(ladder.stages * n).fill(1);
  const first = ladder.top === 'none' ? 0 : 1;
  for (let j = first; j < ladder.stages - 1; j++)
    unitInputs.mixture.components.forEach(({ id }, i) => {
      efficiency[j * n + i] = entryOf(stages, String(j + 1)) ?? entryOf(components, id) ?? all;
    });
  return efficiency;
}

function readHeat({ stages, heats, heatLoss, top, bottom }: LadderInputs): Float64Array {
  const heat = new Float64Array(stages);
  const [first, last] = [top === 'none' ? 0 : 1, bottom === 'none' ? stages - 1 : stages - 2];
  if (last >= first) heat.fill(-heatLoss / (last - first + 1), first, last + 1);
  for (const { stage, duty } of heats) heat[stage - 1] += duty;
  return heat;
}

/** A given profile on the stages that the ladder has now: stretched where it was given for another number. */
export function givenProfile({ given, stages }: LadderInputs, components: number): GivenProfile | undefined {
  if (given === null || given.T.length === 0) return undefined;
  const from = (j: number, rows: number): number => Math.round((j * (rows - 1)) / Math.max(1, stages - 1));
  const along = (values: readonly number[]): Float64Array | null =>
    values.length === 0 ? null : Float64Array.from({ length: stages }, (_, j) => values[from(j, values.length)]);
  const { T, liquid, vapour, x } = given;
  const hasFractions = x.length > 0 && x.every((row) => row.length === components);
  return {
    T: along(T) ?? new Float64Array(stages),
    liquid: along(liquid),
    vapour: along(vapour),
    x: hasFractions
      ? Float64Array.from({ length: stages * components }, (_, k) => x[from(Math.floor(k / components), x.length)][k % components])
      : null,
  };
}

const MOST_STAGES = 400;
