/**
 * Operating lines at constant molar overflow, per mole of feed: one for each section between two streams, from the balances around the top,
 *   V y = L x + Δx,  V − L = Δ,
 * Δ and Δx being what goes up in all and of the light component. Each feed or draw adds q f to L, takes (1 − q) f from V and moves the line so that
 * the lines above and below meet on its own: with t = y − x, the height above the diagonal,
 *   x = z + (q − 1) t,  y = z + q t,  t = (Δx − Δ z)/(V q + L (1 − q)), for every q: no case of its own for q = 1.
 * Source: McCabe & Thiele, Ind. Eng. Chem. 17 (1925) 605; McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed.
 * (1993), ch. 18; side streams and open steam: Treybal, Mass-Transfer Operations, 3rd ed. (1980), ch. 9.
 */
import { distillateLaw } from './column.ts';
import type { BinaryColumn, Entry } from './column.ts';

/** y = slope · x + intercept */
export interface Line {
  slope: number;
  intercept: number;
}

/** A part of the column between two streams, with its operating line. */
export interface Section {
  /** Flows per mole of feed, mol/mol. */
  liquid: number;
  vapour: number;
  /** What goes up in all, and of the light component, per mole of feed. */
  net: number;
  netLight: number;
  line: Line;
}

/** Where the lines above and below a feed or a draw meet. */
export interface Crossing extends Pick<Entry, 'kind' | 'index' | 'z' | 'q'> {
  x: number;
  y: number;
}

/** The lines of all sections, from the top down. */
export interface OperatingLines {
  /** Flows per mole of feed, mol/mol. */
  distillate: number;
  bottoms: number;
  /** null with a reboiler. */
  steam: number | null;
  /** From the top down, with a crossing between each two. */
  sections: Section[];
  crossings: Crossing[];
}

/** @param R reflux ratio inside the column, mol/mol */
export function operatingLines(column: BinaryColumn, entries: readonly Entry[], R: number): OperatingLines {
  const { xD, xB } = column;
  const { d0, d1 } = distillateLaw(column, entries);
  const distillate = d0 / (1 - d1 * R);
  const sections: Section[] = [];
  const crossings: Crossing[] = [];
  let [liquid, vapour, net, netLight] = [R * distillate, (R + 1) * distillate, distillate, distillate * xD];
  const section = (): Section => ({
    liquid,
    vapour,
    net,
    netLight,
    line: { slope: liquid / vapour, intercept: netLight / vapour },
  });
  for (const { kind, index, flow, z, q } of entries) {
    sections.push(section());
    const t = (netLight - net * z) / (vapour * q + liquid * (1 - q));
    crossings.push({ kind, index, z, q, x: z + (q - 1) * t, y: z + q * t });
    liquid += q * flow;
    vapour -= (1 - q) * flow;
    net -= flow;
    netLight -= flow * z;
  }
  const bottoms = column.bottom === 'steam' ? liquid : liquid - vapour;
  netLight = -bottoms * xB; // the same, without the rounding of the sum
  sections.push(section());
  return { distillate, bottoms, steam: column.bottom === 'steam' ? vapour : null, sections, crossings };
}

/** y on a line at x. */
export const onLine = (line: Line, x: number): number => line.slope * x + line.intercept;

/** The operating line that holds at x when every feed and draw is at its best place. */
export function sectionAt({ crossings }: OperatingLines, x: number): number {
  let k = 0;
  while (k < crossings.length && x <= crossings[k].x) k++;
  return k;
}
