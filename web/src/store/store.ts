import { combineReducers, configureStore, type ThunkAction, type UnknownAction } from '@reduxjs/toolkit';
import { type TypedUseSelectorHook, useDispatch, useSelector } from 'react-redux';
import { benchSlice } from './bench';
import { clashSlice } from './clash';
import { documentSlice } from './document';
import { findSlice } from './find';
import { landingsSlice } from './landings';
import { server } from './server';
import { settingsSlice } from './settings';
import { syncSlice } from './sync';
import { undoSlice } from './undo';

const reducer = combineReducers({
  document: documentSlice.reducer,
  sync: syncSlice.reducer,
  undo: undoSlice.reducer,
  clash: clashSlice.reducer,
  bench: benchSlice.reducer,
  find: findSlice.reducer,
  settings: settingsSlice.reducer,
  landings: landingsSlice.reducer,
  [server.reducerPath]: server.reducer,
});

/** Made anew for each page, and for each test. */
export const createStore = () =>
  configureStore({
    reducer,
    // documents are large and are replaced whole: walking through them at each act would be most of the work
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(server.middleware),
  });

export type Store = ReturnType<typeof createStore>;
export type State = ReturnType<typeof reducer>;
export type Dispatch = Store['dispatch'];
export type Thunk<T = void> = ThunkAction<T, State, undefined, UnknownAction>;

export const store = createStore();
export const useAppDispatch: () => Dispatch = useDispatch;
export const useAppSelector: TypedUseSelectorHook<State> = useSelector;
