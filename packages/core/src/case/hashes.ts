/** Hash of everything that a stop reads: a result with another hash is stale, one with the same hash need not be worked out again. */
import type { CaseDocument, Port, Unit } from '@keen-ladder/schema';
import { hashOf, inletsOf, isLinked, unitOf, unitPressure } from '../plant/index.ts';

/** Hashes of what the stops of a unit read. */
export interface InputHashes {
  /** By inlet. */
  feeds: Record<string, string>;
  balance: string;
  graph: string;
  absorption: string;
  ladder: string;
  limits: string;
  /** What the ladder reads as it is entered: its own pressure, whatever its hardware makes. */
  entered: string;
  /** Everything that what leaves the unit follows from. */
  whole: string;
}

/** Hash of everything that each stop of a unit reads, what is upstream of it included. */
export function inputHashes(document: CaseDocument, unit: string): InputHashes {
  return hashesOf(document, unitOf(document, unit), [], new Map());
}

/**
 * @param below units that wait for this one: what comes back to one of them is a recycle, and ends the search
 * @param known hashes of units that were come by before
 */
function hashesOf(document: CaseDocument, unit: Unit, below: readonly string[], known: Map<string, string>): InputHashes {
  const column = unit.kind === 'column' ? unit : undefined;
  const common = hashOf(document.mixture, column?.pressure ?? unitPressure(unit), document.site.standardTemperature);
  const waiting = [...below, unit.id];
  const sentBy = ({ unit: sender, port }: Port): string => {
    if (waiting.includes(sender)) return 'recycle';
    const whole = known.get(sender) ?? hashesOf(document, unitOf(document, sender), waiting, known).whole;
    known.set(sender, whole);
    return hashOf(port, whole);
  };
  const feeds = Object.fromEntries(
    inletsOf(document, unit).map(({ id, name, from, stream }) => [
      id,
      hashOf(common, stream ?? name, 'stream' in from ? '' : sentBy(from)),
    ]),
  );
  const inlets = hashOf(...Object.entries(feeds).flat(), common);
  if (column === undefined) {
    const whole = hashOf(inlets, unit);
    return { feeds, balance: whole, graph: whole, absorption: whole, ladder: whole, limits: whole, entered: whole, whole };
  }
  const balance = hashOf(inlets, column.balance, column.draws, column.service);
  const entered = hashOf(balance, column.ladder, document.site);
  const ladder = isLinked(column) ? hashOf(entered, column.hardware) : entered;
  return {
    feeds,
    balance,
    graph: hashOf(balance, column.graph, column.condenser, column.subcooling, column.bottom),
    absorption: hashOf(balance, column.absorption),
    ladder,
    limits: hashOf(ladder, column.estimate.keys),
    entered,
    whole: ladder,
  };
}
