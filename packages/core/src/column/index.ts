export { solveColumn } from './solve.ts';
export type { Bottom, ColumnFeed, ColumnInput, ColumnProduct, ColumnProfile, Handle, SolvedColumn, Target, Top } from './types.ts';
