/**
 * Everything that comes out of a case, by its address: unit, stop, and the quantity below it, "column/ladder/flow/bottoms/mass". Search, exports, the
 * command line and the network name a result by its address alone, which says what it is called and measured in.
 */
import type { CaseDocument, Unit, UnitKind } from '@keen-ladder/schema';
import { passOn, solved } from '../../numerics/index.ts';
import type { Outcome } from '../../numerics/index.ts';
import {
  absorptionReadings,
  balanceReadings,
  estimateReadings,
  feedReadings,
  graphReadings,
  hardwareReadings,
  inletsOf,
  unitReadings,
} from '../../plant/index.ts';
import type {
  AbsorptionFacts,
  BalanceResult,
  EstimateFacts,
  GraphDesign,
  HardwareFacts,
  KindFacts,
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
  hardware?: Outcome<HardwareFacts> | undefined;
  /** Of the unit as a whole: a column's ladder, a drum's state. */
  whole?: Outcome<KindFacts[UnitKind]> | undefined;
}

/** The stops that answer with numbers. */
export type ResultStop = Exclude<keyof StopAnswers, 'whole'> | WholeStop;

/** What the stop of a unit as a whole is called: of a column its ladder, else as its kind. */
type WholeStop = 'ladder' | Exclude<UnitKind, 'column'>;

const wholeStop = ({ kind }: Unit): WholeStop => (kind === 'column' ? 'ladder' : kind);

/** The numbers of a unit's stops that are solved. */
export function resultsIn(document: CaseDocument, unit: Unit, answers: StopAnswers): Result[] {
  const { mixture, units } = document;
  const of = units.length > 1 ? ` (${unit.name})` : '';
  const under = (stop: ResultStop, readings: readonly Reading[]): Result[] =>
    readings.map(({ at, name, ...rest }) => ({ address: `${unit.id}/${stop}/${at}`, name: `${name}${of}`, ...rest }));
  const from = <T>(stop: ResultStop, outcome: Outcome<T> | undefined, readings: (facts: T) => Reading[]): Result[] =>
    outcome?.state === 'solved' ? under(stop, readings(outcome.value)) : [];
  const { feeds = {}, balance, graph, estimate, factors, whole } = answers;
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
    ...from('hardware', answers.hardware, hardwareReadings),
    ...from(wholeStop(unit), whole, (facts) => unitReadings(document, unit, facts)),
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
  if (unit.kind !== 'column') {
    if (!isAsked('feeds', unit.kind)) return {};
    const { feeds, outcome } = solver.unit(document, unit.id, unit.kind, isOver);
    return { feeds, whole: outcome };
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
  if (isAsked('hardware') && unit.hardware !== null) answers.hardware = solver.node(document, unit.id, 'hardware', isOver).outcome;
  if (isAsked('ladder') && unit.ladder !== null) answers.whole = solver.ladder(document, unit.id, isOver).outcome;
  return answers;
}

/** The unit and the stop that a result's address begins with; undefined where there is no such unit. */
function stopAt(document: CaseDocument, address: string): { unit: Unit; stop: string } | undefined {
  const [id, stop = ''] = address.split('/');
  const unit = document.units.find((one) => one.id === id);
  return unit === undefined ? undefined : { unit, stop };
}

/**
 * Reads numbers that come out by their addresses, worked out from nothing: of their stop alone, and of what that stands on. A stop is solved once,
 * however many numbers of it are asked.
 * @returns what the stop says where it is open or out of reach; undefined where nothing has the address
 */
export function resultReader(
  solver: CaseSolver,
  document: CaseDocument,
  isOver?: () => boolean,
): (address: string) => Outcome<Result> | undefined {
  const kept = new Map<string, { answers: StopAnswers; results: Map<string, Result> }>();
  const answered = ({ unit, stop }: { unit: Unit; stop: string }) => {
    const key = `${unit.id}/${stop}`;
    const before = kept.get(key);
    if (before !== undefined) return before;
    const answers = answersOf(solver, document, unit, stop as ResultStop, isOver); // another word asks nothing
    const found = { answers, results: new Map(resultsIn(document, unit, answers).map((one) => [one.address, one])) };
    kept.set(key, found);
    return found;
  };
  return (address) => {
    const at = stopAt(document, address);
    if (at === undefined) return undefined;
    const { answers, results } = answered(at);
    const found = results.get(address);
    if (found !== undefined) return solved(found);
    const said = at.stop === wholeStop(at.unit) ? answers.whole : outcomeOf(answers, at.stop, address.split('/')[2] ?? '');
    return said === undefined || said.state === 'solved' ? undefined : passOn(said);
  };
}

function outcomeOf({ feeds, balance, ...others }: StopAnswers, stop: string, inlet: string): Outcome<unknown> | undefined {
  if (stop === 'feeds') return feeds?.[inlet]?.outcome;
  if (stop === 'balance') return balance?.outcome;
  return stop === 'graph' || stop === 'estimate' || stop === 'factors' || stop === 'hardware' ? others[stop] : undefined;
}
