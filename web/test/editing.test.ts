import { describe, expect, it } from 'vitest';
import { type Circuit, deviceIdSchema, type EditChange } from '#core/circuit';
import { demo } from '../../core/src/testing/demo';
import { edit, follow, open, redo, settleClash, takeClash, takeRefusal, takeReply, undo } from '../src/store/editing';
import { createStore, type Thunk } from '../src/store/store';

const Q1 = demo('Q1');
const [T1, K1] = [deviceIdSchema.parse('dT1'), deviceIdSchema.parse('dK1')];
const setVa = (value: number): EditChange => ({ type: 'setField', device: T1, field: 'va', to: { value, evidence: 'print' } });
const retitle = (to: string): EditChange => ({ type: 'retitleCircuit', to });
const withVa = (circuit: Circuit, value: number): Circuit => ({
  ...circuit,
  devices: {
    ...circuit.devices,
    [T1]: { ...circuit.devices[T1]!, nameplate: { ...circuit.devices[T1]!.nameplate, va: { value, evidence: 'print' } } },
  },
});

function opened() {
  const store = createStore();
  store.dispatch(open({ id: 'x', job: 'j', demo: null, standing: 'open' as const, revision: 3, document: Q1 }, [], 1));
  return {
    store,
    does: (...thunks: Thunk[]) => {
      for (const thunk of thunks) store.dispatch(thunk);
    },
    get va() {
      return store.getState().document.now?.devices[T1]?.nameplate.va?.value;
    },
    get title() {
      return store.getState().document.now?.title;
    },
    get unsent() {
      return store.getState().sync.unsent.map(({ id }) => id);
    },
    get state() {
      return store.getState();
    },
  };
}

describe('the circuit being edited', () => {
  it('takes an edit at once, undoes and redoes it as new edits', () => {
    const one = opened();
    one.does(edit([setVa(75)]));
    expect([one.va, one.unsent.length, one.state.sync.saving]).toEqual([75, 1, 'saving']);
    one.does(undo());
    expect([one.va, one.unsent.length, one.state.undo.undone.length]).toEqual([40, 2, 1]);
    one.does(redo());
    expect([one.va, one.unsent.length, one.state.undo.done.length]).toEqual([75, 3, 1]);
    expect(new Set(one.unsent).size).toBe(3);
  });
  it('a new edit after an undo leaves nothing to redo', () => {
    const one = opened();
    one.does(edit([setVa(75)]), undo(), edit([setVa(60)]), redo());
    expect([one.va, one.state.undo.undone]).toEqual([60, []]);
  });
  it('an edit that cannot be made changes nothing and is told', () => {
    const one = opened();
    one.does(edit([{ type: 'removeDevice', device: K1 }]));
    expect([one.state.document.now, one.unsent]).toEqual([Q1, []]);
    expect(one.state.document.message).toContain('still ends at K1');
  });
  it('edits left from last time are laid on top when it is opened, and can be undone', () => {
    const store = createStore();
    store.dispatch(
      open(
        { id: 'x', job: 'j', demo: null, standing: 'open' as const, revision: 3, document: Q1 },
        [{ id: 'eleft-over', changes: [setVa(60)] }],
        1,
      ),
    );
    expect(store.getState().sync).toMatchObject({ unsent: [{ id: 'eleft-over' }], saving: 'saving', savedAt: undefined });
    store.dispatch(undo());
    expect(store.getState().document.now).toEqual(Q1);
  });
  it('one left from last time that fits no more is left out and told', () => {
    const store = createStore();
    const gone: EditChange = { type: 'renameDevice', device: deviceIdSchema.parse('dGone'), to: 'K9' };
    store.dispatch(
      open(
        { id: 'x', job: 'j', demo: null, standing: 'open' as const, revision: 3, document: Q1 },
        [{ id: 'eleft-over', changes: [gone] }],
        1,
      ),
    );
    expect([store.getState().document.now, store.getState().sync.unsent]).toEqual([Q1, []]);
    expect(store.getState().document.message).toContain('does not fit any more');
  });
});

