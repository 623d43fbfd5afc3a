/** What comes out of a column's hardware, number by number. */
import { reading } from '../../reading.ts';
import type { Reading } from '../../reading.ts';
import { dropOf } from './describe.ts';
import type { HardwareFacts, SectionFacts } from './facts.ts';

/** The vessel, then section by section what is built and how near it comes to its limits, then every rung. */
export function hardwareReadings({ sections, vessel, ends, pressure }: HardwareFacts): Reading[] {
  return [
    reading('height', 'height between the tangents', 'length', vessel.height),
    reading('wall', 'wall of the vessel', 'smallLength', vessel.wall),
    reading('mass', 'mass of the empty vessel', 'mass', vessel.mass),
    reading('drop', 'pressure drop of trays and packing', 'pressureDrop', dropOf(sections).drop),
    reading('bottom-pressure', 'pressure at the bottom by the hardware', 'pressure', pressure?.at(-1)),
    ...(ends.condenser === null ? [] : [reading('condenser-area', 'area of the condenser', 'area', ends.condenser.area)]),
    ...(ends.reboiler === null ? [] : [reading('reboiler-area', 'area of the reboiler', 'area', ends.reboiler.area)]),
    ...(ends.drum === null ? [] : [reading('drum-volume', 'volume of the reflux drum', 'volume', ends.drum.volume)]),
    ...sections.flatMap(sectionReadings),
  ];
}

function sectionReadings(section: SectionFacts, k: number): Reading[] {
  const at = (what: string): string => `section/${k + 1}/${what}`;
  const name = (what: string): string => `${what} of section ${k + 1}`;
  const { packed, limits } = section;
  return [
    reading(at('diameter'), name('diameter'), 'length', section.diameter),
    reading(at('needed-diameter'), name('diameter needed'), 'length', section.needed),
    reading(at('height'), name('height'), 'length', section.height),
    reading(at('drop'), name('pressure drop'), 'pressureDrop', section.drop),
    ...(section.trays === null ? [] : [reading(at('trays'), name('real trays'), 'count', section.trays)]),
    ...(section.efficiency === null
      ? []
      : [reading(at('efficiency'), name('overall efficiency'), 'ratio', section.efficiency.value)]),
    ...(packed === null
      ? []
      : [
          reading(at('stage-height'), name('height of a stage'), 'length', packed.hetp),
          reading(at('beds'), name('beds'), 'count', packed.beds),
        ]),
    ...limits.map((limit) => reading(at(`limit/${limit.name}`), name(`${limit.name}, of its limit,`), 'ratio', limit.share)),
    ...section.rungs.flatMap(({ rung, tray, bed }): Reading[] => [
      {
        ...reading(at(`flooding/${rung}`), `share of flooding on rung ${rung}`, 'ratio', tray?.flooding ?? bed?.flooding),
        isDetail: true,
      },
    ]),
  ];
}
