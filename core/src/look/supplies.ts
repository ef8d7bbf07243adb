import { conductorsAt, type Device, type DeviceId, deviceOf, terminalId } from '#core/circuit';
import { familyOf, plateNumber, plateText } from '#core/devices';
import type { Exploration, LoadExposure } from '#core/explore';
import { graphOf, isWired, type PlannedPart } from '#core/graph';
import { isBond, type LoadClass, type Transformer } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import { numberAt, TABLES } from '#core/size';

/** A source of the circuit: mains, a secondary, a DC output, an input that brings its own. */
export interface Supply {
  readonly device: Device;
  readonly is:
    | { readonly code: 'mains'; readonly volts: number | undefined; readonly hz: number | undefined; readonly legs: number }
    | { readonly code: 'call input'; readonly volts: number | undefined; readonly isDc: boolean }
    | {
        readonly code: 'secondary';
        readonly taps: readonly number[];
        readonly va: number | undefined;
        readonly isClass2: boolean;
        readonly regulation: number;
      }
    | { readonly code: 'dc'; readonly volts: number | undefined; readonly amps: number | undefined };
  /** what a standard lets these volts be; undefined where it names none */
  readonly allowed: { readonly lowV: number; readonly highV: number; readonly source: string } | undefined;
  /** `TN`, `TT`, `IT` of the mains; whether one side of another is bonded */
  readonly earthing: string | undefined;
  readonly isBonded: boolean;
  /** devices that stand on its terminals */
  readonly feeds: readonly DeviceId[];
}

/** What a standard allows at these volts; nothing is said of volts that it does not name. IEC 60038, ANSI C84.1. */
function allowedAt(volts: number | undefined, hz: number | undefined): Supply['allowed'] {
  if (volts === undefined) return undefined;
  const isIec = hz === 50;
  const table = isIec ? TABLES.systemsIec : TABLES.systemsNa;
  const [lowV, highV] = (isIec ? ['low', 'high'] : ['use low', 'use high']).map((column) => numberAt(table, volts, column));
  return lowV === undefined || highV === undefined ? undefined : { lowV, highV, source: isIec ? 'IEC 60038' : 'ANSI C84.1' };
}

const beside = ({ circuit }: NetworkPlan, device: DeviceId, marks: readonly string[]): DeviceId[] => [
  ...new Set(
    marks.flatMap((mark) =>
      conductorsAt(circuit, terminalId(device, mark)).flatMap(({ ends }) =>
        ends.flatMap((end) => (end && deviceOf(end) !== device ? [deviceOf(end)] : [])),
      ),
    ),
  ),
];

/** Every source of a circuit. */
export function suppliesOf(plan: NetworkPlan): Supply[] {
  const isBonded = (device: Device): boolean => plan.partsIn(device.id).some(({ part }) => isBond(part));
  const legs = new Map<Device, number>();
  for (const { device, part } of plan.parts)
    if (part.kind === 'source') legs.set(device, (legs.get(device) ?? 0) + (part.volts === 0 ? 0 : 1));
  const done = new Set<Device>();
  return plan.parts.flatMap(({ part, device }): Supply[] => {
    const base = { device, isBonded: isBonded(device), allowed: undefined, earthing: undefined };
    if (part.kind === 'source') {
      if (done.has(device)) return [];
      done.add(device);
      const feeds = beside(plan, device.id, familyOf(device, plan.circuit).terminals);
      const earthing = plateText(device, 'earthing');
      if (part.role === 'call-input')
        return [{ ...base, is: { code: 'call input', volts: part.volts, isDc: part.hz === 0 }, earthing, feeds }];
      const volts = plateNumber(device, 'volts');
      return [
        {
          ...base,
          is: { code: 'mains', volts, hz: part.hz, legs: legs.get(device) ?? 1 },
          allowed: allowedAt(volts, part.hz),
          earthing: earthing ?? 'TN',
          feeds,
        },
      ];
    }
    if (part.kind === 'transformer') {
      const { secondary, va, style, regulation } = part;
      const taps = secondary.slice(1).map(({ volts }) => volts);
      return [
        {
          ...base,
          is: { code: 'secondary', taps, va, isClass2: style === 'class-2', regulation },
          feeds: beside(
            plan,
            device.id,
            secondary.map(({ mark }) => mark),
          ),
        },
      ];
    }
    if (part.kind === 'dc-output')
      return [{ ...base, is: { code: 'dc', volts: part.volts, amps: part.print?.amps }, feeds: beside(plan, device.id, [part.a, part.b]) }];
    return [];
  });
}

