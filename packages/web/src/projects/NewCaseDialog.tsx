import { newCaseDocument } from '@keen-ladder/schema';
import type { ProjectSummary } from '@keen-ladder/schema';
import { Input, Modal } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { ComponentSelect } from '../fields/ComponentSelect.tsx';

interface Chosen {
  id: string;
  name: string;
}

/** A name and two components: enough to see an equilibrium curve. Both can be chosen later too. */
export function NewCaseDialog({ project, onClose }: { project: ProjectSummary; onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [light, setLight] = useState<Chosen | undefined>(undefined);
  const [heavy, setHeavy] = useState<Chosen | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const chosen = [light, heavy].filter((c) => c !== undefined);
  const proposed = chosen.map((c) => c.name);
  const finalName = name.trim() !== '' ? name : proposed.length > 0 ? proposed.join(' – ') : 'New case';
  const submit = async () => {
    try {
      const document = newCaseDocument();
      const mixture = chosen.length === 0 ? document.mixture : await api.mixture(chosen.map((c) => c.id));
      const made = await api.createCase(project.id, finalName, { ...document, mixture: { ...mixture, measured: [] } });
      await navigate(`/cases/${made.id}`);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  const choice = (label: string, value: Chosen | undefined, onChange: (chosen: Chosen) => void) => (
    <label className="dialog-line">
      <span>{label}</span>
      <ComponentSelect label={label} value={value} placeholder="choose, or leave for later" onChange={onChange} />
    </label>
  );
  return (
    <Modal open title={`New case in ${project.name}`} okText="Begin" onOk={() => void submit()} onCancel={onClose} width={460}>
      {choice('Light component', light, setLight)}
      {choice('Heavy component', heavy, setHeavy)}
      <label className="dialog-line">
        <span>Name</span>
        <Input
          className="free-text"
          aria-label="Name of the new case"
          maxLength={120}
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
