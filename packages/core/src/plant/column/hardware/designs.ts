/** Two designs of one column beside each other: as it is, and trays in the place of packing, packing in the place of trays. */
import type { HardwareInputs } from '@keen-ladder/schema';
import { USUAL_SHARE } from './begin.ts';
import { dropOf } from './describe.ts';
import type { AgreedPressure, HardwareFacts, HardwareDesign } from './facts.ts';
import { PASSED } from './mend.ts';

/** The other way: each section sized anew for the share that is usual there. What was said of its trays and of its packing stays. */
export const turned = (hardware: HardwareInputs): HardwareInputs => ({
  ...hardware,
  sections: hardware.sections.map((section) => {
    const contact = section.contact === 'trays' ? 'packing' : 'trays';
    return { ...section, contact, share: USUAL_SHARE[contact], diameter: null, mostDrop: null };
  }),
});

/** A design in few figures. */
export function designOf({ sections, vessel }: HardwareFacts, agreed: AgreedPressure | null): HardwareDesign {
  const contacts = new Set(sections.map(({ contact }) => contact));
  const [contact = 'trays'] = contacts;
  return {
    contact: contacts.size > 1 ? 'both' : contact,
    diameters: sections.map(({ diameter }) => diameter),
    height: vessel.height,
    trays: sections.reduce((sum, { trays }) => sum + (trays ?? 0), 0),
    packing: sections.reduce((sum, { packed }) => sum + (packed?.packing ?? 0), 0),
    ...dropOf(sections),
    mass: vessel.mass,
    bottom: agreed === null ? null : { P: agreed.values[agreed.values.length - 1], T: agreed.bottomT, heat: agreed.reboilerDuty },
    passed: [...new Set(sections.flatMap(({ limits }) => limits.filter(({ share }) => share > PASSED).map(({ name }) => name)))],
  };
}
