import { type Device, type DeviceId, type Point, type TerminalId, terminalId } from '#core/circuit';
import { type CircuitPlan, loopScrews, type PlannedPart } from '#core/graph';
import { type BlockSymbol, type Drawn, isKind, type Printed } from '#core/kinds';
import { figures, span } from '#core/units';
import type { BandName, SymbolKind, VoltageClass } from './sheet';
import { type Wiring, wiringOf } from './wiring';

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
  /** a pole of power: of a contactor, a breaker, an overload */
  readonly isPole: boolean;
  /** a part of its own device moves it: its line comes after that part's line */
  readonly isMoved: boolean;
  readonly text: string;
}

export interface SourceElement {
  readonly id: string;
  readonly device: Device;
  readonly part: string;
  readonly terminals: readonly TerminalId[];
  readonly tint: VoltageClass;
  readonly name: BandName;
  readonly text: string;
}

export interface BlockElement {
  readonly symbol: BlockSymbol;
  readonly id: string;
  readonly device: Device;
  readonly part: string;
  readonly terminals: readonly TerminalId[];
  readonly text: string;
}

export interface Drawable {
  readonly elements: readonly Element[];
  readonly sources: readonly SourceElement[];
  readonly blocks: readonly BlockElement[];
  /** contacts and outputs that lead nowhere */
  readonly spare: readonly { readonly device: DeviceId; readonly part: string; readonly ends: readonly [string, string] }[];
  readonly wiring: Wiring;
}

/** Above this a secondary is control at mains, below it extra-low. */
const EXTRA_LOW_V = 50;

/** `24 V`, `3 min`; `? V` where the print is unread. */
const printed = (text: Printed | string | undefined): string => {
  if (text === undefined || typeof text === 'string') return text ?? '';
  if (text.value === undefined) return `? ${text.unit}`;
  return text.unit === 's' && text.value >= 600 ? span(text.value * 1000) : `${figures(text.value)} ${text.unit}`;
};

/** What is drawn by itself; legs of a supply are put together first. */
type Piece = { readonly element: Element } | { readonly source: SourceElement } | { readonly block: BlockElement } | { readonly leg: Leg };

interface Leg {
  readonly planned: PlannedPart;
  readonly end: string;
  readonly hz: number | undefined;
}

/** Everything of a circuit that has a place on the path sheet. */
export function drawableOf(plan: CircuitPlan): Drawable {
  const wiring = wiringOf(plan);
  const pieces = plan.parts.flatMap((planned) =>
    (planned.kind.drawn?.(planned.part) ?? []).flatMap((drawn) => pieceOf(planned, drawn, wiring)),
  );
  const elements = pieces.flatMap((piece) => ('element' in piece ? [piece.element] : []));
  // terminals of what is wired at both ends: a throw of a changeover that hangs on one of them alone leads nowhere
  const used = new Set(elements.filter(({ a, b }) => wiring.wired.has(a) && wiring.wired.has(b)).flatMap(({ a, b }) => [a, b]));
  const isLeft = (element: Element): boolean => isSpare(wiring, used, element);
  const sources = pieces.flatMap((piece) => ('source' in piece ? [piece.source] : []));
  return {
    elements: elements.filter((element) => element.kind === 'winding' || !isLeft(element)),
    spare: elements
      .filter((element) => element.kind !== 'winding' && isLeft(element))
      .map(({ device, part, a, b }) => ({ device: device.id, part, ends: [markAt(a), markAt(b)] as const })),
    sources: [...mainsOf(pieces, wiring), ...sources, ...ownLoops(plan, wiring)],
    blocks: pieces.flatMap((piece) => ('block' in piece ? [piece.block] : [])),
    wiring,
  };
}

/** The mark of a point on its device, or the end of a loose conductor. */
export const markAt = (point: Point): string => point.slice(point.indexOf(':') + 1);

