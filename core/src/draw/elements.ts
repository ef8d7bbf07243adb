import {
  type Circuit,
  type ConductorId,
  type Device,
  type DeviceId,
  deviceOf,
  isLooseEnd,
  looseEnd,
  type Point,
  type TerminalId,
  terminalId,
} from '#core/circuit';
import { EARTH, endsOf, familyOf, type Part, partsOf, type Timer, type Transformer } from '#core/devices';
import { figures, span } from '#core/units';
import type { SymbolKind, VoltageClass } from './sheet';

/** A two-terminal part as it is drawn. A changeover is two of them that share a common. */
export interface Element {
  readonly id: string;
  readonly device: Device;
  readonly part: string;
  readonly kind: SymbolKind;
  readonly form: 'NO' | 'NC' | undefined;
  readonly a: TerminalId;
  readonly b: TerminalId;
  /** a load ends a path; what is not a load leads to one */
  readonly isLoad: boolean;
  /** may stand in the head of a band: fuse, isolator, breaker poles */
  readonly isHead: boolean;
  readonly byArmature: boolean;
  readonly text: string;
}

export interface SourceElement {
  readonly id: string;
  readonly device: Device;
  readonly part: string;
  readonly terminals: readonly TerminalId[];
  readonly tint: VoltageClass;
  readonly title: string;
  readonly text: string;
}

export interface BlockElement {
  readonly symbol: 'motor-block' | 'heater-block';
  readonly id: string;
  readonly device: Device;
  readonly part: string;
  readonly terminals: readonly TerminalId[];
  readonly text: string;
}

export interface Wiring {
  readonly netOf: ReadonlyMap<Point, number>;
  readonly points: readonly (readonly Point[])[];
  readonly conductorsOfNet: ReadonlyMap<number, readonly ConductorId[]>;
  readonly earthNet: number | undefined;
  /** wired points of the earth net, strips and frames */
  readonly earthPoints: readonly Point[];
  readonly wired: ReadonlySet<Point>;
  /** terminals bonded to earth inside their device or by a wire of their own to the earth bar */
  readonly bonded: ReadonlySet<Point>;
}

export interface Drawable {
  readonly elements: readonly Element[];
  readonly sources: readonly SourceElement[];
  readonly blocks: readonly BlockElement[];
  readonly spare: readonly { readonly device: DeviceId; readonly part: string; readonly words: string }[];
  readonly wiring: Wiring;
}

type AddElement = (part: string, kind: SymbolKind, a: string, b: string, text: string, more?: Partial<Element>) => void;

const delays = ({ onDelayS, offDelayS }: Timer): string => `${figures(onDelayS ?? 0)}/${figures(offDelayS ?? 0)} s`;

const ordered = (circuit: Circuit): Device[] => Object.values(circuit.devices).sort((a, b) => (a.id < b.id ? -1 : 1));

