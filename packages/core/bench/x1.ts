import { components, databankParts } from '../src/databank/whole.ts';
import { buildModel, USUAL_OPTIONS, isEquationOfState, PhaseProperties } from '../src/thermo/index.ts';
import { randomNumbers, randomMixtures } from '../src/testing/randomMixtures.ts';
import { bubbleTemperature, dewTemperature, bubblePressure, dewPressure } from '../src/equilibrium/index.ts';
const count = Number(process.argv[2] ?? 1000);
const tally: Record<string, Record<string, number>> = {};
const t0 = performance.now();
let k=0;
const times:[number,string][]=[];
for (const m of randomMixtures(Number(process.argv[3]??7), count)) {
  const { model, z, name } = m;
  let Pc = 0, Tc = 0;
  const comps = model.names.map((nm) => components.find((c) => c.name === nm)!);
  comps.forEach((c, i) => { Pc += z[i] * c.criticalPressure.value; Tc += z[i] * c.criticalTemperature.value; });
  const P = Math.min(m.P, 0.6 * Pc);
  const T = 0.45 * Tc + (m.T - 200) / 400 * 0.35 * Tc;
  const o = new Float64Array(model.n);
  const isE = isEquationOfState(name);
  const key = (q: string) => `${isE ? 'eos' : 'act'} ${q} ${P > 5e5 ? '>5bar' : P > 1e5 ? '1-5bar' : '<1bar'}`;
  for (const [q, ask] of [['bubT', () => bubbleTemperature(model, P, z, o)], ['dewT', () => dewTemperature(model, P, z, o)], ['bubP', () => bubblePressure(model, T, z, o)], ['dewP', () => dewPressure(model, T, z, o)]] as const) {
    const b = performance.now();
    const r = ask();
    times.push([performance.now()-b,q+' '+m.words]);
    const t = (tally[key(q)] ??= {});
    const s = r.state === 'solved' ? 'solved' : r.state === 'out-of-reach' ? r.reason.code : r.state;
    t[s] = (t[s] ?? 0) + 1;
    if (s !== 'solved' && k++ < Number(process.argv[4] ?? 0)) console.log(q, s, m.words, 'P', P, 'T', T, [...z].map(v=>v.toFixed(3)).join(' '));
  }
}
for (const key of Object.keys(tally).sort()) console.log(key, JSON.stringify(tally[key]));
times.sort((a,b)=>b[0]-a[0]);
console.log('ms', performance.now() - t0, times.slice(0,5).map(([a,b])=>a.toFixed(0)+' '+b.slice(0,60)));
