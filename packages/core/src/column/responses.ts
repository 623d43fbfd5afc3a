/**
 * How a solved column answers to what it is given, to first order and exactly: with F(u, p) = 0 the equations of the column, its targets among them,
 *   du/dp = −(∂F/∂u)⁻¹ ∂F/∂p,   dR/dp = ∂R/∂u du/dp
 * for every quantity R. What is given beside the targets stands at the border as handles do, each with a target that holds it where it is: then every p is
 * the value of a target, and its ∂F/∂p one number. What a feed brings of each component is a feed of that component alone, of which nothing flows yet. The
 * equations are straight in the efficiencies: ∂F/∂E is what they leave open where the trays are a little worse.
 * Source: the implicit function theorem; for columns Naphtali & Sandholm, AIChE J. 17 (1971) 148.
 */
import type { BlockTridiagonal } from '../numerics/index.ts';
import { takeOver } from './answer.ts';
import { ColumnEquations } from './equations.ts';
import { handlesOf, sameHandle } from './handles.ts';
import type { ColumnFeed, ColumnInput, FreeHandle, Quantity, SolvedColumn, Target } from './types.ts';

/** What may be moved: a target's value by its place; mol/s of a component and W that a feed brings; W on a stage; Pa on all; K; every tray's efficiency. */
export type Given =
  | { kind: 'target'; target: number }
  | { kind: 'fed-component'; feed: number; component: number }
  | Extract<FreeHandle, { kind: 'feed-heat' | 'duty' | 'pressure' | 'subcooling' }>
  | { kind: 'efficiency' };

/** What everything that comes out does for a little more of everything that is given. */
export interface Responses {
  values: number[];
  /** By what is given, then by quantity. */
  slopes: number[][];
}

/**
 * @param found      a solution of this input
 * @param quantities whose changes are wanted
 * @returns what the quantities are, and dR/dp by what is given and by quantity, SI over SI; undefined where the column is at a turn, so that it has none
 * @throws RangeError for something given that the column moves by itself: our mistake
 */
export function responsesOf(
  input: ColumnInput,
  found: SolvedColumn,
  given: readonly Given[],
  quantities: readonly Quantity[],
): Responses | undefined {
  const { wide, places } = widened(input, given);
  const column = new ColumnEquations(wide);
  takeOver(column, found);
  column.evaluate();
  const right = new RightSide(column);
  const values = quantities.map((quantity) => column.valueOf(quantity));
  const rows = quantities.map((quantity, q) => right.slopesOf({ quantity, value: values[q] }).slopes);
  const slopes: number[][] = [];
  for (const [k, each] of given.entries()) {
    const system = each.kind === 'efficiency' ? right.fillWithEfficiency() : right.fillWithTarget(places[k]);
    if (!system.solve()) return undefined;
    const { solution } = system;
    const answer = rows.map((row) => row.reduce((sum, slope, u) => sum + slope * solution[u], 0));
    if (!answer.every(Number.isFinite)) return undefined;
    slopes.push(answer);
  }
  return { values, slopes };
}

/** The column with what is given as handles, each held by a target where it stands; by what is given the place of the target that holds it. */
function widened(input: ColumnInput, given: readonly Given[]): { wide: ColumnInput; places: number[] } {
  const own = handlesOf(input);
  const [feeds, free, targets, places]: [ColumnFeed[], FreeHandle[], Target[], number[]] = [
    [...input.feeds],
    [...input.free],
    [...input.targets],
    [],
  ];
  for (const each of given) {
    places.push(each.kind === 'target' ? each.target : targets.length);
    if (each.kind === 'target' || each.kind === 'efficiency') continue;
    const handle: FreeHandle = each.kind === 'fed-component' ? { kind: 'feed-flow', feed: feeds.length } : each;
    if (own.some((h) => sameHandle(h, handle))) throw new RangeError('a handle of the column’s own');
    if (each.kind === 'fed-component') feeds.push(feedOfOne(input, each));
    free.push(handle);
    targets.push({ quantity: { kind: 'handle', handle }, value: 0 });
  }
  return { wide: { ...input, feeds, free, targets }, places };
}

/** 1 mol/s of one component without heat, where a feed enters: what the feed brings with it is told apart. */
function feedOfOne({ feeds, model }: ColumnInput, { feed, component }: Extract<Given, { kind: 'fed-component' }>): ColumnFeed {
  const { stage, T, P, vapourFraction } = feeds[feed];
  const flows = new Float64Array(model.n);
  flows[component] = 1;
  return { stage, flows, enthalpy: 0, T, P, vapourFraction };
}

/** Fills a system for one change after the other: the slopes of the solved column again, and as right side −∂F/∂p. */
class RightSide {
  private readonly column: ColumnEquations;

  constructor(column: ColumnEquations) {
    this.column = column;
  }

  /** How a target's quantity changes with every unknown and handle, and its equation with that quantity. */
  slopesOf(target: Target): { slopes: Float64Array; slope: number } {
    const slopes = new Float64Array(this.column.system.borderWidth - 1);
    return { slopes, slope: this.column.fillSlopes(target, slopes) };
  }

  fillWithTarget(place: number): BlockTridiagonal {
    const { system, input } = this.column;
    const { slope } = this.slopesOf(input.targets[place]);
    this.column.evaluate();
    system.clearRight();
    system.borderRows[place * system.borderWidth + system.borderWidth - 1] = slope;
    return system;
  }

  /** Perfect trays have simpler equations, which go on from others than those of trays that are not: they are taken as hardly worse than perfect. */
  fillWithEfficiency(): BlockTridiagonal {
    const [hardly, worse] = [this.withTrays(HARDLY), this.withTrays(WORSE)];
    const { system } = hardly;
    const change = worse.system.rows;
    const { rows, width } = system;
    for (let last = width - 1; last < rows.length; last += width) change[last] = (rows[last] - change[last]) / (WORSE - HARDLY);
    system.clearRight();
    for (let last = width - 1; last < rows.length; last += width) rows[last] = change[last];
    return system;
  }

  /** The same column with trays that much worse, where it stands. */
  private withTrays(worse: number): ColumnEquations {
    const { column } = this;
    const { input, n, stages } = column;
    const isTray = (j: number): boolean => j < stages - 1 && (j > 0 || input.top === 'none');
    const efficiency = input.efficiency.map((E, k) => (isTray(Math.floor(k / n)) ? E - worse : E));
    const other = new ColumnEquations({ ...input, efficiency });
    other.T.set(column.T);
    other.liquid.set(column.liquid);
    other.vapour.set(column.vapour);
    other.handleValues.set(column.handleValues);
    other.piped.set(column.piped);
    other.evaluate();
    return other;
  }
}

/** By how much the trays' efficiencies are lowered; the equations are straight in them, so that it may be much. */
const WORSE = 0.1;
const HARDLY = 1e-9;
