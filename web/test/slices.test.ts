import { describe, expect, it } from 'vitest';
import type { Circuit, EditChange } from '#core/circuit';
import { demo } from '../../core/src/testing/demo';
import { benchSlice, freshBench } from '../src/circuit/benchSlice';
import { circuitSlice } from '../src/circuit/circuitSlice';
import { findSlice } from '../src/circuit/findSlice';

const { reducer, actions } = circuitSlice;
const Q1 = demo('Q1');
const setVa = (value: number): EditChange => ({ type: 'setField', device: 'dT1' as never, field: 'va', to: { value, evidence: 'print' } });
const va = (circuit: Circuit | undefined) => circuit?.devices.dT1?.nameplate.va?.value;
const opened = () => reducer(undefined, actions.opened({ id: 'x', document: Q1, revision: 3, demo: null, job: 'j', unsent: [] }));

describe('the circuit being edited', () => {
  it('takes an edit at once, undoes and redoes it as new edits', () => {
    const edited = reducer(opened(), actions.edited([setVa(75)]));
    expect([va(edited.document), edited.unsent.length, edited.saving]).toEqual([75, 1, 'saving']);
    const undone = reducer(edited, actions.undone());
    expect([va(undone.document), undone.unsent.length, undone.redo.length]).toEqual([40, 2, 1]);
    const redone = reducer(undone, actions.redone());
    expect([va(redone.document), redone.unsent.length, redone.undo.length]).toEqual([75, 3, 1]);
    expect(new Set(redone.unsent.map(({ id }) => id)).size).toBe(3);
  });

  it('a new edit after an undo leaves nothing to redo', () => {
    const state = reducer(reducer(reducer(opened(), actions.edited([setVa(75)])), actions.undone()), actions.edited([setVa(60)]));
    expect(state.redo).toEqual([]);
  });

  it('says saved only when the server has taken all of it', () => {
    const edited = reducer(reducer(opened(), actions.edited([setVa(50)])), actions.edited([setVa(60)]));
    const [first, second] = edited.unsent;
    const half = reducer(edited, actions.taken({ editId: first!.id, revision: 4, document: undefined, at: 1 }));
    expect([half.saving, half.revision]).toEqual(['saving', 4]);
    expect(reducer(half, actions.taken({ editId: second!.id, revision: 5, document: undefined, at: 2 })).saving).toBe('saved');
  });

  it('a merge brings what others did, with what is unsent here on top', () => {
    const edited = reducer(reducer(opened(), actions.edited([setVa(50)])), actions.edited([setVa(60)]));
    const merged = reducer(
      edited,
      actions.taken({ editId: edited.unsent[0]!.id, revision: 6, document: { ...Q1, title: 'changed elsewhere' }, at: 1 }),
    );
    expect([merged.document?.title, va(merged.document)]).toEqual(['changed elsewhere', 60]);
  });

  it('an edit that cannot be made changes nothing and is told', () => {
    const state = reducer(opened(), actions.edited([{ type: 'removeDevice', device: 'dK1' as never }]));
    expect([state.document, state.unsent]).toEqual([Q1, []]);
    expect(state.message).toContain('still ends at K1');
  });

  it('a clash keeps both until a person picks', () => {
    const theirs: Circuit = {
      ...Q1,
      devices: {
        ...Q1.devices,
        dT1: { ...Q1.devices.dT1!, nameplate: { ...Q1.devices.dT1!.nameplate, va: { value: 100, evidence: 'print' } } },
      },
    };
    const clashed = reducer(reducer(opened(), actions.edited([setVa(75)])), actions.clashed({ theirs, revision: 9 }));
    expect([va(clashed.clash?.theirs), va(clashed.clash?.mine), clashed.clash?.words]).toEqual([100, 75, 'T1 va to 75']);
    const kept = reducer(clashed, actions.clashSettled('theirs'));
    expect([va(kept.document), kept.unsent, kept.saving, kept.revision]).toEqual([100, [], 'saved', 9]);
    const mine = reducer(clashed, actions.clashSettled('mine'));
    expect([va(mine.document), mine.unsent.length, mine.revision]).toEqual([75, 1, 9]);
    expect(mine.unsent[0]!.id).not.toBe(clashed.unsent[0]!.id);
  });

  it('a refused edit is taken back out of the document', () => {
    const edited = reducer(opened(), actions.edited([setVa(75)]));
    const refused = reducer(edited, actions.refused({ editId: edited.unsent[0]!.id, words: 'Not saved: no.', document: Q1, revision: 3 }));
    expect([va(refused.document), refused.saving, refused.message, refused.undo]).toEqual([40, 'refused', 'Not saved: no.', []]);
  });

  it('follows newer revisions only', () => {
    const older = reducer(opened(), actions.followed({ document: { ...Q1, title: 'old' }, revision: 2 }));
    expect(older.document?.title).toBe(Q1.title);
    expect(reducer(opened(), actions.followed({ document: { ...Q1, title: 'new' }, revision: 4 })).document?.title).toBe('new');
  });

  it('edits left from last time are laid on top when it is opened', () => {
    const state = reducer(
      undefined,
      actions.opened({ id: 'x', document: Q1, revision: 3, demo: null, job: 'j', unsent: [{ id: 'eleft-over', changes: [setVa(60)] }] }),
    );
    expect([va(state.document), state.unsent.map(({ id }) => id)]).toEqual([60, ['eleft-over']]);
  });
});

