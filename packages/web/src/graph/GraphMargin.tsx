/** The margin: what the drawing says in figures and sentences, the open points, the stages, the notes. */
import { capital, formatFixed, formatFraction, formatNumber, isCubic, MODEL_WORDS, pairStandings } from '@keen-ladder/core';
import type { GraphDesign, PairStanding, Reason, Warning } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { lazy, Suspense, useState } from 'react';
import type { PropsWithChildren } from 'react';
import type { Mixture } from '@keen-ladder/schema';
import { part } from '../store/parts.ts';
import { useAppSelector } from '../store/store.ts';
import { selectColumn, selectDocument, selectInlets, selectMixture } from '../document/selectors.ts';
import { ExplainedFigures, Notes, Said, Warnings } from '../stops/Margin.tsx';
import type { ExplainedRow } from '../stops/Margin.tsx';
import { proposalsFor } from './proposals.ts';
import { CarryOver } from '../column/CarryOver.tsx';
import { ofGraph } from '../column/handedOn.ts';
import { Beside } from './Beside.tsx';
import { explanations } from './explanations.ts';
import { countedWords, selectGraphBeside, selectIsBesideStale, stagesInWords } from './standing.ts';
import { selectGraphResult, selectIsGraphStale, selectLastGraphStanding } from '../stops/standing.ts';
import { selectShowQuantity } from '../document/showing.ts';

/** The table's code is large and not looked at first. */
const StageTable = lazy(part(async () => ({ default: (await import('./StageTable.tsx')).StageTable })));

type Leaf = 'Result' | 'Stages' | 'Notes';

interface EnergyProps {
  isEnergyShown: boolean;
  onEnergyShown: (isShown: boolean) => void;
}

interface Props extends EnergyProps {
  hovered: number;
  onHover: (stage: number) => void;
}

export function GraphMargin({ hovered, onHover, ...energy }: Props) {
  const [leaf, setLeaf] = useState<Leaf>('Result');
  return (
    <Frame>
      <Segmented<Leaf> className="leaves" options={['Result', 'Stages', 'Notes']} value={leaf} onChange={setLeaf} block />
      {leaf === 'Result' && <ResultLeaf {...energy} />}
      {leaf === 'Stages' && (
        <Suspense fallback={<p className="sentence">Laying out …</p>}>
          <StageTable hovered={hovered} onHover={onHover} />
        </Suspense>
      )}
      {leaf === 'Notes' && <Notes />}
    </Frame>
  );
}

/** What stands in it is not drawn anew as it turns stale and fresh again at every move of a drag. */
function Frame({ children }: PropsWithChildren) {
  const isStale = useAppSelector(selectIsGraphStale);
  return (
    <aside className="margin" aria-label="What the drawing says" data-stale={isStale}>
      {children}
    </aside>
  );
}

function ResultLeaf(energy: EnergyProps) {
  const standing = useAppSelector(selectLastGraphStanding);
  const column = useAppSelector(selectColumn);
  const waysOut = (reason: Reason) => (column === undefined ? [] : proposalsFor(reason, column));
  return (
    <>
      <Said standing={standing} waiting="Solving …" waysOut={waysOut}>
        {(design, warnings) => <Solved design={design} warnings={warnings} {...energy} />}
      </Said>
      {standing.state === 'out-of-reach' && <StillStands />}
    </>
  );
}

/** What of the design does not depend on what is out of reach. */
function StillStands() {
  const basis = useAppSelector(selectGraphResult)?.basis;
  if (basis === null || basis === undefined) return null;
  const { minimumReflux, minimumStages } = basis;
  const rows: [string, string][] = [
    ['Minimum reflux', `${formatNumber(minimumReflux.ratio)} mol/mol`],
    ...(Number.isFinite(minimumStages) ? [['Minimum stages', formatFixed(minimumStages, 1)] satisfies [string, string]] : []),
  ];
  return <ExplainedFigures rows={rows} />;
}

interface SolvedProps extends EnergyProps {
  design: GraphDesign;
  warnings: Warning[];
}

