/** A solved column as it is shown, sent and stored: plain arrays, SI units. */
import type { ColumnUnit, LadderQuantity } from '@keen-ladder/schema';
import { drawsOf, firstSideDraw, pairTargets, sameHandle } from '../../../column/index.ts';
import type { BoundedColumn, Handle, SolvedColumn } from '../../../column/index.ts';
import { PhaseProperties } from '../../../thermo/index.ts';
import type { Phase } from '../../../thermo/index.ts';
import { askedReached } from './askedReached.ts';
import type { AskedReached } from './askedReached.ts';
import { entryOf } from '../../documentParts.ts';
import { placeName } from '../places.ts';
import type { ReadyLadder } from './inputs.ts';
import { sameQuantity } from './targets.ts';
import type { LadderReading } from './targets.ts';
import type { UnitInputs } from '../../inputs.ts';

/** A solved ladder. */
export interface LadderFacts {
  stages: number;
  /** K, Pa and mol/s by stage, from the top; in a total condenser no vapour leaves, from a total reboiler no liquid. */
  T: number[];
  P: number[];
  liquid: number[];
  vapour: number[];
  /** Mole fractions by stage; of a total condenser's vapour those of its first bubble, of a total reboiler's liquid those of its first drop. */
  x: number[][];
  y: number[][];
  products: LadderProduct[];
  feeds: LadderFeedFacts[];
  /** W added to each stage; taken from it where negative. */
  heat: number[];
  /** W, null where there is none. */
  condenserDuty: number | null;
  reboilerDuty: number | null;
  refluxRatio: number | null; // mol/mol
  boilUpRatio: number | null; // mol/mol
  /** K of the liquid that leaves a total condenser; its bubble point stands on stage 1. */
  condensateT: number;
  /** By target's id: what the quantity is now, null where the column has none; whether a limit holds it; the handle that serves it. */
  targets: Record<string, { now: number | null; isHolding: boolean; moves: string | null }>;
  handles: { name: string; quantity: LadderQuantity; value: number }[];
  /** What the sheet asks beside what is reached. */
  asked: AskedReached[];
  /** What does not close: of a component, of what is fed of it; of heat, of all that moves. */
  closure: { material: number; heat: number };
  attempts: SolvedColumn['record']['attempts'];
}

/** What leaves a ladder at a place. */
export interface LadderProduct {
  id: string;
  name: string;
  phase: Phase;
  /** From 1 at the top. */
  stage: number;
  /** mol/s, in all and by component. */
  flow: number;
  flows: number[];
  massFlow: number; // kg/s
  T: number; // K
  P: number; // Pa
  enthalpy: number; // J/mol
}

/** A feed of a ladder as it enters. */
export interface LadderFeedFacts {
  inlet: string;
  name: string;
  stage: number;
  flow: number; // mol/s
  T: number; // K
  vapourFraction: number;
}