describe('the bench', () => {
  const act = benchSlice.actions;
  const on = (state = freshBench, ...steps: Parameters<typeof benchSlice.reducer>[1][]) => steps.reduce(benchSlice.reducer, state);
  it('logs what a person does at the moment shown', () => {
    const state = on(
      freshBench,
      act.powerTurned('on'),
      act.movedTo(1234.6),
      act.inputTurned({ device: 'dTC1' as never, input: 'cooling', on: true }),
    );
    expect(state.log).toEqual([
      { atMs: 0, power: 'on' },
      { atMs: 1235, device: 'dTC1', input: 'cooling', on: true },
    ]);
  });
  it('a push is held half a second', () =>
    expect(on(freshBench, act.inputPressed({ device: 'dS2' as never, input: 'pressed' })).log.map(({ atMs }) => atMs)).toEqual([0, 500]));
  it('acting after scrubbing back drops what was logged for later', () => {
    const state = on(
      freshBench,
      act.powerTurned('on'),
      act.movedTo(5000),
      act.powerTurned('isolated'),
      act.movedTo(2000),
      act.powerTurned('control'),
    );
    expect(state.log).toEqual([
      { atMs: 0, power: 'on' },
      { atMs: 2000, power: 'control' },
    ]);
  });
  it('a lead put is no more in hand; leads away leave none', () => {
    const put = on(freshBench, act.handTook('red'), act.leadPut({ lead: 'red', point: 'dT1:R' as never }));
    expect([put.red, put.hand]).toEqual(['dT1:R', null]);
    expect(on(put, act.leadsAway()).red).toBeNull();
  });
  it('a hidden fault takes set ones out, and starts unrevealed', () => {
    const state = on(
      freshBench,
      act.injected([{ conductor: 'w01' as never, mode: 'open' }]),
      act.hiddenSet({ conductor: 'w02' as never, mode: 'open' }),
    );
    expect([state.injected, state.revealed, state.hidden]).toEqual([[], false, { conductor: 'w02', mode: 'open' }]);
  });
  it('reset forgets the run, not the leads', () => {
    const state = on(
      freshBench,
      act.powerTurned('on'),
      act.leadPut({ lead: 'black', point: 'dT1:C' as never }),
      act.movedTo(9000),
      act.reset(),
    );
    expect([state.log, state.atMs, state.black]).toEqual([[], 0, 'dT1:C']);
  });
});

describe('finding', () => {
  const act = findSlice.actions;
  it('keeps readings in order, undoes the last, starts afresh on another complaint', () => {
    const read = (volts: number) => act.measured({ red: 'a' as never, black: 'b' as never, mode: 'vac', volts });
    const two = [read(1), read(2)].reduce(findSlice.reducer, findSlice.reducer(undefined, act.started()));
    expect(two.measured.map(({ volts }) => volts)).toEqual([1, 2]);
    expect(findSlice.reducer(two, act.lastUndone()).measured.map(({ volts }) => volts)).toEqual([1]);
    expect(findSlice.reducer(two, act.complained(1))).toMatchObject({ complaint: 1, measured: [], seen: {} });
  });
});
