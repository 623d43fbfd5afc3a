export { balanceSheet, cellValue } from './sheet.ts';
export { keysOf } from './keys.ts';
export type { FixedCell, SheetFeed } from './cells.ts';
export type { SheetKeys } from './keys.ts';
export type { SheetAnswer, SheetStanding } from './sheet.ts';
export { BALANCE_WORDS, cellName, cellNumber, cellWords } from './reasons.ts';
export type { NamedCell } from './reasons.ts';
