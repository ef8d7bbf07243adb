import type { CircuitReply } from '#core/api';
import { applyChanges, type Circuit, type Edit, type EditChange, problemsText, spellChanges } from '#core/circuit';
import { clashed, edited, editRefusedHere, followed, opened, refused, settled, taken, type Way, wayLost } from './acts';
import { newEditId } from './ids';
import type { Thunk } from './store';

/** A document with edits on top; one that no longer can be made is left out, and the server will say why when it is sent. */
const withEdits = (document: Circuit, edits: readonly Edit[]): Circuit =>
  edits.reduce((now, { changes }) => {
    const applied = applyChanges(now, changes);
    return applied.ok ? applied.value.circuit : now;
  }, document);

/** Makes an edit here, at once; sending it is another's work. */
function make(changes: readonly EditChange[], way: Way): Thunk {
  return (dispatch, getState) => {
    const { now, isLooking } = getState().document;
    if (!now) return;
    if (isLooking) {
      dispatch(editRefusedHere('This page is only to look at. Choose to work on it, above, before you change something.'));
      return;
    }
    const applied = applyChanges(now, changes);
    if (!applied.ok) {
      const words = problemsText(applied.problems);
      dispatch(way === 'do' ? editRefusedHere(words) : wayLost({ way, words }));
      return;
    }
    const { circuit, inverse } = applied.value;
    dispatch(
      edited({
        edit: { id: newEditId(), changes: [...changes] },
        document: circuit,
        inverse: [...inverse],
        way,
        words: spellChanges(now, changes),
      }),
    );
  };
}

export const edit = (changes: readonly EditChange[]): Thunk => make(changes, 'do');

/** Opens what the server has, and lays on top what was made here before the page was closed. */
export const open =
  ({ document, ...reply }: CircuitReply, kept: readonly Edit[], at: number): Thunk =>
  (dispatch) => {
    let now = document;
    const unsent: { edit: Edit; inverse: EditChange[]; words: string }[] = [];
    const words: string[] = [];
    for (const edit of kept) {
      const applied = applyChanges(now, edit.changes);
      if (applied.ok) {
        unsent.push({ edit, inverse: [...applied.value.inverse], words: spellChanges(now, edit.changes) });
        now = applied.value.circuit;
      } else words.push(`A change of yours from before does not fit any more and is left out: ${problemsText(applied.problems)}`);
    }
    dispatch(opened({ ...reply, document: now, unsent, message: words.length > 0 ? words.join(' ') : undefined, at }));
  };

export const undo = (): Thunk => (dispatch, getState) => {
  const last = getState().undo.done.at(-1);
  if (last) dispatch(make(last.changes, 'undo'));
};

export const redo = (): Thunk => (dispatch, getState) => {
  const last = getState().undo.undone.at(-1);
  if (last) dispatch(make(last.changes, 'redo'));
};

/** What the server says of an edit it took. */
export const takeReply =
  (editId: string, reply: { revision: number; document?: Circuit | undefined }, at: number): Thunk =>
  (dispatch, getState) => {
    const rest = getState().sync.unsent.filter(({ id }) => id !== editId);
    dispatch(taken({ edit: editId, revision: reply.revision, document: reply.document && withEdits(reply.document, rest), at }));
  };

export const takeRefusal =
  (editId: string, words: string, newest: { revision: number; document: Circuit }): Thunk =>
  (dispatch, getState) => {
    const rest = getState().sync.unsent.filter(({ id }) => id !== editId);
    dispatch(refused({ edit: editId, words, revision: newest.revision, document: withEdits(newest.document, rest) }));
  };

/** Takes a newer revision; an older one, late on its way, is let go. */
export const follow =
  ({ revision, document }: { revision: number; document: Circuit }): Thunk =>
  (dispatch, getState) => {
    const { sync } = getState();
    if (revision > sync.revision) dispatch(followed({ revision, document: withEdits(document, sync.unsent) }));
  };

export const takeClash =
  (theirs: Circuit, revision: number): Thunk =>
  (dispatch, getState) => {
    const { document, sync } = getState();
    if (!document.now) return;
    const mine = document.now;
    dispatch(clashed({ theirs, mine, revision, words: sync.unsent.map(({ changes }) => spellChanges(mine, changes)).join('; ') }));
  };

/** Theirs: drop what was unsent here. Mine: send it again, on top of the newest revision. */
export const settleClash =
  (pick: 'mine' | 'theirs'): Thunk =>
  (dispatch, getState) => {
    const { clash, sync } = getState();
    if (!clash.open) return;
    const { theirs, revision } = clash.open;
    if (pick === 'theirs') dispatch(settled({ revision, document: theirs, renamed: undefined }));
    else
      dispatch(
        settled({
          revision,
          document: withEdits(theirs, sync.unsent),
          renamed: Object.fromEntries(sync.unsent.map(({ id }) => [id, newEditId()])),
        }),
      );
  };
