import type { CoolingLevel, SiteConditions } from '@keen-ladder/schema';
/** What a site has where nothing was said of it. */

const ATMOSPHERE = 101325; // Pa

/** Common practice: cooling water of 30 °C, air of 35 °C, chilled brine of −10 °C, steam of 10 bar at 180 °C, each with the smallest difference exchangers are built for. */
export const USUAL_SITE: SiteConditions = {
  barometricPressure: ATMOSPHERE,
  standardTemperature: 288.15,
  cooling: {
    water: { temperature: 303.15, approach: 10 },
    air: { temperature: 308.15, approach: 15 },
    refrigerant: { temperature: 263.15, approach: 5 },
  },
  heating: { temperature: 453.15, approach: 10 },
};

const isSame = (a: CoolingLevel, b: CoolingLevel): boolean => a.temperature === b.temperature && a.approach === b.approach;

/** Whether anything was said of how the site cools and heats. */
export function hasOwnUtilities({ cooling, heating }: SiteConditions): boolean {
  const { cooling: usual } = USUAL_SITE;
  return !(
    isSame(heating, USUAL_SITE.heating) &&
    isSame(cooling.water, usual.water) &&
    isSame(cooling.air, usual.air) &&
    isSame(cooling.refrigerant, usual.refrigerant)
  );
}
