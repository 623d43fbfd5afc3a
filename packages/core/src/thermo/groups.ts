/** Tables of groups: what molecules are made of, and which two main groups have parameters. */
import type { GroupCount, GroupTable } from '@keen-ladder/schema';

/** The distinct subgroups of molecules. */
export const subgroupsOf = (groups: readonly (readonly GroupCount[])[]): GroupCount[0][] => [
  ...new Set(groups.flatMap((g) => g.map(([id]) => id))),
];

/** Key of the row of two main groups. */
export const rowKey = (first: number, second: number): string => `${first}>${second}`;

/** The rows of a table by `rowKey`. */
export const rowsOf = ({ interactions }: GroupTable): Map<string, GroupTable['interactions'][number]> =>
  new Map(interactions.map((row) => [rowKey(row[0], row[1]), row]));

/** Whether a table knows every group of a molecule; one without groups is not known. */
export const hasEveryGroup = (groups: readonly GroupCount[], { subgroups }: GroupTable): boolean =>
  groups.length > 0 && groups.every(([id]) => String(id) in subgroups);

/** Names of the main groups, two by two, for which a table that knows all of them has no parameters. */
export function missingGroups(groups: readonly (readonly GroupCount[])[], table: GroupTable): [first: string, second: string][] {
  const used = subgroupsOf(groups).map((id) => table.subgroups[String(id)]);
  const rows = rowsOf(table);
  const missing = new Map<string, [string, string]>();
  used.forEach((first, m) =>
    used.slice(m + 1).forEach((second) => {
      if (first.main === second.main || rows.has(rowKey(first.main, second.main))) return;
      missing.set(`${first.mainName}>${second.mainName}`, [first.mainName, second.mainName]);
    }),
  );
  return [...missing.values()];
}
