/** Results in words, and as tables for a spreadsheet. */
import { findUnit, formatNumber, formatQuantity, shownUnit } from '@keen-ladder/core';
import type { Dimension } from '@keen-ladder/core';
import type { CaseDocument, ResultFile } from '@keen-ladder/schema';

type UnitResult = ResultFile['units'][number];
type Stop = NonNullable<UnitResult['ladder'] | UnitResult['estimate']>;
type LadderNumbers = Extract<NonNullable<UnitResult['ladder']>, { state: 'solved' }>['value'];

export function summaryOf(result: ResultFile, document: CaseDocument): string {
  return [result.name, ...result.units.flatMap((unit) => unitLines(unit, result.components, document))].map(printable).join('\n');
}

/** A name may hold what a terminal would obey. */
const printable = (line: string): string => line.replace(/(?!\n)\p{Cc}/gu, '�');

function unitLines(unit: UnitResult, components: readonly string[], document: CaseDocument): string[] {
  const stops: [string, Stop | null][] = [
    ['graph', unit.graph],
    ['estimate', unit.estimate],
    ['ladder', unit.ladder],
    ['limits', unit.limits ?? null],
    ['sensitivities', unit.sensitivities ?? null],
  ];
  return [
    `\n${unit.name}`,
    ...stops.flatMap(([name, stop]) =>
      stop === null ? [] : [`  ${name}: ${words(stop)}`, ...sentences(stop).map((s) => `    ${s}`)],
    ),
    ...(unit.ladder?.state === 'solved' ? ladderLines(unit.ladder.value, components, document) : []),
  ];
}

function words(stop: Stop): string {
  if (stop.state === 'solved') return 'solved';
  return stop.state === 'open' ? `${stop.points.length} open ${stop.points.length === 1 ? 'point' : 'points'}` : 'out of reach';
}

function sentences(stop: Stop): string[] {
  if (stop.state === 'solved') return stop.remarks;
  return stop.state === 'open' ? stop.points.map(({ sentence, path }) => `${sentence} (${path})`) : [stop.reason];
}

function ladderLines(ladder: LadderNumbers, components: readonly string[], document: CaseDocument): string[] {
  const show = (value: number, dimension: Dimension): string => {
    const unit = findUnit(dimension, shownUnit(document.display, dimension));
    return `${formatQuantity(value, unit, document.site)} ${unit.id}`.trim();
  };
  const duty = (value: number | null): string => (value === null ? 'none' : show(value, 'power'));
  const steps = ladder.attempts.reduce((sum, { iterations }) => sum + iterations, 0);
  return [
    `    ${ladder.stages} rungs, ${steps} steps, by ${ladder.attempts.at(-1)?.method ?? ''}`,
    `    condenser ${duty(ladder.condenserDuty)}, reboiler ${duty(ladder.reboilerDuty)}` +
      (ladder.refluxRatio === null ? '' : `, reflux ratio ${formatNumber(ladder.refluxRatio)}`),
    ...ladder.products.map((product) => {
      const parts = components.map((name, i) => `${name} ${formatNumber((product.flows[i] ?? 0) / product.flow, 4)}`);
      return `    ${product.name}: ${show(product.flow, 'molarFlow')} at ${show(product.T, 'temperature')}: ${parts.join(', ')}`;
    }),
  ];
}
