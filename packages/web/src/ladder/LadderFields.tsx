/** What the ladder is asked and built of. */
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { DrawFields } from '../balance/DrawFields.tsx';
import { feedWayChosen, ladderSet, ladderStagesSet, rungChosen } from '../document/documentSlice.ts';
import { selectInlets } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectLadderStanding, selectLastLadder } from '../stops/standing.ts';
import { AddTarget } from './AddTarget.tsx';
import { CountField } from './CountField.tsx';
import { Efficiencies } from './Efficiencies.tsx';
import { Free } from './Free.tsx';
import { HowSolved } from './HowSolved.tsx';
import { PressureFields } from './PressureFields.tsx';
import { PumpArounds } from './PumpArounds.tsx';
import type { Numbering } from './rungs.ts';
import { rungNumber, rungOf } from './rungs.ts';
import { SideHeats } from './SideHeats.tsx';
import { TargetCard } from './TargetCard.tsx';

const tops: { value: LadderInputs['top']; label: string }[] = [
  { value: 'total', label: 'total' },
  { value: 'partial', label: 'partial, vapour product' },
  { value: 'mixed', label: 'mixed, with a vent' },
  { value: 'none', label: 'none' },
];

const bottoms: { value: LadderInputs['bottom']; label: string }[] = [
  { value: 'kettle', label: 'kettle' },
  { value: 'total', label: 'total, once through' },
  { value: 'none', label: 'none' },
];

const ways: { value: LadderInputs['feeds'][string]['way']; label: string }[] = [
  { value: 'whole', label: 'all to its stage' },
  { value: 'vapour-above', label: 'vapour to the stage above' },
];

export function LadderFields({ column, numbering }: { column: ColumnUnit; numbering: Numbering }) {
  const { ladder } = column;
  if (ladder === null) return null;
  return (
    <div className="inputs">
      <Targets column={column} ladder={ladder} />
      <Build column={column} ladder={ladder} numbering={numbering} />
    </div>
  );
}

interface Props {
  column: ColumnUnit;
  ladder: LadderInputs;
}

function Targets({ column, ladder }: Props) {
  const facts = useAppSelector(selectLastLadder);
  return (
    <section aria-label="Targets">
      <div className="section-head">
        <h2>Targets</h2>
        <Counter ladder={ladder} />
      </div>
      {ladder.targets.length === 0 && <p className="quiet small">Everything follows from the feeds: nothing has to be held.</p>}
      <ul className="targets" data-path={`units.${column.id}.ladder.targets`}>
        {ladder.targets.map((target) => (
          <TargetCard key={target.id} column={column} ladder={ladder} target={target} facts={facts} />
        ))}
      </ul>
      <AddTarget column={column} ladder={ladder} />
    </section>
  );
}

/** "2 targets for 2 handles". */
function Counter({ ladder }: { ladder: LadderInputs }) {
  const facts = useAppSelector(selectLastLadder);
  const standing = useAppSelector(selectLadderStanding);
  const targets = ladder.targets.filter(({ isInForce, wish }) => isInForce && wish === 'equal').length;
  const point = standing.state === 'open' ? standing.points.find(({ code }) => code === 'targets-for-handles') : undefined;
  const handles = point?.code === 'targets-for-handles' ? point.handles.length : facts?.handles.length;
  const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
  return (
    <span className="quiet small" title={facts?.handles.map(({ name }) => name).join(', ')}>
      {count(targets, 'target')}
      {handles === undefined ? '' : ` for ${count(handles, 'handle')}`}
    </span>
  );
}

