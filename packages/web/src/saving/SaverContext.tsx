import { createContext, use } from 'react';
import type { Saver } from './saver.ts';

export const SaverContext = createContext<Saver | undefined>(undefined);

export function useSaver(): Saver {
  const saver = use(SaverContext);
  if (saver === undefined) throw new Error('useSaver outside its provider');
  return saver;
}
