/** Which strips stand beside the ladder and how they count; kept in this browser. */
import { useState } from 'react';
import type { Numbering } from '../rungs.ts';

export const STRIPS = ['temperature', 'pressure', 'flows', 'liquid', 'vapour', 'volatility', 'K'] as const;

export type StripKey = (typeof STRIPS)[number];

export interface StripSettings extends Numbering {
  shown: StripKey[];
  basis: 'mole' | 'mass';
  /** Compositions and K over powers of ten. */
  isLogarithmic: boolean;
  /** Component that volatilities are counted by; null: the heaviest. */
  reference: string | null;
}

const USUAL: StripSettings = {
  shown: ['temperature', 'flows', 'liquid', 'volatility'],
  basis: 'mole',
  isLogarithmic: false,
  reference: null,
  from: 'top',
  isCondenserCounted: true,
};

const KEY = 'keen-ladder.strips';

export function useStripSettings(): [StripSettings, (change: Partial<StripSettings>) => void] {
  const [settings, setSettings] = useState(kept);
  const change = (part: Partial<StripSettings>) => {
    const next = { ...settings, ...part };
    setSettings(next);
    window.localStorage.setItem(KEY, JSON.stringify(next));
  };
  return [settings, change];
}

/** What an earlier visit left; anything else than settings is passed over. */
function kept(): StripSettings {
  try {
    const found: unknown = JSON.parse(window.localStorage.getItem(KEY) ?? 'null');
    if (typeof found !== 'object' || found === null) return USUAL;
    const { shown, basis, isLogarithmic, reference, from, isCondenserCounted } = found as Partial<
      Record<keyof StripSettings, unknown>
    >;
    return {
      shown: Array.isArray(shown) ? STRIPS.filter((key) => shown.includes(key)) : USUAL.shown,
      basis: basis === 'mass' ? 'mass' : 'mole',
      isLogarithmic: isLogarithmic === true,
      reference: typeof reference === 'string' ? reference : null,
      from: from === 'bottom' ? 'bottom' : 'top',
      isCondenserCounted: isCondenserCounted !== false,
    };
  } catch {
    return USUAL; // not JSON: nothing of ours
  }
}
