/**
 * Gases dissolved by Henry's law in a mixture of solvents, as an activity model of all components together. With x′ the solute-free
 * fractions and ℓᵢₛ = ln Hᵢₛ(T) (Pa):
 *   solute   "ln γᵢ" = Lᵢ = Σₛ x′ₛℓᵢₛ, beside a standard fugacity of 1 Pa
 *   solvent  ln γₛ of its own model at x′, + (1/nₛₒₗᵥ) Σᵢ nᵢ(ℓᵢₛ − Lᵢ), which the Gibbs-Duhem equation asks for
 * so that all come from one Gibbs energy and their slopes are symmetric. A solvent whose constant is not known takes the mean of the known
 * ones. Below a tenth of solvent, where the law means nothing, the correction stays as at a tenth.
 * Source: Prausnitz, Lichtenthaler & de Azevedo, Molecular Thermodynamics, 3rd ed. (1999), sec. 10.6.
 */
import type { ComponentRecord, HenryPair } from '@keen-ladder/schema';
import { lnVapourPressure } from '../properties/index.ts';
import { ValueSlope } from '../properties/index.ts';
import { Activity } from './activity.ts';
import type { ActivityModel } from './activity.ts';

const LEAST_SOLVENT = 0.1;

/** ln H (H in Pa) of one solute in one solvent at `out.T`, with its slope; straight in 1/T outside the range of its source. */
export function lnHenry(pair: HenryPair, solvent: ComponentRecord, out: ValueSlope): void {
  const { T } = out;
  if (pair.form === 'inverse') {
    out.value = pair.c[0] + pair.c[1] / T;
    out.dT = -pair.c[1] / (T * T);
    return;
  }
  const inside = Math.min(Math.max(T, pair.Tmin), pair.Tmax);
  if (pair.form === 'logarithmic') {
    out.value = pair.c[0] + pair.c[1] / inside + pair.c[2] * Math.log(inside) + pair.c[3] * inside;
    out.dT = -pair.c[1] / (inside * inside) + pair.c[2] / inside + pair.c[3];
    goOn(inside, out);
    return;
  }
  lnVapourPressure(solvent, out.at(inside));
  out.T = T;
  const A = pair.c[0];
  const B = pair.c[1];
  const C = pair.c[2];
  const Tc = solvent.criticalTemperature.value;
  const Tr = inside / Tc;
  const t = 1 - Tr;
  const power = B * t ** 0.355;
  const last = C * Tr ** -0.41 * Math.exp(t);
  out.value += (A + power) / Tr + last;
  out.dT += (-(A + power) / (Tr * Tr) - (0.355 * power) / t / Tr - last * (0.41 / Tr + 1)) / Tc;
  goOn(inside, out);
}

/** From the end of a range on, straight in 1/T. */
function goOn(inside: number, out: ValueSlope): void {
  const { T } = out;
  if (inside === T) return;
  const inInverse = -out.dT * inside * inside;
  out.value += inInverse * (1 / T - 1 / inside);
  out.dT = -inInverse / (T * T);
}

/** The solutes' constants that do not reach to T, K: a constant known at one temperature reaches a little to both sides. */
export function henryOutsideRange(
  components: readonly ComponentRecord[],
  { solutes, solvents, pairs }: HenryMixture,
  T: number,
): { name: string; property: string; Tmin: number; Tmax: number }[] {
  return solutes.flatMap((i, k) =>
    pairs[k].flatMap((pair, s) => {
      if (pair === undefined || (T >= pair.Tmin - NEAR_RANGE && T <= pair.Tmax + NEAR_RANGE)) return [];
      const property = `Henry’s constant in ${components[solvents[s]].name}`;
      return [{ name: components[i].name, property, Tmin: pair.Tmin, Tmax: pair.Tmax }];
    }),
  );
}

/** K */
const NEAR_RANGE = 5;

/** Components whose critical temperature is below `T`, K: liquids of them do not exist there. */
export function aboveCritical(components: readonly ComponentRecord[], T: number): string[] {
  return components.filter((c) => c.criticalTemperature.value < T).map((c) => c.id);
}

/** Which components dissolve by Henry's law. */
export interface HenryMixture {
  /** Places of solutes and solvents among the components. */
  solutes: readonly number[];
  solvents: readonly number[];
  /** [solute k][solvent s], undefined where no constant is known; each solute has at least one. */
  pairs: readonly (readonly (HenryPair | undefined)[])[];
}

/**
 * @param components   of the whole mixture
 * @param solventModel of the solvents alone, in the order of `solvents`
 */
