export { pairDiagram } from './pairDiagram.ts';
export type { Held, PairDiagram } from './pairDiagram.ts';
export { boundaries, residueCurve } from './residueCurves.ts';
export type { ResidueCurve } from './residueCurves.ts';
export { singularPoints } from './singularPoints.ts';
export type { SingularPoint, SingularPoints } from './singularPoints.ts';
