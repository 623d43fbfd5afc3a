import { findUnit, formatQuantity, shownUnit } from '@keen-ladder/core';
import { useAppSelector } from '../store/store.ts';
import { selectDisplay, selectMixture, selectSite } from '../document/selectors.ts';

/** Which component boils first, at one atmosphere. */
export function BoilingOrder() {
  const { components } = useAppSelector(selectMixture);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const unit = findUnit('temperature', shownUnit(display, 'temperature'));
  const known = components.filter((c) => c.normalBoilingPoint !== null);
  const sorted = known.toSorted((a, b) => (a.normalBoilingPoint?.value ?? 0) - (b.normalBoilingPoint?.value ?? 0));
  if (sorted.length === 0) return null;
  return (
    <section>
      <h2>Order of boiling</h2>
      <table className="figures-table" aria-label="Order of boiling">
        <thead>
          <tr>
            <th scope="col">alone, at 1.013 bar</th>
            <th scope="col">{unit.id}</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ id, name, normalBoilingPoint }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{formatQuantity(normalBoilingPoint?.value ?? 0, unit, site)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
