import { conductorsAt, deviceOf, terminalId } from '#core/circuit';
import { familyOf, type Part } from '#core/devices';
import type { Exploration } from '#core/explore';
import type { NetworkPlan } from '#core/network';
import { numberAt, TABLES } from '#core/size';
import { figures } from '#core/units';
import type { LoadView, SupplyView } from './protocol';

const near = (plan: NetworkPlan, device: Parameters<NetworkPlan['partsIn']>[0], marks: readonly string[]): string[] => [
  ...new Set(
    marks.flatMap((mark) =>
      conductorsAt(plan.circuit, terminalId(device, mark)).flatMap(({ ends }) =>
        ends.flatMap((end) => (end && deviceOf(end) !== device ? [plan.circuit.devices[deviceOf(end)]!.tag] : [])),
      ),
    ),
  ),
];

/** What a standard allows at these volts; nothing is said of volts that it does not name. */
function toleranceOf(volts: number | undefined, hz: number | undefined): string {
  if (volts === undefined) return 'volts unknown';
  const table = hz === 50 ? TABLES.systemsIec : TABLES.systemsNa;
  const [low, high] =
    hz === 50
      ? [numberAt(table, volts, 'low'), numberAt(table, volts, 'high')]
      : [numberAt(table, volts, 'use low'), numberAt(table, volts, 'use high')];
  return low === undefined || high === undefined ? '–' : `${low} to ${high} V (${hz === 50 ? 'IEC 60038' : 'ANSI C84.1'})`;
}

/** Every source: mains, secondaries, DC outputs, and inputs that bring their own. */
export function suppliesOf(plan: NetworkPlan): SupplyView[] {
  const seen = new Set<string>();
  return plan.parts.flatMap(({ part, device }): SupplyView[] => {
    const base = { device: device.id, provider: device.place.name || device.place.kind };
    if (part.kind === 'source') {
      if (seen.has(device.id)) return [];
      seen.add(device.id);
      const volts = part.role === 'mains' ? Number(device.nameplate.volts?.value ?? Number.NaN) : part.volts;
      const known = volts !== undefined && Number.isFinite(volts) ? volts : undefined;
      const phases = device.family === 'supply-3ph-wye' ? ', three phases' : device.family === 'supply-split-phase' ? ', two legs' : '';
      return [
        {
          ...base,
          volts: known === undefined ? 'unknown' : `${figures(known)} V`,
          kind:
            part.role === 'call-input' ? `volt-free input, ${part.hz === 0 ? 'DC' : 'AC'} of its own` : `AC ${part.hz ?? '?'} Hz${phases}`,
          tolerance: part.role === 'call-input' ? 'takes no other source' : toleranceOf(known, part.hz),
          earthing: String(device.nameplate.earthing?.value ?? (part.role === 'call-input' ? 'floating' : 'TN')),
          feeds: near(plan, device.id, familyOf(device).terminals),
        },
      ];
    }
    if (part.kind === 'transformer') {
      const bonded = plan.partsIn(device.id).some(({ part: own }) => own.kind === 'join');
      const marks = part.secondary.map(({ mark }) => mark);
      return [
        {
          ...base,
          volts: `${part.secondary
            .slice(1)
            .map(({ volts }) => figures(volts))
            .join(', ')} V`,
          kind: `AC secondary, ${part.va === undefined ? '? VA' : `${part.va} VA`}`,
          tolerance: part.style === 'class-2' ? 'idles a tenth to a fifth higher' : `+${Math.round(part.regulation * 100)} % idle`,
          earthing: bonded ? 'one side bonded' : 'floating',
          feeds: near(plan, device.id, marks),
        },
      ];
    }
    if (part.kind === 'dc-output')
      return [
        {
          ...base,
          volts: part.volts === undefined ? 'unknown' : `${figures(part.volts)} V`,
          kind: 'DC',
          tolerance: '19.2 to 30 V at inputs (IEC 61131-2)',
          earthing: plan.partsIn(device.id).some(({ part: own }) => own.kind === 'join') ? '0 V bonded' : 'floating',
          feeds: near(plan, device.id, [part.a, part.b]),
        },
      ];
    return [];
  });
}

const kindOf = (part: Part): string | undefined => {
  if (part.kind === 'motor' || part.kind === 'motor3') return part.kind === 'motor' ? 'motor' : 'motor, three phases';
  if (part.kind === 'load3') return `heater, three phases, ${part.connection}`;
  if (part.kind === 'load') return part.use === 'heater' || part.use === 'lamp' ? part.use : part.use === 'input' ? 'input' : undefined;
  if (part.kind === 'coil') return 'coil';
  return part.kind === 'travel' ? 'valve motor' : undefined;
};

/** Every load with what it draws running, what it draws as it starts, and the most volts it meets. */
export function loadsOfCircuit({ plan, loads }: Exploration): LoadView[] {
  return plan.parts.flatMap(({ part, device, index }): LoadView[] => {
    const kind = kindOf(part);
    const seen = loads.get(index);
    if (!kind || !seen || device.family === 'relay-multi-lead') return [];
    const ratedV = 'ratedV' in part ? part.ratedV : undefined;
    const runA = seen.runA > 0 ? seen.runA : null;
    const start =
      part.kind === 'motor' || part.kind === 'motor3'
        ? part.lockedA
        : part.kind === 'coil' && ratedV
          ? part.inrushVa / ratedV
          : part.kind === 'load' && part.use === 'lamp' && runA
            ? runA * (part.inrushTimes ?? 12)
            : null;
    const watts = part.kind === 'load3' ? part.watts : part.kind === 'load' ? part.va * part.pf : null;
    return [
      {
        device: device.id,
        kind,
        rated: ratedV === undefined ? 'not read' : `${figures(ratedV)} V`,
        runA: part.kind === 'load3' && part.connection === 'delta' && runA ? runA * Math.sqrt(3) : runA,
        startA: start,
        startWord: kind.startsWith('motor') ? 'locked' : kind === 'coil' ? 'closing' : kind === 'lamp' ? 'made' : '',
        getsV: seen.highestV > 0 ? seen.highestV : null,
        watts: watts !== null && ratedV && seen.highestV > 0 ? watts * (seen.highestV / ratedV) ** 2 : watts,
      },
    ];
  });
}