function pieceOf(planned: PlannedPart, drawn: Drawn, wiring: Wiring): Piece[] {
  const { device, part } = planned;
  const at = (mark: string): TerminalId => terminalId(device.id, mark);
  const own = { device, part: part.id };
  switch (drawn.as) {
    case 'element':
      // what has an end inside its device is nothing that a wire leads to
      if (drawn.a.startsWith('#') || drawn.b.startsWith('#')) return [];
      return [
        {
          element: {
            ...own,
            id: `${device.id}:${drawn.sub ?? part.id}`,
            kind: drawn.symbol,
            form: drawn.form,
            a: at(drawn.a),
            b: at(drawn.b),
            isLoad: drawn.isLoad ?? false,
            isHead: drawn.isHead ?? false,
            isPole: part.kind === 'fuse' || (part.kind === 'contact' && part.duty === 'power'),
            isMoved: part.kind === 'contact' && part.mover.parts !== undefined,
            text: printed(drawn.text),
          },
        },
      ];
    case 'winding': {
      const taps = drawn.taps.filter(({ mark }) => wiring.wired.has(at(mark)));
      const [low, high] = [taps[0], taps.at(-1)];
      if (!low || !high || low === high) return [];
      return [
        {
          element: {
            ...own,
            id: `${device.id}:${drawn.sub}`,
            kind: 'winding',
            form: undefined,
            a: at(high.mark),
            b: at(low.mark),
            isLoad: true,
            isHead: false,
            isPole: false,
            isMoved: false,
            text: printed({ value: high.volts - low.volts, unit: 'V' }),
          },
        },
      ];
    }
    case 'leg':
      return [{ leg: { planned, end: drawn.end, hz: drawn.hz } }];
    case 'block':
      return [
        {
          block: {
            ...own,
            symbol: drawn.symbol,
            id: `${device.id}:${drawn.sub ?? part.id}`,
            terminals: drawn.ends.map(at),
            text: printed(drawn.text),
          },
        },
      ];
    case 'source': {
      const terminals = drawn.ends.map(at);
      // a loop that nobody uses is no supply of anything
      if (drawn.system === 'loop' && !terminals.some((terminal) => wiring.wired.has(terminal))) return [];
      return [
        {
          source: {
            ...own,
            id: `${device.id}:${drawn.sub ?? part.id}`,
            terminals,
            tint: tintOf(drawn),
            name: { code: drawn.system, volts: drawn.volts, tag: device.tag },
            text: printed(drawn.text),
          },
        },
      ];
    }
  }
}

const tintOf = ({ system, volts, hz }: Extract<Drawn, { as: 'source' }>): VoltageClass =>
  system === 'secondary' ? ((volts ?? 0) <= EXTRA_LOW_V ? 'elv-ac' : 'control') : hz === 0 ? 'elv-dc' : 'elv-ac';

/** The legs of each supply as one source; a supply of which one leg is wired feeds nothing. */
function mainsOf(pieces: readonly Piece[], { wired }: Wiring): SourceElement[] {
  const legs = pieces.flatMap((piece) => ('leg' in piece ? [piece.leg] : []));
  const devices = [...new Set(legs.map(({ planned }) => planned.device))];
  return devices.flatMap((device): SourceElement[] => {
    const own = legs.filter(({ planned }) => planned.device === device);
    const terminals = own.map(({ end }) => terminalId(device.id, end)).filter((terminal) => wired.has(terminal));
    const [first] = own;
    if (!first || terminals.length < 2) return [];
    const given = device.nameplate.volts?.value;
    const volts = typeof given === 'number' ? given : undefined;
    return [
      {
        id: `${device.id}:mains`,
        device,
        part: first.planned.part.id,
        terminals,
        tint: 'power',
        name: { code: 'mains', volts, hz: first.hz, tag: device.tag },
        text: printed({ value: volts, unit: 'V' }),
      },
    ];
  });
}

/** Loops that a device feeds itself, to a thermostat, a flame cell, electrodes: its screws are their supply. */
const ownLoops = (plan: CircuitPlan, { wired }: Wiring): SourceElement[] =>
  plan.parts.filter(isKind('controller')).flatMap(({ device, part }): SourceElement[] => {
    const terminals = loopScrews(plan.partsIn(device.id), part)
      .map((mark) => terminalId(device.id, mark))
      .filter((terminal) => wired.has(terminal));
    if (terminals.length < 2) return [];
    const name = { code: 'own loop', tag: device.tag } as const;
    return [{ id: `${device.id}:loop`, device, part: part.id, terminals, tint: 'elv-dc', name, text: '' }];
  });

/** Leads nowhere: no wire at all, or at one end alone where another element of its device is drawn already. Half wired it is drawn where its wire is. */
const isSpare = ({ wired }: Wiring, used: ReadonlySet<Point>, { a, b }: Element): boolean =>
  wired.has(a) ? !wired.has(b) && used.has(a) : !wired.has(b) || used.has(b);