/** A solved column as it is shown. */
export function describeLadder(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  ready: ReadyLadder,
  { column: found, holding }: BoundedColumn,
): LadderFacts {
  const { input, reading } = ready;
  const { stages, model } = input;
  const n = model.n;
  const isBubble = (j: number): boolean => j === 0 && input.top === 'total-condenser';
  const isDrop = (j: number): boolean => j === stages - 1 && input.bottom === 'total-reboiler';
  const rows = Array.from({ length: stages }, (_, j) => j);
  const total = (flows: Float64Array, j: number): number => flows.subarray(j * n, (j + 1) * n).reduce((a, b) => a + b, 0);
  const fractions = (flows: Float64Array, j: number): number[] => {
    const all = total(flows, j);
    return Array.from(flows.subarray(j * n, (j + 1) * n), (flow) => flow / all);
  };
  const products = productsOf(column, ready, found);
  const bottoms = products.find(({ id }) => id === 'bottoms')?.flow ?? 0;
  return {
    stages,
    T: Array.from(found.T),
    P: Array.from(found.pressure),
    liquid: rows.map((j) => (isDrop(j) ? 0 : total(found.liquid, j))),
    vapour: rows.map((j) => (isBubble(j) ? 0 : total(found.vapour, j))),
    x: rows.map((j) => fractions(found.liquid, j)),
    y: rows.map((j) => fractions(found.vapour, j)),
    products,
    asked: askedReached(unitInputs, column, products),
    feeds: unitInputs.inlets.map(({ id, name }, f) => ({
      inlet: id,
      name,
      stage:
        (column.ladder === null ? undefined : entryOf(column.ladder.feeds, id))?.stage ?? input.feeds[reading.firstFeed[f]].stage,
      flow: found.fed
        .slice(reading.firstFeed[f], reading.firstFeed[f + 1])
        .reduce((sum, { flows }) => sum + flows.reduce((a, b) => a + b, 0), 0),
      T: handleValue(found, { kind: 'feed-temperature', feed: reading.firstFeed[f] }) ?? ready.feeds[f].T,
      vapourFraction: ready.feeds[f].vapourFraction,
    })),
    heat: heatOfStages(ready, found),
    condenserDuty: found.condenserDuty,
    reboilerDuty: found.reboilerDuty,
    refluxRatio: found.refluxRatio,
    boilUpRatio: input.bottom === 'none' ? null : total(found.vapour, stages - 1) / bottoms,
    condensateT: found.condensateT,
    targets: targetFacts(column, ready, found, holding),
    handles: reading.handles.map(({ name, quantity }, k) => ({ name, quantity, value: found.handleValues[k] })),
    closure: closureOf(ready, found, products),
    attempts: found.record.attempts,
  };
}

/** Condenser, reboiler, what stages are given, and what is moved to meet a target. */
function heatOfStages({ input }: ReadyLadder, found: SolvedColumn): number[] {
  const heat = Array.from(input.heat);
  found.handles.forEach((handle, k) => {
    if (handle.kind === 'duty' && !isEnd(input, handle.stage)) heat[handle.stage - 1] += found.handleValues[k];
  });
  heat[0] += found.condenserDuty ?? 0;
  heat[input.stages - 1] += found.reboilerDuty ?? 0;
  return heat;
}

/** Whether a stage is the condenser or the reboiler. */
const isEnd = ({ stages, top, bottom }: ReadyLadder['input'], stage: number): boolean =>
  (stage === 1 && top !== 'none') || (stage === stages && bottom !== 'none');

function productsOf(column: ColumnUnit, { input }: ReadyLadder, found: SolvedColumn): LadderProduct[] {
  const { model, stages, top } = input;
  const n = model.n;
  const draws = drawsOf(input);
  const hasLiquid = top === 'total-condenser' || top === 'mixed-condenser';
  const nothing = new Float64Array(n);
  const distillate = hasLiquid ? found.draws[0] : nothing;
  const overheadVapour = top === 'total-condenser' ? nothing : found.overhead.map((flow, i) => Math.max(0, flow - distillate[i]));
  const bottomsStage = input.bottom === 'total-reboiler' ? stages - 1 : stages;
  const product = (
    id: string,
    name: string,
    phase: Phase,
    stage: number,
    flows: Float64Array,
    T = found.T[stage - 1],
  ): LadderProduct => {
    const flow = flows.reduce((a, b) => a + b, 0);
    const P = found.pressure[stage - 1];
    const properties = new PhaseProperties(n);
    if (flow > 0)
      model.evaluate(
        phase,
        flows.map((f) => f / flow),
        properties.at(T, P),
        'all',
      );
    const massFlow = flows.reduce((sum, f, i) => sum + f * model.molarMass[i], 0);
    return { id, name, phase, stage, flow, flows: Array.from(flows), massFlow, T, P, enthalpy: properties.enthalpy };
  };
  return [
    ...(hasLiquid ? [product('distillate', 'distillate', 'liquid', 1, distillate, found.condensateT)] : []),
    ...(top === 'total-condenser'
      ? []
      : [product('overhead-vapour', top === 'mixed-condenser' ? 'vent' : 'overhead vapour', 'vapour', 1, overheadVapour)]),
    ...column.draws.map(({ id }, k) => {
      const { stage, phase } = draws[firstSideDraw(input) + k];
      return product(id, placeName(column, id), phase, stage, found.draws[firstSideDraw(input) + k]);
    }),
    product('bottoms', 'bottoms', 'liquid', bottomsStage, found.bottoms),
  ];
}

