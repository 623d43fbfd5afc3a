/**
 * What enters a unit and what leaves it, through the whole case: each answer is kept under the hash of what it was made from, so that an edit works out again
 * what follows from it and nothing else.
 */
import type { CaseDocument, ColumnUnit, Stream, Unit } from '@keen-ladder/schema';
import { open, outOfReach, passOn, solved } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import {
  balanceOf,
  createKeeper,
  feedFacts,
  hashOf,
  inletsOf,
  sentBy,
  streamOf,
  unitOf,
  unitPressure,
  upstreamOf,
} from '../plant/index.ts';
import type { BalanceResult, FeedFacts, Inlet, KeepAnswer, Leaving, UnitInputs } from '../plant/index.ts';
import { buildModel } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { inputHashes } from './hashes.ts';
import type { InputHashes } from './hashes.ts';

/** What is known of a stream that enters, with the hash of what it follows from. */
export interface FeedResult {
  inputHash: string;
  outcome: Outcome<FeedFacts>;
}

/** What a unit's stops stand on. */
export interface Entering {
  model: Outcome<ThermoModel>;
  /** By inlet, in the order of the connections. */
  results: [inlet: string, FeedResult][];
  feeds: Outcome<FeedFacts>[];
  /** What the unit works out on the way to its answer. */
  keep: KeepAnswer;
}

/** What a column's stops stand on. */
export interface BeforeColumn extends Entering {
  balance: Omit<BalanceResult, 'inputHash'>;
}

/** What was worked out, and whether time left it whole. */
interface Answer {
  outcome: Outcome<unknown>;
  isWhole: boolean;
}

type IsOver = (() => boolean) | undefined;

/** What enters the units of a case, kept from one document to the next. */
export class Upstream {
  private readonly models = createKeeper<Outcome<ThermoModel>>(1);
  private readonly feeds = createKeeper<Outcome<FeedFacts>>(100);
  /** Where there is no answer it may be a time limit's upstream: that is not kept. */
  private readonly balances = createKeeper<Omit<BalanceResult, 'inputHash'>>(20, ({ outcome }) => outcome.state !== 'out-of-reach');
  private readonly answers = createKeeper<Answer>(100, ({ isWhole }) => isWhole);

  /** What a column's graph, estimate and ladder begin with: its balance sheet is worked out too. */
  beforeColumn(document: CaseDocument, column: ColumnUnit, inputs: UnitInputs, hashes: InputHashes, isOver?: IsOver): BeforeColumn {
    const entering = this.entering(document, column, hashes, isOver);
    const balance = this.balances(hashes.balance, () => balanceOf(inputs, column, entering.feeds, entering.model));
    return { ...entering, balance };
  }

  /** The model and what enters a unit; what other units send is solved for first. */
  entering(document: CaseDocument, unit: Unit, hashes: InputHashes, isOver?: IsOver): Entering {
    const { components } = document.mixture;
    const model = this.models(hashOf(document.mixture), () => modelOf(document));
    const { standardTemperature } = document.site;
    const around = { components, model, columnPressure: unitPressure(unit), standardTemperature };
    const isRecycled = upstreamOf(document, unit.id).includes(unit.id);
    const results = inletsOf(document, unit).map((inlet): [string, FeedResult] => {
      const inputHash = hashes.feeds[inlet.id];
      const factsOf = (stream: Stream) => this.feeds(inputHash, () => feedFacts(stream, around));
      if (inlet.stream !== undefined) return [inlet.id, { inputHash, outcome: factsOf(inlet.stream) }];
      // What comes back to where it began is told of the unit; nothing is known of the stream.
      if (isRecycled) return [inlet.id, { inputHash, outcome: open([]) }];
      const sent = this.leaving(document, inlet, isOver);
      const outcome: Outcome<FeedFacts> = sent.state === 'solved' ? factsOf(streamOf(sent.value, inlet, components)) : passOn(sent);
      return [inlet.id, { inputHash, outcome }];
    });
    const keep: KeepAnswer = (name, make, of = 'whole') => this.kept(hashOf(unit.id, name, hashes[of]), make, isOver);
    return { model, results, feeds: results.map(([, { outcome }]) => outcome), keep };
  }

  /** An answer of before, or made and kept by what it follows from; what time cut short is made again. */
  kept<T>(key: string, make: () => Outcome<T>, isOver: IsOver): Outcome<T> {
    const answer = this.answers(key, () => {
      const outcome = make();
      return { outcome, isWhole: outcome.state !== 'out-of-reach' && isOver?.() !== true };
    });
    return answer.outcome as Outcome<T>; // what is made under a key is of one shape
  }

  /** What another unit sends by an inlet's way. */
  private leaving(document: CaseDocument, { name, from }: Inlet, isOver: IsOver): Outcome<Leaving> {
    if ('stream' in from) throw new RangeError('a feed comes from outside');
    const sender = unitOf(document, from.unit);
    const hashes = inputHashes(document, sender.id);
    const solve = () => sentBy(document, sender, this.entering(document, sender, hashes, isOver), isOver);
    const outcome = this.kept(keyOf(sender, 'sent', hashes), solve, isOver);
    if (outcome.state === 'open') return open([{ code: 'upstream-open', path: `units.${sender.id}`, name }]);
    if (outcome.state === 'out-of-reach') return outOfReach({ code: 'upstream', name, reason: outcome.reason });
    const sent = outcome.value.find(({ id }) => id === from.port);
    return sent?.flows.some((flow) => flow > 0) === true ? solved(sent) : outOfReach({ code: 'nothing-flows', name });
  }
}

const keyOf = ({ id }: Unit, name: string, { whole }: InputHashes): string => hashOf(id, name, whole);

/** The model, or what is missing before there can be one. */
function modelOf(document: CaseDocument): Outcome<ThermoModel> {
  const { components } = document.mixture;
  const repeated = components.find((c, k) => components.findIndex((d) => d.id === c.id) !== k);
  if (repeated !== undefined) return open([{ code: 'same-component', path: 'mixture.components', name: repeated.name }]);
  return components.length === 0 ? open([]) : buildModel(document.mixture);
}
