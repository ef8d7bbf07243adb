import { describe, expect, it } from 'vitest';
import { scan } from './controller';
import { type AnyKind, type Controller, KINDS, type Look, type ModeOf, type PartKind } from './index';

interface Seen {
  readonly volts?: number;
  readonly drive?: number;
  readonly amps?: number;
  readonly fault?: string;
  readonly look?: Partial<Look>;
}

const NOTHING_AROUND: Look = { across: () => [], volts: () => 0, amps: () => 0, besideA: () => 0, process: () => undefined };

/** What a part of a kind does next, given its mode, its numbers and what it sees of itself. */
const decide = <K extends PartKind>(
  kind: K,
  part: object,
  mode: ModeOf<K>,
  { fault, look, ...seen }: Seen = {},
  values: Record<string, number> = {},
) =>
  (KINDS[kind] as unknown as AnyKind).next?.(
    { kind, id: 'x', ...part } as never,
    { state: { mode, ...values } as never, fault },
    { volts: 24, drive: 1, amps: 0.3, look: { ...NOTHING_AROUND, ...look }, ...seen },
  );

describe('an armature', () => {
  // Typical pick-up 0.75 and drop-out 0.45 for AC: common practice.
  const coil = { pickUpTypicalRatio: 0.75, dropOutTypicalRatio: 0.45, operateMs: 18, releaseMs: 12 };
  it.each([
    ['enough volts', 'out', { drive: 0.75 }, { mode: 'in', inMs: 18 }],
    ['too few', 'out', { drive: 0.749 }, null],
    ['sagging while in', 'in', { drive: 0.46 }, null],
    ['lost while in', 'in', { drive: 0.44 }, { mode: 'out', inMs: 12 }],
    ['jammed', 'out', { drive: 1, fault: 'jammed' }, null],
    ['stuck in', 'out', { drive: 0, fault: 'stuckClosed' }, { mode: 'in', inMs: 0 }],
    ['open coil', 'out', { drive: 1, fault: 'open' }, null],
  ] as const)('%s', (_name, mode, seen, next) => expect(decide('coil', coil, mode, seen)).toEqual(next));
});

describe('a two-wire timer', () => {
  const timer = { ratedV: 24, delayS: 180, holdA: 0.02, resetMs: 100 };
  it.each([
    ['nothing across it', 'idle', { volts: 0 }, null],
    ['starts at 70 % of rated', 'idle', { volts: 16.8 }, { mode: 'timing', inMs: 1 }],
    ['times on', 'timing', { volts: 26 }, { mode: 'passing', inMs: 180_000 }],
    ['loses its volts', 'timing', { volts: 0 }, { mode: 'idle', inMs: 100 }],
    ['holds', 'passing', { amps: 0.3 }, null],
    ['lets go under the holding current', 'passing', { amps: 0.019 }, { mode: 'idle', inMs: 100 }],
    ['broken', 'idle', { volts: 26, fault: 'open' }, null],
  ] as const)('%s', (_name, mode, seen, next) => expect(decide('series-timer', timer, mode, seen)).toEqual(next));
  it('without a delay set it never passes', () =>
    expect(decide('series-timer', { ...timer, delayS: undefined }, 'timing', { volts: 26 })).toBeNull());
});

describe('electronics', () => {
  const brain = { worksFromV: 18, bootS: 5 };
  it.each([
    ['wake', 'dark', { volts: 18 }, { mode: 'starting', inMs: 1 }],
    ['start up', 'starting', { volts: 24 }, { mode: 'alive', inMs: 5000 }],
    ['stay', 'alive', { volts: 24 }, null],
    ['ride through a dip', 'alive', { volts: 12 }, { mode: 'dark', inMs: 100 }],
    ['stay dark below 18 V', 'dark', { volts: 17.9 }, null],
    ['dead ones stay dark', 'dark', { volts: 24, fault: 'dead' }, null],
  ] as const)('%s', (_name, mode, seen, next) => expect(decide('electronics', brain, mode, seen)).toEqual(next));
});

