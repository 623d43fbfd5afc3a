/** How far a fit lies off what was measured: calculated less measured over the liquid's composition, and every point as a row. */
import { findUnit, formatEntered, formatNumber, formatQuantity, shownUnit } from '@keen-ladder/core';
import type { FittedPair, Observed } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useRef, useState } from 'react';
import type { MeasuredSet } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectDisplay, selectMixture, selectSite } from '../document/selectors.ts';
import { useLook } from '../theme/Themed.tsx';

const observedWords: Record<Observed, { label: string; unit: string }> = {
  T: { label: 'boiling point', unit: 'K' },
  P: { label: 'pressure', unit: '%' },
  y: { label: 'vapour', unit: 'mol/mol' },
  gamma1: { label: 'γ1', unit: '%' },
  gamma2: { label: 'γ2', unit: '%' },
};

export function Deviations({ set, fitted: { fit } }: { set: MeasuredSet; fitted: FittedPair }) {
  const { colors } = useLook();
  const mixture = useAppSelector(selectMixture);
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useElementSize(panel);
  const kinds = [...new Set(fit.residuals.map(({ of }) => of))];
  const [chosen, setChosen] = useState<Observed | undefined>(undefined);
  const of = chosen !== undefined && kinds.includes(chosen) ? chosen : (kinds[0] ?? 'T');
  const { label, unit } = observedWords[of];
  const isRelative = unit === '%';
  const points = fit.residuals
    .filter((r) => r.of === of)
    .map(({ point, measured, calculated }) => ({
      x: set.points[point]?.x ?? 0,
      off: isRelative ? 100 * (calculated / measured - 1) : calculated - measured,
    }));
  const most = Math.max(...points.map(({ off }) => Math.abs(off)), 1e-9);
  const first = mixture.components.find(({ id }) => id === set.components[0])?.name ?? 'the first component';
  const title = `Deviations of the ${label}`;
  return (
    <div className="measured-chart">
      <div className="table-head">
        <Segmented<Observed>
          size="small"
          aria-label="Deviations of"
          value={of}
          options={kinds.map((kind) => ({ value: kind, label: observedWords[kind].label }))}
          onChange={setChosen}
        />
        <SaveChart isChart drawing={canvas} name="deviations of the fit" rows={() => rowsOf(set, fit)} table="Points as CSV" />
      </div>
      <div className="ladder-chart" ref={panel}>
        {size !== undefined && (
          <LineChart
            canvas={canvas}
            title={title}
            colors={colors}
            width={size.width}
            height={size.height}
            lines={[]}
            dots={[{ name: label, x: points.map(({ x }) => x), y: points.map(({ off }) => off), color: colors.pine }]}
            limits={[{ axis: 'y', at: 0, name: 'no deviation' }]}
            xName={`${first} in the liquid, mol/mol`}
            yName={`calculated − measured, ${unit}`}
            xRange={[0, 1]}
            yRange={[-most, most]}
          />
        )}
      </div>
      <MeasuredPoints set={set} fit={fit} of={of} off={points.map(({ off }) => off)} first={first} />
    </div>
  );
}

interface PointsProps {
  set: MeasuredSet;
  fit: FittedPair['fit'];
  of: Observed;
  /** By how much each calculated value is off, in the unit of what is observed. */
  off: readonly number[];
  /** Name of the first component. */
  first: string;
}

function MeasuredPoints({ set, fit, of, off, first }: PointsProps) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const { label, unit } = observedWords[of];
  const temperature = findUnit('temperature', shownUnit(display, 'temperature'));
  return (
    <div className="measured-points">
      <table className="figures-table" aria-label="Measured points">
        <thead>
          <tr>
            <th scope="col">x {first}</th>
            <th scope="col">y</th>
            <th scope="col">{temperature.id}</th>
            <th scope="col">
              {label} off, {unit}
            </th>
          </tr>
        </thead>
        <tbody>
          {fit.residuals
            .filter((r) => r.of === of)
            .map(({ point }, k) => {
              const at = set.points[point];
              return (
                <tr key={point}>
                  <td>{formatEntered(at?.x ?? 0)}</td>
                  <td>{typeof at?.y === 'number' ? formatEntered(at.y) : '–'}</td>
                  <td>{formatQuantity(at?.T ?? 0, temperature, site)}</td>
                  <td>{formatNumber(off[k] ?? 0, 2)}</td>
                </tr>
              );
            })}
        </tbody>
      </table>
    </div>
  );
}

function rowsOf({ points }: MeasuredSet, fit: FittedPair['fit']): (string | number)[][] {
  return [
    ['x first, mol/mol', 'temperature, K', 'pressure, Pa', 'what', 'measured', 'calculated'],
    ...fit.residuals.map(({ point, of, measured, calculated }) => [
      points[point]?.x ?? 0,
      points[point]?.T ?? 0,
      points[point]?.P ?? '',
      of,
      measured,
      calculated,
    ]),
  ];
}
