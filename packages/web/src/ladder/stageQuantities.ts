/** What the table of stages tells: groups of quantities, one value per rung. */
import { findUnit, formatNumber, fromSI, massFractions, shownUnit, stageProperties, volatilityOver } from '@keen-ladder/core';
import type { Dimension, LadderFacts } from '@keen-ladder/core';
import type { Mixture } from '@keen-ladder/schema';
import { shortFraction } from './rows.ts';
import type { TableContext } from './table.ts';

export interface StageQuantity {
  title: string;
  /** By rung from the top; null where there is nothing. */
  values: readonly (number | null)[];
  shown: (value: number) => string;
}

export interface Group {
  title: string;
  quantities: StageQuantity[];
}

export function groupsOf(
  told: 'mole' | 'mass' | 'flows' | 'volatility',
  facts: LadderFacts,
  mixture: Mixture,
  context: TableContext,
  reference: string,
): Group[] {
  switch (told) {
    case 'mole':
      return [flows(facts.liquid, facts.vapour, 'molarFlow', context), ...fractions(facts.x, facts.y, 'mol/mol', context)];
    case 'mass': {
      const { liquid, vapour } = stageProperties(mixture, facts);
      const [x, y] = [massFractions(facts.x, mixture.components), massFractions(facts.y, mixture.components)];
      return [flows(liquid.massFlow, vapour.massFlow, 'massFlow', context), ...fractions(x, y, 'kg/kg', context)];
    }
    case 'flows':
      return properties(facts, mixture, context);
    case 'volatility': {
      const place = mixture.components.findIndex(({ id }) => id === reference);
      const all = volatilityOver(facts, Math.max(0, place));
      const others = mixture.components.flatMap(({ id, name }, i): StageQuantity[] =>
        id === reference
          ? []
          : [{ title: name, values: all.map((row) => row[i] ?? null), shown: (value) => formatNumber(value, 4) }],
      );
      return [{ title: `volatility over ${mixture.components[place]?.name ?? ''}`, quantities: others }];
    }
  }
}

type Values = readonly (number | null)[];

/** A quantity in the case's unit, which stands with its name. */
function quantity(name: string, values: Values, dimension: Dimension, { display, site }: TableContext): StageQuantity {
  const unit = findUnit(dimension, shownUnit(display, dimension));
  const title = name === '' ? unit.id : `${name}, ${unit.id}`;
  return { title, values: values.map((v) => (v === 0 ? null : v)), shown: (value) => formatNumber(fromSI(value, unit, site), 4) };
}

function flows(liquid: Values, vapour: Values, dimension: Dimension, context: TableContext): Group {
  const named = (title: string, values: Values): StageQuantity => ({ ...quantity('', values, dimension, context), title });
  return {
    title: `flows, ${quantity('', [], dimension, context).title}`,
    quantities: [named('liquid', liquid), named('vapour', vapour)],
  };
}

function fractions(x: number[][], y: number[][], unit: string, { components }: TableContext): Group[] {
  const of = (phase: number[][]): StageQuantity[] =>
    components.map(({ name }, i) => ({ title: name, values: phase.map((row) => row[i] ?? 0), shown: shortFraction }));
  return [
    { title: `liquid, ${unit}`, quantities: of(x) },
    { title: `vapour, ${unit}`, quantities: of(y) },
  ];
}

const MILLI = 1e3;

function properties(facts: LadderFacts, mixture: Mixture, context: TableContext): Group[] {
  const { liquid, vapour } = stageProperties(mixture, facts);
  const milli = (title: string, values: Values): StageQuantity => ({
    title,
    values,
    shown: (value) => formatNumber(MILLI * value, 4),
  });
  const of = (phase: typeof vapour): StageQuantity[] => [
    quantity('', phase.massFlow, 'massFlow', context),
    quantity('', phase.volumeFlow, 'volumeFlow', context),
    quantity('', phase.density, 'density', context),
    milli('mPa s', phase.viscosity),
    quantity('enthalpy', phase.enthalpy, 'molarEnergy', context),
  ];
  return [
    { title: 'liquid', quantities: [...of(liquid), milli('mN/m', liquid.surfaceTension)] },
    { title: 'vapour', quantities: of(vapour) },
    { title: 'stage', quantities: [quantity('heat added', facts.heat, 'power', context)] },
  ];
}
