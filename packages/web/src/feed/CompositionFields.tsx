/** A feed's composition, component by component, in any basis; a column of numbers from a spreadsheet can be pasted into it. */
import {
  capital,
  formatFraction,
  isFlowBasis,
  parseQuantity,
  readyMixtures,
  rebased,
  findUnit,
  shownUnit,
} from '@keen-ladder/core';
import type { Dimension } from '@keen-ladder/core';
import { App, Button, Select } from 'antd';
import type { ClipboardEvent } from 'react';
import type { Composition, CompositionBasis, Stream } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { amountSet, compositionSet, partSet } from '../document/documentSlice.ts';
import { selectComponents, selectDisplay, selectSite } from '../document/selectors.ts';
import { newGesture } from '../document/gesture.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { selectStreamFacts } from '../stops/standing.ts';
import { completed, pastedNumbers, scaledToOne, sumOf } from './composition.ts';

const dimensions: Record<CompositionBasis, Dimension> = {
  mole: 'moleFraction',
  mass: 'massFraction',
  volume: 'volumeFraction',
  'molar-flow': 'molarFlow',
  'mass-flow': 'massFlow',
};

const bases: { value: CompositionBasis; label: string }[] = [
  { value: 'mole', label: 'mole fractions' },
  { value: 'mass', label: 'mass fractions' },
  { value: 'volume', label: 'liquid volume fractions' },
  { value: 'molar-flow', label: 'molar flows' },
  { value: 'mass-flow', label: 'mass flows' },
];

export function CompositionFields({ stream }: { stream: Stream }) {
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  const components = useAppSelector(selectComponents);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const molarFlow = useAppSelector((state) => selectStreamFacts(state, stream.id)?.molarFlow);
  const { composition } = stream;
  const dimension = dimensions[composition.basis];
  const path = `streams.${stream.id}.composition`;
  if (components.length === 0) return null;

  const set = (next: Composition, gesture?: string) => dispatch(compositionSet({ stream: stream.id, composition: next }, gesture));
  const changeBasis = (basis: CompositionBasis) => {
    if (isFlowBasis(basis) && molarFlow === undefined && !isFlowBasis(composition.basis)) {
      set({ basis, parts: {} });
      return;
    }
    const gesture = newGesture();
    if (isFlowBasis(composition.basis) && !isFlowBasis(basis) && molarFlow !== undefined)
      dispatch(amountSet({ stream: stream.id, amount: { value: molarFlow, basis: 'molar' } }, gesture));
    set(rebased(components, composition, basis, site.standardTemperature, molarFlow ?? 0), gesture);
  };
  /** Several lines are a column: they fill this field and those beneath. */
  const onPaste = (event: ClipboardEvent, from: number) => {
    const lines = pastedNumbers(event.clipboardData.getData('text'));
    if (lines.length < 2) return;
    event.preventDefault();
    const unit = findUnit(dimension, shownUnit(display, dimension));
    const parts = { ...composition.parts };
    for (const [k, text] of lines.entries()) {
      const component = components[from + k];
      const parsed = parseQuantity(text, [dimension], unit, site);
      if (component === undefined || !parsed.ok) {
        void message.error(
          component === undefined
            ? `${lines.length} numbers were pasted for ${components.length - from} components. Nothing was changed.`
            : `“${text}”, for ${component.name}, could not be read. Nothing was changed.`,
        );
        return;
      }
      parts[component.id] = parsed.value.value;
    }
    set({ ...composition, parts });
  };
  return (
    <section data-path={path}>
      <div className="section-head">
        <h2>Composition</h2>
        <Select
          variant="borderless"
          size="small"
          aria-label="Basis of the composition"
          popupMatchSelectWidth={false}
          options={bases}
          value={composition.basis}
          onChange={changeBasis}
        />
      </div>
      {components.map(({ id, name }, k) => (
        <div key={id} onPasteCapture={(event) => onPaste(event, k)}>
          <QuantityField
            label={capital(name)}
            path={`${path}.${id}`}
            value={composition.parts[id] === undefined ? null : { si: composition.parts[id], dimension }}
            dimensions={[dimension]}
            step={isFlowBasis(composition.basis) ? 1 : 0.01}
            placeholder="none"
            onChange={(value, gesture) => dispatch(partSet({ stream: stream.id, component: id, part: value?.si }, gesture))}
          />
        </div>
      ))}
      <ReadyFill components={components} composition={composition} onFill={(next) => set(next)} />
      {!isFlowBasis(composition.basis) && <Sum stream={stream} onChange={set} />}
    </section>
  );
}

/** Offers the composition of a mixture that goes by one name, where nothing is entered and all of it is there. */
function ReadyFill({ components, composition, onFill }: ReadyFillProps) {
  if (Object.keys(composition.parts).length > 0 || isFlowBasis(composition.basis)) return null;
  const ids = components.map(({ id }) => id);
  return readyMixtures
    .filter(({ parts }) => Object.keys(parts).every((id) => ids.includes(id)))
    .map(({ id, name, parts, source }) => (
      <Button key={id} type="link" size="small" title={source} onClick={() => onFill({ basis: 'mole', parts })}>
        fill in dry {name}
      </Button>
    ));
}

interface ReadyFillProps {
  components: readonly { id: string }[];
  composition: Composition;
  onFill: (next: Composition) => void;
}

/** Says when the parts are not one, with the ways to mend it. */
function Sum({ stream, onChange }: { stream: Stream; onChange: (next: Composition) => void }) {
  const components = useAppSelector(selectComponents);
  const { composition } = stream;
  const sum = sumOf(components, composition);
  if (sum === 0 || Math.abs(sum - 1) <= 1e-9) return null;
  return (
    <div className="mend">
      <div className="field-error" role="alert">
        The parts add up to {formatFraction(sum)}, not 1.
      </div>
      <Button onClick={() => onChange(scaledToOne(components, composition))}>Scale all to 1</Button>
      <Select
        aria-label="Let one component take the rest"
        placeholder="let one take the rest"
        popupMatchSelectWidth={false}
        options={components
          .filter(({ id }) => completed(components, composition, id) !== undefined)
          .map(({ id, name }) => ({ value: id, label: `${name} takes the rest` }))}
        onChange={(id: string) => {
          const next = completed(components, composition, id);
          if (next !== undefined) onChange(next);
        }}
      />
    </div>
  );
}
