/** One case: opened, solved as it is edited, saved by itself. */
import { Button, Result } from 'antd';
import { useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { Outlet, useNavigate, useParams } from 'react-router';
import { ApiError } from '../api/client.ts';
import type { AppStore } from '../store/store.ts';
import { useAppSelector } from '../store/store.ts';
import { unitLookedAt } from '../document/placeSlice.ts';
import { followOthers } from '../engine/others.ts';
import { followDocument } from '../engine/solving.ts';
import { useSaver } from '../saving/SaverContext.tsx';
import { CaseHeader } from './CaseHeader.tsx';
import { ConflictDialog } from './ConflictDialog.tsx';
import { PrintHead } from './PrintHead.tsx';
import { Route } from './Route.tsx';

export function CasePage() {
  const { id = '' } = useParams();
  const saver = useSaver();
  const store = useStore() as AppStore; // the one store there is
  const [failure, setFailure] = useState<{ id: string; error: ApiError } | undefined>(undefined);
  const [attempt, setAttempt] = useState(0);
  const isOpen = useAppSelector((state) => state.saving.facts?.id === id);
  const name = useAppSelector((state) => state.saving.facts?.name);

  useEffect(() => {
    let stop: (() => void) | undefined;
    let left = false;
    saver
      .open(id)
      .then(() => {
        if (left) return;
        const stops = [followDocument(store), followOthers(store)];
        stop = () => stops.forEach((end) => end());
      })
      .catch((error: unknown) => {
        if (!left) setFailure({ id, error: error instanceof ApiError ? error : new ApiError('refused', String(error)) });
      });
    return () => {
      left = true;
      stop?.();
      saver.close();
      store.dispatch(unitLookedAt(null));
    };
  }, [id, saver, store, attempt]);
  useEffect(() => {
    document.title = name === undefined ? 'Keen Ladder' : `${name} · Keen Ladder`;
  }, [name]);

  if (failure?.id === id && !isOpen) {
    return (
      <NotOpened
        error={failure.error}
        onRetry={() => {
          setFailure(undefined);
          setAttempt(attempt + 1);
        }}
      />
    );
  }
  return (
    <div className="case">
      <CaseHeader />
      {isOpen ? (
        <>
          <PrintHead />
          <Route />
          <Outlet />
        </>
      ) : (
        <p className="loading" role="status">
          Opening the case …
        </p>
      )}
      <ConflictDialog />
    </div>
  );
}

function NotOpened({ error, onRetry }: { error: ApiError; onRetry: () => void }) {
  const navigate = useNavigate();
  return (
    <Result
      status="warning"
      title={error.kind === 'gone' ? 'This case is not there' : 'The case could not be opened'}
      subTitle={error.message}
      extra={[
        ...(error.kind === 'gone'
          ? []
          : [
              <Button key="again" type="primary" onClick={onRetry}>
                Try again
              </Button>,
            ]),
        <Button key="list" onClick={() => void navigate('/')}>
          To the list of cases
        </Button>,
      ]}
    />
  );
}
