/**
 * Overall efficiency of a distillation column's trays, 0 to 1: 0.503 (α μ)^−0.226, μ in mPa s, α of the keys, both at the mean temperature of
 * the column. Of O'Connell's curve (Trans. AIChE 42 (1946) 741) as Lockett fits it, Distillation Tray Fundamentals (1986); some 10 % of it.
 * @param viscosity of the feed as liquid, Pa s
 */
export function oConnell(alpha: number, viscosity: number): number {
  return 0.503 * (alpha * viscosity * 1e3) ** -0.226;
}
