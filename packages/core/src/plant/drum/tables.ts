/** What leaves a drum as rows of a table in the case's units. */
import type { DrumFacts } from './drum.ts';
import { makeNumber, rounded } from '../tableNumbers.ts';
import type { TableRows, TableUnits } from '../tableNumbers.ts';

/** @param names of the components, in the order of the fractions */
export function drumRows({ outlets, duty }: DrumFacts, names: readonly string[], units: TableUnits): TableRows {
  const number = makeNumber(units);
  const { temperature, pressure, molarFlow, molarEnergy, power } = units.display;
  const both = [outlets.vapour, outlets.liquid];
  return [
    ['', 'vapour', 'liquid'],
    [`flow, ${molarFlow}`, ...both.map(({ flow }) => number(flow, 'molarFlow'))],
    [`temperature, ${temperature}`, ...both.map(({ T }) => number(T, 'temperature'))],
    [`pressure, ${pressure}`, ...both.map(({ P }) => number(P, 'pressure'))],
    [`enthalpy, ${molarEnergy}`, ...both.map(({ enthalpy }) => number(enthalpy, 'molarEnergy'))],
    ...names.map((name, i) => [`${name}, mol/mol`, ...both.map(({ fractions }) => rounded(fractions[i]))]),
    ...names.map((name, i) => [`${name}, ${molarFlow}`, ...both.map(({ flows }) => number(flows[i], 'molarFlow'))]),
    [`heat put in, ${power}`, number(duty, 'power')],
  ];
}
