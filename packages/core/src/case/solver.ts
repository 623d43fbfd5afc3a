/**
 * A case as a graph of stops: mixture, feeds, balance sheet, then the graph or the estimate. Each is a pure function of the parts of the document
 * that it reads and of the stops before it; here is where they are put in order, and where what did not change is kept.
 */
import type { CaseDocument, ColumnUnit, DrumUnit, Port, Stream, Unit } from '@keen-ladder/schema';
import type { BinaryCurve } from '../binary/index.ts';
import { open, outOfReach, passOn, solved } from '../numerics/index.ts';
import type { OpenPoint, Outcome } from '../numerics/index.ts';
import { buildModel } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import {
  hashOf,
  emptyFlows,
  productsOf,
  solveSheet,
  solveAbsorption,
  solveEstimate,
  columnOf,
  pressuresOf,
  unitOf,
  pressureOf,
  solveDrum,
  connectionPoints,
  inletsOf,
  upstreamOf,
  feedFacts,
  streamOf,
  solveGraph,
  solveGraphBeside,
  pressurePoints,
  createKeeper,
  solveLadder,
  ladderLimits,
  ladderSlopes,
  walkLadder,
} from '../plant/index.ts';
import type {
  BalanceResult,
  AbsorptionResult,
  EstimateResult,
  DrumFacts,
  Inlet,
  FeedFacts,
  Leaving,
  GraphBesideResult,
  GraphResult,
  LadderResult,
  LadderFacts,
  LimitsFacts,
  SlopesFacts,
  WalkAsked,
  WalkFacts,
  WalkPoint,
} from '../plant/index.ts';
import type { SolvedColumn } from '../column/index.ts';

export interface FeedResult {
  inputHash: string;
  outcome: Outcome<FeedFacts>;
}

/** Everything that follows from a document for one drum. */
export interface DrumResult {
  inputHash: string;
  /** By inlet. */
  feeds: Record<string, FeedResult>;
  outcome: Outcome<DrumFacts>;
}

/** Everything that follows from a document for one column. */
export interface CaseResults {
  /** By inlet. */
  feeds: Record<string, FeedResult>;
  balance: BalanceResult;
  graph: GraphResult;
  /** null for distillation. */
  absorption: AbsorptionResult | null;
}

export interface CaseSolver {
  solve: (document: CaseDocument, unit: string) => CaseResults;
  /** Apart, since it takes longer and nobody waits for it while a drawing is dragged. */
  estimate: (document: CaseDocument, unit: string) => EstimateResult;
  /** What stands beside the graph; apart for the same reason. */
  graphBeside: (document: CaseDocument, unit: string) => GraphBesideResult;
  /** The rigorous column, from nothing; its last solution helps where nothing else does. `isOver` ends the search. */
  ladder: (document: CaseDocument, unit: string, isOver?: () => boolean) => LadderResult;
  /** A flash drum. */
  drum: (document: CaseDocument, unit: string, isOver?: () => boolean) => DrumResult;
  /** One target walked to a value, or as far as it goes; `onPoint` is told every point, and ends the walk by answering false. */
  walk: (document: CaseDocument, unit: string, asked: WalkAsked, onPoint: (point: WalkPoint) => boolean) => Outcome<WalkFacts>;
  /** What the ladder's split asks at the least; `onPart` is told what is known so far, and ends the search by answering false. */
  limits: (document: CaseDocument, unit: string, onPart?: (facts: LimitsFacts) => boolean, isOver?: () => boolean) => LimitsResult;
  /** What a little more of everything entered does to everything that comes out of the ladder. */
  slopes: (document: CaseDocument, unit: string, isOver?: () => boolean) => SlopesResult;
}

export interface LimitsResult {
  inputHash: string;
  outcome: Outcome<LimitsFacts>;
}

export interface SlopesResult {
  inputHash: string;
  outcome: Outcome<SlopesFacts>;
}

