/** The demo's cases. Needs the whole databank: not for a browser. */
import {
  handedOnLadder,
  handedOnWash,
  ladderTarget,
  newCaseDocument,
  newHardware,
  packingOf,
  proposedMixture,
} from '@keen-ladder/core';
import type { ColumnCase, HandedOn } from '@keen-ladder/core';
import { databankParts } from '@keen-ladder/core/databank';
import type { CaseDocument, CaseMixture, ColumnUnit, HardwareInputs, LadderTarget, Stream } from '@keen-ladder/schema';
import { FIRST_CASE } from './names.ts';
import { drumAndTwoColumns, TRAIN_COMPONENTS } from './train.ts';

/** The mixture of these components (databank identifiers) with every parameter the databank has for them and the model proposed. */
export function mixtureOf(ids: readonly string[]): CaseMixture {
  return { ...proposedMixture(databankParts(ids)), measured: [] };
}

/** Cases of one column each. */
export function demoCases(): { name: string; document: ColumnCase }[] {
  return [
    { name: FIRST_CASE, document: acetoneFromWashWater() },
    { name: 'Four-alcohol splitter', document: fourAlcohols() },
    { name: 'Naphtha with dissolved nitrogen', document: naphtha() },
    { name: 'Acetone from drying air', document: acetoneFromAir() },
    { name: 'Toluene from rinse water', document: tolueneFromWater() },
    { name: 'Five alkanes with a side draw', document: fiveAlkanes() },
    { name: 'Alcohols over packing', document: alcoholsOverPacking() },
  ];
}

/** All of the demo: the cases of one column, and one of several units. */
export function demoProject(): { name: string; document: CaseDocument }[] {
  const blank = { ...newCaseDocument(), mixture: mixtureOf(TRAIN_COMPONENTS) };
  const designs = {
    column: { stages: 16, feedStage: 8, reflux: 3.3, distillate: kmolPerHour(7.3) },
    'column-2': { stages: 18, feedStage: 9, reflux: 2.9, distillate: kmolPerHour(12.4) },
  };
  const train = drumAndTwoColumns(blank, (column) => withLadder(column, designs[column.id]));
  return [...demoCases(), { name: 'Hot rinse through a drum and two columns', document: train }];
}

function acetoneFromWashWater(): ColumnCase {
  const document = newCaseDocument();
  const fraction = (product: string, value: number) =>
    ({ component: ACETONE, product, kind: 'fraction', wish: 'equal', value }) as const;
  return {
    ...document,
    mixture: mixtureOf([ACETONE, WATER]),
    streams: document.streams.map((s) => ({
      ...s,
      name: 'Wash water',
      amount: { value: 120 / 3.6, basis: 'molar' }, // 120 kmol/h
      composition: { basis: 'mole', parts: { [ACETONE]: 0.35, [WATER]: 0.65 } },
    })),
    units: document.units.map((u) => ({
      ...u,
      name: 'Acetone column',
      balance: { cells: [fraction('distillate', 0.95), fraction('bottoms', 0.02)] },
    })),
    notes: 'Rinse water from the drum wash, collected over a week. The acetone goes back to the wash at 98 wt% or better.',
  };
}

/** CAS numbers of the demo's components. */
const METHANOL = '67-56-1';
const ETHANOL = '64-17-5';
const PROPANOL = '71-23-8';
const BUTANOL = '71-36-3';
const NITROGEN = '7727-37-9';
const HEXANE = '110-54-3';
const CYCLOHEXANE = '110-82-7';
const HEPTANE = '142-82-5';
const TOLUENE = '108-88-3';
const ACETONE = '67-64-1';
const OXYGEN = '7782-44-7';
const WATER = '7732-18-5';
const PENTANE = '109-66-0';
const OCTANE = '111-65-9';
const NONANE = '111-84-2';

const cell = (component: string, product: string, kind: 'fraction' | 'recovery', value: number) =>
  ({ component, product, kind, wish: 'equal', value }) as const;

/** A ladder as the estimate hands it on, with cards beside it that are not in force yet. */
function withLadder(
  column: ColumnUnit,
  design: Pick<HandedOn, 'stages' | 'reflux' | 'distillate'> & { feedStage: number } & Partial<HandedOn>,
  cards: Pick<LadderTarget, 'id' | 'quantity' | 'value'>[] = [],
): ColumnUnit {
  const top = column.pressure.top ?? 101325;
  const ladder = handedOnLadder(column, {
    feedStages: { feed: design.feedStage },
    drawStages: {},
    drawFlows: {},
    pressure: { top, bottom: column.pressure.bottom ?? top },
    condenser: column.condenser,
    vapourShare: column.vapourShare,
    subcooling: column.subcooling,
    efficiency: 1,
    ...design,
  });
  const aside = cards.map((card): LadderTarget => ({ ...ladderTarget(card.id, card.quantity, card.value), isInForce: false }));
  const inForce = ladder.targets.filter(({ isInForce }) => isInForce);
  return { ...column, ladder: { ...ladder, targets: [...inForce, ...aside] } };
}

