import { describe, expect, it } from 'vitest';
import { candidatesFor, judgePart } from '#core/fit';
import { tellCells } from '#core/words';
import { named, placeFor, stock } from '../testing/stock';
import { arrangementFor, baseFor, circuitOf, polesNeeded, relayOrContactor } from './index';

describe('a brief without a circuit', () => {
  const brief = {
    title: 'Pump',
    site: 'Quarry Road',
    practice: 'na',
    lineV: 240,
    phases: 1,
    hz: 60,
    load: 'motor',
    hp: 3,
    controlV: 24,
    transformerVa: 40,
    cableM: 30,
  } as const;
  it('is judged by the same engine', () => {
    const made = circuitOf(brief);
    if (!made.ok) throw new Error('refused');
    const need = placeFor(made.value, 'K1');
    const [best] = candidatesFor(need, stock);
    expect([best!.verdict, best!.part.family]).toEqual(['good', 'contactor-2']);
    expect(judgePart(need, named('Contactor 2P 30 A, 120 V coil')).word).toBe('dead on arrival');
  });
  // hold, make, kind of current and leak of outputs: common practice
  it.each([
    ['switch-1', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-relay', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-triac', 24, 'Contactor 2P 30 A, 24 V coil', 'good', ''],
    ['output-board', 24, 'Contactor 1P and bar 30 A, 24 V coil', 'good', ''],
    ['output-board', 24, 'Contactor 3P 40 A, 24 V coil', 'danger', 'makes'],
    ['output-transistor', 24, 'Contactor 2P 30 A, 24 V coil', 'danger', 'switches AC'],
    ['output-board', 120, 'Contactor 2P 30 A, 120 V coil', 'danger', 'switches'],
    ['thermostat-two-wire', 24, 'Contactor 2P 30 A, 24 V coil', 'cannot-clear', '–'],
    ['output-triac', 120, 'Miniature relay, 8 blades, 120 V AC coil', 'look', 'leaks'],
  ] as const)('called by %s on %d V, %s: its driver is %s', (caller, controlV, title, verdict, says) => {
    const made = circuitOf({ ...brief, transformerVa: 100, caller, controlV, lineV: controlV === 120 ? 120 : 240 });
    if (!made.ok) throw new Error('refused');
    const { cells } = judgePart(placeFor(made.value, 'K1'), named(title));
    const { says: told } = tellCells(made.value, title, cells).driver;
    expect([cells.driver.verdict, told]).toEqual([verdict, expect.stringMatching(says)]);
  });
  it('leaves unknown what nobody said', () => {
    const made = circuitOf({ ...brief, transformerVa: undefined });
    if (!made.ok) throw new Error('refused');
    expect(judgePart(placeFor(made.value, 'K1'), named('Contactor 2P 30 A, 24 V coil')).verdict).not.toBe('good');
    expect(circuitOf({ ...brief, lineV: undefined }).ok).toBe(false);
  });
});

describe('arrangements', () => {
  // Common practice.
  it('three rows between two legs need six poles', () => expect(polesNeeded(3, 2)).toBe(6));
  it.each([
    [1, '8-pin'],
    [2, '8-pin'],
    [3, '11-pin'],
    [4, '14-blade'],
    [5, undefined],
  ])('%i circuits ask for %s', (circuits, base) => expect(baseFor(circuits)).toBe(base));
  it('the same act everywhere: contactor; opposite acts: changeover', () => {
    expect(arrangementFor(['on', 'on', 'on']).part).toBe('contactor');
    expect(arrangementFor(['on', 'off']).part).toBe('changeover relay');
  });
  it.each([
    [{ amps: 0.2, kind: 'coil', volts: 120 }, 'relay'],
    [{ amps: 17.6, kind: 'motor', volts: 240 }, 'contactor'],
    [{ amps: 0.9, kind: 'motor', volts: 240 }, 'relay'],
    [{ amps: 18.75, kind: 'heater', volts: 240 }, 'contactor'],
    [{ amps: 5, kind: 'lamp', volts: 120 }, 'contactor'],
    [{ amps: undefined, kind: 'lamp', volts: 120 }, 'unknown'],
  ] as const)('%j: %s', (load, take) => expect(relayOrContactor(load).take).toBe(take));
});
