/** What happens under one name is undone in one step: a drag, or a spell of keys and typing. */

const DRAG = 'drag';

let count = 0;

/** A new name. Of a drag it is told apart, because its changes may wait for the next frame (`prepared.ts`). */
export function newGesture(kind: 'drag' | 'spell' = 'spell'): string {
  count += 1;
  return `${kind === 'drag' ? DRAG : 'spell'}-${count}`;
}

export const isDrag = (gesture: string): boolean => gesture.startsWith(`${DRAG}-`);