const share = (id: string, kind: 'fraction' | 'recovery', place: string, component: string, value: number | null = null) => ({
  id,
  quantity: { kind, place, components: [component], basis: 'mole' as const },
  value,
});

/** kmol/h in mol/s. */
const kmolPerHour = (flow: number): number => flow / 3.6;

function fourAlcohols(): ColumnCase {
  const document = newCaseDocument();
  return {
    ...document,
    mixture: mixtureOf([METHANOL, ETHANOL, PROPANOL, BUTANOL]),
    streams: document.streams.map((s) => ({
      ...s,
      name: 'Mixed alcohols',
      amount: { value: kmolPerHour(100), basis: 'molar' },
      composition: { basis: 'mole', parts: { [METHANOL]: 0.3, [ETHANOL]: 0.35, [PROPANOL]: 0.2, [BUTANOL]: 0.15 } },
      condition: [{ by: 'column-pressure' }, { by: 'temperature', value: 333.15 }],
    })),
    units: document.units.map((u) =>
      withLadder(
        {
          ...u,
          name: 'Alcohol splitter',
          hardware: newHardware('trays'),
          pressure: { top: 1.1e5, bottom: 1.3e5 },
          balance: { cells: [cell(ETHANOL, 'distillate', 'recovery', 0.985), cell(PROPANOL, 'distillate', 'fraction', 0.004)] },
        },
        { stages: 27, feedStage: 16, reflux: 1.2, distillate: kmolPerHour(64.7) },
        [
          share('ethanol-up', 'recovery', 'overhead', ETHANOL, 0.985),
          share('propanol-up', 'fraction', 'overhead', PROPANOL, 0.004),
          { id: 'boiler', quantity: { kind: 'duty', of: 'reboiler' }, value: null },
        ],
      ),
    ),
    notes:
      'Screen wash comes back with its four alcohols. Ethanol and lighter go to the blending tank; the buyer of the heavy end takes any ethanol.',
  };
}

function naphtha(): ColumnCase {
  const document = newCaseDocument();
  const parts = { [NITROGEN]: 0.004, [HEXANE]: 0.28, [CYCLOHEXANE]: 0.22, [HEPTANE]: 0.3, [TOLUENE]: 0.196 };
  return {
    ...document,
    mixture: mixtureOf([NITROGEN, HEXANE, CYCLOHEXANE, HEPTANE, TOLUENE]),
    streams: document.streams.map((s) => ({
      ...s,
      name: 'Degreaser naphtha',
      amount: { value: 6500 / 3600, basis: 'mass' }, // 6.5 t/h
      composition: { basis: 'mole', parts },
      condition: [
        { by: 'pressure', value: 3e5 },
        { by: 'temperature', value: 323.15 },
      ],
    })),
    units: document.units.map((u) =>
      withLadder(
        {
          ...u,
          name: 'Naphtha splitter',
          pressure: { top: 1.4e5, bottom: 1.65e5 },
          condenser: 'mixed',
          vapourShare: 0.03,
          hardware: twoDiameters(),
          balance: { cells: [cell(CYCLOHEXANE, 'distillate', 'recovery', 0.97), cell(HEPTANE, 'bottoms', 'recovery', 0.96)] },
        },
        { stages: 25, feedStage: 12, reflux: 2.2, distillate: kmolPerHour(36.5) },
        [share('cyclohexane-up', 'recovery', 'overhead', CYCLOHEXANE, 0.97)],
      ),
    ),
    notes: 'Naphtha from the degreasing baths, kept under nitrogen, which leaves through the vent of the condenser.',
  };
}

/** The same splitter with sheet packing in place of trays: less high, hardly any drop. */
function alcoholsOverPacking(): ColumnCase {
  const document = fourAlcohols();
  return {
    ...document,
    units: document.units.map((u) => ({ ...u, name: 'Alcohol splitter, packed', hardware: packed('montz-b1-200-metal') })),
    notes: 'The alcohol splitter again, with structured packing: to be held against the trays of the case beside it.',
  };
}

/** Trays above the feed crowded a little more than those below it, so that they may be narrower: two diameters. */
function twoDiameters(): HardwareInputs {
  const hardware = newHardware('trays');
  return {
    ...hardware,
    diameters: 'each',
    sections: hardware.sections.flatMap((section) => [{ ...section, share: 0.85 }, section]),
  };
}

/** Hardware of one packing throughout. */
function packed(id: string): HardwareInputs {
  const hardware = newHardware('packing');
  return {
    ...hardware,
    sections: hardware.sections.map((section) => ({ ...section, packed: { ...section.packed, packing: packingOf(id) } })),
  };
}

