/** The thread in which figures are worked out; it makes way for whoever waits for an answer. */
import { constants, setPriority } from 'node:os';

// Of this thread alone: on Linux a priority belongs to a thread.
setPriority(constants.priority.PRIORITY_LOW);

export { figuresOf as default } from './figures.ts';
