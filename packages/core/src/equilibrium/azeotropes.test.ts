import { describe, expect, test } from 'vitest';
import type { ModelName } from '@keen-ladder/schema';
import type { DatabankParts } from '../databank/index.ts';
import {
  databankModel,
  databankParts,
  databankRecord,
  publishedAzeotropes,
  raoult,
  reported,
  solvedValue,
} from '../testing/index.ts';
import type { PublishedAzeotrope } from '../testing/index.ts';
import { buildModel, USUAL_OPTIONS } from '../thermo/index.ts';
import type { ThermoModel } from '../thermo/index.ts';
import { binaryAzeotropes } from './index.ts';
import type { BinaryAzeotrope } from './index.ts';

const SUMMARY = 'Azeotropes by model, against Horsley, Azeotropic Data III (1973): spread, honestly';
const EACH = 'Azeotropes one by one: K and mole fraction by which each model misses Horsley’s';

/** Solved from one azeotrope, fitted to other data, or predicted by groups. */
type Basis = 'from the azeotrope' | 'fitted' | 'predicted';

const MODELS: [ModelName, string][] = [
  ['nrtl', 'NRTL'],
  ['wilson', 'Wilson'],
  ['uniquac', 'UNIQUAC'],
  ['unifac', 'UNIFAC'],
  ['modified-unifac', 'modified UNIFAC'],
];

interface Miss {
  dT: number; // K
  dx: number;
}

/** Ours minus the table's; 'none' where the model has no azeotrope; undefined where it has no parameters. */
interface Found {
  basis: Basis;
  miss: Miss | 'none';
}

function find(azeotrope: PublishedAzeotrope, model: ModelName): Found | undefined {
  const parts = databankParts(azeotrope.ids);
  const built = buildModel({ ...parts, model, options: { ...USUAL_OPTIONS, vapour: vapourOf(azeotrope) } });
  if (built.state !== 'solved') return undefined;
  const pairs = pairsOf(parts, model);
  const basis = pairs.length === 0 ? 'predicted' : pairs[0].source.includes('azeotrope') ? 'from the azeotrope' : 'fitted';
  return { basis, miss: nearest(built.value, azeotrope) };
}

function pairsOf(parts: DatabankParts, model: ModelName): readonly { source: string }[] {
  if (model === 'nrtl') return parts.nrtlPairs;
  if (model === 'wilson') return parts.wilsonPairs;
  return model === 'uniquac' ? parts.uniquacPairs : [];
}

/** Acids go with the vapour of their dimers; everything else with an ideal vapour. */
function vapourOf({ names }: PublishedAzeotrope): 'ideal' | 'dimers' {
  return names.some((name) => /formic acid|acetic acid|propionic acid|butyric acid/.test(name)) ? 'dimers' : 'ideal';
}

function nearest(model: ThermoModel, { P, T, x }: PublishedAzeotrope): Miss | 'none' {
  const outcome = binaryAzeotropes(model, P);
  if (outcome.state !== 'solved' || outcome.value.length === 0) return 'none';
  const away = (a: BinaryAzeotrope): number => Math.abs(a.x - x);
  const best = outcome.value.reduce((a, b) => (away(b) < away(a) ? b : a));
  return { dT: best.T - T, dx: best.x - x };
}

const signed = (value: number, digits: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`;

function percentile(values: number[], share: number): number {
  const sorted = values.map(Math.abs).sort((a, b) => a - b);
  return sorted[Math.floor(share * sorted.length)] ?? 0;
}

describe('published azeotropes', () => {
  test('each model, with what its parameters stand on', () => {
    expect(publishedAzeotropes.length).toBeGreaterThan(120);
    const bySource = new Map<string, Found[]>();
    for (const azeotrope of publishedAzeotropes) {
      const cells = MODELS.map(([model, label]) => {
        const found = find(azeotrope, model);
        if (found === undefined) return 'no parameters';
        const key = `${label}|${found.basis}`;
        bySource.set(key, [...(bySource.get(key) ?? []), found]);
        if (found.miss === 'none') return 'no azeotrope';
        return `${signed(found.miss.dT, 1)}; ${signed(found.miss.dx, 3)}${found.basis === 'from the azeotrope' ? ' *' : ''}`;
      });
      const [name, kind] = [azeotrope.names.join('–'), azeotrope.isHeterogeneous ? ', two liquids' : ''];
      const where = `${(azeotrope.T - 273.15).toFixed(1)} °C, ${azeotrope.x.toFixed(3)} at ${(azeotrope.P / 1e3).toFixed(0)} kPa${kind}`;
      reported(
        EACH,
        ['azeotrope', 'table', ...MODELS.map(([, label]) => label)],
        [name, `${where} (${azeotrope.confidence})`, ...cells],
      );
    }
    for (const [key, all] of bySource) {
      const [label, basis] = key.split('|');
      const met = all.flatMap(({ miss }) => (miss === 'none' ? [] : [miss]));
      const within = met.filter(({ dT, dx }) => Math.abs(dT) <= 1 && Math.abs(dx) <= 0.05).length;
      const figures = [0.5, 0.9].flatMap((share) => [
        percentile(
          met.map((m) => m.dT),
          share,
        ).toFixed(2),
        percentile(
          met.map((m) => m.dx),
          share,
        ).toFixed(3),
      ]);
      reported(
        SUMMARY,
        ['model', 'parameters', 'pairs', 'azeotrope found', 'within 1 K and 0.05', 'median K', 'median x', '90 % K', '90 % x'],
        [label, basis, String(all.length), String(met.length), String(within), ...figures],
      );
      // ../docs/methods.md: the groups miss by 0.4 K and 0.02 in the middle; what was solved from azeotropes meets them.
      expect(met.length / all.length, key).toBeGreaterThan(0.85);
      expect(
        percentile(
          met.map((m) => m.dT),
          0.5,
        ),
        `${key}, median K`,
      ).toBeLessThan(basis === 'predicted' ? 0.8 : 0.6);
      expect(
        percentile(
          met.map((m) => m.dx),
          0.5,
        ),
        `${key}, median x`,
      ).toBeLessThan(basis === 'predicted' ? 0.03 : 0.025);
    }
  });
  test('two liquids: 1-butanol and water boil together below either, and the vapour lies between them', () => {
    const model = databankModel(['1-butanol', 'water'], 'modified-unifac');
    const [{ x, T, liquids }] = solvedValue(binaryAzeotropes(model, 101325));
    expect(liquids).toBeDefined();
    expect(x).toBeGreaterThan(liquids?.[0] ?? 1);
    expect(x).toBeLessThan(liquids?.[1] ?? 0);
    expect(Math.abs(T - 273.15 - 92.7)).toBeLessThan(2);
  });
  test('an ideal pair has none', () => {
    const model = raoult(databankRecord('benzene'), databankRecord('toluene'));
    expect(solvedValue(binaryAzeotropes(model, 101325))).toEqual([]);
  });
  test('the order of components does not matter', () => {
    for (const names of [
      ['acetone', 'chloroform'],
      ['ethyl acetate', 'water'],
    ]) {
      const [forward] = solvedValue(binaryAzeotropes(databankModel(names, 'unifac'), 101325));
      const [backward] = solvedValue(binaryAzeotropes(databankModel(names.toReversed(), 'unifac'), 101325));
      expect(backward.T).toBeCloseTo(forward.T, 5);
      expect(backward.x).toBeCloseTo(1 - forward.x, 6);
    }
  });
});
