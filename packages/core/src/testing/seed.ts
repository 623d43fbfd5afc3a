/** Property tests ask the same questions on every run, so that a red run is about the change; KEEN_SEED=random asks new ones. */
import fc from 'fast-check';

const wanted = process.env['KEEN_SEED'] ?? '20261126';
if (wanted !== 'random') fc.configureGlobal({ seed: Number(wanted) });