function Solved({ design, warnings, ...energy }: SolvedProps) {
  const column = useAppSelector(selectColumn);
  const counted = column === undefined ? '' : countedWords(column);
  const { bestRated } = design;
  const best = bestRated?.map(({ stage }) => stage) ?? design.bestFeedStages;
  const isRated = bestRated !== null;
  const inlets = useAppSelector(selectInlets);
  const showing = useAppSelector(selectDocument);
  const handed = column === undefined ? undefined : ofGraph(design, column, inlets, showing);
  const note = useOverflowNote(design);
  const isBest = best.every((stage, k) => stage === design.feedStages[k]);
  return (
    <>
      <div className="headline" role="status">
        <div className="quiet">
          {column?.graph.efficiency?.kind === 'murphree' ? 'Stages' : 'Equilibrium stages'}, {counted}
        </div>
        <div className="headline-number">{formatFixed(design.needed, 1)}</div>
        <div className="quiet">
          {design.whole} built · {design.feedStages.length === 1 ? 'feed enters stage' : 'feeds enter stages'}{' '}
          {stagesInWords(design.feedStages)} from the top
        </div>
      </div>
      <Figures design={design} />
      {!isRated && !isBest && (
        <p className="sentence">
          {`The best feed ${best.length === 1 ? 'stage is' : 'stages are'} ${stagesInWords(best)}, with ${formatFixed(design.neededAtBest, 1)} stages: ${stagesInWords(design.feedStages)} costs ${formatFixed(design.needed - design.neededAtBest, 1)} more.`}
        </p>
      )}
      {bestRated !== null && !isBest && <p className="sentence">{costOfStage(design, bestRated)}</p>}
      <Warnings warnings={warnings} />
      {!isRated && <Beside {...energy} />}
      {handed !== undefined && column !== undefined && <CarryOver column={column} handed={handed} note={note} />}
      <h2>Open points</h2>
      <p className="quiet">None. The graph is complete.</p>
      <Sources />
    </>
  );
}

/** What constant overflow hides, where the energy balance asks for other stages. */
function useOverflowNote(design: GraphDesign): string | undefined {
  const beside = useAppSelector(selectGraphBeside);
  const isStale = useAppSelector(selectIsBesideStale);
  const energy = beside?.energyBalanced;
  if (isStale || energy?.state !== 'solved' || Math.abs(energy.value.needed - design.needed) < OTHER_STAGES) return undefined;
  return `Constant overflow is assumed: by the energy balance of every stage it would be ${formatFixed(energy.value.needed, 1)} stages for ${formatFixed(design.needed, 1)}.`;
}

/** Stages by which constant overflow may be off unsaid. */
const OTHER_STAGES = 0.5;

/** What the feed's place costs: what the same stages would make of it where it serves best. */
function costOfStage({ column, reflux }: GraphDesign, best: NonNullable<GraphDesign['bestRated']>): string {
  const begin = `The same stages would part most with the feed on stage ${stagesInWords(best.map(({ stage }) => stage))}`;
  const [only] = best;
  if (only === undefined || best.length > 1) return `${begin}.`;
  const differs = (a: number, b: number): boolean => Math.abs(a - b) > 1e-6;
  const parts = [
    ...(differs(only.xD, column.xD) ? [`${formatFraction(only.xD)} overhead in place of ${formatFraction(column.xD)}`] : []),
    ...(differs(only.xB, column.xB) ? [`${formatFraction(only.xB)} in the bottoms in place of ${formatFraction(column.xB)}`] : []),
    ...(differs(only.reflux, reflux) ? [`a reflux of ${formatNumber(only.reflux)} in place of ${formatNumber(reflux)}`] : []),
  ];
  return parts.length === 0 ? `${begin}.` : `${begin}: ${parts.join(', ')}.`;
}

