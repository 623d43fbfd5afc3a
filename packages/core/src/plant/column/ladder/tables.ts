/** A ladder's stages and products as rows of a table in the case's units: for the clipboard, for spreadsheets, for the command line. */
import type { ComponentRecord, Mixture } from '@keen-ladder/schema';
import { findUnit, fromSI, shownUnit } from '../../../measures/index.ts';
import type { Dimension } from '../../../measures/index.ts';
import type { LadderFacts } from './facts.ts';
import type { LimitsFacts } from './limits.ts';
import type { SlopesFacts } from './slopes.ts';
import { makeNumber, rounded } from '../../tableNumbers.ts';
import type { TableRows, TableUnits } from '../../tableNumbers.ts';
import { massFractions, stageProperties } from './stageProperties.ts';

type StageNumbers = Pick<LadderFacts, 'T' | 'P' | 'liquid' | 'vapour' | 'x' | 'y' | 'heat'>;
type ProductNumbers = Pick<LadderFacts, 'products'>;

/** Viscosities are told in mPa s, surface tensions in mN/m. */
const MILLI = 1e3;

/** One row per stage, from the top; every quantity. A cell is empty where its phase does not flow. */
export function stageRows(ladder: StageNumbers, mixture: Mixture, units: TableUnits): TableRows {
  const { components } = mixture;
  const { liquid, vapour } = stageProperties(mixture, ladder);
  const number = makeNumber(units);
  const { temperature, pressure, molarFlow, massFlow, volumeFlow, density, molarEnergy, power } = units.display;
  const cell = (value: number | null, dimension: Dimension): number | string => (value === null ? '' : number(value, dimension));
  const milli = (value: number | null): number | string => (value === null ? '' : rounded(value * MILLI));
  const [xMass, yMass] = [massFractions(ladder.x, components), massFractions(ladder.y, components)];
  return [
    [
      'stage from the top',
      `temperature, ${temperature}`,
      `pressure, ${pressure}`,
      `liquid, ${molarFlow}`,
      `vapour, ${molarFlow}`,
      ...components.map(({ name }) => `x ${name}, mol/mol`),
      ...components.map(({ name }) => `y ${name}, mol/mol`),
      ...components.map(({ name }) => `K ${name}`),
      ...components.map(({ name }) => `liquid ${name}, kg/kg`),
      ...components.map(({ name }) => `vapour ${name}, kg/kg`),
      ...['liquid', 'vapour'].flatMap((phase) => [
        `${phase}, ${massFlow}`,
        `${phase}, ${volumeFlow}`,
        `${phase} density, ${density}`,
        `${phase} viscosity, mPa s`,
        `${phase} enthalpy, ${molarEnergy}`,
      ]),
      'surface tension, mN/m',
      `heat added, ${power}`,
    ],
    ...ladder.T.map((T, j) => [
      j + 1,
      number(T, 'temperature'),
      number(ladder.P[j], 'pressure'),
      number(ladder.liquid[j], 'molarFlow'),
      number(ladder.vapour[j], 'molarFlow'),
      ...ladder.x[j].map(rounded),
      ...ladder.y[j].map(rounded),
      ...ladder.x[j].map((x, i) => (x > 0 ? rounded(ladder.y[j][i] / x) : '')),
      ...xMass[j].map(rounded),
      ...yMass[j].map(rounded),
      ...[liquid, vapour].flatMap((phase) => [
        cell(phase.massFlow[j], 'massFlow'),
        cell(phase.volumeFlow[j], 'volumeFlow'),
        cell(phase.density[j], 'density'),
        milli(phase.viscosity[j]),
        cell(phase.enthalpy[j], 'molarEnergy'),
      ]),
      milli(liquid.surfaceTension[j]),
      number(ladder.heat[j], 'power'),
    ]),
  ];
}

/** What leaves, side by side: flows, fractions by moles and by mass, and what of each component goes where. */
export function productRows({ products }: ProductNumbers, components: readonly ComponentRecord[], units: TableUnits): TableRows {
  const number = makeNumber(units);
  const { temperature, pressure, molarFlow, massFlow } = units.display;
  const leaving = components.map((_, i) => products.reduce((sum, { flows }) => sum + flows[i], 0));
  const line = (name: string, of: (product: LadderFacts['products'][number]) => number | string): (string | number)[] => [
    name,
    ...products.map(of),
  ];
  const ofEach = (words: string, of: (product: LadderFacts['products'][number], i: number) => number): TableRows =>
    components.map(({ name }, i) => line(`${name}, ${words}`, (product) => of(product, i)));
  return [
    ['', ...products.map(({ name }) => name)],
    line('phase', ({ phase }) => phase),
    line('stage from the top', ({ stage }) => stage),
    line(`flow, ${molarFlow}`, ({ flow }) => number(flow, 'molarFlow')),
    line(`flow, ${massFlow}`, (product) => number(product.massFlow, 'massFlow')),
    line(`temperature, ${temperature}`, ({ T }) => number(T, 'temperature')),
    line(`pressure, ${pressure}`, ({ P }) => number(P, 'pressure')),
    ...ofEach(molarFlow, ({ flows }, i) => number(flows[i], 'molarFlow')),
    ...ofEach('mol/mol', ({ flows, flow }, i) => rounded(flows[i] / flow)),
    ...ofEach('kg/kg', ({ flows, massFlow: mass }, i) => rounded((flows[i] * components[i].molarMass.value) / mass)),
    ...ofEach('part of what is fed', ({ flows }, i) => rounded(flows[i] / leaving[i])),
  ];
}

/** What every input's step does to every readout, in the case's units; the slopes themselves are change over step. */
export function slopeRows({ inputs, readouts, slopes }: SlopesFacts, { display, site }: TableUnits): TableRows {
  const unitOf = (dimension: Dimension) => findUnit(dimension, shownUnit(display, dimension));
  const number = (value: number, dimension: Dimension): number => rounded(fromSI(value, unitOf(dimension), site));
  const named = (name: string, dimension: Dimension): string =>
    [name, unitOf(dimension).id].filter((part) => part !== '').join(', ');
  return [
    ['input', 'unit', 'value', 'step', ...readouts.map(({ name, dimension }) => named(name, changeOf(dimension)))],
    ['', '', '', 'now', ...readouts.map(({ value, dimension }) => number(value, dimension))],
    ...inputs.map(({ name, dimension, value, step }, k) => [
      name,
      unitOf(dimension).id,
      number(value, dimension),
      number(step, changeOf(dimension)),
      ...readouts.map((readout, r) => number(slopes[k][r] * step, changeOf(readout.dimension))),
    ]),
  ];
}

/** The dimension in which a change of something is told. */
export function changeOf(dimension: Dimension): Dimension {
  if (dimension === 'temperature') return 'temperatureDifference';
  return dimension === 'pressure' ? 'pressureDrop' : dimension;
}

/** Heat and reflux by feed and rung. */
export function feedStageRows({ feeds }: LimitsFacts, { display, site }: TableUnits): TableRows {
  const power = findUnit('power', display.power);
  return [
    ['feed', 'stage from the top', 'reflux ratio, mol/mol', `heat, ${power.id}`],
    ...feeds.flatMap(({ name, points }) =>
      points.map(({ stage, reflux, heat }) => [name, stage, rounded(reflux), rounded(fromSI(heat, power, site))]),
    ),
  ];
}
