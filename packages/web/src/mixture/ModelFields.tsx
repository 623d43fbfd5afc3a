/** The model of a mixture, and what can be chosen beside it. */
import { explainProposal, henrySolutes, isCubic, isEquationOfState, MODEL_WORDS, proposeModel } from '@keen-ladder/core';
import type { Mixture, ModelName, ModelOptions } from '@keen-ladder/core';
import { Button, Select } from 'antd';
import { memo, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { modelChosen, modelOptionsChosen } from '../document/documentSlice.ts';
import { selectMixture, selectPressure } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { Field } from '../fields/Field.tsx';

const modelOptions = (Object.keys(MODEL_WORDS) as ModelName[]) // the keys of the record are the names
  .map((value) => ({ value, label: MODEL_WORDS[value] }));

export const ModelFields = memo(function ModelFields() {
  const dispatch = useAppDispatch();
  const mixture = useAppSelector(selectMixture);
  return (
    <>
      <ChoiceField
        label="Model"
        path="mixture.model"
        value={mixture.model}
        options={modelOptions}
        onChange={(model) => dispatch(modelChosen(model))}
        note={<Proposed mixture={mixture} />}
      />
      {mixture.components.length > 0 && <ModelDetails mixture={mixture} />}
    </>
  );
});

/** Which model the data speak for and why; silent about the model when it is the one chosen. */
function Proposed({ mixture }: { mixture: Mixture }) {
  const pressure = useAppSelector(selectPressure);
  const proposal = useMemo(() => proposeModel(mixture, pressure), [mixture, pressure]);
  if (mixture.components.length < 2) return null;
  const why = proposal.reasons.map(explainProposal).join(' ');
  return <>{proposal.model === mixture.model ? why : `Proposed: ${MODEL_WORDS[proposal.model]}. ${why}`}</>;
}

const vapours: { value: ModelOptions['vapour']; label: string }[] = [
  { value: 'ideal', label: 'ideal gas' },
  { value: 'virial', label: 'virial equation' },
  { value: 'dimers', label: 'acids in pairs' },
];

const routes: { value: ModelOptions['enthalpy']; label: string }[] = [
  { value: 'heat-of-vaporisation', label: 'via vaporisation' },
  { value: 'liquid-heat-capacity', label: 'via heat capacity' },
];

const yesNo = [
  { value: 'no', label: 'no' },
  { value: 'yes', label: 'yes' },
] as const;

const alphas: { value: ModelOptions['alpha']; label: string }[] = [
  { value: 'acentric', label: 'by acentric factor' },
  { value: 'twu', label: 'Twu, fitted to each' },
];

/** What most cases leave as it is. */
function ModelDetails({ mixture: { components, model, options } }: { mixture: Mixture }) {
  const dispatch = useAppDispatch();
  const set = (change: Partial<ModelOptions>) => dispatch(modelOptionsChosen(change));
  return (
    <details className="more">
      <summary>More on the model</summary>
      {isEquationOfState(model) ? (
        <>
          <ChoiceField label="Attraction" value={options.alpha} options={alphas} onChange={(alpha) => set({ alpha })} />
          {isCubic(model) && (
            <ChoiceField
              label="Unknown kij by groups"
              value={options.predictInteractions ? 'yes' : 'no'}
              options={[...yesNo]}
              onChange={(answer) => set({ predictInteractions: answer === 'yes' })}
            />
          )}
        </>
      ) : (
        <>
          <ChoiceField label="Vapour" value={options.vapour} options={vapours} onChange={(vapour) => set({ vapour })} />
          <DissolvedGases components={components} options={options} />
          <ChoiceField
            label="Liquid enthalpy"
            value={options.enthalpy}
            options={routes}
            onChange={(enthalpy) => set({ enthalpy })}
          />
          <ChoiceField
            label="Poynting factor"
            value={options.poynting ? 'yes' : 'no'}
            options={[...yesNo]}
            onChange={(answer) => set({ poynting: answer === 'yes' })}
          />
        </>
      )}
    </details>
  );
}

/** Which components are taken as gases dissolved by Henry's law; as proposed: those above their critical temperature at 40 °C. */
function DissolvedGases({ components, options }: Pick<Mixture, 'components' | 'options'>) {
  const dispatch = useAppDispatch();
  const solutes = henrySolutes({ components, options });
  const set = (henry: ModelOptions['henry']) => dispatch(modelOptionsChosen({ henry }));
  return (
    <Field
      label="Dissolved by Henry’s law"
      note={options.henry === 'auto' ? 'as proposed' : <AsProposed onClick={() => set('auto')} />}
    >
      {({ id }) => (
        <Select<string[]>
          id={id}
          mode="multiple"
          aria-label="Dissolved by Henry’s law"
          className="many"
          placeholder="none"
          value={solutes}
          options={components.map((c) => ({ value: c.id, label: c.name }))}
          popupMatchSelectWidth={false}
          onChange={set}
        />
      )}
    </Field>
  );
}

function AsProposed({ onClick }: { onClick: () => void }) {
  return (
    <Button type="link" size="small" onClick={onClick}>
      take them as proposed
    </Button>
  );
}
