import type { DeviceId, LogEntry } from '#core/circuit';
import { inputsOf } from '#core/devices';
import type { PlannedPart } from '#core/graph';
import type { PartKind, Phase } from '#core/kinds';
import type { NetworkPlan } from '#core/network';
import { type Frame, sightAt, stateAt, type Trace } from '#core/sequence';
import { naturally, real } from '#core/units';

/** A bar of the timeline: from, to (Infinity: stays), how it stands meanwhile. */
export interface Bar {
  readonly fromMs: number;
  readonly toMs: number;
  readonly how: 'on' | 'under way' | 'chatter';
}

export interface TimelineRow {
  readonly device: DeviceId;
  /** the input of an input's row */
  readonly input?: string;
  readonly kind: RowKind;
  readonly bars: readonly Bar[];
}

const ROW_KINDS = ['input', 'switch', 'electronics', 'timer', 'coil', 'load', 'fuse'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

/** A part whose turns are worth a row. */
const ROW_OF: { readonly [K in PartKind]?: RowKind } = {
  sensor: 'switch',
  electronics: 'electronics',
  controller: 'electronics',
  safety: 'electronics',
  'series-timer': 'timer',
  timer: 'timer',
  step: 'coil',
  'delay-block': 'timer',
  'amp-relay': 'switch',
  'volt-relay': 'coil',
  undervoltage: 'coil',
  'shunt-release': 'coil',
  transmitter: 'electronics',
  monitor3: 'electronics',
  coil: 'coil',
  travel: 'coil',
  floating: 'coil',
  'mid-valve': 'coil',
  positioner: 'coil',
  motor: 'load',
  motor3: 'load',
  'two-speed-motor': 'load',
  'tap-motor': 'load',
  'capacitor-motor': 'load',
  diode: 'load',
  load: 'load',
  load3: 'load',
  drive: 'load',
  source: 'load',
  fuse: 'fuse',
};

/** How a process went: its value at each event. */
export interface ProcessLine {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly values: readonly { readonly atMs: number; readonly value: number }[];
}

interface Turn {
  readonly atMs: number;
  readonly how: Bar['how'] | undefined;
}

/** A row for each input, switch, timer, coil and load that took part in a run. */
export function timelineRows(plan: NetworkPlan, trace: Trace, log: readonly LogEntry[]): TimelineRow[] {
  const devices = Object.values(plan.circuit.devices).sort((a, b) => naturally(a.tag, b.tag));
  const rows = devices.flatMap((device): TimelineRow[] => [
    ...inputsOf(device, plan.circuit).flatMap(({ name, rest }): TimelineRow[] => {
      const turns = log.flatMap((entry) => ('input' in entry && entry.device === device.id && entry.input === name ? [entry] : []));
      if (turns.length === 0) return [];
      const bars = barsOf(
        turns.map(({ atMs, on }) => ({ atMs, how: on ? 'on' : undefined })),
        rest ? 'on' : undefined,
      );
      return [{ device: device.id, input: name, kind: 'input', bars }];
    }),
    ...plan.partsIn(device.id).flatMap((planned): TimelineRow[] => {
      const kind = ROW_OF[planned.part.kind];
      const bars = kind ? [...barsOf(turnsOf(trace, planned)), ...chatterOf(trace, device.id)] : [];
      return kind && bars.length > 0 ? [{ device: device.id, kind, bars }] : [];
    }),
  ]);
  return rows.sort((a, b) => ROW_KINDS.indexOf(a.kind) - ROW_KINDS.indexOf(b.kind));
}

const HOW: { readonly [P in Phase]: Bar['how'] | undefined } = { on: 'on', 'under way': 'under way', off: undefined };

/** When it came on, was under way, went off: by what is seen of it, else by its being off its rest. */
const turnsOf = ({ frames }: Trace, planned: PlannedPart): Turn[] =>
  frames.map(({ atMs, moment, seen }) => {
    if (planned.kind.sights) return { atMs, how: HOW[sightAt(seen, planned)?.phase ?? 'off'] };
    return { atMs, how: stateAt(moment, planned).mode === planned.kind.modes[0] ? undefined : 'on' };
  });

const chatterOf = ({ chatter }: Trace, device: DeviceId): Bar[] =>
  chatter.filter(({ devices }) => devices.includes(device)).map(({ fromMs, untilMs }) => ({ fromMs, toMs: untilMs, how: 'chatter' }));

function barsOf(turns: readonly Turn[], atFirst?: Bar['how']): Bar[] {
  const bars: Bar[] = [];
  let open: { readonly fromMs: number; readonly how: Bar['how'] } | undefined = atFirst ? { fromMs: 0, how: atFirst } : undefined;
  for (const { atMs, how } of turns) {
    if (open && how !== open.how) {
      if (atMs > open.fromMs) bars.push({ ...open, toMs: atMs });
      open = undefined;
    }
    if (how && !open) open = { fromMs: atMs, how };
  }
  if (open) bars.push({ ...open, toMs: Number.POSITIVE_INFINITY });
  return bars;
}

/** How each process of the circuit went. */
export const processLines = (plan: NetworkPlan, frames: readonly Frame[]): ProcessLine[] =>
  plan.processes.map(({ id, name, unit }, index) => ({
    id,
    name,
    unit,
    values: frames.map(({ atMs, moment }) => ({ atMs, value: real(moment.processes, index) })),
  }));
