/** The ladder that a graph, an estimate or an absorber's design hands on: stages rounded up, feeds at the nearest rung, what is held said as targets. */
import type { ColumnUnit, CondenserKind, LadderInputs, LadderTarget, SheetCell } from '@keen-ladder/schema';
import { entryOf } from '../../documentParts.ts';
import { sameQuantity } from './targets.ts';

/** What an estimate or a graph hands on to a ladder. */
export interface HandedOn {
  /** Equilibrium stages, reboiler and a partial condenser counted. */
  stages: number;
  /** By inlet and by side draw, counted in the same way. */
  feedStages: Record<string, number>;
  drawStages: Record<string, number>;
  reflux: number; // mol/mol
  /** mol/s */
  distillate: number;
  drawFlows: Record<string, number>;
  /** Pa */
  pressure: { top: number; bottom: number };
  condenser: CondenserKind;
  /** mol/mol of the distillate. */
  vapourShare: number | null;
  subcooling: number;
  /** Murphree's of every tray, 0 to 1. */
  efficiency: number;
}

/** A ladder as an estimate or a graph makes it. */
export function handedOnLadder(column: ColumnUnit, design: HandedOn): LadderInputs {
  const { condenser, reflux, distillate, vapourShare } = design;
  // The ladder counts a total condenser as a rung.
  const above = condenser === 'total' ? 1 : 0;
  const stages = Math.ceil(design.stages - ROUNDING) + above;
  const rung = (stage: number): number => Math.max(1, Math.min(stages, Math.round(stage) + above));
  const rungs = (of: Record<string, number>): Record<string, number> =>
    Object.fromEntries(Object.entries(of).map(([id, stage]) => [id, rung(stage)]));
  const targets: LadderTarget[] = [
    ladderTarget('reflux', { kind: 'reflux-ratio', basis: 'mole' }, reflux),
    ladderTarget('distillate', flowOf('overhead'), distillate),
    ...(condenser === 'mixed' ? [ladderTarget('vent', flowOf('overhead-vapour'), (vapourShare ?? 0.5) * distillate)] : []),
    ...column.draws.map(({ id }) => ladderTarget(`flow-${id}`, flowOf(id), entryOf(design.drawFlows, id) ?? null)),
    ...column.balance.cells.flatMap(readyCard),
  ];
  return {
    ...bareLadder(stages),
    top: condenser,
    bottom: 'kettle',
    subcooling: condenser === 'total' && design.subcooling > 0 ? { by: 'degrees', value: design.subcooling } : null,
    pressure: { by: 'ends', top: design.pressure.top, bottom: design.pressure.bottom },
    feeds: Object.fromEntries(
      Object.entries(rungs(design.feedStages)).map(([id, stage]) => [id, { stage, way: 'whole' as const }]),
    ),
    drawStages: rungs(design.drawStages),
    efficiency: { all: design.efficiency, stages: {}, components: {} },
    targets,
  };
}

/** What a washing hands on. */
export interface HandedOnWash {
  stages: number;
  /** Inlets: the liquid enters at the top, the gas at the bottom. */
  liquid: string;
  gas: string;
  /** The inlet that washes or strips, and its flow of what the case gives it. */
  serving: { inlet: string; factor: number };
  /** Pa */
  pressure: { top: number; bottom: number };
}

/** Neither condenser nor reboiler: everything follows from the feeds. */
export function handedOnWash({ stages: counted, liquid, gas, serving, pressure }: HandedOnWash): LadderInputs {
  const stages = Math.max(2, Math.ceil(counted - ROUNDING));
  const handle = { kind: 'feed-flow', inlet: serving.inlet } as const;
  return {
    ...bareLadder(stages),
    pressure: { by: 'ends', top: pressure.top, bottom: pressure.bottom },
    feeds: { [liquid]: { stage: 1, way: 'whole' }, [gas]: { stage: stages, way: 'whole' } },
    ...(Math.abs(serving.factor - 1) < ROUNDING
      ? {}
      : { freed: [handle], targets: [ladderTarget(`flow-of-${serving.inlet}`, { kind: 'freed', handle }, serving.factor)] }),
  };
}

