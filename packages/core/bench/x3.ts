import { components, databankParts } from '../src/databank/whole.ts';
import { ppr78Pair, predictInteractions } from '../src/thermo/ppr78.ts';
const big: [number,string][] = []; let n=0;
const withG = components.filter(c=>c.ppr78Groups.length>0);
console.log(withG.length);
const parts = databankParts(withG.map(c=>c.id));
for (let i=0;i<withG.length;i++) for (let j=i+1;j<withG.length;j++) {
  const two=[withG[i],withG[j]];
  const t = ppr78Pair(two,0,1,parts.groups.ppr78,'peng-robinson'); if (!t) continue; n++;
  if (n===1) console.log(Object.keys(t), t);
  const R=8.314; const b = Float64Array.from(two, c=>0.0778*R*c.criticalTemperature.value/c.criticalPressure.value);
  (globalThis as any).keep = {two,t,b};
  const f = predictInteractions(2,b,[t]) as any;
  (globalThis as any).f = f;
}
console.log(n);
