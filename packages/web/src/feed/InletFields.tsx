/** What enters a unit, one stream at a time: feeds from outside, which are typed here, and what other units send. */
import { CloseOutlined, PlusOutlined } from '@ant-design/icons';
import { nameOfOutlet, outletsOf, upstreamOf } from '@keen-ladder/core';
import type { Inlet } from '@keen-ladder/core';
import type { CaseDocument, Port, Unit } from '@keen-ladder/schema';
import { Button, Dropdown, Input } from 'antd';
import { Link } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { disconnected, feedAdded, outletConnected, streamRenamed } from '../document/documentSlice.ts';
import { selectDocument, selectUnits } from '../document/selectors.ts';
import { AmountField } from './AmountField.tsx';
import { CompositionFields } from './CompositionFields.tsx';
import { ConditionFields } from './ConditionFields.tsx';

interface Props {
  unit: Unit;
  inlets: readonly Inlet[];
  inlet: Inlet | undefined;
  onChoose: (inlet: string) => void;
}

export function InletFields({ unit, inlets, inlet, onChoose }: Props) {
  const stream = inlet?.stream;
  return (
    <>
      <section data-path={`units.${unit.id}.inlets`}>
        <div className="section-head" data-path="streams">
          <h2>{inlets.length > 1 ? 'Feeds' : 'Feed'}</h2>
          <Another unit={unit} />
        </div>
        {(inlets.length > 1 || (inlet !== undefined && stream === undefined)) && (
          <InletTabs unit={unit} inlets={inlets} chosen={inlet?.id} onChoose={onChoose} />
        )}
        {stream !== undefined && (
          <>
            <AmountField stream={stream} />
            <ConditionFields stream={stream} />
          </>
        )}
        {inlet !== undefined && stream === undefined && <Sent inlet={inlet} />}
      </section>
      {stream !== undefined && <CompositionFields stream={stream} />}
    </>
  );
}

/** What another unit sends is that unit's to say. */
function Sent({ inlet: { from } }: { inlet: Inlet }) {
  const units = useAppSelector(selectUnits);
  const id = useAppSelector((state) => state.saving.facts?.id) ?? '';
  const sender = 'unit' in from ? units.find((unit) => unit.id === from.unit) : undefined;
  if (sender === undefined) return null;
  return (
    <p className="sentence">
      It comes as <Link to={`/cases/${id}/${sender.id}`}>{sender.name}</Link> sends it; amount and state are in the margin.
    </p>
  );
}

/** One more stream that enters: from outside, or what another unit sends and nobody takes. */
function Another({ unit }: { unit: Unit }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const offered = freeOutlets(document, unit.id);
  const add = () => dispatch(feedAdded({ unit: unit.id }));
  const button = (
    <Button type="text" size="small" icon={<PlusOutlined />} onClick={offered.length === 0 ? add : undefined}>
      another
    </Button>
  );
  if (offered.length === 0) return button;
  const items = [{ key: 'feed', label: 'A feed from outside' }, ...offered.map(({ name }, k) => ({ key: String(k), label: name }))];
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items,
        onClick: ({ key }) => {
          const outlet = offered[Number(key)];
          if (outlet === undefined) add();
          else dispatch(outletConnected({ from: outlet.port, to: unit.id }));
        },
      }}
    >
      {button}
    </Dropdown>
  );
}

/** Products of other units that can go to a unit, a new one where it is null: those that go nowhere, of units that it does not feed itself. */
export function freeOutlets(document: CaseDocument, to: string | null): { port: Port; name: string }[] {
  const isTaken = ({ unit, port }: Port): boolean =>
    document.connections.some(({ from }) => 'unit' in from && from.unit === unit && from.port === port);
  return document.units.flatMap((unit) => {
    if (unit.id === to || (to !== null && upstreamOf(document, unit.id).includes(to))) return [];
    return outletsOf(unit).flatMap(({ id, name }) => {
      const port = { unit: unit.id, port: id };
      return isTaken(port) ? [] : [{ port, name: nameOfOutlet(document, port) ?? name }];
    });
  });
}

interface TabsProps {
  unit: Unit;
  inlets: readonly Inlet[];
  chosen: string | undefined;
  onChoose: (inlet: string) => void;
}

function InletTabs({ unit, inlets, chosen, onChoose }: TabsProps) {
  const dispatch = useAppDispatch();
  return (
    <ul className="feed-tabs">
      {inlets.map(({ id, name, stream }) => (
        <li key={id} data-chosen={id === chosen}>
          {stream === undefined ? (
            <Button type="text" className="feed-tab-sent" aria-pressed={id === chosen} onClick={() => onChoose(id)}>
              {name}
            </Button>
          ) : (
            <Input
              variant="borderless"
              aria-label="Name of the feed"
              maxLength={60}
              value={name}
              onFocus={() => onChoose(id)}
              onChange={(event) =>
                dispatch(streamRenamed({ stream: stream.id, name: event.target.value }, `feed-name-${stream.id}`))
              }
            />
          )}
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Take ${name} away`}
            onClick={() => dispatch(disconnected({ unit: unit.id, port: id }))}
          />
        </li>
      ))}
    </ul>
  );
}