function Figures({ design }: { design: GraphDesign }) {
  const quantity = useAppSelector(selectShowQuantity);
  const draws = useAppSelector(selectColumn)?.draws ?? [];
  const { flows, insideReflux, reflux } = design;
  const why = explanations(design);
  const only = (is: boolean, ...row: ExplainedRow): ExplainedRow[] => (is ? [row] : []);
  const rows: ExplainedRow[] = [
    ...(design.bestRated === null ? [] : productRows(design)),
    ...only(design.trays !== null, 'Trays', String(design.trays)),
    ['Reflux ratio', `${formatNumber(reflux)} mol/mol`],
    ...only(insideReflux > reflux * (1 + 1e-9), 'Reflux inside', `${formatNumber(insideReflux)} mol/mol`, why.insideReflux),
    ['Minimum reflux', `${formatNumber(design.minimumReflux.ratio)} mol/mol`, why.minimumReflux],
    ['Minimum stages', formatFixed(design.minimumStages, 1), why.minimumStages],
    ['Distillate', quantity(flows.distillate, 'molarFlow'), why.distillate],
    ...design.column.draws.flatMap(({ flow, x }, k): ExplainedRow[] => {
      const name = capital(draws[k]?.name ?? 'side draw');
      return [
        [`${name}, stage ${design.drawStages[k]}`, quantity(flow * flows.feed, 'molarFlow')],
        [`${name} holds`, `${formatFraction(x, 3)} mol/mol`],
      ];
    }),
    ['Bottoms', quantity(flows.bottoms, 'molarFlow')],
    ...only(flows.steam !== null, 'Steam', quantity(flows.steam ?? 0, 'molarFlow'), why.steam),
    [flows.steam === null ? 'Boil-up ratio' : 'Steam per bottoms', `${formatNumber(design.boilUpRatio)} mol/mol`, why.boilUp],
    ['Condenser', quantity(flows.condenserDuty, 'power'), why.condenser],
    ...only(flows.reboilerDuty !== null, 'Reboiler', quantity(flows.reboilerDuty ?? 0, 'power'), why.reboiler),
    ['Distillate leaves at', quantity(design.distillateTemperature, 'temperature')],
    ['Bottoms leave at', quantity(design.bottomsTemperature, 'temperature')],
  ];
  return <ExplainedFigures rows={rows} />;
}

/** What a rating finds: the products that the stages make. */
const productRows = ({ column }: GraphDesign): ExplainedRow[] => [
  ['Distillate purity', `${formatFraction(column.xD)} mol/mol`],
  ['Bottoms purity', `${formatFraction(column.xB)} mol/mol`],
];

/** Where the numbers under the drawing come from. */
function Sources() {
  const mixture = useAppSelector(selectMixture);
  return (
    <>
      <h2>Sources</h2>
      <p className="quiet small">{sourceOf(mixture)}</p>
    </>
  );
}

const VAPOUR_WORDS = { ideal: 'ideal gas', virial: 'virial equation (Tsonopoulos)', dimers: 'acids in pairs (Marek & Standart)' };

function sourceOf(mixture: Mixture): string {
  const { model, options } = mixture;
  const pair = pairStandings(mixture)[0];
  const words = pair === undefined ? '' : `: ${standingWords(pair)}`;
  if (isCubic(model)) return `Both phases by ${MODEL_WORDS[model]}; kij${words}.`;
  return `${capital(MODEL_WORDS[model])}${words}. Vapour: ${VAPOUR_WORDS[options.vapour]}.`;
}

/** Where the numbers of a pair come from; nothing is silently ideal. */
function standingWords({ kind, source = '', confidence }: PairStanding): string {
  switch (kind) {
    case 'typed':
      return 'set in this case';
    case 'published':
    case 'fitted':
    case 'by-solubility':
    case 'dissolved-gas':
      return confidence === undefined ? source : `${source} (${confidence})`;
    case 'by-groups':
      return source.startsWith('estimated by groups') ? source : `estimated by groups, ${source}`;
    case 'by-pure-components':
      return 'from the pure components alone';
    case 'taken-as-zero':
      return 'none known, taken as 0';
    case 'missing':
    case 'no-constant':
      return 'missing';
  }
}
