/** What a model has to be fitted of a pair: which numbers, between which bounds, and the pair they make. */
import type { ActivityPair, CubicName, FitChoice, InteractionPair, Mixture, ModelName } from '@keen-ladder/schema';
import { orientedPair } from '../databank/index.ts';
import { liquidVolume, ValueSlope } from '../properties/index.ts';
import { isCubic } from '../thermo/index.ts';
import type { FreeParameter } from './leastSquares.ts';

/** Models whose pairs can be fitted. */
export type FittedModel = 'nrtl' | 'wilson' | 'uniquac' | CubicName;

/** Whether a model has parameters of a pair to fit. */
export const canBeFitted = (model: ModelName): model is FittedModel =>
  model === 'nrtl' || model === 'wilson' || model === 'uniquac' || isCubic(model);

/** How a fit begins where nothing was said. */
export const USUAL_FIT: Readonly<FitChoice> = { withTemperature: false, alpha: 0.3, bounds: {} };

/** A parameter with its name. */
export interface NamedParameter extends FreeParameter {
  name: string;
  /** As it is written behind the number; empty where there is none. */
  unit: string;
}

/** The parameters of a pair, as a vector and back. */
export interface PairParameters {
  parameters: NamedParameter[];
  /** The pair that such values make, first component first. */
  pairOf: (values: readonly number[]) => ActivityPair | InteractionPair;
}

/** Limits beyond which no pair of liquids is known to lie (common practice). */
const WIDE = {
  K: [-3000, 6000, 500],
  energy: [-15e3, 40e3, 3000],
  constant: [-15, 20, 2],
  kij: [-0.5, 0.7, 0.1],
  slope: [-5e-3, 5e-3, 3e-4],
} as const;

/** @returns undefined where the model has no parameters of a pair, or cannot have this one: UNIQUAC without sizes of the molecules */
export function pairParameters(mixture: Mixture, choice: FitChoice): PairParameters | undefined {
  const { model, components } = mixture;
  if (!canBeFitted(model)) return undefined;
  const [first, second] = components;
  const told = { components: [first.id, second.id] as [string, string], source: '', confidence: '' };
  const named = (name: string, unit: string, kind: keyof typeof WIDE): NamedParameter => {
    const [low, high, scale] = WIDE[kind];
    const bounds = Object.hasOwn(choice.bounds, name) ? choice.bounds[name] : ([low, high] as const);
    return { name, unit, start: Math.min(Math.max(0, bounds[0]), bounds[1]), low: bounds[0], high: bounds[1], scale };
  };
  switch (model) {
    case 'nrtl': {
      const constants = choice.withTemperature ? [named('a12', '', 'constant'), named('a21', '', 'constant')] : [];
      return {
        parameters: [named('b12', 'K', 'K'), named('b21', 'K', 'K'), ...constants],
        pairOf: ([b12, b21, a12 = 0, a21 = 0]) => ({ ...told, a: [a12, a21], b: [b12, b21], alpha: choice.alpha }),
      };
    }
    case 'wilson': {
      const V = volumesOf(mixture);
      return {
        parameters: [named('a12', 'J/mol', 'energy'), named('a21', 'J/mol', 'energy')],
        pairOf: ([a12, a21]) => ({ ...told, a: [a12, a21], V }),
      };
    }
    case 'uniquac': {
      const sizes = sizesOf(mixture);
      if (sizes === undefined) return undefined;
      return {
        parameters: [named('a12', 'K', 'K'), named('a21', 'K', 'K')],
        pairOf: ([a12, a21]) => ({ ...told, a: [a12, a21], ...sizes }),
      };
    }
    case 'peng-robinson':
    case 'srk': {
      const slope = choice.withTemperature ? [named('k1', '1/K', 'slope')] : [];
      return {
        parameters: [named('k0', '', 'kij'), ...slope],
        pairOf: ([k0, k1 = 0]) => ({ ...told, equation: model, k0, k1 }),
      };
    }
  }
}

/** A pair's numbers one by one, as they are shown and typed. */
export interface PairNumber {
  name: string;
  unit: string;
  value: number;
}