describe('a motor', () => {
  // Turns above 0.6 of rated, stalls below 0.5: common practice.
  const motor = { runUpMs: 400, runA: 10, protector: true };
  it.each([
    ['starts', 'stopped', { drive: 0.98 }, { mode: 'starting', inMs: 1 }],
    ['runs up', 'starting', { drive: 0.9, amps: 50 }, { mode: 'running', inMs: 400 }],
    ['runs', 'running', { drive: 0.9 }, null],
    ['stalls', 'running', { drive: 0.49 }, { mode: 'starting', inMs: 100 }],
    ['coasts down', 'running', { drive: 0.1 }, { mode: 'stopped', inMs: 50 }],
    ['its protector rests half an hour', 'protected', {}, { mode: 'stopped', inMs: 1_800_000 }],
  ] as const)('%s', (_name, mode, seen, next) => expect(decide('motor', motor, mode, seen, { heat: 0 })).toEqual(next));
  it('locked, its protector opens in seconds and the sooner the hotter it is', () => {
    const locked = (heat: number) => decide('motor', motor, 'starting', { drive: 1, amps: 55, fault: 'locked' }, { heat });
    expect(locked(0)).toMatchObject({ mode: 'protected', when: 'fresh' });
    expect(locked(0)?.inMs).toBeGreaterThan(5000);
    expect(locked(0.5)?.inMs).toBeCloseTo((locked(0)?.inMs ?? 0) / 2, 6);
  });
  it.each([
    ['starting', undefined, 0.9, 'running up'],
    ['starting', undefined, 0.55, 'locked'],
    ['starting', 'locked', 1, 'locked'],
    ['running', undefined, 1, 'running'],
    ['protected', undefined, 1, 'protector open'],
  ] as const)('%s with fault %s at %f of its volts is seen %s', (mode, fault, drive, word) =>
    expect(
      (KINDS.motor as unknown as AnyKind).see?.(
        motor as never,
        { state: { mode } as never, fault },
        { volts: 0, amps: 0, drive, look: NOTHING_AROUND },
      ),
    ).toBe(word),
  );
});

describe('a valve motor', () => {
  const valve = { openS: 15, closeS: 8 };
  it.each([
    ['starts to open', 'closed', { drive: 1 }, 0, { mode: 'opening', inMs: 1 }],
    ['reaches its end switch at nine tenths', 'opening', { drive: 1 }, 0, { mode: 'opening', inMs: 13_500, when: 'fresh' }],
    ['goes on to the stop', 'opening', { drive: 1 }, 0.9, { mode: 'open', when: 'fresh' }],
    ['turns back when the call goes', 'opening', { drive: 0 }, 0.5, { mode: 'closing', inMs: 1 }],
    ['opens again on the way', 'closing', { drive: 1 }, 0.5, { mode: 'opening', inMs: 1 }],
    ['closes from half', 'closing', { drive: 0 }, 0.5, { mode: 'closed', inMs: 4000, when: 'fresh' }],
    ['stays open while driven', 'open', { drive: 1 }, 1, null],
    ['seized', 'closed', { drive: 1, fault: 'seized' }, 0, null],
  ] as const)('%s', (_name, mode, seen, position, next) => {
    const is = decide('travel', valve, mode, seen, { position });
    if (next === null) expect(is).toBeNull();
    else expect(is).toMatchObject(next);
  });
});

describe('a fuse', () => {
  const fuse = { curve: 'na-time-delay-control', ratingA: 2 };
  const at = (amps: number, heat = 0, part: object = fuse, mode: ModeOf<'fuse'> = 'whole') =>
    decide('fuse', part, mode, { amps }, { heat });
  it('carries its rating for ever', () => expect(at(2)).toBeNull());
  it('opens by its curve, sooner when warm', () => {
    // Point of the curve used: 5 × in 1 s, UL 248 class CC, from memory.
    expect(at(10)).toEqual({ mode: 'open', inMs: expect.closeTo(1000, 3), when: 'fresh' });
    expect(at(10, 0.75)?.inMs).toBeCloseTo(250, 3);
  });
  it('that is open stays open; one of unknown rating is not opened', () => {
    expect(at(0, 1, fuse, 'open')).toBeNull();
    expect(at(100, 0, { ...fuse, ratingA: undefined })).toBeNull();
  });
});

it('a DC supply comes up after its input and holds up 20 ms', () => {
  expect(decide('dc-output', {}, 'down', { drive: 0.5 })).toEqual({ mode: 'up', inMs: 50 });
  expect(decide('dc-output', {}, 'down', { drive: 0.34 })).toBeNull();
  expect(decide('dc-output', {}, 'up', { drive: 0 })).toEqual({ mode: 'down', inMs: 20 });
});