describe('what the server says', () => {
  it('is saved only when all of it is taken', () => {
    const one = opened();
    one.does(edit([setVa(50)]), edit([setVa(60)]));
    const [first, second] = one.unsent;
    one.does(takeReply(first!, { revision: 4 }, 1));
    expect([one.state.sync.saving, one.state.sync.revision, one.va]).toEqual(['saving', 4, 60]);
    one.does(takeReply(second!, { revision: 5 }, 2));
    expect([one.state.sync.saving, one.state.sync.savedAt]).toEqual(['saved', 2]);
  });
  it('a merge brings what others did, with what is unsent here on top', () => {
    const one = opened();
    one.does(edit([setVa(50)]), edit([setVa(60)]));
    one.does(takeReply(one.unsent[0]!, { revision: 6, document: { ...Q1, title: 'changed elsewhere' } }, 1));
    expect([one.title, one.va]).toEqual(['changed elsewhere', 60]);
  });
  it('a newer revision is followed, an older one is let go', () => {
    const one = opened();
    one.does(follow({ revision: 2, document: { ...Q1, title: 'old' } }));
    expect(one.title).toBe(Q1.title);
    one.does(edit([setVa(50)]), follow({ revision: 4, document: { ...Q1, title: 'new' } }));
    expect([one.title, one.va, one.state.sync.revision]).toEqual(['new', 50, 4]);
  });
  it('a refused edit is taken back out of the document, and out of what can be undone', () => {
    const one = opened();
    one.does(edit([setVa(75)]));
    one.does(takeRefusal(one.unsent[0]!, 'Not saved: no.', { revision: 3, document: Q1 }));
    expect([one.va, one.state.sync.saving, one.state.document.message, one.state.undo.done]).toEqual([40, 'refused', 'Not saved: no.', []]);
  });
});

describe('undo after the server refused one of several edits', () => {
  it('takes back the one that stands, not the one that was made last before the refusal', () => {
    const one = opened();
    one.does(edit([setVa(75)]), edit([retitle('kept')]));
    one.does(takeRefusal(one.unsent[0]!, 'no', { revision: 3, document: Q1 }));
    expect([one.va, one.title]).toEqual([40, 'kept']);
    one.does(undo());
    expect([one.va, one.title]).toEqual([40, Q1.title]);
    one.does(undo());
    expect([one.va, one.title, one.state.undo.done]).toEqual([40, Q1.title, []]);
  });
  it('of a refused undo the edit can be undone again; of a refused redo it can be redone', () => {
    const one = opened();
    one.does(edit([retitle('a')]), undo());
    const [did, undid] = one.unsent;
    one.does(takeReply(did!, { revision: 4 }, 1));
    one.does(takeRefusal(undid!, 'no', { revision: 4, document: { ...Q1, title: 'a' } }));
    expect([one.title, one.state.undo.done.map(({ edit: id }) => id), one.state.undo.undone]).toEqual(['a', [did], []]);
    one.does(undo(), redo());
    const redid = one.unsent.at(-1)!;
    one.does(takeReply(one.unsent[0]!, { revision: 5 }, 1));
    one.does(takeRefusal(redid, 'no', { revision: 5, document: Q1 }));
    expect([one.title, one.state.undo.done.length, one.state.undo.undone.length]).toEqual([Q1.title, 0, 1]);
  });
  it('an undo that others have made impossible is told, and goes', () => {
    const one = opened();
    one.does(edit([{ type: 'renameDevice', device: K1, to: 'K77' }]));
    one.does(takeReply(one.unsent[0]!, { revision: 4 }, 1));
    const { [K1]: _gone, ...devices } = Q1.devices;
    one.does(follow({ revision: 5, document: { ...Q1, devices } }));
    one.does(undo());
    expect(one.state.document.message).toContain('no longer in this circuit');
    expect(one.state.undo.done).toEqual([]);
  });
});

describe('a clash', () => {
  const clashing = () => {
    const one = opened();
    one.does(edit([setVa(75)]));
    const before = one.unsent[0]!;
    one.does(takeClash(withVa(Q1, 100), 9));
    return { one, before };
  };
  it('keeps both until a person picks', () => {
    const { one } = clashing();
    const { open: clash } = one.state.clash;
    expect([clash?.theirs.devices[T1]?.nameplate.va?.value, clash?.mine.devices[T1]?.nameplate.va?.value, clash?.words]).toEqual([
      100,
      75,
      'T1 VA to 75',
    ]);
  });
  it('theirs: what was unsent is dropped, and nothing is left to undo', () => {
    const { one } = clashing();
    one.does(settleClash('theirs'));
    expect([one.va, one.unsent, one.state.sync.saving, one.state.sync.revision, one.state.undo.done, one.state.clash.open]).toEqual([
      100,
      [],
      'saved',
      9,
      [],
      undefined,
    ]);
  });
  it('mine: it is sent again under a new id, and undo knows it by that', () => {
    const { one, before } = clashing();
    one.does(settleClash('mine'));
    expect([one.va, one.unsent.length, one.state.sync.revision]).toEqual([75, 1, 9]);
    expect(one.unsent[0]).not.toBe(before);
    expect(one.state.undo.done.map(({ edit: id }) => id)).toEqual(one.unsent);
    one.does(takeRefusal(one.unsent[0]!, 'no', { revision: 9, document: withVa(Q1, 100) }));
    expect([one.va, one.state.undo.done]).toEqual([100, []]);
  });
});
