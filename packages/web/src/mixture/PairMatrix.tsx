/** Every two components, and where their numbers come from, by word and by shape. */
import { pairStandings } from '@keen-ladder/core';
import { useMemo } from 'react';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { componentColor } from '../theme/componentColors.ts';
import { FillMissing } from './FillMissing.tsx';
import { pairWords } from './pairWords.ts';

interface Props {
  chosen: readonly [number, number] | undefined;
  onChoose: (pair: [number, number]) => void;
  /** Pa: groups are asked around the boiling points there. */
  P: number;
}

/** A standing for every two, told by the names it belongs to. */
function usePairs() {
  const mixture = useAppSelector(selectMixture);
  return useMemo(() => {
    const standings = pairStandings(mixture);
    const byNames = new Map(standings.map((standing) => [standing.names.join('\n'), standing]));
    const of = (i: number, j: number) => byNames.get([mixture.components[i]?.name, mixture.components[j]?.name].join('\n'));
    return { components: mixture.components, of, kinds: [...new Set(standings.map(({ kind }) => kind))] };
  }, [mixture]);
}

export function PairMatrix({ chosen, onChoose, P }: Props) {
  const { components, of, kinds } = usePairs();
  const isDense = components.length > MOST_IN_WORDS;
  const legend = (
    <ul className="pair-legend quiet small">
      {kinds.map((kind) => (
        <li key={kind}>
          <span aria-hidden>{pairWords[kind].shape}</span> {pairWords[kind].word}: {pairWords[kind].meaning}
        </li>
      ))}
    </ul>
  );
  return (
    <div className={isDense ? 'balance-scroll pair-matrix dense' : 'balance-scroll pair-matrix'}>
      {kinds.includes('missing') && <FillMissing P={P} />}
      {isDense && legend}
      <table className="balance" aria-label="Where the numbers of each pair come from">
        <thead>
          <tr>
            <th />
            {components.slice(0, -1).map(({ id, name }) => (
              <th key={id} scope="col">
                <span className="pair-column">{name}</span>
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
                const told = pairWords[standing?.kind ?? 'missing'];
                return (
                  <td key={other.id}>
                    <button
                      type="button"
                      className="pair-cell"
                      aria-pressed={chosen?.[0] === c && chosen[1] === r + 1}
                      data-kind={standing?.kind ?? 'missing'}
                      title={isDense ? `${other.name} + ${name}: ${told.word}` : (standing?.source ?? told.meaning)}
                      onClick={() => onChoose([c, r + 1])}
                    >
                      <span aria-hidden>{told.shape}</span> <span className={isDense ? 'unseen' : undefined}>{told.word}</span>
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {!isDense && legend}
    </div>
  );
}

/** Components of which every pair can stand in words; of more the shape alone, its word for who points or listens. */
const MOST_IN_WORDS = 7;
