/** The margin of the hardware: diameter and height, what limits each section and what would mend it, what is handed back to the ladder. */
import {
  atPressure,
  dropOf,
  inputsOf,
  limitSentence,
  mendLabel,
  mendSentence,
  outsideSentence,
  remarkSentence,
  sectionName,
  wholeSentences,
  withRealTrays,
} from '@keen-ladder/core';
import type { HardwareFacts, SectionFacts } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs, LadderInputs } from '@keen-ladder/schema';
import { Button, Switch } from 'antd';
import { memo } from 'react';
import { hardwareSet, ladderCarried, sectionSet } from '../document/documentSlice.ts';
import { selectBrief } from '../document/showing.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ExplainedFigures, Notes, Said } from '../stops/Margin.tsx';
import { selectDesigns, selectIsHardwareStale, selectLastHardwareStanding } from '../stops/standing.ts';
import { rungFigures } from './rungFigures.ts';
import { endFigures, vesselFigures } from './vesselFigures.ts';

interface Props {
  column: ColumnUnit;
  hardware: HardwareInputs;
  pointed: number;
}

export function HardwareMargin(props: Props) {
  const standing = useAppSelector(selectLastHardwareStanding);
  const isStale = useAppSelector(selectIsHardwareStale);
  return (
    <aside className="margin" aria-label="What the hardware says" data-stale={isStale}>
      <Said standing={standing} waiting="Rating trays and packing …">
        {(facts) => (
          <>
            <Solved column={props.column.id} facts={facts} pointed={props.pointed} />
            <HandBack {...props} facts={facts} />
            <Remarks facts={facts} />
          </>
        )}
      </Said>
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

interface SolvedProps {
  column: string;
  facts: HardwareFacts;
  pointed: number;
}

/** Of what was rated, not of what is being entered: an edit is told with its rating. */
const Solved = memo(function Solved({ column, facts, pointed }: SolvedProps) {
  const show = useAppSelector(selectBrief);
  const { sections, asked } = facts;
  const rung = sections.flatMap(({ rungs }) => rungs).find((each) => each.rung === pointed);
  return (
    <>
      <Headline sections={sections} />
      <ExplainedFigures rows={vesselFigures(facts, show)} />
      {wholeSentences(facts, show).map((sentence) => (
        <p className="sentence" key={sentence}>
          {sentence}
        </p>
      ))}
      {sections.map((section, k) => (
        <SectionSaid key={section.first} column={column} hardware={asked} section={section} k={k} />
      ))}
      {rung !== undefined && (
        <>
          <h2>Rung {rung.rung}</h2>
          <ExplainedFigures rows={rungFigures(rung, show)} />
        </>
      )}
      <Ends facts={facts} />
    </>
  );
});

/** Exchangers and drum at the ends of the column. */
function Ends({ facts }: { facts: HardwareFacts }) {
  const show = useAppSelector(selectBrief);
  const rows = endFigures(facts, show);
  if (rows.length === 0) return null;
  return (
    <section aria-label="Ends of the column">
      <h2>Ends of the column</h2>
      <ExplainedFigures rows={rows} />
    </section>
  );
}

/** What is known of the properties only by estimate. */
const Remarks = memo(function Remarks({ facts: { remarks } }: { facts: HardwareFacts }) {
  const show = useAppSelector(selectBrief);
  return (
    <section aria-label="Properties">
      <h2>Properties</h2>
      <p className="quiet small">
        Diffusivities are estimated always: Fuller, Schettler &amp; Giddings in the vapour, Wilke &amp; Chang in the liquid.
      </p>
      {remarks.map((remark) => (
        <p className="quiet small" key={`${remark.property} ${remark.names.join()}`}>
          {remarkSentence(remark, show)}
        </p>
      ))}
    </section>
  );
});

function Headline({ sections }: { sections: readonly SectionFacts[] }) {
  const show = useAppSelector(selectBrief);
  const diameters = [...new Set(sections.map(({ diameter }) => show.quantity(diameter, 'length')))];
  const trays = sections.reduce((sum, section) => sum + (section.trays ?? 0), 0);
  const packing = sections.reduce((sum, section) => sum + (section.packed?.packing ?? 0), 0);
  const built = [trays > 0 ? `${trays} trays` : '', packing > 0 ? `${show.quantity(packing, 'length')} of packing` : ''].filter(
    (text) => text !== '',
  );
  return (
    <div className="headline" role="status">
      <div className="quiet">{diameters.length === 1 ? 'Diameter, one for all' : 'Diameters, from the top'}</div>
      <div className="headline-number">{diameters.join(' · ')}</div>
      <div className="quiet">{built.join(' · ')}</div>
    </div>
  );
}

function SectionSaid({
  column,
  hardware,
  section,
  k,
}: {
  column: string;
  hardware: HardwareInputs;
  section: SectionFacts;
  k: number;
}) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const inputs = inputsOf(hardware, k);
  const { mend } = section;
  const said = Math.min(k, hardware.sections.length - 1);
  return (
    <section aria-label={`Section ${k + 1}`}>
      <h2>
        Section {k + 1}, {sectionName(section)}
      </h2>
      <p className="quiet small">
        rungs {section.first} to {section.last}
        {section.trays !== null && ` · ${section.trays} trays`}
        {section.packed !== null &&
          ` · ${show.quantity(section.packed.packing, 'length')} in ${section.packed.beds} ${section.packed.beds === 1 ? 'bed' : 'beds'}`}
        {section.needed !== null && ` · needs ${show.quantity(section.needed, 'length')}`}
      </p>
      <p className="sentence">{limitSentence(section, inputs, show)}</p>
      {mend !== null && (
        <>
          <p className="sentence">{mendSentence(mend, show)}</p>
          <Button
            type="primary"
            onClick={() =>
              dispatch(
                sectionSet({
                  column,
                  section: said,
                  inputs: mend.kind === 'diameter' ? { ...mend.inputs, diameter: null } : mend.inputs,
                }),
              )
            }
          >
            {mendLabel(mend, show)}
          </Button>
        </>
      )}
      {section.outside.slice(0, MOST_SAID).map((one) => (
        <p className="sentence quiet" key={one.method + one.what}>
          {outsideSentence(one, show)}
        </p>
      ))}
    </section>
  );
}

/** So many methods that left their range are told here; all of them stand under Methods. */
const MOST_SAID = 3;

/** What the ladder assumed beside what the hardware makes, and the ways to hand it back. */
function HandBack({ column, hardware, facts }: Omit<Props, 'pointed'> & { facts: HardwareFacts }) {
  const dispatch = useAppDispatch();
  const { ladder } = column;
  if (ladder === null) return null;
  const hand = (changed: typeof ladder) => dispatch(ladderCarried({ column: column.id, ladder: changed }));
  const { setsPressure } = hardware;
  const hasRungsToTray = facts.sections.some(
    ({ efficiency }) => efficiency !== null && efficiency.by !== 'ladder' && efficiency.value < 1,
  );
  return (
    <section aria-label="Back to the ladder" className="hand-back">
      <h2>Back to the ladder</h2>
      <label className="switched" data-path={`units.${column.id}.hardware.setsPressure`}>
        <Switch
          size="small"
          checked={setsPressure}
          onChange={(isOn) => dispatch(hardwareSet({ column: column.id, change: { setsPressure: isOn } }))}
        />
        The ladder takes this pressure
      </label>
      {setsPressure ? <Linked facts={facts} /> : <PressureBack column={column} ladder={ladder} facts={facts} onHand={hand} />}
      {hasRungsToTray && (
        <>
          <p className="sentence">
            The ladder’s rungs are equilibrium stages; as real trays each has the efficiency of the rung that it stands for, and
            feeds are on the trays where they enter.
          </p>
          <Button onClick={() => hand(withRealTrays(ladder, facts))}>Make the rungs real trays</Button>
        </>
      )}
    </section>
  );
}

/** What holds while the ladder takes the pressure by itself. */
function Linked({ facts: { pressure, ladderPressure } }: { facts: HardwareFacts }) {
  const show = useAppSelector(selectBrief);
  const made = pressure?.at(-1);
  const holds = ladderPressure.at(-1) ?? 0;
  return (
    <p className="sentence">
      {made !== undefined && Math.abs(made - holds) < SAME
        ? `Below the top the ladder has the pressure that the hardware makes, ${show.pressure(holds)} at the bottom. It follows every change here.`
        : 'Ladder and hardware do not agree on a pressure: the pressures entered for the ladder hold.'}
    </p>
  );
}

interface PressureBackProps {
  column: ColumnUnit;
  ladder: LadderInputs;
  facts: HardwareFacts;
  onHand: (ladder: LadderInputs) => void;
}

/** What the hardware makes beside what the ladder assumes, to be handed back once. */
function PressureBack({ column, ladder, facts: { sections, pressure, ladderPressure }, onHand }: PressureBackProps) {
  const show = useAppSelector(selectBrief);
  const agreed = useAppSelector(selectDesigns)?.agreed ?? null;
  const assumed = ladderPressure.at(-1) ?? 0;
  const made = (agreed?.values ?? pressure)?.at(-1);
  return (
    <>
      <p className="sentence">
        {made === undefined
          ? `${dropOf(sections).noDrop === 'flooded' ? 'A flooded bed makes' : 'A bed of which no method knows the drop makes'} no pressure that could be handed back.`
          : Math.abs(made - assumed) < SAME
            ? `The ladder’s pressure at the bottom, ${show.pressure(assumed)}, is what the hardware makes.`
            : `The hardware makes ${show.pressure(made)} at the bottom; the ladder assumes ${show.pressure(assumed)}.`}
        {agreed !== null && agreed.passes > 0 && ` Both agree after ${agreed.passes} ${agreed.passes === 1 ? 'pass' : 'passes'}.`}
      </p>
      {agreed !== null && made !== undefined && Math.abs(made - assumed) >= SAME && (
        <Button onClick={() => onHand(atPressure(column, agreed.values).ladder ?? ladder)}>Hand the pressure back</Button>
      )}
    </>
  );
}

/** Pa: the same for an engineer. */
const SAME = 20;
