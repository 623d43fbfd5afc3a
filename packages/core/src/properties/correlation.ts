/**
 * Pure-component correlations with their slopes, in the handbooks' numbered forms:
 *   100       A + BT + CT² + DT³ + ET⁴
 *   101       exp(A + B/T + C ln T + D T^E)
 *   105       A / B^(1 + (1 − T/C)^D)
 *   114       A²/t + B − 2ACt − ADt² − C²t³/3 − CDt⁴/2 − D²t⁵/5,  t = 1 − T/Tc;  c = [Tc, A, B, C, D]
 *   116       A + B t^0.35 + C t^(2/3) + D t + E t^(4/3);                          c = [Tc, A, B, C, D, E]
 *   antoine   exp(A − B/(T + C))
 *   vdi-hvap  R Tc (A t^(1/3) + B t^(2/3) + C t + D t² + E t⁶);                    c = [Tc, A, B, C, D, E]
 * Sources: Green & Perry (eds.), Perry's Chemical Engineers' Handbook, 8th ed. (2007), section 2; VDI Heat Atlas, 2nd ed. (2010),
 * section D3.1.
 */
import type { Correlation } from '../databank/index.ts';

/** Molar gas constant, J/(mol K), exact since the SI of 2019. */
export const R = 8.31446261815324;

/** A value with its slope, filled by the functions here: the caller owns it, so that nothing is allocated in a loop. */
export interface ValueSlope {
  value: number;
  dT: number;
}

/** Value and slope by the formula alone, range or not. */
export function correlate(correlation: Correlation, T: number, out: ValueSlope): void {
  const c = correlation.c;
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
    case 'antoine':
      out.value = Math.exp(c[0] - c[1] / (T + c[2]));
      out.dT = (out.value * c[1]) / (T + c[2]) ** 2;
      return;
    case '105': {
      const t = 1 - T / c[2];
      const power = t ** c[3];
      out.value = c[0] * c[1] ** -(1 + power);
      out.dT = (out.value * Math.log(c[1]) * c[3] * power) / t / c[2];
      return;
    }
    case '114': {
      const [Tc, A, B, C, D] = c;
      const t = 1 - T / Tc;
      out.value = (A * A) / t + B - t * (2 * A * C + t * (A * D + t * ((C * C) / 3 + t * ((C * D) / 2 + (t * D * D) / 5))));
      out.dT = ((A * A) / (t * t) + 2 * A * C + t * (2 * A * D + t * (C * C + t * (2 * C * D + t * D * D)))) / Tc;
      return;
    }
    case '116': {
      const [Tc, A, B, C, D, E] = c;
      const t = 1 - T / Tc;
      const cube = Math.cbrt(t);
      out.value = A + B * t ** 0.35 + C * cube * cube + D * t + E * t * cube;
      out.dT = -(0.35 * B * t ** -0.65 + (2 / 3) * (C / cube) + D + (4 / 3) * E * cube) / Tc;
      return;
    }
    case 'vdi-hvap': {
      const [Tc, A, B, C, D, E] = c;
      const t = 1 - T / Tc;
      const cube = Math.cbrt(t);
      out.value = R * Tc * (A * cube + B * cube * cube + t * (C + t * (D + t ** 4 * E)));
      out.dT = -R * (A / (3 * cube * cube) + (2 / 3) * (B / cube) + C + 2 * D * t + 6 * E * t ** 5);
      return;
    }
  }
}
