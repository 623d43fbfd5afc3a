/** The route: the case's units, where there are several, and the stops of the one that is looked at, each with its state in a word. */
import { DownOutlined, PlusOutlined } from '@ant-design/icons';
import { UNIT_KINDS } from '@keen-ladder/core';
import type { Unit, UnitKind } from '@keen-ladder/schema';
import { Button, Dropdown } from 'antd';
import isEqual from 'fast-deep-equal';
import { shallowEqual, useStore } from 'react-redux';
import { NavLink, useNavigate } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import type { AppStore, RootState } from '../store/store.ts';
import { unitAdded, unitRemoved } from '../document/documentSlice.ts';
import { freeId } from '../document/parts.ts';
import { selectComponents, selectDocument, selectUnit, selectUnits } from '../document/selectors.ts';
import { freeOutlets } from '../feed/InletFields.tsx';
import { addressOf, stopsOf } from '../stops/registry.ts';
import type { Stop } from '../stops/registry.ts';
import { selectUnitState } from '../stops/standing.ts';
import type { Standing } from '../stops/standing.ts';
import { STATE_WORDS, StateMark } from './StateMark.tsx';
import { UnitName } from './UnitName.tsx';

/** Its parts look by themselves at what they tell: while a number is dragged nothing of it is drawn anew but words that change. */
export function Route() {
  const unit = useAppSelector((state) => selectUnit(state)?.id);
  const id = useAppSelector((state) => state.saving.facts?.id) ?? '';
  const stops = useAppSelector((state) => stopsOf(selectUnit(state), selectComponents(state).length), shallowEqual);
  return (
    <>
      <Units id={id} />
      <nav className="route" aria-label="Stops of this case">
        {stops.map((stop) => (
          <StopLink key={stop.path} stop={stop} to={addressOf(id, unit, stop)} />
        ))}
        <AddUnit id={id} />
      </nav>
    </>
  );
}

function StopLink({ stop, to }: { stop: Stop; to: string }) {
  return (
    <NavLink className="stop" to={to}>
      <StopMark stop={stop} />
      <span className="stop-name">{stop.name}</span>
      <StopState stop={stop} />
    </NavLink>
  );
}

function StopMark({ stop }: { stop: Stop }) {
  return <StateMark state={useAppSelector((state) => stop.standing(state).state)} />;
}

function StopState({ stop }: { stop: Stop }) {
  const words = useAppSelector((state: RootState) => stateWords(stop.standing(state), stop.solvedWords(state)));
  return <span className="stop-state">{words}</span>;
}

/** The units of the case in a line, from the first to the last; one alone needs none. */
function Units({ id }: { id: string }) {
  const units = useAppSelector(selectUnits);
  const shown = useAppSelector(selectUnit);
  if (units.length < 2) return null;
  return (
    <nav className="units" aria-label="Units of this case">
      {units.map((unit) =>
        unit.id === shown?.id ? (
          <span key={unit.id} className="unit" data-shown="true">
            <UnitMark unit={unit} />
            <UnitName unit={unit} />
            <TakeUnitAway unit={unit.id} name={unit.name} id={id} />
          </span>
        ) : (
          <NavLink key={unit.id} className="unit" to={`/cases/${id}/${unit.id}`}>
            <UnitMark unit={unit} />
            {unit.name}
          </NavLink>
        ),
      )}
    </nav>
  );
}

/** How a unit stands, as a shape and for those who hear it. */
function UnitMark({ unit }: { unit: Unit }) {
  const state = useAppSelector((root) => selectUnitState(root, unit));
  return (
    <span className="unit-mark" title={STATE_WORDS[state]}>
      <StateMark state={state} />
      <span className="unseen">{STATE_WORDS[state]}: </span>
    </span>
  );
}

function TakeUnitAway({ unit, name, id }: { unit: string; name: string; id: string }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const take = () => {
    dispatch(unitRemoved({ unit }));
    void navigate(`/cases/${id}`);
  };
  return (
    <Dropdown trigger={['click']} menu={{ items: [{ key: 'take', label: `Take ${name} away` }], onClick: take }}>
      <Button type="text" size="small" icon={<DownOutlined />} aria-label={`What can be done with ${name}`} />
    </Dropdown>
  );
}

/** One more unit: with a feed of its own, or for what another unit sends and nobody takes. */
function AddUnit({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const store = useStore() as AppStore; // the one store there is
  const outlets = useAppSelector((state) => freeOutlets(selectDocument(state), null), isEqual);
  const items = UNIT_KINDS.map(({ kind, name: what }) => ({
    key: kind,
    label: `A ${what}`,
    children: [
      { key: `${kind} feed`, label: 'with a feed of its own' },
      ...outlets.map(({ name }, k) => ({ key: `${kind} ${k}`, label: `for the ${name}` })),
    ],
  }));
  const add = (key: string) => {
    const [kind, place] = key.split(' ') as [UnitKind, string]; // the keys are made above
    const units = selectUnits(store.getState());
    const unit = units.some((one) => one.id === kind) ? freeId(kind, units) : kind;
    dispatch(unitAdded({ kind, id: unit, from: outlets[Number(place)]?.port ?? null }));
    void navigate(`/cases/${id}/${unit}`);
  };
  return (
    <span className="add-unit">
      <Dropdown trigger={['click']} menu={{ items, onClick: ({ key }) => add(key) }}>
        <Button type="text" size="small" icon={<PlusOutlined />} aria-label="Add a unit">
          Unit
        </Button>
      </Dropdown>
    </span>
  );
}

function stateWords(standing: Standing<unknown>, solved: string): string {
  switch (standing.state) {
    case 'ready':
      return 'ready';
    case 'stale':
      return 'stale';
    case 'open':
      return standing.points.length === 1 ? '1 open point' : `${standing.points.length} open points`;
    case 'solved':
      return solved;
    case 'out-of-reach':
      return 'out of reach';
  }
}
