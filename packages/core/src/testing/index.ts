export * from '../databank/whole.ts';
export * from './cases.ts';
export * from './equationOfState.ts';
export * from './mixtures.ts';
export * from './outcomes.ts';
export * from './published.ts';
export * from './slopes.ts';
export * from './tabulatedCurve.ts';
