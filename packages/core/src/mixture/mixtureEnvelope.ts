/** The phase envelope of a document's mixture, as far as it is there. */
import type { Mixture } from '@keen-ladder/schema';
import { phaseEnvelope } from '../equilibrium/index.ts';
import type { PhaseEnvelope } from '../equilibrium/index.ts';
import { outOfReach, passOn } from '../numerics/index.ts';
import type { Outcome } from '../numerics/index.ts';
import { buildModel, isEquationOfState } from '../thermo/index.ts';

/**
 * @param x mole fractions by component; what is not there is left out
 * @returns solved; out-of-reach: `two-equations` for an activity model, or why there is no envelope
 */
export function mixtureEnvelope(mixture: Mixture, x: readonly number[]): Outcome<PhaseEnvelope> {
  if (!isEquationOfState(mixture.model)) return outOfReach({ code: 'two-equations' });
  const present = mixture.components.filter((_, i) => x[i] > 0);
  const model = buildModel({ ...mixture, components: present });
  if (model.state !== 'solved') return passOn(model);
  return phaseEnvelope(model.value, Float64Array.from(x.filter((part) => part > 0)));
}
