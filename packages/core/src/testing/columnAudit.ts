/** A solved column looked at by other code than solved it: every balance, every equilibrium, every target again from the profiles alone. */
import type { ColumnInput, SolvedColumn } from '../column/index.ts';
import { drawsOf } from '../column/index.ts';
import { PhaseProperties } from '../thermo/index.ts';
import type { Phase } from '../thermo/index.ts';

export interface Audit {
  /** Largest error of a component's balance over the column, of what is fed of it; of the heat balance, of all heat that moves. */
  material: number;
  heat: number;
  /** Largest difference of a vapour mole fraction from equilibrium by Murphree's efficiency. */
  equilibrium: number;
  /** Smallest flow of anything, mol/s. */
  least: number;
}

export function auditColumn(input: ColumnInput, found: SolvedColumn): Audit {
  return { ...balancesOf(input, found), equilibrium: equilibriumError(input, found), least: leastFlow(found) };
}

const sum = (flows: Float64Array): number => flows.reduce((a, b) => a + b, 0);

function fractions(flows: Float64Array, j: number, n: number): Float64Array {
  const of = flows.slice(j * n, (j + 1) * n);
  const all = sum(of);
  return of.map((flow) => flow / all);
}

function enthalpy(input: ColumnInput, phase: Phase, T: number, P: number, flows: Float64Array): number {
  const out = new PhaseProperties(flows.length);
  const all = sum(flows);
  if (all === 0) return 0;
  input.model.evaluate(
    phase,
    flows.map((flow) => flow / all),
    out.at(T, P),
    'all',
  );
  return all * out.enthalpy;
}

function balancesOf(input: ColumnInput, found: SolvedColumn): { material: number; heat: number } {
  const { model, feeds, stages, top } = input;
  const n = model.n;
  const draws = drawsOf(input);
  const first = draws.findIndex(({ stage }, d) => stage > 1 && d >= draws.length - input.draws.length);
  const sides = first < 0 ? [] : found.draws.slice(draws.length - input.draws.length);
  let material = 0;
  for (let i = 0; i < n; i++) {
    const fed = feeds.reduce((all, { flows }) => all + flows[i], 0);
    const out = found.overhead[i] + found.bottoms[i] + sides.reduce((all, flows) => all + flows[i], 0);
    material = Math.max(material, Math.abs(out - fed) / fed);
  }
  const P = found.pressure;
  const inLiquid = top === 'total-condenser' || top === 'mixed-condenser' ? found.draws[0] : new Float64Array(n);
  const inVapour = found.overhead.map((flow, i) => Math.max(0, flow - inLiquid[i]));
  const bottomsStage = input.bottom === 'total-reboiler' ? stages - 2 : stages - 1;
  const terms = [
    ...feeds.map(({ flows, enthalpy: h }) => sum(flows) * h),
    ...input.heat,
    found.condenserDuty ?? 0,
    found.reboilerDuty ?? 0,
    ...found.handles.map((handle, k) => (handle.kind === 'pump-around-duty' ? found.handleValues[k] : 0)),
    -enthalpy(input, 'liquid', found.condensateT, P[0], inLiquid),
    -enthalpy(input, 'vapour', found.T[0], P[0], top === 'total-condenser' ? new Float64Array(n) : inVapour),
    -enthalpy(input, 'liquid', found.T[bottomsStage], P[bottomsStage], found.bottoms),
    ...sides.map((flows, k) => {
      const { stage, phase } = input.draws[k];
      return -enthalpy(input, phase, found.T[stage - 1], P[stage - 1], flows);
    }),
  ];
  const moved = terms.reduce((all, term) => all + Math.abs(term), 0);
  return { material, heat: Math.abs(terms.reduce((all, term) => all + term, 0)) / moved };
}

function equilibriumError(input: ColumnInput, found: SolvedColumn): number {
  const { model, stages } = input;
  const n = model.n;
  let worst = 0;
  for (let j = 0; j < stages; j++) {
    const x = fractions(found.liquid, j, n);
    const y = fractions(found.vapour, j, n);
    const isPerfect = input.efficiency.subarray(j * n, (j + 1) * n).every((E) => E === 1);
    const [T, P] = [found.T[j], found.pressure[j]];
    const star = equilibriumVapour(model, T, P, x, isPerfect ? y : firstVapour(model, T, P, x), isPerfect ? 1 : MOST_ROUNDS);
    for (let i = 0; i < n; i++) {
      const E = input.efficiency[j * n + i];
      const below = E < 1 ? fractions(found.vapour, j + 1, n)[i] : 0;
      worst = Math.max(worst, Math.abs(below + E * (star[i] - below) - y[i]));
    }
  }
  return worst;
}

/** By the model's first K-values: a vapour that leaves a poor tray may hold so much of what is heavy that substitution from it ends in a liquid. */
function firstVapour(model: ColumnInput['model'], T: number, P: number, x: Float64Array): Float64Array {
  const lnK = new Float64Array(model.n);
  model.firstLnK(T, P, lnK);
  return x.map((value, i) => value * Math.exp(lnK[i]));
}

/** What would stand over a liquid in equilibrium, from `begin` by substitution until it stays; once only: K-values at `begin`. */
function equilibriumVapour(
  model: ColumnInput['model'],
  T: number,
  P: number,
  x: Float64Array,
  begin: Float64Array,
  rounds: number,
): Float64Array {
  const [liquid, vapour] = [new PhaseProperties(model.n), new PhaseProperties(model.n)];
  model.evaluate('liquid', x, liquid.at(T, P), 'fugacity');
  let star = begin;
  for (let round = 0; round < rounds; round++) {
    const all = sum(star);
    model.evaluate(
      'vapour',
      star.map((value) => value / all),
      vapour.at(T, P),
      'fugacity',
    );
    const next = x.map((value, i) => value * Math.exp(liquid.lnPhi[i] - vapour.lnPhi[i]));
    const moved = next.reduce((most, value, i) => Math.max(most, Math.abs(value - star[i])), 0);
    // Half-way: strong pairing in the vapour would swing.
    star = round === 0 && rounds === 1 ? next : next.map((value, i) => (value + star[i]) / 2);
    if (moved < 1e-13) break;
  }
  return star;
}

const MOST_ROUNDS = 300;

function leastFlow(found: SolvedColumn): number {
  const all = [found.liquid, found.vapour, found.overhead, found.bottoms, ...found.draws];
  return all.reduce((least, flows) => flows.reduce((a, b) => Math.min(a, b), least), Infinity);
}
