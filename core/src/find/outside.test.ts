import { describe, expect, it } from 'vitest';
import { type Circuit, deviceOf } from '#core/circuit';
import { familyOf } from '#core/devices';
import { drain } from '#core/explore';
import { isKind } from '#core/kinds';
import { type Fault, planNetwork, readVolts } from '#core/network';
import { createRig, frameAt, isIn, runLog, settleMoment, sightingsOf } from '#core/sequence';
import { tellSuspect } from '#core/words';
import { demo } from '../testing/demo';
import { playAgainst } from '../testing/session';
import { predicting, type Test } from './index';

/** Something that is wrong and is not on the list of faults: where it is, and the circuit as it then is. */
interface Strange {
  readonly what: string;
  readonly circuit: Circuit;
  /** whether a suspect is about the place where it is */
  isPlace(fault: Fault): boolean;
}

/** Every wire a joint of some ohms, every coil one of other volts, every wire end on the next terminal of its device. */
function strangeIn(circuit: Circuit): Strange[] {
  const wires = Object.values(circuit.conductors);
  const withWire = (id: string, to: Partial<Circuit['conductors'][string]>): Circuit => ({
    ...circuit,
    conductors: { ...circuit.conductors, [id]: { ...circuit.conductors[id]!, ...to } },
  });
  const isWire = (id: string) => (fault: Fault) => 'conductor' in fault && fault.conductor === id;
  const loose = wires.map(
    (wire): Strange => ({
      what: `a joint of ohms in wire ${wire.number}`,
      circuit: withWire(wire.id, { lengthM: { value: 3000, evidence: 'measured' }, size: { awg: 18 } }),
      isPlace: isWire(wire.id),
    }),
  );
  const moved = wires.flatMap((wire): Strange[] => {
    const end = wire.ends[1];
    const device = end && circuit.devices[deviceOf(end)];
    if (!end || !device) return [];
    const marks = familyOf(device, circuit).terminals;
    const next = marks[(marks.indexOf(end.slice(device.id.length + 1)) + 1) % marks.length]!;
    return [
      {
        what: `wire ${wire.number} on ${device.tag}:${next}`,
        circuit: withWire(wire.id, { ends: [wire.ends[0], `${device.id}:${next}` as typeof end] }),
        isPlace: isWire(wire.id),
      },
    ];
  });
  const coils = planNetwork(circuit)
    .parts.filter(isKind('coil'))
    .flatMap(({ device, part }): Strange[] =>
      part.ratedV === undefined
        ? []
        : [0.5, 5].map((times) => ({
            what: `${device.tag} with a coil of ${times * part.ratedV!} V`,
            circuit: {
              ...circuit,
              devices: {
                ...circuit.devices,
                [device.id]: {
                  ...device,
                  nameplate: { ...device.nameplate, coilV: { value: times * part.ratedV!, evidence: 'print' as const } },
                },
              },
            },
            isPlace: (fault: Fault) => 'device' in fault && fault.device === device.id && fault.part === part.id,
          })),
    );
  return [...loose, ...moved, ...coils];
}

/** Plays each strange fault that shows as the complaint says. */
function played(name: 'Q1' | 'Q2' | 'Q7' | 'Q9' | 'L1B') {
  const circuit = demo(name);
  const plan = planNetwork(circuit);
  const complaint = circuit.complaints[0]!;
  const predictions = drain(predicting(plan, complaint));
  const tag = circuit.devices[complaint.about]!.tag;
  return strangeIn(circuit).flatMap((strange, index) => {
    const own = planNetwork(strange.circuit);
    const rig = createRig(own);
    const frame = frameAt(runLog(rig, complaint.log), complaint.atMs);
    settleMoment(rig, frame.moment);
    const seen = sightingsOf(rig, frame.seen);
    if (seen[tag]) return [];
    const read = ({ red, black, mode }: Test) => readVolts(rig.nets, mode, own.nodeOf(red), own.nodeOf(black));
    const { verdict, evidence } = playAgainst(predictions, read, seen, 500 + index);
    const named = verdict.ranked[0]!.members.map((one) => predictions.suspects[one]!.fault);
    // a fuse that is named open and is open is rightly named, whatever opened it
    const isOpen = (fault: Fault): boolean =>
      'device' in fault &&
      own
        .partsIn(fault.device)
        .some((planned) => planned.part.kind === 'fuse' && fault.mode === 'blown' && isIn(frame.moment, planned, 'fuse', 'open'));
    const isRight = named.some((fault) => fault !== undefined && (strange.isPlace(fault) || isOpen(fault)));
    return [{ what: strange.what, verdict, readings: evidence.measured.length, isRight, words: tellSuspect(plan, named[0]) }];
  });
}

describe('what is wrong need not be on the list', () => {
  const all = (['Q1', 'Q2', 'Q7', 'Q9', 'L1B'] as const).flatMap((name) => played(name).map((one) => ({ name, ...one })));
  it('faults of other kinds are seldom called something that they are not (printed)', () => {
    const found = all.filter(({ verdict }) => verdict.isFound);
    const wrong = found.filter(({ isRight }) => !isRight);
    console.log(`${all.length} strange faults: ${found.length} found, ${wrong.length} of them something else`);
    for (const { name, what, words, verdict } of wrong)
      console.log(`  ${name}: ${what} called "${words}" at ${verdict.ranked[0]!.share.toFixed(3)}`);
    expect(all.length).toBeGreaterThan(50);
    expect(wrong.length / all.length).toBeLessThanOrEqual(0.02);
  });
  it('what no followed fault expects makes it likelier that it is none of them', () => {
    const odd = all.filter(({ isRight, verdict }) => !isRight && !verdict.isFound);
    const told = odd.filter(
      ({ verdict: { none, misfits, unseen, ranked, isProvedBySwap, confirm } }) =>
        none > 0.05 || misfits.length > 0 || unseen.length > 0 || isProvedBySwap || confirm !== undefined || (ranked[0]?.share ?? 0) < 0.95,
    );
    expect(told.length).toBe(odd.length);
  });
});
