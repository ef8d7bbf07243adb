import { configureStore } from '@reduxjs/toolkit';
import { type TypedUseSelectorHook, useDispatch, useSelector } from 'react-redux';
import { benchSlice } from '../circuit/benchSlice';
import { circuitSlice } from '../circuit/circuitSlice';
import { findSlice } from '../circuit/findSlice';
import { practiceSlice } from '../practice/practiceSlice';
import { stockSlice } from '../stock/stockSlice';

export const store = configureStore({
  reducer: {
    circuit: circuitSlice.reducer,
    bench: benchSlice.reducer,
    find: findSlice.reducer,
    stock: stockSlice.reducer,
    practice: practiceSlice.reducer,
  },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
});

export type State = ReturnType<typeof store.getState>;
export const useAppDispatch: () => typeof store.dispatch = useDispatch;
export const useAppSelector: TypedUseSelectorHook<State> = useSelector;
