/** The estimate as rows of text and numbers, for files: units beside the names, full figures in the cells. */
import { findUnit, fromSI, shownUnit } from '@keen-ladder/core';
import type { Dimension, EstimateFacts, Site } from '@keen-ladder/core';
import type { CaseDocument } from '@keen-ladder/schema';

interface Showing {
  display: CaseDocument['display'];
  site: Site;
}

export function estimateRows(
  facts: EstimateFacts,
  components: readonly { name: string }[],
  { display, site }: Showing,
): (string | number)[][] {
  const unit = (dimension: Dimension) => findUnit(dimension, shownUnit(display, dimension));
  const line = (name: string, value: number, dimension: Dimension): (string | number)[] => [
    `${name}, ${unit(dimension).id}`,
    figure(fromSI(value, unit(dimension), site)),
  ];
  const flow = unit('molarFlow');
  const inFlow = (value: number | undefined): number => figure(fromSI(value ?? 0, flow, site));
  return [
    ['quantity', 'value'],
    ['fewest stages', figure(facts.fewestStages)],
    ['minimum reflux, mol/mol', figure(facts.smallestReflux)],
    ['reflux, mol/mol', figure(facts.reflux)],
    ['equilibrium stages', figure(facts.stagesChosen)],
    ['feed stage by Fenske', facts.feedStage.fenske],
    ['feed stage by Kirkbride', facts.feedStage.kirkbride],
    ['tray efficiency', figure(facts.efficiency.value)],
    ['real trays', facts.trays],
    line('condenser duty', facts.condenserDuty, 'power'),
    line('reboiler duty', facts.reboilerDuty, 'power'),
    line('condenser outlet', facts.condenserTemperature, 'temperature'),
    line('bottoms', facts.temperature.bottom, 'temperature'),
    line('pressure at the top', facts.pressure.top, 'pressure'),
    line('pressure at the bottom', facts.pressure.bottom, 'pressure'),
    [],
    ['component', `distillate, ${flow.id}`, `bottoms, ${flow.id}`, 'volatility at the top', 'at the feed', 'at the bottom'],
    ...components.map(({ name }, i) => [
      name,
      inFlow(facts.distillate[i]),
      inFlow(facts.bottoms[i]),
      figure(facts.alpha.top[i] ?? 0),
      figure(facts.alpha.feed[i] ?? 0),
      figure(facts.alpha.bottom[i] ?? 0),
    ]),
    [],
    ['reflux, mol/mol', 'equilibrium stages'],
    ...facts.refluxCurve.reflux.map((R, k) => [figure(R), figure(facts.refluxCurve.stages[k] ?? 0)]),
  ];
}

/** Eight figures: more than any datum holds, few enough to read. */
const figure = (value: number): number => Number(value.toPrecision(8));
