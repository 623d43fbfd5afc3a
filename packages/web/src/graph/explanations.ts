/** Each computed value of the graph with its equation and the numbers that stand in it now. */
import { formatFixed, formatFraction, formatNumber } from '@keen-ladder/core';
import type { GraphDesign } from '@keen-ladder/core';

const n = (value: number): string => formatNumber(value, 4);
const x = (fraction: number): string => formatFraction(fraction);

const PINCH_WORDS: Record<GraphDesign['minimumReflux']['kind'], string> = {
  feed: 'The operating lines touch the curve on the line of the feed',
  draw: 'The operating lines touch the curve on the line of the side draw',
  'tangent-above': 'The upper operating line is tangent to the curve',
  'tangent-between': 'An operating line between the streams is tangent to the curve',
  'tangent-below': 'The lower operating line is tangent to the curve',
  'boil-up': 'With less, nothing would be left to boil',
};

export function explanations(design: GraphDesign) {
  const { column, lines, minimumReflux, reflux, insideReflux } = design;
  const { pinch } = minimumReflux;
  const bottom = lines.sections[lines.sections.length - 1];
  const fed = column.feeds.reduce((sum, feed) => sum + feed.flow * feed.z, 0);
  return {
    minimumReflux: `${PINCH_WORDS[minimumReflux.kind]}, at x = ${x(pinch.x)}, y = ${x(pinch.y)}.`,
    minimumStages: `Stepped between curve and diagonal from ${x(column.xD)} to ${x(column.xB)}: ${formatFixed(design.minimumStages, 2)}.`,
    insideReflux: `L inside = L (1 + Δh/λ): the cold reflux condenses vapour on the first stage; ${n(reflux)} × ${n(insideReflux / reflux)} = ${n(insideReflux)}.`,
    distillate:
      column.draws.length > 0 || lines.steam !== null
        ? `From the balances around the column: ${n(lines.distillate)} per mole of feed.`
        : `D/F = (z − xB)/(xD − xB) = (${x(fed)} − ${x(column.xB)})/(${x(column.xD)} − ${x(column.xB)}) = ${n(lines.distillate)}`,
    steam: `What goes up under the last stage, per mole of feed: V = (R + 1) D − Σ(1 − q) F = ${n(lines.steam ?? 0)}.`,
    boilUp: `V/B = ${n(bottom?.vapour ?? 0)}/${n(lines.bottoms)} per mole of feed`,
    condenser: 'Q = D h(distillate) + L h(reflux) − V h(vapour), from the model’s enthalpies.',
    reboiler: 'From the heat of all streams around the column, the condenser’s among them.',
  };
}
