/** What comes in: mixture, the feeds one at a time, the column's pressure. */
import { CloseOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Input } from 'antd';
import type { ColumnUnit, Stream } from '@keen-ladder/schema';
import { useAppDispatch } from '../app/store.ts';
import { PressureField, ServiceField } from '../column/ColumnFields.tsx';
import { feedAdded, feedRemoved, streamRenamed } from '../document/documentSlice.ts';
import { ComponentList } from '../mixture/ComponentList.tsx';
import { AmountField } from './AmountField.tsx';
import { CompositionFields } from './CompositionFields.tsx';
import { ConditionFields } from './ConditionFields.tsx';

interface Props {
  feeds: Stream[];
  stream: Stream | undefined;
  column: ColumnUnit;
  onChoose: (stream: string) => void;
}

export function FeedFields({ feeds, stream, column, onChoose }: Props) {
  const dispatch = useAppDispatch();
  return (
    <form className="inputs" aria-label="Inputs of feed and balance" onSubmit={(event) => event.preventDefault()}>
      <ComponentList />
      <section data-path="streams">
        <div className="section-head">
          <h2>{feeds.length > 1 ? 'Feeds' : 'Feed'}</h2>
          <Button type="text" size="small" icon={<PlusOutlined />} onClick={() => dispatch(feedAdded({ column: column.id }))}>
            another
          </Button>
        </div>
        {feeds.length > 1 && <FeedTabs feeds={feeds} chosen={stream?.id} onChoose={onChoose} />}
        {stream !== undefined && (
          <>
            <AmountField stream={stream} />
            <ConditionFields stream={stream} />
          </>
        )}
      </section>
      {stream !== undefined && <CompositionFields stream={stream} />}
      <section>
        <h2>Column</h2>
        <ServiceField column={column.id} service={column.service} />
        <PressureField column={column.id} end="top" pressure={column.pressure.top} label="Pressure at the top" />
        <PressureField column={column.id} end="bottom" pressure={column.pressure.bottom} label="at the bottom" />
      </section>
    </form>
  );
}

interface TabsProps {
  feeds: Stream[];
  chosen: string | undefined;
  onChoose: (stream: string) => void;
}

function FeedTabs({ feeds, chosen, onChoose }: TabsProps) {
  const dispatch = useAppDispatch();
  return (
    <ul className="feed-tabs">
      {feeds.map(({ id, name }) => (
        <li key={id} data-chosen={id === chosen}>
          <Input
            variant="borderless"
            aria-label="Name of the feed"
            maxLength={60}
            value={name}
            onFocus={() => onChoose(id)}
            onChange={(event) => dispatch(streamRenamed({ stream: id, name: event.target.value }, `feed-name-${id}`))}
          />
          <Button
            type="text"
            size="small"
            icon={<CloseOutlined />}
            aria-label={`Take ${name} away`}
            onClick={() => dispatch(feedRemoved({ stream: id }))}
          />
        </li>
      ))}
    </ul>
  );
}
