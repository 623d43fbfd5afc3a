import type { Composition } from '@keen-ladder/schema';
/** Ways to mend a composition, and to read one from the clipboard. */

type Components = readonly { id: string }[];

export function sumOf(components: Components, { parts }: Composition): number {
  return components.reduce((sum, { id }) => sum + (parts[id] ?? 0), 0);
}

export function scaledToOne(components: Components, composition: Composition): Composition {
  const sum = sumOf(components, composition);
  const parts = components.flatMap(({ id }) => {
    const part = composition.parts[id];
    return part === undefined ? [] : [[id, tidy(part / sum)] as const];
  });
  return completedExactly({ ...composition, parts: Object.fromEntries(parts) });
}

/** One component takes what the others leave; undefined where they leave nothing. */
export function completed(components: Components, composition: Composition, taker: string): Composition | undefined {
  const others = sumOf(components, composition) - (composition.parts[taker] ?? 0);
  const rest = tidy(1 - others);
  return rest >= 0 ? { ...composition, parts: { ...composition.parts, [taker]: rest } } : undefined;
}

/** Rounding is left with the largest part. */
function completedExactly(composition: Composition): Composition {
  const entries = Object.entries(composition.parts);
  const [largest] = entries.reduce((a, b) => (b[1] > a[1] ? b : a));
  const others = entries.reduce((sum, [id, part]) => (id === largest ? sum : sum + part), 0);
  return { ...composition, parts: { ...composition.parts, [largest]: tidy(1 - others) } };
}

const tidy = (value: number): number => Number(value.toPrecision(10));

/** The texts of a pasted column (or row): one number each, empty lines at the ends left out. */
export function pastedNumbers(text: string): string[] {
  return text
    .trim()
    .split(/[\r\n\t]+/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
}
