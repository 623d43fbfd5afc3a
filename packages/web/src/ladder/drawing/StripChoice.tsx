/** Which strips are shown, in which basis and scale, and how stages are counted. */
import { SlidersOutlined } from '@ant-design/icons';
import { Button, Checkbox, Popover, Radio, Select } from 'antd';
import { useAppSelector } from '../../store/store.ts';
import { selectComponents } from '../../document/selectors.ts';
import { STRIPS } from './stripSettings.ts';
import type { StripKey, StripSettings } from './stripSettings.ts';

const names: Record<StripKey, string> = {
  temperature: 'temperature',
  pressure: 'pressure',
  flows: 'flows of liquid and vapour',
  liquid: 'composition of the liquid',
  vapour: 'composition of the vapour',
  volatility: 'relative volatility',
  K: 'K = y/x',
};

interface Props {
  settings: StripSettings;
  onChange: (change: Partial<StripSettings>) => void;
}

export function StripChoice({ settings, onChange }: Props) {
  const components = useAppSelector(selectComponents);
  const content = (
    <div className="strip-choice">
      <Checkbox.Group<StripKey>
        value={settings.shown}
        options={STRIPS.map((value) => ({ value, label: names[value] }))}
        onChange={(shown) => onChange({ shown: STRIPS.filter((key) => shown.includes(key)) })}
      />
      <Radio.Group
        aria-label="Basis"
        value={settings.basis}
        options={[
          { value: 'mole', label: 'by moles' },
          { value: 'mass', label: 'by mass' },
        ]}
        onChange={(event) => onChange({ basis: event.target.value === 'mass' ? 'mass' : 'mole' })}
      />
      <Checkbox checked={settings.isLogarithmic} onChange={(event) => onChange({ isLogarithmic: event.target.checked })}>
        compositions over powers of ten
      </Checkbox>
      <label className="strip-line">
        volatility over
        <Select
          size="small"
          aria-label="Volatility over"
          value={settings.reference ?? ''}
          options={[{ value: '', label: 'the heaviest' }, ...components.map(({ id, name }) => ({ value: id, label: name }))]}
          popupMatchSelectWidth={false}
          onChange={(id) => onChange({ reference: id === '' ? null : id })}
        />
      </label>
      <Radio.Group
        aria-label="Stages count from"
        value={settings.from}
        options={[
          { value: 'top', label: 'stages from the top' },
          { value: 'bottom', label: 'from the bottom' },
        ]}
        onChange={(event) => onChange({ from: event.target.value === 'bottom' ? 'bottom' : 'top' })}
      />
      <Checkbox checked={settings.isCondenserCounted} onChange={(event) => onChange({ isCondenserCounted: event.target.checked })}>
        the condenser counts as a stage
      </Checkbox>
    </div>
  );
  return (
    <Popover content={content} trigger="click" placement="bottomRight" title="Strips">
      <Button type="text" icon={<SlidersOutlined />}>
        Strips
      </Button>
    </Popover>
  );
}