function acetoneFromAir(): ColumnCase {
  const document = newCaseDocument();
  const atmospheric = (celsius: number): Stream['condition'] => [
    { by: 'column-pressure' },
    { by: 'temperature', value: 273.15 + celsius },
  ];
  return {
    ...document,
    mixture: mixtureOf([ACETONE, NITROGEN, OXYGEN, WATER]),
    streams: [
      {
        id: 'feed',
        name: 'Drying air',
        amount: { value: kmolPerHour(60), basis: 'molar' },
        composition: { basis: 'mole', parts: { [ACETONE]: 0.014, [NITROGEN]: 0.772, [OXYGEN]: 0.206, [WATER]: 0.008 } },
        condition: atmospheric(25),
      },
      {
        id: 'feed-2',
        name: 'Wash water',
        amount: { value: kmolPerHour(160), basis: 'molar' },
        composition: { basis: 'mole', parts: { [WATER]: 1 } },
        condition: atmospheric(18),
      },
    ],
    units: document.units.map((u) => ({
      ...u,
      name: 'Air washer',
      service: 'absorption',
      pressure: { top: 1.03e5, bottom: 1.06e5 },
      absorption: { ...u.absorption, solute: ACETONE, recovery: 0.97 },
      ladder: handedOnWash({
        stages: 12,
        liquid: 'feed-2',
        gas: 'feed',
        serving: { inlet: 'feed-2', factor: 1 },
        pressure: { top: 1.03e5, bottom: 1.06e5 },
      }),
      hardware: packed('pall-ring-25-mm-plastic'),
    })),
    connections: ['feed', 'feed-2'].map((stream) => ({
      id: `${stream}-to-column`,
      from: { stream },
      to: { unit: 'column', port: stream },
    })),
    notes: 'Air that dried the washed drums. The water goes on to the acetone column with the wash water.',
  };
}

/** Rinse water with a little toluene, stripped by steam that is blown in under the last stage. */
function tolueneFromWater(): ColumnCase {
  const document = newCaseDocument();
  return {
    ...document,
    mixture: mixtureOf([TOLUENE, WATER]),
    streams: [
      {
        id: 'feed',
        name: 'Rinse water',
        amount: { value: 4000 / 3600, basis: 'mass' }, // 4 t/h
        composition: { basis: 'mass', parts: { [TOLUENE]: 0.0004, [WATER]: 0.9996 } },
        condition: [
          { by: 'pressure', value: 2e5 },
          { by: 'temperature', value: 363.15 },
        ],
      },
      {
        id: 'feed-2',
        name: 'Steam',
        amount: { value: 180 / 3600, basis: 'mass' },
        composition: { basis: 'mass', parts: { [WATER]: 1 } },
        condition: [{ by: 'pressure', value: 1.5e5 }, { by: 'saturated-vapour' }],
      },
    ],
    units: document.units.map((u) => ({
      ...u,
      name: 'Rinse water stripper',
      service: 'stripping',
      pressure: { top: 1.05e5, bottom: 1.15e5 },
      absorption: { ...u.absorption, solute: TOLUENE, recovery: 0.999, flow: { kind: 'stream' } },
      ladder: handedOnWash({
        stages: 4,
        liquid: 'feed',
        gas: 'feed-2',
        serving: { inlet: 'feed-2', factor: 1 },
        pressure: { top: 1.05e5, bottom: 1.15e5 },
      }),
    })),
    connections: ['feed', 'feed-2'].map((stream) => ({
      id: `${stream}-to-column`,
      from: { stream },
      to: { unit: 'column', port: stream },
    })),
    notes:
      'The last rinse of the toluene line. Stripped down to 1 ppm it may go to the drain; the overhead goes back to the decanter.',
  };
}

function fiveAlkanes(): ColumnCase {
  const document = newCaseDocument();
  const parts = { [PENTANE]: 0.15, [HEXANE]: 0.25, [HEPTANE]: 0.3, [OCTANE]: 0.2, [NONANE]: 0.1 };
  return {
    ...document,
    mixture: mixtureOf([PENTANE, HEXANE, HEPTANE, OCTANE, NONANE]),
    streams: document.streams.map((s) => ({
      ...s,
      name: 'Mixed alkanes',
      amount: { value: kmolPerHour(80), basis: 'molar' },
      composition: { basis: 'mole', parts },
      condition: [{ by: 'column-pressure' }, { by: 'vapour-fraction', value: 0.2 }],
    })),
    units: document.units.map((u) =>
      withLadder(
        {
          ...u,
          name: 'Alkane column',
          pressure: { top: 1.2e5, bottom: 1.5e5 },
          draws: [{ id: 'draw', name: 'heptane cut', phase: 'liquid' }],
          balance: {
            cells: [
              cell(HEXANE, 'distillate', 'recovery', 0.88),
              cell(OCTANE, 'bottoms', 'recovery', 0.99),
              { component: null, product: 'draw', kind: 'flow', wish: 'equal', value: kmolPerHour(18) },
              cell(HEPTANE, 'draw', 'fraction', 0.84),
            ],
          },
        },
        {
          stages: 33,
          feedStage: 22,
          reflux: 4,
          distillate: kmolPerHour(32),
          drawStages: { draw: 13 },
          drawFlows: { draw: kmolPerHour(18) },
        },
        [share('heptane-cut', 'fraction', 'draw', HEPTANE, null)],
      ),
    ),
    notes: 'Alkanes that come back from the line flushes. The heptane cut is drawn above the feed and used again as it is.',
  };
}
