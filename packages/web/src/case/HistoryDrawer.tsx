import { App, Button, Drawer } from 'antd';
import { useState } from 'react';
import { api } from '../api/client.ts';
import { failureOf, useHistoryQuery } from '../api/queries.ts';
import { useAppDispatch } from '../store/store.ts';
import { documentReplaced } from '../document/documentSlice.ts';

interface Props {
  caseId: string;
  onClose: () => void;
}

/** Every version that was saved; bringing one back is an edit like any other, and can be undone. */
export function HistoryDrawer({ caseId, onClose }: Props) {
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  const { data, error } = useHistoryQuery(caseId, { refetchOnMountOrArgChange: true });
  const [refused, setRefused] = useState<string | undefined>(undefined);
  const failure = refused ?? failureOf(error);
  const lines = data?.lines;
  const bringBack = async (version: number) => {
    try {
      dispatch(documentReplaced((await api.historic(caseId, version)).document));
      onClose();
      void message.info(`Version ${version} is back. Undo returns to what was here.`);
    } catch (reason) {
      setRefused(reason instanceof Error ? reason.message : String(reason));
    }
  };
  return (
    <Drawer title="Saved versions" open onClose={onClose} size={380}>
      {failure !== undefined && <p role="alert">{failure}</p>}
      {lines === undefined && failure === undefined && <p className="quiet">Loading …</p>}
      <ul className="bin-list">
        {lines?.map(({ version, savedAt }, k) => (
          <li key={version}>
            <span>
              Version {version}{' '}
              <span className="quiet small">
                {new Date(savedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'medium' })}
              </span>
            </span>
            {k === 0 ? <span className="quiet">newest</span> : <Button onClick={() => void bringBack(version)}>Bring back</Button>}
          </li>
        ))}
      </ul>
    </Drawer>
  );
}
