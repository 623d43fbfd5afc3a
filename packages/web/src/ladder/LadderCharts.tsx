/** Charts at full size: any quantity along the stages, temperature against composition, and two keys as y against x. */
import { findUnit, fromSI } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { Segmented, Select } from 'antd';
import { useRef, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import type { ChartContent, Line } from '../charts/content.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectBalanceResult } from '../stops/standing.ts';
import { useLook } from '../theme/Themed.tsx';
import { stripsOf } from './drawing/strips.ts';
import type { StripKey, StripSettings } from './drawing/stripSettings.ts';
import { selectTable } from './table.ts';

type Kind = 'along' | 'temperature' | 'keys';

const kinds: { value: Kind; label: string }[] = [
  { value: 'along', label: 'along the stages' },
  { value: 'temperature', label: 'composition against temperature' },
  { value: 'keys', label: 'y against x of two keys' },
];

const quantities: { value: StripKey; label: string }[] = [
  { value: 'temperature', label: 'temperature' },
  { value: 'pressure', label: 'pressure' },
  { value: 'flows', label: 'flows' },
  { value: 'liquid', label: 'liquid composition' },
  { value: 'vapour', label: 'vapour composition' },
  { value: 'volatility', label: 'relative volatility' },
  { value: 'K', label: 'K = y/x' },
];

export function LadderCharts({ facts }: { facts: LadderFacts }) {
  const [kind, setKind] = useState<Kind>('along');
  const [quantity, setQuantity] = useState<StripKey>('liquid');
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useElementSize(panel);
  const chart = useChart(facts, kind, quantity);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <Segmented<Kind> size="small" options={kinds} value={kind} onChange={setKind} aria-label="Kind of chart" />
        {kind === 'along' && (
          <Select<StripKey>
            size="small"
            aria-label="Quantity"
            options={quantities}
            value={quantity}
            onChange={setQuantity}
            popupMatchSelectWidth={false}
          />
        )}
        <SaveChart
          isChart
          drawing={canvas}
          name={`${caseName} – ${chart.title}`}
          rows={() => rowsOf(chart)}
          table="Points as CSV"
        />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <LineChart canvas={canvas} {...chart} width={size.width} height={size.height} hasLegend={chart.lines.length > 1} />
        )}
      </div>
    </div>
  );
}

type Chart = ChartContent;

function useChart(facts: LadderFacts, kind: Kind, quantity: StripKey): Chart {
  const { colors } = useLook();
  const table = useAppSelector(selectTable);
  const outcome = useAppSelector(selectBalanceResult)?.outcome;
  const keys = outcome?.state === 'solved' ? outcome.value.keys : null;
  const settings: StripSettings = {
    shown: [quantity],
    basis: 'mole',
    isLogarithmic: false,
    reference: null,
    from: 'top',
    isCondenserCounted: true,
  };
  const unit = findUnit('temperature', table.display.temperature);
  const T = facts.T.map((t) => fromSI(t, unit, table.site));
  if (kind === 'keys') return keysChart(facts, table.components, [keys?.light, keys?.heavy], colors);
  const key = kind === 'temperature' ? 'liquid' : quantity;
  const [strip] = stripsOf(facts, { ...settings, shown: [key] }, table, [keys?.light, keys?.heavy], colors);
  const stages = T.map((_, j) => j + 1);
  const along = kind === 'temperature' ? T : stages;
  const lines: Line[] = (strip?.lines ?? []).map(({ name, values, color, dash, width }) => {
    const there = values.flatMap((value, j) => (value === null || !Number.isFinite(value) ? [] : [j]));
    return {
      name,
      x: there.map((j) => along[j] ?? 0),
      y: there.map((j) => values[j] ?? 0),
      color,
      width,
      ...(dash === undefined ? {} : { dash }),
    };
  });
  return {
    title: kind === 'temperature' ? 'Liquid composition against temperature' : `${strip?.title ?? ''} along the stages`,
    colors,
    lines,
    xName: kind === 'temperature' ? `temperature, ${unit.id}` : 'stage from the top, condenser counted',
    yName: `${(strip?.title ?? '').toLowerCase()}, ${strip?.unit ?? ''}`,
    xRange: [Math.min(...along), Math.max(...along)],
    yRange: strip?.range ?? [0, 1],
  };
}

/** The keys alone, as if they were two components: what leaves each stage, and the line of what passes between stages. */
function keysChart(
  facts: LadderFacts,
  components: readonly { id: string; name: string }[],
  [lightId, heavyId]: readonly (string | undefined)[],
  colors: Chart['colors'],
): Chart {
  const find = (id: string | undefined, otherwise: number): number => {
    const at = components.findIndex((c) => c.id === id);
    return at < 0 ? otherwise : at;
  };
  const [light, heavy] = [find(lightId, 0), find(heavyId, components.length - 1)];
  const of = (fractions: readonly number[] | undefined): number => {
    const [l, h] = [fractions?.[light] ?? 0, fractions?.[heavy] ?? 0];
    return l / (l + h);
  };
  const x = facts.x.map(of);
  const y = facts.y.map(of);
  const below = facts.x.slice(0, -1).map((_, j) => j);
  return {
    title: `${components[light]?.name ?? ''} and ${components[heavy]?.name ?? ''} as two`,
    colors,
    lines: [
      { name: 'leaving each stage together', x, y, color: colors.pine, width: 2 },
      {
        name: 'passing between stages',
        x: below.map((j) => x[j] ?? 0),
        y: below.map((j) => y[j + 1] ?? 0),
        color: colors.copper,
        width: 1.6,
      },
      { name: 'y = x', x: [0, 1], y: [0, 1], color: colors.quiet, dash: '3 4', isTold: false },
    ],
    xName: `liquid: ${components[light]?.name ?? ''} of the two, mol/mol`,
    yName: 'vapour, mol/mol',
    xRange: [0, 1],
    yRange: [0, 1],
  };
}

/** Every line's points, one line below the other. */
function rowsOf({ lines, xName, yName }: Chart): (string | number)[][] {
  return [['line', xName, yName], ...lines.flatMap(({ name, x, y }) => x.map((value, k) => [name, value, y[k] ?? 0]))];
}
