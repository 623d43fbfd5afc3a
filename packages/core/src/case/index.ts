/** A case as a graph of stops, unit by unit: what it begins with, what each stop reads, how all of it is solved. */
export { emptyMixture, newCaseDocument, newColumn, newDrum, newStream } from './newCase.ts';
export type { ColumnCase } from './newCase.ts';
export { createCaseSolver, inputHashes } from './solver.ts';
export type { CaseResults, CaseSolver, DrumResult, FeedResult, LimitsResult, SlopesResult } from './solver.ts';
