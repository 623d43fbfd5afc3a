/** One rung by every method that is known: their spread is information. */
import { formatNumber, METHOD_NAMES } from '@keen-ladder/core';
import type { ByMethod, HardwareFacts, RungRating } from '@keen-ladder/core';
import { selectBrief } from '../document/showing.ts';
import { useAppSelector } from '../store/store.ts';

interface Props {
  facts: HardwareFacts;
  pointed: number;
}

interface Row {
  what: string;
  method: string;
  value: string;
  range: string;
}

export function MethodsTable({ facts, pointed }: Props) {
  const show = useAppSelector(selectBrief);
  const all = facts.sections.flatMap(({ rungs }) => rungs);
  const worst = facts.sections[0]?.limits[0]?.rung ?? 0;
  const rung = all.find((each) => each.rung === pointed) ?? all.find((each) => each.rung === worst) ?? all[0];
  if (rung === undefined) return null;
  const percent = (value: number): string => `${formatNumber(100 * value, 3)} %`;
  const rowsOf = (what: string, list: readonly ByMethod<string>[] | undefined, shown: (value: number) => string): Row[] =>
    (list ?? []).map(({ method, value, outside }) => ({
      what,
      method: METHOD_NAMES[method] ?? method,
      value: shown(value),
      range: outside
        .map(
          (one) =>
            `${one.what} ${show.quantity(one.value, one.measured)}, of ${show.quantity(one.least, one.measured)} to ${show.quantity(one.most, one.measured)}`,
        )
        .join('; '),
    }));
  const rows = rungRows(rung, rowsOf, percent, show);
  return (
    <div className="balance-scroll hardware-sheet">
      <h2 className="sheet-title">Rung {rung.rung} by every method</h2>
      <p className="quiet small">
        What each method says of this rung. Where it was measured for other values, they are told beside it.
      </p>
      <table className="balance hardware-table" aria-label={`Rung ${rung.rung} by every method`}>
        <thead>
          <tr>
            <th scope="col">quantity</th>
            <th scope="col" className="words">
              method
            </th>
            <th scope="col">value</th>
            <th scope="col" className="words">
              outside its range
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ what, method, value, range }) => (
            <tr key={what + method}>
              <th scope="row">{what}</th>
              <td className="words">{method}</td>
              <td>{value}</td>
              <td className="words quiet">{range}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

type RowsOf = (what: string, list: readonly ByMethod<string>[] | undefined, shown: (value: number) => string) => Row[];

const rungRows = (
  { tray, bed }: RungRating,
  rowsOf: RowsOf,
  percent: (value: number) => string,
  show: { quantity: (value: number, dimension: 'smallLength' | 'bedDrop' | 'length' | 'velocity') => string },
): Row[] => [
  ...rowsOf('share of flooding', tray?.floodings ?? bed?.floodings, percent),
  ...rowsOf('liquid carried up, kg/kg vapour', tray?.entrainments, (value) => formatNumber(value, 3)),
  ...rowsOf('dry drop, of liquid', tray?.dryDrops, (value) => show.quantity(value, 'smallLength')),
  ...rowsOf('holes weep below, at turn-down', tray?.weepings, (value) => show.quantity(value, 'velocity')),
  ...rowsOf('Murphree’s efficiency', tray?.efficiencies, percent),
  ...rowsOf('drop of the bed', bed?.drops, (value) => show.quantity(value, 'bedDrop')),
  ...rowsOf('height of a stage', bed?.hetps, (value) => show.quantity(value, 'length')),
];
