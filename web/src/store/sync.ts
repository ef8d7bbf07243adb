import { createSlice } from '@reduxjs/toolkit';
import type { Edit } from '#core/circuit';
import { clashed, closed, edited, followed, notKept, opened, refused, saveWaits, settled, taken } from './acts';

interface SyncState {
  /** the revision that the server has and the unsent edits start from */
  revision: number;
  /** edits made here that the server has not taken yet, oldest first */
  unsent: Edit[];
  saving: 'saved' | 'saving' | 'waiting' | 'refused';
  savedAt: number | undefined;
  /** the browser could not keep what is unsent: the page must stay open */
  isLoose: boolean;
}

const initialState: SyncState = { revision: 0, unsent: [], saving: 'saved', savedAt: undefined, isLoose: false };

const without = (unsent: readonly Edit[], edit: string): Edit[] => unsent.filter(({ id }) => id !== edit);

/** What is still on its way to the server. */
export const syncSlice = createSlice({
  name: 'sync',
  initialState,
  reducers: {},
  extraReducers: (build) =>
    build
      .addCase(opened, (_state, { payload: { revision, unsent, at } }) => ({
        revision,
        unsent: unsent.map(({ edit }) => edit),
        saving: unsent.length > 0 ? 'saving' : 'saved',
        savedAt: unsent.length > 0 ? undefined : at,
        isLoose: false,
      }))
      .addCase(closed, () => initialState)
      .addCase(edited, (state, { payload: { edit } }) => {
        state.unsent.push(edit);
        state.saving = 'saving';
      })
      .addCase(taken, (state, { payload: { edit, revision, at } }) => {
        state.unsent = without(state.unsent, edit);
        state.revision = revision;
        state.savedAt = at;
        state.saving = state.unsent.length > 0 ? 'saving' : 'saved';
        if (state.unsent.length === 0) state.isLoose = false;
      })
      .addCase(refused, (state, { payload: { edit, revision } }) => {
        state.unsent = without(state.unsent, edit);
        state.revision = revision;
        state.saving = 'refused';
      })
      .addCase(followed, (state, { payload: { revision } }) => {
        state.revision = revision;
      })
      .addCase(notKept, (state) => {
        state.isLoose = true;
      })
      .addCase(saveWaits, (state) => {
        state.saving = 'waiting';
      })
      .addCase(clashed, (state) => {
        state.saving = 'waiting';
      })
      .addCase(settled, (state, { payload: { revision, renamed } }) => {
        state.revision = revision;
        state.unsent = renamed ? state.unsent.map((edit) => ({ ...edit, id: renamed[edit.id] ?? edit.id })) : [];
        state.saving = state.unsent.length > 0 ? 'saving' : 'saved';
      }),
});
