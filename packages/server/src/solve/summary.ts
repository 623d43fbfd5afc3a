/** Results in words, and as tables for a spreadsheet. */
import { findUnit, formatNumber, formatQuantity, shownUnit } from '@keen-ladder/core';
import type { Dimension } from '@keen-ladder/core';
import { DrumNumbers } from '@keen-ladder/schema';
import type { CaseDocument, NumberAt, ResultFile } from '@keen-ladder/schema';

type UnitResult = ResultFile['units'][number];
type Stop = NonNullable<UnitResult['whole'] | UnitResult['ladder'] | UnitResult['estimate']>;
type LadderNumbers = Extract<NonNullable<UnitResult['ladder']>, { state: 'solved' }>['value'];

export function summaryOf(result: ResultFile, document: CaseDocument): string {
  return [result.name, ...result.units.flatMap((unit) => unitLines(unit, result.components, document))].map(printable).join('\n');
}

/** "column/ladder/duty/reboiler = 1234 kW (reboiler duty)" */
export function numberLine(number: NumberAt, document: CaseDocument): string {
  if (number.state !== 'known') return printable(`${number.address}: ${number.sentence}`);
  const { address, name, measure, value } = number;
  const shown =
    value === null ? 'none' : measure === 'count' ? formatNumber(value) : shownAs(document)(value, measure as Dimension); // measures of addresses
  return printable(`${address} = ${shown} (${name})`);
}

/** A name may hold what a terminal would obey. */
const printable = (line: string): string => line.replace(/(?!\n)\p{Cc}/gu, '�');

function unitLines(unit: UnitResult, components: readonly string[], document: CaseDocument): string[] {
  const stops: [string, Stop | null][] = [
    [unit.kind, unit.whole ?? null],
    ['graph', unit.graph],
    ['estimate', unit.estimate],
    ['ladder', unit.ladder],
    ['hardware', unit.hardware ?? null],
    ['limits', unit.limits ?? null],
    ['sensitivities', unit.sensitivities ?? null],
  ];
  return [
    `\n${unit.name}`,
    ...stops.flatMap(([name, stop]) =>
      stop === null ? [] : [`  ${name}: ${words(stop)}`, ...sentences(stop).map((s) => `    ${s}`)],
    ),
    ...(unit.kind === 'drum' && unit.whole?.state === 'solved'
      ? drumLines(DrumNumbers.parse(unit.whole.value), components, document)
      : []),
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

const shownAs =
  ({ display, site }: CaseDocument) =>
  (value: number, dimension: Dimension): string => {
    const unit = findUnit(dimension, shownUnit(display, dimension));
    return `${formatQuantity(value, unit, site)} ${unit.id}`.trim();
  };

function drumLines(drum: DrumNumbers, components: readonly string[], document: CaseDocument): string[] {
  const show = shownAs(document);
  return [
    `    ${show(drum.T, 'temperature')}, ${show(drum.P, 'pressure')}, heat ${show(drum.duty, 'power')}, ${formatNumber(drum.vapourFraction)} mol/mol vapour`,
    ...Object.entries(drum.outlets).map(([name, { flow, fractions }]) => {
      const parts = components.map((component, i) => `${component} ${formatNumber(fractions[i] ?? 0, 4)}`);
      return `    ${name}: ${flow === 0 ? 'nothing' : `${show(flow, 'molarFlow')}: ${parts.join(', ')}`}`;
    }),
  ];
}

function ladderLines(ladder: LadderNumbers, components: readonly string[], document: CaseDocument): string[] {
  const show = shownAs(document);
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
