/** What a drum begins with. */
import type { DrumUnit } from '@keen-ladder/schema';
import { USUAL_SITE } from '../site.ts';

/** A drum at the pressure of its surroundings, as a flash after a valve often is, of which the second thing is asked. */
export function newDrum(id: string, name: string): DrumUnit {
  return {
    id,
    kind: 'drum',
    name,
    known: [
      { by: 'pressure', value: USUAL_SITE.barometricPressure },
      { by: 'temperature', value: null },
    ],
  };
}
