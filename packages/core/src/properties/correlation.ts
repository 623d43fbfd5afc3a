import type { Correlation } from '@keen-ladder/schema';
/**
 * Pure-component correlations with their slopes, in the handbooks' forms; t = 1 − T/Tc, Tr = T/Tc:
 *   100               A + BT + CT² + DT³ + ET⁴
 *   101               exp(A + B/T + C ln T + D T^E)
 *   102               A T^B / (1 + C/T + D/T²)
 *   105               A / B^(1 + (1 − T/C)^D)
 *   106               A t^(B + C Tr + D Tr² + E Tr³);                                     c = [Tc, A, B, C, D, E]
 *   107               A + B[(C/T)/sinh(C/T)]² + D[(E/T)/cosh(E/T)]²
 *   114               A²/t + B − 2ACt − ADt² − C²t³/3 − CDt⁴/2 − D²t⁵/5;                   c = [Tc, A, B, C, D]
 *   116               A + B t^0.35 + C t^(2/3) + D t + E t^(4/3);                         c = [Tc, A, B, C, D, E]
 *   antoine           exp(A − B/(T + C))
 *   wagner-25, -36    Pc exp[(A t + B t^1.5 + C t^2.5 + D t⁵)/Tr], or with t³ and t⁶;       c = [Tc, Pc, A, B, C, D]
 *   vdi-hvap          R Tc (A t^(1/3) + B t^(2/3) + C t + D t² + E t⁶);                    c = [Tc, A, B, C, D, E]
 *   vdi-viscosity     E exp(A x^(1/3) + B x^(4/3)),  x = (C − T)/(T − D)
 *   trc               R[a₀ + (a₁/T²) exp(−a₂/T) + a₃y² + (a₄ − a₅/(T − a₇)²) y⁸],  y = (T − a₇)/(T + a₆) above a₇, else 0
 *   shomate           A + BT + CT² + DT³ + E/T²
 *   quasi-polynomial  R[A ln t + B/t + C + D Tr + E Tr² + F Tr³];                          c = [Tc, A … F]
 *   power-sum         Σ Aₖ t^nₖ;                                                           c = [Tc, A₁, n₁, A₂, n₂, A₃, n₃]
 * Coefficients are read one by one: taking an array apart in one go allocates.
 * Sources: Green & Perry (eds.), Perry's Chemical Engineers' Handbook, 8th ed. (2007), section 2; VDI Heat Atlas, 2nd ed. (2010),
 * section D3.1; Wagner, Cryogenics 13 (1973) 470; Frenkel et al., Thermodynamics of Organic Compounds in the Gas State (1994);
 * Zábranský et al. (1996); Mulero et al., J. Phys. Chem. Ref. Data 41 (2012) 043105.
 */

/** Molar gas constant, J/(mol K), exact since the SI of 2019. */
export const R = 8.31446261815324;

/**
 * A temperature, and there a value with its slope, filled by the functions here: the caller owns it, so that nothing is allocated in a loop. A class,
 * because plain objects of this shape share it with those of documents, and V8 then boxes every number that is written into them; the temperature stands
 * in it because V8 boxes what is handed from function to function too.
 */
export class ValueSlope {
  /** K. */
  T = 0;
  value = 0;
  dT = 0;

  /** @param T K */
  at(T: number): this {
    this.T = T;
    return this;
  }
}

