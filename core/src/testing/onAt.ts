import { createDesk } from '#core/bench';
import type { Circuit, LogEntry } from '#core/circuit';
import { drain } from '#core/explore';
import { DEFAULT_PRACTICE } from '#core/schools';
import { powered } from './demo';

/** Tags of the coils and loads that are on at a moment after some inputs, in order. */
export function onAt(circuit: Circuit, log: readonly LogEntry[], atMs: number, letters = /^[KMYEHP]/): string {
  const desk = createDesk();
  drain(desk.circuit({ document: circuit, practice: DEFAULT_PRACTICE }));
  drain(desk.run({ log: [powered, ...log], faults: [] }));
  const { parts } = drain(desk.look({ atMs, red: null, black: null, mode: 'vac', clamp: null, device: null }));
  return Object.values(circuit.devices)
    .filter(
      ({ id, tag }) =>
        letters.test(tag) &&
        Object.entries(parts).some(([key, { sight, phase }]) => key.startsWith(`${id}:`) && sight !== null && phase === 'on'),
    )
    .map(({ tag }) => tag)
    .sort()
    .join(' ');
}
