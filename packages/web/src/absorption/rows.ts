/** Tables of the washer and the stripper as rows for files: units in the heading, full figures in the cells. */
import { findUnit, fromSI, shownUnit } from '@keen-ladder/core';
import type { AbsorptionFacts, Site, TransferDrawing } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';

type Rows = (string | number)[][];

export function transferRows({ stages, curve }: TransferDrawing): Rows {
  return [
    ['stage from the top', 'X, mol/mol without solute', 'Y, mol/mol without solute'],
    ...stages.map(({ X, Y }, k) => [k + 1, figure(X), figure(Y)]),
    [],
    ['equilibrium X, mol/mol without solute', 'equilibrium Y, mol/mol without solute'],
    ...curve.X.map((X, k) => [figure(X), figure(curve.Y[k] ?? 0)]),
  ];
}

interface Showing {
  display: CaseDocument['display'];
  site: Site;
}

export function streamRows(facts: AbsorptionFacts, components: readonly { name: string }[], { display, site }: Showing): Rows {
  const unit = findUnit('molarFlow', shownUnit(display, 'molarFlow'));
  const flow = (value: number | undefined): number => figure(fromSI(value ?? 0, unit, site));
  const heads = ['gas in', 'liquid in', 'gas out', 'liquid out'].map((head) => `${head}, ${unit.id}`);
  return [
    ['component', ...heads, 'A, first stage', 'A, last stage', 'A, effective'],
    ...components.map(({ name }, i) => [
      name,
      flow(facts.gasIn[i]),
      flow(facts.liquidIn[i]),
      flow(facts.gasOut[i]),
      flow(facts.liquidOut[i]),
      figure(facts.factor.top[i] ?? 0),
      figure(facts.factor.bottom[i] ?? 0),
      figure(facts.factor.effective[i] ?? 0),
    ]),
  ];
}

/** Eight figures: more than any datum holds, few enough to read. */
const figure = (value: number): number => Number(value.toPrecision(8));
