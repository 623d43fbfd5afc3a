import { componentsOf, newCaseDocument } from '@keen-ladder/core';
import type { ProjectSummary } from '@keen-ladder/schema';
import { Input, Modal } from 'antd';
import type { RefSelectProps } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { lastUnits } from '../document/lastUnits.ts';
import { ComponentSelect } from '../fields/ComponentSelect.tsx';

interface Chosen {
  id: string;
  name: string;
}

/** The first two are what a binary column needs; there may be as many as one likes. */
const LABELS = ['Light component', 'Heavy component'];

/** A name and the components, each chosen by Enter, which goes on to the next. All can be chosen later too. */
export function NewCaseDialog({ project, onClose }: { project: ProjectSummary; onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [places, setPlaces] = useState<(Chosen | undefined)[]>(LABELS.map(() => undefined));
  const [error, setError] = useState<string | undefined>(undefined);
  const selects = useRef<(RefSelectProps | null)[]>([]);
  const chosen = places.filter((c) => c !== undefined);
  const proposed = chosen.map((c) => c.name);
  const finalName = name.trim() !== '' ? name : proposed.length > 0 ? proposed.join(' – ') : 'New case';
  const choose = (k: number, component: Chosen) => {
    const next = places.map((before, place) => (place === k ? component : before));
    // There is always room for one more.
    setPlaces(next.includes(undefined) ? next : [...next, undefined]);
    window.setTimeout(() => selects.current[k + 1]?.focus());
  };
  const submit = async () => {
    try {
      const document = newCaseDocument();
      const ids = [...new Set(chosen.flatMap(({ id }) => componentsOf(id)))];
      const mixture = ids.length === 0 ? document.mixture : await api.mixture(ids);
      const display = lastUnits() ?? document.display;
      const made = await api.createCase(project.id, finalName.slice(0, MOST_LETTERS), {
        ...document,
        display,
        mixture: { ...mixture, measured: [] },
      });
      await navigate(`/cases/${made.id}`);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  return (
    <Modal
      open
      title={`New case in ${project.name}`}
      okText="Begin"
      onOk={() => void submit()}
      onCancel={onClose}
      afterOpenChange={(isOpen) => isOpen && selects.current[0]?.focus()}
      width={460}
    >
      {places.map((value, k) => {
        const label = LABELS[k] ?? (value === undefined ? 'Another component' : `Component ${k + 1}`);
        return (
          <label className="dialog-line" key={k}>
            <span>{label}</span>
            <ComponentSelect
              selectRef={(select) => {
                selects.current[k] = select;
              }}
              label={label}
              value={value}
              placeholder={k < LABELS.length ? 'choose, or leave for later' : 'none'}
              withReady={k >= LABELS.length}
              onChange={(component) => choose(k, component)}
            />
          </label>
        );
      })}
      <label className="dialog-line">
        <span>Name</span>
        <Input
          className="free-text"
          aria-label="Name of the new case"
          maxLength={MOST_LETTERS}
          value={name}
          placeholder={finalName}
          onChange={(event) => setName(event.target.value)}
          onPressEnter={() => void submit()}
        />
      </label>
      {error !== undefined && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
    </Modal>
  );
}

const MOST_LETTERS = 120;
