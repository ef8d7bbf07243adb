import { expect, it } from 'vitest';
import { type Circuit, deviceOf, isTerminal } from '#core/circuit';
import { familyOf } from '#core/devices';
import { type Exploration, explore } from '#core/explore';
import { demo, SHIPPED } from '../testing/demo';
import { moved } from '../testing/edits';
import { checkStudy, studyOf } from './index';

/** Every so many of the wires of each circuit. */
const EVERY = 5;

const look = (circuit: Circuit) => {
  const exploration = explore(circuit);
  return { exploration, ids: new Set(checkStudy(studyOf(circuit, exploration)).map(({ id, verdict }) => `${id} ${verdict}`)) };
};

/** Loads that have lost half of their volts, or are off in no state any more. */
function lost(before: Exploration, after: Exploration): string[] {
  const partOf = ({ plan }: Exploration, index: number): string => `${plan.parts[index]!.device.tag} ${plan.parts[index]!.part.id}`;
  const now = new Map([...after.loads].map(([index, load]) => [partOf(after, index), load]));
  return [...before.loads].flatMap(([index, load]) => {
    const name = partOf(before, index);
    const left = now.get(name);
    if (!left) return [];
    return (load.highestV > 5 && left.highestV < load.highestV / 2) || (load.off && !left.off) ? [name] : [];
  });
}

/** A wire away, and each of its ends on the next terminal of its device. */
function* mistakes(circuit: Circuit): Generator<readonly [string, Circuit]> {
  for (const [index, wire] of Object.values(circuit.conductors).entries()) {
    if (index % EVERY > 0) continue;
    const { [wire.id]: _, ...others } = circuit.conductors;
    yield [`without ${wire.ends.join(' to ')}`, { ...circuit, conductors: others }];
    for (const side of [0, 1] as const) {
      const end = wire.ends[side];
      const device = end && isTerminal(end) ? circuit.devices[deviceOf(end)] : undefined;
      if (!end || !device) continue;
      const marks = familyOf(device, circuit).terminals;
      const next = marks[(marks.indexOf(end.slice(device.id.length + 1)) + 1) % marks.length];
      const other = wire.ends[1 - side];
      if (next !== undefined && other) yield [`${end} on ${next}`, moved(circuit, other, end, `${device.id}:${next}`)];
    }
  }
}

// whoever leaves a wire off or lands it on the terminal beside is told so wherever that takes a load's volts, or leaves it on for good
it('hardly a wire that is missing or one terminal off goes untold where a load is lost by it', () => {
  let tried = 0;
  const silent: string[] = [];
  for (const name of SHIPPED) {
    const circuit = demo(name);
    const base = look(circuit);
    for (const [what, wrong] of mistakes(circuit)) {
      const { exploration, ids } = look(wrong);
      const loads = lost(base.exploration, exploration);
      if (loads.length === 0) continue;
      tried++;
      if ([...ids].every((id) => base.ids.has(id))) silent.push(`${name}: ${what}, ${loads.join(', ')}`);
    }
  }
  console.log(`check: of ${tried} mistakes that cost a load ${silent.length} untold${silent.map((one) => `\n  ${one}`).join('')}`);
  expect(tried).toBeGreaterThan(100);
  expect(silent.length / tried).toBeLessThan(0.05);
});
