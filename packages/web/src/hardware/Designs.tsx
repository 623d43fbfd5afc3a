/** Two designs side by side: as it is, and trays for packing or packing for trays, each at the pressure that it makes. */
import { NO_DROP, turned } from '@keen-ladder/core';
import type { HardwareDesign, LimitName, Show } from '@keen-ladder/core';
import type { ColumnUnit, HardwareInputs } from '@keen-ladder/schema';
import { Button } from 'antd';
import { hardwareBegun } from '../document/documentSlice.ts';
import { selectBrief } from '../document/showing.ts';
import { selectDesigns } from '../stops/standing.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';

const NAMES: Record<HardwareDesign['contact'], string> = { trays: 'trays', packing: 'packing', both: 'trays and packing' };

const LIMITS: Record<LimitName, string> = {
  flooding: 'flooding',
  drop: 'pressure drop',
  backup: 'downcomer backup',
  choking: 'downcomer velocity',
  residence: 'residence in downcomers',
  weeping: 'weeping',
  entrainment: 'entrainment',
  'weir-load': 'weir load',
  wetting: 'wetting',
};

export function Designs({ column, hardware }: { column: ColumnUnit; hardware: HardwareInputs }) {
  const dispatch = useAppDispatch();
  const show = useAppSelector(selectBrief);
  const facts = useAppSelector(selectDesigns);
  if (facts === null) return <p className="empty-sheet">Both are solved with the pressure that they make …</p>;
  const [own, other] = facts.designs;
  const rows = rowsOf(show);
  return (
    <div className="balance-scroll hardware-sheet">
      <h2 className="sheet-title">Two designs of this column</h2>
      <p className="quiet small">
        The other one is sized anew, with what is said here of its trays or packing. Bottom pressure, temperature and heat are those
        of the ladder solved again with the drop of each.
      </p>
      <table className="balance hardware-table" aria-label="Two designs of this column">
        <thead>
          <tr>
            <th />
            <th scope="col">as it is: {NAMES[own.contact]}</th>
            <th scope="col">instead: {NAMES[other.contact]}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{value(own)}</td>
              <td>{value(other)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={() => dispatch(hardwareBegun({ column: column.id, hardware: turned(hardware) }))}>
        Take {NAMES[other.contact]} instead
      </Button>
    </div>
  );
}

const rowsOf = (show: Show): readonly (readonly [name: string, value: (design: HardwareDesign) => string])[] => [
  ['diameter, from the top', ({ diameters }) => [...new Set(diameters.map((each) => show.quantity(each, 'length')))].join(' · ')],
  ['height, tangent to tangent', ({ height }) => show.quantity(height, 'length')],
  ['trays', ({ trays }) => (trays === 0 ? '–' : show.count(trays))],
  ['packing', ({ packing }) => (packing === 0 ? '–' : show.quantity(packing, 'length'))],
  ['pressure drop', ({ drop, noDrop }) => (drop === null ? NO_DROP[noDrop ?? 'unknown'] : show.quantity(drop, 'pressureDrop'))],
  ['pressure at the bottom', ({ bottom }) => (bottom === null ? 'no agreement' : show.pressure(bottom.P))],
  ['temperature at the bottom', ({ bottom }) => (bottom === null ? 'no agreement' : show.temperature(bottom.T))],
  [
    'heat of the reboiler',
    ({ bottom }) => (bottom === null ? 'no agreement' : bottom.heat === null ? '–' : show.quantity(bottom.heat, 'power')),
  ],
  ['mass of the empty vessel', ({ mass }) => show.quantity(mass, 'mass')],
  ['passes its limit of', ({ passed }) => (passed.length === 0 ? 'none' : passed.map((name) => LIMITS[name]).join(', '))],
];
