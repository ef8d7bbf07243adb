import { describe, expect, it } from 'vitest';
import { explore } from '#core/explore';
import { DEMO, demo } from '../testing/demo';
import { named, placeFor, stock, twinOf } from '../testing/stock';
import { candidatesFor, coilInUse } from './index';

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
