/** The model of a mixture, and what can be chosen beside it. */
import { explainProposal, henrySolutes, isCubic, isEquationOfState, MODEL_WORDS, proposeModel } from '@keen-ladder/core';
import { Button, Select } from 'antd';
import { memo, useMemo } from 'react';
import type { Mixture, ModelName, ModelOptions } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { modelChosen, modelOptionsChosen, proposalTaken } from '../document/documentSlice.ts';
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

/** Which model the data and the pressure speak for and why, with one click to take it where another is chosen. */
function Proposed({ mixture }: { mixture: Mixture }) {
  const dispatch = useAppDispatch();
  const pressure = useAppSelector(selectPressure);
  const proposal = useMemo(() => proposeModel(mixture, pressure), [mixture, pressure]);
  if (mixture.components.length < 2) return null;
  const why = proposal.reasons.map(explainProposal).join(' ');
  const isOther = proposal.model !== mixture.model;
  const isOtherVapour = !isEquationOfState(proposal.model) && proposal.options.vapour !== mixture.options.vapour;
  if (!isOther && !isOtherVapour) return <>{why}</>;
  const vapour = vapours.find(({ value }) => value === proposal.options.vapour)?.label ?? '';
  return (
    <>
      {`Proposed: ${MODEL_WORDS[proposal.model]}${isOtherVapour ? `, vapour: ${vapour}` : ''}. ${why} `}
      <Button
        type="link"
        size="small"
        onClick={() => dispatch(proposalTaken({ model: proposal.model, options: proposal.options }))}
      >
        take it
      </Button>
    </>
  );
}

const vapours: { value: ModelOptions['vapour']; label: string }[] = [
  { value: 'ideal', label: 'ideal gas' },
  { value: 'virial', label: 'virial equation' },
  { value: 'dimers', label: 'acids in pairs' },
];

const routes: { value: ModelOptions['enthalpy']; label: string }[] = [
  { value: 'better-founded', label: 'by the better data' },
  { value: 'heat-of-vaporisation', label: 'via vaporisation' },
  { value: 'liquid-heat-capacity', label: 'via heat capacity' },
];

const volumes: { value: NonNullable<ModelOptions['volumes']>; label: string }[] = [
  { value: 'of-densities', label: 'by density data' },
  { value: 'of-equation', label: 'the equation’s own' },
];

const heatsOfMixing: { value: NonNullable<ModelOptions['heatOfMixing']>; label: string }[] = [
  { value: 'by-model', label: 'by the model' },
  { value: 'none', label: 'left out' },
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
function ModelDetails({ mixture }: { mixture: Mixture }) {
  const { model, options } = mixture;
  const dispatch = useAppDispatch();
  const set = (change: Partial<ModelOptions>) => dispatch(modelOptionsChosen(change));
  return (
    <details className="more">
      <summary>More on the model</summary>
      {isEquationOfState(model) ? (
        <>
          <ChoiceField label="Attraction" value={options.alpha} options={alphas} onChange={(alpha) => set({ alpha })} />
          <ChoiceField
            label="Liquid volumes"
            value={options.volumes ?? 'of-equation'}
            options={volumes}
            onChange={(chosen) => set({ volumes: chosen })}
          />
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
          <DissolvedGases mixture={mixture} />
          <ChoiceField
            label="Liquid enthalpy"
            value={options.enthalpy}
            options={routes}
            onChange={(enthalpy) => set({ enthalpy })}
          />
          <ChoiceField
            label="Heat of mixing"
            value={options.heatOfMixing ?? 'by-model'}
            options={heatsOfMixing}
            onChange={(heatOfMixing) => set({ heatOfMixing })}
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
function DissolvedGases({ mixture }: { mixture: Mixture }) {
  const { components, options } = mixture;
  const dispatch = useAppDispatch();
  const solutes = henrySolutes(mixture);
  const set = (henry: ModelOptions['henry']) => dispatch(modelOptionsChosen({ henry }));
  return (
    <Field
      label="Dissolved by Henry’s law"
      note={options.henry === 'by-data' ? 'as proposed' : <AsProposed onClick={() => set('by-data')} />}
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
