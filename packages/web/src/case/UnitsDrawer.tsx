/** Units of one's own, one for each kind of quantity, and the conditions of the site that units count from. */
import { SHOWN_DIMENSIONS } from '@keen-ladder/schema';
import { unitsOf } from '@keen-ladder/core';
import { Drawer } from 'antd';
import type { ShownDimension } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { Utilities } from '../column/Utilities.tsx';
import { siteSet } from '../document/documentSlice.ts';
import { useUnitsChoice } from '../document/lastUnits.ts';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { ChoiceField } from '../fields/ChoiceField.tsx';
import { QuantityField } from '../fields/QuantityField.tsx';

const names: Record<ShownDimension, string> = {
  temperature: 'Temperature',
  temperatureDifference: 'Temperature difference',
  pressure: 'Pressure',
  pressureDrop: 'Pressure drop',
  molarFlow: 'Molar flow',
  massFlow: 'Mass flow',
  standardLiquidFlow: 'Standard liquid flow',
  standardGasFlow: 'Standard gas flow',
  volumeFlow: 'Actual volume flow',
  moleFraction: 'Mole fraction',
  massFraction: 'Mass fraction',
  volumeFraction: 'Volume fraction',
  power: 'Heat duty',
  molarEnergy: 'Molar enthalpy',
  density: 'Density',
  length: 'Length, diameter',
  smallLength: 'Small length',
  bedDrop: 'Pressure drop of a bed',
  fFactor: 'F-factor',
};

export function UnitsDrawer({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const chooseUnits = useUnitsChoice();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  return (
    <Drawer open title="Units and site" onClose={onClose} size={360}>
      <div className="drawer-fields">
        {SHOWN_DIMENSIONS.map((dimension) => (
          <ChoiceField
            key={dimension}
            label={names[dimension]}
            value={display[dimension]}
            options={unitsOf(dimension).map(({ id }) => ({ value: id, label: id }))}
            onChange={(unit) => chooseUnits({ [dimension]: unit })}
          />
        ))}
        <h2>Site</h2>
        <QuantityField
          label="Barometric pressure"
          path="site.barometricPressure"
          value={{ si: site.barometricPressure, dimension: 'pressure' }}
          step={0.01}
          note="the zero of gauge pressures"
          limits={{ from: 1e4, to: 2e5 }}
          onChange={(value, gesture) => value !== null && dispatch(siteSet({ barometricPressure: value.si }, gesture))}
        />
        <QuantityField
          label="Standard liquid at"
          path="site.standardTemperature"
          value={{ si: site.standardTemperature, dimension: 'temperature' }}
          step={1}
          note="the temperature of standard liquid volumes"
          limits={{ from: 250, to: 320 }}
          onChange={(value, gesture) => value !== null && dispatch(siteSet({ standardTemperature: value.si }, gesture))}
        />
        <Utilities />
        <p className="field-note">
          Standard gas volumes are of ideal gas: Nm³ at 0 °C and 101.325 kPa, Sm³ at 15 °C and 101.325 kPa, scf at 60 °F and 14.696
          psi.
        </p>
      </div>
    </Drawer>
  );
}
