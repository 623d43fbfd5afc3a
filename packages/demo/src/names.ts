/** What a browser has to know of the demo, apart from the cases, which need the whole databank. */

/** Tarn Bridge Solvents, a made-up reclaimer of used solvents. */
export const DEMO_PROJECT = 'Tarn Bridge Solvents';

/** The case for who comes for the first time. */
export const FIRST_CASE = 'Acetone from wash water';

/** Its unit and stop that are shown first, as in an address. */
export const FIRST_STOP = 'column/graph';