/** Nets by wires alone; devices join nothing. Wires to an earth bar weld one net of their own. */
function wiringOf(circuit: Circuit): Wiring {
  const parent = new Map<Point, Point>();
  const find = (point: Point): Point => {
    const up = parent.get(point);
    if (up === undefined) {
      parent.set(point, point);
      return point;
    }
    if (up === point) return point;
    const root = find(up);
    parent.set(point, root);
    return root;
  };
  const wires = Object.values(circuit.conductors).sort((a, b) => (a.id < b.id ? -1 : 1));
  const wired = new Set<Point>();
  const earthSigns = new Set<Point>();
  const isEarth = (point: Point) => !isLooseEnd(point) && circuit.devices[deviceOf(point as TerminalId)]?.family === 'earth-bar';
  const inPart = new Set<Point>(
    ordered(circuit).flatMap((device) =>
      partsOf(device)
        .flatMap(endsOf)
        .map((mark): Point => terminalId(device.id, mark)),
    ),
  );
  for (const wire of wires) {
    const [a, b] = wire.ends.map((end, side) => end ?? looseEnd(wire.id, side as 0 | 1)) as [Point, Point];
    if (wire.ends[0] === null && wire.ends[1] === null) continue;
    wired.add(a);
    wired.add(b);
    // a wire from a part straight to the earth bar is drawn as an earth sign: it does not weld every return into one net
    const [toEarth, other] = isEarth(a) ? [true, b] : isEarth(b) ? [true, a] : [false, a];
    if (toEarth && inPart.has(other) && !isEarth(other)) {
      earthSigns.add(other);
      continue;
    }
    parent.set(find(a), find(b));
  }
  const earths = ordered(circuit)
    .filter(({ family }) => family === 'earth-bar')
    .map(({ id }) => terminalId(id, 'PE') as Point);
  for (const earth of earths.slice(1)) parent.set(find(earth), find(earths[0]!));
  const netOf = new Map<Point, number>();
  const points: Point[][] = [];
  const numbered = new Map<Point, number>();
  const all = [
    ...ordered(circuit).flatMap((device) => familyOf(device).terminals.map((mark): Point => terminalId(device.id, mark))),
    ...[...wired].filter(isLooseEnd),
  ];
  for (const point of all) {
    const root = find(point);
    const net = numbered.get(root) ?? points.length;
    if (net === points.length) {
      numbered.set(root, net);
      points.push([]);
    }
    netOf.set(point, net);
    points[net]!.push(point);
  }
  const conductorsOfNet = new Map<number, ConductorId[]>();
  for (const wire of wires) {
    const end = wire.ends[0] ?? wire.ends[1];
    if (end) conductorsOfNet.set(netOf.get(end)!, [...(conductorsOfNet.get(netOf.get(end)!) ?? []), wire.id]);
  }
  const earthNet = earths[0] === undefined ? undefined : netOf.get(earths[0]);
  const bonded = new Set<Point>(
    ordered(circuit).flatMap((device) =>
      partsOf(device).flatMap((part) =>
        part.kind === 'join' && part.b === EARTH && !part.a.startsWith('#') && device.family !== 'earth-bar'
          ? [terminalId(device.id, part.a) as Point]
          : [],
      ),
    ),
  );
  for (const point of earthSigns) bonded.add(point);
  return {
    netOf,
    points,
    conductorsOfNet,
    earthNet,
    earthPoints: earthNet === undefined ? [] : points[earthNet]!.filter((point) => wired.has(point)),
    wired,
    bonded,
  };
}

const elementKind = (part: Part): SymbolKind | undefined => {
  switch (part.kind) {
    case 'contact':
      return part.symbol;
    case 'coil':
      return 'coil';
    case 'load':
      return part.use === 'heater' || part.use === 'lamp' ? part.use : 'box';
    case 'motor':
      return 'motor';
    case 'fuse':
      return part.symbol;
    case 'series-timer':
      return 'timer';
    case 'electronics':
      return 'box';
    case 'travel':
      return 'valve';
    case 'join':
      return part.b === EARTH ? undefined : 'bar';
    default:
      return undefined;
  }
};

function elementText(part: Part): string {
  switch (part.kind) {
    case 'coil':
      return part.ratedV === undefined ? 'coil ?' : `${figures(part.ratedV)} V`;
    case 'load':
      return part.use === 'heater' || part.use === 'lamp'
        ? `${figures(part.va)} W`
        : part.use === 'input'
          ? 'input'
          : `${figures(part.va)} VA`;
    case 'motor':
      return `${figures(part.runA)} A`;
    case 'fuse':
      return part.ratingA === undefined ? '?' : `${figures(part.ratingA)} A`;
    case 'series-timer':
      return part.delayS === undefined ? '? s' : part.delayS < 600 ? `${figures(part.delayS)} s` : span(part.delayS * 1000);
    case 'electronics':
      return `${figures(part.va)} VA`;
    case 'travel':
      return part.ratedV === undefined ? '? V' : `${figures(part.ratedV)} V`;
    default:
      return '';
  }
}

