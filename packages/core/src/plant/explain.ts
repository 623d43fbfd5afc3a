/** One sentence for each reason, open point and warning: the same on the screen, in the API and on the command line. Each folder says those of its subject. */
import { ABSORPTION_WORDS } from '../absorption/index.ts';
import { BALANCE_WORDS } from '../balance/index.ts';
import { BINARY_WORDS } from '../binary/index.ts';
import { COLUMN_WORDS } from '../column/index.ts';
import { EQUILIBRIUM_WORDS } from '../equilibrium/index.ts';
import { MEASURES_WORDS } from '../measures/index.ts';
import type { Show, Words } from '../measures/index.ts';
import { MIXTURE_WORDS } from '../mixture/index.ts';
import type { OpenPoint, Reason, Warning } from '../numerics/index.ts';
import { REGRESSION_WORDS } from '../regression/index.ts';
import { SHORTCUT_WORDS } from '../shortcut/index.ts';
import { THERMO_WORDS } from '../thermo/index.ts';
import { COLUMN_UNIT_WORDS } from './column/reasons.ts';
import { DRUM_WORDS } from './drum/reasons.ts';
import { STREAM_WORDS } from './streams/reasons.ts';

const REASONS: Words<Reason> = {
  ...MEASURES_WORDS.reasons,
  ...EQUILIBRIUM_WORDS.reasons,
  ...REGRESSION_WORDS.reasons,
  ...MIXTURE_WORDS.reasons,
  ...BALANCE_WORDS.reasons,
  ...SHORTCUT_WORDS.reasons,
  ...BINARY_WORDS.reasons,
  ...ABSORPTION_WORDS.reasons,
  ...COLUMN_WORDS.reasons,
  ...STREAM_WORDS.reasons,
};

const POINTS: Words<OpenPoint> = {
  ...MEASURES_WORDS.points,
  ...THERMO_WORDS.points,
  ...REGRESSION_WORDS.points,
  ...BALANCE_WORDS.points,
  ...SHORTCUT_WORDS.points,
  ...BINARY_WORDS.points,
  ...ABSORPTION_WORDS.points,
  ...COLUMN_WORDS.points,
  ...STREAM_WORDS.points,
};

const WARNINGS: Words<Warning> = {
  ...THERMO_WORDS.warnings,
  ...MIXTURE_WORDS.warnings,
  ...BALANCE_WORDS.warnings,
  ...SHORTCUT_WORDS.warnings,
  ...BINARY_WORDS.warnings,
  ...ABSORPTION_WORDS.warnings,
  ...COLUMN_WORDS.warnings,
  ...STREAM_WORDS.warnings,
  ...COLUMN_UNIT_WORDS.warnings,
  ...DRUM_WORDS.warnings,
};

type Say<Said> = (said: Said, show: Show, tell: (reason: Reason, show: Show) => string) => string;

// The sentence under a code is for what bears this code.
/** Why there is no answer, in a sentence. */
export const explain = (reason: Reason, show: Show): string => (REASONS[reason.code] as Say<Reason>)(reason, show, explain);

/** What is missing, in a sentence. */
export const explainOpenPoint = (point: OpenPoint, show: Show): string =>
  (POINTS[point.code] as Say<OpenPoint>)(point, show, explain);

/** What to know of a result, in a sentence. */
export const explainWarning = (warning: Warning, show: Show): string =>
  (WARNINGS[warning.code] as Say<Warning>)(warning, show, explain);
