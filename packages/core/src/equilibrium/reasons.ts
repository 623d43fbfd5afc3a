/** What can stand in the way of an equilibrium, and its words. */
import type { FolderWords, Show } from '../measures/index.ts';
import type { Reason } from '../numerics/index.ts';

declare module '../numerics/outcome.ts' {
  interface Reasons {
    supercritical: { P: number; highest: number }; // Pa
    'phases-alike': { T: number; P: number }; // K, Pa
    'no-saturation': { point: 'bubble' | 'dew'; given: { P: number } | { T: number }; why: 'one-phase' | 'two-phases' }; // Pa, K
    'three-phases': { T: number; P: number }; // K, Pa
    'no-such-state': { what: string };
    'same-knowledge': unknown;
  }
}

/** Sentences for the codes above. */
export const EQUILIBRIUM_WORDS = {
  reasons: {
    supercritical: (reason, show) =>
      `No bubble point at ${show.pressure(reason.P)}: this liquid's highest is ${show.pressure(reason.highest)}. Lower the pressure.`,
    'phases-alike': (reason, show) =>
      `At ${show.temperature(reason.T)} and ${show.pressure(reason.P)} liquid and vapour come out alike: the mixture is near or above its critical point. Lower the pressure.`,
    'no-saturation': (reason, show) => noSaturation(reason, show),
    'three-phases': (reason, show) =>
      `At ${show.temperature(reason.T)} and ${show.pressure(reason.P)} two liquids boil together; this needs the three phases there.`,
    'no-such-state': (reason) => `No temperature or pressure within reach gives this ${reason.what}.`,
    'same-knowledge': () => 'The two conditions say the same thing: give a temperature or a pressure as one of them.',
  },
} satisfies FolderWords;

function noSaturation({ point, given, why }: Extract<Reason, { code: 'no-saturation' }>, show: Show): string {
  const at = 'P' in given ? show.pressure(given.P) : show.temperature(given.T);
  const looked = 'P' in given ? 'temperature' : 'pressure';
  const lower = 'P' in given ? 'Lower the pressure' : 'Lower the temperature';
  if (why === 'one-phase')
    return `No ${point} point at ${at}: it is one phase at every ${looked}, above its critical point. ${lower}.`;
  return point === 'bubble'
    ? `No bubble point at ${at}: some of it is vapour at every ${looked} looked at, as a dissolved gas brings about. Give a temperature and a pressure, or take the gas out.`
    : `No dew point at ${at}: some of it is liquid at every ${looked} looked at. Give a temperature and a pressure.`;
}
