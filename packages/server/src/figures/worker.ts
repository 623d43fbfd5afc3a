/** The thread in which figures are worked out. */
export { figuresOf as default } from './figures.ts';
