/** Wishes that no column can fulfil, as a person may type them: each is answered within two seconds, and by its cause. */
import type { ColumnCase } from '@keen-ladder/core';
import { createCaseSolver, explain, explainOpenPoint, ladderTarget, showIn } from '@keen-ladder/core';
import { expect, test } from 'vitest';
import type { LadderQuantity } from '@keen-ladder/schema';
import { demoCases } from './index.ts';

const [METHANOL, ETHANOL, PROPANOL, BUTANOL] = ['67-56-1', '64-17-5', '71-23-8', '71-36-3'] as const;

const fraction = (place: string, ...components: string[]): LadderQuantity => ({
  kind: 'fraction',
  place,
  components,
  basis: 'mole',
});
const recovery = (place: string, ...components: string[]): LadderQuantity => ({
  kind: 'recovery',
  place,
  components,
  basis: 'mole',
});
const flow = (place: string, ...components: string[]): LadderQuantity => ({ kind: 'flow', place, components, basis: 'mole' });
const mass = (place: string): LadderQuantity => ({ kind: 'flow', place, components: [], basis: 'mass' });
const reflux: LadderQuantity = { kind: 'reflux-ratio', basis: 'mole' };
const boilUp: LadderQuantity = { kind: 'boil-up-ratio', basis: 'mole' };
const temperature = (stage: number): LadderQuantity => ({ kind: 'temperature', stage });
const duty = (of: 'condenser' | 'reboiler'): LadderQuantity => ({ kind: 'duty', of });

interface Wish {
  wish: string;
  /** Flows in mol/s (27.78 are fed: 8.33 methanol, 9.72 ethanol, 5.56 1-propanol, 4.17 1-butanol), K, W. */
  targets: [LadderQuantity, number][];
  told: RegExp;
  stages?: number;
}

const WITH_REFLUX: [LadderQuantity, number] = [reflux, 2];
const WITH_FLOW: [LadderQuantity, number] = [flow('overhead'), 18];

