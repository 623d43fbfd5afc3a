/** Compositions and amounts of streams, in and out of the bases in which people state them. */
import type { ComponentRecord, Composition, CompositionBasis } from '@keen-ladder/schema';
import { liquidVolume, ValueSlope } from '../../properties/index.ts';

/** What one mole of each component counts in a basis: 1, kg/mol, or m³/mol of liquid. */
export type PerMole = 'mole' | 'mass' | 'volume';

/** What a basis counts. */
export function perMoleOf(basis: CompositionBasis): PerMole {
  if (basis === 'volume') return 'volume';
  return basis === 'mass' || basis === 'mass-flow' ? 'mass' : 'mole';
}

/** Whether the parts of a composition say the amount too. */
export const isFlowBasis = (basis: CompositionBasis): boolean => basis === 'molar-flow' || basis === 'mass-flow';

/**
 * How much a mole of each component is, length n.
 * @param standardTemperature K; a component that boils or is above critical there counts with its liquid at the normal boiling point, as is
 *                            common practice for dissolved gases
 */
export function countPerMole(components: readonly ComponentRecord[], per: PerMole, standardTemperature: number): Float64Array {
  switch (per) {
    case 'mole':
      return new Float64Array(components.length).fill(1);
    case 'mass':
      return Float64Array.from(components, (c) => c.molarMass.value);
    case 'volume':
      return Float64Array.from(components, (c) => standardLiquidVolume(c, standardTemperature));
  }
}

/** m³/mol. */
function standardLiquidVolume(c: ComponentRecord, T: number): number {
  const out = new ValueSlope();
  liquidVolume(c, out.at(Math.min(T, c.normalBoilingPoint?.value ?? T)));
  return out.value;
}

/** The parts as typed, in the order of the components; what is left out is none. */
export function partsOf(components: readonly ComponentRecord[], { parts }: Composition): Float64Array {
  return Float64Array.from(components, (c) => parts[c.id] ?? 0);
}

/** Mole fractions (or mol/s) from parts per basis, not normalised. */
export function toMoles(parts: Float64Array, perMole: Float64Array): Float64Array {
  return parts.map((part, i) => part / perMole[i]);
}

/** Parts that add up to 1. */
export function normalised(parts: Float64Array): Float64Array {
  const sum = parts.reduce((all, part) => all + part, 0);
  return parts.map((part) => part / sum);
}

/**
 * A composition said in another basis; nothing of it is lost but rounding.
 * @param amount mol/s of the whole, needed where flows are asked of fractions
 */
export function rebased(
  components: readonly ComponentRecord[],
  composition: Composition,
  basis: CompositionBasis,
  standardTemperature: number,
  amount: number,
): Composition {
  const now = countPerMole(components, perMoleOf(composition.basis), standardTemperature);
  const next = countPerMole(components, perMoleOf(basis), standardTemperature);
  const moles = toMoles(partsOf(components, composition), now);
  const said = moles.map((part, i) => part * next[i]);
  // What did not add up to one before does not afterwards: nothing is rescaled unasked.
  const before = isFlowBasis(composition.basis) ? 1 : partsOf(components, composition).reduce((all, part) => all + part, 0);
  const values = isFlowBasis(basis)
    ? isFlowBasis(composition.basis)
      ? said
      : normalised(moles).map((z, i) => z * amount * next[i])
    : normalised(said).map((part) => part * before);
  const given = components.map((c, i) => [c.id, values[i]] as const).filter(([id]) => id in composition.parts);
  return { basis, parts: Object.fromEntries(given) };
}
