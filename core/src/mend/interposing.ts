import type { Study } from '#core/check';
import {
  type Conductor,
  conductorIdSchema,
  type Device,
  deviceIdSchema,
  type EditChange,
  PLAIN_LANDINGS,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyNamed, partsOf, printed } from '#core/devices';
import { usualCoil, usualVolts } from '#core/fit';
import { type Coil, isKind } from '#core/kinds';
import { pairVolts } from '#core/network';
import { createRig, runLog, settleMoment } from '#core/sequence';
import { at } from '#core/units';
import type { Proposal } from './deed';

/** What is put between: a small plug-in relay that every van carries. */
const FAMILY = 'relay-8-pin';
const PLATE = { resistiveA: 10, pilotCode: 'B300', mostV: 300, sealedVa: 2.7, inrushVa: 5 } as const;
/** Volts that stand within this share of a coil's own feed it. */
const FEEDS_WITHIN = 0.12;

/** The next K that nobody has. */
function freeTag({ circuit }: Study): string {
  const taken = new Set(Object.values(circuit.devices).map(({ tag }) => tag));
  for (let number = 1; ; number++) if (!taken.has(`K${number}`)) return `K${number}`;
}

/** Two terminals of the device's own poles between which its coil's volts stand with nothing called. */
function feedOf({ exploration: { plan } }: Study, device: Device, coil: Coil): readonly [TerminalId, TerminalId] | undefined {
  const marks = plan
    .partsIn(device.id)
    .filter(isKind('contact'))
    .flatMap(({ part }) => [part.a, part.b]);
  const rig = createRig(plan);
  const trace = runLog(rig, [{ atMs: 0, power: 'on' }]);
  settleMoment(rig, at(trace.frames, -1).moment);
  const ratedV = coil.ratedV ?? 0;
  const highV = coil.ratedHighV ?? ratedV;
  for (const a of marks)
    for (const b of marks) {
      if (a >= b) continue;
      const volts = pairVolts(rig.nets, plan.nodeAt(device.id, a), plan.nodeAt(device.id, b));
      if (volts >= ratedV * (1 - FEEDS_WITHIN) && volts <= highV * (1 + FEEDS_WITHIN))
        return [terminalId(device.id, a), terminalId(device.id, b)];
    }
  return undefined;
}

/**
 * A relay between a call that is too weak for a coil and that coil: its own coil takes the call's leads, its contact switches the coil on
 * the volts that already stand at the poles of the coil's own device.
 * @param volts of the call @param hz of the call; 0 for direct current
 */
export function interposing(study: Study, device: Device, coil: Coil, volts: number, hz: number): Proposal[] {
  const { circuit } = study;
  const feed = feedOf(study, device, coil);
  if (!feed || !familyNamed(FAMILY)) return [];
  const tag = freeTag(study);
  const id = deviceIdSchema.parse(`d${tag}between`);
  const figures = Object.fromEntries(Object.entries(PLATE).map(([name, value]) => [name, printed(value)]));
  const relay: Device = {
    id,
    tag,
    family: FAMILY,
    title: `Interposing relay for ${device.tag}`.slice(0, 80),
    nameplate: { ...usualCoil(volts, hz), ...figures },
    place: device.place,
    at: null,
    body: null,
    hazard: 'none',
    notes: '',
    fitted: '',
    reads: null,
  };
  const parts = partsOf(relay);
  const own = parts.find((part) => part.kind === 'coil');
  const contact = parts.find((part) => part.kind === 'contact' && part.form === 'NO');
  if (own?.kind !== 'coil' || contact?.kind !== 'contact') return [];
  const moves = Object.values(circuit.conductors).flatMap(({ id: conductor, ends }) =>
    ([0, 1] as const).flatMap((end): EditChange[] => {
      const to = ends[end] === terminalId(device.id, coil.a) ? own.a : ends[end] === terminalId(device.id, coil.b) ? own.b : undefined;
      return to === undefined ? [] : [{ type: 'moveEnd', conductor, end, to: terminalId(id, to) }];
    }),
  );
  const wire = (name: string, number: string, ends: Conductor['ends']): EditChange => ({
    type: 'addConductor',
    conductor: {
      id: conductorIdSchema.parse(`w${tag}${name}`),
      number,
      ends,
      landings: PLAIN_LANDINGS,
      size: circuit.practice === 'iec' ? { mm2: 1.5 } : { awg: 14 },
      material: 'Cu',
      colour: '',
      insulationV: 600,
      lengthM: { value: 0.5, evidence: 'assumed' },
      cable: null,
      core: null,
    },
  });
  const numberAt = (end: TerminalId): string => Object.values(circuit.conductors).find(({ ends }) => ends.includes(end))?.number ?? '';
  const [line, back] = feed;
  return [
    {
      deed: { code: 'relay between', device: device.id, tag, coilV: usualVolts(volts, hz), hz, va: PLATE.sealedVa, feed },
      changes: [
        { type: 'addDevice', device: relay },
        ...moves,
        wire('a', numberAt(line), [line, terminalId(id, contact.a)]),
        wire('b', `${tag}-${contact.b}`, [terminalId(id, contact.b), terminalId(device.id, coil.a)]),
        wire('c', numberAt(back), [back, terminalId(device.id, coil.b)]),
      ],
    },
  ];
}
