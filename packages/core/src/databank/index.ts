export { components, findComponent, interactionPairs, nrtlPairs, orientedPair, sources, wilsonPairs } from './databank.ts';
export type {
  ComponentRecord,
  Correlation,
  CorrelationForm,
  CubicName,
  InteractionPair,
  NrtlPair,
  Sourced,
  WilsonPair,
} from './record.ts';
