/** The mixture of the graph: two components and the model. */
import { memo } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { ComponentField } from '../fields/ComponentField.tsx';
import { ModelFields } from './ModelFields.tsx';
import { useMixtureChoice } from './useMixtureChoice.ts';

export const BinaryMixture = memo(function BinaryMixture() {
  const { components } = useAppSelector(selectMixture);
  const { choose, error } = useMixtureChoice();
  const [first, second] = components;
  return (
    <section>
      <h2>Mixture</h2>
      <ComponentField
        label="Light component"
        path="mixture.components"
        value={first}
        error={error}
        onChange={(id) => choose((now) => [id, ...now.slice(1)])}
      />
      <ComponentField label="Heavy component" value={second} onChange={(id) => choose((now) => [...now.slice(0, 1), id])} />
      <ModelFields />
    </section>
  );
});
