import { SHOULD_AUTOBATCH } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/**
 * Actions of one gesture (a drag, a spell of typing) carry the same name and are undone together. They are drawn with the next frame, or with their
 * results where these are there before it: what is dragged is drawn once a frame, not twice.
 */
export interface Gesture {
  gesture?: string;
  [SHOULD_AUTOBATCH]?: true;
}

export function prepared<P>(payload: P, gesture?: string): { payload: P; meta: Gesture } {
  return { payload, meta: gesture === undefined ? {} : { gesture, [SHOULD_AUTOBATCH]: true } };
}

export type Change<P> = PayloadAction<P, string, Gesture>;
