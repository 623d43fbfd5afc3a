/**
 * The parts of a document by what they are called in an address: fields by their names, members of a list by their ids (by their place, from 0, where they
 * have none). The parts of a composition and the cells of a sheet are called by their own names, without the record that holds them. A number that is said
 * with what it is (`{ by: 'pressure', value }`) is one part, whose number is its `value`.
 */

export interface Part {
  value: unknown;
  /** The whole, with something else in this part's place. */
  with: (next: unknown) => unknown;
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Held without a name of their own: `composition.ID`, `balance.PRODUCT.COMPONENT.KIND`. */
const UNNAMED: ReadonlySet<string> = new Set(['parts', 'cells']);

/** The parts of something by their names. */
export function partsOf(whole: unknown): Map<string, Part> {
  if (Array.isArray(whole)) {
    const members: readonly unknown[] = whole;
    return new Map(members.map((value, k) => [nameOfMember(value, k), { value, with: (next) => members.with(k, next) }]));
  }
  if (!isRecord(whole)) return new Map();
  return new Map(
    Object.entries(whole).flatMap(([key, value]): [string, Part][] => {
      const part: Part = { value, with: (next) => ({ ...whole, [key]: next }) };
      if (!UNNAMED.has(key)) return [[key, part]];
      return [...partsOf(value)].map(([name, inner]) => [
        name,
        { value: inner.value, with: (next) => part.with(inner.with(next)) },
      ]);
    }),
  );
}

function nameOfMember(member: unknown, place: number): string {
  if (isRecord(member) && typeof member['id'] === 'string') return member['id'];
  if (isRecord(member) && typeof member['product'] === 'string')
    return `${member['product']}.${typeof member['component'] === 'string' ? member['component'] : 'total'}.${String(member['kind'])}`;
  return String(place);
}

/** The part whose name an address begins with, and the rest of the address; the longest of several. */
export function firstPart(whole: unknown, address: string): { name: string; part: Part; rest: string } | undefined {
  let found: { name: string; part: Part; rest: string } | undefined;
  for (const [name, part] of partsOf(whole)) {
    if (address !== name && !address.startsWith(`${name}.`)) continue;
    if (found === undefined || name.length > found.name.length) found = { name, part, rest: address.slice(name.length + 1) };
  }
  return found;
}

/** Whether something is a number said with what it is. */
export const isSaid = (value: unknown): value is { value: number | null } => isRecord(value) && 'value' in value;

/** A record with a part that it has not had, in the record without a name where it holds one; undefined of what is no record, or is a list. */
export function withPart(whole: unknown, name: string, value: unknown): unknown {
  if (!isRecord(whole)) return undefined;
  const unnamed = Object.keys(whole).find((key) => UNNAMED.has(key));
  if (unnamed === undefined) return { ...whole, [name]: value };
  const inner = withPart(whole[unnamed], name, value);
  return inner === undefined ? undefined : { ...whole, [unnamed]: inner };
}
