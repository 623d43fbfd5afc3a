/** One click out of a design that is out of reach, where there is one. */
import type { Reason } from '@keen-ladder/core';
import { formatEntered } from '@keen-ladder/core';
import type { ColumnUnit } from '@keen-ladder/schema';
import { componentsExchanged, graphSet, puritySet, refluxSet } from '../document/documentSlice.ts';
import { refluxFor, refluxWords } from '../stops/proposals.ts';
import type { Proposal } from '../stops/proposals.ts';

/** Mole fraction by which a proposed purity keeps clear of an azeotrope. */
const CLEARANCE = 0.01;

export function proposalsFor(reason: Reason, column: ColumnUnit): Proposal[] {
  switch (reason.code) {
    case 'below-minimum-reflux':
    case 'no-boil-up':
    case 'reflux-not-positive':
      return [{ label: refluxWords(reason.minimum), action: refluxSet({ column: column.id, reflux: refluxFor(reason.minimum) }) }];
    case 'not-more-volatile':
      return [{ label: `Exchange ${reason.name} and ${reason.other}`, action: componentsExchanged() }];
    case 'feed-stage-out-of-range':
      return [{ label: 'Take the best feed stage', action: graphSet({ column: column.id, change: { feedStages: {} } }) }];
    case 'feed-stages-impossible':
      return [
        {
          label: 'Take the best stages',
          action: graphSet({ column: column.id, change: { feedStages: {}, drawStages: {} } }),
        },
      ];
    case 'azeotrope-in-range':
      return [azeotropeProposal(reason, column)];
    case 'supercritical':
    case 'no-convergence':
    case 'not-finite':
    case 'phases-alike':
    case 'in-feed':
    case 'upstream':
    case 'nothing-flows':
    case 'time-over':
    case 'no-saturation':
    case 'keys-turn':
    case 'azeotrope-of-keys':
    case 'split-too-easy':
    case 'estimate-below-minimum':
    case 'product-empty':
    case 'three-phases':
    case 'no-such-state':
    case 'same-knowledge':
    case 'cells-conflict':
    case 'no-split':
    case 'keys-unknown':
    case 'rating-impossible':
    case 'stages-not-enough':
    case 'passes-too-little':
    case 'transfer-impossible':
    case 'flow-below-least':
    case 'targets-repeat':
    case 'targets-beyond-balance':
    case 'stopped-short':
    case 'runs-dry':
    case 'draw-too-large':
    case 'no-fit':
    case 'nothing-to-fit':
    case 'two-equations':
    case 'split-needs-more-stages':
    case 'end-beyond-feed':
    case 'top-hotter-than-bottom':
    case 'split-upside-down':
    case 'reboiler-heats-too-little':
    case 'stage-beyond-boiling':
    case 'reboiler-would-cool':
    case 'higher-needs-more':
    case 'no-keys-in-column':
    case 'no-reflux-in-column':
    case 'no-slopes':
    case 'gas-in-pair':
    case 'not-condensable':
    case 'feed-outside-products':
    case 'draw-outside-products':
    case 'two-liquids':
    case 'too-many-stages':
      return [];
  }
}

function azeotropeProposal({ x, xB, xD }: { x: number; xB: number; xD: number }, column: ColumnUnit): Proposal {
  const isBelow = x - xB >= xD - x;
  const value = Number((isBelow ? x - CLEARANCE : x + CLEARANCE).toFixed(3));
  const product = isBelow ? ('distillate' as const) : ('bottoms' as const);
  return {
    label: `Ask for ${formatEntered(value)} mol/mol in the ${product}`,
    action: puritySet({ column: column.id, product, purity: { value, basis: 'mole' } }),
  };
}
