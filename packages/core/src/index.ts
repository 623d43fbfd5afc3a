/** The engine: no DOM, no Node, no input or output. SI units throughout. */
export * from './numerics/index.ts';
export * from './measures/index.ts';
export * from './databank/index.ts';
export * from './properties/index.ts';
export * from './transport/index.ts';
export * from './thermo/index.ts';
export * from './equilibrium/index.ts';
export * from './residue/index.ts';
export * from './regression/index.ts';
export * from './balance/index.ts';
export * from './shortcut/index.ts';
export * from './binary/index.ts';
export * from './absorption/index.ts';
export { chordOf, GRAVITY, heightOf, liquidVolume, PACKINGS, packingOf, trayAreas, vapourVolume } from './hardware/index.ts';
export type { BedRating, ByMethod, Outside, Tray, TrayAreas, TrayRating } from './hardware/index.ts';
export * from './mixture/index.ts';
export * from './plant/index.ts';
export * from './case/index.ts';