describe('a sensor', () => {
  const room = { process: 'vRoom', actsAt: 20, returnsAt: 21, delayMs: 0 };
  const reading = (value: number, perMinute: number) => ({ look: { process: () => ({ value, perMinute }) } });
  it.each([
    // a heating thermostat acts on the way down and returns on the way up
    ['cools towards it', 'at rest', 22, -1, { mode: 'acting', inMs: 120_000, when: 'fresh' }],
    ['warms away from it', 'at rest', 22, 1, null],
    ['stands at it', 'at rest', 20, 0, { mode: 'acting', inMs: 0, when: 'fresh' }],
    ['is past it', 'acting', 19.9, -1, { mode: 'acted', inMs: 0 }],
    ['turned round before it acted', 'acting', 20.5, 1, { mode: 'at rest', inMs: 1 }],
    ['warms back up', 'acted', 20.5, 0.5, { mode: 'returning', inMs: 60_000, when: 'fresh' }],
    ['goes on cooling', 'acted', 19, -1, null],
    ['is back', 'returning', 21, 0.5, { mode: 'at rest', inMs: 0 }],
    ['fell again before it let go', 'returning', 19.5, -1, { mode: 'acted', inMs: 1 }],
  ] as const)('of a thermostat that %s', (_name, mode, value, perMinute, next) =>
    expect(decide('sensor', room, mode, reading(value, perMinute))).toEqual(next),
  );
  it('of a pressure switch acts on the way up', () =>
    expect(decide('sensor', { ...room, actsAt: 10, returnsAt: 8 }, 'at rest', reading(9, 2))).toEqual({
      mode: 'acting',
      inMs: 30_000,
      when: 'fresh',
    }));
  it.each([
    ['stuck', room, 'stuck'],
    ['without its set point', { ...room, actsAt: undefined }, undefined],
  ])('%s does nothing', (_name, part, fault) =>
    expect(decide('sensor', part, 'at rest', { ...reading(10, -1), ...(fault ? { fault } : {}) })).toBeNull(),
  );
});

describe('a safety relay', () => {
  // Amps in each loop by the branch where they are felt: channel 1, channel 2, start.
  const relay = { starts: 'monitored', discrepancyMs: 500, dropMs: 20, recoverMs: 500 };
  const loops = (one: boolean, two: boolean, start = false, innerV = 24): Seen => ({
    look: { amps: (branch) => ({ 3: one, 5: two, 7: start })[branch] ? 0.01 : 0, volts: (branch) => (branch === 1 ? innerV : 24) },
  });
  it.each([
    ['both channels close', 'open', loops(true, true), { mode: 'ready', inMs: 1 }],
    ['one channel alone', 'open', loops(true, false), { mode: 'one', inMs: 1 }],
    ['the other follows in time', 'one', loops(true, true), { mode: 'ready', inMs: 1 }],
    ['the other never follows', 'one', loops(true, false), { mode: 'spoiled', inMs: 500 }],
    ['one channel opens and closes again', 'spoiled', loops(true, true), null],
    ['both open', 'spoiled', loops(false, false), { mode: 'open', inMs: 1 }],
    ['start pressed', 'ready', loops(true, true, true), { mode: 'pressed', inMs: 1 }],
    ['start held', 'pressed', loops(true, true, true), null],
    ['start let go', 'pressed', loops(true, true), { mode: 'on', inMs: 20 }],
    ['a channel opens while it is on', 'on', loops(true, false), { mode: 'spoiled', inMs: 20 }],
    ['both open while it is on', 'on', loops(false, false), { mode: 'open', inMs: 20 }],
    ['its channels touch', 'on', loops(true, true, false, 3), { mode: 'crossed', inMs: 20 }],
    ['they no longer touch', 'crossed', loops(true, true), { mode: 'spoiled', inMs: 500 }],
    ['its supply goes', 'on', { ...loops(true, true), drive: 0.5 }, { mode: 'dead', inMs: 20 }],
    ['its supply comes', 'dead', loops(false, false), { mode: 'open', inMs: 500 }],
  ] as const)('%s', (_name, mode, seen, next) => expect(decide('safety', relay, mode, seen)).toEqual(next));
  it.each(['automatic', 'manual'])('with %s start is on as the loop closes', (starts) =>
    expect(decide('safety', { ...relay, starts }, 'ready', loops(true, true, true))).toEqual({ mode: 'on', inMs: 20 }),
  );
});

