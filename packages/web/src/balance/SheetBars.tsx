/** Feed and products as bars of their components, all to one scale. */
import { capital, formatNumber } from '@keen-ladder/core';
import type { BalanceResult } from '@keen-ladder/core';
import { useAppSelector } from '../app/store.ts';
import { selectComponents } from '../document/selectors.ts';
import { componentColor } from '../theme/componentColors.ts';
import { fedTotal } from './places.ts';
import type { View } from './places.ts';

export function SheetBars({ result, view }: { result: BalanceResult; view: View }) {
  const components = useAppSelector(selectComponents);
  const count = (k: number): number => (view === 'mass' ? (components[k]?.molarMass.value ?? 0) : 1);
  const whole = fedTotal(result.feed, count);
  if (!(whole > 0)) return null;
  const width = result.products.length;
  const lines = [
    { name: 'Feed', flows: result.feed },
    ...result.products.map(({ name }, p) => ({
      name: capital(name),
      flows: components.map((_, i) => result.flows[i * width + p] ?? 0),
    })),
  ];
  return (
    <dl className="bars">
      {lines.map(({ name, flows }) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>
            {flows.map((flow, k) => (
              <span
                key={components[k]?.id ?? k}
                className="bar"
                title={`${components[k]?.name ?? ''}: ${formatNumber((100 * flow * count(k)) / whole, 3)} % of the feed`}
                style={{ width: `${(100 * flow * count(k)) / whole}%`, background: componentColor(k) }}
              />
            ))}
          </dd>
        </div>
      ))}
    </dl>
  );
}
