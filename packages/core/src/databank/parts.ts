import type { Mixture } from '@keen-ladder/schema';

/** What the databank has for a mixture: copies that a case keeps. */
export type DatabankParts = Omit<Mixture, 'model' | 'options'>;
