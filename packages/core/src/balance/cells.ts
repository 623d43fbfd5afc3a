/**
 * What can be fixed on a balance sheet. Every kind of cell is one linear equation in the flows nᵢₚ of component i in product p:
 *   flow                nᵢₚ = v                      mass flow        Mᵢ nᵢₚ = v
 *   fraction            nᵢₚ − v Σⱼ nⱼₚ = 0           mass fraction    Mᵢ nᵢₚ − v Σⱼ Mⱼ nⱼₚ = 0
 *   recovery            nᵢₚ = v fᵢ
 * and of the totals
 *   flow, mass flow     Σⱼ nⱼₚ = v, Σⱼ Mⱼ nⱼₚ = v    share of feed    Σⱼ nⱼₚ = v F, Σⱼ Mⱼ nⱼₚ = v Σⱼ Mⱼ fⱼ
 *   ratio               Σⱼ nⱼₚ − v Σⱼ nⱼᵣ = 0, r another product.
 */
import type { CellKind } from '@keen-ladder/schema';

/** A cell of the sheet that holds a number, as the equations take it. */
export interface FixedCell {
  /** Place of the component; undefined: the product's total. */
  component: number | undefined;
  /** Place of the product; the bottoms are the last. */
  product: number;
  kind: CellKind;
  /** For a ratio: the product under the line. */
  over?: number;
  /** mol/s, kg/s or a share. */
  value: number;
  wish: 'equal' | 'not-above' | 'not-below';
}

/** What is fed, component by component. */
export interface SheetFeed {
  /** mol/s by component, length n. */
  flows: Float64Array;
  /** kg/mol by component. */
  molarMass: Float64Array;
  /** Distillate first, bottoms last, side draws between. */
  products: number;
}

/** One equation Σ cₖ uₖ = b in the shares u[i * products + p] = nᵢₚ/fᵢ, scaled to a largest coefficient of 1. */
export interface Row {
  c: Float64Array;
  b: number;
}

/** The row of the sheet's equations that a cell is. */
export function rowOf({ flows, molarMass, products }: SheetFeed, cell: FixedCell): Row {
  const c = new Float64Array(flows.length * products);
  const isMass = cell.kind.startsWith('mass');
  const amount = (i: number): number => flows[i] * (isMass ? molarMass[i] : 1);
  const addTotal = (product: number, factor: number): void => {
    for (let i = 0; i < flows.length; i++) c[i * products + product] += factor * amount(i);
  };
  const { component: i, product: p, value: v } = cell;
  const whole = i === undefined ? flows.reduce((sum, _, j) => sum + amount(j), 0) : amount(i);
  if (i === undefined) addTotal(p, 1);
  else c[i * products + p] += whole;
  if (cell.kind === 'ratio') {
    addTotal(cell.over ?? p, -v);
    return scaled(c, 0);
  }
  if (cell.kind === 'recovery' || cell.kind === 'mass-recovery') return scaled(c, v * whole);
  if (cell.kind === 'flow' || cell.kind === 'mass-flow') return scaled(c, v);
  addTotal(p, -v);
  return scaled(c, 0);
}

function scaled(c: Float64Array, b: number): Row {
  const size = c.reduce((most, k) => Math.max(most, Math.abs(k)), 0);
  return size > 0 ? { c: c.map((k) => k / size), b: b / size } : { c, b };
}

/** Σₚ uᵢₚ = 1: what is fed comes out. */
export function componentRow(n: number, products: number, i: number): Row {
  const c = new Float64Array(n * products);
  c.fill(1, i * products, (i + 1) * products);
  return { c, b: 1 };
}
