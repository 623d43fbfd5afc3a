/** What can be wrong with a stream, and its words. */
import { capital } from '../../measures/index.ts';
import type { FolderWords } from '../../measures/index.ts';

declare module '../../numerics/outcome.ts' {
  interface OpenPoints {
    'part-not-in-mixture': { feed: string; id: string };
    'no-such-stream': { id: string };
    'connected-twice': { name: string };
    /** Of a unit to which its own product comes back. */
    recycle: { name: string };
    /** Of a stream whose unit has open points. */
    'upstream-open': { name: string };
  }
  interface Reasons {
    /** Of a stream whose unit has no answer, or sends nothing that way. */
    upstream: { name: string; reason: Reason };
    'nothing-flows': { name: string };
    /** Of one feed; name '' when it has none. */
    'in-feed': { name: string; reason: Reason };
  }
  interface Warnings {
    /** Of `name` the liquid at `place` holds the mole fraction x; `dissolves` is all that it could. K. */
    freezes: { name: string; place: string; T: number; melts: number; x: number; dissolves: number };
  }
}

/** Sentences for the codes above. */
export const STREAM_WORDS = {
  points: {
    'part-not-in-mixture': (point) =>
      `${point.feed === '' ? 'The feed' : capital(point.feed)} holds a component that the mixture does not have (${point.id}): add it to the mixture, or take its part away.`,
    'no-such-stream': (point) =>
      `A connection names a stream that is not there (${point.id}): take the connection away, or make the stream.`,
    'connected-twice': (point) =>
      `${point.name === '' ? 'A feed' : capital(point.name)} is connected to this unit twice: take one connection away.`,
    recycle: (point) =>
      `What leaves ${point.name} comes back to it: columns and drums are solved one after the other, so take one connection away.`,
    'upstream-open': (point) => `${capital(point.name)} is not known yet: what sends it has open points of its own.`,
  },
  reasons: {
    upstream: (reason, show, explain) => `${capital(reason.name)} is not known: ${explain(reason.reason, show)}`,
    'nothing-flows': (reason) => `${capital(reason.name)} is empty: nothing leaves that way.`,
    'in-feed': (reason, show, explain) =>
      `${reason.name === '' ? 'The feed' : capital(reason.name)}: ${explain(reason.reason, show)}`,
  },
  warnings: {
    freezes: (warning, show) =>
      `${capital(warning.name)} would freeze ${warning.place}, at ${show.temperature(warning.T)}: it melts at ${show.temperature(warning.melts)}, and of the ${show.share(warning.x)} that are there such a liquid holds some ${show.share(warning.dissolves)} dissolved (ideal solubility, an estimate).`,
  },
} satisfies FolderWords;
