import type { LogEntry } from '#core/circuit';
import { familyOf } from '#core/devices';
import type { NetworkPlan } from '#core/network';
import { STARTING, STOPPED, type Trace, tellChange } from '#core/sequence';
import type { Bar, RunAnswer, TimelineRow } from './protocol';

/** Turns a run into what the timeline shows: a row for each input, timer, coil and load that took part. */
export function timelineOf(plan: NetworkPlan, trace: Trace, log: readonly LogEntry[]): RunAnswer {
  const rows: TimelineRow[] = [];
  for (const device of Object.values(plan.circuit.devices).sort((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }))) {
    for (const input of familyOf(device).inputs) {
      const turns = log.flatMap((entry) => ('input' in entry && entry.device === device.id && entry.input === input.name ? [entry] : []));
      if (turns.length === 0) continue;
      rows.push({
        device: device.id,
        label: `${device.tag} ${input.name}`,
        kind: 'input',
        bars: barsOf(
          turns.map(({ atMs, on }) => ({ atMs, how: on ? ('on' as const) : undefined })),
          input.rest ? 'on' : undefined,
        ),
      });
    }
    for (const { part, index } of plan.partsIn(device.id)) {
      const kind =
        part.kind === 'coil' || part.kind === 'travel'
          ? 'coil'
          : part.kind === 'motor' || part.kind === 'motor3'
            ? 'load'
            : part.kind === 'series-timer'
              ? 'timer'
              : part.kind === 'fuse'
                ? 'fuse'
                : part.kind === 'electronics'
                  ? 'electronics'
                  : part.kind === 'load'
                    ? 'load'
                    : undefined;
      if (!kind) continue;
      const turns =
        part.kind === 'load'
          ? loadTurns(trace, plan, index)
          : trace.changes.filter((change) => change.part === index).map(({ atMs, to }) => ({ atMs, how: howOf(part.kind, to) }));
      const chatter = trace.chatter
        .filter(({ devices }) => devices.includes(device.id))
        .map(({ fromMs, untilMs }): Bar => ({ fromMs, toMs: untilMs, how: 'chatter' }));
      if (turns.length === 0 && chatter.length === 0) continue;
      rows.push({ device: device.id, label: device.tag, kind, bars: [...barsOf(turns), ...chatter] });
    }
  }
  const order = ['input', 'electronics', 'timer', 'coil', 'load', 'fuse'];
  rows.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  return {
    frames: trace.frames.map(({ atMs }) => atMs),
    rows,
    told: trace.changes.map((change) => ({
      atMs: change.atMs,
      device: plan.parts[change.part]!.device.id,
      words: tellChange(plan.parts[change.part]!, change),
    })),
    chatter: trace.chatter.map(({ devices, ...rest }) => ({
      ...rest,
      tags: devices.map((id) => plan.circuit.devices[id]?.tag).join(', '),
    })),
    endMs: trace.frames.at(-1)?.atMs ?? 0,
  };
}

function howOf(kind: string, to: number): Bar['how'] | undefined {
  if (kind === 'series-timer') return to === 2 ? 'on' : to === 1 ? 'timing' : undefined;
  if (kind === 'motor' || kind === 'motor3') return to === STARTING ? 'starting' : to === STOPPED ? undefined : 'on';
  if (kind === 'electronics') return to === 2 ? 'on' : to === 1 ? 'starting' : undefined;
  if (kind === 'travel') return to === 3 ? 'on' : to === 1 ? 'starting' : undefined;
  return to === 1 ? 'on' : undefined;
}

function loadTurns(trace: Trace, plan: NetworkPlan, index: number): { atMs: number; how: 'on' | undefined }[] {
  const { part, firstBranch } = plan.parts[index]!;
  if (part.kind !== 'load' || part.ratedV === undefined) return [];
  const [a, b] = plan.branches[firstBranch]!.nodes as [number, number];
  let was = false;
  return trace.frames.flatMap(({ atMs, volts }) => {
    const across = Math.hypot(...volts.map(({ re, im }) => Math.hypot((re[a] ?? 0) - (re[b] ?? 0), (im[a] ?? 0) - (im[b] ?? 0))));
    const is = across >= 0.5 * part.ratedV!;
    if (is === was) return [];
    was = is;
    return [{ atMs, how: is ? ('on' as const) : undefined }];
  });
}

function barsOf(turns: readonly { atMs: number; how: Bar['how'] | undefined }[], atFirst?: Bar['how']): Bar[] {
  const bars: Bar[] = [];
  let open: { fromMs: number; how: Bar['how'] } | undefined = atFirst ? { fromMs: 0, how: atFirst } : undefined;
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