/** A load of the circuit with what it draws running, what it draws as it starts, and the most volts it meets. */
export interface LoadLine {
  readonly planned: PlannedPart;
  readonly class: LoadClass;
  readonly ratedV: number | undefined;
  readonly runA: number | undefined;
  readonly startA: number | undefined;
  readonly getsV: number | undefined;
  readonly watts: number | undefined;
}

/** Loads that are worth a line: coils, motors, heaters, lamps, inputs; electronics are what calls. */
export function loadLines({ plan, loads }: Exploration): LoadLine[] {
  return plan.parts.flatMap((planned): LoadLine[] => {
    const { part, kind } = planned;
    const what = kind.loadClass?.(part);
    const seen = loads.get(planned.index);
    if (!what || what === 'electronics' || part.kind === 'source' || !seen || isCappedLead(plan, planned)) return [];
    const ratedV = 'ratedV' in part ? part.ratedV : undefined;
    return [
      {
        planned,
        class: what,
        ratedV,
        runA: seen.runA > 0 ? seen.runA * (planned.kind.lineTimes?.(planned.part) ?? 1) : undefined,
        startA: startOf(planned, ratedV, seen),
        getsV: seen.highestV > 0 ? seen.highestV : undefined,
        watts: wattsAt(planned, ratedV, seen),
      },
    ];
  });
}

/** Of a relay with a lead for each of its volts, one is used; the other, capped, is no load. */
const isCappedLead = (plan: NetworkPlan, { device, kind, part }: PlannedPart): boolean =>
  familyOf(device, plan.circuit).is?.oneCoilUsed === true && !kind.ends(part).every((mark) => isWired(plan, device.id, mark));

function startOf({ part, kind }: PlannedPart, ratedV: number | undefined, { runA }: LoadExposure): number | undefined {
  if ('lockedA' in part && part.kind !== 'tap-motor') return part.lockedA;
  if (part.kind === 'coil') return ratedV === undefined ? undefined : part.inrushVa / ratedV;
  const ratio = kind.inrushRatio?.(part) ?? 1;
  return ratio > 1 && runA > 0 ? runA * ratio : undefined;
}

function wattsAt({ part }: PlannedPart, ratedV: number | undefined, { highestV }: LoadExposure): number | undefined {
  const rated = part.kind === 'load3' ? part.watts : part.kind === 'load' ? part.va * part.pf : undefined;
  return rated === undefined || ratedV === undefined || highestV === 0 ? rated : rated * (highestV / ratedV) ** 2;
}

/** What hangs on a transformer's secondary: VA held, and as it is made. */
export interface HungLoad {
  readonly device: Device;
  readonly heldVa: number;
  readonly inrushVa: number;
}

/** Coils, electronics and other loads whose supply is this transformer, whatever their rated volts. */
export function loadsOn(plan: NetworkPlan, transformer: PlannedPart & { readonly part: Transformer }): HungLoad[] {
  const { feeders } = graphOf(plan);
  return plan.parts.flatMap((planned): HungLoad[] => {
    const { part, device, kind } = planned;
    if (kind.loadClass?.(part) === undefined || part.kind === 'source' || device === transformer.device) return [];
    const va = part.kind === 'coil' ? part.sealedVa : 'va' in part && typeof part.va === 'number' ? part.va : undefined;
    if (va === undefined || !feeders(planned).includes(transformer)) return [];
    return [{ device, heldVa: va, inrushVa: part.kind === 'coil' ? part.inrushVa : va * (kind.inrushRatio?.(part) ?? 1) }];
  });
}
