/** The margin of the drawing: stages by steps and by Kremser, flows and their least, the ends. */
import { capital, formatFixed, formatFraction, formatNumber, toFraction } from '@keen-ladder/core';
import type { Reason, TransferDrawing, Warning } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { selectColumn } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { ExplainedFigures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import type { ExplainedRow } from '../stops/Margin.tsx';
import { selectIsAbsorptionStale, selectLastDrawingStanding } from '../stops/standing.ts';
import { transferProposals } from './proposals.ts';

export function TransferMargin() {
  const standing = useAppSelector(selectLastDrawingStanding);
  const isStale = useAppSelector(selectIsAbsorptionStale);
  const column = useAppSelector(selectColumn);
  const waysOut = (reason: Reason) => (column === undefined ? [] : transferProposals(reason, column));
  return (
    <aside className="margin" aria-label="What the drawing says" data-stale={isStale}>
      <Said standing={standing} waiting="Drawing …" waysOut={waysOut}>
        {(drawing, warnings) => <Solved drawing={drawing} warnings={warnings} />}
      </Said>
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

function Solved({ drawing, warnings }: { drawing: TransferDrawing; warnings: Warning[] }) {
  return (
    <>
      <div className="headline" role="status">
        <div className="quiet">Equilibrium stages, by steps</div>
        <div className="headline-number">{formatFixed(drawing.needed, 1)}</div>
        <div className="quiet">
          {formatFixed(100 * drawing.recovery, 1)} % of the {drawing.solute.name} passes
          {drawing.trays === null ? '' : ` · ${drawing.trays} real trays`}
        </div>
      </div>
      <ExplainedFigures rows={useRows(drawing)} />
      <p className="sentence">
        Drawn at {useAppSelector(selectShowQuantity)(drawing.T, 'temperature')}, the temperature of the liquid that enters; only the{' '}
        {drawing.solute.name} passes. Estimate lets everything pass and the temperature change.
      </p>
      <Warnings warnings={warnings} />
    </>
  );
}

function useRows(drawing: TransferDrawing): ExplainedRow[] {
  const show = useAppSelector(selectShowQuantity);
  const { ends, limit, kind } = drawing;
  const serving = kind === 'absorption' ? 'liquid' : 'gas';
  const slope = (ends.bottom.Y - ends.top.Y) / (ends.bottom.X - ends.top.X);
  const n = (value: number): string => formatNumber(value, 4);
  const fraction = (ratio: number): string => (ratio === 0 ? 'none' : `${formatFraction(toFraction(ratio))} mol/mol`);
  return [
    [
      'Stages by steps',
      formatFixed(drawing.needed, 2),
      'Stepped between operating line and curve, the last step as the share of it that is needed.',
    ],
    [
      'Stages by Kremser',
      drawing.kremser === null ? 'none does it' : formatFixed(drawing.kremser, 2),
      'N = ln[(A − 1)/φ + 1]/ln A − 1 with the curve taken as straight, with its slope at the lean end; φ is what stays behind.',
    ],
    [`${capital(serving)} used`, show(drawing.flow, 'molarFlow')],
    [
      `Least ${serving}`,
      show(drawing.least, 'molarFlow'),
      `The line from the lean end that ${limit.kind === 'tangent' ? 'touches the curve' : 'meets the curve at the rich end'}: L′/G′ = ${n(limit.slope)}.`,
    ],
    ['Times the least', n(drawing.flow / drawing.least)],
    ['L′/G′', `${n(slope)} mol/mol`, 'Slope of the operating line: liquid over gas, both without the solute.'],
    ['Gas in', fraction(ends.bottom.Y)],
    ['Gas out', fraction(ends.top.Y)],
    ['Liquid in', fraction(ends.top.X)],
    ['Liquid out', fraction(ends.bottom.X)],
  ];
}
