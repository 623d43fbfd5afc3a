/** The strips of a ladder as numbers: one line per quantity, one value per rung. */
import { findUnit, fromSI, shownUnit } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { componentColor } from '../../theme/componentColors.ts';
import type { Tokens } from '../../theme/tokens.ts';
import type { TableContext } from '../table.ts';
import type { StripKey, StripSettings } from './stripSettings.ts';

export interface StripLine {
  name: string;
  /** By rung; null where there is nothing. */
  values: (number | null)[];
  color: string;
  dash?: string;
  width: number;
}

export interface Strip {
  key: StripKey;
  title: string;
  unit: string;
  lines: StripLine[];
  range: [number, number];
  isLogarithmic: boolean;
  /** Width in shares of the others. */
  share: number;
  /** Whether what is drawn is told by name in the strip's own legend. */
  hasLegend: boolean;
}

/** Parts below this are not drawn on a scale of powers of ten. */
const SMALLEST = 1e-6;

export function stripsOf(
  facts: LadderFacts,
  settings: StripSettings,
  { components, display, site }: TableContext,
  keys: readonly (string | undefined)[],
  colors: Tokens,
): Strip[] {
  const T = findUnit('temperature', display.temperature);
  const P = findUnit('pressure', display.pressure);
  const dimension = settings.basis === 'mole' ? 'molarFlow' : 'massFlow';
  const flow = findUnit(dimension, shownUnit(display, dimension));
  const { flows, ofEach, composition } = lineMakers(facts, settings, components, keys, (value) => fromSI(value, flow, site));
  const K = (i: number, j: number): number => (facts.y[j]?.[i] ?? 0) / (facts.x[j]?.[i] ?? 1);
  const reference = referenceOf(
    facts,
    settings.reference === null ? -1 : components.findIndex(({ id }) => id === settings.reference),
    K,
  );
  const volatility = ofEach((i, j) => (i === reference ? null : K(i, j) / K(reference, j)));
  const basisUnit = settings.basis === 'mole' ? 'mol/mol' : 'kg/kg';
  const logRange = (lines: StripLine[]): [number, number] => {
    const all = valuesOf(lines).filter((v) => v > 0);
    return [Math.max(SMALLEST, Math.min(...all)), Math.max(...all)];
  };
  const part = (key: 'liquid' | 'vapour', title: string, lines: StripLine[]): Strip => ({
    key,
    title,
    unit: basisUnit,
    lines,
    range: settings.isLogarithmic ? logRange(lines) : [0, 1],
    isLogarithmic: settings.isLogarithmic,
    share: 1.6,
    hasLegend: false,
  });
  const all: Record<StripKey, () => Strip> = {
    temperature: () =>
      plain('temperature', 'Temperature', T.id, [
        line(
          'T',
          facts.T.map((t) => fromSI(t, T, site)),
          colors.copper,
        ),
      ]),
    pressure: () =>
      plain('pressure', 'Pressure', P.id, [
        line(
          'P',
          facts.P.map((p) => fromSI(p, P, site)),
          colors.quiet,
        ),
      ]),
    flows: () => ({
      ...plain(
        'flows',
        'Flows',
        flow.id,
        [line('liquid', flows(facts.liquid, facts.x), colors.ink), line('vapour', flows(facts.vapour, facts.y), colors.ink, '5 3')],
        0,
      ),
      hasLegend: true,
    }),
    liquid: () => part('liquid', 'Liquid', composition(facts.x, facts.liquid)),
    vapour: () => part('vapour', 'Vapour', composition(facts.y, facts.vapour)),
    volatility: () => ratioStrip('volatility', 'Volatility', `over ${components[reference]?.name ?? ''}`, volatility),
    K: () => ratioStrip('K', 'K', 'y/x', ofEach(K)),
  };
  return settings.shown.map((key) => all[key]());
}

/**
 * Makers of a strip's lines: flows of a phase, anything of each component, its composition.
 * @param inUnit a flow in the unit that is shown
 */
function lineMakers(
  facts: LadderFacts,
  settings: StripSettings,
  components: TableContext['components'],
  keys: readonly (string | undefined)[],
  inUnit: (flow: number) => number,
) {
  const molarMass = components.map((c) => c.molarMass.value);
  const perMole = (fractions: readonly number[]): number =>
    settings.basis === 'mole' ? 1 : fractions.reduce((sum, x, i) => sum + x * (molarMass[i] ?? 0), 0);
  const flows = (of: number[], fractions: number[][]): (number | null)[] =>
    of.map((f, j) => (f > 0 ? inUnit(f * perMole(fractions[j] ?? [])) : null));
  const widthOf = (id: string): number => (keys.includes(id) || components.length === 2 ? 2.6 : 1.4);
  const ofEach = (value: (i: number, j: number) => number | null): StripLine[] =>
    components.map(({ id, name }, i) => ({
      name,
      values: facts.T.map((_, j) => value(i, j)),
      color: componentColor(i),
      width: widthOf(id),
    }));
  const fractionsOf = (phase: number[][], i: number, j: number): number => {
    const fractions = phase[j] ?? [];
    const x = fractions[i] ?? 0;
    return settings.basis === 'mole' ? x : (x * (molarMass[i] ?? 0)) / perMole(fractions);
  };
  const composition = (phase: number[][], of: number[]): StripLine[] =>
    ofEach((i, j) => ((of[j] ?? 0) > 0 ? fractionsOf(phase, i, j) : null));
  return { flows, ofEach, composition };
}

/** Ratios are read over powers of ten where they reach far. */
function ratioStrip(key: StripKey, title: string, unit: string, lines: StripLine[]): Strip {
  const values = valuesOf(lines).filter((v) => v > 0);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const isLogarithmic = high / low > 20;
  const pad = isLogarithmic ? 1 : 0.05 * (high - low);
  return {
    key,
    title,
    unit,
    lines,
    range: isLogarithmic ? [Math.max(low, 1e-8), high] : [Math.max(0, low - pad), high + pad],
    isLogarithmic,
    share: 0.9,
    hasLegend: false,
  };
}

function plain(key: StripKey, title: string, unit: string, lines: StripLine[], from?: number): Strip {
  const values = valuesOf(lines);
  const [low, high] = [from ?? Math.min(...values), Math.max(...values)];
  const pad = 0.04 * (high - low) || 0.01 * Math.abs(high) || 1;
  return { key, title, unit, lines, range: [from ?? low - pad, high + pad], isLogarithmic: false, share: 1, hasLegend: false };
}

const line = (name: string, values: (number | null)[], color: string, dash?: string): StripLine => ({
  name,
  values,
  color,
  width: 1.8,
  ...(dash === undefined ? {} : { dash }),
});

const valuesOf = (lines: readonly StripLine[]): number[] =>
  lines.flatMap(({ values }) => values.flatMap((v) => (v !== null && Number.isFinite(v) ? [v] : [])));

/** The component asked for, or the heaviest half-way down the column. */
function referenceOf(facts: LadderFacts, asked: number, K: (i: number, j: number) => number): number {
  if (asked >= 0) return asked;
  const middle = facts.stages >> 1;
  const all = (facts.x[middle] ?? []).map((_, i) => K(i, middle));
  return all.indexOf(Math.min(...all));
}
