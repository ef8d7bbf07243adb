import { describe, expect, it } from 'vitest';
import { ACTORS, type Sight } from './actors';

const sight = (more: Partial<Sight>): Sight => ({ volts: 24, drive: 1, amps: 0.3, mode: 0, value: 0, fault: undefined, ...more });
const decide = (kind: keyof typeof ACTORS, part: object, more: Partial<Sight>) => ACTORS[kind]!({ kind, ...part } as never, sight(more));

describe('an armature', () => {
  // Typical pick-up 0.75 and drop-out 0.45 for AC: common practice.
  const coil = { pickUpTypicalRatio: 0.75, dropOutTypicalRatio: 0.45, operateMs: 18, releaseMs: 12 };
  it.each([
    ['enough volts', { drive: 0.75 }, { mode: 1, inMs: 18 }],
    ['too few', { drive: 0.749 }, null],
    ['sagging while in', { mode: 1, drive: 0.46 }, null],
    ['lost while in', { mode: 1, drive: 0.44 }, { mode: 0, inMs: 12 }],
    ['jammed', { drive: 1, fault: 'jammed' }, null],
    ['stuck in', { drive: 0, fault: 'stuckClosed' }, { mode: 1, inMs: 0 }],
    ['open coil', { drive: 1, fault: 'open' }, null],
  ] as const)('%s', (_name, seen, next) => expect(decide('coil', coil, seen)).toEqual(next));
});

describe('a two-wire timer', () => {
  const timer = { ratedV: 24, delayS: 180, holdA: 0.02, resetMs: 100 };
  it.each([
    ['nothing across it', { volts: 0 }, null],
    ['starts at 70 % of rated', { volts: 16.8 }, { mode: 1, inMs: 1 }],
    ['times on', { volts: 26, mode: 1 }, { mode: 2, inMs: 180_000 }],
    ['loses its volts', { volts: 0, mode: 1 }, { mode: 0, inMs: 100 }],
    ['holds', { mode: 2, amps: 0.3 }, null],
    ['lets go under the holding current', { mode: 2, amps: 0.019 }, { mode: 0, inMs: 100 }],
    ['broken', { volts: 26, fault: 'open' }, null],
  ] as const)('%s', (_name, seen, next) => expect(decide('series-timer', timer, seen)).toEqual(next));
  it('without a delay set it never passes', () =>
    expect(decide('series-timer', { ...timer, delayS: undefined }, { volts: 26, mode: 1 })).toBeNull());
});

describe('electronics', () => {
  const brain = { worksFromV: 18, bootS: 5 };
  it.each([
    ['wake', { volts: 18 }, { mode: 1, inMs: 1 }],
    ['start up', { volts: 24, mode: 1 }, { mode: 2, inMs: 5000 }],
    ['stay', { volts: 24, mode: 2 }, null],
    ['ride through a dip', { volts: 12, mode: 2 }, { mode: 0, inMs: 100 }],
    ['stay dark below 18 V', { volts: 17.9 }, null],
    ['dead ones stay dark', { volts: 24, fault: 'dead' }, null],
  ] as const)('%s', (_name, seen, next) => expect(decide('electronics', brain, seen)).toEqual(next));
});

describe('a motor', () => {
  // Turns above 0.6 of rated, stalls below 0.5: common practice.
  const motor = { runUpMs: 400, runA: 10, protector: true };
  it.each([
    ['starts', { drive: 0.98 }, { mode: 1, inMs: 1 }],
    ['runs up', { drive: 0.9, mode: 1, amps: 50 }, { mode: 2, inMs: 400 }],
    ['runs', { drive: 0.9, mode: 2 }, null],
    ['stalls', { drive: 0.49, mode: 2 }, { mode: 1, inMs: 100 }],
    ['coasts down', { drive: 0.1, mode: 2 }, { mode: 0, inMs: 50 }],
    ['its protector rests half an hour', { mode: 3 }, { mode: 0, inMs: 1_800_000 }],
  ] as const)('%s', (_name, seen, next) => expect(decide('motor', motor, seen)).toEqual(next));
  it('locked, its protector opens in seconds and the sooner the hotter it is', () => {
    const cold = decide('motor', motor, { mode: 1, drive: 1, amps: 55, fault: 'locked' })!;
    const warm = decide('motor', motor, { mode: 1, drive: 1, amps: 55, fault: 'locked', value: 0.5 })!;
    expect([cold.mode, cold.fresh]).toEqual([3, true]);
    expect(cold.inMs).toBeGreaterThan(5000);
    expect(warm.inMs).toBeCloseTo(cold.inMs / 2, 6);
  });
});

describe('a valve motor', () => {
  const valve = { openS: 15, closeS: 8 };
  it.each([
    ['starts to open', { drive: 1 }, { mode: 1, inMs: 1 }],
    ['reaches its end switch at nine tenths', { drive: 1, mode: 1, value: 0 }, { mode: 1, inMs: 13_500, fresh: true }],
    ['goes on to the stop', { drive: 1, mode: 1, value: 0.9 }, { mode: 3, fresh: true }],
    ['turns back when the call goes', { drive: 0, mode: 1, value: 0.5 }, { mode: 2, inMs: 1 }],
    ['opens again on the way', { drive: 1, mode: 2, value: 0.5 }, { mode: 1, inMs: 1 }],
    ['closes from half', { drive: 0, mode: 2, value: 0.5 }, { mode: 0, inMs: 4000, fresh: true }],
    ['stays open while driven', { drive: 1, mode: 3, value: 1 }, null],
    ['seized', { drive: 1, fault: 'seized' }, null],
  ] as const)('%s', (_name, seen, next) => {
    const is = decide('travel', valve, seen);
    if (next === null) expect(is).toBeNull();
    else expect(is).toMatchObject(next);
  });
});

describe('a fuse', () => {
  const fuse = { curve: 'na-time-delay-control', ratingA: 2 };
  it('carries its rating for ever', () => expect(decide('fuse', fuse, { amps: 2 })).toBeNull());
  it('opens by its curve, sooner when warm', () => {
    // Point of the curve used: 5 × in 1 s, UL 248 class CC, from memory.
    expect(decide('fuse', fuse, { amps: 10 })).toEqual({ mode: 1, inMs: expect.closeTo(1000, 3), fresh: true });
    expect(decide('fuse', fuse, { amps: 10, value: 0.75 })!.inMs).toBeCloseTo(250, 3);
  });
  it('that is open stays open; one of unknown rating is not opened', () => {
    expect(decide('fuse', fuse, { amps: 0, mode: 1 })).toBeNull();
    expect(decide('fuse', { ...fuse, ratingA: undefined }, { amps: 100 })).toBeNull();
  });
});

it('a DC supply comes up after its input and holds up 20 ms', () => {
  expect(decide('dc-output', {}, { drive: 0.5 })).toEqual({ mode: 1, inMs: 50 });
  expect(decide('dc-output', {}, { drive: 0.34 })).toBeNull();
  expect(decide('dc-output', {}, { drive: 0, mode: 1 })).toEqual({ mode: 0, inMs: 20 });
});
