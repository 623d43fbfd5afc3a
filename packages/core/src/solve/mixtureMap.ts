/** Phase behaviour of a document's mixture as it is shown and sent: plain arrays, SI units. */
import { open, outOfReach, passOn, solved, valueOrInterrupt } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { boundaries, pairDiagram, residueCurve, singularPoints } from '../residue/index.ts';
import type { Held, PairDiagram, ResidueCurve, SingularPoint, SingularPoints } from '../residue/index.ts';
import { buildModel, henrySolutes } from '../thermo/index.ts';
import type { Mixture, ThermoModel } from '../thermo/index.ts';

export interface MixtureMap {
  points: MapPoint[];
  /** Whether the kinds of all points fit together; where not, one is missing or one too many. */
  isComplete: boolean;
  /** Names of the gases, which are not looked at. */
  leftOut: string[];
  /** Of three components. */
  curves: MapCurve[];
  boundaries: MapCurve[];
}

export interface MapPoint {
  /** Names of the components it holds. */
  names: string[];
  /** mol/mol of all components. */
  x: number[];
  T: number; // K
  kind: SingularPoint['kind'];
  isOfTwoLiquids: boolean;
}

export interface MapCurve {
  /** mol/mol of all components, point by point. */
  points: number[][];
  T: number[]; // K
  /** Places among the points where it begins and ends; −1: left before. */
  from: number;
  to: number;
}

/** More components have too many faces to search while somebody waits. */
const MOST = 6;

const of = (mixture: Mixture, places: readonly number[]): Mixture => ({
  ...mixture,
  components: places.map((i) => mixture.components[i]),
});

/**
 * All azeotropes and pure components with their kinds, of what condenses: gases are left out. Of three components the residue curves and boundaries too.
 */
export function mixtureMap({ mixture }: { mixture: Mixture }, P: number): Outcome<MixtureMap> {
  const { components } = mixture;
  const gases = gasesOf(mixture);
  const condensing = Array.from(components.keys()).filter((i) => !gases.includes(components[i].id));
  if (condensing.length < 2) return open([{ code: 'not-two-components', path: 'mixture.components', count: condensing.length }]);
  if (condensing.length > MOST) return outOfReach({ code: 'too-many-components', most: MOST });
  const wanted = of(mixture, condensing);
  const whole = buildModel(wanted);
  if (whole.state !== 'solved') return passOn(whole);
  const found = singularPoints((places) => valueOrInterrupt(buildModel(of(wanted, places))), condensing.length, P);
  if (found.state !== 'solved') return passOn(found);
  const { points: singular, isComplete } = found.value;
  const isTernary = components.length === 3 && condensing.length === 3;
  return solved({
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
  });
}

/** Identifiers of what does not condense at a cooling water's temperature. */
const gasesOf = ({ components, options }: Mixture): string[] =>
  henrySolutes({ components, options: { ...options, henry: 'auto' } });

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
  const gas = [first, second].map((i) => mixture.components[i]).find(({ id }) => gasesOf(mixture).includes(id));
  if (gas !== undefined) return outOfReach({ code: 'gas-in-pair', name: gas.name });
  const model = buildModel(of(mixture, [first, second]));
  return model.state === 'solved' ? pairDiagram(model.value, held) : passOn(model);
}
