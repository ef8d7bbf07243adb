import { spellTerminal } from '#core/circuit';
import { isAstray, type Suspicion } from '#core/find';
import type { CircuitPlan } from '#core/graph';
import { partNamed } from '#core/graph';
import type { FaultOf, PartKind } from '#core/kinds';
import type { Fault, WireFault } from '#core/network';
import { spellEnds } from './points';

/** What can go wrong, as said of the part: "coil open". */
const FAULTS: { readonly [K in PartKind]: { readonly [F in FaultOf<K>]: string } } = {
  contact: { stuckOpen: 'stays open', welded: 'welded closed', resistive: 'dirty, 10 Ω when closed' },
  coil: {
    open: 'coil open',
    shorted: 'coil has shorted turns',
    jammed: 'armature does not close',
    stuckClosed: 'armature stuck closed',
    forMoreVolts: 'coil is one for five times the volts',
    forFewerVolts: 'coil is one for half the volts',
  },
  fuse: { blown: 'open' },
  load: { open: 'open' },
  load3: { open: 'one element open' },
  timer: { dead: 'never times' },
  step: { open: 'coil open', stuck: 'does not turn' },
  'amp-relay': { dead: 'sees no amps' },
  monitor3: { dead: 'dead' },
  motor: { open: 'winding or its protector open', locked: 'does not turn' },
  'tap-motor': { open: 'winding open', locked: 'does not turn' },
  motor3: { open: 'one winding open', locked: 'does not turn' },
  source: { lost: 'lost' },
  transformer: { primaryOpen: 'primary open', secondaryOpen: 'secondary open' },
  'series-timer': { open: 'never passes', shorted: 'passes at once' },
  electronics: { dead: 'display dead' },
  controller: { dead: 'dead', stopped: 'does not run its program' },
  safety: { dead: 'dead' },
  sensor: { stuck: 'does not act' },
  capacitor: { weak: 'has lost half its capacitance', open: 'open', shorted: 'shorted' },
  'capacitor-motor': { open: 'run winding or its protector open', startOpen: 'start winding open', locked: 'does not turn' },
  'two-speed-motor': { open: 'one winding open', locked: 'does not turn' },
  'start-thermistor': { open: 'open', shorted: 'shorted' },
  diode: { shorted: 'shorted', open: 'open' },
  'delay-block': { unlatched: 'not latched on: its contacts never move' },
  'volt-relay': { open: 'coil open' },
  undervoltage: { open: 'coil open' },
  'shunt-release': { open: 'coil open' },
  floating: { open: 'motor open', seized: 'seized' },
  'mid-valve': { open: 'motor open', seized: 'seized' },
  positioner: { open: 'dead', seized: 'seized' },
  transmitter: { dead: 'dead', stuck: 'stuck at one value' },
  drive: { dead: 'dead', trips: 'trips as it runs' },
  travel: { open: 'motor open', seized: 'valve seized' },
  'dc-output': { dead: 'output dead' },
  join: {},
};

const WIRES: { readonly [M in WireFault]: string } = { open: 'open', loose: 'loose, some ohms', burnt: 'with a burnt joint, 200 Ω' };

/** A fault in words: "K1 coil open", "Wire 108 open". */
export function tellFault(plan: CircuitPlan, fault: Fault): string {
  if ('conductor' in fault) return `Wire ${plan.circuit.conductors[fault.conductor]?.number ?? '?'} ${WIRES[fault.mode]}`;
  const planned = partNamed(plan, fault.device, fault.part);
  const modes: Readonly<Record<string, string | undefined>> = planned ? FAULTS[planned.part.kind] : {};
  const tag = plan.circuit.devices[fault.device]?.tag ?? '?';
  const isSeveral = planned && plan.partsIn(fault.device).filter(({ part }) => part.kind === planned.part.kind).length > 1;
  const which = planned && (planned.part.kind === 'contact' || isSeveral) ? ` ${fault.part}` : '';
  return `${tag}${which} ${modes[fault.mode] ?? fault.mode}`;
}

/** A suspect in words: a wire with where it leads, the healthy circuit as what it is. */
export function tellSuspect(plan: CircuitPlan, fault: Suspicion | undefined): string {
  if (!fault) return 'Nothing: this is how it behaves';
  if (isAstray(fault)) {
    const { circuit } = plan;
    const wire = circuit.conductors[fault.conductor];
    const right = wire?.ends[fault.end];
    return `Wire ${wire?.number ?? '?'} on ${spellTerminal(circuit, fault.to)} instead of ${right ? spellTerminal(circuit, right) : '?'}`;
  }
  return 'conductor' in fault ? `${tellFault(plan, fault)} (${spellEnds(plan.circuit, fault.conductor)})` : tellFault(plan, fault);
}
