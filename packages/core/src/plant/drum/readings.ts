/** What comes out of a drum. */
import type { CaseMixture } from '@keen-ladder/schema';
import { reading } from '../reading.ts';
import type { Reading } from '../reading.ts';
import type { DrumFacts } from './drum.ts';
import { DRUM_PLACES } from './places.ts';

/** The state of a drum and what leaves it. */
export function drumReadings(facts: DrumFacts, { components }: CaseMixture): Reading[] {
  return [
    reading('temperature', 'temperature of the drum', 'temperature', facts.T),
    reading('pressure', 'pressure of the drum', 'pressure', facts.P),
    reading('duty', 'heat put into the drum', 'power', facts.duty),
    reading('vapour-fraction', 'vapour fraction of the drum', 'ratio', facts.vapourFraction),
    reading('flow', 'flow through the drum', 'molarFlow', facts.flow),
    ...DRUM_PLACES.flatMap(({ id, name }) => {
      const outlet = facts.outlets[id];
      return [
        reading(`flow/${id}`, `${name} flow`, 'molarFlow', outlet.flow),
        reading(`enthalpy/${id}`, `enthalpy of the ${name}`, 'molarEnergy', outlet.flow > 0 ? outlet.enthalpy : null),
        ...components.flatMap((c, i) => [
          reading(`flow/${id}/${c.id}`, `flow of ${c.name} in the ${name}`, 'molarFlow', outlet.flows[i]),
          reading(
            `fraction/${id}/${c.id}`,
            `${c.name} in the ${name}`,
            'moleFraction',
            outlet.flow > 0 ? outlet.fractions[i] : null,
          ),
        ]),
      ];
    }),
  ];
}
