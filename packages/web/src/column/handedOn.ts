/** What graph, estimate and absorber hand on to the ladder, and which of them it can begin with. */
import { findUnit, fromSI, handedOnLadder, handedOnWash, toSI } from '@keen-ladder/core';
import type { AbsorptionFacts, EstimateFacts, GraphDesign, Inlet } from '@keen-ladder/core';
import type { CaseDocument, ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import type { RootState } from '../store/store.ts';
import { selectColumn, selectInlets } from '../document/selectors.ts';
import { selectAbsorptionResult, selectEstimateResult, selectFeedFacts, selectGraphResult } from '../stops/standing.ts';

type Showing = Pick<CaseDocument, 'display' | 'site'>;

/** Numbers as a person would type them. */
const rounded = (value: number): number => Number(value.toPrecision(DIGITS));

const roundedAs =
  ({ display, site }: Showing) =>
  (flow: number): number => {
    const unit = findUnit('molarFlow', display.molarFlow);
    return toSI(rounded(fromSI(flow, unit, site)), unit, site);
  };

const DIGITS = 5;

/** What the estimate hands on; it takes every feed as one. */
export function ofEstimate(facts: EstimateFacts, column: ColumnUnit, inlets: readonly Inlet[], showing: Showing): LadderInputs {
  const shownRounded = roundedAs(showing);
  const { pressure, condenser, reflux } = facts;
  const feedStage = Math.min(facts.feedStage.kirkbride, Math.ceil(facts.stagesChosen));
  return handedOnLadder(column, {
    stages: facts.stagesChosen,
    feedStages: Object.fromEntries(inlets.map(({ id }) => [id, feedStage])),
    drawStages: {},
    reflux: rounded(reflux),
    distillate: shownRounded(facts.distillate.reduce((sum, f) => sum + f, 0)),
    drawFlows: {},
    pressure: { top: pressure.top, bottom: pressure.bottom },
    condenser,
    vapourShare: column.vapourShare,
    subcooling: column.subcooling,
    efficiency: 1,
  });
}

/** What the drawing hands on; open steam has no stream in the case, so that the ladder cannot take it. */
export function ofGraph(
  design: GraphDesign,
  column: ColumnUnit,
  inlets: readonly Inlet[],
  showing: Showing,
): LadderInputs | undefined {
  const shownRounded = roundedAs(showing);
  const { pressure, condenser, bottom, draws, graph } = column;
  if (pressure.top === null || bottom === 'steam') return undefined;
  const { efficiency } = graph;
  return handedOnLadder(column, {
    stages: design.whole,
    feedStages: Object.fromEntries(inlets.map(({ id }, f) => [id, design.feedStages[f] ?? 1])),
    drawStages: Object.fromEntries(draws.map(({ id }, k) => [id, design.drawStages[k] ?? 1])),
    reflux: rounded(design.reflux),
    distillate: shownRounded(design.flows.distillate),
    drawFlows: Object.fromEntries(
      draws.map(({ id }, k) => [id, shownRounded((design.column.draws[k]?.flow ?? 0) * design.flows.feed)]),
    ),
    pressure: { top: pressure.top, bottom: pressure.bottom ?? pressure.top },
    condenser,
    vapourShare: column.vapourShare,
    subcooling: column.subcooling,
    efficiency: efficiency?.kind === 'murphree' ? efficiency.value : 1,
  });
}

/** The washer or stripper as it is estimated; a stream whose flow is a multiple of the least keeps that flow. */
export function ofWash(state: RootState, facts: AbsorptionFacts): LadderInputs | undefined {
  const column = selectColumn(state);
  if (column === undefined || column.pressure.top === null) return undefined;
  const { gas, liquid, kind, stages, flow } = facts;
  const serving = kind === 'absorption' ? liquid : gas;
  const given = selectFeedFacts(state, serving)?.molarFlow;
  return handedOnWash({
    stages,
    liquid,
    gas,
    serving: { inlet: serving, factor: given === undefined ? 1 : flow / given },
    pressure: { top: column.pressure.top, bottom: column.pressure.bottom ?? column.pressure.top },
  });
}

export interface Offered {
  from: 'graph' | 'estimate';
  ladder: LadderInputs;
}

export function offeredLadder(state: RootState, column: ColumnUnit): Offered | undefined {
  const inlets = selectInlets(state);
  const showing = state.document.present;
  if (column.service !== 'distillation') {
    const wash = selectAbsorptionResult(state)?.estimate;
    const ladder = wash?.state === 'solved' ? ofWash(state, wash.value) : undefined;
    return ladder === undefined ? undefined : { from: 'estimate', ladder };
  }
  const graph = selectGraphResult(state)?.outcome;
  const drawn = graph?.state === 'solved' ? ofGraph(graph.value, column, inlets, showing) : undefined;
  if (drawn !== undefined) return { from: 'graph', ladder: drawn };
  const estimate = selectEstimateResult(state)?.outcome;
  return estimate?.state === 'solved'
    ? { from: 'estimate', ladder: ofEstimate(estimate.value, column, inlets, showing) }
    : undefined;
}
