/** The thread in which numbers that the network asks for are worked out. */
import type { CaseDocument, NumberAt } from '@keen-ladder/schema';
import { numbersAt } from './numbers.ts';

export interface Asked {
  document: CaseDocument;
  addresses: string[];
  /** ms after which columns are searched no longer. */
  longest: number;
}

export default function numbersOf({ document, addresses, longest }: Asked): NumberAt[] {
  const ends = performance.now() + longest;
  return numbersAt(document, addresses, () => performance.now() > ends);
}
