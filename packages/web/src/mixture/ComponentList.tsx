/** Any number of components, each with its record and a way out, a field to add another, and a component of one's own. */
import { CloseOutlined } from '@ant-design/icons';
import { componentsOf } from '@keen-ladder/core';
import { Button } from 'antd';
import { lazy, memo, Suspense, useState } from 'react';
import { part } from '../store/parts.ts';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { ComponentSelect } from '../fields/ComponentSelect.tsx';
import { componentColor } from '../theme/componentColors.ts';
import { ModelFields } from './ModelFields.tsx';
import { isOwn, useMixtureChoice } from './useMixtureChoice.ts';

/** Fetched when they are first opened: most cases never do. */
const OwnComponentDrawer = lazy(part(async () => ({ default: (await import('./OwnComponentDrawer.tsx')).OwnComponentDrawer })));
const RecordDrawer = lazy(part(async () => ({ default: (await import('./RecordDrawer.tsx')).RecordDrawer })));

/** As many as a mixture takes. */
const MOST = 60;

export const ComponentList = memo(function ComponentList() {
  const { components } = useAppSelector(selectMixture);
  const { choose, error } = useMixtureChoice();
  const [opened, setOpened] = useState<string | undefined>(undefined);
  const ids = components.map((c) => c.id);
  const record = components.find(({ id }) => id === opened);
  return (
    <section data-path="mixture.components">
      <h2>Mixture</h2>
      <ul className="component-list">
        {components.map(({ id, name }, k) => (
          <li key={id}>
            <span className="swatch" style={{ background: componentColor(k) }} />
            <button type="button" className="component-name" title={`Open the record of ${name}`} onClick={() => setOpened(id)}>
              {name}
              {isOwn(id) && <span className="quiet small"> own</span>}
            </button>
            <Button
              type="text"
              size="small"
              icon={<CloseOutlined />}
              aria-label={`Leave out ${name}`}
              onClick={() => choose((now) => now.filter((other) => other !== id))}
            />
          </li>
        ))}
      </ul>
      {components.length < MOST && (
        <>
          <ComponentSelect
            label="Add a component"
            value={undefined}
            placeholder="add a component"
            bordered={false}
            withReady
            onChange={({ id }) => choose((now) => [...now, ...componentsOf(id).filter((c) => !now.includes(c))])}
          />
          <Button type="text" size="small" onClick={() => setOpened('own')}>
            one of your own
          </Button>
        </>
      )}
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
      <Suspense fallback={null}>
        {opened === 'own' && (
          <OwnComponentDrawer
            taken={ids}
            onClose={() => setOpened(undefined)}
            onMade={(made) => {
              choose((now) => [...now, made.id], made);
              setOpened(undefined);
            }}
          />
        )}
        {record !== undefined && <RecordDrawer key={record.id} record={record} onClose={() => setOpened(undefined)} />}
      </Suspense>
      <ModelFields />
    </section>
  );
});
