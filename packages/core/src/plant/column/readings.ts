/** What comes out of a column's graph, estimate, washing and balance sheet. */
import type { CaseMixture } from '@keen-ladder/schema';
import { reading } from '../reading.ts';
import type { Reading } from '../reading.ts';
import type { AbsorptionFacts } from './absorption.ts';
import type { BalanceResult } from './balance.ts';
import type { EstimateFacts } from './estimate.ts';
import type { GraphDesign } from './graph/graph.ts';

/** Flows of the products as the sheet has them, as far as it is complete. */
export function balanceReadings({ products, flows, totals, massTotals }: BalanceResult, { components }: CaseMixture): Reading[] {
  return products.flatMap(({ id, name }, p) => {
    const total = totals[p];
    return [
      reading(`flow/${id}`, `${name} flow, sheet`, 'molarFlow', total),
      reading(`flow/${id}/mass`, `${name} flow by mass, sheet`, 'massFlow', massTotals[p]),
      ...components.flatMap((c, i) => {
        const flow = flows[i * products.length + p];
        return [
          reading(`flow/${id}/${c.id}`, `flow of ${c.name} in the ${name}, sheet`, 'molarFlow', flow),
          reading(
            `fraction/${id}/${c.id}`,
            `${c.name} in the ${name}, sheet`,
            'moleFraction',
            flow === null || total === null ? null : flow / total,
          ),
        ];
      }),
    ];
  });
}

/** Stages, reflux, products and duties of a graph. */
export function graphReadings(design: GraphDesign): Reading[] {
  const { flows, minimumReflux, column } = design;
  return [
    reading('stages', 'stages by the graph', 'count', design.whole),
    reading('stages/needed', 'stages by the graph, the last in part', 'count', design.needed),
    reading('trays', 'real trays by the graph', 'count', design.trays),
    reading('reflux-ratio', 'reflux ratio of the graph', 'ratio', design.reflux),
    reading('reflux-ratio/minimum', 'minimum reflux of the graph', 'ratio', minimumReflux.ratio),
    reading('boil-up-ratio', 'boil-up ratio of the graph', 'ratio', design.boilUpRatio),
    reading('purity/distillate', 'purity of the distillate, graph', 'moleFraction', column.xD),
    reading('purity/bottoms', 'light component in the bottoms, graph', 'moleFraction', column.xB),
    reading('flow/feed', 'feed of the graph', 'molarFlow', flows.feed),
    reading('flow/distillate', 'distillate flow, graph', 'molarFlow', flows.distillate),
    reading('flow/bottoms', 'bottoms flow, graph', 'molarFlow', flows.bottoms),
    reading('flow/steam', 'steam of the graph', 'molarFlow', flows.steam),
    reading('duty/condenser', 'condenser duty, graph', 'power', flows.condenserDuty),
    reading('duty/reboiler', 'reboiler duty, graph', 'power', flows.reboilerDuty),
    reading('temperature/distillate', 'temperature of the distillate, graph', 'temperature', design.distillateTemperature),
    reading('temperature/bottoms', 'temperature of the bottoms, graph', 'temperature', design.bottomsTemperature),
  ];
}

/** Stages, reflux, products and duties of an estimate. */
export function estimateReadings(facts: EstimateFacts, { components }: CaseMixture): Reading[] {
  const products = [
    { id: 'distillate', flows: facts.distillate },
    { id: 'bottoms', flows: facts.bottoms },
  ];
  return [
    reading('stages', 'stages by the estimate', 'count', facts.stagesChosen),
    reading('stages/fewest', 'fewest stages by the estimate', 'count', facts.fewestStages),
    reading('trays', 'real trays by the estimate', 'count', facts.trays),
    reading('efficiency', 'overall tray efficiency by the estimate', 'ratio', facts.efficiency.value),
    reading('reflux-ratio', 'reflux ratio of the estimate', 'ratio', facts.reflux),
    reading('reflux-ratio/smallest', 'smallest reflux by the estimate', 'ratio', facts.smallestReflux),
    reading('feed-stage/kirkbride', 'feed stage by Kirkbride', 'count', facts.feedStage.kirkbride),
    reading('feed-stage/fenske', 'feed stage by Fenske', 'count', facts.feedStage.fenske),
    reading('duty/condenser', 'condenser duty by the estimate', 'power', facts.condenserDuty),
    reading('duty/reboiler', 'reboiler duty by the estimate', 'power', facts.reboilerDuty),
    reading('temperature/condenser', 'condenser temperature by the estimate', 'temperature', facts.condenserTemperature),
    reading('temperature/top', 'top temperature by the estimate', 'temperature', facts.temperature.top),
    reading('temperature/bottom', 'bottom temperature by the estimate', 'temperature', facts.temperature.bottom),
    ...products.flatMap(({ id, flows }) =>
      components.map((c, i) =>
        reading(`flow/${id}/${c.id}`, `flow of ${c.name} in the ${id} by the estimate`, 'molarFlow', flows[i]),
      ),
    ),
  ];
}

/** Stages and streams of a washing. */
export function absorptionReadings(facts: AbsorptionFacts, { components }: CaseMixture): Reading[] {
  const ends: [string, string, number[]][] = [
    ['gas-out', 'gas that leaves', facts.gasOut],
    ['liquid-out', 'liquid that leaves', facts.liquidOut],
  ];
  return [
    reading('stages', 'stages by effective factors', 'count', facts.stages),
    reading('trays', 'real trays by effective factors', 'count', facts.trays),
    reading('recovery', 'part that passes, by effective factors', 'ratio', facts.recovery),
    reading('flow', 'washing liquid or stripping gas', 'molarFlow', facts.flow),
    reading('temperature/top', 'top temperature by effective factors', 'temperature', facts.temperature.top),
    reading('temperature/bottom', 'bottom temperature by effective factors', 'temperature', facts.temperature.bottom),
    ...ends.flatMap(([id, name, flows]) =>
      components.map((c, i) => reading(`${id}/${c.id}`, `${c.name} in the ${name}`, 'molarFlow', flows[i])),
    ),
  ];
}
