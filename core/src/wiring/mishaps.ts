import {
  type Circuit,
  type Conductor,
  type ConductorId,
  conductorIdSchema,
  conductorsAt,
  type Device,
  type DeviceId,
  deviceOf,
  type EditChange,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { familyOf } from '#core/devices';
import { at } from '#core/units';

/** What a hand does wrong as it lands: two ends change places, two touch, one is left off. */
export interface Mishap {
  readonly how: 'exchanged' | 'touching' | 'lost';
  /** where it is likely: cores of one sheath, terminals side by side, leads that look alike */
  readonly why: 'cores' | 'neighbours' | 'leads';
  /** the landings concerned: one of a lost end, else two */
  readonly ends: readonly TerminalId[];
  /** the cores, where it is about wires of a cable */
  readonly wires: readonly ConductorId[];
  readonly cable: string | undefined;
  readonly changes: readonly EditChange[];
}

type Landed = Conductor & { readonly ends: readonly [TerminalId, TerminalId] };
const isLanded = (wire: Conductor): wire is Landed => wire.ends[0] !== null && wire.ends[1] !== null;

const TOUCH = conductorIdSchema.parse('w--touch');

/** Metal between two terminals: as short as a whisker. */
const touching = (like: Conductor, a: TerminalId, b: TerminalId): EditChange => ({
  type: 'addConductor',
  conductor: { ...like, id: TOUCH, number: '', ends: [a, b], cable: null, core: null, lengthM: { value: 0.01, evidence: 'assumed' } },
});

const move = (conductor: ConductorId, end: 0 | 1, to: TerminalId | null): EditChange => ({ type: 'moveEnd', conductor, end, to });

/** The ends of two cores that lie side by side: on one device where they share one, a load before a strip; else those written alike. */
function besideEnds(circuit: Circuit, a: Landed, b: Landed): readonly [0 | 1, 0 | 1] {
  const sides = [0, 1] as const;
  const shared = sides.flatMap((i) =>
    sides.flatMap((j) => {
      const device = deviceOf(a.ends[i]);
      return device === deviceOf(b.ends[j]) ? [{ i, j, isJoint: groupOf(circuit, device) === 'joint' }] : [];
    }),
  );
  const best = shared.find(({ isJoint }) => !isJoint) ?? shared[0];
  return best ? [best.i, best.j] : [0, 0];
}

const groupOf = (circuit: Circuit, id: DeviceId): string | undefined => {
  const device = circuit.devices[id];
  return device && familyOf(device, circuit).group;
};

/** Cores of every cable: each pair exchanged and touching, each core left off. */
function ofCables(circuit: Circuit): Mishap[] {
  return Object.values(circuit.cables).flatMap(({ id, tag }) => {
    const cores = Object.values(circuit.conductors)
      .filter((wire): wire is Landed => wire.cable === id && isLanded(wire))
      .sort((a, b) => (a.core ?? 0) - (b.core ?? 0));
    const pairs = cores.flatMap((a, index) => cores.slice(index + 1).map((b) => [a, b] as const));
    return [
      ...pairs.flatMap(([a, b]): Mishap[] => {
        const [i, j] = besideEnds(circuit, a, b);
        const ends = [a.ends[i], b.ends[j]] as const;
        if (ends[0] === ends[1]) return [];
        const same = { why: 'cores', ends, wires: [a.id, b.id], cable: tag } as const;
        return [
          { ...same, how: 'exchanged', changes: [move(a.id, i, ends[1]), move(b.id, j, ends[0])] },
          { ...same, how: 'touching', changes: [touching(a, ends[0], ends[1])] },
        ];
      }),
      ...cores.map((one): Mishap => {
        const [i] = besideEnds(circuit, one, one);
        return { how: 'lost', why: 'cores', ends: [one.ends[i]], wires: [one.id], cable: tag, changes: [move(one.id, i, null)] };
      }),
    ];
  });
}

const wiredMarks = (circuit: Circuit, { id, ...device }: Device): string[] =>
  familyOf(device, circuit).terminals.filter((mark) => conductorsAt(circuit, terminalId(id, mark)).length > 0);

/** Two landings of a device that are taken for each other or touch. */
function ofPair(circuit: Circuit, device: Device, marks: readonly [string, string], why: Mishap['why']): Mishap[] {
  const ends = [terminalId(device.id, marks[0]), terminalId(device.id, marks[1])] as const;
  const [wire] = conductorsAt(circuit, ends[0]);
  if (!wire) return [];
  const same = { why, ends, wires: [], cable: undefined };
  return [
    { ...same, how: 'exchanged', changes: [{ type: 'swapLandings', device: device.id, marks: [...marks] }] },
    { ...same, how: 'touching', changes: [touching(wire, ends[0], ends[1])] },
  ];
}

/** Terminals side by side of every device; of a load its leads, which hang free, each with each. */
function ofDevices(circuit: Circuit): Mishap[] {
  return Object.values(circuit.devices).flatMap((device) => {
    const family = familyOf(device, circuit);
    const wired = wiredMarks(circuit, device);
    const isFree = family.group === 'load' || family.is?.oneCoilUsed === true;
    if (isFree) return wired.flatMap((a, index) => wired.slice(index + 1).flatMap((b) => ofPair(circuit, device, [a, b], 'leads')));
    return family.terminals.slice(1).flatMap((b, index) => {
      const a = at(family.terminals, index);
      return wired.includes(a) && wired.includes(b) ? ofPair(circuit, device, [a, b], 'neighbours') : [];
    });
  });
}

/** What a mishap makes of the wires, so that the same one reached two ways is tried once. */
function netKey(circuit: Circuit, { changes }: Mishap): string {
  const ends = new Map<string, readonly (string | null)[]>();
  for (const change of changes) {
    if (change.type === 'addConductor') ends.set('+', [...change.conductor.ends].sort());
    if (change.type === 'moveEnd') {
      const wire = circuit.conductors[change.conductor];
      if (wire) ends.set(wire.id, [change.to, wire.ends[1 - change.end] ?? null].map(String).sort());
    }
    if (change.type === 'swapLandings') {
      const [a, b] = change.marks.map((mark) => terminalId(change.device, mark));
      for (const wire of Object.values(circuit.conductors))
        if (wire.ends.some((end) => end === a || end === b))
          ends.set(wire.id, wire.ends.map((end) => String(end === a ? b : end === b ? a : end)).sort());
    }
  }
  // two wires with their far ends exchanged are the same circuit as two with their near ends exchanged: told by what they join
  return [...ends.values()]
    .map((pair) => pair.join('–'))
    .sort()
    .join(' | ');
}

/** Whether an exchange changes nothing: both ends of one potential at that place, or of one number landed together. */
const isNothing = (circuit: Circuit, { how, ends: [a, b] }: Mishap): boolean =>
  how !== 'lost' &&
  a !== undefined &&
  b !== undefined &&
  Object.values(circuit.conductors).some((wire) => wire.ends.includes(a) && wire.ends.includes(b) && how === 'touching');

/**
 * Every mishap that is likely in a circuit, each once.
 * @param of only those of this cable or this device; of the whole circuit unless said
 */
export function mishapsOf(circuit: Circuit, of?: { readonly cable: string } | { readonly device: DeviceId }): readonly Mishap[] {
  const all = [...ofCables(circuit), ...ofDevices(circuit)].filter((one) => !isNothing(circuit, one));
  const wanted = all.filter((one) =>
    of === undefined
      ? true
      : 'cable' in of
        ? one.cable === circuit.cables[of.cable]?.tag
        : one.ends.some((end) => deviceOf(end) === of.device),
  );
  return [...new Map(wanted.toReversed().map((one) => [netKey(circuit, one), one])).values()].toReversed();
}
