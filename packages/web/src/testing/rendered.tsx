/** Parts of the interface alone, in a document without a browser: with a store that holds a case, and what dialogs need. */
import { demoCases } from '@keen-ladder/demo';
import { render } from '@testing-library/react';
import { App } from 'antd';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { createStore } from '../store/store.ts';
import type { AppStore } from '../store/store.ts';
import { caseOpened } from '../document/documentSlice.ts';

/** A store that holds the demo case of this name. */
export function storeOf(name: string): AppStore {
  const demo = demoCases().find((one) => one.name === name);
  if (demo === undefined) throw new Error(`no demo case ${name}`);
  const store = createStore();
  store.dispatch(caseOpened(demo.document));
  return store;
}

export function renderedIn(store: AppStore, children: ReactNode) {
  return render(
    <Provider store={store}>
      <MemoryRouter>
        <App>{children}</App>
      </MemoryRouter>
    </Provider>,
  );
}
