import { createSlice } from '@reduxjs/toolkit';
import type { Circuit } from '#core/circuit';
import { clashed, closed, opened, settled } from './acts';

/** Two changed one thing: both versions are kept until a person picks. */
interface Clash {
  readonly theirs: Circuit;
  readonly mine: Circuit;
  readonly revision: number;
  readonly words: string;
}

export interface ClashState {
  readonly open: Clash | undefined;
}

const none: ClashState = { open: undefined };

export const clashSlice = createSlice({
  name: 'clash',
  initialState: none,
  reducers: {},
  extraReducers: (build) =>
    build
      .addCase(clashed, (_state, { payload }): ClashState => ({ open: payload }))
      .addCase(settled, () => none)
      .addCase(opened, () => none)
      .addCase(closed, () => none),
});
