import { type Circuit, type ConductorId, deviceOf, type TerminalId } from '#core/circuit';
import { grouped } from '#core/units';
import { type Body, GRID, type Side } from './blocks';

/** Bodies in rows, from left to right. */
export type Shelves = readonly (readonly Body[])[];

/** Slots of a lower edge stand half a step beside those of an upper one: two sides of a channel never share an x. */
const BOTTOM_OFF = GRID / 2;

/** A terminal on an edge of its body, as far as no row matters. */
export interface FrameWay {
  readonly terminal: TerminalId;
  readonly body: Body;
  readonly side: Side;
  /** of its middle from the left edge of its body */
  readonly offset: number;
}

/** A wire between two of them. */
interface FrameWire {
  readonly id: ConductorId;
  readonly ways: readonly [FrameWay, FrameWay];
}

/** Which wires lie where on which bodies, whatever row each body stands in. */
export interface Frame {
  readonly wires: readonly FrameWire[];
  /** on each body, by its number, its terminals that have wires, with the slots of those */
  readonly waysOf: readonly (readonly { readonly way: FrameWay; readonly slots: readonly number[] }[])[];
}

/** Slot of an end of a wire: where it stands upright on its terminal. */
export const slotOf = (wire: number, end: 0 | 1): number => 2 * wire + end;

/** The wires that are shown, on the terminals of bodies. A wire that has a terminal on no body is left out. */
export function frameOf({ conductors }: Circuit, bodies: readonly Body[], shown: readonly ConductorId[]): Frame {
  const found = new Map<string, FrameWay>();
  for (const body of bodies)
    for (const side of ['top', 'bottom'] as const) {
      let left = (body.width - body[side].reduce((sum, { width }) => sum + width, 0)) / 2;
      const off = side === 'top' ? 0 : BOTTOM_OFF;
      for (const { terminal, wires, width } of body[side]) {
        const way = { terminal, body, side, offset: GRID * Math.round((left + width / 2 - off) / GRID) + off };
        left += width;
        for (const id of wires)
          for (const end of [0, 1] as const) if (conductors[id]?.ends[end] === terminal) found.set(`${id} ${end}`, way);
      }
    }
  const wires = shown.flatMap((id): FrameWire[] => {
    const [a, b] = [found.get(`${id} 0`), found.get(`${id} 1`)];
    return a && b ? [{ id, ways: [a, b] }] : [];
  });
  const ends = wires.flatMap(({ ways }, wire) => ([0, 1] as const).map((end) => ({ way: ways[end], slot: slotOf(wire, end) })));
  const ways = [...grouped(ends, ({ way }) => way)].map(([way, those]) => ({ way, slots: those.map(({ slot }) => slot) }));
  const waysOf = grouped(ways, ({ way }) => way.body);
  return { wires, waysOf: bodies.map((body) => waysOf.get(body) ?? []) };
}

/** Whether an end of a wire lies on a device that is shown. */
export const isOn = (devices: ReadonlySet<string>, end: TerminalId | null): end is TerminalId => end !== null && devices.has(deviceOf(end));

/** Channel that a side of a row faces: the channel of a number lies above the row of that number. */
export const channelAt = (shelf: number, side: Side): number => (side === 'top' ? shelf : shelf + 1);
