import type { BinItem } from '@keen-ladder/schema';
import { Button, Drawer } from 'antd';
import { failureOf, useBinQuery, useRestoreCaseMutation, useRestoreProjectMutation } from '../api/queries.ts';

/** What was deleted, each with its way back. */
export function BinDrawer({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { data, error } = useBinQuery(undefined, { skip: !open, refetchOnMountOrArgChange: true });
  const [restoreCase, ofCase] = useRestoreCaseMutation();
  const [restoreProject, ofProject] = useRestoreProjectMutation();
  const failure = failureOf(error ?? ofCase.error ?? ofProject.error);
  const restore = ({ kind, id }: BinItem) => (kind === 'case' ? restoreCase(id) : restoreProject(id));
  return (
    <Drawer title="Bin" open={open} onClose={onClose} size={380}>
      {failure !== undefined && <p role="alert">{failure}</p>}
      {data?.items.length === 0 && <p className="quiet">The bin is empty.</p>}
      <ul className="bin-list">
        {data?.items.map((item) => (
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
