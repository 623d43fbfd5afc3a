/**
 * Operating lines and q-line at constant molar overflow, per mole of feed. With t = y − x, the height above the diagonal, the q-line is
 *   x = z + (q − 1) t,  y = z + q t
 * and meets both operating lines where t = (xD − z)/(R + q), for every q: no case of its own for q = 1.
 * Source: McCabe & Thiele, Ind. Eng. Chem. 17 (1925) 605; McCabe, Smith & Harriott, Unit Operations of Chemical Engineering, 5th ed.
 * (1993), ch. 18.
 */
export interface Split {
  /** Mole fractions of the more volatile component in feed, distillate and bottoms: 0 < xB < z < xD < 1. */
  z: number;
  xD: number;
  xB: number;
  /** Feed quality: moles of liquid that a mole of feed adds to the stripping section; 1 saturated liquid, 0 saturated vapour. */
  q: number;
}

/** y = slope · x + intercept */
export interface Line {
  slope: number;
  intercept: number;
}

export interface OperatingLines {
  /** Flows per mole of feed, mol/mol. */
  distillate: number;
  bottoms: number;
  liquidAbove: number;
  vapourAbove: number;
  liquidBelow: number;
  vapourBelow: number;
  above: Line;
  below: Line;
  crossing: { x: number; y: number };
}

export const distillatePerFeed = ({ z, xD, xB }: Split): number => (z - xB) / (xD - xB);

export function operatingLines(split: Split, R: number): OperatingLines {
  const { z, xD, xB, q } = split;
  const D = distillatePerFeed(split);
  const B = 1 - D;
  const L = R * D;
  const V = L + D;
  const below = { L: L + q, V: V - (1 - q) };
  const t = (xD - z) / (R + q);
  return {
    distillate: D,
    bottoms: B,
    liquidAbove: L,
    vapourAbove: V,
    liquidBelow: below.L,
    vapourBelow: below.V,
    above: { slope: L / V, intercept: (D * xD) / V },
    below: { slope: below.L / below.V, intercept: (-B * xB) / below.V },
    crossing: { x: z + (q - 1) * t, y: z + q * t },
  };
}

export const onLine = (line: Line, x: number): number => line.slope * x + line.intercept;
