import type { ComponentRecord } from '@keen-ladder/schema';
import { R } from '../properties/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase } from '../thermo/index.ts';
import { cubicOf } from './mixtures.ts';

/** Z of a pure component by Peng-Robinson. */
export function compressibility(c: ComponentRecord, T: number, P: number, phase: Phase): number {
  const out = new PhaseProperties(1);
  cubicOf([c]).evaluate(phase, Float64Array.of(1), out.at(T, P), 'all');
  return (out.volume * P) / (R * T);
}
