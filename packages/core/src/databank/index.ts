export { components, findComponent, findNrtlPair, nrtlPairs, orientedPair, sources } from './databank.ts';
export type { ComponentRecord, Correlation, CorrelationForm, NrtlPair, Sourced } from './record.ts';
