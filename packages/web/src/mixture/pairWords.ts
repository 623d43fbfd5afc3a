/** Where a pair's numbers come from, by shape and by word. */
import type { PairKind } from '@keen-ladder/core';

export const pairWords: Record<PairKind, { shape: string; word: string; meaning: string }> = {
  published: { shape: '●', word: 'published', meaning: 'parameters from a source that is named' },
  fitted: { shape: '◆', word: 'fitted', meaning: 'fitted to measured data' },
  typed: { shape: '■', word: 'set by you', meaning: 'typed in this case' },
  'by-groups': { shape: '◐', word: 'by groups', meaning: 'estimated from the groups of both molecules' },
  'by-solubility': {
    shape: '◒',
    word: 'solubility',
    meaning: 'solved from what the two dissolve of one another at one temperature',
  },
  'dissolved-gas': { shape: '▲', word: 'Henry', meaning: 'a gas dissolved by Henry’s law' },
  'no-constant': {
    shape: '△',
    word: 'no constant',
    meaning: 'no Henry’s constant of the gas in it: the other liquids speak for it',
  },
  'by-pure-components': { shape: '○', word: 'pure data', meaning: 'from the pure components alone' },
  'taken-as-zero': { shape: '□', word: 'kij = 0', meaning: 'no interaction is known: taken as nothing' },
  missing: { shape: '✕', word: 'missing', meaning: 'the model has nothing for it' },
};
