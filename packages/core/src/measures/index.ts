export { findUnit, fromSI, toSI, units, unitsOf } from './dimensions.ts';
export {
  cellName,
  cellNumber,
  explain,
  explainIons,
  explainObstacle,
  explainOpenPoint,
  explainWarning,
  showIn,
} from './explain.ts';
export { formatEntered, formatFixed, formatFraction, formatNumber, formatQuantity } from './format.ts';
export { shownUnit, UNIT_SETS } from './unitSets.ts';
export { capital } from './words.ts';
export { explainParse, parseQuantity, parseReflux } from './parse.ts';
export type { Dimension, Site, Unit } from './dimensions.ts';
export type { Show } from './explain.ts';
export type { UnitSetName } from './unitSets.ts';
export type { Parsed, ParseProblem, Quantity, Reflux } from './parse.ts';
