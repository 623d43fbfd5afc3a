/** Phase behaviour of a document's mixture as it is shown and sent: plain arrays, SI units. */
import type { Mixture } from '@keen-ladder/schema';
import { open, outOfReach, passOn, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome, Reason, Warning } from '../numerics/index.ts';
import {
  boilingSurface,
  boundaries,
  pairDiagram,
  productVerdict,
  residueCurve,
  singularPoints,
  tieLines,
} from '../residue/index.ts';
import type { Held, PairDiagram, ResidueCurve, SingularPoint, SingularPoints, TieLine, Verdict } from '../residue/index.ts';
import { pairOf } from '../regression/index.ts';
import { buildModel, henrySolutes, isEquationOfState } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { extrapolations } from './extrapolations.ts';
import { pairAzeotropes } from './pairAzeotropes.ts';

/** Azeotropes, residue curves and boundaries of three components. */
export interface MixtureMap {
  points: MapPoint[];
  /** Whether the kinds of all points fit together; where not, one is missing or one too many. null: too many components, only pairs were searched. */
  isComplete: boolean | null;
  /** Names of the gases, which are not looked at. */
  leftOut: string[];
  /** Of three components. */
  curves: MapCurve[];
  boundaries: MapCurve[];
  /** K at which liquids of a lattice boil (`levelLine` draws from it), and liquids that part. */
  surface: { parts: number; T: (number | null)[] };
  tieLines: { first: number[]; second: number[]; T: number }[];
  /** Of the first two of the products asked for; null where there are not two. */
  verdict: MapVerdict | null;
}

/** Products of a column beside what they come from, mole fractions of all components. */
export interface AskedProducts {
  first: number[];
  second: number[];
  fed: number[];
}

/** Whether one column can make both: places are those of `points`. */
export type MapVerdict =
  Verdict | { kind: 'no-pair-between'; names: [string, string] } | { kind: 'no-answer'; reason: Reason } | { kind: 'of-gases' };

/** What is asked beside the map itself. */
export interface MapQuestion {
  /** K at which liquids are parted; left out: where they boil. */
  gapT?: number | undefined;
  products?: AskedProducts | undefined;
}

/** A pure component or an azeotrope. */
export interface MapPoint {
  /** Names of the components it holds. */
  names: string[];
  /** mol/mol of all components. */
  x: number[];
  T: number; // K
  /** null where only pairs were searched. */
  kind: SingularPoint['kind'] | null;
  isOfTwoLiquids: boolean;
}

/** A curve of the triangle. */
export interface MapCurve {
  /** mol/mol of all components, point by point. */
  points: number[][];
  T: number[]; // K
  /** Places among the points where it begins and ends; −1: left before. */
  from: number;
  to: number;
}

/** More components have too many faces to search while somebody waits: of these only the pairs are. */
const MOST = 6;

const of = (mixture: Mixture, places: readonly number[]): Mixture => ({
  ...mixture,
  components: places.map((i) => mixture.components[i]),
});

/**
 * All azeotropes and pure components with their kinds, of what condenses: gases are left out. Of three components the residue curves and boundaries too.
 */