function Build({ column, ladder, numbering }: Props & { numbering: Numbering }) {
  const dispatch = useAppDispatch();
  const set = (change: Partial<LadderInputs>, gesture?: string) => dispatch(ladderSet({ column: column.id, change }, gesture));
  const path = `units.${column.id}.ladder`;
  return (
    <section aria-label="Column">
      <h2>Column</h2>
      <CountField
        label="Rungs"
        path={`${path}.stages`}
        value={ladder.stages}
        unit="condenser and reboiler counted"
        least={2}
        most={400}
        hasSlider
        onChange={(stages, gesture) => dispatch(ladderStagesSet({ column: column.id, stages }, gesture))}
      />
      <ChoiceField label="Condenser" path={`${path}.top`} value={ladder.top} options={tops} onChange={(top) => set({ top })} />
      {ladder.top === 'total' && <Subcooling ladder={ladder} path={path} onSet={set} />}
      <ChoiceField
        label="Reboiler"
        path={`${path}.bottom`}
        value={ladder.bottom}
        options={bottoms}
        onChange={(bottom) => set({ bottom })}
      />
      <PressureFields column={column} ladder={ladder} />
      <Efficiencies column={column} ladder={ladder} />
      <QuantityField
        label="Heat loss"
        path={`${path}.heatLoss`}
        value={{ si: ladder.heatLoss, dimension: 'power' }}
        step={1}
        note="of all trays together"
        onChange={(value, gesture) => set({ heatLoss: value?.si ?? 0 }, gesture)}
      />
      <StreamRungs column={column} ladder={ladder} numbering={numbering} />
      <DrawFields column={column} />
      <PumpArounds column={column} ladder={ladder} />
      <SideHeats column={column} ladder={ladder} />
      <Free column={column} ladder={ladder} />
      <HowSolved column={column} ladder={ladder} />
    </section>
  );
}

/** On which rungs feeds enter and draws leave, counted as on the drawing. */
function StreamRungs({ column, ladder, numbering }: Props & { numbering: Numbering }) {
  const dispatch = useAppDispatch();
  const inlets = useAppSelector(selectInlets);
  const path = `units.${column.id}.ladder`;
  const half = Math.max(2, Math.round(ladder.stages / 2));
  const shownRung = (rung: number): number => rungNumber(rung, ladder.stages, ladder.top, numbering);
  const choose = (of: 'feed' | 'draw', id: string) => (number: number, gesture: string) => {
    const stage = rungOf(number, ladder.stages, ladder.top, numbering);
    if (stage !== undefined) dispatch(rungChosen({ column: column.id, of, id, stage }, gesture));
  };
  return (
    <>
      <h2>Streams</h2>
      {inlets.map(({ id, name }) => {
        const feed = ladder.feeds[id] ?? { stage: half, way: 'whole' as const };
        return (
          <div key={id}>
            <CountField
              label={name === '' ? 'Feed' : name}
              path={`${path}.feeds.${id}`}
              value={shownRung(feed.stage)}
              unit={`from the ${numbering.from}`}
              least={0}
              most={ladder.stages}
              onChange={choose('feed', id)}
            />
            <ChoiceField
              label="enters"
              path={`${path}.feeds.${id}.way`}
              value={feed.way}
              options={ways}
              onChange={(way) => dispatch(feedWayChosen({ column: column.id, inlet: id, feed: { ...feed, way } }))}
            />
          </div>
        );
      })}
      {column.draws.map(({ id, name }) => (
        <CountField
          key={id}
          label={name}
          path={`${path}.drawStages.${id}`}
          value={shownRung(ladder.drawStages[id] ?? half)}
          unit={`from the ${numbering.from}`}
          least={0}
          most={ladder.stages}
          onChange={choose('draw', id)}
        />
      ))}
    </>
  );
}

interface SubcoolingProps {
  ladder: LadderInputs;
  path: string;
  onSet: (change: Partial<LadderInputs>, gesture?: string) => void;
}

type SubcoolingKind = 'none' | 'degrees' | 'temperature';

const subcoolings: { value: SubcoolingKind; label: string }[] = [
  { value: 'none', label: 'at its bubble point' },
  { value: 'degrees', label: 'subcooled by' },
  { value: 'temperature', label: 'subcooled to' },
];

function Subcooling({ ladder, path, onSet }: SubcoolingProps) {
  const { subcooling } = ladder;
  const isBy = subcooling?.by !== 'temperature';
  return (
    <>
      <ChoiceField<SubcoolingKind>
        label="Its liquid leaves"
        path={`${path}.subcooling`}
        value={subcooling?.by ?? 'none'}
        options={subcoolings}
        onChange={(by) => onSet({ subcooling: by === 'none' ? null : { by, value: by === 'degrees' ? 5 : 313.15 } })}
      />
      {subcooling !== null && (
        <QuantityField
          label={isBy ? 'Subcooling' : 'Condensate'}
          path={`${path}.subcooling.value`}
          value={{ si: subcooling.value, dimension: isBy ? 'temperatureDifference' : 'temperature' }}
          dimensions={[isBy ? 'temperatureDifference' : 'temperature']}
          step={1}
          onChange={(value, gesture) => {
            if (value !== null) onSet({ subcooling: { ...subcooling, value: value.si } }, gesture);
          }}
        />
      )}
    </>
  );
}
