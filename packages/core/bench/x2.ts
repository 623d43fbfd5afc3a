import { components } from '../src/databank/whole.ts';
import { randomMixtures } from '../src/testing/randomMixtures.ts';
import { Saturation } from '../src/equilibrium/saturation.ts';
import { lnVapourPressure, ValueSlope } from '../src/properties/index.ts';
const want = process.argv.slice(2);
for (const m of randomMixtures(7, 1000)) {
  const hit = want.find(w => m.words.includes(w)); if (!hit) continue;
  const { model, z } = m;
  let Pc = 0, Tc = 0;
  model.names.map((nm) => components.find((c) => c.name === nm)!).forEach((c, i) => { Pc += z[i] * c.criticalPressure.value; Tc += z[i] * c.criticalTemperature.value; });
  const P = Math.min(m.P, 0.6 * Pc), T = 0.45 * Tc + (m.T - 200) / 400 * 0.35 * Tc;
  console.log(m.words, P, T, [...z].map(v=>v.toPrecision(3)).join(' '));
  for (const [feed, sought] of [['liquid',{kind:'T',P}],['vapour',{kind:'T',P}],['liquid',{kind:'P',T}],['vapour',{kind:'P',T}]] as const) {
    const x = new Float64Array(z.length);
    const S = new Saturation(model, feed, sought, z, x);
    const f = S.first();
    const b = (S as any).bracket(f);
    console.log(feed, sought.kind, 'first', f, JSON.stringify(b).slice(0,400));
    console.log('  seek', JSON.stringify(S.seek(f)));
  }
}
const v = new ValueSlope();
for (const n of ['silicon tetrafluoride','nitric oxide']) { const c = components.find(c=>c.name===n)!; console.log(n, c.criticalTemperature.value, JSON.stringify(c.vapourPressure).slice(0,200)); for (const T of [250,300,350,400,500,600,800]) { lnVapourPressure(c, v.at(T)); console.log(T, v.value, v.dT); } }
