/** Hands stages, feeds, reflux, products and pressures on to the ladder; later says what handing on again would change. */
import { capital, quantityDimension, quantityName, readUnit, updatedLadder } from '@keen-ladder/core';
import type { LadderChange } from '@keen-ladder/core';
import { Button } from 'antd';
import { NavLink } from 'react-router';
import type { ColumnUnit, LadderInputs } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ladderCarried } from '../document/documentSlice.ts';
import { selectDocument } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';

interface Props {
  column: ColumnUnit;
  handed: LadderInputs;
  /** What the stages handed on rest on, where something better is known. */
  note?: string | undefined;
}

export function CarryOver({ column, handed, note }: Props) {
  const dispatch = useAppDispatch();
  const sentenceOf = useChangeSentence(column, handed);
  if (column.ladder === null)
    return (
      <div className="carry">
        <Button type="primary" onClick={() => dispatch(ladderCarried({ column: column.id, ladder: handed }))}>
          Carry over {handed.stages} stages
        </Button>
        <p className="quiet small">
          Makes the ladder, the column stage by stage, from these stages, feeds, reflux and pressures; what the sheet asks comes
          along as cards that are off.
        </p>
        {note !== undefined && <p className="sentence small">{note}</p>}
      </div>
    );
  const { ladder, changes } = updatedLadder(column.ladder, handed);
  return (
    <div className="carry">
      <Button type="primary" disabled={changes.length === 0} onClick={() => dispatch(ladderCarried({ column: column.id, ladder }))}>
        Update the ladder
      </Button>
      {note !== undefined && <p className="sentence small">{note}</p>}
      {changes.length === 0 ? (
        <p className="quiet small">
          <NavLink to="../ladder">The ladder</NavLink> stands as it was carried over.
        </p>
      ) : (
        <ul className="quiet small changes" aria-label="What the update would change">
          {changes.map((change) => (
            <li key={JSON.stringify(change.what)}>{sentenceOf(change)}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** "Reflux ratio: 2.1 → 1.8". */
function useChangeSentence(column: ColumnUnit, handed: LadderInputs): (change: LadderChange) => string {
  const document = useAppSelector(selectDocument);
  const show = useAppSelector(selectShowQuantity);
  return ({ what, from, to }) => {
    const counted = (name: string): string => `${capital(name)}: ${from ?? 'none'} → ${to ?? 'none'}`;
    if (what === 'stages') return counted('stages');
    if ('feed' in what) return counted(`stage of ${document.streams.find((s) => s.id === what.feed)?.name ?? 'the feed'}`);
    if ('draw' in what) return counted(`stage of ${column.draws.find((d) => d.id === what.draw)?.name ?? 'the draw'}`);
    const quantity = handed.targets.find(({ id }) => id === what.target)?.quantity;
    if (quantity === undefined) return '';
    const value = (si: number | null): string => (si === null ? 'none' : show(si, quantityDimension(quantity)));
    return `${capital(quantityName(readUnit(document, column), column, quantity))}: ${value(from)} → ${value(to)}`;
  };
}
