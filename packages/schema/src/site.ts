/** Where the plant stands: its barometric pressure, its standard temperature, what cools and heats. */
import { z } from 'zod';
import { number } from './primitives.ts';

/** A coolant's or heating medium's temperature, K, and the smallest difference to it that an exchanger keeps, K. */
export const CoolingLevel = z.strictObject({ temperature: number.min(50).max(900), approach: number.min(0).max(200) });
export type CoolingLevel = z.infer<typeof CoolingLevel>;

/** A site. */
export const SiteConditions = z.strictObject({
  barometricPressure: number.min(1e4).max(2e5), // Pa
  /** Temperature of standard liquid volumes, K. */
  standardTemperature: number.min(250).max(320),
  cooling: z.strictObject({ water: CoolingLevel, air: CoolingLevel, refrigerant: CoolingLevel }),
  /** What heats reboilers, as a coolant the other way round. */
  heating: CoolingLevel,
});
export type SiteConditions = z.infer<typeof SiteConditions>;
/** Its coolants. */
export type CoolingName = keyof SiteConditions['cooling'];
