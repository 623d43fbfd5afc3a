import type { ComponentRecord } from '@keen-ladder/schema';
/**
 * What water makes ions of, or lets react: told until the chemistry itself is there. A gas that dissolves as ions dissolves further than Henry's law of its
 * molecules says; with a base beside an acid most of it does.
 */

const WATER = '7732-18-5';

/** Give off a little acid or base by themselves; much when the other is there. */
const WEAK_ACIDS = ['124-38-9', '7783-06-4', '74-90-8', '463-58-1']; // carbon dioxide, hydrogen sulfide, hydrogen cyanide, carbonyl sulfide
const WEAK_BASES = ['7664-41-7', '302-01-2']; // ammonia, hydrazine

/** Ions for the most part, or destroyed by water. */
const STRONG = [
  '7446-09-5', // sulfur dioxide
  '7446-11-9', // sulfur trioxide
  '7782-50-5', // chlorine
  '7647-01-0', // hydrogen chloride
  '10035-10-6', // hydrogen bromide
  '7664-39-3', // hydrogen fluoride
  '10102-44-0', // nitrogen dioxide
  '7697-37-2', // nitric acid
  '7664-93-9', // sulfuric acid
  '1310-73-2', // sodium hydroxide
  '1310-58-3', // potassium hydroxide
  '75-44-5', // phosgene
  '75-36-5', // acetyl chloride
  '7719-09-7', // thionyl chloride
  '7719-12-2', // phosphorus trichloride
  '10025-87-3', // phosphoryl chloride
  '10294-34-5', // boron trichloride
  '7637-07-2', // boron trifluoride
  '7550-45-0', // titanium tetrachloride
  '10026-04-7', // silicon tetrachloride
  '10025-78-2', // trichlorosilane
  '4109-96-0', // dichlorosilane
  '75-79-6', // methyltrichlorosilane
  '7783-61-1', // silicon tetrafluoride
];
const BASES_BY_FAMILY = ['amine', 'alkanolamine'];
const ACIDS_BY_FAMILY = ['acid/anhydride'];

/** Components of which water makes ions. */
export interface IonsInWater {
  names: string[];
  /** Whether most of what dissolves reacts: a strong acid or base, what water destroys, or an acid beside a base. */
  isReaction: boolean;
}

/** @returns null where there is no water, or nothing that it makes ions of */
export function ionsInWater(components: readonly ComponentRecord[]): IonsInWater | null {
  if (!components.some(({ id }) => id === WATER)) return null;
  const named = (is: (c: ComponentRecord) => boolean): string[] => components.filter(is).map(({ name }) => name);
  const strong = named(({ id }) => STRONG.includes(id));
  const gases = named(({ id }) => WEAK_ACIDS.includes(id) || WEAK_BASES.includes(id));
  const acids = named(({ id, family }) => WEAK_ACIDS.includes(id) || ACIDS_BY_FAMILY.includes(family));
  const bases = named(({ id, family }) => WEAK_BASES.includes(id) || BASES_BY_FAMILY.includes(family));
  const meet = acids.length > 0 && bases.length > 0;
  const names = [...new Set([...strong, ...gases, ...(meet || strong.length > 0 ? [...acids, ...bases] : [])])];
  return names.length === 0 ? null : { names, isReaction: strong.length > 0 || meet };
}
