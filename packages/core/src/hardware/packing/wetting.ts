/** Least liquid that keeps a packing wet. */
import { GRAVITY } from '../loads.ts';

/** Least liquid to a perimeter, m²/s: 0.08 m³/(h m), of rings above 75 mm 0.12. Morris & Jackson, Absorption Towers (1953). */
export const leastWettingRate = (size: number | null): number => (size !== null && size > 0.075 ? 0.12 : 0.08) / 3600;

/** Least superficial liquid velocity, m/s. @param area m²/m³ */
export const leastLiquid = (area: number, size: number | null): number => leastWettingRate(size) * area;

/** Schmidt, IChemE Symp. Ser. 56 (1979) 3.1/1: for comparison, medium trust. @param angle TL, 0 to 0.9, by liquid and material */
export const schmidtLeast = (density: number, tension: number, viscosity: number, area: number, angle: number): number =>
  (7.7e-6 * ((density * tension ** 3) / (viscosity ** 4 * GRAVITY)) ** (2 / 9) * Math.sqrt(GRAVITY / area)) / Math.sqrt(1 - angle);
