/** What an engineer would remark on a solved column at a glance. The limits are common practice. */
import type { ColumnUnit, Mixture } from '@keen-ladder/schema';
import type { Warning } from '../../../numerics/index.ts';
import { ionsInWater } from '../../../thermo/index.ts';
import type { ThermoModel } from '../../../thermo/index.ts';
import { notAsAsked } from './askedReached.ts';
import type { BalanceResult } from '../balance.ts';
import type { FeedFacts } from '../../streams/feed.ts';
import { freezing } from '../../streams/freezing.ts';
import type { PlacedLiquid } from '../../streams/freezing.ts';
import type { LadderFacts } from './facts.ts';
import { hasOwnUtilities } from '../../site.ts';
import type { UnitInputs } from '../../inputs.ts';

/** What the engineer should know of a solved ladder. */
export function checksOf(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  facts: LadderFacts,
  feeds: readonly FeedFacts[],
  model: ThermoModel,
  balance: Omit<BalanceResult, 'inputHash'>,
): Warning[] {
  return [
    ...ionsChecks(unitInputs.mixture),
    ...splitCheck(unitInputs, column, facts, balance),
    ...notAsAsked(facts.asked),
    ...utilityChecks(unitInputs, column, facts),
    ...pressureFalls(facts.P),
    ...stageChecks(facts, model),
    ...freezing(unitInputs.mixture.components, liquidsOf(facts)),
    ...feedChecks(unitInputs, facts, feeds),
  ];
}

/** Where pressures fall downward, and by how much. */
export function pressureFalls(pressures: readonly number[]): Warning[] {
  const j = pressures.findIndex((P, k) => k > 0 && P < pressures[k - 1] * (1 - ROUNDING));
  return j < 0 ? [] : [{ code: 'pressure-falls', above: pressures[j - 1], below: pressures[j] }];
}

/** Every liquid of a column: the cold condensate, and what stands on the stages. */
function liquidsOf({ stages, T, x, liquid, condensateT, condenserDuty }: LadderFacts): PlacedLiquid[] {
  const onStages = Array.from({ length: stages }, (_, j) => j).filter((j) => liquid[j] > 0);
  return [
    ...(condenserDuty === null ? [] : [{ place: 'in the condenser', T: condensateT, fractions: x[0] }]),
    ...onStages.map((j) => ({ place: `on stage ${j + 1}`, T: T[j], fractions: x[j] })),
  ];
}

/** Ions and reactions in water that no model of the case counts. */
export function ionsChecks({ components }: Mixture): Warning[] {
  const ions = ionsInWater(components);
  return ions === null ? [] : [{ code: 'ions-not-counted', ...ions }];
}

/** The component that most goes where the balance sheet does not want it. */
function splitCheck(
  unitInputs: UnitInputs,
  column: ColumnUnit,
  facts: LadderFacts,
  balance: Omit<BalanceResult, 'inputHash'>,
): Warning[] {
  if (balance.outcome.state !== 'solved' || column.service !== 'distillation') return [];
  const places = balance.products.findIndex(({ id }) => id === 'distillate');
  if (places < 0) return [];
  const there = facts.products
    .filter(({ id }) => id === 'distillate' || id === 'overhead-vapour')
    .reduce((flows, product) => flows.map((flow, i) => flow + product.flows[i]), new Array<number>(facts.x[0].length).fill(0));
  const meant = balance.feed.map((_, i) => balance.flows[i * balance.products.length + places] ?? NaN);
  const most = (flows: readonly number[]): number => flows.indexOf(Math.max(...flows));
  if (meant.some((flow) => !Number.isFinite(flow)) || most(there) === most(meant)) return [];
  const names = unitInputs.mixture.components.map(({ name }) => name);
  return [{ code: 'other-split', holds: names[most(there)], wants: names[most(meant)] }];
}

