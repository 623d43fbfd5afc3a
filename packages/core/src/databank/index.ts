export { orientedPair } from './pairs.ts';
export type * from './record.ts';
