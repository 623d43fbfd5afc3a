import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { fetchParts } from './store/parts.ts';
import { router } from './app/router.tsx';
import { createStore } from './store/store.ts';
import { openDrafts } from './saving/drafts.ts';
import { createSaver } from './saving/saver.ts';
import { SaverContext } from './saving/SaverContext.tsx';
import './theme/fonts.css';
import './theme/index.css';
import { Themed } from './theme/Themed.tsx';

const store = createStore();
const saver = createSaver(store, await openDrafts());
const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <SaverContext value={saver}>
        <Themed>
          <RouterProvider router={router} />
        </Themed>
      </SaverContext>
    </Provider>
  </StrictMode>,
);

/** ms after which the first page stands and the rest may come. */
const AT_REST = 4000;
window.setTimeout(() => void fetchParts(), AT_REST);
