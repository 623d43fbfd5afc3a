import type { PayloadAction } from '@reduxjs/toolkit';

/** Actions of one gesture (a drag, a spell of typing) carry the same name and are undone together. */
export interface Gesture {
  gesture?: string;
}

export function prepared<P>(payload: P, gesture?: string): { payload: P; meta: Gesture } {
  return { payload, meta: gesture === undefined ? {} : { gesture } };
}

export type Change<P> = PayloadAction<P, string, Gesture>;