function targetFacts(
  column: ColumnUnit,
  { reading }: ReadyLadder,
  found: SolvedColumn,
  holding: BoundedColumn['holding'],
): LadderFacts['targets'] {
  const watchedBefore = (place: number): number => reading.quantities.slice(0, place).filter((q) => q !== null).length;
  const held = new Map(reading.held.map((place, k) => [place, k]));
  for (const { bound, instead } of holding) held.set(reading.limits[bound], instead);
  const pairing = pairTargets(found.gains, reading.handles.length, chosenHandles(column, reading));
  const givenWay = new Set(holding.map(({ instead }) => reading.held[instead]));
  return Object.fromEntries(
    (column.ladder?.targets ?? []).map(({ id }, place) => {
      const now = reading.quantities[place] === null ? NaN : found.watched[watchedBefore(place)];
      const k = held.get(place);
      const serves = k === undefined || givenWay.has(place) ? undefined : reading.handles[pairing[k]];
      const isHolding = holding.some(({ bound }) => reading.limits[bound] === place);
      return [id, { now: Number.isFinite(now) ? now : null, isHolding, moves: serves?.name ?? null }];
    }),
  );
}

/** Of the targets that are held, the places of the handles that were chosen for them; the first of two that chose the same has it. */
function chosenHandles({ ladder }: ColumnUnit, { held, handles }: LadderReading): Map<number, number> {
  const chosen = new Map<number, number>();
  held.forEach((place, k) => {
    const moves = ladder?.targets[place].moves ?? null;
    const handle = moves === null ? -1 : handles.findIndex(({ quantity }) => sameQuantity(quantity, moves));
    if (handle >= 0 && ![...chosen.values()].includes(handle)) chosen.set(k, handle);
  });
  return chosen;
}

function closureOf({ input }: ReadyLadder, found: SolvedColumn, products: readonly LadderProduct[]): LadderFacts['closure'] {
  const n = input.model.n;
  let material = 0;
  for (let i = 0; i < n; i++) {
    const fed = found.fed.reduce((sum, { flows }) => sum + flows[i], 0);
    const out = products.reduce((sum, { flows }) => sum + flows[i], 0);
    if (fed > 0) material = Math.max(material, Math.abs(out / fed - 1));
  }
  const added = found.handles.map((h, k) =>
    isHeat(h.kind) && !(h.kind === 'duty' && isEnd(input, h.stage)) ? found.handleValues[k] : 0,
  );
  const terms = [
    ...found.fed.map(({ heat }) => heat),
    ...input.heat,
    ...added,
    found.condenserDuty ?? 0,
    found.reboilerDuty ?? 0,
    ...products.map(({ flow, enthalpy }) => -flow * enthalpy),
  ];
  const moved = terms.reduce((sum, term) => sum + Math.abs(term), 0);
  return { material, heat: Math.abs(terms.reduce((sum, term) => sum + term, 0)) / moved };
}

function handleValue({ handles, handleValues }: SolvedColumn, wanted: Handle): number | undefined {
  const k = handles.findIndex((handle) => sameHandle(handle, wanted));
  return k < 0 ? undefined : handleValues[k];
}

const isHeat = (kind: SolvedColumn['handles'][number]['kind']): boolean =>
  kind === 'duty' || kind === 'pump-around-duty' || kind === 'feed-heat';
