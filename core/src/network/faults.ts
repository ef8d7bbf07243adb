import { type Circuit, type ConductorId, type DeviceId, deviceByTag, fine, type Result, spellTerminal, tagsOf, wrong } from '#core/circuit';
import { type CircuitPlan, isWired, type PlannedPart } from '#core/graph';

/** One thing wrong with the real circuit that the document does not know. */
export type Fault =
  | { readonly device: DeviceId; readonly part: string; readonly mode: string }
  | { readonly conductor: ConductorId; readonly mode: WireFault };

/** What can be wrong with a wire in its right place: off or broken, a joint of some ohms, one of so many that it passes what draws little. */
const WIRE_FAULTS = ['open', 'loose', 'burnt'] as const;
export type WireFault = (typeof WIRE_FAULTS)[number];

/** Whether two faults are one and the same. */
export const isSameFault = (a: Fault | undefined, b: Fault | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.mode === b.mode &&
    ('conductor' in a ? 'conductor' in b && a.conductor === b.conductor : 'device' in b && a.device === b.device && a.part === b.part));

/** `K1.coil=open`, `108=open`; where several wires have the number, `108@TC1:Y=open`: what people and the command line write. */
export function spellFault(circuit: Circuit, fault: Fault): string {
  if (!('conductor' in fault)) return `${circuit.devices[fault.device]?.tag ?? '?'}.${fault.part}=${fault.mode}`;
  const wire = circuit.conductors[fault.conductor];
  const end = wire?.ends[0] ?? wire?.ends[1];
  const isAlone = Object.values(circuit.conductors).filter(({ number }) => number === wire?.number).length < 2;
  return `${wire?.number ?? '?'}${isAlone || !end ? '' : `@${spellTerminal(circuit, end)}`}=${fault.mode}`;
}

/** What can go wrong with a part; weights are common practice: how often each is met, relative to the others of its kind. */
export const faultsOfPart = ({ device, part, kind }: PlannedPart): { fault: Fault; weight: number }[] =>
  kind.faults.map(({ mode, weight }) => ({ fault: { device: device.id, part: part.id, mode }, weight }));

/** Wires in the right place that go open are common, and each less so than a part; a loose joint is as often met as an open one. Common practice. */
const WIRE_WEIGHT: { readonly [M in WireFault]: number } = { open: 2, loose: 2, burnt: 1 };

/** Every single thing that may be wrong with what is wired, with how often it is met. */
export function faultsOf(plan: CircuitPlan): { fault: Fault; weight: number }[] {
  const parts = plan.parts.flatMap((planned) => {
    const { part, device } = planned;
    const isUsed = !('a' in part) || [part.a, part.b].every((end) => isWired(plan, device.id, end));
    return isUsed ? faultsOfPart(planned) : [];
  });
  const wires = plan.conductors
    .filter(({ conductor }) => conductor.ends.every(Boolean))
    .flatMap(({ conductor }) => WIRE_FAULTS.map((mode) => ({ fault: { conductor: conductor.id, mode }, weight: WIRE_WEIGHT[mode] })));
  return [...parts, ...wires];
}

const isWireFault = (mode: string): mode is WireFault => WIRE_FAULTS.some((one) => one === mode);

/** Reads `K1.coil=open` or `108=open`. A number that several wires have is asked for again, with what tells them apart. */
export function parseFault(plan: CircuitPlan, spelled: string): Result<Fault> {
  const { circuit } = plan;
  const bad = (message: string) => wrong({ code: 'no-such-fault', at: spelled, message });
  const [left = '', mode = ''] = spelled.split('=');
  const [number = '', end = ''] = left.split('@');
  const numbered = Object.values(circuit.conductors).filter((wire) => wire.number === number);
  const wires = numbered.filter(({ ends }) => end === '' || ends.some((one) => one && spellTerminal(circuit, one) === end.toUpperCase()));
  const [wire] = wires;
  if (wire && wires.length > 1)
    return bad(
      `${wires.length} wires are numbered ${number}. Say which by an end: ${wires.map(({ id }) => spellFault(circuit, { conductor: id, mode: 'open' })).join(', ')}.`,
    );
  if (wire)
    return isWireFault(mode) ? fine({ conductor: wire.id, mode }) : bad(`Wire ${number} can be ${WIRE_FAULTS.join(', ')}, not "${mode}".`);
  if (numbered.length > 0) return bad(`No wire ${number} ends at ${end}.`);
  const dot = left.indexOf('.');
  const device = deviceByTag(circuit, dot < 0 ? left : left.slice(0, dot));
  if (!device) return bad(`"${left}" is neither a wire number nor a device. Devices: ${tagsOf(circuit)}.`);
  const known = plan.partsIn(device.id).flatMap((one) => faultsOfPart(one).map(({ fault }) => fault));
  const part = dot < 0 ? '' : left.slice(dot + 1);
  const found = known.find((fault) => 'part' in fault && fault.part === part && fault.mode === mode);
  return found
    ? fine(found)
    : bad(`${device.tag} has no fault "${spelled}". It has ${known.map((fault) => spellFault(circuit, fault)).join(', ') || 'none'}.`);
}
