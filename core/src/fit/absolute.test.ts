import { describe, expect, it } from 'vitest';
import { explore } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { deviceTagged, inHand, named, placeFor, stock, twinOf } from '../testing/stock';
import { candidatesFor, coilInUse, judgePart } from './index';

/** A demo circuit in which somebody has fitted a device with another coil than it needs. */
const wrongCoil = (name: (typeof DEMO)[number], id: string, volts: number) => {
  const circuit = demo(name);
  const device = circuit.devices[id]!;
  const wrong = { ...device, nameplate: { ...device.nameplate, coilV: { value: volts, evidence: 'print' as const } } };
  return { ...circuit, devices: { ...circuit.devices, [id]: wrong } };
};

describe('a part is judged by how it stands in its place, whatever stood there', () => {
  it.each([
    ['Q1', 'dK1', 120, 'Contactor 1P and bar 30 A, 208-240 V coil', 'danger'],
    ['Q2', 'dK1', 24, 'Contactor 2P 30 A, 24 V coil', 'block'],
    ['Q2', 'dK1', 24, 'Contactor 2P 30 A, 208-240 V coil', 'good'],
  ] as const)('%s: %s with a coil of %i V, then %s: %s', (name, id, volts, title, verdict) => {
    const circuit = wrongCoil(name, id, volts);
    expect(twinOf(circuit, circuit.devices[id]!, named(title), explore(circuit)).verdict).toBe(verdict);
  });

  // With each coil of each demo circuit made wrong: what is put there is told as it is told where the coil was right, and never milder.
  it.each(DEMO)('%s: with a wrong coil in the place the table and the trial refuse what they refuse with a right one', (name) => {
    const sound = demo(name);
    const order = ['good', 'look', 'cannot-clear', 'danger', 'block'];
    const milder: string[] = [];
    for (const device of Object.values(sound.devices)) {
      const coil = coilInUse(explore(sound).plan, device.id);
      if (!coil?.part.ratedV) continue;
      const wrong = wrongCoil(name, device.id, coil.part.ratedV < 60 ? 240 : 24);
      const [rightPlace, before] = [placeFor(sound, device.tag), explore(wrong)];
      const refused = candidatesFor(rightPlace, stock).filter(
        ({ verdict, cells }) => verdict === 'block' || (verdict === 'danger' && cells.coil.verdict === 'danger'),
      );
      for (const { part } of refused.slice(0, 12)) {
        const twin = twinOf(wrong, wrong.devices[device.id]!, part, before);
        if (order.indexOf(twin.verdict) < order.indexOf('danger')) milder.push(`${device.tag}: ${part.title} is ${twin.verdict}`);
      }
    }
    expect(milder).toEqual([]);
  });
});

/** Parts that fit but for one figure of their print, each in a sound place: put in and solved, and quickly by the table. */
describe('a part that is made for less than its place is refused by table and trial alike', () => {
  const relay = {
    coilKind: 'AC',
    coilV: 24,
    coilHz: '60',
    inrushVa: 5,
    sealedVa: 2.7,
    resistiveA: 10,
    pilotCode: 'B300',
    mostV: 300,
    hp120: 0.34,
  };
  it.each([
    ['a 250 V fuse on 480 V', 'Q3', 'F2', 'fuse-1', { ratingA: 1, curve: 'na-time-delay-control', mostV: 250, breaksA: 10_000 }, 'danger'],
    ['a 32 V blade on 120 V', 'Q3', 'F4', 'fuse-1', { ratingA: 2, curve: 'blade-32', mostV: 32, breaksA: 1000 }, 'danger'],
    ['a 24 V thermostat on 230 V', 'L1A', 'TC1', 'thermostat-two-wire', { resistiveA: 6, mostV: 30 }, 'danger'],
    ['a thermostat whose volts nobody has read', 'L1A', 'TC1', 'thermostat-two-wire', { resistiveA: 6 }, 'cannot-clear'],
    ['a 24 V timer on 120 V', 'Q6', 'DT1', 'on-delay-two-wire', { delayS: 5, ratedV: 24 }, 'block'],
    ['an 11-pin relay in an 8-pin base', 'Q7', 'K1', 'relay-11-pin', relay, 'block'],
    [
      'a 120 V frame on 240 V',
      'Q1',
      'K1',
      'contactor-2',
      { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 36, sealedVa: 7, motorA: 30, lockedA: 150, resistiveA: 40, mostV: 120 },
      'danger',
    ],
    ['a breaker that breaks 1 kA where 2 kA flow', 'Q2', 'F1', 'breaker-2', { ratingA: 50, mostV: 240, breaksA: 1000 }, 'danger'],
    ['a breaker whose breaking capacity nobody has read', 'Q2', 'F1', 'breaker-2', { ratingA: 50, mostV: 240 }, 'cannot-clear'],
    ['a 300 V overload on 480 V', 'Q3', 'OL1', 'overload-relay', { settingA: 11, mostV: 300 }, 'danger'],
    ['a 50 V strip on 120 V', 'Q6', 'X1', 'terminal-strip', { mostV: 50 }, 'danger'],
    ['an isolator of 10 A for 19 A', 'Q1', 'Q1', 'isolator-2', { carryA: 10, mostV: 240 }, 'danger'],
  ] as const)('%s', (_title, name, tag, family, plate, verdict) => {
    const circuit = demo(name);
    const part = inHand(family, plate);
    expect([
      twinOf(circuit, deviceTagged(circuit, tag), part, explore(circuit)).verdict,
      judgePart(placeFor(circuit, tag), part).verdict,
    ]).toEqual([verdict, verdict]);
  });
});