/** Everything of a circuit that has a place on the path sheet. */
export function drawableOf(circuit: Circuit): Drawable {
  const wiring = wiringOf(circuit);
  const elements: Element[] = [];
  const sources: SourceElement[] = [];
  const blocks: BlockElement[] = [];
  const spare: Drawable['spare'][number][] = [];
  for (const device of ordered(circuit)) {
    const at = (mark: string) => terminalId(device.id, mark);
    const add = (part: string, kind: SymbolKind, a: string, b: string, text: string, more: Partial<Element> = {}) =>
      elements.push({
        id: `${device.id}:${part}`,
        device,
        part,
        kind,
        form: undefined,
        a: at(a),
        b: at(b),
        isLoad: false,
        isHead: false,
        byArmature: false,
        text,
        ...more,
      });
    const parts = partsOf(device);
    addSupply(device, parts);
    for (const part of parts) {
      if (part.kind === 'motor3' || part.kind === 'load3')
        blocks.push({
          symbol: part.kind === 'motor3' ? 'motor-block' : 'heater-block',
          id: `${device.id}:${part.id}`,
          device,
          part: part.id,
          terminals: part.ends.map(at),
          text: part.kind === 'motor3' ? `${figures(part.runA)} A` : `${figures(part.watts / 1000)} kW`,
        });
      if (part.kind === 'timer') addTimer(part, add);
      if (part.kind === 'transformer') addTransformer(device, part, add);
      if (part.kind === 'dc-output')
        sources.push({
          id: `${device.id}:${part.id}`,
          device,
          part: part.id,
          terminals: [at(part.a), at(part.b)],
          tint: 'elv-dc',
          title: `${figures(part.volts ?? 0)} V DC from ${device.tag}`,
          text: `${figures(part.volts ?? 0)} V`,
        });
      const kind = elementKind(part);
      if (!kind || !('a' in part) || part.kind === 'timer') continue;
      const isLoad =
        part.kind === 'coil' || part.kind === 'load' || part.kind === 'motor' || part.kind === 'electronics' || part.kind === 'travel';
      const isHead = (part.kind === 'fuse' && part.symbol !== 'overload-heater') || (part.kind === 'contact' && part.symbol === 'isolator');
      if (isSpare(wiring, at(part.a), at(part.b)))
        spare.push({ device: device.id, part: part.id, words: `${device.tag} ${part.a}–${part.b}` });
      else
        add(part.id, kind, part.a, part.b, elementText(part), {
          isLoad,
          isHead,
          form: part.kind === 'contact' ? part.form : undefined,
          byArmature: part.kind === 'contact' && part.mover.by === 'armature',
        });
    }
  }
  return { elements, sources, blocks, spare, wiring };

  /** Two loads of its own: the call input, and the supply it lives on. */
  function addTimer(part: Timer, add: AddElement) {
    add('call', 'timer', part.a, part.b, delays(part), { isLoad: true });
    if (!(part.fedBy[0] === part.a && part.fedBy[1] === part.b))
      add('supply', 'box', part.fedBy[0], part.fedBy[1], `${figures(part.va)} VA`, { isLoad: true });
  }

  function addSupply(device: Device, parts: readonly Part[]) {
    const legs = parts.flatMap((part) => (part.kind === 'source' ? [part] : []));
    const first = legs[0];
    if (!first) return;
    if (first.role === 'call-input') {
      sources.push({
        id: `${device.id}:${first.id}`,
        device,
        part: first.id,
        terminals: [terminalId(device.id, first.a), terminalId(device.id, first.b)],
        tint: first.hz === 0 ? 'elv-dc' : 'elv-ac',
        title: `Call input of ${device.tag}, ${figures(first.volts ?? 0)} V of its own`,
        text: `${figures(first.volts ?? 0)} V`,
      });
      return;
    }
    const volts = device.nameplate.volts?.value;
    const used = legs.map(({ a }) => terminalId(device.id, a)).filter((terminal) => wiring.wired.has(terminal));
    if (used.length < 2) return;
    sources.push({
      id: `${device.id}:mains`,
      device,
      part: first.id,
      terminals: used,
      tint: 'power',
      title: `${String(volts ?? '?')} V ${String(first.hz ?? '?')} Hz from ${device.tag}`,
      text: `${String(volts ?? '?')} V`,
    });
  }

  function addTransformer(device: Device, part: Transformer, add: AddElement) {
    const wiredMarks = (taps: Transformer['primary']) => taps.filter(({ mark }) => wiring.wired.has(terminalId(device.id, mark)));
    const primary = wiredMarks(part.primary);
    if (primary.length >= 2)
      add('primary', 'winding', primary.at(-1)!.mark, primary[0]!.mark, `${figures(primary.at(-1)!.volts - primary[0]!.volts)} V`, {
        isLoad: true,
      });
    const full = part.secondary.at(-1)!;
    const low = part.secondary[0]!;
    sources.push({
      id: `${device.id}:secondary`,
      device,
      part: part.id,
      terminals: [terminalId(device.id, full.mark), terminalId(device.id, low.mark)],
      tint: full.volts <= 50 ? 'elv-ac' : 'control',
      title: `${figures(full.volts)} V from ${device.tag}`,
      text: `${part.va === undefined ? '?' : figures(part.va)} VA`,
    });
  }
}

/** Leads nowhere: an end without a wire, while the other is drawn with another part or has no wire either. */
function isSpare({ wired, netOf, points }: Wiring, a: Point, b: Point): boolean {
  if (wired.has(a) && wired.has(b)) return false;
  if (!wired.has(a) && !wired.has(b)) return true;
  const end = wired.has(a) ? a : b;
  return points[netOf.get(end)!]!.some(
    (other) => other !== end && !isLooseEnd(other) && deviceOf(other as TerminalId) !== deviceOf(end as TerminalId),
  );
}
