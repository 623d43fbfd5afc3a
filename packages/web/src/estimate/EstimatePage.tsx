/** The Estimate stop: what is asked on the left, curves and components in the middle, figures in the margin. */
import { DownloadOutlined } from '@ant-design/icons';
import { findUnit, formatFixed, formatNumber, fromSI, shownUnit } from '@keen-ladder/core';
import type { EstimateFacts } from '@keen-ladder/core';
import { App, Button, Dropdown } from 'antd';
import { useRef } from 'react';
import type { RefObject } from 'react';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { useElementWidth } from '../charts/useElementWidth.ts';
import { selectColumn, selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { saveCanvas, saveCsv } from '../download/save.ts';
import { drawnOf, selectEstimateResult, selectIsEstimateStale } from '../stops/standing.ts';
import { componentColor } from '../theme/componentColors.ts';
import { useLook } from '../theme/Themed.tsx';
import { EstimateFields } from './EstimateFields.tsx';
import { EstimateMargin } from './EstimateMargin.tsx';
import { estimateRows } from './estimateRows.ts';

export function EstimatePage() {
  const column = useAppSelector(selectColumn);
  const result = useAppSelector(selectEstimateResult);
  const isStale = useAppSelector(selectIsEstimateStale);
  if (column === undefined) return null;
  const drawn = drawnOf(result?.outcome);
  return (
    <main className="graph-page">
      <h1 className="unseen">Estimate</h1>
      <EstimateFields column={column} />
      <div className="sheet balance-sheet" data-stale={isStale}>
        {drawn === undefined ? <Empty isSolving={result === null} /> : <Curves facts={drawn.value} isNearest={drawn.isNearest} />}
      </div>
      <EstimateMargin column={column} />
    </main>
  );
}

function Empty({ isSolving }: { isSolving: boolean }) {
  return (
    <p className="empty-sheet">
      {isSolving
        ? 'Estimating …'
        : 'Stages against reflux are drawn here once feed and balance are complete: the margin says what is missing.'}
    </p>
  );
}

const CHART_HEIGHT = 215;

function Curves({ facts, isNearest }: { facts: EstimateFacts; isNearest: boolean }) {
  const panel = useRef<HTMLDivElement>(null);
  const width = useElementWidth(panel);
  const refluxChart = useRef<HTMLCanvasElement>(null);
  const pressureChart = useRef<HTMLCanvasElement>(null);
  const volatilityChart = useRef<HTMLCanvasElement>(null);
  const half = Math.floor((width - 12) / 2);
  const hasPressures = facts.pressureCurve.length > 1;
  return (
    <>
      <div className="sheet-head">
        <h2 className="sheet-title">What reflux and pressure do</h2>
        <SaveEstimate facts={facts} refluxChart={refluxChart} pressureChart={pressureChart} volatilityChart={volatilityChart} />
      </div>
      {isNearest && (
        <p className="quiet small nearest">out of reach as asked; shown for a reflux of {formatNumber(facts.reflux, 3)} mol/mol</p>
      )}
      <div className="chart-pair" ref={panel}>
        {width > 0 && (
          <>
            <RefluxChart facts={facts} width={half} canvas={refluxChart} />
            {hasPressures && <PressureChart facts={facts} width={half} canvas={pressureChart} />}
            {hasPressures && <VolatilityChart facts={facts} width={half} canvas={volatilityChart} />}
            <p className="quiet small" style={{ width: half }}>
              The elbow is where N (R + 1), height times vapour, is least: common practice for a first look at cost. The two
              products are held while the pressure changes.
            </p>
          </>
        )}
      </div>
      <ComponentTable facts={facts} />
    </>
  );
}

interface ChartProps {
  facts: EstimateFacts;
  width: number;
  canvas: RefObject<HTMLCanvasElement | null>;
}

function RefluxChart({ facts, width, canvas }: ChartProps) {
  const { colors } = useLook();
  const { reflux, stages, elbow } = facts.refluxCurve;
  const floor = Math.max(facts.smallestReflux, 0);
  const farthest = reflux.at(-1) ?? 1;
  return (
    <LineChart
      canvas={canvas}
      title="Equilibrium stages against reflux ratio"
      width={width}
      height={CHART_HEIGHT}
      colors={colors}
      lines={[{ name: 'stages', x: reflux, y: stages, color: colors.pine }]}
      limits={[
        { axis: 'x', at: floor, name: 'Rmin' },
        { axis: 'y', at: facts.fewestStages, name: 'Nmin' },
      ]}
      marks={[
        { x: elbow.reflux, y: elbow.stages, name: 'elbow', shape: 'note' },
        {
          x: facts.reflux,
          y: facts.stagesChosen,
          name: `${formatFixed(facts.stagesChosen, 1)} at ${formatNumber(facts.reflux, 3)}`,
          shape: 'present',
        },
      ]}
      xName="reflux ratio, mol/mol"
      yName="equilibrium stages"
      xRange={[Math.max(0, floor - 0.08 * (farthest - floor)), farthest]}
      yRange={[0, Math.max(3 * facts.fewestStages, 1.15 * facts.stagesChosen)]}
    />
  );
}

/** Pressures of the curve and the present one, in the case's unit, with what every chart over pressure has in common. */
function usePressures({ pressureCurve, pressure }: EstimateFacts) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const P = findUnit('pressure', shownUnit(display, 'pressure'));
  const at = pressureCurve.map((e) => fromSI(e.P, P, site));
  const common = {
    height: CHART_HEIGHT,
    colors,
    xName: `pressure at the top, ${P.id}`,
    xRange: [at[0] ?? 1, at.at(-1) ?? 2] as [number, number],
    logarithmic: (at[0] ?? 0) > 0,
  };
  return { at, now: fromSI(pressure.top, P, site), common, display, site };
}

