import { describe, expect, it } from 'vitest';
import { deviceIdSchema } from '#core/circuit';
import { layoutPaths, type PlacedSymbol } from '#core/draw';
import type { PartView } from '#core/look';
import { planNetwork } from '#core/network';
import { DEMO, demo, point } from '../../core/src/testing/demo';
import { edited } from '../../core/src/testing/edits';
import { swapChanges } from '../src/sheet/edits';
import { inputAt } from '../src/sheet/InputButton';
import { deviceAt, nextPlace, placesOf } from '../src/sheet/places';
import { underSymbol } from '../src/sheet/underSymbol';
import { devicesIn } from '../src/sheet/useFrame';
import { actOf, CIRCUIT_KEYS, SHEET_KEYS } from '../src/ui/keys';

const Q1 = demo('Q1');
const sheet = layoutPaths(planNetwork(Q1));
const device = (tag: string) => deviceIdSchema.parse(`d${tag}`);

describe('places of the sheet', () => {
  const places = placesOf(sheet);
  it.each(DEMO)('every terminal that is drawn in %s has its device', (name) => {
    for (const { point: at, device: owner } of placesOf(layoutPaths(planNetwork(demo(name))))) expect(owner).toBe(deviceAt(at));
  });
  it('right goes along the line, and left comes back', () => {
    const from = places.find((place) => place.point === point(Q1, 'K1:L1'))!;
    const next = nextPlace(places, from, 1, 0)!;
    expect([next.y, next.x > from.x]).toEqual([from.y, true]);
    expect(nextPlace(places, next, -1, 0)).toEqual(from);
  });
  it('down and up go to another line; at the edge there is none', () => {
    const from = places.find((place) => place.point === point(Q1, 'K1:L1'))!;
    const below = nextPlace(places, from, 0, 1)!;
    expect(below.y).toBeGreaterThan(from.y);
    expect(nextPlace(places, below, 0, -1)!.y).toBeLessThan(below.y);
    const top = places.reduce((most, place) => (place.y < most.y ? place : most));
    expect(nextPlace(places, top, 0, -1)).toBeUndefined();
  });
});

describe('a frame on the sheet', () => {
  const symbols = sheet.bands.flatMap((band) => band.symbols);
  const whole = { x: 0, y: 0, width: sheet.width, height: sheet.bands.reduce((sum, band) => sum + band.height, 0) };
  it('takes what stands in it, each device once; an empty one takes nothing', () => {
    expect(new Set(devicesIn(sheet, whole))).toEqual(new Set(symbols.map((one) => one.device)));
    expect(new Set(devicesIn(sheet, whole)).size).toBe(devicesIn(sheet, whole).length);
    expect(devicesIn(sheet, { ...whole, width: 1 })).toEqual([]);
  });
  it('around one symbol it takes that device alone', () => {
    const one = symbols.find(({ device: owner, kind }) => owner === device('PS1') && kind === 'pressure')!;
    expect(devicesIn(sheet, { x: one.x - 3, y: one.y - 3, width: 6, height: 6 })).toEqual([device('PS1')]);
  });
});

describe('the line under a symbol', () => {
  const symbol = (kind: PlacedSymbol['kind'], text: string, description: string) => ({ kind, text, description }) as PlacedSymbol;
  const view = (more: Partial<PartView> = {}): PartView => ({
    volts: 0,
    amps: 0,
    mode: '',
    phase: 'off',
    sight: null,
    isClosed: true,
    dueMs: null,
    ...more,
  });
  it.each([
    ['a fuse that opened', symbol('fuse', '2 A', 'Control fuse'), view({ isClosed: false }), '2 A, open'],
    ['a fuse', symbol('fuse', '2 A', 'Control fuse'), view(), '2 A'],
    ['a timer that counts', symbol('timer', '', 'Delay'), view({ phase: 'under way', dueMs: 5000 }), '4 s left'],
    ['a valve that travels', symbol('valve', '24 V', 'Valve'), view({ phase: 'under way', dueMs: 1000 }), '0 ms left'],
    ['under way without an end', symbol('motor', '5 A', 'Fan'), view({ phase: 'under way' }), '5 A Fan'],
    ['a coil', symbol('coil', '24 V', 'A contactor with a long name'), view(), 'A contactor with a long name'],
    ['a contact', symbol('contact', 'NO', 'Contact'), undefined, 'NO'],
    ['nothing written', symbol('box', '', 'Controller'), undefined, 'Controller'],
  ])('%s', (_name, one, seen, words) => expect(underSymbol(one, seen, 1000)).toBe(words));
});

describe('swapping NO and NC', () => {
  it.each([
    [
      'a switch with a form is turned over',
      'PS1',
      [{ type: 'setField', device: 'dPS1', field: 'form', to: { value: 'NO', evidence: 'print' } }],
    ],
    ["a changeover's wires trade places", 'K2', [{ type: 'swapLandings', device: 'dK2', marks: ['5', '4'] }]],
  ])('%s, and back', (_name, tag, changes) => {
    const swap = swapChanges(Q1, device(tag))!;
    expect(swap).toEqual(changes);
    const swapped = edited(Q1, ...swap);
    expect(edited(swapped, ...swapChanges(swapped, device(tag))!)).toEqual(Q1);
  });
  it.each(['M1', 'T1', 'gone'])('there is nothing to swap at %s', (tag) => expect(swapChanges(Q1, device(tag))).toBeUndefined());
});

describe('an input is worked on one symbol', () => {
  it.each(DEMO)('of %s each on a contact of its own device', (name) => {
    const circuit = demo(name);
    const symbols = layoutPaths(planNetwork(circuit)).bands.flatMap((band) => band.symbols);
    const worked = symbols.flatMap((one) => {
      const input = inputAt(circuit, one.device, one.part);
      return input ? [`${one.device} ${input.name}`] : [];
    });
    expect(worked.length).toBeGreaterThan(0);
    expect(new Set(worked).size).toBe(worked.length);
  });
});

describe('keys', () => {
  const pressed = (key: string, more: object = {}) => ({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...more });
  it.each([
    [pressed('ArrowLeft'), 'left'],
    [pressed('R'), 'red'],
    [pressed('r', { ctrlKey: true }), undefined],
    [pressed('r', { altKey: true }), undefined],
    [pressed(' '), 'operate'],
    [pressed('q'), undefined],
  ])('on the sheet %o', (event, act) => expect(actOf(SHEET_KEYS, event)).toBe(act));
  it.each([
    [pressed('z', { ctrlKey: true }), 'undo'],
    [pressed('Z', { metaKey: true, shiftKey: true }), 'redo'],
    [pressed('z'), undefined],
    [pressed('?', { shiftKey: true }), 'legend'],
    [pressed('/'), 'goTo'],
  ])('anywhere %o', (event, act) => expect(actOf(CIRCUIT_KEYS, event)).toBe(act));
  it('no key does two things', () => {
    const caps = [...SHEET_KEYS, ...CIRCUIT_KEYS].map(({ cap }) => cap);
    expect(new Set(caps).size).toBe(caps.length);
  });
});
