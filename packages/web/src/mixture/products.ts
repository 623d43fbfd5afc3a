/** Products that are wanted of a mixture: typed, or as the balance sheet has them; and the verdict on them in words. */
import { formatFraction } from '@keen-ladder/core';
import type { AskedProducts, BalanceResult, MapVerdict, MixtureMap, Reason } from '@keen-ladder/core';

export type ReadComposition = { ok: true; x: number[] } | { ok: false; sentence: string };

/** Mole fractions in the order of the components, parted by spaces or semicolons; one may be left out: it takes the rest. */
export function readComposition(text: string, names: readonly string[]): ReadComposition {
  const cells = text.split(/[\s;]+/).filter((cell) => cell !== '');
  const typed = cells.map(Number);
  const wrong = cells.find((_, k) => !Number.isFinite(typed[k]) || (typed[k] ?? 0) < 0 || (typed[k] ?? 0) > 1);
  if (wrong !== undefined) return { ok: false, sentence: `${wrong} is no mole fraction: each lies between 0 and 1.` };
  const sum = typed.reduce((a, b) => a + b, 0);
  if (typed.length === names.length - 1 && sum <= 1) return { ok: true, x: [...typed, Number((1 - sum).toPrecision(12))] };
  if (typed.length !== names.length)
    return { ok: false, sentence: `${names.length} mole fractions are needed: ${names.join(', ')}. The last may be left out.` };
  if (Math.abs(sum - 1) > 0.005) return { ok: false, sentence: `They sum to ${formatFraction(sum)}, not to 1.` };
  return { ok: true, x: typed.map((part) => part / sum) };
}

/** Distillate, bottoms and feed of the sheet, where every flow is known. */
export function sheetProducts(balance: BalanceResult | null, components: number): AskedProducts | undefined {
  if (balance?.outcome.state !== 'solved') return undefined;
  const count = balance.products.length;
  const column = (p: number): number[] => Array.from({ length: components }, (_, i) => balance.flows[i * count + p] ?? NaN);
  const fractions = (flows: readonly number[]): number[] => {
    const sum = flows.reduce((a, b) => a + b, 0);
    return flows.map((flow) => flow / sum);
  };
  const [first, second, fed] = [column(0), column(count - 1), balance.feed].map(fractions);
  const all = [first, second, fed];
  return all.every((x) => x?.length === components && x.every(Number.isFinite)) && first && second && fed
    ? { first, second, fed }
    : undefined;
}

/** @param explained says a reason in words */
export function verdictWords(verdict: MapVerdict, points: MixtureMap['points'], explained: (reason: Reason) => string): string {
  const name = (place: number): string => points[place]?.names.join(' + ') ?? 'an end that was not found';
  switch (verdict.kind) {
    case 'one-region':
      return `Reachable: both products lie in one region, from ${name(verdict.from)}, which boils lowest there, to ${name(verdict.to)}. One column can make them, given stages and reflux.`;
    case 'beyond-azeotrope':
      return `Beyond an azeotrope: that of ${name(verdict.point)} lies between the products. No ordinary column makes both at this pressure; another pressure, or a third component, may.`;
    case 'across-boundary':
      return `Across a boundary: the top product lies in the region from ${name(verdict.first[0])} to ${name(verdict.first[1])}, the bottom product in that from ${name(verdict.second[0])} to ${name(verdict.second[1])}. No ordinary column makes both.`;
    case 'no-pair-between':
      return `No azeotrope of ${verdict.names.join(' and ')} lies between the products. With more than six components boundaries are not searched for.`;
    case 'not-known':
      return 'Whether one column makes both products cannot be said: a residue curve through one of them reaches no end.';
    case 'of-gases':
      return 'A product holds gases, which residue curves do not see.';
    case 'no-answer':
      return `Whether one column makes both products cannot be said. ${explained(verdict.reason)}`;
  }
}
