import type { DeviceId } from '#core/circuit';
import { isKind, type Part } from '#core/kinds';
import { reached } from './search';

/** A diode across a coil keeps its current going: it lets go about so many times as late. Common practice. */
const LATE_TIMES = 4;

interface Placed {
  readonly index: number;
  readonly device: { readonly id: DeviceId };
  readonly part: Part;
}

/**
 * Coils that wires join to a diode across them, each as it is with it: it lets go late.
 * @param wires nodes that each wire joins
 */
export function lateCoils(
  parts: readonly Placed[],
  nodeAt: (device: DeviceId, mark: string) => number,
  wires: readonly (readonly [number, number])[],
): Map<number, Part> {
  const diodes = parts.filter(isKind('diode'));
  const late = new Map<number, Part>();
  if (diodes.length === 0) return late;
  const beside = new Map<number, number[]>();
  for (const [a, b] of wires) {
    beside.set(a, [...(beside.get(a) ?? []), b]);
    beside.set(b, [...(beside.get(b) ?? []), a]);
  }
  const netOf = (device: DeviceId, mark: string): ReadonlySet<number> => reached([nodeAt(device, mark)], (node) => beside.get(node) ?? []);
  const coils = parts.filter(isKind('coil'));
  for (const diode of diodes) {
    const [from, to] = [netOf(diode.device.id, diode.part.a), netOf(diode.device.id, diode.part.b)];
    for (const { index, part, device } of coils) {
      const [a, b] = [nodeAt(device.id, part.a), nodeAt(device.id, part.b)];
      if ((from.has(a) && to.has(b)) || (from.has(b) && to.has(a))) late.set(index, { ...part, releaseMs: part.releaseMs * LATE_TIMES });
    }
  }
  return late;
}
