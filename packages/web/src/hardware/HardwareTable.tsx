/** Every rung with what its tray or bed does. */
import { hardwareRows } from '@keen-ladder/core';
import type { HardwareFacts } from '@keen-ladder/core';
import { selectDisplay, selectSite } from '../document/selectors.ts';
import { useAppSelector } from '../store/store.ts';
import { TakeAway } from '../ladder/TakeAway.tsx';
import { formatNumber } from '@keen-ladder/core';

interface Props {
  facts: HardwareFacts;
  pointed: number;
  onPoint: (rung: number) => void;
}

export function HardwareTable({ facts, pointed, onPoint }: Props) {
  const units = { display: useAppSelector(selectDisplay), site: useAppSelector(selectSite) };
  const [head = [], ...rows] = hardwareRows(facts, units);
  return (
    <div className="balance-scroll hardware-sheet">
      <div className="sheet-head">
        <h2 className="sheet-title">Rung by rung</h2>
        <TakeAway name="hardware" rows={() => hardwareRows(facts, units)} />
      </div>
      <table className="balance hardware-table" aria-label="Hardware, rung by rung">
        <thead>
          <tr>
            {head.map((name) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([rung = 0, ...values]) => (
            <tr key={rung} data-pointed={rung === pointed} onPointerEnter={() => onPoint(Number(rung))}>
              <th scope="row">{rung}</th>
              {values.map((value, k) => (
                <td key={head[k + 1]}>{typeof value === 'number' ? formatNumber(value, 4) : value}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
