export {
  components,
  findComponent,
  interactionPairs,
  nrtlPairs,
  orientedPair,
  sources,
  uniquacPairs,
  wilsonPairs,
} from './databank.ts';
export type {
  ActivityPair,
  ComponentRecord,
  Correlation,
  CorrelationForm,
  CubicName,
  InteractionPair,
  NrtlPair,
  Sourced,
  UniquacPair,
  WilsonPair,
} from './record.ts';
