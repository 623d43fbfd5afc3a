import { components } from '@keen-ladder/core';
import { mixtureOf, newCaseDocument } from '@keen-ladder/schema';
import type { ProjectSummary } from '@keen-ladder/schema';
import { Input, Modal, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { componentOptions, componentSearch } from '../fields/componentSearch.ts';

/** A name and two components: enough to see an equilibrium curve. Both can be chosen later too. */
export function NewCaseDialog({ project, onClose }: { project: ProjectSummary; onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [light, setLight] = useState<string | undefined>(undefined);
  const [heavy, setHeavy] = useState<string | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const proposed = [light, heavy].map((id) => components.find((c) => c.id === id)?.name).filter((n) => n !== undefined);
  const finalName = name.trim() !== '' ? name : proposed.length > 0 ? proposed.join(' – ') : 'New case';
  const submit = async () => {
    try {
      const ids = [light, heavy].filter((id) => id !== undefined);
      const made = await api.createCase(project.id, finalName, { ...newCaseDocument(), mixture: mixtureOf(ids) });
      await navigate(`/cases/${made.id}/graph`);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  const choice = (label: string, value: string | undefined, onChange: (id: string) => void) => (
    <label className="dialog-line">
      <span>{label}</span>
      <Select
        aria-label={label}
        {...(value === undefined ? {} : { value })}
        options={componentOptions}
        showSearch={componentSearch}
        placeholder="choose, or leave for later"
        onChange={onChange}
      />
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
