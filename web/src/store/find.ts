import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Measured } from '#core/find';
import type { Sightings } from '#core/sequence';

export interface FindState {
  readonly complaint: number;
  readonly seen: Sightings;
  readonly measured: readonly Measured[];
  readonly noDanger: boolean;
}

const initialState: FindState = { complaint: 0, seen: {}, measured: [], noDanger: false };

/** A fault being looked for: what is complained of, seen and read so far. */
export const findSlice = createSlice({
  name: 'find',
  initialState,
  reducers: {
    started: () => initialState,
    complained: (_state, { payload }: PayloadAction<number>): FindState => ({ ...initialState, complaint: payload }),
    sighted: (state, { payload: { tag, is } }: PayloadAction<{ tag: string; is: boolean }>): FindState => ({
      ...state,
      seen: { ...state.seen, [tag]: is },
    }),
    measured: (state, { payload }: PayloadAction<Measured>): FindState => ({ ...state, measured: [...state.measured, payload] }),
    lastUndone: (state): FindState => ({ ...state, measured: state.measured.slice(0, -1) }),
    dangerTurned: (state, { payload }: PayloadAction<boolean>): FindState => ({ ...state, noDanger: payload }),
    resumed: (_state, { payload }: PayloadAction<FindState>): FindState => payload,
  },
});