describe('a program', () => {
  const input = (name: string) => ({ name, a: name, b: '1M' });
  const cpu = (rows: Controller['program']['rows']): Controller => ({
    kind: 'controller',
    id: 'cpu',
    a: 'L+',
    b: 'M',
    ratedV: 24,
    va: 6,
    startS: 4,
    inputs: [input('I0'), input('I1')],
    analogs: [input('A0')],
    outputs: ['Q0', 'Q1'],
    inputV: 24,
    inputMa: 7,
    program: { scanMs: 10, rows },
  });
  const seal: Controller['program']['rows'] = [
    {
      when: [
        [{ name: 'I0' }, { name: 'I1', not: true }],
        [{ name: 'Q0' }, { name: 'I1', not: true }],
      ],
      does: 'drives',
      to: 'Q0',
    },
  ];
  const fresh = (part: Controller): Record<string, number> => ({ ...KINDS.controller.values(part) });
  const later = (part: Controller, on: readonly string[], image = fresh(part), analog = 0): Record<string, number> => ({
    ...image,
    ...scan(part, image, { digital: ({ name }) => on.includes(name), analog: () => analog }),
  });
  it('seals in and lets go', () => {
    const part = cpu(seal);
    const started = later(part, ['I0']);
    expect(started.Q0).toBe(1);
    const held = later(part, [], started);
    expect(held.Q0).toBe(1);
    expect(later(part, ['I1'], held).Q0).toBe(0);
  });
  it('a lower row sees what the rows above have just written', () => {
    const part = cpu([
      { when: [[{ name: 'I0' }]], does: 'drives', to: 'M1' },
      { when: [[{ name: 'M1' }]], does: 'drives', to: 'Q0' },
    ]);
    expect(later(part, ['I0']).Q0).toBe(1);
  });
  it('the last of set and reset wins', () => {
    const part = cpu([
      { when: [[{ name: 'I0' }]], does: 'sets', to: 'Q0' },
      { when: [[{ name: 'I1' }]], does: 'resets', to: 'Q0' },
    ]);
    expect(later(part, ['I0', 'I1']).Q0).toBe(0);
    expect(later(part, [], later(part, ['I0'])).Q0).toBe(1);
  });
  it.each([
    [5.1, 1],
    [5, 0],
  ])('%f V on an analogue input that is compared with 5: %i', (volts, is) =>
    expect(later(cpu([{ when: [[{ name: 'A0', above: 5 }]], does: 'drives', to: 'Q0' }]), [], undefined, volts).Q0).toBe(is),
  );
  it('a delay waits, and is due in whole scans', () => {
    const part = cpu([{ when: [[{ name: 'I0' }]], does: 'drives', to: 'Q0', onS: 2.005 }]);
    const waiting = later(part, ['I0']);
    expect(waiting).toMatchObject({ 'wait 0': 0 });
    const sees = { look: { volts: (branch: number) => (branch === 1 ? 24 : 0) } };
    expect(decide('controller', part, 'running', sees, waiting)).toMatchObject({ mode: 'running', inMs: 2010, values: { Q0: 1 } });
    // the call goes before it is due: nothing waits any more
    expect(later(part, [], waiting)['wait 0']).toBe(-1);
  });
  it.each([
    ['its volts come', 'dark', {}, { mode: 'starting', inMs: 1 }],
    ['it starts up', 'starting', {}, { mode: 'running', inMs: 4000 }],
    ['its volts go', 'running', { drive: 0.5 }, { mode: 'dark', inMs: 20, values: { Q0: 0 } }],
    ['it stops', 'running', { fault: 'stopped' }, { mode: 'stopped', inMs: 1, values: { Q0: 0 } }],
    ['nothing changes', 'running', {}, null],
  ] as const)('%s', (_name, mode, seen, next) => {
    const is = decide('controller', cpu(seal), mode, seen, fresh(cpu(seal)));
    if (next === null) expect(is).toBeNull();
    else expect(is).toMatchObject(next);
  });
  // IEC 61131-2 type 1: on from 15 V, off under 5 V, between them as it was. From memory.
  it.each([
    [15, 0, 1],
    [14.9, 0, 0],
    [6, 1, 1],
    [4.9, 1, 0],
  ])('an input of %f V that was %i is %i', (volts, was, is) => {
    const part = cpu([]);
    const next = decide('controller', part, 'running', { look: { volts: (branch) => (branch === 1 ? volts : 0) } }, { I0: was, I1: 0 });
    expect(next?.values?.I0 ?? was).toBe(is);
  });
});

describe('every kind', () => {
  it.each(Object.values(KINDS).map((kind) => [kind.kind, kind as unknown as AnyKind] as const))(
    '%s says what it is whole',
    (_name, kind) => {
      expect(kind.modes.length).toBeGreaterThan(0);
      expect(new Set(kind.modes).size).toBe(kind.modes.length);
      expect(new Set(kind.faults.map(({ mode }) => mode)).size).toBe(kind.faults.length);
      for (const { weight } of kind.faults) expect(weight).toBeGreaterThan(0);
      expect(kind.sights === undefined).toBe(kind.see === undefined);
      if (kind.openedAs !== undefined)
        expect(kind.faults.map(({ mode }) => mode).concat('blown', 'lost', 'stuckOpen')).toContain(kind.openedAs);
    },
  );
});