export function mixtureMap(
  { mixture }: { mixture: Mixture },
  P: number,
  { gapT, products }: MapQuestion = {},
): Outcome<MixtureMap> {
  const { components } = mixture;
  const gases = gasesOf(mixture);
  const condensing = Array.from(components.keys()).filter((i) => !gases.includes(components[i].id));
  if (condensing.length < 2) return open([{ code: 'not-two-components', path: 'mixture.components', count: condensing.length }]);
  const wanted = of(mixture, condensing);
  const whole = buildModel(wanted);
  if (whole.state !== 'solved') return passOn(whole);
  if (condensing.length > MOST) return solved(mapOfPairs(mixture, condensing, P, products));
  const found = singularPoints((places) => valueOrInterrupt(buildModel(of(wanted, places))), condensing.length, P);
  if (found.state !== 'solved') return passOn(found);
  const { points: singular, isComplete } = found.value;
  const isTernary = components.length === 3 && condensing.length === 3;
  const map: MixtureMap = {
    points: singular.map(({ components: places, x, T, kind, liquids }) => ({
      names: places.map((i) => wanted.components[i].name),
      x: components.map((_, i) => (condensing.includes(i) ? x[condensing.indexOf(i)] : 0)),
      T,
      kind,
      isOfTwoLiquids: liquids !== null,
    })),
    isComplete,
    leftOut: components.filter(({ id }) => gases.includes(id)).map(({ name }) => name),
    curves: isTernary ? curvesOver(whole.value, P, found.value) : [],
    boundaries: isTernary ? boundaries(whole.value, P, found.value).map(plain) : [],
    surface: isTernary ? { parts: LATTICE, T: boilingSurface(whole.value, P, LATTICE, found.value.parts) } : { parts: 0, T: [] },
    tieLines: isTernary ? linesOf(tieLines(whole.value, P, GAP_LATTICE, gapT)) : [],
    verdict: products === undefined ? null : verdictOf(whole.value, P, found.value, products, condensing),
  };
  const temperatures = map.points.map(({ T }) => T);
  return solved(map, undefined, extrapolations(whole.value, Math.min(...temperatures), Math.max(...temperatures)));
}

/** Azeotropes of every two alone, and the verdict of the two that make up most of the products. */
function mapOfPairs(mixture: Mixture, condensing: readonly number[], P: number, products: AskedProducts | undefined): MixtureMap {
  const { components } = mixture;
  const pairs = condensing.flatMap((i, k) => condensing.slice(k + 1).map((j): [number, number] => [i, j]));
  const found = pairs.flatMap(([i, j]) => pairAzeotropes(mixture, i, j, P).map((azeotrope) => ({ i, j, ...azeotrope })));
  return {
    points: found.map(({ i, j, x, T, liquids }) => ({
      names: [components[i].name, components[j].name],
      x: components.map((_, at) => (at === i ? x : at === j ? 1 - x : 0)),
      T,
      kind: null,
      isOfTwoLiquids: liquids !== undefined,
    })),
    isComplete: null,
    leftOut: components.filter((_, i) => !condensing.includes(i)).map(({ name }) => name),
    curves: [],
    boundaries: [],
    surface: { parts: 0, T: [] },
    tieLines: [],
    verdict: products === undefined ? null : pairVerdict(components, found, products),
  };
}

function pairVerdict(
  components: Mixture['components'],
  azeotropes: readonly { i: number; j: number; x: number }[],
  { first, second }: AskedProducts,
): MapVerdict {
  const most = (x: readonly number[]): number => x.indexOf(Math.max(...x));
  const [light, heavy] = [most(first), most(second)];
  const share = (x: readonly number[], i: number, j: number): number => x[i] / (x[i] + x[j]);
  const between = azeotropes.findIndex(({ i, j, x }) => {
    if (![i, j].includes(light) || ![i, j].includes(heavy)) return false;
    return (share(first, i, j) - x) * (share(second, i, j) - x) < 0;
  });
  if (between >= 0) return { kind: 'beyond-azeotrope', point: between };
  return { kind: 'no-pair-between', names: [components[light].name, components[heavy].name] };
}

const linesOf = (lines: readonly TieLine[]): MixtureMap['tieLines'] =>
  lines.map(({ first, second, T }) => ({ first: Array.from(first), second: Array.from(second), T }));

