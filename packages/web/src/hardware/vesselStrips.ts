/** The strips beside a vessel as numbers: what each rung comes to, and its limit. */
import { findUnit, fromSI, shownUnit } from '@keen-ladder/core';
import type { HardwareFacts, RungRating, SectionFacts } from '@keen-ladder/core';
import type { CaseDocument, HardwareInputs } from '@keen-ladder/schema';
import { inputsOf } from '@keen-ladder/core';
import type { Strip } from '../ladder/drawing/strips.ts';
import type { Tokens } from '../theme/tokens.ts';

/** A strip with the limit of each section, by rung, and the rung that comes nearest to it. */
export interface VesselStrip extends Omit<Strip, 'key' | 'share'> {
  key: string;
  /** By rung; null where there is none. */
  limit: (number | null)[];
  worst: number | null;
}

interface Quantity {
  key: string;
  title: string;
  unit: string;
  value: (rung: RungRating) => number | null | undefined;
  limit: (section: SectionFacts, inputs: HardwareInputs['sections'][number]) => number | null;
  /** A high value is near its limit, or a low one. */
  isWorstHigh: boolean;
}

/** Strips that have a value on any rung; those of trays and beds share flooding. */
export function vesselStrips(
  facts: HardwareFacts,
  { display, site }: Pick<CaseDocument, 'display' | 'site'>,
  colors: Tokens,
): VesselStrip[] {
  const inUnit = (dimension: 'pressureDrop' | 'bedDrop') => {
    const unit = findUnit(dimension, shownUnit(display, dimension));
    return {
      id: unit.id,
      of: (value: number | null | undefined) => (value === null || value === undefined ? null : fromSI(value, unit, site)),
    };
  };
  const [tray, bed] = [inUnit('pressureDrop'), inUnit('bedDrop')];
  const percent = (value: number | null | undefined): number | null => (value === null || value === undefined ? null : 100 * value);
  const quantities: Quantity[] = [
    {
      key: 'flooding',
      title: 'Flooding',
      unit: '% of flooding',
      value: (rung) => percent(rung.tray?.flooding ?? rung.bed?.flooding),
      limit: (_, { share }) => 100 * share,
      isWorstHigh: true,
    },
    {
      key: 'backup',
      title: 'Backup',
      unit: 'froth, % of room',
      value: ({ tray: rated }) => percent(rated?.backupShare),
      limit: ({ trays }) => (trays === null ? null : 100),
      isWorstHigh: true,
    },
    {
      key: 'weeping',
      title: 'Weeping',
      unit: 'from, % of load',
      value: ({ tray: rated }) => percent(rated?.weepsAt),
      limit: ({ trays }) => (trays === null ? null : 100 * facts.asked.turnDown),
      isWorstHigh: true,
    },
    {
      key: 'drop',
      title: 'Drop',
      unit: `${tray.id} a tray`,
      value: ({ tray: rated }) => tray.of(rated?.drop),
      limit: ({ trays }, { mostDrop }) => (trays === null ? null : tray.of(mostDrop)),
      isWorstHigh: true,
    },
    {
      key: 'bed-drop',
      title: 'Drop',
      unit: bed.id,
      value: ({ bed: rated }) => bed.of(rated?.drop),
      limit: ({ packed }, { mostDrop }) => (packed === null ? null : bed.of(mostDrop)),
      isWorstHigh: true,
    },
    {
      key: 'wetting',
      title: 'Wetting',
      unit: 'liquid ÷ least',
      value: ({ bed: rated }) => rated?.wetting,
      limit: ({ packed }) => (packed === null ? null : 1),
      isWorstHigh: false,
    },
  ];
  return quantities.flatMap((quantity): VesselStrip[] => stripOf(quantity, facts, colors));
}

function stripOf({ key, title, unit, value, limit, isWorstHigh }: Quantity, facts: HardwareFacts, colors: Tokens): VesselStrip[] {
  const stages = facts.ladderPressure.length;
  const values = Array<number | null>(stages).fill(null);
  const limits = Array<number | null>(stages).fill(null);
  for (const [k, section] of facts.sections.entries())
    for (const rung of section.rungs) {
      const found = value(rung);
      values[rung.rung - 1] = found !== undefined && found !== null && Number.isFinite(found) ? found : null;
      limits[rung.rung - 1] = limit(section, inputsOf(facts.asked, k));
    }
  const known = values.flatMap((each, j) => (each === null ? [] : [{ each, rung: j + 1, over: each / (limits[j] ?? 1) }]));
  if (known.length === 0) return [];
  const most = Math.max(...known.map(({ each }) => each), ...limits.map((each) => each ?? 0));
  const worst = known.reduce((far, one) => ((isWorstHigh ? one.over > far.over : one.over < far.over) ? one : far));
  return [
    {
      key,
      title,
      unit,
      lines: [{ name: title, values, color: colors.ink, width: 1.8 }],
      range: [0, most > 0 ? 1.1 * most : 1],
      isLogarithmic: false,
      hasLegend: false,
      limit: limits,
      worst: limits.some((each) => each !== null) ? worst.rung : null,
    },
  ];
}
