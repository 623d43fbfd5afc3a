/** Every two components, and where their numbers come from, by word and by shape. */
import { pairStandings } from '@keen-ladder/core';
import type { PairKind } from '@keen-ladder/core';
import { useMemo } from 'react';
import { useAppSelector } from '../app/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { componentColor } from '../theme/componentColors.ts';

interface Props {
  chosen: readonly [number, number] | undefined;
  onChoose: (pair: [number, number]) => void;
}

const words: Record<PairKind, { shape: string; word: string; meaning: string }> = {
  published: { shape: '●', word: 'published', meaning: 'parameters from a source that is named' },
  fitted: { shape: '◆', word: 'fitted', meaning: 'fitted to measured data that this case keeps' },
  typed: { shape: '✎', word: 'set by you', meaning: 'typed in this case' },
  'by-groups': { shape: '◐', word: 'by groups', meaning: 'estimated from the groups of both molecules' },
  'dissolved-gas': { shape: '▲', word: 'Henry', meaning: 'a gas dissolved by Henry’s law' },
  'by-pure-components': { shape: '○', word: 'pure data', meaning: 'from the pure components alone' },
  'taken-as-zero': { shape: '□', word: 'kij = 0', meaning: 'no interaction is known: taken as nothing' },
  missing: { shape: '✕', word: 'missing', meaning: 'the model has nothing for it' },
};

/** A standing for every two, told by the names it belongs to. */
function usePairs() {
  const mixture = useAppSelector(selectMixture);
  return useMemo(() => {
    const standings = pairStandings(mixture);
    const of = (i: number, j: number) => {
      const [a, b] = [mixture.components[Math.min(i, j)]?.name, mixture.components[Math.max(i, j)]?.name];
      return standings.find(({ names }) => names[0] === a && names[1] === b);
    };
    return { components: mixture.components, of, kinds: [...new Set(standings.map(({ kind }) => kind))] };
  }, [mixture]);
}

export function PairMatrix({ chosen, onChoose }: Props) {
  const { components, of, kinds } = usePairs();
  return (
    <div className="balance-scroll pair-matrix">
      <table className="balance" aria-label="Where the numbers of each pair come from">
        <thead>
          <tr>
            <th />
            {components.slice(0, -1).map(({ id, name }) => (
              <th key={id} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {components.slice(1).map(({ id, name }, r) => (
            <tr key={id}>
              <th scope="row">
                <span className="swatch" style={{ background: componentColor(r + 1) }} />
                {name}
              </th>
              {components.slice(0, -1).map((other, c) => {
                if (c > r) return <td key={other.id} />;
                const standing = of(c, r + 1);
                const told = words[standing?.kind ?? 'missing'];
                return (
                  <td key={other.id}>
                    <button
                      type="button"
                      className="pair-cell"
                      aria-pressed={chosen?.[0] === c && chosen[1] === r + 1}
                      data-kind={standing?.kind ?? 'missing'}
                      title={standing?.source ?? told.meaning}
                      onClick={() => onChoose([c, r + 1])}
                    >
                      <span aria-hidden>{told.shape}</span> {told.word}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="pair-legend quiet small">
        {kinds.map((kind) => (
          <li key={kind}>
            <span aria-hidden>{words[kind].shape}</span> {words[kind].word}: {words[kind].meaning}
          </li>
        ))}
      </ul>
    </div>
  );
}
