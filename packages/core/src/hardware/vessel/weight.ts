/** Weight of a column, and what wind does to it: Coulson & Richardson, vol. 6, chapter 13. N, m, Pa. */

/** Vessel of steel, N: 240 Cv Dm (Hv + 0.8 Dm) t, t in mm; Cv 1.15 with the fittings of a column, 1.08 with few. */
export const vesselWeight = (meanDiameter: number, height: number, wall: number, Cv = 1.15): number =>
  240 * Cv * meanDiameter * (height + 0.8 * meanDiameter) * 1e3 * wall;

/** Plates with their liquid, 1.2 kN/m²: practice. */
export const PLATE_LOAD = 1200; // N/m²

/** Insulation, N, doubled for fittings. @param thickness m @param density kg/m³ */
export const insulationWeight = (
  D: number,
  height: number,
  thickness: number,
  density: number,
): { volume: number; weight: number } => {
  const volume = Math.PI * D * height * thickness;
  return { volume, weight: 2 * volume * density * 9.81 };
};

/** Bending moment at the base, N m, by a wind load on each m of height. */
export const bendingMoment = (load: number, height: number): number => (load * height ** 2) / 2;

/** Stresses at the base of a column, Pa; compression negative where signed. */
export function baseStresses(P: number, D: number, wall: number, weight: number, moment: number) {
  const longitudinal = (P * D) / (4 * wall);
  const circumferential = (P * D) / (2 * wall);
  const deadWeight = weight / (Math.PI * (D + wall) * wall);
  const outer = D + 2 * wall;
  const secondMoment = (Math.PI / 64) * (outer ** 4 - D ** 4);
  const bending = (moment / secondMoment) * (D / 2 + wall);
  return {
    longitudinal,
    circumferential,
    deadWeight,
    secondMoment,
    bending,
    upwind: longitudinal - deadWeight + bending,
    downwind: longitudinal - deadWeight - bending,
    buckling: 2e10 * (wall / outer),
    mostCompression: deadWeight + bending,
  };
}
