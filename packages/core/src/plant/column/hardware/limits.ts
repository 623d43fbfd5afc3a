/** What a place of a section comes to, each as a share of its limit: above 1 it is passed. */
import type { HardwareInputs, SectionInputs } from '@keen-ladder/schema';
import { MOST_ENTRAINED } from '../../../hardware/index.ts';
import type { BedRating, TrayRating } from '../../../hardware/index.ts';

/** What may limit a section. */
export type LimitName =
  'flooding' | 'drop' | 'backup' | 'choking' | 'residence' | 'weeping' | 'entrainment' | 'weir-load' | 'wetting';

/** Of a place: what it comes to. */
export interface Limit {
  name: LimitName;
  /** Value over limit. */
  share: number;
}

/** m²/s of a weir, at most: 90 m³/(h m), common practice; more passes beyond. */
export const MOST_WEIR_LOAD = 90 / 3600;

/** What a tray comes to. */
export const trayLimits = (tray: TrayRating, { share, mostDrop }: SectionInputs): Limit[] => [
  { name: 'flooding', share: tray.flooding / share },
  ...(mostDrop === null ? [] : [{ name: 'drop' as const, share: tray.drop / mostDrop }]),
  { name: 'backup', share: tray.backupShare },
  { name: 'choking', share: tray.chokeShare },
  { name: 'residence', share: tray.residenceShare },
  ...(tray.weepMargin === null ? [] : [{ name: 'weeping' as const, share: 1 / tray.weepMargin }]),
  { name: 'entrainment', share: tray.entrained / MOST_ENTRAINED },
  { name: 'weir-load', share: tray.weirLoad / MOST_WEIR_LOAD },
];

/** What a bed comes to. */
export const bedLimits = (bed: BedRating, { share, mostDrop }: SectionInputs): Limit[] => [
  ...(bed.flooding === null ? [] : [{ name: 'flooding' as const, share: bed.flooding / share }]),
  ...(mostDrop === null || bed.drop === null ? [] : [{ name: 'drop' as const, share: bed.drop / mostDrop }]),
  ...(bed.wetting === null ? [] : [{ name: 'wetting' as const, share: 1 / bed.wetting }]),
];

/** What is asked of all sections alike. */
export type Asked = Pick<HardwareInputs, 'foaming' | 'systemFactor' | 'turnDown'>;
