import { type Circuit, type ConductorId, type DeviceId, spellTerminal, type TerminalId } from '#core/circuit';
import type { CircuitPlan } from '#core/graph';
import { at, must } from '#core/units';
import { cutTo } from '../widths';
import { type Body, bodiesOf, GRID, MARK_SIZE, type Side, TAG_SIZE, TITLE_SIZE, type ZoneName } from './blocks';
import { EASING, ease } from './ease';
import { frameOf, isOn, slotOf } from './frame';
import { type Harness, harnessOf, runsIn } from './harness';
import { lanesOf, leastCrossing, type Run } from './lanes';
import { SHELF_WIDTH, shelvedAsBefore, shelving } from './shelves';

/** A terminal where the hand finds it. */
export interface TerminalSpot {
  readonly terminal: TerminalId;
  readonly mark: string;
  readonly x: number;
  readonly y: number;
  readonly side: Side;
  /** along its edge: a terminal with many wires is wide */
  readonly width: number;
  /** wires that lie on it here */
  readonly wires: number;
}

/** A device drawn as a body with its rows of terminals. */
export interface TerminalBlock {
  readonly device: DeviceId;
  readonly tag: string;
  readonly title: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly spots: readonly TerminalSpot[];
  /** its tag, what it is, and the marks of its terminals, each in the middle of where it stands */
  readonly captions: readonly TerminalCaption[];
}

/** Words on a body; cut where there is no room, whole on hover. */
export interface TerminalCaption {
  readonly text: string;
  readonly whole: string;
  readonly x: number;
  /** base line */
  readonly y: number;
  readonly size: number;
  readonly is: 'tag' | 'title' | 'mark';
}

/** A wire from its first end to its second, along corners; its number where its longest piece runs. */
export interface TerminalWire {
  readonly conductor: ConductorId;
  readonly points: readonly (readonly [x: number, y: number])[];
  readonly label: { readonly x: number; readonly y: number };
}

/** An end whose other end is not on this drawing: a short lead with where it goes. */
interface TerminalStub {
  readonly conductor: ConductorId;
  readonly x: number;
  readonly y: number;
  readonly side: Side;
  /** `K7:A1`, or that it is loose */
  readonly to: string;
}

interface TerminalZone {
  readonly is: ZoneName;
  readonly y: number;
  readonly height: number;
}

/** Devices with their terminals, and wires in lanes between them: plain geometry in sheet units. */
export interface TerminalSheet {
  readonly width: number;
  readonly height: number;
  readonly zones: readonly TerminalZone[];
  readonly blocks: readonly TerminalBlock[];
  readonly wires: readonly TerminalWire[];
  readonly stubs: readonly TerminalStub[];
  readonly crossings: number;
  /** the devices row by row: handed in again, they stay where they are */
  readonly order: readonly (readonly DeviceId[])[];
}

const LANE = 8;
const CHANNEL_PAD = 16;
const BODY_HEIGHT = 104;
const SPOT = 11;
const STUB = 14;
/** Between two zones. */
const ZONE_GAP = 10;

/** How the rows are come by. */
interface Wanted {
  /** how much is tried to make wires cross less: 1 takes about a second of a desk machine */
  readonly effort?: number;
  /** rows as they were: nothing is tried, and only what is new or gone changes them */
  readonly before?: readonly (readonly DeviceId[])[] | undefined;
}

/**
 * Lays devices out in rows, extra-low volts above the mains, with every wire in a lane of its own.
 * @param only devices to show; all of them unless said. A wire to another device ends in a stub
 */