/** A stack of stages with nothing at its ends. */
export function bareLadder(stages: number): LadderInputs {
  return {
    stages,
    top: 'none',
    bottom: 'none',
    subcooling: null,
    pressure: { by: 'ends', top: null, bottom: null },
    feeds: {},
    drawStages: {},
    pumpArounds: [],
    heats: [],
    heatLoss: 0,
    efficiency: { all: 1, stages: {}, components: {} },
    freed: [],
    targets: [],
    given: null,
    method: null,
  };
}

const WISHES = { equal: 'equal', 'not-above': 'at-most', 'not-below': 'at-least' } as const;

/** A card, out of force, for a number of the sheet, so that it can be asked of the ladder in one step; flows of whole products have theirs already. */
function readyCard({ component, product, kind, wish, value }: SheetCell): LadderTarget[] {
  if (component === null || kind === 'ratio') return [];
  const basis = kind.startsWith('mass') ? 'mass' : 'mole';
  const measure = kind.replace('mass-', '') as 'flow' | 'fraction' | 'recovery';
  const place = product === 'distillate' ? 'overhead' : product;
  return [
    {
      ...ladderTarget(`sheet-${kind}-${product}-${component}`, { kind: measure, place, components: [component], basis }, value),
      wish: WISHES[wish],
      isInForce: false,
    },
  ];
}

/** All that leaves at a place, mol/s. */
export const flowOf = (place: string): LadderTarget['quantity'] => ({ kind: 'flow', place, components: [], basis: 'mole' });

/** A new target in force, held exactly by the handle that is proposed for it. */
export const ladderTarget = (id: string, quantity: LadderTarget['quantity'], value: number | null): LadderTarget => ({
  id,
  quantity,
  wish: 'equal',
  value,
  isInForce: true,
  moves: null,
});

/** What handing on again would change: what of the ladder differs, in the order of its fields; an update keeps targets that were added. */
export function updatedLadder(before: LadderInputs, handed: LadderInputs): { ladder: LadderInputs; changes: LadderChange[] } {
  const changes: LadderChange[] = [];
  const note = (what: LadderChange['what'], from: number | null, to: number | null): void => {
    if (from !== to && !(from !== null && to !== null && Math.abs(from - to) <= ROUNDING * Math.abs(to)))
      changes.push({ what, from, to });
  };
  note('stages', before.stages, handed.stages);
  for (const [id, { stage }] of Object.entries(handed.feeds)) note({ feed: id }, entryOf(before.feeds, id)?.stage ?? null, stage);
  for (const [id, stage] of Object.entries(handed.drawStages)) note({ draw: id }, entryOf(before.drawStages, id) ?? null, stage);
  const own = before.targets.filter(({ id }) => !handed.targets.some((t) => t.id === id));
  // What the engineer has a card for already needs no second one.
  const isKnown = (t: LadderTarget): boolean => !t.isInForce && own.some(({ quantity }) => sameQuantity(quantity, t.quantity));
  const targets = handed.targets.flatMap((t) => {
    if (isKnown(t)) return [];
    const { isInForce, moves } = before.targets.find(({ id }) => id === t.id) ?? t;
    return [{ ...t, isInForce, moves }];
  });
  for (const { id, value, isInForce } of targets) {
    const was = before.targets.find((t) => t.id === id);
    // A new card that is off changes nothing of the column.
    if (was !== undefined || isInForce) note({ target: id }, was?.value ?? null, value);
  }
  return {
    ladder: {
      ...before,
      ...handed,
      freed: before.freed,
      pumpArounds: before.pumpArounds,
      heats: before.heats,
      given: before.given,
      method: before.method,
      targets: [...targets, ...own],
    },
    changes,
  };
}

/** What handing on would change of a ladder. */
export interface LadderChange {
  what: 'stages' | { feed: string } | { draw: string } | { target: string };
  from: number | null;
  to: number | null;
}

const ROUNDING = 1e-6;
