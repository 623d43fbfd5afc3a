/** What is given may be freed: a solvent's flow found for a purity, a feed's temperature for a duty. */
import { PlusOutlined } from '@ant-design/icons';
import { capital, freedName, readUnit } from '@keen-ladder/core';
import { Button, Dropdown } from 'antd';
import { useStore } from 'react-redux';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import type { AppStore, RootState } from '../store/store.ts';
import { handleFreed } from '../document/documentSlice.ts';
import { selectComponents, selectDocument, selectInlets } from '../document/selectors.ts';
import { selectFeedFacts } from '../stops/standing.ts';

type Handle = LadderInputs['freed'][number];

const keyOf = (handle: Handle): string => JSON.stringify(handle);

export function Free({ column, ladder }: { column: ColumnUnit; ladder: LadderInputs }) {
  const dispatch = useAppDispatch();
  const store = useStore() as AppStore; // the one store there is
  const document = useAppSelector(selectDocument);
  const inlets = useAppSelector(selectInlets);
  const components = useAppSelector(selectComponents);
  const ofFeeds = inlets.map(({ id, name }) => ({
    id,
    name: name === '' ? 'Feed' : name,
    plain: [
      { kind: 'feed-flow', inlet: id },
      { kind: 'feed-temperature', inlet: id },
      { kind: 'feed-heat', inlet: id },
    ] as Handle[],
    components: components.map(({ id: component }): Handle => ({ kind: 'feed-component', inlet: id, component })),
  }));
  const ofColumn: Handle[] = [
    ...ladder.heats.map(({ stage }): Handle => ({ kind: 'stage-duty', stage })),
    { kind: 'pressure' },
    ...(ladder.top === 'total' && ladder.subcooling?.by !== 'temperature' ? [{ kind: 'subcooling' } as const] : []),
  ];
  const isFreed = (handle: Handle): boolean => ladder.freed.some((freed) => keyOf(freed) === keyOf(handle));
  const item = (handle: Handle) => ({
    key: keyOf(handle),
    label: capital(freedName(readUnit(document, column), handle)),
    disabled: isFreed(handle),
  });
  const items = [
    ...ofFeeds.map(({ id, name, plain, components: flows }) => ({
      key: id,
      label: name,
      children: [...plain.map(item), { key: `${id} flows`, type: 'group' as const, label: 'Flow of', children: flows.map(item) }],
    })),
    ...ofColumn.map(item),
  ];
  const all = [...ofFeeds.flatMap(({ plain, components: flows }) => [...plain, ...flows]), ...ofColumn];
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items,
        onClick: ({ key }) => {
          const handle = all.find((one) => keyOf(one) === key);
          if (handle !== undefined)
            dispatch(handleFreed({ column: column.id, handle, value: valueNow(store.getState(), ladder, handle) }));
        },
      }}
    >
      <Button type="text" icon={<PlusOutlined />}>
        Let something move
      </Button>
    </Dropdown>
  );
}

/** What it is as long as nobody moves it; null where the feed is not known yet. */
function valueNow(state: RootState, ladder: LadderInputs, handle: Handle): number | null {
  switch (handle.kind) {
    case 'feed-flow':
      return 1;
    case 'feed-component': {
      const facts = selectFeedFacts(state, handle.inlet);
      const i = selectComponents(state).findIndex(({ id }) => id === handle.component);
      return facts === null ? null : facts.molarFlow * (facts.moleFractions[i] ?? 0);
    }
    case 'feed-temperature':
      return selectFeedFacts(state, handle.inlet)?.T ?? null;
    case 'stage-duty':
      return ladder.heats.find(({ stage }) => stage === handle.stage)?.duty ?? 0;
    case 'feed-heat':
    case 'pressure':
    case 'subcooling':
      return 0;
  }
}
