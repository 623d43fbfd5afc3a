import { addListener, combineReducers, configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import type { UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import undoable, { excludeAction } from 'redux-undo';
import { queries } from '../api/queries.ts';
import { caseOpened, documentReducer } from '../document/documentSlice.ts';
import { placeReducer } from '../document/placeSlice.ts';
import { resultsReducer } from '../engine/resultsSlice.ts';
import { savingReducer } from '../saving/savingSlice.ts';

/** So many steps can be undone. */
const UNDO_STEPS = 200;

function gestureOf(action: UnknownAction): string | null {
  const { meta } = action;
  return typeof meta === 'object' && meta !== null && 'gesture' in meta && typeof meta.gesture === 'string' ? meta.gesture : null;
}

const reducer = combineReducers({
  document: undoable(documentReducer, {
    limit: UNDO_STEPS,
    filter: excludeAction([caseOpened.type]),
    groupBy: gestureOf,
    syncFilter: true,
  }),
  place: placeReducer,
  results: resultsReducer,
  saving: savingReducer,
  [queries.reducerPath]: queries.reducer,
});

export function createStore() {
  return configureStore({
    reducer,
    // Results are large and made of plain numbers: walking through them at every action would cost more than solving.
    middleware: (defaults) =>
      defaults({
        serializableCheck: { ignoredPaths: ['results', 'document'], ignoredActionPaths: ['payload', 'meta'] },
        immutableCheck: { ignoredPaths: ['results', 'document'] },
      })
        .prepend(createListenerMiddleware().middleware)
        .concat(queries.middleware),
  });
}

export type AppStore = ReturnType<typeof createStore>;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];

/** Calls back after every action until the returned function is called; `subscribe` hears of what a gesture does only with the next frame. */
export const afterEveryAction = (store: AppStore, look: () => void): (() => void) =>
  store.dispatch(addListener({ predicate: () => true, effect: look }));

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
