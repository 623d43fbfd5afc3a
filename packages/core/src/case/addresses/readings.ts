/**
 * Everything that comes out of a case, by its address: unit, stop, and the quantity below it, "column/ladder/flow/bottoms/mass". Search, exports, the
 * command line and the network name a result by its address alone, which says what it is called and measured in.
 */
import type { CaseDocument, Unit } from '@keen-ladder/schema';
import { passOn, solved } from '../../numerics/index.ts';
import type { Outcome } from '../../numerics/index.ts';
import {
  absorptionReadings,
  balanceReadings,
  drumReadings,
  estimateReadings,
  feedReadings,
  graphReadings,
  inletsOf,
  ladderReadings,
} from '../../plant/index.ts';
import type {
  AbsorptionFacts,
  BalanceResult,
  DrumFacts,
  EstimateFacts,
  GraphDesign,
  LadderFacts,
  Reading,
} from '../../plant/index.ts';
import type { CaseSolver } from '../solver.ts';
import type { FeedResult } from '../upstream.ts';

/** A number that comes out, with its whole address. */
export interface Result extends Omit<Reading, 'at'> {
  /** "column/ladder/reflux-ratio" */
  address: string;
}

/** What the stops of a unit answered, as far as they were asked. */
export interface StopAnswers {
  feeds?: Record<string, FeedResult> | undefined;
  balance?: BalanceResult | undefined;
  graph?: Outcome<GraphDesign> | undefined;
  estimate?: Outcome<EstimateFacts> | undefined;
  factors?: Outcome<AbsorptionFacts> | undefined;
  ladder?: Outcome<LadderFacts> | undefined;
  drum?: Outcome<DrumFacts> | undefined;
}

/** The stops that answer with numbers. */
export type ResultStop = keyof StopAnswers;

/** The numbers of a unit's stops that are solved. */
export function resultsIn(document: CaseDocument, unit: Unit, answers: StopAnswers): Result[] {
  const { mixture, units } = document;
  const of = units.length > 1 ? ` (${unit.name})` : '';
  const under = (stop: ResultStop, readings: readonly Reading[]): Result[] =>
    readings.map(({ at, name, ...rest }) => ({ address: `${unit.id}/${stop}/${at}`, name: `${name}${of}`, ...rest }));
  const from = <T>(stop: ResultStop, outcome: Outcome<T> | undefined, readings: (facts: T) => Reading[]): Result[] =>
    outcome?.state === 'solved' ? under(stop, readings(outcome.value)) : [];
  const { feeds = {}, balance, graph, estimate, factors, ladder, drum } = answers;
  return [
    ...inletsOf(document, unit).flatMap(({ id, name }) =>
      from('feeds', Object.hasOwn(feeds, id) ? feeds[id].outcome : undefined, (facts) =>
        feedReadings(id, name === '' ? 'the feed' : name, facts, mixture),
      ),
    ),
    ...(balance === undefined ? [] : under('balance', balanceReadings(balance, mixture))),
    ...from('graph', graph, graphReadings),
    ...from('estimate', estimate, (facts) => estimateReadings(facts, mixture)),
    ...from('factors', factors, (facts) => absorptionReadings(facts, mixture)),
    ...(unit.kind === 'column' ? from('ladder', ladder, (facts) => ladderReadings(document, unit, facts)) : []),
    ...from('drum', drum, (facts) => drumReadings(facts, mixture)),
  ];
}

/**
 * What the stops of a unit answer, solved from nothing.
 * @param only the one stop that is asked; all of them where it is left out
 * @param isOver asked between steps of columns; true ends their search
 */
export function answersOf(
  solver: CaseSolver,
  document: CaseDocument,
  unit: Unit,
  only?: ResultStop,
  isOver?: () => boolean,
): StopAnswers {
  const isAsked = (...stops: ResultStop[]): boolean => only === undefined || stops.includes(only);
  if (unit.kind === 'drum') {
    if (!isAsked('feeds', 'drum')) return {};
    const { feeds, outcome } = solver.unit(document, unit.id, 'drum', isOver);
    return { feeds, drum: outcome };
  }
  const isBinary = document.mixture.components.length <= 2;
  const answers: StopAnswers = {};
  if (isAsked('feeds', 'balance', 'graph', 'factors')) {
    const { feeds, balance, graph, absorption } = solver.solve(document, unit.id, isOver);
    Object.assign(answers, { feeds, balance });
    if (absorption !== null) answers.factors = absorption.estimate;
    else if (isBinary) answers.graph = graph.outcome;
  }
  if (isAsked('estimate') && unit.service === 'distillation')
    answers.estimate = solver.node(document, unit.id, 'estimate', isOver).outcome;
  if (isAsked('ladder') && unit.ladder !== null) answers.ladder = solver.ladder(document, unit.id, isOver).outcome;
  return answers;
}

/** The unit and the stop that a result's address begins with; undefined where there is no such unit. */
export function stopAt(document: CaseDocument, address: string): { unit: Unit; stop: string } | undefined {
  const [id, stop = ''] = address.split('/');
  const unit = document.units.find((one) => one.id === id);
  return unit === undefined ? undefined : { unit, stop };
}

/**
 * A number that comes out, worked out from nothing: of its stop alone, and of what that stands on.
 * @returns what the stop says where it is open or out of reach; undefined where nothing has this address
 */
export function resultAt(
  solver: CaseSolver,
  document: CaseDocument,
  address: string,
  isOver?: () => boolean,
): Outcome<Result> | undefined {
  const at = stopAt(document, address);
  if (at === undefined) return undefined;
  const answers = answersOf(solver, document, at.unit, at.stop as ResultStop, isOver); // another word asks nothing
  const found = resultsIn(document, at.unit, answers).find((one) => one.address === address);
  if (found !== undefined) return solved(found);
  const said = outcomeOf(answers, at.stop as ResultStop, address.split('/')[2] ?? '');
  return said === undefined || said.state === 'solved' ? undefined : passOn(said);
}

function outcomeOf(answers: StopAnswers, stop: ResultStop, inlet: string): Outcome<unknown> | undefined {
  if (stop === 'feeds') return answers.feeds?.[inlet]?.outcome;
  return stop === 'balance' ? answers.balance?.outcome : answers[stop];
}
