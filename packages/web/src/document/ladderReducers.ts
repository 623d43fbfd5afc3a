/** What is changed of the ladder: stages, rungs, targets, what is freed, pump-arounds. */
import { ladderTarget, sameQuantity } from '@keen-ladder/core';
import type { CaseDocument, LadderInputs, LadderTarget } from '@keen-ladder/schema';
import { columnOf, freeId } from './parts.ts';
import type { OfColumn } from './parts.ts';
import { prepared } from './prepared.ts';
import type { Change } from './prepared.ts';

export const ladderReducers = {
  /** The whole ladder, handed on from a graph or an estimate, or back from the hardware. */
  ladderCarried: {
    prepare: prepared<OfColumn<'ladder', LadderInputs>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'ladder', LadderInputs>>) {
      const column = columnOf(state, payload.column);
      if (column) column.ladder = payload.ladder;
    },
  },
  ladderSet: {
    prepare: prepared<OfColumn<'change', Partial<LadderInputs>>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'change', Partial<LadderInputs>>>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (ladder) Object.assign(ladder, payload.change);
    },
  },
  /** What stands on the last rung stays there; what would stand below it moves up. */
  ladderStagesSet: {
    prepare: prepared<OfColumn<'stages', number>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'stages', number>>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      const { stages } = payload;
      const moved = (stage: number): number => (stage === ladder.stages ? stages : Math.min(stage, stages));
      for (const feed of Object.values(ladder.feeds)) feed.stage = moved(feed.stage);
      for (const id of Object.keys(ladder.drawStages)) ladder.drawStages[id] = moved(ladder.drawStages[id] ?? 1);
      for (const loop of ladder.pumpArounds) [loop.from, loop.to] = [moved(loop.from), moved(loop.to)];
      ladder.stages = stages;
    },
  },
  /** A feed or a side draw on another rung. */
  rungChosen: {
    prepare: prepared<{ column: string; of: 'feed' | 'draw'; id: string; stage: number }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string; of: 'feed' | 'draw'; id: string; stage: number }>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      const stage = Math.max(1, Math.min(ladder.stages, payload.stage));
      if (payload.of === 'draw') ladder.drawStages[payload.id] = stage;
      else ladder.feeds[payload.id] = { stage, way: ladder.feeds[payload.id]?.way ?? 'whole' };
    },
  },
  feedWayChosen: {
    prepare: prepared<{ column: string; inlet: string; feed: LadderInputs['feeds'][string] }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string; inlet: string; feed: LadderInputs['feeds'][string] }>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (ladder) ladder.feeds[payload.inlet] = payload.feed;
    },
  },
  /** A target's card, new or changed. */
  targetSet: {
    prepare: prepared<OfColumn<'target', LadderTarget>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'target', LadderTarget>>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      const at = ladder.targets.findIndex(({ id }) => id === payload.target.id);
      if (at < 0) ladder.targets.push({ ...payload.target, id: freeId(payload.target.id, ladder.targets) });
      else ladder.targets[at] = payload.target;
    },
  },
  /** Out of force, and what it moved held where it stands: by its own card, or by a new one. */
  targetLetGo: {
    prepare: prepared<LetGo>,
    reducer(state: CaseDocument, { payload }: Change<LetGo>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      const target = ladder?.targets.find(({ id }) => id === payload.target);
      if (!ladder || !target) return;
      target.isInForce = false;
      const { held, value } = payload;
      const card = ladder.targets.find(({ quantity }) => sameQuantity(quantity, held));
      if (card === undefined) ladder.targets.push(ladderTarget(freeId(held.kind, ladder.targets), held, value));
      else Object.assign(card, { isInForce: true, wish: 'equal', value });
    },
  },
  targetRemoved: {
    prepare: prepared<OfColumn<'target', string>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'target', string>>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      const removed = ladder.targets.find(({ id }) => id === payload.target)?.quantity;
      ladder.targets = ladder.targets.filter(({ id }) => id !== payload.target);
      if (removed?.kind === 'freed') ladder.freed = ladder.freed.filter((handle) => !isSameHandle(handle, removed.handle));
    },
  },
  /** Something that was given may be moved from now on; its card holds what it is, until another target takes its place. */
  handleFreed: {
    prepare: prepared<FreedHandle>,
    reducer(state: CaseDocument, { payload }: Change<FreedHandle>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      const { handle } = payload;
      if (!ladder || ladder.freed.some((freed) => isSameHandle(freed, handle))) return;
      ladder.freed.push(handle);
      // The heat that a rung was given is the card's from now on.
      if (handle.kind === 'stage-duty') ladder.heats = ladder.heats.filter(({ stage }) => stage !== handle.stage);
      ladder.targets.push(ladderTarget(freeId('freed', ladder.targets), { kind: 'freed', handle }, payload.value));
    },
  },
  /** A pump-around with the two targets that say its flow and its duty. */
  pumpAroundAdded: {
    prepare: prepared<{ column: string }>,
    reducer(state: CaseDocument, { payload }: Change<{ column: string }>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      const id = freeId('loop', ladder.pumpArounds);
      const middle = Math.max(2, Math.round(ladder.stages / 2));
      ladder.pumpArounds.push({
        id,
        name: `pump-around ${ladder.pumpArounds.length + 1}`,
        from: Math.min(ladder.stages, middle + 2),
        to: middle,
      });
      for (const kind of ['loop-flow', 'loop-duty'] as const)
        ladder.targets.push(ladderTarget(`${kind}-${id}`, { kind, loop: id }, null));
    },
  },
  pumpAroundRemoved: {
    prepare: prepared<OfColumn<'loop', string>>,
    reducer(state: CaseDocument, { payload }: Change<OfColumn<'loop', string>>) {
      const ladder = columnOf(state, payload.column)?.ladder;
      if (!ladder) return;
      ladder.pumpArounds = ladder.pumpArounds.filter(({ id }) => id !== payload.loop);
      ladder.targets = ladder.targets.filter(({ quantity: q }) => !('loop' in q && q.loop === payload.loop));
    },
  },
};

interface LetGo {
  column: string;
  target: string;
  held: LadderTarget['quantity'];
  /** SI */
  value: number;
}

interface FreedHandle {
  column: string;
  handle: LadderInputs['freed'][number];
  /** What it is now, SI; null where that is not known yet. */
  value: number | null;
}

const isSameHandle = (a: LadderInputs['freed'][number], b: LadderInputs['freed'][number]): boolean =>
  JSON.stringify(a) === JSON.stringify(b);
