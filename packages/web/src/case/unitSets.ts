import type { CaseDocument } from '@keen-ladder/schema';

export interface UnitSet {
  name: string;
  title: string;
  units: CaseDocument['display'];
}

export const unitSets: UnitSet[] = [
  {
    name: 'metric',
    title: 'metric units',
    units: { temperature: '°C', pressure: 'bar', molarFlow: 'kmol/h', massFlow: 'kg/h', power: 'kW' },
  },
  {
    name: 'si',
    title: 'SI units',
    units: { temperature: 'K', pressure: 'kPa', molarFlow: 'mol/s', massFlow: 'kg/s', power: 'kW' },
  },
  {
    name: 'us',
    title: 'US units',
    units: { temperature: '°F', pressure: 'psi', molarFlow: 'lbmol/h', massFlow: 'lb/h', power: 'MMBtu/h' },
  },
];