type AnyPair = ActivityPair | InteractionPair;

/** τ12 = a12 + b12/T with α by NRTL; a in J/mol by Wilson, in K by UNIQUAC; kij = k0 + k1 T. */
export function numbersOf(pair: AnyPair): PairNumber[] {
  if ('alpha' in pair)
    return [
      { name: 'a12', unit: '', value: pair.a[0] },
      { name: 'a21', unit: '', value: pair.a[1] },
      { name: 'b12', unit: 'K', value: pair.b[0] },
      { name: 'b21', unit: 'K', value: pair.b[1] },
      { name: 'alpha', unit: '', value: pair.alpha },
    ];
  if ('equation' in pair)
    return [
      { name: 'k0', unit: '', value: pair.k0 },
      { name: 'k1', unit: '1/K', value: pair.k1 },
    ];
  const unit = 'V' in pair ? 'J/mol' : 'K';
  return [
    { name: 'a12', unit, value: pair.a[0] },
    { name: 'a21', unit, value: pair.a[1] },
  ];
}

/** The pair with one number typed. */
export function withNumber(pair: AnyPair, name: string, value: number): AnyPair {
  const numbers = Object.fromEntries(numbersOf(pair).map((n) => [n.name, n.name === name ? value : n.value]));
  const typed = { ...pair, how: 'typed' as const, source: 'typed in this case', confidence: '' };
  if ('equation' in typed) return { ...typed, k0: numbers['k0'], k1: numbers['k1'] };
  const a: [number, number] = [numbers['a12'], numbers['a21']];
  if ('alpha' in typed) return { ...typed, a, b: [numbers['b12'], numbers['b21']], alpha: numbers['alpha'] };
  return { ...typed, a };
}

/** The pair that the mixture's model has for two components, first component first. */
export function pairOf(mixture: Mixture, first: string, second: string): AnyPair | undefined {
  const { model } = mixture;
  if (model === 'nrtl') return orientedPair(mixture.nrtlPairs, first, second);
  if (model === 'wilson') return orientedPair(mixture.wilsonPairs, first, second);
  if (model === 'uniquac') return orientedPair(mixture.uniquacPairs, first, second);
  const ofEquation = mixture.interactions.filter(({ equation }) => equation === model);
  return isCubic(model) ? orientedPair(ofEquation, first, second) : undefined;
}

/** As the pair's parameters had them, where it has some; else of the pure liquids at 25 °C. */
function volumesOf({ components, wilsonPairs }: Mixture): [number, number] {
  const known = orientedPair(wilsonPairs, components[0].id, components[1].id);
  if (known !== undefined) return known.V;
  const out = new ValueSlope();
  const [first, second] = components.map((c) => {
    liquidVolume(c, out.at(298.15));
    return out.value;
  });
  return [first, second];
}

function sizesOf({ components, uniquacPairs }: Mixture): { r: [number, number]; q: [number, number] } | undefined {
  const known = orientedPair(uniquacPairs, components[0].id, components[1].id);
  if (known !== undefined) return { r: known.r, q: known.q };
  const [first, second] = components.map(({ uniquac }) => uniquac);
  return first === null || second === null ? undefined : { r: [first.r, second.r], q: [first.q, second.q] };
}

/** The mixture with this pair in place of what its model had for the two. */
export function withPair(mixture: Mixture, pair: ActivityPair | InteractionPair): Mixture {
  const others = <P extends ActivityPair | InteractionPair>(pairs: readonly P[]): P[] =>
    pairs.filter(({ components }) => !components.every((id) => pair.components.includes(id)));
  if ('alpha' in pair) return { ...mixture, nrtlPairs: [...others(mixture.nrtlPairs), pair] };
  if ('V' in pair) return { ...mixture, wilsonPairs: [...others(mixture.wilsonPairs), pair] };
  if ('r' in pair) return { ...mixture, uniquacPairs: [...others(mixture.uniquacPairs), pair] };
  const kept = mixture.interactions.filter((p) => p.equation !== pair.equation || others([p]).length > 0);
  return { ...mixture, interactions: [...kept, pair] };
}