export function* layingTerminals(
  plan: CircuitPlan,
  only?: readonly DeviceId[],
  { effort = 1, before }: Wanted = {},
): Generator<{ readonly seen: number; readonly of: number }, TerminalSheet> {
  const { circuit } = plan;
  const wanted = only ?? (Object.keys(circuit.devices) as DeviceId[]);
  const devices = wanted.flatMap((id) => circuit.devices[id] ?? []).sort((a, b) => (a.id < b.id ? -1 : 1));
  const here = new Set<string>(devices.map(({ id }) => id));
  const wires = plan.conductors.map(({ conductor }) => conductor).sort((a, b) => (a.id < b.id ? -1 : 1));
  const shown = wires.filter(({ ends }) => ends.every((end) => isOn(here, end)) && ends[0] !== ends[1]).map(({ id }) => id);
  const bodies = bodiesOf(plan, devices, new Set(shown));
  const frame = frameOf(circuit, bodies, shown);
  const shelves = before ? shelvedAsBefore(bodies, before) : yield* shelving(plan, bodies, frame, effort);
  const harness = harnessOf(frame, shelves);
  ease(harness, SHELF_WIDTH, effort * EASING);
  const { lanes, laidOf, crossings } = laned(harness);
  const width = GRID * Math.ceil(Math.max(...harness.widths, 2 * GRID) / GRID);

  const channelY: number[] = [];
  const shelfY: number[] = [];
  let pen = 0;
  let zone: ZoneName | undefined;
  const starts: { is: ZoneName; y: number }[] = [];
  shelves.forEach((row, index) => {
    const is = at(row, 0).zone;
    if (is !== zone) {
      starts.push({ is, y: pen });
      pen += ZONE_GAP;
      zone = is;
    }
    channelY.push(pen + CHANNEL_PAD);
    pen += 2 * CHANNEL_PAD + LANE * (lanes[index] ?? 0);
    shelfY.push(pen);
    pen += BODY_HEIGHT;
  });
  channelY.push(pen + CHANNEL_PAD);
  pen += 2 * CHANNEL_PAD + LANE * (lanes[shelves.length] ?? 0);
  const zones = starts.map((one, index) => ({ ...one, height: (starts[index + 1]?.y ?? pen) - one.y }));

  const blocks = shelves.flatMap((row, shelf) => row.map((body) => blockOf(body, at(harness.bodyX, body.index), at(shelfY, shelf))));
  const shelfOf = new Map(shelves.flatMap((row, shelf) => row.map((body) => [body, shelf] as const)));
  const spotOf = new Map(blocks.flatMap(({ spots }) => spots.map((spot) => [`${spot.terminal} ${spot.side}`, spot] as const)));
  const drawn = frame.wires.map(({ id, ways }, wire): TerminalWire => {
    const tip = (end: 0 | 1): readonly [number, number] => {
      const top = at(shelfY, must(shelfOf.get(ways[end].body), 'a row'));
      return [at(harness.x, slotOf(wire, end)), ways[end].side === 'top' ? top : top + BODY_HEIGHT];
    };
    return wireOf(id, tip(0), tip(1), at(laidOf, wire), ({ channel, lane }) => at(channelY, channel) + LANE * lane + LANE / 2);
  });
  const stubs = wires.flatMap((wire): TerminalStub[] =>
    shown.includes(wire.id)
      ? []
      : wire.ends.flatMap((end, side): TerminalStub[] => {
          if (!isOn(here, end)) return [];
          const spot = spotOf.get(`${end} bottom`) ?? spotOf.get(`${end} top`);
          const other = wire.ends[1 - side] ?? null;
          if (!spot) return [];
          return [
            {
              conductor: wire.id,
              x: spot.x,
              y: spot.side === 'top' ? spot.y - SPOT - STUB : spot.y + SPOT + STUB,
              side: spot.side,
              to: other ? spellTerminal(circuit, other) : 'loose',
            },
          ];
        }),
  );
  return {
    width,
    height: pen,
    zones,
    blocks,
    wires: drawn,
    stubs,
    crossings,
    order: shelves.map((row) => row.map(({ device }) => device.id)),
  };
}

/** The same at once, for whoever has nothing else to do. */
export function layoutTerminals(plan: CircuitPlan, only?: readonly DeviceId[], wanted: Wanted = {}): TerminalSheet {
  const walk = layingTerminals(plan, only, wanted);
  for (;;) {
    const step = walk.next();
    if (step.done) return step.value;
  }
}

