import { createSlice } from '@reduxjs/toolkit';
import type { Standing } from '#core/api';
import type { Circuit } from '#core/circuit';
import { closed, edited, editRefusedHere, followed, looked, messageRead, opened, refused, settled, taken, wayLost } from './acts';

interface DocumentState {
  id: string | undefined;
  job: string | undefined;
  demo: string | null;
  standing: Standing;
  /** as it stands here: the server's newest revision with what is unsent on top */
  now: Circuit | undefined;
  /** this page only looks at it: it changes nothing */
  isLooking: boolean;
  /** what could not be done, for the person to read */
  message: string | undefined;
}

const initialState: DocumentState = {
  id: undefined,
  job: undefined,
  demo: null,
  standing: 'open',
  now: undefined,
  isLooking: false,
  message: undefined,
};

export const documentSlice = createSlice({
  name: 'document',
  initialState,
  reducers: {},
  extraReducers: (build) =>
    build
      .addCase(opened, ({ isLooking }, { payload: { id, job, demo, standing, document, message } }) => ({
        id,
        job,
        demo,
        standing,
        now: document,
        isLooking,
        message,
      }))
      .addCase(looked, (state, { payload }) => ({ ...state, isLooking: payload }))
      .addCase(closed, ({ job }) => ({ ...initialState, job }))
      .addCase(edited, (state, { payload: { document } }) => ({ ...state, now: document, message: undefined }))
      .addCase(editRefusedHere, (state, { payload }) => ({ ...state, message: payload }))
      .addCase(wayLost, (state, { payload: { words } }) => ({ ...state, message: words }))
      .addCase(taken, (state, { payload: { document } }) => (document ? { ...state, now: document } : state))
      .addCase(refused, (state, { payload: { document, words } }) => ({ ...state, now: document, message: words }))
      .addCase(followed, (state, { payload: { document } }) => ({ ...state, now: document }))
      .addCase(settled, (state, { payload: { document } }) => ({ ...state, now: document }))
      .addCase(messageRead, (state) => ({ ...state, message: undefined })),
});
