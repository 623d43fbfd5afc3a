/** The graph's inputs: mixture, feeds, split, column. Everything typed is live; nothing here computes. */
import { capital, formatFraction, formatNumber } from '@keen-ladder/core';
import type { Inlet, Dimension } from '@keen-ladder/core';
import isEqual from 'fast-deep-equal';
import { memo } from 'react';
import { useStore } from 'react-redux';
import { Link } from 'react-router';
import type { ColumnUnit, RefluxWish, Stream } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import type { RootState } from '../store/store.ts';
import { BottomField, CondenserField, PressureField, SubcoolingField } from '../column/ColumnFields.tsx';
import { RefluxField } from '../column/RefluxField.tsx';
import { StageField } from '../column/StageField.tsx';
import { graphSet, lightFractionSet, puritySet, refluxSet } from '../document/documentSlice.ts';
import type { Fraction } from '../document/parts.ts';
import { selectColumn, selectComponents, selectDocument, selectInlets } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { AmountField } from '../feed/AmountField.tsx';
import { ConditionFields } from '../feed/ConditionFields.tsx';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectFeedFacts, selectStreamFacts, selectGraphResult } from '../stops/standing.ts';
import { BinaryMixture } from '../mixture/BinaryMixture.tsx';
import { EfficiencyFields } from './EfficiencyFields.tsx';
import { lightFractionOf, purityOf } from './moves.ts';
import { KnownInputs, StagesField } from './RatingFields.tsx';
import { selectBestFeedStages } from './standing.ts';

const tasks = [
  { value: 'design' as const, label: 'stages for a split' },
  { value: 'rating' as const, label: 'split of given stages' },
];

/** A mixed one has no place on the drawing. */
const CONDENSERS: ColumnUnit['condenser'][] = ['total', 'partial'];

/** Each part stands by itself: while one number is dragged, the others are not drawn anew. */
export function GraphFields() {
  const column = useAppSelector(selectColumn);
  const inlets = useAppSelector(selectInlets);
  const light = useAppSelector(selectComponents)[0]?.name ?? 'first component';
  if (column === undefined) return null;
  const isRating = column.graph.task === 'rating';
  const only = inlets.length === 1 ? inlets[0]?.stream : undefined;
  return (
    <form className="inputs" aria-label="Inputs of the graph" onSubmit={(event) => event.preventDefault()}>
      <BinaryMixture />
      {only === undefined ? <FeedList inlets={inlets} /> : <FeedFields feed={only} light={light} />}
      <TaskField column={column.id} task={column.graph.task} />
      {isRating ? (
        <section>
          <h2>Stages there are</h2>
          <StagesField column={column} />
          <StageFields column={column} inlets={inlets} mayBeBest={false} />
          <KnownInputs column={column} />
        </section>
      ) : (
        <section>
          <h2>Split wanted</h2>
          <PurityField column={column.id} product="distillate" light={light} />
          <PurityField column={column.id} product="bottoms" light={light} />
          <Draws column={column} />
        </section>
      )}
      <section>
        <h2>Column</h2>
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure at the top" />
        <PressureField column={column.id} end="bottom" pressure={column.pressure.bottom} label="Pressure at the bottom" />
        {!isRating && <GraphReflux column={column.id} reflux={column.graph.reflux} />}
        <CondenserField column={column.id} condenser={column.condenser} kinds={CONDENSERS} />
        {column.condenser === 'total' && <SubcoolingField column={column.id} subcooling={column.subcooling} />}
        <BottomField column={column.id} bottom={column.bottom} />
        {!isRating && <StageFields column={column} inlets={inlets} mayBeBest />}
        <EfficiencyFields column={column.id} efficiency={column.graph.efficiency} />
      </section>
    </form>
  );
}

const GraphReflux = memo(function GraphReflux({ column, reflux }: { column: string; reflux: RefluxWish | null }) {
  const dispatch = useAppDispatch();
  return (
    <RefluxField
      path={`units.${column}.graph.reflux`}
      reflux={reflux}
      onChange={(next, gesture) => dispatch(refluxSet({ column, reflux: next }, gesture))}
    />
  );
});

const TaskField = memo(function TaskField({ column, task }: { column: string; task: ColumnUnit['graph']['task'] }) {
  const dispatch = useAppDispatch();
  return (
    <section>
      <ChoiceField
        label="Task"
        value={task}
        options={tasks}
        onChange={(next) => {
          // The stages that a rating asks for are its own: a design finds the best.
          const stages = next === 'design' ? { feedStages: {}, drawStages: {} } : {};
          dispatch(graphSet({ column, change: { task: next, ...stages } }));
        }}
      />
    </section>
  );
});

const fractionValue = (fraction: Fraction | null) =>
  fraction === null
    ? null
    : { si: fraction.value, dimension: fraction.basis === 'mole' ? ('moleFraction' as const) : ('massFraction' as const) };

function toFraction(value: { si: number; dimension: Dimension } | null): Fraction | null {
  return value === null ? null : { value: value.si, basis: value.dimension === 'massFraction' ? 'mass' : 'mole' };
}

interface FractionProps {
  label: string;
  path: string;
  fraction: Fraction | null;
  /** What stands there though it was not typed here. */
  follows: number | undefined;
  onChange: (fraction: Fraction | null, gesture: string) => void;
}

