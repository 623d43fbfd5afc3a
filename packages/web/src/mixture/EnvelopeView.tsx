/** Between which temperatures and pressures a mixture is of two phases, by an equation of state. */
import { findUnit, formatQuantity, fromSI, shownUnit } from '@keen-ladder/core';
import type { Outcome, PhaseEnvelope } from '@keen-ladder/core';
import { useMemo, useRef } from 'react';
import { useAppSelector } from '../app/store.ts';
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
  const svg = useRef<SVGSVGElement>(null);
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
  const at = (name: string, point: { T: number; P: number }, shape: 'present' | 'note') => ({
    x: T(point.T),
    y: P(point.P),
    name: `${name} ${formatQuantity(point.T, temperature, site)} ${temperature.id}, ${formatQuantity(point.P, pressure, site)} ${pressure.id}`,
    shape,
  });
  const all = points.map((point) => T(point.T));
  return (
    <div className="ladder-charts">
      <div className="table-head">
        <span className="quiet small">solid: the feed boils · dashed: it condenses</span>
        <SaveChart
          svg={svg}
          name="phase envelope"
          rows={() => [['line', 'temperature, K', 'pressure, Pa'], ...points.map((point) => [point.line, point.T, point.P])]}
          table="Points as CSV"
        />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <LineChart
            svg={svg}
            title="Phase envelope"
            colors={colors}
            width={size.width}
            height={size.height}
            lines={[line('bubble line', 'dew', colors.copper), line('dew line', 'bubble', colors.pine, '6 3')]}
            marks={[
              ...(critical === null ? [] : [at('critical', critical, 'present')]),
              at('hottest', hottest, 'note'),
              at('highest', highest, 'note'),
            ]}
            xName={`temperature, ${temperature.id}`}
            yName={`pressure, ${pressure.id}`}
            xRange={[Math.min(...all), T(hottest.T) + 0.35 * (T(hottest.T) - Math.min(...all))]}
            yRange={[0, P(highest.P) * 1.05]}
          />
        )}
      </div>
    </div>
  );
}
