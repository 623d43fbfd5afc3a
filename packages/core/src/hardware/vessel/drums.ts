/** Drums beside a column: separators and decanters. SI. */

/** Settling velocity of drops in vapour, m/s: 0.07 √[(ρL − ρV)/ρV]; without a mist pad 0.15 of it. C&R, vol. 6, section 10.9. */
export const settlingVelocity = (liquidDensity: number, vapourDensity: number, hasPad: boolean): number =>
  (hasPad ? 1 : 0.15) * 0.07 * Math.sqrt((liquidDensity - vapourDensity) / vapourDensity);

/** Diameter of a vertical separator, m. @param vapour m³/s */
export const separatorDiameter = (vapour: number, velocity: number): number => Math.sqrt((4 * vapour) / (Math.PI * velocity));

/** K of a vertical drum, ft/s, by its flow parameter: Blackwell (1984), after Watkins (1967); 85 % of flooding. */
export function blackwellK(F: number): number {
  const x = Math.log(F);
  return Math.exp(-1.877478097 + x * (-0.8145804597 + x * (-0.1870744085 + x * (-0.0145228667 - x * 0.0010148518))));
}

/** Stokes' settling of a drop, m/s. @param drop m */
export const stokes = (drop: number, lighter: number, heavier: number, viscosity: number): number =>
  (drop ** 2 * 9.81 * (heavier - lighter)) / (18 * viscosity);

/** Diameter of the drop that settles at a velocity, m. */
export const dropOf = (velocity: number, lighter: number, heavier: number, viscosity: number): number =>
  Math.sqrt((18 * viscosity * velocity) / (9.81 * (heavier - lighter)));

/** Length of a lying drum over its diameter: 3, practice (Walas). */
const SLENDER = 3;

/** A lying drum that half full holds so many seconds of a flow: m³ and m. @param flow of liquid, m³/s */
export function halfFullDrum(flow: number, time: number): { volume: number; diameter: number; length: number } {
  const volume = 2 * flow * time;
  const diameter = Math.cbrt((4 * volume) / (Math.PI * SLENDER));
  return { volume, diameter, length: SLENDER * diameter };
}
