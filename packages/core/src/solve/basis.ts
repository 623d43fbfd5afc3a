/** Mass and mole, in and out of the document's binary fractions and flows. */
import type { ComponentRecord } from '../databank/index.ts';
import type { OpenPoint } from '../numerics/index.ts';
import type { Flow, Fraction } from './document.ts';

/** Mole fraction of the first of two components from its mass fraction. */
export function massToMole(components: readonly ComponentRecord[], w: number): number {
  const [M1, M2] = molarMasses(components);
  return w / M1 / (w / M1 + (1 - w) / M2);
}

/** Mass fraction of the first of two components from its mole fraction. */
export function moleToMass(components: readonly ComponentRecord[], x: number): number {
  const [M1, M2] = molarMasses(components);
  return (x * M1) / (x * M1 + (1 - x) * M2);
}

/** kg/mol of a mixture with mole fraction x of the first of two components. */
export function meanMolarMass(components: readonly ComponentRecord[], x: number): number {
  const [M1, M2] = molarMasses(components);
  return x * M1 + (1 - x) * M2;
}

export function molesPerSecond(components: readonly ComponentRecord[], flow: Flow, z: number): number {
  return flow.basis === 'molar' ? flow.value : flow.value / meanMolarMass(components, z);
}

/** Mole fraction of a document's fraction; what is wrong with it goes into `points` (the value is then meaningless). */
export function moleFractionOf(
  components: readonly ComponentRecord[],
  fraction: Fraction | null,
  path: string,
  what: string,
  points: OpenPoint[],
): number {
  if (fraction === null) {
    points.push({ code: 'missing', path, what });
    return 0.5;
  }
  if (!(fraction.value >= 0 && fraction.value <= 1)) {
    points.push({ code: 'not-a-fraction', path, what, value: fraction.value });
    return 0.5;
  }
  return fraction.basis === 'mole' || components.length !== 2 ? fraction.value : massToMole(components, fraction.value);
}

function molarMasses(components: readonly ComponentRecord[]): [number, number] {
  return [components[0].molarMass.value, components[1].molarMass.value];
}
