import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Practice } from '#core/size';

export interface PracticeState {
  readonly job: string | undefined;
  readonly revision: number;
  readonly practice: Practice;
}

/** How the open job is done. It comes from the server; what is judged follows it. */
export const practiceSlice = createSlice({
  name: 'practice',
  initialState: { job: undefined, revision: 0, practice: { rules: 'site', units: 'site', schools: {}, typical: {} } } as PracticeState,
  reducers: {
    loaded: (_state, { payload }: PayloadAction<{ job: string; revision: number; practice: Practice }>) => payload as never,
  },
});
