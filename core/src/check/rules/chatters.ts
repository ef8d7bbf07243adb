import { ruleOf } from '../finding';

/** A loop slower than this is a cycle: a timer that starts again, a protector that cools. */
const SLOWEST_MS = 5000;

/** Devices that undo each other over and over: a coil that takes away its own volts. */
export const chatterRule = ruleOf<{ readonly periodMs: number }>()({
  id: 'chatters',
  source: 'common practice: contacts that make and break their full current without end weld or burn',
  find: ({ exploration, circuit }) =>
    exploration.chatters
      .filter(({ periodMs }) => periodMs <= SLOWEST_MS)
      .map(({ devices, periodMs, calls }) => ({
        about: devices.flatMap((id) => circuit.devices[id] ?? []),
        verdict: 'danger' as const,
        told: { periodMs },
        calls,
        is: periodMs,
        unit: 'ms',
      })),
});
