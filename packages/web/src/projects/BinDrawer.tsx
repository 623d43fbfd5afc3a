import type { BinItem } from '@keen-ladder/schema';
import { Button, Drawer } from 'antd';
import { useEffect, useState } from 'react';
import { api } from '../api/client.ts';

interface Props {
  open: boolean;
  /** The list of cases as it stands: when it changes under an open drawer, the bin may have too. */
  listed: unknown;
  onClose: () => void;
  onChanged: () => Promise<void>;
}

/** What was deleted, each with its way back. */
export function BinDrawer({ open, listed, onClose, onChanged }: Props) {
  const [items, setItems] = useState<BinItem[] | undefined>(undefined);
  const [failure, setFailure] = useState<string | undefined>(undefined);
  const load = async () => {
    try {
      setItems((await api.bin()).items);
      setFailure(undefined);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  };
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- it is set when the server has answered, not in this turn
    if (open) void load();
  }, [open, listed]);
  const restore = async ({ kind, id }: BinItem) => {
    await (kind === 'case' ? api.restoreCase(id) : api.restoreProject(id));
    await Promise.all([load(), onChanged()]);
  };
  return (
    <Drawer title="Bin" open={open} onClose={onClose} size={380}>
      {failure !== undefined && <p role="alert">{failure}</p>}
      {items?.length === 0 && <p className="quiet">The bin is empty.</p>}
      <ul className="bin-list">
        {items?.map((item) => (
          <li key={item.id}>
            <span>
              {item.name} <span className="quiet small">{item.kind}</span>
            </span>
            <Button onClick={() => void restore(item)}>Take back</Button>
          </li>
        ))}
      </ul>
    </Drawer>
  );
}
