/** What a mixture knows of itself: which kind its model is, what dissolves as a gas, and what the model asks that the mixture has not. */
import type {
  ActivityName,
  ActivityPair,
  ComponentRecord,
  CubicName,
  GroupCount,
  GroupTable,
  HenryPair,
  Mixture,
  ModelName,
  ModelOptions,
} from '@keen-ladder/schema';
import { orientedPair } from '../databank/index.ts';
import type { DatabankParts } from '../databank/index.ts';
import type { OpenPoint } from '../numerics/index.ts';
import { hasEveryGroup, missingGroups } from './groups.ts';
import { aboveCritical } from './henry.ts';

/** Whether one equation describes liquid and vapour. */
export const isEquationOfState = (model: ModelName): boolean => isCubic(model) || model === 'psrk';

/** Whether a model is a cubic equation of state. */
export const isCubic = (model: ModelName): model is CubicName => model === 'peng-robinson' || model === 'srk';

/** Whether a model knows a mixture from its components alone. */
export const needsNoPairs = (model: ModelName): boolean => model === 'ideal' || model === 'regular-solution';

/** Options of a model where nothing was said. */
export const USUAL_OPTIONS: Readonly<ModelOptions> = {
  vapour: 'ideal',
  poynting: false,
  enthalpy: 'heat-of-vaporisation',
  henry: 'auto',
  alpha: 'acentric',
  predictInteractions: true,
};

/** Above its critical temperature at this one, K, a component counts as a gas: 40 °C, a condenser on cooling water (common practice). */
export const GAS_ABOVE = 313.15;

/** What a mixture's model asks and the mixture has not: an open point each, so that nothing is silently ideal. None where `buildModel` builds it. */
export function missingOf(mixture: Mixture): OpenPoint[] {
  const { components, model, groups } = mixture;
  if (model === 'psrk') return missingOfGroups(components, (c) => c.unifacGroups, groups.unifac);
  if (isCubic(model)) return [];
  const solutes = henrySolutes(mixture);
  const solvents = components.filter(({ id }) => !solutes.includes(id));
  const alone = components.filter(
    ({ id }) => solutes.includes(id) && !solvents.some((solvent) => henryPair(mixture, id, solvent.id) !== undefined),
  );
  return [...missingOfLiquid(mixture, model, solvents), ...alone.map((c) => noHenry(c, solvents))];
}

function missingOfLiquid(
  { nrtlPairs, wilsonPairs, uniquacPairs, groups }: Mixture,
  model: ActivityName,
  solvents: readonly ComponentRecord[],
): OpenPoint[] {
  switch (model) {
    case 'nrtl':
      return missingPairs(solvents, nrtlPairs, 'NRTL');
    case 'wilson':
      return missingPairs(solvents, wilsonPairs, 'Wilson');
    case 'uniquac':
      return missingPairs(solvents, uniquacPairs, 'UNIQUAC');
    case 'unifac':
      return missingOfGroups(solvents, (c) => c.unifacGroups, groups.unifac);
    case 'modified-unifac':
      return missingOfGroups(solvents, (c) => c.modifiedUnifacGroups, groups.modifiedUnifac);
    case 'ideal':
    case 'regular-solution':
      return [];
  }
}

const missingPairs = (components: readonly ComponentRecord[], pairs: readonly ActivityPair[], model: string): OpenPoint[] =>
  components.flatMap((first, i) =>
    components
      .slice(i + 1)
      .filter((second) => orientedPair(pairs, first.id, second.id) === undefined)
      .map((second): OpenPoint => ({ code: 'pair-missing', path: 'mixture.model', names: [first.name, second.name], model })),
  );

function missingOfGroups(
  components: readonly ComponentRecord[],
  groupsOf: (c: ComponentRecord) => readonly GroupCount[],
  table: GroupTable,
): OpenPoint[] {
  const unknown = components.filter((c) => !hasEveryGroup(groupsOf(c), table));
  if (unknown.length > 0) return unknown.map(({ name }) => ({ code: 'groups-missing', path: 'mixture.model', name }));
  return missingGroups(components.map(groupsOf), table).map((groups) => ({
    code: 'group-pair-missing',
    path: 'mixture.model',
    groups,
  }));
}

/** Identifiers of the components that an activity model takes as dissolved gases. */
export function henrySolutes(mixture: Pick<Mixture, 'options'> & DatabankParts): string[] {
  const { components, options } = mixture;
  if (Array.isArray(options.henry)) return options.henry.filter((id) => components.some((c) => c.id === id));
  const gases = aboveCritical(components, GAS_ABOVE);
  return options.henry === 'auto' ? gases : [...gases, ...solubleByData(mixture, gases)];
}

/**
 * Components of which a Henry constant in a liquid of the mixture is known and no pair of an activity model: those that boil below 0 °C where every
 * liquid has a constant, and any where groups say nothing of the two either. Raoult's law would be up to thirty times off for them.
 */
function solubleByData(mixture: DatabankParts, gases: readonly string[]): string[] {
  const { components, henryPairs } = mixture;
  const isSolute = (id: string): boolean => gases.includes(id) || henryPairs.some(({ components: [solute] }) => solute === id);
  const liquids = components.filter(({ id }) => !isSolute(id)).map(({ id }) => id);
  return components.flatMap((c) => {
    if (gases.includes(c.id)) return [];
    const solvents = liquids.filter((id) => henryPairs.some(({ components: [i, j] }) => i === c.id && j === id));
    if (solvents.length === 0 || solvents.some((id) => hasPair(mixture, c.id, id))) return [];
    const isGas = (c.normalBoilingPoint?.value ?? c.criticalTemperature.value) < GAS_BELOW && solvents.length === liquids.length;
    return isGas || solvents.every((id) => !hasGroups(mixture, c.id, id)) ? [c.id] : [];
  });
}

/** K: 0 °C; what boils below it is handled as a gas beside a liquid (common practice). */
const GAS_BELOW = 273.15;

const hasPair = ({ nrtlPairs, wilsonPairs, uniquacPairs }: DatabankParts, i: string, j: string): boolean =>
  [nrtlPairs, wilsonPairs, uniquacPairs].some((pairs) => orientedPair<ActivityPair>(pairs, i, j) !== undefined);

function hasGroups(mixture: DatabankParts, i: string, j: string): boolean {
  const two = mixture.components.filter(({ id }) => id === i || id === j);
  const options: ModelOptions = { ...USUAL_OPTIONS, henry: [] };
  return (['modified-unifac', 'unifac'] as const).some(
    (model) => missingOf({ ...mixture, components: two, model, options }).length === 0,
  );
}

/** The constant of a solute in a solvent. */
export function henryPair({ henryPairs }: Mixture, solute: string, solvent: string): HenryPair | undefined {
  return henryPairs.find(({ components: [i, j] }) => i === solute && j === solvent);
}

function noHenry(c: ComponentRecord, solvents: readonly ComponentRecord[]): OpenPoint {
  return { code: 'pair-missing', path: 'mixture.model', names: [c.name, solvents[0]?.name ?? 'a solvent'], model: 'Henry' };
}
