/** The Graph stop: inputs left, drawing in the middle, what it says in the margin. */
import { memo, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import type { RootState } from '../store/store.ts';
import { selectColumn, selectComponents, selectDocument, selectInlets } from '../document/selectors.ts';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { useLook } from '../theme/Themed.tsx';
import { Drawing } from './drawing/Drawing.tsx';
import { GraphFields } from './GraphFields.tsx';
import { GraphMargin } from './GraphMargin.tsx';
import { moveTo, selectDrawingPoints, stepBy } from './moves.ts';
import type { Movables } from './moves.ts';
import { selectGraphResult, selectIsGraphStale } from '../stops/standing.ts';
import { stageRows } from './stageRows.ts';
import { selectGraphBeside, selectIsBesideStale } from './standing.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';

export function GraphPage() {
  const [hovered, setHovered] = useState(0);
  const [isEnergyShown, setEnergyShown] = useState(false);
  return (
    <main className="graph-page">
      <h1 className="unseen">Graph</h1>
      <GraphFields />
      <GraphSheet hovered={hovered} onHover={setHovered} isEnergyShown={isEnergyShown} />
      <GraphMargin hovered={hovered} onHover={setHovered} isEnergyShown={isEnergyShown} onEnergyShown={setEnergyShown} />
    </main>
  );
}

interface Hover {
  hovered: number;
  onHover: (stage: number) => void;
}

function GraphSheet({ hovered, onHover, isEnergyShown }: Hover & { isEnergyShown: boolean }) {
  const dispatch = useAppDispatch();
  const { colors } = useLook();
  const sheet = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useElementSize(sheet);
  const result = useAppSelector(selectGraphResult);
  const isStale = useAppSelector(selectIsGraphStale);
  const points = useAppSelector(selectDrawingPoints);
  const document = useAppSelector(selectDocument);
  const components = useAppSelector(selectComponents);
  const column = useAppSelector(selectColumn);
  const inlets = useAppSelector(selectInlets);
  const feed = inlets[0]?.stream;
  const beside = useAppSelector(selectGraphBeside);
  const isBesideStale = useAppSelector(selectIsBesideStale);
  const energyLocus =
    isEnergyShown && !isBesideStale && beside?.energyBalanced?.state === 'solved' ? beside.energyBalanced.value.locus : null;
  const show = useAppSelector(selectShowQuantity);
  const [light, heavy] = components;
  const curve = result?.curve ?? null;
  const movables: Movables | undefined =
    light !== undefined && heavy !== undefined && curve !== null && result !== null && column !== undefined && feed !== undefined
      ? { document, components, column, feed, result, points }
      : undefined;
  return (
    <div className="sheet graph-sheet" ref={sheet} data-stale={isStale}>
      {movables !== undefined && size !== undefined && light !== undefined ? (
        <>
          <Drawing
            svg={svg}
            width={size.width}
            height={size.height}
            colors={colors}
            light={light.name}
            result={movables.result}
            efficiency={column?.graph.efficiency?.kind === 'murphree' ? column.graph.efficiency.value : 1}
            energyLocus={energyLocus}
            points={points}
            names={{ feeds: inlets.map(({ name }) => name), draws: column?.draws.map(({ name }) => name) ?? [] }}
            hovered={hovered}
            temperature={(T) => show(T, 'temperature')}
            onHover={onHover}
            onMove={(what, x, y, gesture) => {
              moveTo(dispatch, movables, what, x, y, gesture);
            }}
            onStep={(what, steps, gesture) => {
              stepBy(dispatch, movables, what, steps, gesture);
            }}
          />
          <SaveMenu svg={svg} />
        </>
      ) : (
        <EmptySheet chosen={components.length} isSolving={result === null} />
      )}
    </div>
  );
}

function EmptySheet({ chosen, isSolving }: { chosen: number; isSolving: boolean }) {
  const sentence =
    chosen < 2
      ? 'Choose a light and a heavy component on the left. The equilibrium curve appears at once.'
      : isSolving
        ? 'Drawing …'
        : 'There is no equilibrium curve to draw yet: the margin says what is missing.';
  return <p className="empty-sheet">{sentence}</p>;
}

const SaveMenu = memo(function SaveMenu({ svg }: { svg: React.RefObject<SVGSVGElement | null> }) {
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const store = useStore<RootState>();
  // Read when a table is asked for: the menu is not drawn anew while a point is dragged.
  const rows = () => {
    const state = store.getState();
    return stageRows(selectGraphResult(state)?.basis?.stages ?? [], selectDisplay(state), selectSite(state));
  };
  return (
    <div className="save-menu">
      <SaveChart drawing={svg} name={`${caseName} – graph`} rows={rows} table="Stages as CSV" />
    </div>
  );
});
