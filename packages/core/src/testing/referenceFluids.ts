/** Saturation properties of pure fluids by reference equations (tools/reference/fluids.py wrote fluids.json, and says what they are). */
import { readFileSync } from 'node:fs';

export type FluidProperty =
  | 'vapourPressure'
  | 'heatOfVaporisation'
  | 'idealGasHeatCapacity'
  | 'liquidHeatCapacity'
  | 'liquidDensity'
  | 'liquidViscosity'
  | 'gasViscosity'
  | 'liquidConductivity'
  | 'gasConductivity'
  | 'surfaceTension';

interface FluidsFile {
  fluids: { id: string; equation: string; states: ({ T: number } & Partial<Record<FluidProperty, number>>)[] }[];
  dense: { id: string; rows: { T: number; volume: number; viscosity: number; conductivity: number }[] };
}

const path = new URL('../../../../tools/reference/fluids.json', import.meta.url);
export const referenceFluids = JSON.parse(readFileSync(path, 'utf8')) as FluidsFile;
