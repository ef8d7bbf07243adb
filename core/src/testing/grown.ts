import { applyChanges, type Circuit, deviceOf, type EditChange, type TerminalId, terminalId } from '#core/circuit';
import { addPart, addWire, nextTag, seatPart } from '#core/panel';

const pick = <T>(list: readonly T[], chance: () => number): T | undefined => list[Math.floor(chance() * list.length)];

interface Grown {
  readonly circuit: Circuit;
  /** devices that stood there already where something was added */
  readonly at: readonly string[];
  /** devices that were added */
  readonly added: readonly string[];
  readonly isInWire: boolean;
}

const done = (circuit: Circuit, changes: readonly EditChange[]): Circuit => {
  const applied = applyChanges(circuit, [...changes]);
  if (!applied.ok) throw new Error(applied.problems[0]?.message);
  return applied.value.circuit;
};

/** What a hand adds in one go: a switch in a wire, a switch beside a switch, or a lamp with its switch between two ends of a load. */
export function grown(circuit: Circuit, chance: () => number): Grown | undefined {
  const wires = Object.values(circuit.conductors).filter(({ ends }) => ends.every((end) => end !== null));
  const chosen = pick(wires, chance);
  if (!chosen) return undefined;
  const button = {
    family: 'push-button',
    tag: nextTag(circuit, 'S'),
    plate: { form: { value: chance() < 0.5 ? 'NC' : 'NO', evidence: 'print' as const } },
  };
  const way = Math.floor(chance() * 3);
  if (way === 0) {
    const seated = seatPart(circuit, button, ['1', '2'], { in: chosen.id });
    return (
      seated && {
        circuit: done(circuit, seated.changes),
        at: chosen.ends.flatMap((end) => (end ? [deviceOf(end)] : [])),
        added: [seated.device],
        isInWire: true,
      }
    );
  }
  const isWired = (end: TerminalId): boolean => wires.some(({ ends }) => ends.includes(end));
  const pairs = Object.values(circuit.devices)
    .flatMap(({ id, family }): (readonly [TerminalId, TerminalId])[] =>
      way === 1
        ? family === 'push-button'
          ? [[terminalId(id, '1'), terminalId(id, '2')]]
          : []
        : /contactor|relay-/.test(family)
          ? [[terminalId(id, 'A1'), terminalId(id, 'A2')]]
          : [],
    )
    .filter((ends) => ends.every(isWired));
  const pair = pick(pairs, chance);
  if (!pair) return undefined;
  const at = [deviceOf(pair[0])];
  if (way === 1) {
    const seated = seatPart(circuit, button, ['1', '2'], { beside: pair });
    return seated && { circuit: done(circuit, seated.changes), at, added: [seated.device], isInWire: false };
  }
  const lamp = addPart(circuit, { family: 'lamp', tag: nextTag(circuit, 'H') });
  const lit = done(circuit, [...lamp.changes, ...addWire(circuit, { ends: [terminalId(lamp.device, '2'), pair[1]] })]);
  const seated = seatPart(lit, button, ['1', '2'], { beside: [pair[0], terminalId(lamp.device, '1')] });
  return seated && { circuit: done(lit, seated.changes), at, added: [lamp.device, seated.device], isInWire: false };
}
