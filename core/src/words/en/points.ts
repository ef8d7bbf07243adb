import { type Circuit, type ConductorId, spellTerminal } from '#core/circuit';

/** Where a wire leads: `TC1:Y to K1:A1`. */
export const spellEnds = (circuit: Circuit, id: ConductorId): string =>
  (circuit.conductors[id]?.ends ?? []).map((end) => (end ? spellTerminal(circuit, end) : 'loose')).join(' to ');

/** `K1, K2 and K3`. */
export const listed = (things: readonly string[]): string =>
  things.length < 2 ? things.join('') : `${things.slice(0, -1).join(', ')} and ${things.at(-1)}`;

/** The devices and wires of a way, each named once. */
export const waysNamed = (circuit: Circuit, through: readonly string[]): readonly string[] => [
  ...new Set(through.map((id) => circuit.devices[id]?.tag ?? `wire ${circuit.conductors[id]?.number ?? '?'}`)),
];

/** The tag of a device. */
export const tagOf = (circuit: Circuit, device: string): string => circuit.devices[device]?.tag ?? '?';
