/** Pipes and nozzles. */

/** Economic diameter of a carbon-steel pipe, m: 293 G^0.53 ρ^−0.37 mm; C&R, vol. 6, section 5.6. @param flow kg/s */
export const economicPipe = (flow: number, density: number): number => 0.293 * flow ** 0.53 * density ** -0.37;

/** What flows through a nozzle. */
export type NozzleDuty = 'vapour' | 'liquid-pumped' | 'liquid-by-gravity' | 'feed-with-vapour';

/** m/s to choose a nozzle for: common practice, the middle of the ranges of C&R, chapter 5, and Kister, Distillation Operation (1990). */
const VELOCITIES: Record<NozzleDuty, number> = {
  vapour: 20,
  'liquid-pumped': 2,
  'liquid-by-gravity': 0.6,
  'feed-with-vapour': 15,
};

/** ρu² at most, Pa: vapour 6000, a feed with vapour 3000; common practice. */
const MOMENTUM: Partial<Record<NozzleDuty, number>> = { vapour: 6000, 'feed-with-vapour': 3000 };

/** Nominal bores, m: ISO 6708. */
const BORES = [25, 40, 50, 80, 100, 150, 200, 250, 300, 350, 400, 450, 500, 600, 700, 800, 900, 1000, 1200, 1400, 1600];

/** The next nominal bore, m, that keeps velocity and momentum below what is usual. @param flow m³/s */
export function nozzleBore(duty: NozzleDuty, flow: number, density: number): number {
  const most = Math.min(VELOCITIES[duty], Math.sqrt((MOMENTUM[duty] ?? Number.POSITIVE_INFINITY) / density));
  const needed = Math.sqrt((4 * flow) / (Math.PI * most));
  const bore = BORES.find((mm) => mm / 1e3 >= needed);
  return bore === undefined ? Math.ceil(needed * 10) / 10 : bore / 1e3;
}
