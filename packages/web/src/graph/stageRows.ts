/** The stage table as rows of text and numbers, for copying and for files: units in the heading, full figures in the cells. */
import { findUnit, fromSI } from '@keen-ladder/core';
import type { Site, Stage } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';

export function stageRows(stages: readonly Stage[], display: CaseDocument['display'], site: Site): (string | number)[][] {
  const unit = findUnit('temperature', display.temperature);
  const head = ['stage from the top', `temperature, ${unit.id}`, 'x, mol/mol', 'y, mol/mol'];
  const rows = stages.map((s, k) => [k + 1, figure(fromSI(s.T, unit, site)), figure(s.x), figure(s.y)]);
  return [head, ...rows];
}

/** Eight figures: more than any datum holds, few enough to read. */
const figure = (value: number): number => Number(value.toPrecision(8));