/** A fraction of the light component, typed here; or, as a note, what other numbers of Feed & balance make it. */
function FractionField({ label, path, fraction, follows, onChange }: FractionProps) {
  const note = fraction === null && follows !== undefined ? `${formatFraction(follows)} mol/mol by the balance sheet` : undefined;
  return (
    <QuantityField
      label={label}
      path={path}
      value={fractionValue(fraction)}
      dimensions={['moleFraction', 'massFraction']}
      step={0.001}
      range={[0, 1]}
      note={note}
      onChange={(value, gesture) => onChange(toFraction(value), gesture)}
    />
  );
}

const FeedFields = memo(function FeedFields({ feed, light }: { feed: Stream; light: string }) {
  const dispatch = useAppDispatch();
  const fraction = lightFractionOf(useAppSelector(selectComponents), feed);
  const follows = useAppSelector((state) => selectStreamFacts(state, feed.id)?.moleFractions[0]);
  return (
    <section>
      <h2>Feed</h2>
      <FractionField
        label={`${capital(light)} in feed`}
        path={`streams.${feed.id}.composition`}
        fraction={fraction}
        follows={follows}
        onChange={(next, gesture) => dispatch(lightFractionSet({ stream: feed.id, fraction: next }, gesture))}
      />
      <AmountField stream={feed} />
      <ConditionFields stream={feed} />
    </section>
  );
});

/** Several feeds at a glance; they are typed where the sheet is. */
function FeedList({ inlets }: { inlets: readonly Inlet[] }) {
  return (
    <section>
      <h2>Feeds</h2>
      {inlets.map((inlet, k) => (
        <FeedLine key={inlet.id} inlet={inlet} place={k} />
      ))}
      <p className="quiet small">
        Typed at <Link to="../balance">Feed & balance</Link>.
      </p>
    </section>
  );
}

function FeedLine({ inlet, place }: { inlet: Inlet; place: number }) {
  const facts = useAppSelector((state) => selectFeedFacts(state, inlet.id));
  const q = useAppSelector((state) => selectGraphResult(state)?.feeds[place]?.q);
  const show = useAppSelector(selectShowQuantity);
  const words =
    facts === null
      ? 'not complete'
      : `${show(facts.molarFlow, 'molarFlow')}, ${formatFraction(facts.moleFractions[0] ?? 0, 3)} mol/mol${q === undefined ? '' : `, q ${formatNumber(q, 3)} in the column`}`;
  return (
    <p className="line">
      <span>{inlet.name}</span>
      <span className="quiet">{words}</span>
    </p>
  );
}

/** Side draws as the sheet has them. */
function Draws({ column }: { column: ColumnUnit }) {
  const basis = useAppSelector((state) => selectGraphResult(state)?.basis ?? null);
  return column.draws.map(({ id, name, phase }, k) => {
    const draw = basis?.column.draws[k];
    return (
      <p className="line" key={id}>
        <span>{capital(name)}</span>
        <span className="quiet">
          {draw === undefined ? phase : `${phase}, ${formatNumber(draw.flow, 3)} per feed, ${formatFraction(draw.x, 3)} mol/mol`}
        </span>
      </p>
    );
  });
}

interface StageProps {
  column: ColumnUnit;
  inlets: readonly Inlet[];
  mayBeBest: boolean;
}

/** A stage for every feed and draw. */
function StageFields({ column, inlets, mayBeBest }: StageProps) {
  const best = useAppSelector(selectBestFeedStages);
  const { feedStages, drawStages } = column.graph;
  return (
    <>
      {inlets.map(({ id, name }, k) => (
        <StageField
          key={id}
          column={column.id}
          of="feed"
          id={id}
          label={inlets.length === 1 ? 'Feed stage' : `Stage of ${name}`}
          stage={feedStages[id]}
          best={best?.[k]}
          mayBeBest={mayBeBest}
        />
      ))}
      {column.draws.map(({ id, name }) => (
        <StageField
          key={id}
          column={column.id}
          of="draw"
          id={id}
          label={`Stage of ${name}`}
          stage={drawStages[id]}
          best={undefined}
          mayBeBest={mayBeBest}
        />
      ))}
    </>
  );
}

interface PurityProps {
  column: string;
  product: 'distillate' | 'bottoms';
  light: string;
}

const PurityField = memo(function PurityField({ column, product, light }: PurityProps) {
  const dispatch = useAppDispatch();
  const store = useStore<RootState>();
  const fraction = useAppSelector((state) => typedPurity(state, product), isEqual);
  const follows = useAppSelector((state) => (typedPurity(state, product) === null ? drawnPurity(state, product) : undefined));
  const first = useAppSelector((state) => selectComponents(state)[0]?.id ?? '');
  return (
    <FractionField
      label={`${capital(light)} in ${product}`}
      path={`units.${column}.balance.${product}.${first}`}
      fraction={fraction}
      follows={follows}
      onChange={(purity, gesture) => {
        const others = drawnPurity(store.getState(), product === 'distillate' ? 'bottoms' : 'distillate');
        const other: Fraction | null = others === undefined ? null : { value: Number(others.toFixed(6)), basis: 'mole' };
        dispatch(puritySet({ column, product, purity, other }, gesture));
      }}
    />
  );
});

function typedPurity(state: RootState, product: PurityProps['product']): Fraction | null {
  const column = selectColumn(state);
  return column === undefined ? null : purityOf(selectDocument(state), column, product);
}

function drawnPurity(state: RootState, product: PurityProps['product']): number | undefined {
  const drawn = selectGraphResult(state)?.basis?.column;
  return product === 'distillate' ? drawn?.xD : drawn?.xB;
}
