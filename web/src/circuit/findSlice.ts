import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Measured } from '#core/find';
import type { Sightings } from '#core/sequence';

export interface FindSlice {
  readonly complaint: number;
  readonly seen: Sightings;
  readonly measured: readonly Measured[];
  readonly noDanger: boolean;
}

const initialState: FindSlice = { complaint: 0, seen: {}, measured: [], noDanger: false };

export const findSlice = createSlice({
  name: 'find',
  initialState,
  reducers: {
    started: () => initialState as never,
    complained: (_state, { payload }: PayloadAction<number>) => ({ ...initialState, complaint: payload }) as never,
    sighted: (state, { payload }: PayloadAction<{ tag: string; is: boolean }>) =>
      ({ ...state, seen: { ...state.seen, [payload.tag]: payload.is } }) as never,
    measured: (state, { payload }: PayloadAction<Measured>) => ({ ...state, measured: [...state.measured, payload] }) as never,
    lastUndone: (state) => ({ ...state, measured: state.measured.slice(0, -1) }) as never,
    dangerTurned: (state, { payload }: PayloadAction<boolean>) => ({ ...state, noDanger: payload }) as never,
    resumed: (_state, { payload }: PayloadAction<FindSlice>) => payload as never,
  },
});
