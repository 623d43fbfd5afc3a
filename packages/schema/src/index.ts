/** Shapes of everything that enters or leaves, in the order of a case: what it is made of, the document, files of it, requests, results. */
export * from './component.ts';
export * from './mixture.ts';
export * from './display.ts';
export * from './site.ts';
export * from './stream.ts';
export * from './connection.ts';
export * from './units/index.ts';
export { CaseDocument, SCHEMA_VERSION } from './document.ts';
export { CaseFile, CaseName, readCaseFile, readStoredDocument, sentence, writeCaseFile } from './file.ts';
export type { ReadCase, ReadResult } from './file.ts';
export * from './api.ts';
export { NumberAt, NumbersAsked, NumbersReply } from './numbers.ts';
export { DrumNumbers, LadderNumbers, ResultFile } from './result.ts';
export { csvOf } from './csv.ts';