/** Products that hold gases are no residue's. */
function verdictOf(
  model: ThermoModel,
  P: number,
  map: SingularPoints,
  products: AskedProducts,
  condensing: readonly number[],
): MapVerdict {
  const [first, second, fed] = [products.first, products.second, products.fed].map((x) =>
    Float64Array.from(condensing, (i) => x[i]),
  );
  const sums = [first, second, fed].map((x) => x.reduce((a, b) => a + b, 0));
  if (sums.some((sum) => sum < 1 - MOST_GAS)) return { kind: 'of-gases' };
  const verdict = productVerdict(
    model,
    P,
    map,
    first.map((x) => x / sums[0]),
    second.map((x) => x / sums[1]),
    fed.map((x) => x / sums[2]),
  );
  if (verdict.state === 'solved') return verdict.value;
  return verdict.state === 'out-of-reach' ? { kind: 'no-answer', reason: verdict.reason } : { kind: 'not-known' };
}

/** mol/mol of gases that a product may hold and still be looked at. */
const MOST_GAS = 0.01;
const LATTICE = 36;
const GAP_LATTICE = 18;

/** Identifiers of what does not condense at a cooling water's temperature, or is dissolved by Henry's law and has no boiling point of its own. */
const gasesOf = (mixture: Mixture): string[] => [
  ...new Set([...henrySolutes({ ...mixture, options: { ...mixture.options, henry: 'auto' } }), ...dissolvedIn(mixture)]),
];

/** An equation of state has one critical line for both: it answers wherever two phases are, above the critical temperature of one of them too. */
const dissolvedIn = (mixture: Mixture): string[] => (isEquationOfState(mixture.model) ? [] : henrySolutes(mixture));

/** Curves through a lattice of liquids; one that has no answer is left out. */
function curvesOver(model: ThermoModel, P: number, map: SingularPoints): MapCurve[] {
  const curves: MapCurve[] = [];
  for (let a = 1; a < PARTS; a++)
    for (let b = 1; b < PARTS - a; b++) {
      const z = Float64Array.of(a / PARTS, b / PARTS, 1 - (a + b) / PARTS);
      const curve = residueCurve(model, P, z, map);
      if (curve.state === 'solved') curves.push(plain(curve.value));
    }
  return curves;
}

const PARTS = 6;

const plain = ({ points, T, from, to }: ResidueCurve): MapCurve => ({ points: points.map((x) => Array.from(x)), T, from, to });

/** Two of a mixture's components by themselves. */
export function pairOfMixture({ mixture }: { mixture: Mixture }, first: number, second: number, held: Held): Outcome<PairDiagram> {
  const gas = [first, second].map((i) => mixture.components[i]).find(({ id }) => dissolvedIn(mixture).includes(id));
  if (gas !== undefined) return outOfReach({ code: 'gas-in-pair', name: gas.name });
  const model = buildModel(of(mixture, [first, second]));
  if (model.state !== 'solved') return passOn(model);
  const diagram = pairDiagram(model.value, held);
  return diagram.state === 'solved'
    ? { ...diagram, warnings: beyondRange(mixture, [first, second], model.value, diagram.value.T) }
    : diagram;
}

/** Correlations and pair parameters that do not reach to all of these temperatures. */
function beyondRange(
  mixture: Mixture,
  [first, second]: [number, number],
  model: ThermoModel,
  temperatures: readonly number[],
): Warning[] {
  const ends = [Math.min(...temperatures), Math.max(...temperatures)];
  const found = extrapolations(model, ...ends);
  const [a, b] = [mixture.components[first], mixture.components[second]];
  const pair = pairOf(mixture, a.id, b.id);
  if (pair?.Tmin === undefined || pair.Tmax === undefined) return found;
  const { Tmin, Tmax } = pair;
  // A fit reaches a little beyond its points.
  const beyond = ends.find((T) => T < Tmin - NEAR_RANGE || T > Tmax + NEAR_RANGE);
  if (beyond === undefined) return found;
  return [...found, { code: 'extrapolated', name: `${a.name} and ${b.name}`, property: 'pair parameters', T: beyond, Tmin, Tmax }];
}

/** K */
const NEAR_RANGE = 5;