/** Value and slope at `out.T` by the formula alone, range or not. Forms with t take t no lower than 1e-12. */
export function correlate(correlation: Correlation, out: ValueSlope): void {
  const c = correlation.c;
  const { T } = out;
  switch (correlation.form) {
    case '100':
      out.value = c[0] + T * (c[1] + T * (c[2] + T * (c[3] + T * c[4])));
      out.dT = c[1] + T * (2 * c[2] + T * (3 * c[3] + T * 4 * c[4]));
      return;
    case '101': {
      const power = c[3] * T ** c[4];
      out.value = Math.exp(c[0] + c[1] / T + c[2] * Math.log(T) + power);
      out.dT = out.value * (-c[1] / (T * T) + c[2] / T + (c[4] * power) / T);
      return;
    }
    case '102': {
      const below = 1 + c[2] / T + c[3] / (T * T);
      out.value = (c[0] * T ** c[1]) / below;
      out.dT = out.value * (c[1] / T + (c[2] / (T * T) + (2 * c[3]) / (T * T * T)) / below);
      return;
    }
    case '105':
      form105(c, out);
      return;
    case '106':
      watson(c, out);
      return;
    case '107':
      alyLee(c, out);
      return;
    case '114':
      form114(c, out);
      return;
    case '116':
      form116(c, out);
      return;
    case 'antoine':
      out.value = Math.exp(c[0] - c[1] / (T + c[2]));
      out.dT = (out.value * c[1]) / (T + c[2]) ** 2;
      return;
    case 'wagner-25':
      wagner(c, 2.5, 5, out);
      return;
    case 'wagner-36':
      wagner(c, 3, 6, out);
      return;
    case 'vdi-hvap':
      vdiHvap(c, out);
      return;
    case 'vdi-viscosity':
      vdiViscosity(c, out);
      return;
    case 'trc':
      trc(c, out);
      return;
    case 'shomate':
      out.value = c[0] + T * (c[1] + T * (c[2] + T * c[3])) + c[4] / (T * T);
      out.dT = c[1] + T * (2 * c[2] + T * 3 * c[3]) - (2 * c[4]) / (T * T * T);
      return;
    case 'quasi-polynomial':
      quasiPolynomial(c, out);
      return;
    case 'power-sum':
      powerSum(c, out);
      return;
  }
}

/** 1 − T/Tc, kept above zero. Who uses it is kept small: V8 puts it in place of the call only there, and a call boxes. */
function below(T: number, Tc: number): number {
  return Math.max(1 - T / Tc, 1e-12);
}

function form105(c: number[], out: ValueSlope): void {
  const { T } = out;
  const t = below(T, c[2]);
  const power = t ** c[3];
  out.value = c[0] * c[1] ** -(1 + power);
  out.dT = (out.value * Math.log(c[1]) * c[3] * power) / t / c[2];
}

function form114(c: number[], out: ValueSlope): void {
  const { T } = out;
  const Tc = c[0];
  const A = c[1];
  const B = c[2];
  const C = c[3];
  const D = c[4];
  const t = below(T, Tc);
  out.value = (A * A) / t + B - t * (2 * A * C + t * (A * D + t * ((C * C) / 3 + t * ((C * D) / 2 + (t * D * D) / 5))));
  out.dT = ((A * A) / (t * t) + 2 * A * C + t * (2 * A * D + t * (C * C + t * (2 * C * D + t * D * D)))) / Tc;
}

function form116(c: number[], out: ValueSlope): void {
  const { T } = out;
  const Tc = c[0];
  const A = c[1];
  const B = c[2];
  const C = c[3];
  const D = c[4];
  const E = c[5];
  const t = below(T, Tc);
  const cube = Math.cbrt(t);
  out.value = A + B * t ** 0.35 + C * cube * cube + D * t + E * t * cube;
  out.dT = -(0.35 * B * t ** -0.65 + (2 / 3) * (C / cube) + D + (4 / 3) * E * cube) / Tc;
}

function vdiHvap(c: number[], out: ValueSlope): void {
  const { T } = out;
  const Tc = c[0];
  const A = c[1];
  const B = c[2];
  const C = c[3];
  const D = c[4];
  const E = c[5];
  const t = below(T, Tc);
  const cube = Math.cbrt(t);
  out.value = R * Tc * (A * cube + B * cube * cube + t * (C + t * (D + t ** 4 * E)));
  out.dT = -R * (A / (3 * cube * cube) + (2 / 3) * (B / cube) + C + 2 * D * t + 6 * E * t ** 5);
}

function quasiPolynomial(c: number[], out: ValueSlope): void {
  const { T } = out;
  const Tr = T / c[0];
  const t = below(T, c[0]);
  out.value = R * (c[1] * Math.log(t) + c[2] / t + c[3] + Tr * (c[4] + Tr * (c[5] + Tr * c[6])));
  out.dT = (R / c[0]) * (-c[1] / t + c[2] / (t * t) + c[4] + Tr * (2 * c[5] + Tr * 3 * c[6]));
}

