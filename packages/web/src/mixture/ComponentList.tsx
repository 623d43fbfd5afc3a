/** Any number of components, each with a way out, and one field to add another. */
import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { memo } from 'react';
import { useAppSelector } from '../app/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { ComponentSelect } from '../fields/ComponentSelect.tsx';
import { componentColor } from '../theme/componentColors.ts';
import { ModelFields } from './ModelFields.tsx';
import { useMixtureChoice } from './useMixtureChoice.ts';

/** As many as a mixture takes. */
const MOST = 60;

export const ComponentList = memo(function ComponentList() {
  const { components } = useAppSelector(selectMixture);
  const { choose, error } = useMixtureChoice();
  const ids = components.map((c) => c.id);
  return (
    <section data-path="mixture.components">
      <h2>Mixture</h2>
      <ul className="component-list">
        {components.map(({ id, name }, k) => (
          <li key={id}>
            <span className="swatch" style={{ background: componentColor(k) }} />
            <span className="component-name">{name}</span>
            <Button
              type="text"
              size="small"
              icon={<CloseOutlined />}
              aria-label={`Leave out ${name}`}
              onClick={() => choose(ids.filter((other) => other !== id))}
            />
          </li>
        ))}
      </ul>
      {components.length < MOST && (
        <ComponentSelect
          key={ids.join(' ')}
          label="Add a component"
          value={undefined}
          placeholder="add a component"
          bordered={false}
          onChange={({ id }) => choose([...ids, id])}
        />
      )}
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
      <ModelFields />
    </section>
  );
});