export function henryActivity(
  components: readonly ComponentRecord[],
  { solutes, solvents, pairs }: HenryMixture,
  solventModel: ActivityModel,
): ActivityModel {
  const n = components.length;
  const ns = solvents.length;
  const nu = solutes.length;
  const own = new Activity(ns);
  const xs = new Float64Array(ns);
  const l = new Float64Array(nu * ns);
  const dl = new Float64Array(nu * ns);
  const d2l = new Float64Array(nu * ns);
  const L = new Float64Array(nu);
  const dL = new Float64Array(nu);
  const d2L = new Float64Array(nu);
  const solvent = { share: 0 };
  const one = new ValueSlope();
  const two = new ValueSlope();

  function constants({ T }: Activity): void {
    const h = 1e-3 * T; // second slope, of the enthalpy's slope alone: by difference of analytic first slopes
    for (let k = 0; k < nu; k++) {
      let known = 0;
      let mean = 0;
      let dMean = 0;
      let d2Mean = 0;
      for (let s = 0; s < ns; s++) {
        const pair = pairs[k][s];
        if (pair === undefined) continue;
        const dissolver = components[solvents[s]];
        lnHenry(pair, dissolver, two.at(T + h));
        const above = two.dT;
        lnHenry(pair, dissolver, two.at(T - h));
        lnHenry(pair, dissolver, one.at(T));
        l[k * ns + s] = one.value;
        dl[k * ns + s] = one.dT;
        d2l[k * ns + s] = (above - two.dT) / (2 * h);
        known++;
        mean += one.value;
        dMean += one.dT;
        d2Mean += d2l[k * ns + s];
      }
      for (let s = 0; s < ns; s++) {
        if (pairs[k][s] !== undefined) continue;
        l[k * ns + s] = mean / known;
        dl[k * ns + s] = dMean / known;
        d2l[k * ns + s] = d2Mean / known;
      }
    }
  }

  /** x′ into xs, L, and the share of solvent. */
  function soluteFree(x: Float64Array): void {
    let share = 0;
    for (let s = 0; s < ns; s++) share += x[solvents[s]];
    for (let s = 0; s < ns; s++) xs[s] = share > 0 ? x[solvents[s]] / share : 1 / ns;
    for (let k = 0; k < nu; k++) {
      L[k] = 0;
      dL[k] = 0;
      d2L[k] = 0;
      for (let s = 0, p = k * ns; s < ns; s++, p++) {
        L[k] += xs[s] * l[p];
        dL[k] += xs[s] * dl[p];
        d2L[k] += xs[s] * d2l[p];
      }
    }
    solvent.share = Math.max(share, LEAST_SOLVENT);
  }

  return {
    evaluate(x, out, slopes) {
      constants(out);
      soluteFree(x);
      const { share } = solvent;
      solventModel.evaluate(xs, own.at(out.T), slopes);
      for (let k = 0; k < nu; k++) {
        out.lnGamma[solutes[k]] = L[k];
        out.dLnGammaDT[solutes[k]] = dL[k];
      }
      for (let s = 0; s < ns; s++) {
        let value = own.lnGamma[s];
        let dT = own.dLnGammaDT[s];
        for (let k = 0; k < nu; k++) {
          value += (x[solutes[k]] * (l[k * ns + s] - L[k])) / share;
          dT += (x[solutes[k]] * (dl[k * ns + s] - dL[k])) / share;
        }
        out.lnGamma[solvents[s]] = value;
        out.dLnGammaDT[solvents[s]] = dT;
      }
      if (!slopes) return;
      out.dGDT = share * own.dGDT;
      out.d2GDT2 = share * own.d2GDT2;
      out.dLnGammaDN.fill(0);
      for (let k = 0; k < nu; k++) {
        out.dGDT += x[solutes[k]] * dL[k];
        out.d2GDT2 += x[solutes[k]] * d2L[k];
        for (let s = 0; s < ns; s++) {
          const value = (l[k * ns + s] - L[k]) / share;
          out.dLnGammaDN[solutes[k] * n + solvents[s]] = value;
          out.dLnGammaDN[solvents[s] * n + solutes[k]] = value;
        }
      }
      for (let s = 0; s < ns; s++) {
        for (let t = 0; t < ns; t++) {
          let value = own.dLnGammaDN[s * ns + t] / share;
          for (let k = 0; k < nu; k++) value -= (x[solutes[k]] * (l[k * ns + s] + l[k * ns + t] - 2 * L[k])) / (share * share);
          out.dLnGammaDN[solvents[s] * n + solvents[t]] = value;
        }
      }
    },
  };
}
