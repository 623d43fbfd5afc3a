/** The drawing of one solute between gas and liquid: inputs left, drawing in the middle, what it says in the margin. */
import { capital, formatFixed, toFraction } from '@keen-ladder/core';
import type { TransferDrawing } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { useRef, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import type { Line } from '../charts/content.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementWidth } from '../charts/useElementWidth.ts';
import { selectColumn } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { drawnOf, selectAbsorptionResult, selectIsAbsorptionStale } from '../stops/standing.ts';
import type { Tokens } from '../theme/tokens.ts';
import { useLook } from '../theme/Themed.tsx';
import { AbsorptionFields } from './AbsorptionFields.tsx';
import { TransferMargin } from './TransferMargin.tsx';
import { transferRows } from './rows.ts';

/** Mole ratios to what does not pass, where the operating line is straight, or mole fractions. */
type Measure = 'ratios' | 'fractions';

export function TransferPage() {
  const column = useAppSelector(selectColumn);
  const result = useAppSelector(selectAbsorptionResult);
  const isStale = useAppSelector(selectIsAbsorptionStale);
  if (column === undefined) return null;
  const drawn = drawnOf(result?.drawing);
  return (
    <main className="graph-page">
      <h1 className="unseen">Graph</h1>
      <AbsorptionFields column={column} />
      <div className="sheet balance-sheet" data-stale={isStale}>
        {drawn === undefined ? (
          <p className="empty-sheet">
            {result === null
              ? 'Drawing …'
              : 'Equilibrium and operating line are drawn here once the two streams are complete: the margin says what is missing.'}
          </p>
        ) : (
          <Drawing drawing={drawn.value} isNearest={drawn.isNearest} />
        )}
      </div>
      <TransferMargin />
    </main>
  );
}

const HEIGHT = 600;

function Drawing({ drawing, isNearest }: { drawing: TransferDrawing; isNearest: boolean }) {
  const show = useAppSelector(selectShowQuantity);
  const { colors } = useLook();
  const [measure, setMeasure] = useState<Measure>('ratios');
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = useElementWidth(panel);
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const lines = linesOf(drawing, measure, colors);
  const { pinch, kind } = drawing.limit;
  const of = (ratio: number): number => (measure === 'ratios' ? ratio : toFraction(ratio));
  const highest = (along: 'x' | 'y'): number => Math.max(...lines.map((line) => Math.max(...line[along])));
  const words = measure === 'ratios' ? 'mol per mol of what does not pass' : 'mol/mol';
  return (
    <>
      <div className="sheet-head">
        <h2 className="sheet-title">{capital(drawing.solute.name)} between gas and liquid</h2>
        <Segmented<Measure>
          options={['ratios', 'fractions']}
          value={measure}
          onChange={setMeasure}
          aria-label="Measure of the drawing"
        />
        <SaveChart isChart drawing={canvas} name={`${caseName} – graph`} rows={() => transferRows(drawing)} table="Stages as CSV" />
      </div>
      {isNearest && (
        <p className="quiet small nearest">
          out of reach as asked; drawn for {formatFixed(100 * drawing.recovery, 1)} % with {show(drawing.flow, 'molarFlow')}
        </p>
      )}
      <div ref={panel}>
        {width > 0 && (
          <LineChart
            canvas={canvas}
            title={`${drawing.solute.name} in gas against liquid`}
            width={width}
            height={HEIGHT}
            colors={colors}
            lines={lines}
            hasLegend
            marks={[
              {
                x: of(pinch.X),
                y: of(pinch.Y),
                name: `${kind === 'tangent' ? 'touches' : 'meets the curve'} at the least flow`,
                shape: 'note',
              },
            ]}
            xName={`${drawing.solute.name} in liquid, ${words}`}
            yName={`in gas, ${words}`}
            xRange={[0, 1.04 * highest('x')]}
            yRange={[0, 1.04 * highest('y')]}
          />
        )}
      </div>
    </>
  );
}

function linesOf(drawing: TransferDrawing, measure: Measure, colors: Tokens): Line[] {
  const { curve, ends, limitEnds, limit } = drawing;
  const of = (ratios: readonly number[]): number[] => (measure === 'ratios' ? [...ratios] : ratios.map(toFraction));
  const straight = (from: { X: number; Y: number }, to: { X: number; Y: number }) => {
    const part = Array.from({ length: 31 }, (_, k) => k / 30);
    return {
      x: of(part.map((t) => from.X + (to.X - from.X) * t)),
      y: of(part.map((t) => from.Y + (to.Y - from.Y) * t)),
    };
  };
  const stairs = staircase(drawing);
  // A curve that rises far above the operating line would press it flat.
  const top = 1.25 * Math.max(ends.top.Y, ends.bottom.Y, limit.pinch.Y);
  const shown = curve.Y.findIndex((Y) => Y > top);
  const drawn = shown < 0 ? curve.Y.length : shown + 1;
  return [
    { name: 'equilibrium', x: of(curve.X.slice(0, drawn)), y: of(curve.Y.slice(0, drawn)), color: colors.ink },
    { name: 'at the least flow', ...straight(limitEnds.top, limitEnds.bottom), color: colors.copper, dash: '6 4' },
    { name: 'operating line', ...straight(ends.top, ends.bottom), color: colors.pine },
    { name: 'steps', x: of(stairs.X), y: of(stairs.Y), color: colors.copper, width: 1.4, isTold: false },
  ];
}

/** From the top down: to the curve for each stage, back to the line for what passes below it. */
function staircase({ stages, ends, kind }: TransferDrawing): { X: number[]; Y: number[] } {
  const slope = (ends.bottom.Y - ends.top.Y) / (ends.bottom.X - ends.top.X);
  const X: number[] = [];
  const Y: number[] = [];
  const go = (x: number, y: number) => {
    X.push(x);
    Y.push(y);
  };
  const [first] = stages;
  if (first !== undefined) go(kind === 'absorption' ? ends.top.X : ends.top.X + (first.Y - ends.top.Y) / slope, first.Y);
  stages.forEach((stage) => {
    go(stage.X, stage.Y);
    go(stage.X, ends.top.Y + slope * (stage.X - ends.top.X));
  });
  return { X, Y };
}
