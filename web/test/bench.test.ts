import { describe, expect, it } from 'vitest';
import { conductorIdSchema, deviceIdSchema, type LogEntry, type Point, processIdSchema } from '#core/circuit';
import { inputsOf } from '#core/devices';
import { demo, point } from '../../core/src/testing/demo';
import { benchSlice, freshBench } from '../src/store/bench';
import { findSlice } from '../src/store/find';
import { inputIsOn, powerAt } from '../src/store/select';

const act = benchSlice.actions;
const turned = (state = freshBench, ...steps: Parameters<typeof benchSlice.reducer>[1][]) => steps.reduce(benchSlice.reducer, state);
const Q1 = demo('Q1');
const [TC1, S2] = [deviceIdSchema.parse('dTC1'), deviceIdSchema.parse('dS2')];
const [w1, w2] = [conductorIdSchema.parse('w01'), conductorIdSchema.parse('w02')];
const R: Point = point(Q1, 'T1:R');

describe('the bench', () => {
  it('logs what a person does at the moment shown', () => {
    const state = turned(
      freshBench,
      act.powerTurned('on'),
      act.movedTo(1234.6),
      act.inputTurned({ device: TC1, input: 'cooling', on: true }),
      act.processSet({ process: processIdSchema.parse('vroom'), to: 21.5 }),
      act.fuseReplaced(TC1),
    );
    expect(state.log).toEqual([
      { atMs: 0, power: 'on' },
      { atMs: 1235, device: 'dTC1', input: 'cooling', on: true },
      { atMs: 1235, process: 'vroom', to: 21.5 },
      { atMs: 1235, replaced: 'dTC1' },
    ]);
  });
  it('a push is held half a second', () =>
    expect(turned(freshBench, act.inputPressed({ device: S2, input: 'pressed' })).log.map(({ atMs }) => atMs)).toEqual([0, 500]));
  it('acting after scrubbing back drops what was logged for later, and lets the run go on', () => {
    const state = turned(
      freshBench,
      act.powerTurned('on'),
      act.movedTo(5000),
      act.powerTurned('isolated'),
      act.played(false),
      act.movedTo(2000),
      act.powerTurned('control'),
    );
    expect([state.log, state.playing]).toEqual([
      [
        { atMs: 0, power: 'on' },
        { atMs: 2000, power: 'control' },
      ],
      true,
    ]);
  });
  it('a lead put is no more in hand; leads away leave none', () => {
    const put = turned(freshBench, act.handTook('red'), act.leadPut({ lead: 'red', point: R }));
    expect([put.red, put.hand]).toEqual([R, null]);
    expect(turned(put, act.leadsAway()).red).toBeNull();
  });
  it('a clamp turns the meter to amps, and is left where it is when taken off', () => {
    const clamped = turned(freshBench, act.clamped(w1));
    expect([clamped.mode, turned(clamped, act.clamped(null)).mode, turned(clamped, act.modeTurned('ohm')).mode]).toEqual([
      'amp',
      'amp',
      'ohm',
    ]);
  });
  it('a hidden fault takes set ones out, and starts unrevealed', () => {
    const state = turned(freshBench, act.injected([{ conductor: w1, mode: 'open' }]), act.hiddenSet({ conductor: w2, mode: 'open' }));
    expect([state.injected, state.revealed, state.hidden]).toEqual([[], false, { conductor: 'w02', mode: 'open' }]);
    expect(turned(state, act.revealed()).revealed).toBe(true);
  });
  it('reset forgets the run, not the leads; a moment before the start is the start', () => {
    const state = turned(freshBench, act.powerTurned('on'), act.leadPut({ lead: 'black', point: R }), act.movedTo(9000), act.reset());
    expect([state.log, state.atMs, state.black]).toEqual([[], 0, R]);
    expect(turned(state, act.movedTo(-5)).atMs).toBe(0);
  });
  it('a wire end in hand and a lead in hand exclude each other; another thing selected ends the last', () => {
    const carrying = turned(freshBench, act.handTook('red'), act.endTaken({ conductor: w1, end: 0 }));
    expect([carrying.hand, carrying.carrying]).toEqual([null, { conductor: 'w01', end: 0 }]);
    expect(turned(carrying, act.handTook('black')).carrying).toBeNull();
    const lit = turned(freshBench, act.conductorSelected(w1), act.pointSelected({ point: R, device: TC1 }));
    expect([lit.conductor, lit.point, turned(lit, act.deviceSelected(S2)).point]).toEqual([null, R, null]);
  });
  it('a run that is loaded plays on from its moment at its speed', () => {
    const log: LogEntry[] = [{ atMs: 0, power: 'on' }];
    expect(turned(freshBench, act.sped(20), act.played(false), act.runLoaded({ log, atMs: 7 }))).toMatchObject({
      log,
      atMs: 7,
      playing: true,
      speed: 20,
    });
    expect(turned(freshBench, act.laid({ ...freshBench, atMs: 3 })).atMs).toBe(3);
  });
});

describe('what stood at a moment', () => {
  const log: LogEntry[] = [
    { atMs: 0, power: 'control' },
    { atMs: 10, power: 'on' },
  ];
  it.each([
    [-1, 'isolated'],
    [0, 'control'],
    [10, 'on'],
    [99, 'on'],
  ] as const)('the power at %i ms', (atMs, power) => expect(powerAt(log, atMs)).toBe(power));

  it('an input is as it was worked last, else at rest', () => {
    const device = Q1.devices.dTC1!;
    const inputs = inputsOf(device, Q1);
    const cooling = inputs.find(({ name }) => name === 'cooling')!;
    const worked: LogEntry[] = [
      { atMs: 5, device: TC1, input: 'cooling', on: true },
      { atMs: 9, device: TC1, input: 'cooling', on: false },
    ];
    expect([0, 5, 9].map((atMs) => inputIsOn(worked, atMs, device, cooling, inputs))).toEqual([cooling.rest, true, false]);
  });
  it('of the positions of one selector the last that was chosen', () => {
    const device = Q1.devices.dTC1!;
    const position = (name: string) => ({ name, on: name, off: name, state: name, kind: 'maintained', group: 'p', rest: false }) as const;
    const inputs = [position('hand'), position('auto')];
    const chosen: LogEntry[] = [
      { atMs: 1, device: TC1, input: 'hand', on: true },
      { atMs: 2, device: TC1, input: 'auto', on: true },
    ];
    expect(inputs.map((input) => [1, 2].map((atMs) => inputIsOn(chosen, atMs, device, input, inputs)))).toEqual([
      [true, false],
      [false, true],
    ]);
  });
});

describe('finding', () => {
  const find = findSlice.actions;
  const read = (volts: number) => find.measured({ red: R, black: R, mode: 'vac', volts });
  it('keeps readings in order, undoes the last, starts afresh on another complaint', () => {
    const two = [read(1), read(2), find.sighted({ tag: 'K1', is: true })].reduce(
      findSlice.reducer,
      findSlice.reducer(undefined, find.started()),
    );
    expect([two.measured.map(({ volts }) => volts), two.seen]).toEqual([[1, 2], { K1: true }]);
    expect(findSlice.reducer(two, find.lastUndone()).measured.map(({ volts }) => volts)).toEqual([1]);
    expect(findSlice.reducer(two, find.complained(1))).toMatchObject({ complaint: 1, measured: [], seen: {} });
    expect(findSlice.reducer(two, find.dangerTurned(true))).toMatchObject({ noDanger: true, measured: two.measured });
    expect(findSlice.reducer(undefined, find.resumed(two))).toBe(two);
  });
});
