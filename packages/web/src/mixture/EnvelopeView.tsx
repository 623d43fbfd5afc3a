/** Between which temperatures and pressures a mixture is of two phases, by an equation of state. */
import { findUnit, formatQuantity, fromSI, shownUnit } from '@keen-ladder/core';
import type { Outcome, PhaseEnvelope } from '@keen-ladder/core';
import { useMemo, useRef } from 'react';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectMixture, selectSite } from '../document/selectors.ts';
import { useLook } from '../theme/Themed.tsx';
import { Drawn } from './Drawn.tsx';
import { selectLiquid } from './liquid.ts';
import { phases, useAnswer } from './usePhases.ts';

export function EnvelopeView() {
  const mixture = useAppSelector(selectMixture);
  const { x, isFeed } = useAppSelector(selectLiquid);
  const ask = useMemo(() => async (): Promise<Outcome<PhaseEnvelope>> => phases().envelope(mixture, x), [mixture, x]);
  const { answer, failure } = useAnswer(ask);
  if (failure !== undefined) return <p className="field-error">The engine failed: {failure} Reload the page; your work is kept.</p>;
  return (
    <>
      <p className="envelope-note quiet small">{isFeed ? 'The first feed.' : 'Equal parts of all components.'}</p>
      <Drawn outcome={answer}>{(envelope) => <Envelope envelope={envelope} />}</Drawn>
    </>
  );
}

function Envelope({ envelope: { points, critical, hottest, highest } }: { envelope: PhaseEnvelope }) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useElementSize(panel);
  const [temperature, pressure] = [
    findUnit('temperature', shownUnit(display, 'temperature')),
    findUnit('pressure', shownUnit(display, 'pressure')),
  ];
  const T = (value: number): number => fromSI(value, temperature, site);
  const P = (value: number): number => fromSI(value, pressure, site);
  const line = (name: string, skipped: 'dew' | 'bubble', color: string, dash?: string) => {
    // From cold to hot, so that the pointer finds its place.
    const kept = points.filter((point) => point.line !== skipped);
    const of = skipped === 'dew' ? kept.toReversed() : kept;
    return {
      name,
      x: of.map((point) => T(point.T)),
      y: of.map((point) => P(point.P)),
      color,
      width: 2,
      ...(dash === undefined ? {} : { dash }),
    };
  };
  const told = (name: string, point: { T: number; P: number }): string =>
    `${name} ${formatQuantity(point.T, temperature, site)} ${temperature.id}, ${formatQuantity(point.P, pressure, site)} ${pressure.id}`;
  const isClosed = highest.P !== points.at(-1)?.P;
  const all = points.map((point) => T(point.T));
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <span className="quiet small">
          solid: boils · dashed: condenses · {critical === null ? 'no critical point was met' : told('critical', critical)} ·{' '}
          {told('hottest', hottest)} · {isClosed ? told('highest', highest) : 'the bubble line rises on: cold liquids part'}
        </span>
        <SaveChart
          isChart
          drawing={canvas}
          name="phase envelope"
          rows={() => [['line', 'temperature, K', 'pressure, Pa'], ...points.map((point) => [point.line, point.T, point.P])]}
          table="Points as CSV"
        />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <LineChart
            canvas={canvas}
            title="Phase envelope"
            colors={colors}
            width={size.width}
            height={size.height}
            lines={[line('bubble line', 'dew', colors.copper), line('dew line', 'bubble', colors.pine, '6 3')]}
            marks={critical === null ? [] : [{ x: T(critical.T), y: P(critical.P), name: 'critical', shape: 'present' as const }]}
            xName={`temperature, ${temperature.id}`}
            yName={`pressure, ${pressure.id}`}
            xRange={[Math.min(...all), T(hottest.T) + 0.15 * (T(hottest.T) - Math.min(...all))]}
            yRange={[0, P(isClosed ? highest.P : 2 * Math.max(hottest.P, critical?.P ?? 0)) * 1.05]}
          />
        )}
      </div>
    </div>
  );
}
