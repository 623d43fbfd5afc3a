import type { ComponentRecord } from '../databank/index.ts';
import { R } from '../properties/index.ts';
import { makePhaseProperties } from '../thermo/index.ts';
import type { Phase } from '../thermo/index.ts';
import { cubicOf } from './mixtures.ts';

/** Z of a pure component by Peng-Robinson. */
export function compressibility(c: ComponentRecord, T: number, P: number, phase: Phase): number {
  const out = makePhaseProperties(1);
  cubicOf([c]).evaluate(phase, T, P, Float64Array.of(1), out, 'all');
  return (out.volume * P) / (R * T);
}
