/**
 * The whole databank, some 2 MB: for the server, tests and the command line, by an entry of its own (`@keen-ladder/core/databank`). A
 * browser loads the index and asks the server for what a mixture needs. Built by tools/databank/build.py; the schema's tests check it.
 */
import groupFile from './data/groups.json' with { type: 'json' };
import pairFile from './data/pairs.json' with { type: 'json' };
import recordFile from './data/records.json' with { type: 'json' };
import type {
  ActivityPair,
  ComponentRecord,
  GroupCount,
  GroupTable,
  GroupTables,
  HenryPair,
  InteractionPair,
  NrtlPair,
  UniquacPair,
  WilsonPair,
} from '@keen-ladder/schema';
import { orientedPair } from './pairs.ts';
import type { DatabankParts } from './parts.ts';

/** What each source key of a record stands for. */
export const sources: Readonly<Record<string, string>> = recordFile.sources;

/** Every component, in the order of CAS numbers. */
export const components = recordFile.records as unknown as readonly ComponentRecord[];

/** All pairs of NRTL. */
export const nrtlPairs = pairFile.nrtl as unknown as readonly NrtlPair[];
/** All pairs of Wilson's model. */
export const wilsonPairs = pairFile.wilson as unknown as readonly WilsonPair[];
/** All pairs of UNIQUAC. */
export const uniquacPairs = pairFile.uniquac as unknown as readonly UniquacPair[];
/** All interaction parameters of cubic equations. */
export const interactionPairs = pairFile.interactions as unknown as readonly InteractionPair[];
/** All Henry constants. */
export const henryPairs = pairFile.henry as unknown as readonly HenryPair[];
/** Groups and their interactions. */
export const groupTables = groupFile as unknown as GroupTables;

const byWord = new Map<string, ComponentRecord>();
for (const c of components.toReversed()) for (const word of [...c.synonyms, c.name, c.id]) byWord.set(word.toLowerCase(), c);

/** The record with this identifier or (any) name, or undefined. */
export function findComponent(idOrName: string): ComponentRecord | undefined {
  return byWord.get(idOrName.toLowerCase());
}

/** The groups of molecules, however they are known. */
export type GroupsOf = Pick<ComponentRecord, 'unifacGroups' | 'modifiedUnifacGroups' | 'ppr78Groups'>;

/**
 * Copies of everything that a mixture of these components may use; identifiers that are not in the databank are left out.
 * @param beside groups of components that the databank does not know: the tables reach to them too
 */
export function databankParts(ids: readonly string[], beside: readonly GroupsOf[] = []): DatabankParts {
  const chosen = ids.map(findComponent).filter((c) => c !== undefined);
  const grouped = [...chosen, ...beside];
  const couples = chosen.flatMap((c, i) => chosen.slice(i + 1).map((d) => [c.id, d.id] as const));
  const pairsOf = <P extends ActivityPair | InteractionPair>(pairs: readonly P[]): P[] =>
    couples.flatMap(([i, j]) => orientedPair(pairs, i, j) ?? []);
  return {
    components: chosen,
    nrtlPairs: pairsOf(nrtlPairs),
    wilsonPairs: pairsOf(wilsonPairs),
    uniquacPairs: pairsOf(uniquacPairs),
    interactions: (['peng-robinson', 'srk'] as const).flatMap((name) =>
      pairsOf(interactionPairs.filter((p) => p.equation === name)),
    ),
    henryPairs: henryPairs.filter((p) => p.components.every((id) => chosen.some((c) => c.id === id))),
    groups: {
      unifac: part(
        groupTables.unifac,
        grouped.flatMap((c) => c.unifacGroups),
      ),
      modifiedUnifac: part(
        groupTables.modifiedUnifac,
        grouped.flatMap((c) => c.modifiedUnifacGroups),
      ),
      ppr78: ppr78Part(grouped),
    },
  };
}

/** What these groups need of a table. */
function part(table: GroupTable, groups: readonly GroupCount[]): GroupTable {
  const ids = new Set(groups.map(([subgroup]) => String(subgroup)));
  const subgroups = Object.fromEntries(Object.entries(table.subgroups).filter(([id]) => ids.has(id)));
  const mains = new Set(Object.values(subgroups).map((g) => g.main));
  return { ...table, subgroups, interactions: table.interactions.filter(([m, n]) => mains.has(m) && mains.has(n)) };
}

function ppr78Part(chosen: readonly GroupsOf[]): GroupTables['ppr78'] {
  const used = new Set(chosen.flatMap((c) => c.ppr78Groups.map(([group]) => group)));
  const { source, pairs } = groupTables.ppr78;
  return { source, pairs: pairs.filter(([k, l]) => used.has(k) && used.has(l)) };
}
