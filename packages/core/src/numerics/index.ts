export { factorCholesky, factorDense, solveCholesky, solveDense } from './dense.ts';
export { open, outOfReach, passOn, rescued, solved, valueOrInterrupt } from './outcome.ts';
export { bracketedRoot } from './roots.ts';
export type { ColumnPlace, OpenPoint, Outcome, Reason, Report, Warning } from './outcome.ts';
