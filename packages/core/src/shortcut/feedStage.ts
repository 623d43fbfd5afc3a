/** Where the feed goes, by two rules; each gives the ratio of stages above the feed to stages below. */

/** Mole fractions of both keys in a stream. */
export interface KeyFractions {
  light: number;
  heavy: number;
}

/**
 * The ratio that total reflux asks of both sections.
 * @param above volatility of the light key in the section above the feed; below: in that below
 * Source: Fenske (1932), section by section, as in Seader, Henley & Roper, 3rd ed. (2011), ch. 9.
 */
export function fenskeRatio(
  feed: KeyFractions,
  distillate: KeyFractions,
  bottoms: KeyFractions,
  above: number,
  below: number,
): number {
  const ratio = ({ light, heavy }: KeyFractions): number => light / heavy;
  const upper = Math.log(ratio(distillate) / ratio(feed)) / Math.log(above);
  const lower = Math.log(ratio(feed) / ratio(bottoms)) / Math.log(below);
  return upper / lower;
}

/** Kirkbride, Petroleum Refiner 23 (9) (1944) 87: [(B/D) (z_HK/z_LK) (x_LK,B/x_HK,D)²]^0.206. D and B in one unit. */
export function kirkbrideRatio(feed: KeyFractions, distillateHeavy: number, bottomsLight: number, D: number, B: number): number {
  return ((B / D) * (feed.heavy / feed.light) * (bottomsLight / distillateHeavy) ** 2) ** 0.206;
}
