import { databankModel } from '../src/testing/mixtures.ts';
import { dewTemperature, bubbleTemperature, phaseEnvelope } from '../src/equilibrium/index.ts';
const m = databankModel(['methane', 'n-decane'], 'peng-robinson');
const z = Float64Array.of(0.5,0.5), x = new Float64Array(2);
for (const P of [50e5,100e5,150e5,170e5,190e5,200e5,210e5,250e5,400e5]) { const d=dewTemperature(m,P,z,x); const xs=[...x]; const b=bubbleTemperature(m,P,z,x); console.log(P, JSON.stringify(d).slice(0,120), xs, JSON.stringify(b).slice(0,100), [...x]); }
const e = phaseEnvelope(m,z); if (e.state==='solved') console.log(e.value.critical, e.value.hottest, e.value.highest);
