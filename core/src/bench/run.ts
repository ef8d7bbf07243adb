import type { LogEntry } from '#core/circuit';
import { processLines, timelineRows } from '#core/look';
import type { NetworkPlan } from '#core/network';
import type { Trace } from '#core/sequence';
import { at } from '#core/units';
import { listed, tagOf, tellChange, tellRunLimit } from '#core/words';
import type { RunAnswer } from './protocol';

/** A run as the timeline shows it. */
export const runView = (plan: NetworkPlan, trace: Trace, log: readonly LogEntry[]): RunAnswer => ({
  frames: trace.frames.map(({ atMs }) => atMs),
  rows: timelineRows(plan, trace, log).map((row) => ({
    ...row,
    label: [tagOf(plan.circuit, row.device), ...(row.input ? [row.input] : [])].join(' '),
  })),
  told: trace.changes.map((change) => {
    const planned = at(plan.parts, change.part);
    return { atMs: change.atMs, device: planned.device.id, words: tellChange(planned, change) };
  }),
  chatter: trace.chatter.map(({ devices, ...rest }) => ({ ...rest, tags: devices.map((id) => tagOf(plan.circuit, id)).join(', ') })),
  processes: processLines(plan, trace.frames),
  limits: trace.limits.map(({ atMs, code, devices }) => ({
    atMs,
    words: tellRunLimit(code, listed(devices.map((id) => tagOf(plan.circuit, id)))),
  })),
  endMs: trace.frames.at(-1)?.atMs ?? 0,
});
