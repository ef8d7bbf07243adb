import { type Circuit, type ConductorId, type DeviceId, deviceByTag, fine, type Result, tagsOf, wrong } from '#core/circuit';
import type { PartKind } from '#core/devices';
import type { NetworkPlan, PlannedPart } from './plan';

/** One thing wrong with the real circuit that the document does not know. */
export type Fault =
  | { readonly device: DeviceId; readonly part: string; readonly mode: string }
  | { readonly conductor: ConductorId; readonly mode: 'open' | 'loose' };

export interface FaultMode {
  readonly mode: string;
  /** as said of the part: "coil open" */
  readonly words: string;
  /** common practice: how often it is met, relative to the other modes of its kind */
  readonly weight: number;
}

/** What can go wrong with a part, by kind. Weights are common practice, editable only here. */
export const FAULT_MODES: Readonly<Partial<Record<PartKind, readonly FaultMode[]>>> = {
  contact: [
    { mode: 'stuckOpen', words: 'stays open', weight: 6 },
    { mode: 'welded', words: 'welded closed', weight: 4 },
    { mode: 'resistive', words: 'dirty, 10 Ω when closed', weight: 3 },
  ],
  coil: [
    { mode: 'open', words: 'coil open', weight: 10 },
    { mode: 'shorted', words: 'coil has shorted turns', weight: 2 },
    { mode: 'jammed', words: 'armature does not close', weight: 4 },
    { mode: 'stuckClosed', words: 'armature stuck closed', weight: 2 },
  ],
  fuse: [{ mode: 'blown', words: 'open', weight: 12 }],
  load: [{ mode: 'open', words: 'open', weight: 6 }],
  load3: [{ mode: 'open', words: 'one element open', weight: 6 }],
  timer: [{ mode: 'dead', words: 'never times', weight: 5 }],
  motor: [
    { mode: 'open', words: 'winding or its protector open', weight: 6 },
    { mode: 'locked', words: 'does not turn', weight: 3 },
  ],
  motor3: [
    { mode: 'open', words: 'one winding open', weight: 4 },
    { mode: 'locked', words: 'does not turn', weight: 3 },
  ],
  source: [{ mode: 'lost', words: 'lost', weight: 5 }],
  transformer: [
    { mode: 'primaryOpen', words: 'primary open', weight: 5 },
    { mode: 'secondaryOpen', words: 'secondary open', weight: 4 },
  ],
  'series-timer': [
    { mode: 'open', words: 'never passes', weight: 6 },
    { mode: 'shorted', words: 'passes at once', weight: 3 },
  ],
  electronics: [{ mode: 'dead', words: 'display dead', weight: 5 }],
  travel: [
    { mode: 'open', words: 'motor open', weight: 6 },
    { mode: 'seized', words: 'valve seized', weight: 5 },
  ],
  'dc-output': [{ mode: 'dead', words: 'output dead', weight: 4 }],
};

/** `K1.coil=open`, `wire 108=open`: what people and the command line write. */
export function spellFault(circuit: Circuit, fault: Fault): string {
  if ('conductor' in fault) return `${circuit.conductors[fault.conductor]?.number ?? '?'}=${fault.mode}`;
  return `${circuit.devices[fault.device]?.tag ?? '?'}.${fault.part}=${fault.mode}`;
}

/** A sentence: "K1 coil open", "Wire 108 open". */
export function tellFault(plan: NetworkPlan, fault: Fault): string {
  if ('conductor' in fault)
    return `Wire ${plan.circuit.conductors[fault.conductor]?.number ?? '?'} ${fault.mode === 'open' ? 'open' : 'loose'}`;
  const planned = plan.partsIn(fault.device).find(({ part }) => part.id === fault.part);
  const mode = planned && FAULT_MODES[planned.part.kind]?.find((one) => one.mode === fault.mode);
  const tag = plan.circuit.devices[fault.device]?.tag ?? '?';
  const several = planned && plan.partsIn(fault.device).filter(({ part }) => part.kind === planned.part.kind).length > 1;
  const which = planned && (planned.part.kind === 'contact' || several) ? ` ${fault.part}` : '';
  return `${tag}${which} ${mode?.words ?? fault.mode}`;
}

export const faultsOfPart = ({ device, part }: PlannedPart): { fault: Fault; weight: number }[] =>
  (FAULT_MODES[part.kind] ?? []).map(({ mode, weight }) => ({ fault: { device: device.id, part: part.id, mode }, weight }));

/** Reads `K1.coil=open` or `108=open`. */
export function parseFault(plan: NetworkPlan, spelled: string): Result<Fault> {
  const { circuit } = plan;
  const bad = (message: string) => wrong({ code: 'no-such-fault', at: spelled, message });
  const [left = '', mode = ''] = spelled.split('=');
  const wire = Object.values(circuit.conductors).find(({ number }) => number === left);
  if (wire)
    return mode === 'open' || mode === 'loose'
      ? fine({ conductor: wire.id, mode })
      : bad(`Wire ${left} can be open or loose, not "${mode}".`);
  const dot = left.indexOf('.');
  const device = deviceByTag(circuit, dot < 0 ? left : left.slice(0, dot));
  if (!device) return bad(`"${left}" is neither a wire number nor a device. Devices: ${tagsOf(circuit)}.`);
  const known = plan.partsIn(device.id).flatMap((one) => faultsOfPart(one).map(({ fault }) => fault));
  const found = known.find((fault) => 'part' in fault && fault.part === (dot < 0 ? '' : left.slice(dot + 1)) && fault.mode === mode);
  return found
    ? fine(found)
    : bad(`${device.tag} has no fault "${spelled}". It has ${known.map((fault) => spellFault(circuit, fault)).join(', ') || 'none'}.`);
}
