import { describe, expect, it } from 'vitest';
import { applyChanges, type Circuit, type EditChange, terminalId } from '#core/circuit';
import { explore } from '#core/explore';
import { bench, demo, on, powered, SHIPPED } from '../testing/demo';
import { edited, set } from '../testing/edits';
import { dev } from '../testing/ids';
import { checkStudy, isSound, studyOf } from './index';

const study = (circuit: Circuit) => studyOf(circuit, explore(circuit));
const endsAt = (circuit: Circuit, at: string) =>
  Object.values(circuit.conductors).flatMap((wire) =>
    wire.ends.flatMap((end, index) => (end === at ? [{ wire: wire.id, end: index as 0 | 1 }] : [])),
  );
const coilOf = (circuit: Circuit, tag: string) => study(circuit).coils.find(({ device }) => device.tag === tag)!;

describe.each(SHIPPED)('%s ships sound', (name) => {
  it('has neither danger nor block, and every coil that is called pulls in', () => {
    const all = study(demo(name));
    expect(checkStudy(all).filter(({ verdict }) => verdict !== 'look')).toEqual([]);
    expect(isSound(checkStudy(all))).toBe(true);
    for (const { word, verdict } of all.coils) expect([word, verdict]).toEqual(['pulls in', 'good']);
  });
});

describe('each rule both ways', () => {
  it('K2 with a 24 V coil on 240 V burns and is blocked; put back it is good', () => {
    const wrong = edited(demo('Q1'), set('dK2', 'coilV', 24));
    const found = checkStudy(study(wrong)).find(({ devices }) => devices.includes(dev('dK2')))!;
    expect([found.rule, found.verdict]).toEqual(['coil-window', 'block']);
    expect(coilOf(wrong, 'K2').word).toBe('burns');
    expect(coilOf(edited(wrong, set('dK2', 'coilV', 240)), 'K2').verdict).toBe('good');
  });

  it('K2 (240 V coil) across R–C is dead; its two wires moved back, with K1 in, it pulls in, no nameplate touched', () => {
    const sound = demo('Q1');
    const [one] = endsAt(sound, 'dK2:1');
    const [three] = endsAt(sound, 'dK2:3');
    // the wires' far ends go from K1's load side to the thermostat's R and C
    const onR: EditChange[] = [
      { type: 'moveEnd', conductor: one!.wire, end: one!.end === 0 ? 1 : 0, to: terminalId(dev('dTC1'), 'R') },
      { type: 'moveEnd', conductor: three!.wire, end: three!.end === 0 ? 1 : 0, to: terminalId(dev('dTC1'), 'C') },
    ];
    const applied = applyChanges(sound, onR);
    if (!applied.ok) throw new Error('no');
    expect(coilOf(applied.value.circuit, 'K2').word).toBe('dead');
    const back = applyChanges(applied.value.circuit, applied.value.inverse);
    if (!back.ok) throw new Error('no');
    expect(coilOf(back.value.circuit, 'K2').word).toBe('pulls in');
    const run = bench(back.value.circuit, [powered, on('TC1', 'cooling')]);
    expect(run.trace.changes.some(({ part, to }) => run.plan.parts[part]!.device.tag === 'K2' && to === 'in')).toBe(true);
  });

  it('an unknown coil cannot be cleared, whatever else is known', () => {
    const unknown = coilOf(edited(demo('Q1'), set('dK1', 'coilV', null)), 'K1');
    expect([unknown.verdict, unknown.word]).toEqual(['cannot-clear', 'unknown']);
  });

  it('a DC coil on AC is a danger, an AC coil on DC is blocked', () => {
    const dcCoil = edited(demo('Q1'), set('dK3', 'coilKind', 'DC'));
    expect(coilOf(dcCoil, 'K3').verdict).toBe('danger');
    // the feedback contact now feeds an AC coil from the 24 V DC supply: put the fan relay’s family in place of the PLC input
    const pump = demo('Q3');
    const relay: Circuit['devices'][string] = { ...demo('Q1').devices.dK3!, id: dev('dKA'), tag: 'K9' };
    const wires = endsAt(pump, 'dPLC1:I0').concat(endsAt(pump, 'dPLC1:M'));
    const onDc = edited(
      pump,
      { type: 'addDevice', device: relay },
      { type: 'moveEnd', conductor: wires[0]!.wire, end: wires[0]!.end, to: terminalId(dev('dKA'), '1') },
      { type: 'moveEnd', conductor: wires[1]!.wire, end: wires[1]!.end, to: terminalId(dev('dKA'), '3') },
    );
    expect(coilOf(onDc, 'K9').verdict).toBe('block');
  });

  it('a long thin thermostat cable costs the pull-in; short again it is good', () => {
    const far = {
      ...demo('Q1'),
      conductors: Object.fromEntries(
        Object.entries(demo('Q1').conductors).map(([id, wire]) => [
          id,
          wire.cable === 'cW1' ? { ...wire, lengthM: { value: 90, evidence: 'measured' as const } } : wire,
        ]),
      ),
    };
    expect(coilOf(far, 'K1').word).toBe('not guaranteed');
    expect(coilOf(demo('Q1'), 'K1').word).toBe('pulls in');
  });

  it('a pole under the locked current is a danger; the right frame is not', () => {
    const weak = checkStudy(study(edited(demo('Q1'), set('dK1', 'lockedA', 80)))).filter(({ rule }) => rule === 'contact-rating');
    expect(weak.map(({ verdict }) => verdict)).toEqual(['danger', 'danger']);
    expect(weak[0]!.is).toBeGreaterThan(90);
    expect(checkStudy(study(demo('Q1'))).filter(({ rule }) => rule === 'contact-rating')).toEqual([]);
  });

  it('no rating, no clearance', () => {
    const blank = checkStudy(study(edited(demo('Q1'), set('dK1', 'motorA', null))));
    expect(blank.some(({ verdict, rule }) => rule === 'contact-rating' && verdict === 'cannot-clear')).toBe(true);
  });

  it('a dangling reference is a finding of the document', () => {
    const broken = demo('Q1');
    const [id] = Object.keys(broken.conductors);
    const wild = { ...broken, conductors: { ...broken.conductors, [id!]: { ...broken.conductors[id!]!, cable: 'cNone' as never } } };
    expect(checkStudy({ ...study(broken), circuit: wild }).map(({ rule }) => rule)).toContain('valid');
  });
});

it('classes loads by solving: motors behind K1, the heater behind K2, the coil behind the pressure switches', () => {
  const { poles } = study(demo('Q1'));
  const serves = (tag: string, contact: string) =>
    [...poles.find((one) => one.device.tag === tag && one.contact === contact)!.serves].map((id) => id.slice(1)).sort();
  expect(serves('K1', 'L1-T1')).toEqual(['K2', 'M1', 'M2']);
  expect(serves('K2', '2-5')).toEqual(['EH1']);
  expect(serves('PS1', '1-2')).toEqual(['K1']);
});
