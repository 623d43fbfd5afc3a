export { csvOf } from './csv.ts';
export * from './api.ts';
export {
  CaseDocument,
  ComponentRecord,
  Display,
  HenryPair,
  InteractionPair,
  CaseMixture,
  Mixture,
  ModelOptions,
  NrtlPair,
  SCHEMA_VERSION,
  UniquacPair,
  WilsonPair,
} from './document.ts';
export { CaseFile, CaseName, readCaseFile, readStoredDocument, sentence, writeCaseFile } from './file.ts';
export { DEMO_PROJECT, emptyMixture, FIRST_CASE, newCaseDocument, newStream } from './newCase.ts';
export type { ReadCase, ReadResult } from './file.ts';
export { LadderNumbers, ResultFile } from './result.ts';
