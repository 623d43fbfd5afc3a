import { randomSaturations } from '../src/testing/saturationAudit.ts';
import { Saturation } from '../src/equilibrium/saturation.ts';
const want = process.argv.slice(2);
for (const m of randomSaturations(20261130, 5000)) {
  const hit = want.find(w => m.words.includes(w)); if (!hit) continue;
  const { model, z, T, P } = m;
  console.log(m.words, [...z]);
  for (const [feed, sought] of [['vapour',{kind:'T',P}],['vapour',{kind:'P',T}]] as const) {
    const x = new Float64Array(z.length);
    const S = new Saturation(model, feed, sought, z, x) as any;
    const f = S.first();
    console.log(feed, sought.kind, 'first', f, 'meet', JSON.stringify(S.meet(S.substitute(f))), S.incipient);
    const b = S.bracket(f);
    console.log(JSON.stringify(b).slice(0,400));
    console.log('  seek', JSON.stringify(S.seek(f)), S.incipient);
    if (b.before) for (let k=0;k<=10;k++) { const at=b.before*(b.beyond/b.before)**(k/10); console.log(at, S.distance(at, b.trial), [...S.X]); }
  }
}
