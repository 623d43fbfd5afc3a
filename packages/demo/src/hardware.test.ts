import { createCaseSolver, newHardware } from '@keen-ladder/core';
import { test } from 'vitest';
import { demoCases } from './index.ts';
test('x', () => {
  for (const contact of ['trays', 'packing'] as const)
    for (const { name, document } of demoCases()) {
      const column = document.units[0]!;
      if (column.ladder === null) continue;
      const solver = createCaseSolver();
      const times: number[] = [];
      for (let k = 0; k < 20; k++) {
      const doc = { ...document, units: [{ ...column, hardware: {...newHardware(contact), turnDown: 0.7 - k * 0.001} }] };
      const t = performance.now();
      const { outcome } = solver.node(doc, 'column', 'hardware');
      times.push(performance.now() - t);
      if (k > 0 || outcome.state !== 'solved') continue;
      const f = outcome.value;
      if (0) for (const s of f.sections) console.log(name, s.first, s.last, s.diameter, s.needed?.toFixed(3), s.trays, s.efficiency, s.packed, s.height.toFixed(2), s.drop, s.limits.map((l) => `${l.name}@${l.rung} ${l.share.toFixed(3)}`).join(' '), s.mend?.kind, s.mend?.value, s.outside.map((o) => `${o.method}:${o.what} ${o.value.toPrecision(3)} [${o.least},${o.most}]@${o.rung}`).join('; '));
      }
      
      console.log(times.map((t) => t.toFixed(0)).join(' '));
    }
});
