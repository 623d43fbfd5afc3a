/** What the site has to cool and to heat with, and how near an exchanger comes to it. */
import type { CoolingLevel, CoolingName } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { siteSet } from '../document/documentSlice.ts';
import { selectSite } from '../document/selectors.ts';
import { QuantityField } from '../fields/QuantityField.tsx';

const coolants: Record<CoolingName, string> = { water: 'Cooling water', air: 'Air', refrigerant: 'Refrigerant' };

export function Utilities() {
  const dispatch = useAppDispatch();
  const { cooling, heating } = useAppSelector(selectSite);
  return (
    <>
      {(Object.keys(coolants) as CoolingName[]).map((name) => (
        <Level
          key={name}
          label={coolants[name]}
          path={`site.cooling.${name}`}
          level={cooling[name]}
          onChange={(level, gesture) => dispatch(siteSet({ cooling: { ...cooling, [name]: level } }, gesture))}
        />
      ))}
      <Level
        label="Heating medium"
        path="site.heating"
        level={heating}
        onChange={(level, gesture) => dispatch(siteSet({ heating: level }, gesture))}
      />
    </>
  );
}

interface LevelProps {
  label: string;
  path: string;
  level: CoolingLevel;
  onChange: (level: CoolingLevel, gesture: string) => void;
}

function Level({ label, path, level, onChange }: LevelProps) {
  return (
    <section>
      <QuantityField
        label={label}
        path={`${path}.temperature`}
        value={{ si: level.temperature, dimension: 'temperature' }}
        step={1}
        limits={{ from: 50, to: 1000 }}
        onChange={(value, gesture) => value !== null && onChange({ ...level, temperature: value.si }, gesture)}
      />
      <QuantityField
        label={`${label}: approach`}
        path={`${path}.approach`}
        value={{ si: level.approach, dimension: 'temperatureDifference' }}
        step={1}
        limits={{ from: 0, to: 200 }}
        onChange={(value, gesture) => value !== null && onChange({ ...level, approach: value.si }, gesture)}
      />
    </section>
  );
}
