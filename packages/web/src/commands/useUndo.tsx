/** Undo and redo, which say what they changed and where that is. */
import { App, Button } from 'antd';
import { useMemo } from 'react';
import { useStore } from 'react-redux';
import { ActionCreators } from 'redux-undo';
import type { AppStore } from '../store/store.ts';
import { changed, changedWords, hasField } from '../document/changed.ts';
import { useGoToField } from '../stops/useGoToField.ts';

const KEY = 'undone';
/** Seconds. */
const SHOWN = 4;

interface Around {
  store: AppStore;
  message: ReturnType<typeof App.useApp>['message'];
  goToField: (path: string) => void;
}

function step({ store, message, goToField }: Around, action: ReturnType<typeof ActionCreators.undo>, words: string): void {
  const before = store.getState().document.present;
  store.dispatch(action);
  const what = changed(before, store.getState().document.present);
  if (what === undefined) return;
  const go = () => {
    message.destroy(KEY);
    goToField(what.path);
  };
  void message.open({
    key: KEY,
    duration: SHOWN,
    content: (
      <>
        {words}: {changedWords(what)}.{' '}
        {hasField(what) && (
          <Button type="link" size="small" onClick={go}>
            Show it
          </Button>
        )}
      </>
    ),
  });
}

export function useUndo(): { undo: () => void; redo: () => void } {
  const store = useStore() as AppStore; // the one store there is
  const { message } = App.useApp();
  const goToField = useGoToField();
  return useMemo(() => {
    const around = { store, message, goToField };
    return {
      undo: () => step(around, ActionCreators.undo(), 'Taken back'),
      redo: () => step(around, ActionCreators.redo(), 'Done again'),
    };
  }, [store, message, goToField]);
}
