/** What would mend a section that passes a limit: changes tried in the order in which an engineer would, the first that mends is proposed. */
import type { SectionInputs } from '@keen-ladder/schema';
import { keepsLimits, neededDiameter } from './section.ts';
import type { LoadedSection } from './section.ts';
import type { Asked, Limit, LimitName } from './limits.ts';

/** A change of a section with what it is, and the diameter that it then has. */
export interface Mend {
  kind: 'spacing' | 'passes' | 'downcomer' | 'holes' | 'weir' | 'diameter' | 'share';
  value: number;
  inputs: SectionInputs;
}

const withTray = (inputs: SectionInputs, change: Partial<SectionInputs['tray']>): SectionInputs => ({
  ...inputs,
  tray: { ...inputs.tray, ...change },
});

/** Values tried: a tenth of a metre wider apart, and so on. */
function changesFor(limit: LimitName, inputs: SectionInputs): Mend[] {
  const { tray } = inputs;
  const wider = [0.4, 0.45, 0.5, 0.6, 0.75, 0.9]
    .filter((spacing) => spacing > tray.spacing)
    .map((value): Mend => ({ kind: 'spacing', value, inputs: withTray(inputs, { spacing: value }) }));
  const passes = ([2, 4] as const)
    .filter((value) => value > tray.passes)
    .map((value): Mend => ({ kind: 'passes', value, inputs: withTray(inputs, { passes: value }) }));
  const downcomers = [0.15, 0.18, 0.22, 0.27]
    .filter((value) => value > tray.downcomerTop)
    .map((value): Mend => ({
      kind: 'downcomer',
      value,
      inputs: withTray(inputs, { downcomerTop: value, downcomerBottom: Math.max(tray.downcomerBottom, 0.6 * value) }),
    }));
  const holes = [0.09, 0.08, 0.07, 0.06]
    .filter((value) => value < tray.holeShare)
    .map((value): Mend => ({ kind: 'holes', value, inputs: withTray(inputs, { holeShare: value }) }));
  const lower = [0.04, 0.03, 0.02, 0.01]
    .filter((value) => value < tray.weirHeight)
    .map((value): Mend => ({ kind: 'weir', value, inputs: withTray(inputs, { weirHeight: value }) }));
  const sized: Mend[] = inputs.diameter === null ? [] : [{ kind: 'diameter', value: 0, inputs: { ...inputs, diameter: null } }];
  const easier = [0.75, 0.7, 0.65, 0.6]
    .filter((value) => value < inputs.share)
    .map((value): Mend => ({ kind: 'share', value, inputs: { ...inputs, diameter: null, share: value } }));
  if (inputs.contact === 'packing') return sized;
  switch (limit) {
    case 'backup':
      return [...wider, ...downcomers, ...passes];
    case 'choking':
    case 'residence':
      return [...downcomers, ...wider];
    case 'weir-load':
      return [...passes, ...downcomers];
    case 'weeping':
      return [...holes, ...lower];
    case 'drop':
      return [...sized, ...lower];
    case 'entrainment':
      return [...sized, ...easier, ...wider];
    case 'flooding':
    case 'wetting':
      return [...sized, ...wider];
  }
}

/**
 * The first change that leaves no limit passed, at the diameter that the section then has; undefined where none of them does, or none is passed.
 * @param worst what limits the section most as it is
 * @param made the diameter that is made of one that is needed
 */
export function mendOf(
  loaded: LoadedSection,
  worst: Limit | undefined,
  asked: Asked,
  made: (needed: number) => number,
): Mend | undefined {
  if (worst === undefined || worst.share <= PASSED) return undefined;
  for (const mend of changesFor(worst.name, loaded.inputs)) {
    const changed = { ...loaded, inputs: mend.inputs };
    const needed = mend.inputs.diameter ?? neededDiameter(changed, asked);
    if (needed === undefined) continue;
    const at = mend.inputs.diameter === null ? made(needed) : needed;
    if (keepsLimits(changed, at, asked, PASSED)) return mend.kind === 'diameter' ? { ...mend, value: at } : mend;
  }
  return undefined;
}

/** A share is passed when it is so much above 1: sizes end at the share itself. */
export const PASSED = 1 + 1e-6;
