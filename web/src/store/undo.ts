import { createSlice } from '@reduxjs/toolkit';
import type { EditChange } from '#core/circuit';
import { closed, edited, opened, refused, settled, wayLost } from './acts';

/** A way back or forth: the edit that it takes back, the changes that do so, and the way that edit itself had used. */
export interface Entry {
  readonly edit: string;
  /** what was done, as it is told */
  readonly words: string;
  readonly changes: readonly EditChange[];
  readonly used: Entry | undefined;
}

export interface UndoState {
  done: readonly Entry[];
  undone: readonly Entry[];
}

const initialState: UndoState = { done: [], undone: [] };

/**
 * Which edits can be taken back, and which of those again. An entry knows its edit: when the server refuses that edit
 * the entry goes, wherever it stands, and the way that the edit had used comes back.
 */
export const undoSlice = createSlice({
  name: 'undo',
  initialState: initialState as UndoState,
  reducers: {},
  extraReducers: (build) =>
    build
      .addCase(
        opened,
        (_state, { payload: { unsent } }): UndoState => ({
          done: unsent.map(({ edit, inverse, words }) => ({ edit: edit.id, words, changes: inverse, used: undefined })),
          undone: [],
        }),
      )
      .addCase(closed, () => initialState)
      .addCase(edited, ({ done, undone }, { payload: { edit, inverse, way, words } }): UndoState => {
        const entry = (used: Entry | undefined): Entry => ({ edit: edit.id, words: used?.words ?? words, changes: inverse, used });
        if (way === 'undo') return { done: done.slice(0, -1), undone: [...undone, entry(done.at(-1))] };
        if (way === 'redo') return { done: [...done, entry(undone.at(-1))], undone: undone.slice(0, -1) };
        return { done: [...done, entry(undefined)], undone: [] };
      })
      .addCase(refused, ({ done, undone }, { payload: { edit } }): UndoState => {
        const without = (entries: readonly Entry[]) => entries.filter((one) => one.edit !== edit);
        const usedIn = (entries: readonly Entry[]) => entries.flatMap((one) => (one.edit === edit && one.used ? [one.used] : []));
        return { done: [...without(done), ...usedIn(undone)], undone: [...without(undone), ...usedIn(done)] };
      })
      .addCase(
        wayLost,
        ({ done, undone }, { payload: { way } }): UndoState => ({
          done: way === 'undo' ? done.slice(0, -1) : done,
          undone: way === 'redo' ? undone.slice(0, -1) : undone,
        }),
      )
      .addCase(settled, ({ done, undone }, { payload: { renamed } }): UndoState => {
        if (!renamed) return initialState;
        const anew = (one: Entry): Entry => ({ ...one, edit: renamed[one.edit] ?? one.edit, used: one.used && anew(one.used) });
        return { done: done.map(anew), undone: undone.map(anew) };
      }),
});