const WISHES: Wish[] = [
  // The overall balance, with its amounts.
  {
    wish: 'more distillate than feed',
    targets: [[flow('overhead'), 40], WITH_REFLUX],
    told: /144\.0 kmol\/h cannot be had of the 100\.0 kmol\/h/,
  },
  {
    wish: 'more bottoms than feed',
    targets: [[flow('bottoms'), 28.5], WITH_REFLUX],
    told: /102\.6 kmol\/h cannot be had of the 100\.0 kmol\/h/,
  },
  {
    wish: 'more methanol than is fed',
    targets: [[flow('overhead', METHANOL), 12], WITH_REFLUX],
    told: /43\.20 kmol\/h cannot be had of the 30\.00/,
  },
  {
    wish: 'more butanol than is fed',
    targets: [[flow('bottoms', BUTANOL), 5], WITH_REFLUX],
    told: /18\.00 kmol\/h cannot be had of the 15\.00/,
  },
  {
    wish: 'more alcohols of two kinds than are fed',
    targets: [[flow('overhead', METHANOL, ETHANOL), 19], WITH_REFLUX],
    told: /68\.40 kmol\/h cannot be had of the 65\.00/,
  },
  { wish: 'more mass than is fed', targets: [[mass('overhead'), 5], WITH_REFLUX], told: /overall balance/ },
  {
    wish: 'both products, together less than the feed',
    targets: [
      [flow('overhead'), 18],
      [flow('bottoms'), 5],
    ],
    told: /Distillate flow and bottoms flow cannot be true together/,
  },
  {
    wish: 'both products, together more than the feed',
    targets: [
      [flow('overhead'), 18],
      [flow('bottoms'), 18],
    ],
    told: /Distillate flow and bottoms flow cannot be true together/,
  },
  {
    wish: 'what goes up and what goes down of one component, at odds',
    targets: [
      [recovery('overhead', METHANOL), 0.9],
      [recovery('bottoms', METHANOL), 0.2],
    ],
    told: /Methanol to the distillate and methanol to the bottoms cannot/,
  },
  {
    wish: 'the same of one component, said at both ends',
    targets: [
      [recovery('overhead', METHANOL), 0.9],
      [recovery('bottoms', METHANOL), 0.1],
    ],
    told: /same thing twice/,
  },
  {
    wish: 'a distillate too large for its purity',
    targets: [
      [fraction('overhead', METHANOL), 0.95],
      [flow('overhead'), 18],
    ],
    told: /Methanol in the distillate and distillate flow cannot/,
  },
  {
    wish: 'bottoms too large for their purity',
    targets: [
      [fraction('bottoms', BUTANOL), 0.9],
      [flow('bottoms'), 12],
    ],
    told: /1-Butanol in the bottoms and bottoms flow cannot/,
  },
  {
    wish: 'more of a component in a product than is fed of it',
    targets: [
      [fraction('overhead', ETHANOL), 0.9],
      [flow('overhead'), 15],
    ],
    told: /cannot be true together/,
  },
  // Signs and shares.
  { wish: 'a reflux below nothing', targets: [[reflux, -1], WITH_FLOW], told: /Reflux ratio must be above 0/ },
  { wish: 'no reflux', targets: [[reflux, 0], WITH_FLOW], told: /Reflux ratio must be above 0/ },
  { wish: 'a boil-up below nothing', targets: [[boilUp, -2], WITH_FLOW], told: /Boil-up ratio must be above 0/ },
  { wish: 'a distillate below nothing', targets: [[flow('overhead'), -3], WITH_REFLUX], told: /Distillate flow must be above 0/ },
  { wish: 'no distillate', targets: [[flow('overhead'), 0], WITH_REFLUX], told: /Distillate flow must be above 0/ },
  { wish: 'no bottoms', targets: [[flow('bottoms'), 0], WITH_REFLUX], told: /Bottoms flow must be above 0/ },
  {
    wish: 'a recovery above 1',
    targets: [[recovery('overhead', METHANOL), 1.2], WITH_REFLUX],
    told: /must lie between 0 and 1; it is 1\.2/,
  },
  {
    wish: 'a purity of exactly 1',
    targets: [[fraction('overhead', METHANOL), 1], WITH_REFLUX],
    told: /must lie between 0 and 1; it is 1/,
  },
  {
    wish: 'a purity below nothing',
    targets: [[fraction('overhead', METHANOL), -0.1], WITH_REFLUX],
    told: /must lie between 0 and 1/,
  },
  {
    wish: 'two shares of one product that add up to 1.3',
    targets: [
      [fraction('overhead', METHANOL), 0.7],
      [fraction('overhead', ETHANOL), 0.6],
    ],
    told: /add up to 1\.300/,
  },
  {
    wish: 'two shares of the bottoms that add up to 1.1',
    targets: [
      [fraction('bottoms', PROPANOL), 0.6],
      [fraction('bottoms', BUTANOL), 0.5],
    ],
    told: /add up to 1\.100/,
  },
  {
    wish: 'two different refluxes',
    targets: [
      [reflux, 2],
      [reflux, 3],
    ],
    told: /Reflux ratio is asked for twice/,
  },
  {
    wish: 'one recovery twice',
    targets: [
      [recovery('overhead', ETHANOL), 0.98],
      [recovery('overhead', ETHANOL), 0.97],
    ],
    told: /asked for twice/,
  },
  // Heat.
  { wish: 'a condenser that heats', targets: [[duty('condenser'), 1e5], WITH_FLOW], told: /condenser takes heat away/ },
  { wish: 'a condenser that does nothing', targets: [[duty('condenser'), 0], WITH_FLOW], told: /condenser takes heat away/ },
  { wish: 'a reboiler that cools', targets: [[duty('reboiler'), -1e5], WITH_FLOW], told: /reboiler adds heat/ },
  {
    wish: 'a reboiler of a kilowatt',
    targets: [[duty('reboiler'), 1000], WITH_FLOW],
    told: /even without reflux that overhead takes \d+/,
  },
  {
    wish: 'a reboiler of a fifth of what is needed',
    targets: [[duty('reboiler'), 3e5], WITH_FLOW],
    told: /even without reflux that overhead takes \d+/,
  },
  // How it boils.
  {
    wish: 'a condenser at 200 K',
    targets: [[temperature(1), 200], WITH_FLOW],
    told: /Stage 1 cannot be at −73\.1 °C: .* nothing of these components boils below/,
  },
  {
    wish: 'stage 10 at 500 K',
    targets: [[temperature(10), 500], WITH_FLOW],
    told: /Stage 10 cannot be at 226\.9 °C: .* boils at 12\d\.\d °C/,
  },
  { wish: 'stage 20 at 250 K', targets: [[temperature(20), 250], WITH_REFLUX], told: /nothing of these components boils below/ },
  {
    wish: 'a reboiler colder than the feed boils',
    targets: [[temperature(28), 330], WITH_FLOW],
    told: /reboiler cannot be at 56\.9 °C: what is fed boils at/,
  },
  { wish: 'a reboiler at 46.9 °C', targets: [[temperature(28), 320], WITH_REFLUX], told: /reboiler cannot be at 46\.9 °C/ },
  {
    wish: 'a condenser hotter than the feed condenses',
    targets: [[temperature(1), 385], WITH_FLOW],
    told: /condenser cannot be at 111\.9 °C: what is fed condenses at/,
  },
  {
    wish: 'a top hotter than the bottom',
    targets: [
      [temperature(1), 365],
      [temperature(28), 350],
    ],
    told: /The top cannot be at .* with the bottom at/,
  },
  // What stages and volatility can do.
  {
    wish: 'a sharp split by three stages',
    targets: [
      [fraction('overhead', METHANOL), 0.9],
      [recovery('overhead', METHANOL), 0.95],
    ],
    stages: 3,
    told: /at total reflux this split takes 10\.\d+ equilibrium stages; there are 2/,
  },
  {
    wish: 'two recoveries by eight stages',
    targets: [
      [recovery('overhead', ETHANOL), 0.99],
      [recovery('overhead', PROPANOL), 0.01],
    ],
    stages: 8,
    told: /at total reflux this split takes 1\d\.\d+ equilibrium stages; there are 7/,
  },
  {
    wish: 'seven nines',
    targets: [
      [fraction('overhead', METHANOL), 0.9999999],
      [recovery('overhead', METHANOL), 0.999],
    ],
    told: /at total reflux this split takes 4\d\.\d+ equilibrium stages; there are 27/,
  },
  {
    wish: 'butanol overhead, methanol below',
    targets: [
      [recovery('overhead', BUTANOL), 0.9],
      [recovery('overhead', METHANOL), 0.3],
    ],
    told: /wrong way round: methanol is far more volatile/,
  },
  {
    wish: 'propanol overhead, methanol below',
    targets: [
      [recovery('overhead', PROPANOL), 0.8],
      [recovery('overhead', METHANOL), 0.2],
    ],
    told: /wrong way round/,
  },
  {
    wish: 'the methanol at the wrong end',
    targets: [[fraction('bottoms', METHANOL), 0.9], WITH_REFLUX],
    told: /it is at most 0\.\d+ mol\/mol/,
  },
  {
    wish: 'the butanol at the wrong end',
    targets: [[fraction('overhead', BUTANOL), 0.9], WITH_REFLUX],
    told: /it is at most 0\.\d+ mol\/mol/,
  },
  {
    wish: 'a purity that this reflux does not reach',
    targets: [
      [fraction('overhead', METHANOL), 0.99],
      [reflux, 0.4],
    ],
    told: /Raise the reflux ratio, now held at 0\.4000/,
  },
  // Properties, amounts in other measures, and what is beyond all telling.
  {
    wish: 'more mass of bottoms than is fed',
    targets: [[{ kind: 'flow', place: 'bottoms', components: [], basis: 'mass' }, 5], WITH_REFLUX],
    told: /Bottoms flow by mass cannot .* overall balance/,
  },
  {
    wish: 'more volume of distillate than is fed',
    targets: [[{ kind: 'flow', place: 'overhead', components: [], basis: 'volume' }, 0.05], WITH_REFLUX],
    told: /Distillate flow by volume cannot .* overall balance/,
  },
  { wish: 'a reflux of a thousand million', targets: [[reflux, 1e9], WITH_FLOW], told: /1\.000 × 10⁹: beyond 100000/ },
  { wish: 'a boil-up of a thousand million', targets: [[boilUp, 1e9], WITH_FLOW], told: /1\.000 × 10⁹: beyond 100000/ },
  {
    wish: 'a reboiler of a million megawatts',
    targets: [[duty('reboiler'), 1e12], WITH_FLOW],
    told: /10⁹ kW: beyond 1\.389 × 10⁸ kW/,
  },
  {
    wish: 'a ratio below nothing',
    targets: [
      [{ kind: 'component-ratio', place: 'overhead', components: [METHANOL], over: [ETHANOL], basis: 'mole' }, -1],
      WITH_REFLUX,
    ],
    told: /Methanol over ethanol in the distillate must be above 0/,
  },
  {
    wish: 'a distillate heavier than all',
    targets: [[{ kind: 'molar-mass', place: 'overhead' }, 0.2], WITH_REFLUX],
    told: /it is at most 48\.\d+ g\/mol/,
  },
  {
    wish: 'a distillate lighter than all',
    targets: [[{ kind: 'molar-mass', place: 'overhead' }, 0.01], WITH_REFLUX],
    told: /it is at least 34\.\d+ g\/mol/,
  },
  {
    wish: 'a vapour pressure below nothing',
    targets: [[{ kind: 'vapour-pressure', place: 'overhead', temperature: 310 }, -1], WITH_REFLUX],
    told: /must be above 0/,
  },
  {
    wish: 'a distillate that boils at 227 °C',
    targets: [[{ kind: 'bubble-point', place: 'overhead', pressure: 101325 }, 500], WITH_REFLUX],
    told: /it is at most 78\.\d °C/,
  },
  {
    wish: 'bottoms that condense at −73 °C',
    targets: [[{ kind: 'dew-point', place: 'bottoms', pressure: 101325 }, 200], WITH_REFLUX],
    told: /it is at least 91\.\d °C/,
  },
  {
    wish: 'a distillate twice as dense as water',
    targets: [[{ kind: 'standard-density', place: 'overhead' }, 2000], WITH_REFLUX],
    told: /it is at most 80\d\.\d kg\/m³/,
  },
  {
    wish: 'a stage flow below nothing',
    targets: [[{ kind: 'stage-flow', stage: 5, phase: 'liquid', basis: 'mole' }, -1], WITH_REFLUX],
    told: /Liquid from stage 5 must be above 0/,
  },
  {
    wish: 'a stage below the zero of temperature',
    targets: [[temperature(10), -5], WITH_FLOW],
    told: /nothing of these components boils below/,
  },
  { wish: 'a condenser at 5000 K', targets: [[temperature(1), 5000], WITH_FLOW], told: /the last of the components boils at/ },
  {
    wish: 'a distillate poorer in the lightest than the feed',
    targets: [[fraction('overhead', METHANOL), 0.2], WITH_REFLUX],
    told: /it is at least 0\.300\d mol\/mol/,
  },
  {
    wish: 'both products purer than the feed allows',
    targets: [
      [fraction('overhead', METHANOL), 0.9],
      [fraction('bottoms', BUTANOL), 0.9],
    ],
    told: /Methanol in the distillate and 1-butanol in the bottoms cannot/,
  },
  {
    wish: 'more of a component than the distillate holds',
    targets: [
      [recovery('overhead', METHANOL), 0.9],
      [flow('overhead'), 5],
    ],
    told: /Methanol to the distillate and distillate flow cannot/,
  },
  // What the column does not have.
  { wish: 'a stage that is not there', targets: [[temperature(99), 350], WITH_FLOW], told: /needs a stage that the column has/ },
  { wish: 'one target for two handles', targets: [WITH_REFLUX], told: /^1 target in force for 2 handles/ },
  {
    wish: 'three targets for two handles',
    targets: [WITH_REFLUX, WITH_FLOW, [fraction('overhead', METHANOL), 0.4]],
    told: /^3 targets in force for 2 handles/,
  },
];

function wished({ targets, stages }: Wish): ColumnCase {
  const demo = demoCases().find(({ name }) => name === 'Four-alcohol splitter');
  const document = structuredClone(demo?.document);
  const ladder = document?.units[0]?.ladder;
  if (document === undefined || ladder === undefined || ladder === null) throw new Error('no demo');
  ladder.targets = targets.map(([quantity, value], k) => ladderTarget(`target-${k}`, quantity, value));
  if (stages !== undefined) Object.assign(ladder, { stages, feeds: {} });
  return document;
}

test.each(WISHES)('$wish', (wish) => {
  const document = wished(wish);
  const began = performance.now();
  // A longer time than the page gives, on a machine that is busy with other tests; what is told must not be that it is over.
  const { outcome } = createCaseSolver().ladder(document, 'column', () => performance.now() - began > 8000);
  const show = showIn(document.display, document.site);
  const sentence =
    outcome.state === 'open'
      ? outcome.points.map((point) => explainOpenPoint(point, show)).join(' ')
      : outcome.state === 'out-of-reach'
        ? explain(outcome.reason, show)
        : 'solved';
  expect(sentence).toMatch(wish.told);
});
