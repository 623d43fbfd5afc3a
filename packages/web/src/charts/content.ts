/** What a chart shows, whatever draws it. */
import type { Tokens } from '../theme/tokens.ts';

export interface Line {
  name: string;
  x: readonly number[];
  y: readonly number[];
  color: string;
  /** Lengths of strokes and gaps, px, parted by blanks. */
  dash?: string;
  width?: number;
  /** Whether readout, legend and table tell it; false for what only helps the eye. */
  isTold?: boolean;
}

/** Points that no line joins: what was measured. */
export interface Dots {
  name: string;
  x: readonly number[];
  y: readonly number[];
  color: string;
}

export interface Mark {
  x: number;
  y: number;
  name: string;
  shape: 'present' | 'note';
}

/** What the lines approach: a level or an upright, with its name. */
export interface Limit {
  axis: 'x' | 'y';
  at: number;
  name: string;
}

export interface ChartContent {
  title: string;
  colors: Tokens;
  lines: readonly Line[];
  dots?: readonly Dots[];
  marks?: readonly Mark[];
  limits?: readonly Limit[];
  xName: string;
  yName: string;
  xRange: [number, number];
  yRange: [number, number];
  logarithmic?: boolean;
  /** Names of the told lines above the drawing, each with its stroke. */
  hasLegend?: boolean;
}
