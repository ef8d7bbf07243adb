import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { StockReply } from '#core/api';

export interface StockState {
  readonly parts: StockReply['parts'] | undefined;
  readonly problem: string | undefined;
}

export const stockSlice = createSlice({
  name: 'stock',
  initialState: { parts: undefined, problem: undefined } as StockState,
  reducers: {
    loaded: (_state, { payload }: PayloadAction<StockReply['parts']>) => ({ parts: payload, problem: undefined }) as never,
    failed: (state, { payload }: PayloadAction<string>) => ({ ...state, problem: payload }) as never,
  },
});
