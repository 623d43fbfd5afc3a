/** What can be wrong with a model of a mixture, and its words. */
import { capital } from '../measures/index.ts';
import type { FolderWords } from '../measures/index.ts';

declare module '../numerics/outcome.ts' {
  interface OpenPoints {
    'same-component': { name: string };
    'pair-missing': { names: [string, string]; model: string };
    'groups-missing': { name: string };
    'group-pair-missing': { groups: [string, string] };
  }
  interface Warnings {
    'ions-not-counted': { names: string[]; isReaction: boolean };
  }
}

/** Sentences for the codes above. */
export const THERMO_WORDS = {
  points: {
    'same-component': (point) => `${capital(point.name)} is chosen twice: choose another component beside it.`,
    'pair-missing': (point) =>
      point.model === 'Henry'
        ? `${capital(point.names[0])} is a gas here, and no Henry’s constant of it in ${point.names[1]} is known: choose an equation of state.`
        : `${point.model} has no parameters for ${point.names[0]} and ${point.names[1]}: choose a model that has, modified UNIFAC for an estimate by groups, or another pair.`,
    'groups-missing': (point) => `${capital(point.name)} cannot be made of the groups of this model: choose another model.`,
    'group-pair-missing': (point) =>
      `This model has no parameters between the groups ${point.groups[0]} and ${point.groups[1]}: choose another model.`,
  },
  warnings: {
    'ions-not-counted': (warning) => explainIons(warning),
  },
} satisfies FolderWords;

/** What water does to these, and what is not counted of it. */
export function explainIons({ names, isReaction }: { names: readonly string[]; isReaction: boolean }): string {
  const all = new Intl.ListFormat('en').format(names);
  return isReaction
    ? `${capital(all)} ${names.length === 1 ? 'reacts' : 'react'} in water, or with one another there. That is not counted: only the molecules are, so more dissolves than is shown.`
    : `Water makes some ions of ${all}. They are not counted: in very dilute water more dissolves than is shown.`;
}
