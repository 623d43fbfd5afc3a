/** Each computed value of the estimate with its equation and the numbers that stand in it now. */
import { formatFixed, formatNumber } from '@keen-ladder/core';
import type { EstimateFacts } from '@keen-ladder/core';

type Names = readonly { id: string; name: string }[];

const n = (value: number, digits = 4): string => formatNumber(value, digits);

export function explanations(facts: EstimateFacts, components: Names) {
  const place = (id: string): number => components.findIndex((c) => c.id === id);
  const light = place(facts.keys.light);
  const alpha = facts.meanAlpha[light] ?? 1;
  const { lightOverhead, heavyOverhead } = facts.recoveries;
  const [up, down] = [lightOverhead / (1 - lightOverhead), heavyOverhead / (1 - heavyOverhead)];
  const floor = Math.max(facts.smallestReflux, 0);
  const X = (facts.reflux - floor) / (facts.reflux + 1);
  const Y = (facts.stagesChosen - facts.fewestStages) / (facts.stagesChosen + 1);
  const [top, feed, bottom] = [facts.alpha.top, facts.alpha.feed, facts.alpha.bottom].map((a) => n(a[light] ?? 1, 3));
  return {
    alpha: `α = (α top · α feed · α bottom)^⅓ = (${top} · ${feed} · ${bottom})^⅓ = ${n(alpha, 3)}`,
    fewestStages: `Fenske: Nmin = ln[(d/b)L / (d/b)H] / ln α = ln[${n(up, 3)} / ${n(down, 3)}] / ln ${n(alpha, 4)} = ${formatFixed(facts.fewestStages, 2)}`,
    smallestReflux: `Underwood: Σ αi zi/(αi − θ) = 1 − q = ${n(1 - facts.q, 3)}, θ = ${facts.roots.map((r) => n(r, 4)).join(', ')}; Rmin + 1 = Σ αi xi,D/(αi − θ) = ${n(facts.smallestReflux + 1, 4)}`,
    stages: `Gilliland: X = (R − Rmin)/(R + 1) = ${n(X, 3)}; Y = (N − Nmin)/(N + 1) = ${n(Y, 3)} by ${facts.fit === 'molokanov' ? 'Molokanov' : 'Eduljee'}; N = ${formatFixed(facts.stagesChosen, 2)}`,
    fenskeFeed: `Fenske section by section: stages above / below = ${n(facts.feedRatio.fenske, 3)}; above = ${formatFixed(facts.stagesAbove.fenske, 1)}`,
    kirkbrideFeed: `Kirkbride: [(B/D)(zH/zL)(xL,B/xH,D)²]^0.206 = ${n(facts.feedRatio.kirkbride, 3)}; above = ${formatFixed(facts.stagesAbove.kirkbride, 1)}`,
    efficiency:
      facts.efficiency.viscosity === null
        ? 'As given.'
        : `O’Connell: E = 0.503 (α μ)^−0.226, μ = ${n(facts.efficiency.viscosity * 1e3, 3)} mPa s, α at the mean temperature of the column: ${n(facts.efficiency.value, 3)}`,
    trays: `(N − ${facts.condenser === 'total' ? 1 : 2})/E = (${formatFixed(facts.stagesChosen, 1)} − ${facts.condenser === 'total' ? 1 : 2})/${n(facts.efficiency.value, 3)}, rounded up`,
    q: `q = (hV − hF)/(hV − hL) at the column's pressure where the feed enters = ${n(facts.q, 4)}; the feed's own page tells it at the feed's own pressure`,
  };
}