/** A solver that keeps what the last document has in common with the next. */
export function createCaseSolver(): CaseSolver {
  const models = createKeeper<Outcome<ThermoModel>>(1);
  const feeds = createKeeper<Outcome<FeedFacts>>(100);
  const balances = createKeeper<Omit<BalanceResult, 'inputHash'>>(20);
  const curves = createKeeper<Outcome<BinaryCurve>>(3);
  const drums = createKeeper<Outcome<DrumFacts>>(50);
  /** Solved from nothing: what streams between units follow from. An answer that is none may be a time limit's. */
  const ladders = createKeeper<Outcome<LadderFacts>>(50, ({ state }) => state !== 'out-of-reach');
  /** By unit. */
  const last = new Map<string, { mixture: string; solution: SolvedColumn }>();

  /** The model and what enters a unit; what other units send is solved for first. */
  function entering(
    document: CaseDocument,
    unit: Unit,
    columnPressure: number | undefined,
    hashes: InputHashes,
    isOver?: () => boolean,
  ) {
    const model = models(hashOf(document.mixture), () => modelOf(document));
    const { components } = document.mixture;
    const around = { components, model, columnPressure, standardTemperature: document.site.standardTemperature };
    const isRecycled = upstreamOf(document, unit.id).includes(unit.id);
    const results = inletsOf(document, unit).map((inlet): [string, FeedResult] => {
      const inputHash = hashes.feeds[inlet.id];
      const factsOf = (stream: Stream) => feeds(inputHash, () => feedFacts(stream, around));
      if (inlet.stream !== undefined) return [inlet.id, { inputHash, outcome: factsOf(inlet.stream) }];
      if (isRecycled) return [inlet.id, { inputHash, outcome: open([]) }];
      const sent = leaving(document, inlet, isOver);
      return [
        inlet.id,
        { inputHash, outcome: sent.state === 'solved' ? factsOf(streamOf(sent.value, inlet, components)) : passOn(sent) },
      ];
    });
    return { model, results, feeds: results.map(([, result]) => result.outcome) };
  }

  /** What another unit sends by an inlet's way. */
  function leaving(document: CaseDocument, { name, from }: Inlet, isOver?: () => boolean): Outcome<Leaving> {
    if ('stream' in from) throw new RangeError('a feed comes from outside');
    const sender = unitOf(document, from.unit);
    const outcome = sender.kind === 'drum' ? drumOf(document, sender, isOver) : ladderOf(document, sender, isOver);
    if (outcome.state === 'open') return open([{ code: 'upstream-open', path: `units.${sender.id}`, name }]);
    if (outcome.state === 'out-of-reach') return outOfReach({ code: 'upstream', name, reason: outcome.reason });
    const facts = outcome.value;
    const sent: Leaving | undefined =
      'outlets' in facts
        ? Object.entries(facts.outlets).find(([id]) => id === from.port)?.[1]
        : facts.products.find(({ id }) => id === from.port);
    return sent?.flows.some((flow) => flow > 0) === true ? solved(sent) : outOfReach({ code: 'nothing-flows', name });
  }

  function drumOf(document: CaseDocument, drum: DrumUnit, isOver?: () => boolean): Outcome<DrumFacts> {
    const hashes = inputHashes(document, drum.id);
    return drums(hashes.whole, () => solveDrum(document, drum, entering(document, drum, pressureOf(drum), hashes, isOver)));
  }

  function ladderOf(document: CaseDocument, column: ColumnUnit, isOver?: () => boolean): Outcome<LadderFacts> {
    const hashes = inputHashes(document, column.id);
    return ladders(hashes.ladder, () =>
      solveLadder(document, column, before(document, column, hashes, isOver), undefined, undefined, isOver),
    );
  }

  function before(document: CaseDocument, column: ColumnUnit, hashes: InputHashes, isOver?: () => boolean) {
    const around = entering(document, column, pressuresOf(column)?.feed, hashes, isOver);
    return { ...around, balance: balances(hashes.balance, () => balanceOf(document, column, around.feeds, around.model)) };
  }

  return {
    solve(document, unit) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      const { model, results, feeds: outcomes, balance } = before(document, column, hashes);
      const graph = solveGraph(document, column, { model, feeds: outcomes, balance }, curves);
      return {
        feeds: Object.fromEntries(results),
        balance: { inputHash: hashes.balance, ...balance },
        graph: { inputHash: hashes.graph, ...graph },
        absorption:
          column.service === 'distillation'
            ? null
            : { inputHash: hashes.absorption, ...solveAbsorption(document, column, { model, feeds: outcomes }) },
      };
    },
    estimate(document, unit) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      return { inputHash: hashes.estimate, outcome: solveEstimate(document, column, before(document, column, hashes)) };
    },
    graphBeside(document, unit) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      return { inputHash: hashes.graph, outcome: solveGraphBeside(document, column, before(document, column, hashes), curves) };
    },
    ladder(document, unit, isOver) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      const mixture = hashOf(document.mixture);
      const begin = last.get(unit);
      const earlier = begin?.mixture === mixture ? begin.solution : undefined;
      const keep = (solution: SolvedColumn): void => {
        last.set(unit, { mixture, solution });
      };
      const outcome = solveLadder(document, column, before(document, column, hashes, isOver), earlier, keep, isOver);
      return { inputHash: hashes.ladder, outcome };
    },
    drum(document, unit, isOver) {
      const drum = unitOf(document, unit);
      if (drum.kind !== 'drum') throw new RangeError(`unit ${unit} is no drum`);
      const hashes = inputHashes(document, unit);
      const { results } = entering(document, drum, pressureOf(drum), hashes, isOver);
      return { inputHash: hashes.whole, feeds: Object.fromEntries(results), outcome: drumOf(document, drum, isOver) };
    },
    walk(document, unit, asked, onPoint) {
      const column = columnOf(document, unit);
      return walkLadder(document, column, before(document, column, inputHashes(document, unit)), asked, onPoint);
    },
    limits(document, unit, onPart, isOver) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      const outcome = ladderLimits(document, column, before(document, column, hashes, isOver), onPart, isOver);
      return { inputHash: hashes.limits, outcome };
    },
    slopes(document, unit, isOver) {
      const column = columnOf(document, unit);
      const hashes = inputHashes(document, unit);
      return {
        inputHash: hashes.ladder,
        outcome: ladderSlopes(document, column, before(document, column, hashes, isOver), isOver),
      };
    },
  };
}

