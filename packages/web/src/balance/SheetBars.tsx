/** Feed and products as bars of their components, all to one scale; drawn as SVG, so that it can be taken away. */
import { capital, formatNumber } from '@keen-ladder/core';
import type { BalanceResult } from '@keen-ladder/core';
import { useRef } from 'react';
import { useAppSelector } from '../store/store.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementWidth } from '../charts/useElementWidth.ts';
import { selectComponents } from '../document/selectors.ts';
import { componentColor } from '../theme/componentColors.ts';
import { useLook } from '../theme/Themed.tsx';
import { SANS } from '../theme/tokens.ts';
import { fedTotal } from './places.ts';
import type { View } from './places.ts';

interface Props {
  result: BalanceResult;
  view: View;
  /** The sheet as a table, beside the drawing in the menu. */
  rows: () => (string | number)[][];
}

const LABEL = 92;
const LINE = 20;
const BAR = 12;

export function SheetBars(props: Props) {
  const components = useAppSelector(selectComponents);
  const { result, view } = props;
  const count = (k: number): number => (view === 'mass' ? (components[k]?.molarMass.value ?? 0) : 1);
  const whole = fedTotal(result.feed, count);
  return whole > 0 ? <Bars {...props} whole={whole} count={count} /> : null;
}

interface BarsProps extends Props {
  /** The feed in all, and what a mole of component k counts, mol or kg. */
  whole: number;
  count: (k: number) => number;
}

function Bars({ result, rows, whole, count }: BarsProps) {
  const components = useAppSelector(selectComponents);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const { colors } = useLook();
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const width = useElementWidth(box);
  const products = result.products.length;
  const lines = [
    { name: 'Feed', flows: result.feed },
    ...result.products.map(({ name }, p) => ({
      name: capital(name),
      flows: components.map((_, i) => result.flows[i * products + p] ?? 0),
    })),
  ];
  const room = Math.max(width - LABEL, 0);
  return (
    <div className="bars" ref={box}>
      {width > 0 && (
        <svg ref={svg} width={width} height={LINE * lines.length} role="img" aria-label="Feed and products by component">
          {lines.map(({ name, flows }, line) => (
            <g key={name} transform={`translate(0 ${LINE * line})`}>
              <text y={BAR} fontFamily={SANS} fontSize={12.5} fill={colors.quiet}>
                {name}
              </text>
              {flows.map((flow, k) => {
                const share = (part: number): number => (room * part) / whole;
                const before = flows.slice(0, k).reduce((sum, f, j) => sum + f * count(j), 0);
                return (
                  <rect
                    key={components[k]?.id ?? k}
                    x={LABEL + share(before)}
                    y={2}
                    width={share(flow * count(k))}
                    height={BAR}
                    fill={componentColor(k)}
                  >
                    <title>{`${components[k]?.name ?? ''}: ${formatNumber((100 * flow * count(k)) / whole, 3)} % of the feed`}</title>
                  </rect>
                );
              })}
            </g>
          ))}
        </svg>
      )}
      <SaveChart drawing={svg} name={`${caseName} – balance`} rows={rows} table="Sheet as CSV" />
    </div>
  );
}
