/** The estimate's duties beside those of the stage-by-stage column with the same reflux, distillate and feed, for every kind of condenser. */
import { describe, expect, test } from 'vitest';
import { stateFrom } from '../equilibrium/index.ts';
import type { Known } from '../equilibrium/index.ts';
import { estimateColumn } from '../shortcut/index.ts';
import type { Condenser, Estimate } from '../shortcut/index.ts';
import { columnFeed, databankModel, plainColumn, randomNumbers, solvedValue } from '../testing/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { flowOf, moles, refluxRatio, solveColumn } from './index.ts';
import type { ColumnInput, SolvedColumn, Top } from './index.ts';

const TOPS: Record<Condenser['kind'], Top> = { total: 'total-condenser', partial: 'partial-condenser', mixed: 'mixed-condenser' };
const FAMILIES = [
  {
    names: ['propane', 'isobutane', 'n-butane', 'isopentane', 'n-pentane', 'n-hexane', 'n-heptane'],
    model: 'peng-robinson' as const,
  },
  { names: ['benzene', 'toluene', 'ethylbenzene', 'cumene', '1,2,4-trimethylbenzene'], model: 'ideal' as const },
  { names: ['methanol', 'ethanol', '1-propanol', '1-butanol', '1-pentanol'], model: 'unifac' as const },
];

interface Compared {
  words: string;
  estimate: Estimate;
  column: SolvedColumn;
}

function* compared(kind: Condenser['kind'], seed: number, count: number): Generator<Compared> {
  const random = randomNumbers(seed);
  const between = (low: number, high: number): number => low + (high - low) * random();
  for (let made = 0; made < count;) {
    const family = FAMILIES[Math.floor(random() * FAMILIES.length)];
    const n = 2 + Math.floor(random() * (family.names.length - 1));
    const first = Math.floor(random() * (family.names.length - n + 1));
    const names = family.names.slice(first, first + n);
    const model = databankModel(names, family.model);
    const P = 1e5 * between(0.5, 8);
    const parts = Float64Array.from(names, () => -Math.log(random()));
    const sum = parts.reduce((a, b) => a + b, 0);
    const z = parts.map((part) => part / sum);
    const known: Known = random() < 0.5 ? { by: 'vapour-fraction', beta: random() } : { by: 'subcooling', below: between(0, 40) };
    const light = Math.floor(random() * (n - 1));
    const keys = { light, heavy: light + 1, lightOverhead: between(0.9, 0.995), heavyOverhead: between(0.005, 0.1) };
    const condenser: Condenser = kind === 'mixed' ? { kind, vapourShare: between(0.1, 0.9) } : { kind };
    const state = solvedValue(stateFrom(model, z, { by: 'pressure', P }, known));
    const answer = estimateColumn({
      model,
      feed: z.map((x) => 100 * x),
      feedState: { T: state.T, enthalpy: state.enthalpy, vapourFraction: state.flash.beta },
      pressure: { top: P, feed: P, bottom: P },
      condenser,
      keys,
      find: { find: 'stages', reflux: { kind: 'multiple', value: between(1.15, 2) } },
    });
    if (answer.state !== 'solved' || answer.value.smallestReflux < 0.05) continue;
    const estimate = answer.value;
    const outcome = solveColumn(ladderOf(model, z, P, known, condenser, estimate));
    if (outcome.state !== 'solved') continue;
    made++;
    yield {
      words: `${kind} ${names.join(', ')} at ${P} Pa, z ${z.join(' ')}, ${JSON.stringify(known)}`,
      estimate,
      column: outcome.value,
    };
  }
}

function ladderOf(
  model: ThermoModel,
  z: Float64Array,
  P: number,
  known: Known,
  condenser: Condenser,
  estimate: Estimate,
): ColumnInput {
  const all = moles(model.n);
  const stages = Math.ceil(estimate.stages.molokanov) + (condenser.kind === 'total' ? 1 : 0);
  const above = (stages * estimate.feedRatio.fenske) / (1 + estimate.feedRatio.fenske);
  const D = estimate.distillate.reduce((a, b) => a + b, 0);
  const targets = [
    { quantity: refluxRatio(all), value: estimate.reflux },
    { quantity: flowOf({ at: 'overhead' }, all), value: D },
  ];
  if (condenser.kind === 'mixed')
    targets.push({ quantity: flowOf({ at: 'overhead-vapour' }, all), value: condenser.vapourShare * D });
  const stage = Math.min(Math.max(Math.round(above) + 1, 2), stages - 1);
  return plainColumn(model, stages, P, { top: TOPS[condenser.kind], feeds: [columnFeed(model, z, 100, stage, P, known)], targets });
}

describe.each(['total', 'partial', 'mixed'] as const)('a %s condenser', (kind) => {
  test('70 random columns: duties within a tenth', { timeout: 120_000 }, () => {
    const far: string[] = [];
    for (const { words, estimate, column } of compared(kind, 41, 70)) {
      const [condenser, reboiler] = [column.condenserDuty ?? NaN, column.reboilerDuty ?? NaN];
      // What the reboiler adds may be next to nothing beside a vapour feed: then it is held to a share of what is condensed.
      const scale = Math.max(Math.abs(reboiler), 0.5 * Math.abs(condenser));
      if (!(Math.abs(estimate.condenserDuty / condenser - 1) < 0.1))
        far.push(`condenser ${estimate.condenserDuty} for ${condenser}: ${words}`);
      if (!(Math.abs(estimate.reboilerDuty - reboiler) < 0.1 * scale))
        far.push(`reboiler ${estimate.reboilerDuty} for ${reboiler}: ${words}`);
    }
    expect(far).toEqual([]);
  });
});
