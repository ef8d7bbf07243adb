import { ruleOf } from '../finding';

/** Devices that undo each other over and over: a coil that takes away its own volts. */
export const chatterRule = ruleOf<{ readonly periodMs: number }>()({
  id: 'chatters',
  source: 'common practice: contacts that make and break their full current without end weld or burn',
  find: ({ exploration, circuit }) =>
    exploration.chatters.map(({ devices, periodMs, calls }) => ({
      about: devices.flatMap((id) => circuit.devices[id] ?? []),
      verdict: 'danger' as const,
      told: { periodMs },
      calls,
      is: periodMs,
      unit: 'ms',
    })),
});
