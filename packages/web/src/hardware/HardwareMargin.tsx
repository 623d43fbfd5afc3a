/** The margin of the hardware: diameter and height, what limits each section and what would mend it, what is handed back to the ladder. */
import {
  atPressure,
  inputsOf,
  limitSentence,
  mendLabel,
  mendSentence,
  outsideSentence,
  sectionName,
  wholeSentences,
  withRealTrays,
} from '@keen-ladder/core';
import type { HardwareFacts, SectionFacts } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import { Button } from 'antd';
import { ladderCarried, sectionSet } from '../document/documentSlice.ts';
import { selectBrief } from '../document/showing.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ExplainedFigures, Notes, Said } from '../stops/Margin.tsx';
import { selectDesigns, selectIsHardwareStale, selectLastHardwareStanding } from '../stops/standing.ts';
import { rungFigures } from './rungFigures.ts';

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
        {(facts) => <Solved {...props} facts={facts} />}
      </Said>
      <h2>Notes</h2>
      <Notes />
    </aside>
  );
}

type SolvedProps = Props & { facts: HardwareFacts };

function Solved({ column, hardware, facts, pointed }: SolvedProps) {
  const show = useAppSelector(selectBrief);
  const { sections, vessel } = facts;
  const rung = sections.flatMap(({ rungs }) => rungs).find((each) => each.rung === pointed);
  const drops = sections.map(({ drop }) => drop);
  const drop = drops.reduce<number | null>((sum, each) => (sum === null || each === null ? null : sum + each), 0);
  return (
    <>
      <Headline sections={sections} />
      <ExplainedFigures
        rows={[
          [
            'Height, tangent to tangent',
            show.quantity(vessel.height, 'length'),
            'trays or beds, with 1.2 m over the top, 1.8 m under the bottom and 0.6 m between sections (Walas: practice)',
          ],
          ['Pressure drop', drop === null ? 'flooded' : show.quantity(drop, 'pressureDrop')],
          [
            'Wall',
            show.quantity(vessel.wall, 'smallLength'),
            `${WALLS[vessel.decides]}; ASME VIII-1, carbon steel 138 N/mm², joint 0.85, 2 mm of corrosion`,
          ],
          [
            'Mass, empty',
            show.quantity(vessel.mass, 'mass'),
            'shell and heads with usual fittings: 240 Cv Dm (H + 0.8 Dm) t (Coulson & Richardson, vol. 6)',
          ],
          ...vessel.nozzles.map(
            ({ name, bore }) =>
              [
                `Nozzle, ${name}`,
                show.quantity(bore, 'smallLength'),
                'by usual velocities: 20 m/s of vapour, 2 m/s of pumped liquid; common practice',
              ] as const,
          ),
        ]}
      />
      {wholeSentences(facts, hardware, show).map((sentence) => (
        <p className="sentence" key={sentence}>
          {sentence}
        </p>
      ))}
      {sections.map((section, k) => (
        <SectionSaid key={section.first} column={column} hardware={hardware} section={section} k={k} />
      ))}
      {rung !== undefined && (
        <>
          <h2>Rung {rung.rung}</h2>
          <ExplainedFigures rows={rungFigures(rung, show)} />
        </>
      )}
      <HandBack column={column} facts={facts} />
    </>
  );
}

const WALLS = {
  inside: 'the pressure inside decides',
  outside: 'the vacuum inside decides',
  stiffness: 'the least wall of this diameter decides',
} as const;

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
  column: ColumnUnit;
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
                  column: column.id,
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
function HandBack({ column, facts }: { column: ColumnUnit; facts: HardwareFacts }) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const agreed = useAppSelector(selectDesigns)?.agreed ?? null;
  const { ladder } = column;
  if (ladder === null) return null;
  const { pressure, ladderPressure, sections } = facts;
  const hand = (changed: typeof ladder) => dispatch(ladderCarried({ column: column.id, ladder: changed }));
  // A washer’s overall efficiency is no Murphree’s: its rungs stay equilibrium stages.
  const hasRungsToTray =
    column.service === 'distillation' &&
    sections.some(({ efficiency }) => efficiency !== null && efficiency.by !== 'ladder' && efficiency.value < 1);
  const assumed = ladderPressure.at(-1) ?? 0;
  const made = (agreed?.values ?? pressure)?.at(-1);
  return (
    <section aria-label="Back to the ladder">
      <h2>Back to the ladder</h2>
      <p className="sentence">
        {made === undefined
          ? 'A flooded bed makes no pressure that could be handed back.'
          : Math.abs(made - assumed) < SAME
            ? `The ladder’s pressure at the bottom, ${show.pressure(assumed)}, is what the hardware makes.`
            : `The hardware makes ${show.pressure(made)} at the bottom; the ladder assumes ${show.pressure(assumed)}.`}
        {agreed !== null && agreed.passes > 0 && ` Both agree after ${agreed.passes} ${agreed.passes === 1 ? 'pass' : 'passes'}.`}
      </p>
      {agreed !== null && made !== undefined && Math.abs(made - assumed) >= SAME && (
        <Button onClick={() => hand(atPressure(column, agreed.values).ladder ?? ladder)}>Hand the pressure back</Button>
      )}
      {hasRungsToTray && (
        <>
          <p className="sentence">
            The ladder’s rungs are equilibrium stages; as real trays it has their efficiency, and feeds on the trays where they
            enter.
          </p>
          <Button onClick={() => hand(withRealTrays(ladder, facts))}>Make the rungs real trays</Button>
        </>
      )}
    </section>
  );
}

/** Pa: the same for an engineer. */
const SAME = 20;
