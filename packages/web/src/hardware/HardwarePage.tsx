/** The Hardware stop: sections with their trays or beds on the left, the vessel to scale with its strips in the middle, what limits it in the margin. */
import { hardwareRows, newHardware } from '@keen-ladder/core';
import type { HardwareFacts } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import { Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { SaveChart } from '../charts/SaveChart.tsx';
import { hardwareBegun } from '../document/documentSlice.ts';
import { selectColumn, selectDisplay, selectSite } from '../document/selectors.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { drawnOf, selectHardwareResult, selectIsHardwareStale } from '../stops/standing.ts';
import { Designs } from './Designs.tsx';
import { HardwareFields } from './HardwareFields.tsx';
import { HardwareMargin } from './HardwareMargin.tsx';
import { HardwareTable } from './HardwareTable.tsx';
import { MethodsTable } from './MethodsTable.tsx';
import { TrayPlan } from './TrayPlan.tsx';
import { WindowDrawing } from './WindowDrawing.tsx';
import { VesselDrawing } from './VesselDrawing.tsx';

const views = ['Vessel', 'Window', 'Tray', 'Rungs', 'Methods', 'Two designs'] as const;
type View = (typeof views)[number];

export function HardwarePage() {
  const column = useAppSelector(selectColumn);
  if (column === undefined) return null;
  return (
    <main className="graph-page">
      <h1 className="unseen">Hardware</h1>
      {column.hardware === null ? <NothingYet column={column} /> : <Whole column={column} hardware={column.hardware} />}
    </main>
  );
}

function Whole({ column, hardware }: { column: ColumnUnit; hardware: HardwareInputs }) {
  const result = useAppSelector(selectHardwareResult);
  const facts = drawnOf(result?.outcome)?.value;
  const [pointed, setPointed] = useState(0);
  return (
    <>
      <HardwareFields column={column} hardware={hardware} facts={facts} />
      <HardwareSheet
        column={column}
        hardware={hardware}
        facts={facts}
        isSolving={result === null}
        pointed={pointed}
        onPoint={setPointed}
      />
      <HardwareMargin column={column} hardware={hardware} pointed={pointed} />
    </>
  );
}

interface SheetProps {
  column: ColumnUnit;
  hardware: HardwareInputs;
  facts: HardwareFacts | undefined;
  isSolving: boolean;
  pointed: number;
  onPoint: (rung: number) => void;
}

function HardwareSheet({ column, hardware, facts, isSolving, pointed, onPoint }: SheetProps) {
  const [view, setView] = useState<View>('Vessel');
  const svg = useRef<SVGSVGElement>(null);
  const isStale = useAppSelector(selectIsHardwareStale);
  const units = { display: useAppSelector(selectDisplay), site: useAppSelector(selectSite) };
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const isDrawn = view === 'Vessel' || view === 'Window' || view === 'Tray';
  return (
    <div className="sheet ladder-sheet" data-stale={isStale}>
      <div className="sheet-head">
        <Segmented<View> options={[...views]} value={view} onChange={setView} aria-label="What is shown" />
        {facts !== undefined && isDrawn && (
          <span className="sheet-tools">
            <SaveChart
              drawing={svg}
              name={`${caseName} – ${view.toLowerCase()}`}
              rows={() => hardwareRows(facts, units)}
              table="Rungs as CSV"
            />
          </span>
        )}
      </div>
      {facts === undefined ? (
        <p className="empty-sheet">
          {isSolving ? 'Solving …' : 'The vessel is drawn here once the ladder is solved: the margin says what is missing.'}
        </p>
      ) : view === 'Vessel' ? (
        <VesselDrawing svg={svg} ladder={column.ladder} facts={facts} pointed={pointed} onPoint={onPoint} />
      ) : view === 'Window' ? (
        <WindowDrawing svg={svg} hardware={facts.asked} facts={facts} pointed={pointed} />
      ) : view === 'Tray' ? (
        <TrayPlan svg={svg} hardware={facts.asked} facts={facts} pointed={pointed} />
      ) : view === 'Rungs' ? (
        <HardwareTable facts={facts} pointed={pointed} onPoint={onPoint} />
      ) : view === 'Methods' ? (
        <MethodsTable facts={facts} pointed={pointed} />
      ) : (
        <Designs column={column} hardware={hardware} />
      )}
    </div>
  );
}

/** Two ways to begin. */
function NothingYet({ column }: { column: ColumnUnit }) {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  const begin = (contact: 'trays' | 'packing') =>
    dispatch(
      hardwareBegun({
        column: column.id,
        hardware: { ...newHardware(contact), sizes: display.length === 'ft' ? 'feet' : 'metric' },
      }),
    );
  return (
    <div className="sheet ladder-sheet ladder-nothing">
      <h2 className="sheet-title">Trays or packing</h2>
      <section aria-label="Trays">
        <h3>Trays</h3>
        <p className="sentence">
          Sieve trays of usual geometry, as wide as 80 % of flooding asks. Kind, geometry and methods can be changed afterwards,
          section by section.
        </p>
        <Button type="primary" onClick={() => begin('trays')}>
          Begin with trays
        </Button>
      </section>
      <section aria-label="Packing">
        <h3>Packing</h3>
        <p className="sentence">
          Metal rings of 50 mm, as wide as 70 % of flooding asks. Another packing can be chosen, or your own entered, section by
          section.
        </p>
        <Button onClick={() => begin('packing')}>Begin with packing</Button>
      </section>
      {column.ladder === null && <p className="quiet">Both ask for the ladder, which is not begun yet.</p>}
    </div>
  );
}
