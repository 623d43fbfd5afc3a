/** What stands in the way of a target, told from the farthest column that was found. */
import type { ColumnUnit } from '@keen-ladder/schema';
import { beyondRange, conflictOf } from '../../../column/index.ts';
import type { ColumnInput, Passage, Target } from '../../../column/index.ts';
import type { Obstacle } from '../../../column/index.ts';
import type { LadderFacts } from './facts.ts';
import { placeName } from '../places.ts';
import { pairAzeotropes } from '../../../mixture/index.ts';
import type { UnitInputs } from '../../inputs.ts';

/** How far a target was brought. */
export interface Farthest {
  input: Omit<ColumnInput, 'targets'>;
  /** All targets, a little beyond what was reached. */
  beyond: readonly Target[];
  /** The id of the target that was not met. */
  target: string;
  /** The column that was reached. */
  facts: LadderFacts;
  /** How the target went along what moves it, where that was looked through. */
  passage?: Passage | undefined;
  /** What the engine has proved itself. */
  proved?: Obstacle | null;
  /** Value of the target that is walked to. */
  wanted: number;
}

/** What stands in the way of a target that was not reached. */
export function obstacleTo(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  { input, beyond, target, facts, passage, wanted, proved }: Farthest,
): Obstacle {
  if (conflictOf(input, beyond)?.kind === 'beyond-balance') return { kind: 'balance-forbids' };
  const azeotrope = azeotropeOf(unitInputs, column, facts);
  if (azeotrope !== undefined) return azeotrope;
  if (proved !== null && proved !== undefined) return proved;
  if (passage?.isProof === true && (wanted > passage.most.value || wanted < passage.least.value)) {
    const holdsReflux = column.ladder?.targets.some(({ quantity, isInForce }) => isInForce && quantity.kind === 'reflux-ratio');
    return beyondRange(passage, wanted, holdsReflux === true ? facts.refluxRatio : null);
  }
  return fullProduct(unitInputs, column, target, facts) ?? tooFewStages(facts) ?? dried(facts) ?? { kind: 'not-found' };
}

/**
 * The product a target speaks of, where it holds nothing but the target's components and all of some others: only a larger one takes in more.
 */
function fullProduct(unitInputs: UnitInputs, column: ColumnUnit, id: string, facts: LadderFacts): Obstacle | undefined {
  const quantity = column.ladder?.targets.find((t) => t.id === id)?.quantity;
  if (quantity === undefined || !('components' in quantity && 'place' in quantity) || quantity.components.length === 0)
    return undefined;
  const { components } = unitInputs.mixture;
  const isThere = (product: string): boolean =>
    quantity.place === 'overhead' ? product === 'distillate' || product === 'overhead-vapour' : product === quantity.place;
  const sum = (of: (product: string) => boolean, i: number): number =>
    facts.products.reduce((all, product) => (of(product.id) ? all + product.flows[i] : all), 0);
  const there = components.map((_, i) => sum(isThere, i));
  const whole = components.map((_, i) => sum(() => true, i));
  const asked = components.map((c) => quantity.components.includes(c.id));
  const complete = there.map((flow, i) => !asked[i] && flow > ALL * whole[i]);
  const rest = there.reduce((all, flow, i) => (asked[i] || complete[i] ? all : all + flow), 0);
  if (rest > NOTHING * there.reduce((a, b) => a + b, 0)) return undefined;
  const name = placeName(column, quantity.place);
  return { kind: 'product-full', name, with: components.filter((_, i) => complete[i]).map((c) => c.name) };
}

/** The azeotrope that an end has come near to, where something is wanted of its product. */
function azeotropeOf(unitInputs: UnitInputs, { ladder }: ColumnUnit, facts: LadderFacts): Obstacle | undefined {
  const wanted = (ladder?.targets ?? []).flatMap(({ quantity, isInForce }) =>
    isInForce && 'place' in quantity ? [quantity.place] : [],
  );
  return [...new Set(wanted)]
    .map((place) => azeotropeAt(unitInputs, place === 'bottoms', facts))
    .find((found) => found !== undefined);
}

/** The azeotrope of the two that an end's product mostly holds, where it has come near to it. */
function azeotropeAt(unitInputs: UnitInputs, isBottoms: boolean, facts: LadderFacts): Obstacle | undefined {
  const end = isBottoms ? facts.stages - 1 : 0;
  const x = isBottoms ? facts.x[end] : facts.y[end];
  const [first, second] = x.map((_, i) => i).sort((i, k) => x[k] - x[i]);
  const both = x[first] + x[second];
  if (both < MOSTLY) return undefined;
  const found = pairAzeotropes(unitInputs.mixture, first, second, facts.P[end]);
  const near = found.find((azeotrope) => Math.abs(azeotrope.x - x[first] / both) < NEAR);
  if (near === undefined) return undefined;
  const name = (i: number): string => unitInputs.mixture.components[i].name;
  return { kind: 'azeotrope', name: name(first), other: name(second), x: near.x, T: near.T };
}

const tooFewStages = ({ refluxRatio, stages }: LadderFacts): Obstacle | undefined =>
  refluxRatio !== null && refluxRatio > BOUNDLESS
    ? { kind: 'too-few-stages', stages, reflux: refluxRatio, isHeld: false }
    : undefined;

function dried(facts: LadderFacts): Obstacle | undefined {
  const fed = facts.feeds.reduce((sum, { flow }) => sum + flow, 0);
  const dry = facts.products.find(({ flow }) => flow < DRY * fed);
  if (dry !== undefined) return { kind: 'product-dries', name: dry.name, flow: dry.flow };
  for (let j = 0; j < facts.stages; j++) {
    if (facts.liquid[j] > 0 && facts.liquid[j] < DRY * fed) return { kind: 'stage-dries', stage: j + 1, phase: 'liquid' };
    if (facts.vapour[j] > 0 && facts.vapour[j] < DRY * fed) return { kind: 'stage-dries', stage: j + 1, phase: 'vapour' };
  }
  return undefined;
}

const ALL = 0.999;
const NOTHING = 5e-4;
/** Of a product that two components make up, and how near their azeotrope it is, mol/mol. */
const MOSTLY = 0.9;
const NEAR = 0.02;
/** A reflux ratio that is no help any more when it rises. */
const BOUNDLESS = 200;
/** Of everything fed. */
const DRY = 1e-3;
