import { createAction } from '@reduxjs/toolkit';
import type { Standing } from '#core/api';
import type { Circuit, Edit, EditChange } from '#core/circuit';

/** What happens to the open circuit. Each slice takes from an act what is its own; what an act means for the document is worked out before it is told. */
export const opened = createAction<{
  id: string;
  job: string;
  demo: string | null;
  standing: Standing;
  revision: number;
  /** as it stands with what is unsent on top */
  document: Circuit;
  /** made before the page was closed, and not taken by the server yet */
  unsent: { edit: Edit; inverse: EditChange[]; words: string }[];
  message: string | undefined;
  at: number;
}>('circuit/opened');
/** This page is only to look at, or to work on again. */
export const looked = createAction<boolean>('circuit/looked');
export const closed = createAction('circuit/closed');

export type Way = 'do' | 'undo' | 'redo';
/** An edit was made here: the document after it, what undoes it, and how it is told. */
export const edited = createAction<{ edit: Edit; document: Circuit; inverse: EditChange[]; way: Way; words: string }>('circuit/edited');
/** An undo or a redo that cannot be done any more, because others changed what it would change. */
export const wayLost = createAction<{ way: Way; words: string }>('circuit/wayLost');
export const editRefusedHere = createAction<string>('circuit/editRefusedHere');

/** The server has taken an edit. A merge brings what others did meanwhile. */
export const taken = createAction<{ edit: string; revision: number; document: Circuit | undefined; at: number }>('circuit/taken');
/** The server has refused an edit: the document without it. */
export const refused = createAction<{ edit: string; revision: number; document: Circuit; words: string }>('circuit/refused');
/** Another tab or person saved: theirs, with what is unsent here on top. */
export const followed = createAction<{ revision: number; document: Circuit }>('circuit/followed');
export const saveWaits = createAction('circuit/saveWaits');
/** The browser has no room for an edit that the server has not got: closing the page would lose it. */
export const notKept = createAction('circuit/notKept');

/** Two changed one thing: theirs, mine, and what mine did. */
export const clashed = createAction<{ theirs: Circuit; mine: Circuit; revision: number; words: string }>('circuit/clashed');
/** A person has picked. `renamed`: mine is sent again under new ids, by the old ones; nothing: theirs stands. */
export const settled = createAction<{ revision: number; document: Circuit; renamed: Record<string, string> | undefined }>(
  'circuit/settled',
);
export const messageRead = createAction('circuit/messageRead');
