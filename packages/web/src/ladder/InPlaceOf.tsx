/** An action on a target that is not in force: another one gives way to it. */
import { quantityName, readUnit } from '@keen-ladder/core';
import { Button, Dropdown } from 'antd';
import type { ColumnUnit, LadderTarget } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { selectDocument } from '../document/selectors.ts';

interface Props {
  column: ColumnUnit;
  target: LadderTarget;
  words: string;
  /** @param instead the target that gives way; null where this one is in force already */
  onChosen: (instead: string | null) => void;
}

export function InPlaceOf({ column, target, words, onChosen }: Props) {
  const document = useAppSelector(selectDocument);
  const others = (column.ladder?.targets ?? []).filter((t) => t.isInForce && t.wish === 'equal' && t.id !== target.id);
  const button = (
    <Button type="link" size="small" {...(target.isInForce ? { onClick: () => onChosen(null) } : {})}>
      {words}
    </Button>
  );
  if (target.isInForce) return button;
  const inputs = readUnit(document, column);
  return (
    <Dropdown
      trigger={['click']}
      disabled={others.length === 0}
      menu={{
        items: others.map((t) => ({ key: t.id, label: `in place of ${quantityName(inputs, column, t.quantity)}` })),
        onClick: ({ key }) => onChosen(key),
      }}
    >
      {button}
    </Dropdown>
  );
}
