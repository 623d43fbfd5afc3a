/** What stands beside the drawing: stages against reflux with the present point on it, and the construction with the energy balance. */
import { explain, findUnit, formatFixed, formatNumber, formatQuantity } from '@keen-ladder/core';
import type { EnergyBalanced, GraphBeside } from '@keen-ladder/core';
import { Segmented } from 'antd';
import { memo, useRef } from 'react';
import { useAppSelector } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { useElementWidth } from '../charts/useElementWidth.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { selectShow } from '../document/showing.ts';
import { Compared } from '../stops/Compared.tsx';
import { useLook } from '../theme/Themed.tsx';
import { selectGraphBeside, selectIsBesideStale, stagesInWords } from './standing.ts';

interface EnergyProps {
  isEnergyShown: boolean;
  onEnergyShown: (isShown: boolean) => void;
}

/** Redrawn when it was worked out anew, not with every step of a drag. */
export const Beside = memo(function Beside(energy: EnergyProps) {
  const beside = useAppSelector(selectGraphBeside);
  const isStale = useAppSelector(selectIsBesideStale);
  if (beside === null) return null;
  return (
    <div data-stale={isStale}>
      <RefluxCurve design={beside.design} curve={beside.refluxCurve} />
      {beside.energyBalanced !== null && <EnergyComparison beside={beside} outcome={beside.energyBalanced} {...energy} />}
    </div>
  );
});

const HEIGHT = 170;

function RefluxCurve({ design, curve }: { design: GraphBeside['design']; curve: GraphBeside['refluxCurve'] }) {
  const { colors } = useLook();
  const box = useRef<HTMLDivElement>(null);
  const width = useElementWidth(box);
  const { reflux, stages } = curve;
  const [lowest, highest] = [stages[stages.length - 1], stages[0]];
  const last = reflux[reflux.length - 1];
  if (lowest === undefined || highest === undefined || last === undefined) return null;
  const least = Math.max(design.minimumReflux.ratio, 0);
  return (
    <>
      <h2>Stages against reflux</h2>
      <div ref={box}>
        {width > 0 && (
          <LineChart
            title="Stages against reflux"
            width={width}
            height={HEIGHT}
            colors={colors}
            lines={[{ name: 'stages', x: reflux, y: stages, color: colors.ink }]}
            marks={[{ x: design.reflux, y: design.needed, name: formatFixed(design.needed, 1), shape: 'present' }]}
            limits={[{ axis: 'x', at: least, name: `minimum ${formatNumber(least, 3)}` }]}
            xName="reflux ratio, mol/mol"
            yName="stages"
            xRange={[Math.max(0, least - 0.06 * (last - least)), last]}
            yRange={[0, Math.min(highest, 3 * lowest)]}
          />
        )}
      </div>
    </>
  );
}

interface ComparisonProps extends EnergyProps {
  beside: GraphBeside;
  outcome: NonNullable<GraphBeside['energyBalanced']>;
}

/** Constant molar overflow and the energy balance of every stage, side by side. */
function EnergyComparison({ beside, outcome, isEnergyShown, onEnergyShown }: ComparisonProps) {
  const show = useAppSelector(selectShow);
  return (
    <>
      <h2>By the energy balance of every stage</h2>
      {outcome.state === 'solved' && <ComparisonTable beside={beside} energy={outcome.value} />}
      {outcome.state === 'out-of-reach' && <p className="sentence">{explain(outcome.reason, show)}</p>}
      {outcome.state === 'solved' && (
        <Segmented
          className="choose-lines"
          aria-label="Lines of the drawing"
          size="small"
          options={[
            { value: 0, label: 'straight lines' },
            { value: 1, label: 'its lines too' },
          ]}
          value={isEnergyShown ? 1 : 0}
          onChange={(value) => onEnergyShown(value === 1)}
        />
      )}
    </>
  );
}

function ComparisonTable({ beside, energy }: { beside: GraphBeside; energy: EnergyBalanced }) {
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const { design, feed } = beside;
  const { lines } = design;
  const unit = findUnit('molarFlow', display.molarFlow);
  const flow = (perFeed: number | undefined): string => (perFeed === undefined ? '' : formatQuantity(perFeed * feed, unit, site));
  const bottom = lines.sections[lines.sections.length - 1];
  const rows: [string, string, string][] = [
    ['Stages', formatFixed(design.needed, 1), formatFixed(energy.needed, 1)],
    ['Feed stage', stagesInWords(design.feedStages), stagesInWords(energy.feedStages)],
    ['Minimum reflux', formatNumber(design.minimumReflux.ratio), formatNumber(energy.minimumReflux)],
    [`Top vapour, ${unit.id}`, flow(lines.sections[0]?.vapour), flow(energy.vapour[0])],
    [`Boiled up, ${unit.id}`, flow(bottom?.vapour), flow(energy.vapour[energy.vapour.length - 1])],
  ];
  return <Compared label="By the energy balance" names={['constant overflow', 'energy balance']} rows={rows} />;
}
