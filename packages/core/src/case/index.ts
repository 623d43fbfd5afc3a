/** A case as a graph of stops, unit by unit: what it begins with, what each stop reads, how all of it is solved. */
export { emptyMixture, newCaseDocument, newStream } from './newCase.ts';
export type { ColumnCase } from './newCase.ts';
export { inputHashes } from './hashes.ts';
export type { InputHashes } from './hashes.ts';
export type { FeedResult } from './upstream.ts';
export { createCaseSolver } from './solver.ts';
export type { CaseResults, CaseSolver, DrumResult, LimitsResult, NodeResult, SlopesResult, UnitResult } from './solver.ts';
export * from './addresses/index.ts';
