import { componentsOf } from '@keen-ladder/core';
import { Select } from 'antd';
import type { RefSelectProps } from 'antd';
import type { Ref } from 'react';
import type { ComponentOption } from './componentSearch.ts';
import { rememberComponent, useComponentSearch } from './useComponentSearch.ts';

interface Props {
  id?: string;
  label: string;
  /** The component chosen, by identifier and name. */
  value: { id: string; name: string } | undefined;
  placeholder: string;
  bordered?: boolean;
  /** For whoever moves the focus. */
  selectRef?: Ref<RefSelectProps>;
  /** Whether mixtures that go by one name may be chosen too. */
  withReady?: boolean;
  onChange: (chosen: { id: string; name: string }) => void;
}

/** A component of the databank (or a ready mixture, by its identifier), searched as it is typed. */
export function ComponentSelect({ id, label, value, placeholder, bordered = true, withReady = false, selectRef, onChange }: Props) {
  const { options, showSearch, loading } = useComponentSearch(
    value === undefined ? undefined : { value: value.id, label: value.name },
    withReady,
  );
  return (
    <Select<string | null, ComponentOption>
      {...(selectRef === undefined ? {} : { ref: selectRef })}
      {...(id === undefined ? {} : { id })}
      aria-label={label}
      {...(bordered ? {} : { className: 'choice', variant: 'borderless' as const })}
      // Nothing chosen is a value too: what is being typed stands when the last choice has been taken over.
      value={value?.id ?? null}
      options={options}
      showSearch={showSearch}
      loading={loading}
      placeholder={placeholder}
      popupMatchSelectWidth={false}
      onChange={(chosen) => {
        if (chosen === null) return;
        componentsOf(chosen).forEach(rememberComponent);
        onChange({ id: chosen, name: options.find((o) => o.value === chosen)?.label ?? chosen });
      }}
    />
  );
}