function blockOf(body: Body, x: number, y: number): TerminalBlock {
  const spots = (['top', 'bottom'] as const).flatMap((side): TerminalSpot[] => {
    const row = body[side];
    const whole = row.reduce((sum, { width }) => sum + width, 0);
    let left = x + (body.width - whole) / 2;
    const off = side === 'top' ? 0 : GRID / 2;
    return row.map(({ terminal, mark, wires, width }) => {
      const middle = GRID * Math.round((left + width / 2 - off) / GRID) + off;
      left += width;
      return { terminal, mark, x: middle, y: side === 'top' ? y + SPOT : y + BODY_HEIGHT - SPOT, side, width, wires: wires.length };
    });
  });
  const { id: device, tag, title } = body.device;
  const middle = x + body.width / 2;
  const tagY = y + (body.top.length === 0 ? 38 : body.bottom.length === 0 ? 60 : 50);
  const captions: TerminalCaption[] = [
    { text: tag, whole: tag, x: middle, y: tagY, size: TAG_SIZE, is: 'tag' },
    ...(title
      ? [{ text: cutTo(title, TITLE_SIZE, body.width - 6), whole: title, x: middle, y: tagY + 13, size: TITLE_SIZE, is: 'title' as const }]
      : []),
    ...spots.map(({ mark, x: at, y: middleY, side }) => ({
      text: mark,
      whole: mark,
      x: at,
      y: side === 'top' ? middleY + 20 : middleY - 12,
      size: MARK_SIZE,
      is: 'mark' as const,
    })),
  ];
  return { device, tag, title, x, y, width: body.width, height: BODY_HEIGHT, spots, captions };
}

/** A run in its lane. */
interface LaidRun extends Run {
  readonly channel: number;
  readonly lane: number;
}

/** Every run in a lane of its own: of each channel how many lanes, of each wire its runs from its first end to its second. */
function laned(harness: Harness): {
  readonly lanes: readonly number[];
  readonly laidOf: readonly (readonly LaidRun[])[];
  readonly crossings: number;
} {
  const laid = new Map<unknown, LaidRun>();
  let crossings = 0;
  const lanes = harness.hops.map((_, channel) => {
    const least = leastCrossing(runsIn(harness, channel));
    crossings += least.crossings;
    const own = lanesOf(least.ordered);
    least.ordered.forEach(({ hop, left, right }, index) => void laid.set(hop, { left, right, channel, lane: at(own, index) }));
    return Math.max(0, ...own.map((lane) => lane + 1));
  });
  return { lanes, laidOf: harness.hopsOf.map((hops) => hops.map((hop) => must(laid.get(hop), 'a run of this drawing'))), crossings };
}

/** Corners of a wire: up or down from its slot, along its lanes, through its passes. */
function wireOf(
  conductor: ConductorId,
  a: readonly [number, number],
  b: readonly [number, number],
  runs: readonly LaidRun[],
  laneY: (run: LaidRun) => number,
): TerminalWire {
  const points: (readonly [number, number])[] = [a];
  let x = a[0];
  for (const run of runs) {
    const y = laneY(run);
    points.push([x, y]);
    x = run.left.x === x ? run.right.x : run.left.x;
    points.push([x, y]);
  }
  points.push(b);
  const longest = runs.reduce((best, run) => (run.right.x - run.left.x > best.right.x - best.left.x ? run : best), at(runs, 0));
  return { conductor, points, label: { x: (longest.left.x + longest.right.x) / 2, y: laneY(longest) } };
}

/** The devices of a place and of what is in it; the pages of a large panel. */
export function devicesOfPlace({ devices, places }: Circuit, place: string): readonly DeviceId[] {
  const within = (id: string | null): boolean => {
    const seen = new Set<string>();
    for (let at = id; at !== null && !seen.has(at); at = places[at]?.parent ?? null) {
      if (at === place) return true;
      seen.add(at);
    }
    return false;
  };
  return Object.values(devices)
    .filter((device) => within(device.place))
    .map(({ id }) => id);
}
