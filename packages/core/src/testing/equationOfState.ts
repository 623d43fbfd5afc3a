/**
 * Reference values of cubic equations with the same constants (tools/reference/eos-reference.json): 40-digit arithmetic, checked against
 * two other programs; see the file's own `about`.
 */
import { readFileSync } from 'node:fs';
import { cubicResidual, PENG_ROBINSON, SRK, wilsonLnK } from '../thermo/index.ts';
import type { CubicComponent, ThermoModel } from '../thermo/index.ts';

interface Root {
  Z: number;
  lnPhi: number[];
  residualEnthalpy: number;
  dLnPhiDT: number[];
  dLnPhiDP: number[];
}

export interface ReferenceState {
  id: string;
  mixture: string;
  model: 'PR' | 'SRK';
  T: number;
  P: number;
  roots: Root[];
}

export interface ReferenceFlash {
  id: string;
  mixture: string;
  model: 'PR' | 'SRK';
  T: number;
  P: number;
  tag: string;
  phases: 1 | 2;
  beta: number;
  x: number[];
  y: number[];
  betaSensitivity: number;
  smallestTangentPlaneDistance: number | null;
}

interface ReferenceFile {
  components: Record<string, { Tc: number; Pc: number; omega: number }>;
  mixtures: Record<string, { components: string[]; z: number[]; kij: number[][] }>;
  states: ReferenceState[];
  flashes: ReferenceFlash[];
}

const path = new URL('../../../../tools/reference/eos-reference.json', import.meta.url);
export const equationOfState = JSON.parse(readFileSync(path, 'utf8')) as ReferenceFile;

/** The residual model of a mixture of the file, and its composition z. */
export function referenceModel(mixture: string, model: 'PR' | 'SRK'): { model: ThermoModel; z: Float64Array } {
  const { components, z, kij } = equationOfState.mixtures[mixture];
  const n = components.length;
  const cubic = components.map((name): CubicComponent => ({ ...equationOfState.components[name], translation: 0 }));
  const interaction = { k0: Float64Array.from(kij.flat()), k1: new Float64Array(n * n) };
  const evaluate = cubicResidual(cubic, model === 'PR' ? PENG_ROBINSON : SRK, interaction);
  const firstLnK: ThermoModel['firstLnK'] = (T, P, out) => {
    wilsonLnK(cubic, T, P, out);
  };
  const names = {
    n,
    names: components,
    hasIdealVapour: false,
    hasOneEquation: true,
    molarMass: new Float64Array(n).fill(0.05),
    outsideRange: () => [],
  };
  const idealGas: ThermoModel['idealGas'] = (_T, h, s) => {
    h.fill(0);
    s.fill(0);
  };
  return { model: { ...names, evaluate, firstLnK, idealGas }, z: Float64Array.from(z) };
}
