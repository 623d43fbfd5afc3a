/** Height of packing that does what an equilibrium stage does. */
import type { Packing } from '@keen-ladder/schema';

/** HETP of transfer units: (HG + λHL) ln λ/(λ − 1), m. */
export function hetpOf(HG: number, HL: number, lambda: number): number {
  const HOG = HG + lambda * HL;
  return Math.abs(lambda - 1) < 1e-6 ? HOG : (HOG * Math.log(lambda)) / (lambda - 1);
}

const INCH = 0.0254; // m
const FOOT = 0.3048; // m

/**
 * Rules of thumb, common practice: random packing 1.5 ft an inch of its size (Kister 1992; 25 mm and larger), structured 100/a ft + 4 in, a in ft²/ft³
 * (Harrison & France, Chem. Eng. April 1989). undefined where neither size nor area is known.
 */
export function ruleOfHetp({ kind, size, area }: Pick<Packing, 'kind' | 'size' | 'area'>): number | undefined {
  if (kind === 'structured') return area === null ? undefined : FOOT * (100 / (area * FOOT) + 1 / 3);
  return size === null ? undefined : 1.5 * FOOT * (size / INCH);
}

/** The other rule of structured packing, (1200/a + 4) in, a in m²/m³: Kister (1992). */
export const kisterHetp = (area: number): number => INCH * (1200 / area + 4);
