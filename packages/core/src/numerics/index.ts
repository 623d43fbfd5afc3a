export { BlockTridiagonal } from './blockTridiagonal.ts';
export { factorCholesky, factorDense, solveCholesky, solveDense } from './dense.ts';
export { smallestMiss } from './feasible.ts';
export { open, outOfReach, passOn, rescued, solved, valueOrInterrupt } from './outcome.ts';
export { bracketedRoot } from './roots.ts';
export type { OpenPoint, OpenPoints, Outcome, Reason, Reasons, Report, Warning, Warnings } from './outcome.ts';
