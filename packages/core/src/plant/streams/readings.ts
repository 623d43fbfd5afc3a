/** What comes out of a stream that enters a unit. */
import type { CaseMixture, QuantityBasis } from '@keen-ladder/schema';
import type { Dimension } from '../../measures/index.ts';
import { reading } from '../reading.ts';
import type { Reading } from '../reading.ts';
import type { FeedFacts } from './feed.ts';

const FRACTION_OF: Record<QuantityBasis, Dimension> = { mole: 'moleFraction', mass: 'massFraction', volume: 'volumeFraction' };

/** Behind a name, where it is not by moles. */
const byBasis = (basis: QuantityBasis): string => (basis === 'mole' ? '' : ` by ${basis}`);

/** Every fact of a stream that enters a unit. */
export function feedReadings(inlet: string, name: string, facts: FeedFacts, { components }: CaseMixture): Reading[] {
  const of = (at: string, what: string, measure: Dimension, value: number | null): Reading =>
    reading(`${inlet}/${at}`, `${what} of ${name}`, measure, value);
  const fractions: [QuantityBasis, number[]][] = [
    ['mole', facts.moleFractions],
    ['mass', facts.massFractions],
    ['volume', facts.volumeFractions],
  ];
  return [
    of('flow', 'flow', 'molarFlow', facts.molarFlow),
    of('flow/mass', 'flow by mass', 'massFlow', facts.massFlow),
    of('flow/volume', 'flow by standard volume', 'standardLiquidFlow', facts.standardLiquidFlow),
    of('flow/actual', 'volume flow', 'volumeFlow', facts.volumeFlow),
    of('temperature', 'temperature', 'temperature', facts.T),
    of('pressure', 'pressure', 'pressure', facts.P),
    of('enthalpy', 'enthalpy', 'molarEnergy', facts.enthalpy),
    of('vapour-fraction', 'vapour fraction', 'ratio', facts.vapourFraction),
    of('bubble-point', 'bubble point', 'temperature', facts.bubblePoint),
    of('dew-point', 'dew point', 'temperature', facts.dewPoint),
    of('q', 'feed quality q', 'ratio', facts.q),
    of('molar-mass', 'molar mass', 'molarMass', facts.molarMass),
    ...fractions.flatMap(([basis, parts]) =>
      components.map((c, i) =>
        reading(
          `${inlet}/fraction/${c.id}${basis === 'mole' ? '' : `/${basis}`}`,
          `${c.name} in ${name}${byBasis(basis)}`,
          FRACTION_OF[basis],
          parts[i],
        ),
      ),
    ),
  ];
}
