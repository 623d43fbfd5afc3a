/** What the stops of a unit read of its case, once: what follows knows nothing of the document. */
import type { CaseDocument, CaseMixture, SiteConditions, Unit } from '@keen-ladder/schema';
import type { OpenPoint } from '../numerics/index.ts';
import { connectionPoints, inletsOf } from './ports.ts';
import type { Inlet } from './ports.ts';

/** A unit's surroundings. */
export interface UnitInputs {
  mixture: CaseMixture;
  site: SiteConditions;
  /** What enters, in the order of the connections. */
  inlets: readonly Inlet[];
  /** What is wrong with what it is connected to. */
  connectionPoints: readonly OpenPoint[];
}

/** Reads the document for a unit. */
export const readUnit = (document: CaseDocument, unit: Unit): UnitInputs => ({
  mixture: document.mixture,
  site: document.site,
  inlets: inletsOf(document, unit),
  connectionPoints: connectionPoints(document, unit),
});
