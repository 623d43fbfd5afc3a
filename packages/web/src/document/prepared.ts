import { SHOULD_AUTOBATCH } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import { isDrag } from './gesture.ts';

/**
 * Actions of one gesture (a drag, a spell of typing) carry the same name and are undone together. Those of a drag are drawn with the next frame, or
 * with their results where these are there before it: once a frame, not twice. A drag says where it is; a key steps from the value that is drawn, and
 * text that is typed is drawn by its field, so that neither may wait.
 */
export interface Gesture {
  gesture?: string;
  [SHOULD_AUTOBATCH]?: true;
}

export function prepared<P>(payload: P, gesture?: string): { payload: P; meta: Gesture } {
  if (gesture === undefined) return { payload, meta: {} };
  return { payload, meta: isDrag(gesture) ? { gesture, [SHOULD_AUTOBATCH]: true } : { gesture } };
}

export type Change<P> = PayloadAction<P, string, Gesture>;