function powerSum(c: number[], out: ValueSlope): void {
  const { T } = out;
  const t = below(T, c[0]);
  out.value = 0;
  out.dT = 0;
  for (let k = 1; k < 7; k += 2) {
    const term = c[k] * t ** c[k + 1];
    out.value += term;
    out.dT -= (c[k + 1] * term) / t / c[0];
  }
}

function vdiViscosity(c: number[], out: ValueSlope): void {
  const { T } = out;
  const A = c[0];
  const B = c[1];
  const C = c[2];
  const D = c[3];
  const E = c[4];
  const x = (C - T) / (T - D);
  const cube = Math.cbrt(x);
  out.value = E * Math.exp(A * cube + B * x * cube);
  const dx = -(1 + x) / (T - D);
  out.dT = out.value * dx * (A / (3 * cube * cube) + (4 / 3) * B * cube);
}

function watson(c: number[], out: ValueSlope): void {
  const { T } = out;
  const Tc = c[0];
  const A = c[1];
  const B = c[2];
  const C = c[3];
  const D = c[4];
  const E = c[5];
  const t = below(T, Tc);
  const Tr = T / Tc;
  const exponent = B + Tr * (C + Tr * (D + Tr * E));
  const slope = C + Tr * (2 * D + Tr * 3 * E);
  out.value = A * t ** exponent;
  out.dT = (out.value / Tc) * (slope * Math.log(t) - exponent / t);
}

/** Aly & Lee, Fluid Phase Equil. 6 (1981) 169. */
function alyLee(c: number[], out: ValueSlope): void {
  const { T } = out;
  const A = c[0];
  const B = c[1];
  const C = c[2];
  const D = c[3];
  const E = c[4];
  const u = C / T;
  const v = E / T;
  const s = Math.abs(u) < 1e-8 ? 1 : u / Math.sinh(u);
  const k = v / Math.cosh(v);
  out.value = A + B * s * s + D * k * k;
  const ds = Math.abs(u) < 1e-8 ? 0 : s * (1 / u - 1 / Math.tanh(u));
  const dk = v === 0 ? 0 : k * (1 / v - Math.tanh(v));
  out.dT = -(2 * B * s * ds * u + 2 * D * k * dk * v) / T;
}

function wagner(c: number[], third: number, fourth: number, out: ValueSlope): void {
  const { T } = out;
  const Tc = c[0];
  const Pc = c[1];
  const A = c[2];
  const B = c[3];
  const C = c[4];
  const D = c[5];
  const t = below(T, Tc);
  const Tr = 1 - t;
  const root = Math.sqrt(t);
  const high = C * t ** third;
  const highest = D * t ** fourth;
  const sum = A * t + B * t * root + high + highest;
  const slope = A + 1.5 * B * root + (third * high + fourth * highest) / t;
  out.value = Pc * Math.exp(sum / Tr);
  out.dT = (-out.value / Tc) * (slope / Tr + sum / (Tr * Tr));
}

function trc(c: number[], out: ValueSlope): void {
  const { T } = out;
  const e = (c[1] / (T * T)) * Math.exp(-c[2] / T);
  out.value = c[0] + e;
  out.dT = e * (c[2] / (T * T) - 2 / T);
  if (T > c[7]) {
    const w = 1 / (T + c[6]);
    const y = (T - c[7]) * w;
    const dy = (c[6] + c[7]) * w * w;
    const y2 = y * y;
    const y6 = y2 * y2 * y2;
    out.value += y2 * c[3] + y6 * (c[4] * y2 - c[5] * w * w); //      (T − a₇)² divides out of the last term
    out.dT += dy * (2 * c[3] * y + 8 * c[4] * y6 * y) - c[5] * w * w * (6 * y2 * y2 * y * dy - 2 * y6 * w);
  }
  out.value *= R;
  out.dT *= R;
}