function utilityChecks({ site }: UnitInputs, column: ColumnUnit, facts: LadderFacts): Warning[] {
  const warnings: Warning[] = [];
  const { cooling, heating } = site;
  const isUsual = !hasOwnUtilities(site);
  if (facts.condenserDuty !== null && facts.condenserDuty < 0) {
    const T = facts.condensateT;
    const reach = (name: 'water' | 'air' | 'refrigerant'): number => cooling[name].temperature + cooling[name].approach;
    if (T < reach('refrigerant'))
      warnings.push({ code: 'colder-than-coolant', T, coolant: 'refrigerant', available: reach('refrigerant'), isUsual });
    else if (T < Math.min(reach('water'), reach('air')))
      warnings.push({
        code: 'colder-than-coolant',
        T,
        coolant: 'water',
        available: Math.min(reach('water'), reach('air')),
        isUsual,
      });
    if (column.ladder?.subcooling?.by === 'temperature' && column.ladder.top === 'total' && T > facts.T[0])
      warnings.push({ code: 'subcooled-above-boiling', T, boils: facts.T[0] });
  }
  const reboiler = facts.T[facts.stages - 1];
  const available = heating.temperature - heating.approach;
  if (facts.reboilerDuty !== null && facts.reboilerDuty > 0 && reboiler > available)
    warnings.push({ code: 'hotter-than-heating', T: reboiler, available, isUsual });
  return warnings;
}

function stageChecks(facts: LadderFacts, model: ThermoModel): Warning[] {
  const fed = facts.feeds.reduce((sum, { flow }) => sum + flow, 0);
  const warnings: Warning[] = [];
  const { stages } = facts;
  const inside = { liquid: (j: number) => j < stages - 1, vapour: (j: number) => j > 0 };
  for (const phase of ['liquid', 'vapour'] as const) {
    const flows = facts[phase];
    // No flow at all is no phase: the vapour of a total condenser.
    const dry = Array.from(flows.keys()).filter((j) => inside[phase](j) && flows[j] > 0 && flows[j] < NEARLY_DRY * fed);
    if (dry.length === 0) continue;
    const driest = dry.reduce((a, b) => (flows[b] < flows[a] ? b : a));
    warnings.push({ code: 'nearly-dry', stage: driest + 1, phase, flow: flows[driest], stages: dry.map((j) => j + 1) });
  }
  if (facts.refluxRatio !== null && facts.refluxRatio < VANISHING)
    warnings.push({ code: 'reflux-vanishes', reflux: facts.refluxRatio });
  const hottest = facts.T.indexOf(Math.max(...facts.T));
  const coldest = facts.T.indexOf(Math.min(...facts.T));
  const seen = new Set<string>();
  for (const j of new Set([coldest, hottest]))
    for (const { name, property, Tmin, Tmax } of model.outsideRange(facts.T[j])) {
      if (seen.has(name + property)) continue;
      seen.add(name + property);
      warnings.push({ code: 'stage-outside-range', stage: j + 1, name, property, T: facts.T[j], Tmin, Tmax });
    }
  return warnings;
}

function feedChecks(unitInputs: UnitInputs, facts: LadderFacts, feeds: readonly FeedFacts[]): Warning[] {
  return facts.feeds.flatMap(({ name, stage, T }, f): Warning[] => {
    const there = facts.T[stage - 1];
    const pressure = facts.P[stage - 1];
    const fedPressure = feeds[f].P;
    return [
      ...(Math.abs(T - there) > UNLIKE ? [{ code: 'feed-unlike-stage', feed: name, T, stage, there } as const] : []),
      ...(fedPressure < pressure * (1 - ROUNDING) && !isAtColumnPressure(unitInputs, f)
        ? [{ code: 'feed-below-pressure', feed: name, P: fedPressure, stage, there: pressure } as const]
        : []),
    ];
  });
}

/** A feed said to come at the column's own pressure is let in wherever it enters. */
function isAtColumnPressure({ inlets }: UnitInputs, f: number): boolean {
  return inlets[f].stream?.condition.some(({ by }) => by === 'column-pressure') === true;
}

const NEARLY_DRY = 0.005;
const VANISHING = 0.05;
/** K */
const UNLIKE = 40;
const ROUNDING = 1e-6;