export interface InputHashes {
  /** By inlet. */
  feeds: Record<string, string>;
  balance: string;
  graph: string;
  estimate: string;
  absorption: string;
  ladder: string;
  limits: string;
  /** Everything that what leaves the unit follows from. */
  whole: string;
}

/** Hash of everything that each stop of a unit reads, what is upstream of it included. */
export function inputHashes(document: CaseDocument, unit: string): InputHashes {
  return hashesOf(document, unitOf(document, unit), []);
}

/** @param below units that wait for this one: what comes back to one of them is a recycle, and ends the search */
function hashesOf(document: CaseDocument, unit: Unit, below: readonly string[]): InputHashes {
  const column = unit.kind === 'column' ? unit : undefined;
  const pressure = unit.kind === 'column' ? unit.pressure : pressureOf(unit);
  const common = hashOf(document.mixture, pressure, document.site.standardTemperature);
  const waiting = [...below, unit.id];
  const sentBy = ({ unit: sender, port }: Port): string =>
    waiting.includes(sender) ? 'recycle' : hashOf(port, hashesOf(document, unitOf(document, sender), waiting).whole);
  const feeds = Object.fromEntries(
    inletsOf(document, unit).map(({ id, name, from, stream }) => [
      id,
      hashOf(common, stream ?? name, 'stream' in from ? '' : sentBy(from)),
    ]),
  );
  const inlets = hashOf(...Object.entries(feeds).flat(), common);
  if (column === undefined) {
    const whole = hashOf(inlets, unit);
    return { feeds, balance: whole, graph: whole, estimate: whole, absorption: whole, ladder: whole, limits: whole, whole };
  }
  const balance = hashOf(inlets, column.balance, column.draws, column.service);
  const ladder = hashOf(balance, column.ladder, document.site);
  return {
    feeds,
    balance,
    graph: hashOf(balance, column.graph, column.condenser, column.subcooling, column.bottom),
    estimate: hashOf(balance, column.estimate, column.condenser, column.vapourShare, document.site.cooling),
    absorption: hashOf(balance, column.absorption),
    ladder,
    limits: hashOf(ladder, column.estimate.keys),
    whole: hashOf(ladder, column.condenser),
  };
}

/** The model, or what is missing before there can be one. */
function modelOf(document: CaseDocument): Outcome<ThermoModel> {
  const { components } = document.mixture;
  const repeated = components.find((c, k) => components.findIndex((d) => d.id === c.id) !== k);
  if (repeated !== undefined) return open([{ code: 'same-component', path: 'mixture.components', name: repeated.name }]);
  return components.length === 0 ? open([]) : buildModel(document.mixture);
}

function balanceOf(
  document: CaseDocument,
  column: ColumnUnit,
  feeds: readonly Outcome<FeedFacts>[],
  model: Outcome<ThermoModel>,
): Omit<BalanceResult, 'inputHash'> {
  const products = productsOf(column);
  const blank = { feed: [], products, ...emptyFlows(document.mixture.components.length, products.length) };
  const points: OpenPoint[] = feeds.flatMap((feed) => (feed.state === 'open' ? feed.points : []));
  points.push(...pressurePoints(column), ...connectionPoints(document, column));
  if (feeds.length === 0) points.push({ code: 'missing', path: 'streams', what: 'feed' });
  if (column.service !== 'distillation' && points.length === 0)
    return { ...blank, products: [], outcome: solved({ isEstimated: false, keys: null, held: [] }) };
  const refused = feeds.find((feed) => feed.state === 'out-of-reach');
  const pressures = pressuresOf(column);
  if (points.length > 0 || model.state !== 'solved' || pressures === undefined) return { ...blank, outcome: open(points) };
  if (refused?.state === 'out-of-reach')
    return { ...blank, outcome: { state: 'out-of-reach', reason: refused.reason, report: refused.report } };
  const facts = feeds.flatMap((feed) => (feed.state === 'solved' ? [feed.value] : []));
  return solveSheet(document, column, facts, model.value, pressures.feed);
}