function PressureChart({ facts, width, canvas }: ChartProps) {
  const { at, now, common, display, site } = usePressures(facts);
  const { colors } = common;
  const T = findUnit('temperature', shownUnit(display, 'temperature'));
  const condenser = facts.pressureCurve.map((e) => fromSI(e.condenserTemperature, T, site));
  const bottoms = facts.pressureCurve.map((e) => fromSI(e.bottomsTemperature, T, site));
  return (
    <LineChart
      {...common}
      canvas={canvas}
      title="Temperatures against pressure"
      width={width}
      lines={[
        { name: 'bottoms', x: at, y: bottoms, color: colors.copper },
        { name: 'condenser', x: at, y: condenser, color: colors.pine, dash: '7 4' },
      ]}
      marks={[
        { x: now, y: fromSI(facts.temperature.bottom, T, site), name: 'bottoms', shape: 'present' },
        { x: now, y: fromSI(facts.condenserTemperature, T, site), name: 'condenser', shape: 'present' },
      ]}
      yName={`temperature, ${T.id}`}
      yRange={[Math.min(...condenser), Math.max(...bottoms)]}
    />
  );
}

function VolatilityChart({ facts, width, canvas }: ChartProps) {
  const { at, now, common } = usePressures(facts);
  const { colors } = common;
  const highest = Math.max(...facts.pressureCurve.flatMap((e) => [e.alphaTop, e.alphaBottom]));
  return (
    <LineChart
      {...common}
      canvas={canvas}
      title="Volatility of the keys against pressure"
      width={width}
      hasLegend
      lines={[
        { name: 'at the top', x: at, y: facts.pressureCurve.map((e) => e.alphaTop), color: colors.pine, dash: '7 4' },
        { name: 'at the bottom', x: at, y: facts.pressureCurve.map((e) => e.alphaBottom), color: colors.copper },
      ]}
      limits={[{ axis: 'x', at: now, name: 'now' }]}
      yName="volatility of the keys"
      yRange={[1, 1 + 1.5 * (highest - 1)]}
    />
  );
}

/** Where each component goes and how volatile it is at the three places. */
function ComponentTable({ facts }: { facts: EstimateFacts }) {
  const components = useAppSelector(selectComponents);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const flow = findUnit('molarFlow', shownUnit(display, 'molarFlow'));
  const shown = (value: number | undefined): string => formatNumber(fromSI(value ?? 0, flow, site), (value ?? 0) < 1 ? 3 : 4);
  return (
    <div className="balance-scroll">
      <table className="balance" aria-label="Components of the estimate">
        <thead>
          <tr>
            <th />
            <th colSpan={2} scope="colgroup" className="product-head">
              {flow.id}
            </th>
            <th colSpan={3} scope="colgroup" className="product-head">
              volatility over the heavy key
            </th>
            <th className="product-head" scope="col">
              at Rmin
            </th>
          </tr>
          <tr className="unit-row">
            <th />
            <th className="product-first">distillate</th>
            <th>bottoms</th>
            <th className="product-first">top</th>
            <th>feed</th>
            <th>bottom</th>
            <th className="product-first">goes</th>
          </tr>
        </thead>
        <tbody>
          {components.map(({ id, name }, i) => (
            <tr key={id}>
              <th scope="row">
                <span className="swatch" style={{ background: componentColor(i) }} />
                {name}
                {id === facts.keys.light && <em className="quiet"> light key</em>}
                {id === facts.keys.heavy && <em className="quiet"> heavy key</em>}
              </th>
              <td className="product-first">{shown(facts.distillate[i])}</td>
              <td>{shown(facts.bottoms[i])}</td>
              <td className="product-first">{formatNumber(facts.alpha.top[i] ?? 0, 3)}</td>
              <td>{formatNumber(facts.alpha.feed[i] ?? 0, 3)}</td>
              <td>{formatNumber(facts.alpha.bottom[i] ?? 0, 3)}</td>
              <td className="product-first">
                {facts.distributes[i] ? 'both ways' : (facts.meanAlpha[i] ?? 0) > 1 ? 'up' : 'down'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface SaveProps {
  facts: EstimateFacts;
  refluxChart: React.RefObject<HTMLCanvasElement | null>;
  pressureChart: React.RefObject<HTMLCanvasElement | null>;
  volatilityChart: React.RefObject<HTMLCanvasElement | null>;
}

function SaveEstimate({ facts, refluxChart, pressureChart, volatilityChart }: SaveProps) {
  const { message } = App.useApp();
  const components = useAppSelector(selectComponents);
  const showing = { display: useAppSelector(selectDisplay), site: useAppSelector(selectSite) };
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const files = ['stages against reflux', 'temperatures along pressure', 'volatility along pressure'] as const;
  const charts = [refluxChart, pressureChart, volatilityChart];
  const items = files.map((name, k) => ({ key: String(k), label: `${name} as PNG` }));
  const save = async (key: string) => {
    try {
      if (key === 'csv') {
        saveCsv(estimateRows(facts, components, showing), `${caseName} – estimate.csv`);
        return;
      }
      const chart = charts[Number(key)]?.current ?? null;
      if (chart !== null) await saveCanvas(chart, `${caseName} – ${files[Number(key)] ?? ''}.png`);
    } catch (error) {
      void message.error(`The file could not be saved: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  return (
    <Dropdown
      menu={{ items: [{ key: 'csv', label: 'all figures as CSV' }, ...items], onClick: ({ key }) => void save(key) }}
      trigger={['click']}
    >
      <Button type="text" icon={<DownloadOutlined />} aria-label="Save figures or charts">
        Save
      </Button>
    </Dropdown>
  );
}
