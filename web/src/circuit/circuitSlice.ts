import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { applyChanges, type Circuit, type Edit, type EditChange, problemsText, spellChanges } from '#core/circuit';

export interface CircuitState {
  readonly id: string | undefined;
  readonly document: Circuit | undefined;
  /** the revision that the server has and the unsent edits start from */
  readonly revision: number;
  readonly demo: string | null;
  readonly job: string | undefined;
  /** edits made here that the server has not taken yet, oldest first */
  readonly unsent: readonly Edit[];
  readonly saving: 'saved' | 'saving' | 'waiting' | 'refused';
  readonly savedAt: number | undefined;
  readonly undo: readonly (readonly EditChange[])[];
  readonly redo: readonly (readonly EditChange[])[];
  readonly clash: { readonly theirs: Circuit; readonly revision: number; readonly words: string; readonly mine: Circuit } | undefined;
  readonly message: string | undefined;
}

const initialState: CircuitState = {
  id: undefined,
  document: undefined,
  revision: 0,
  demo: null,
  job: undefined,
  unsent: [],
  saving: 'saved',
  savedAt: undefined,
  undo: [],
  redo: [],
  clash: undefined,
  message: undefined,
};

/** Made by the client, so that an edit sent twice is taken once. */
export const newEditId = (): string =>
  `e${Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('')}`;

type Way = 'do' | 'undo' | 'redo';

function apply(state: CircuitState, changes: readonly EditChange[], way: Way, id: string): CircuitState {
  if (!state.document) return state;
  const applied = applyChanges(state.document, changes);
  if (!applied.ok)
    return { ...state, message: problemsText(applied.problems), ...(way === 'undo' ? { undo: state.undo.slice(0, -1) } : {}) };
  const { circuit, inverse } = applied.value;
  return {
    ...state,
    document: circuit,
    message: undefined,
    saving: 'saving',
    unsent: [...state.unsent, { id, changes: [...changes] }],
    undo: way === 'undo' ? state.undo.slice(0, -1) : [...state.undo, inverse],
    redo: way === 'do' ? [] : way === 'undo' ? [...state.redo, inverse] : state.redo.slice(0, -1),
  };
}

export const circuitSlice = createSlice({
  name: 'circuit',
  initialState,
  reducers: {
    opened: (
      _state,
      {
        payload,
      }: PayloadAction<{ id: string; document: Circuit; revision: number; demo: string | null; job: string; unsent: readonly Edit[] }>,
    ) => {
      const opened: CircuitState = {
        ...initialState,
        id: payload.id,
        document: payload.document,
        revision: payload.revision,
        demo: payload.demo,
        job: payload.job,
        savedAt: payload.unsent.length ? undefined : Date.now(),
      };
      return payload.unsent.reduce<CircuitState>((state, edit) => apply(state, edit.changes, 'do', edit.id), opened) as never;
    },
    closed: () => initialState as never,
    edited: {
      reducer: (state, { payload }: PayloadAction<{ changes: readonly EditChange[]; id: string }>) =>
        apply(state as CircuitState, payload.changes, 'do', payload.id) as never,
      prepare: (changes: readonly EditChange[]) => ({ payload: { changes, id: newEditId() } }),
    },
    undone: {
      reducer: (state, { payload }: PayloadAction<{ id: string }>) => {
        const last = (state as CircuitState).undo.at(-1);
        return (last ? apply(state as CircuitState, last, 'undo', payload.id) : state) as never;
      },
      prepare: () => ({ payload: { id: newEditId() } }),
    },
    redone: {
      reducer: (state, { payload }: PayloadAction<{ id: string }>) => {
        const last = (state as CircuitState).redo.at(-1);
        return (last ? apply(state as CircuitState, last, 'redo', payload.id) : state) as never;
      },
      prepare: () => ({ payload: { id: newEditId() } }),
    },
    /** The server has taken the oldest unsent edit. A merge brings what others did meanwhile. */
    taken: (state, { payload }: PayloadAction<{ editId: string; revision: number; document: Circuit | undefined; at: number }>) => {
      const before = state as CircuitState;
      const unsent = before.unsent.filter(({ id }) => id !== payload.editId);
      const document = payload.document ? replay(payload.document, unsent) : before.document;
      return {
        ...before,
        unsent,
        revision: payload.revision,
        saving: unsent.length ? 'saving' : 'saved',
        savedAt: payload.at,
        document,
      } as never;
    },
    /** Another tab or person saved: take theirs, with what is unsent here on top. */
    followed: (state, { payload }: PayloadAction<{ document: Circuit; revision: number }>) => {
      const before = state as CircuitState;
      if (payload.revision <= before.revision) return state;
      return { ...before, revision: payload.revision, document: replay(payload.document, before.unsent) } as never;
    },
    saveWaits: (state) => ({ ...state, saving: 'waiting' }) as never,
    refused: (state, { payload }: PayloadAction<{ editId: string; words: string; document: Circuit; revision: number }>) => {
      const before = state as CircuitState;
      const unsent = before.unsent.filter(({ id }) => id !== payload.editId);
      return {
        ...before,
        unsent,
        document: replay(payload.document, unsent),
        revision: payload.revision,
        saving: 'refused',
        message: payload.words,
        undo: before.undo.slice(0, -1),
      } as never;
    },
    clashed: (state, { payload }: PayloadAction<{ theirs: Circuit; revision: number }>) => {
      const before = state as CircuitState;
      const words = before.unsent.map(({ changes }) => spellChanges(before.document!, changes)).join('; ');
      return { ...before, saving: 'waiting', clash: { ...payload, words, mine: before.document! } } as never;
    },
    /** Theirs: drop what was unsent here. Mine: send it again on top of the newest revision. */
    clashSettled: (state, { payload }: PayloadAction<'mine' | 'theirs'>) => {
      const before = state as CircuitState;
      if (!before.clash) return state;
      const { theirs, revision } = before.clash;
      if (payload === 'theirs')
        return { ...before, clash: undefined, unsent: [], document: theirs, revision, saving: 'saved', undo: [], redo: [] } as never;
      const unsent = before.unsent.map((edit) => ({ ...edit, id: newEditId() }));
      return { ...before, clash: undefined, unsent, document: replay(theirs, unsent), revision, saving: 'saving' } as never;
    },
    messageRead: (state) => ({ ...state, message: undefined }) as never,
  },
  selectors: { selectDocument: (state) => state.document as Circuit | undefined },
});

const replay = (document: Circuit, edits: readonly Edit[]): Circuit =>
  edits.reduce((now, { changes }) => {
    const applied = applyChanges(now, changes);
    return applied.ok ? applied.value.circuit : now;
  }, document);
