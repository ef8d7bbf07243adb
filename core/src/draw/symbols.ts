import { isBlock } from './caption';
import type { PlacedSymbol, SymbolKind } from './sheet';

/** Strokes of a graphic symbol round its centre, in sheet units. `fill`: filled with ink while the part is on or closed. */
export type Stroke =
  | { readonly as: 'line'; readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }
  | { readonly as: 'circle'; readonly x: number; readonly y: number; readonly r: number; readonly body?: boolean }
  | {
      readonly as: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly body?: boolean;
    }
  | { readonly as: 'arc'; readonly x: number; readonly y: number; readonly r: number; readonly up: boolean; readonly ry?: number }
  | { readonly as: 'text'; readonly x: number; readonly y: number; readonly text: string }
  | { readonly as: 'bar'; readonly x: number; readonly y: number; readonly width: number; readonly height: number };

export type SymbolFamily = 'na' | 'iec';

const line = (x1: number, y1: number, x2: number, y2: number): Stroke => ({ as: 'line', x1, y1, x2, y2 });
const text = (words: string, x = 0, y = 4): Stroke => ({ as: 'text', x, y, text: words });
const leads = (inner: number): Stroke[] => [line(-26, 0, -inner, 0), line(inner, 0, 26, 0)];
/** What shows that a contact is closed now: a solid bar between its ends, NO and NC alike. */
const closedBar = (half: number): Stroke => ({ as: 'bar', x: -half, y: -3.5, width: 2 * half, height: 7 });

/** NEMA ICS 19 and JIC practice: two plates; a stroke through them where the contact rests closed. */
const naContact = (form: 'NO' | 'NC' | undefined): Stroke[] => [
  ...leads(7),
  line(-7, -11, -7, 11),
  line(7, -11, 7, 11),
  closedBar(7),
  ...(form === 'NC' ? [line(-11, 12, 11, -12)] : []),
];

/** A blade between two terminals, drawn as wired: lifted for NO, under the far terminal for NC; what works it hangs below. */
const naSwitch = (form: 'NO' | 'NC' | undefined, actuator: readonly Stroke[]): Stroke[] => [
  ...leads(13),
  { as: 'circle', x: -11, y: 0, r: 2.6 },
  { as: 'circle', x: 11, y: 0, r: 2.6 },
  line(-9, form === 'NC' ? 2 : -1.5, 13, form === 'NC' ? 4 : -12),
  closedBar(8),
  ...actuator,
];

/** IEC 60617: the moving blade to the left of the fixed end; a break contact crosses a short stroke. */
const iecContact = (form: 'NO' | 'NC' | undefined, actuator: readonly Stroke[] = []): Stroke[] => [
  ...leads(10),
  line(-10, 0, 11, form === 'NC' ? 8 : -9),
  ...(form === 'NC' ? [line(10, 0, 10, 9)] : []),
  closedBar(10),
  ...actuator,
];

const stem = (top: number): Stroke => line(0, 2, 0, top);
/** The head of an arrow on a stem, from its tip to its ends. */
const arrow = (tip: number, ends: number): Stroke[] => [line(-4, ends, 0, tip), line(4, ends, 0, tip)];
/** Two strokes from a blade to what holds it back. */
const pair = (top: number): Stroke[] => [line(-1.8, -2, -1.8, top), line(1.8, -4, 1.8, top)];

const ACTUATORS: Readonly<Partial<Record<SymbolKind, { na: readonly Stroke[]; iec: readonly Stroke[] }>>> = {
  pressure: {
    na: [stem(9), { as: 'arc', x: 0, y: 14, r: 5, up: true }, line(-5, 14, 5, 14)],
    iec: [line(0, -4, 0, -10), { as: 'rect', x: -5, y: -19, width: 10, height: 9 }, text('p', 0, -12)],
  },
  thermostat: {
    na: [stem(8), line(0, 8, 4, 8), line(4, 8, 4, 13), line(4, 13, -1, 13)],
    iec: [line(0, -4, 0, -10), { as: 'rect', x: -5, y: -19, width: 10, height: 9 }, text('θ', 0, -12)],
  },
  'end-switch': { na: [line(2, -6, 6, 3)], iec: [line(0, -4, -4, -10), line(0, -4, 4, -10)] },
  overload: {
    na: [stem(9), { as: 'arc', x: -3, y: 12, r: 3, up: true }, { as: 'arc', x: 3, y: 12, r: 3, up: false }],
    iec: [line(0, -4, 0, -9), line(-4, -9, 4, -9), line(-4, -9, -4, -14), line(4, -9, 4, -14)],
  },
  isolator: { na: [], iec: [line(10, -5, 10, 5)] },
  float: {
    na: [stem(8), { as: 'circle', x: 0, y: 12, r: 4 }],
    iec: [line(0, -4, 0, -9), { as: 'circle', x: 0, y: -13, r: 4 }],
  },
  selector: {
    na: [stem(12), line(-5, 12, 5, 12), line(5, 12, 5, 8)],
    iec: [line(0, -4, 0, -12), line(-5, -12, 5, -12), line(5, -12, 5, -8)],
  },
  light: {
    na: [stem(9), line(-6, 18, -1, 12), line(0, 19, 5, 13)],
    iec: [line(0, -4, 0, -9), line(-8, -17, -3, -11), line(-2, -18, 3, -12)],
  },
  clock: {
    na: [stem(8), { as: 'circle', x: 0, y: 13, r: 5 }, line(0, 13, 0, 10), line(0, 13, 3, 13)],
    iec: [line(0, -4, 0, -9), { as: 'circle', x: 0, y: -14, r: 5 }, line(0, -14, 0, -17), line(0, -14, 3, -14)],
  },
  // NEMA ICS 19: an arrow up waits as its timer is called, an arrow down as it is let go. IEC 60617: late from the arc to its middle
  late: {
    na: [stem(18), ...arrow(11, 16)],
    iec: [...pair(-15), { as: 'arc', x: 0, y: -11, r: 5, up: true }],
  },
  'late-back': {
    na: [stem(18), ...arrow(18, 13)],
    iec: [...pair(-10), { as: 'arc', x: 0, y: -15, r: 5, up: false }],
  },
  'late-both': {
    na: [stem(18), ...arrow(9, 13), ...arrow(18, 14)],
    iec: [...pair(-13), { as: 'arc', x: 0, y: -9, r: 4, up: true }, { as: 'arc', x: 0, y: -17, r: 4, up: false }],
  },
};

const push = (form: 'NO' | 'NC' | undefined): Stroke[] => {
  const y = form === 'NC' ? 4 : -8;
  return [
    ...leads(13),
    { as: 'circle', x: -11, y: 0, r: 2.6 },
    { as: 'circle', x: 11, y: 0, r: 2.6 },
    line(-14, y, 14, y),
    line(0, y, 0, -15),
    line(-6, -15, 6, -15),
    closedBar(8),
  ];
};

const round = (words: string): Stroke[] => [...leads(15), { as: 'circle', x: 0, y: 0, r: 15, body: true }, ...(words ? [text(words)] : [])];
const box = (words: string, half = 22): Stroke[] => [
  ...leads(half),
  { as: 'rect', x: -half, y: -12, width: 2 * half, height: 24, body: true },
  ...(words ? [text(words)] : []),
];

/**
 * The strokes of a symbol. Rest form is always drawn as wired; the present state is shown by the bar or the filled body alone.
 * @param tag stands inside a coil; @param words inside a box
 */
export function strokesOf(
  kind: SymbolKind,
  form: 'NO' | 'NC' | undefined,
  family: SymbolFamily,
  tag: string,
  words: string,
  size: SymbolSize,
): readonly Stroke[] {
  const strokes = wholeStrokes(kind, form, family, tag, words, size);
  if (!size.stack || size.stack.of < 2) return strokes;
  const body = strokes.find((one) => one.as === 'circle' && one.r > SMALL_R);
  return strokes.map(slim).map((one) => (body?.as === 'circle' ? reaching(one, body.r) : one));
}

/** A circle that is smaller than this is a terminal: it stays as it is. */
const SMALL_R = 4;

/** A lead that ended on a body goes on to where that ends among other poles. */
function reaching(stroke: Stroke, r: number): Stroke {
  if (stroke.as !== 'line' || stroke.y1 !== 0 || stroke.y2 !== 0) return stroke;
  const to = (x: number): number => (Math.abs(x) === r ? x * LOW : x);
  return { ...stroke, x1: to(stroke.x1), x2: to(stroke.x2) };
}

/** By how many degrees the strokes of a standing symbol are turned: what works it comes to its left, in either school. */
export const turnOf = ({ isStanding, kind }: Pick<PlacedSymbol, 'isStanding' | 'kind'>, family: SymbolFamily): 0 | 90 | -90 =>
  !isStanding || isBlock({ kind }) ? 0 : family === 'na' ? 90 : -90;

/** Half the height of a sign above its base line, by which it keeps upright where its symbol is turned. */
const HALF_SIGN = 3.5;
/** Where a sign of a symbol stands when the symbol is turned: it stays upright. */
export function signAt(
  { x, y }: { readonly x: number; readonly y: number },
  turn: 0 | 90 | -90,
): { readonly x: number; readonly y: number } {
  if (turn === 0) return { x, y };
  const middle = y - HALF_SIGN;
  return turn === 90 ? { x: -middle, y: x + HALF_SIGN } : { x: middle, y: -x + HALF_SIGN };
}

/** What of a symbol's place its strokes depend on. */
export interface SymbolSize {
  readonly width: number;
  readonly height: number;
  /** a pole on one of several neighbouring lines is drawn low enough to leave the others free */
  readonly stack?: { readonly of: number } | undefined;
  readonly pins?: readonly { readonly mark: string }[];
}

/** Of a source by its conductors: three of them that are none is way back are three phases; what has no line is a loop, and no mains. */
function phasesOf({ pins = [] }: SymbolSize): string {
  const lines = pins.filter(({ mark }) => /^L\d/.test(mark)).length;
  return lines >= 3 ? '3~' : lines > 0 || pins.length === 0 ? '~' : '';
}

/** How much lower a pole stands among others. */
const LOW = 0.62;
function slim(stroke: Stroke): Stroke {
  switch (stroke.as) {
    case 'line':
      return { ...stroke, y1: stroke.y1 * LOW, y2: stroke.y2 * LOW };
    case 'circle':
      return { ...stroke, y: stroke.y * LOW, r: stroke.r < SMALL_R ? stroke.r : stroke.r * LOW };
    case 'rect':
    case 'bar':
      return { ...stroke, y: stroke.y * LOW, height: stroke.height * LOW };
    case 'arc':
      return { ...stroke, y: stroke.y * LOW, ry: stroke.r * LOW };
    case 'text':
      return stroke;
  }
}

function wholeStrokes(
  kind: SymbolKind,
  form: 'NO' | 'NC' | undefined,
  family: SymbolFamily,
  tag: string,
  words: string,
  size: SymbolSize,
): readonly Stroke[] {
  const na = family === 'na';
  switch (kind) {
    case 'contact':
      return na ? naContact(form) : iecContact(form);
    case 'pressure':
    case 'thermostat':
    case 'end-switch':
    case 'overload':
    case 'isolator':
    case 'float':
    case 'selector':
    case 'light':
    case 'clock':
    case 'late':
    case 'late-back':
    case 'late-both':
      return na ? naSwitch(form, ACTUATORS[kind]?.na ?? []) : iecContact(form, ACTUATORS[kind]?.iec ?? []);
    case 'push':
      return na ? push(form) : iecContact(form, [line(0, -4, 0, -13), line(-5, -13, 5, -13)]);
    case 'coil':
      return na ? round(tag) : [...leads(16), { as: 'rect', x: -16, y: -11, width: 32, height: 22, body: true }, text(tag)];
    case 'motor':
      return round('M');
    case 'lamp':
      return [...leads(13), { as: 'circle', x: 0, y: 0, r: 13, body: true }, line(-9, -9, 9, 9), line(-9, 9, 9, -9)];
    case 'heater':
      return na
        ? box(words)
        : [
            ...leads(22),
            { as: 'rect', x: -22, y: -9, width: 44, height: 18, body: true },
            line(-11, -9, -11, 9),
            line(0, -9, 0, 9),
            line(11, -9, 11, 9),
          ];
    case 'fuse':
      return [line(-26, 0, 26, 0), { as: 'rect', x: -14, y: -6, width: 28, height: 12 }];
    case 'breaker':
      return na
        ? [
            ...leads(12),
            { as: 'circle', x: -10, y: 0, r: 2.4 },
            { as: 'circle', x: 10, y: 0, r: 2.4 },
            { as: 'arc', x: 0, y: -3, r: 9, up: true },
          ]
        : [...leads(10), line(-10, 0, 11, -9), line(7, -3, 13, 3), line(7, 3, 13, -3), { as: 'rect', x: -3, y: -8, width: 6, height: 5 }];
    case 'overload-heater':
      return na
        ? [
            ...leads(12),
            line(-12, 0, -12, -8),
            line(-12, -8, -2, -8),
            line(-2, -8, -2, 0),
            line(2, 0, 2, -8),
            line(2, -8, 12, -8),
            line(12, -8, 12, 0),
          ]
        : [
            ...leads(12),
            { as: 'rect', x: -12, y: -9, width: 24, height: 18 },
            line(-12, 0, -4, 0),
            line(-4, 0, -4, -5),
            line(-4, -5, 4, -5),
            line(4, -5, 4, 0),
            line(4, 0, 12, 0),
          ];
    case 'timer':
      return box(words, 24);
    case 'bar':
      return [line(-26, 0, 26, 0), { as: 'rect', x: -16, y: -3, width: 32, height: 6 }];
    case 'valve':
      return [...round('M'), line(-7, 21, 0, 17), line(7, 21, 0, 17), line(-7, 21, -7, 13.5), line(7, 21, 7, 13.5)];
    case 'winding':
    case 'secondary':
      return [...leads(20), ...[-15, -5, 5, 15].map((x): Stroke => ({ as: 'arc', x, y: 0, r: 5, up: true }))];
    case 'box':
      return box(words || tag);
    case 'source':
      return [...leads(15), { as: 'circle', x: 0, y: 0, r: 15 }, text(words.length > 5 ? '~' : words)];
    case 'source-block':
    case 'motor-block':
    case 'heater-block':
    case 'monitor-block':
      return [
        { as: 'rect', x: -size.width / 2, y: -size.height / 2, width: size.width, height: size.height, body: true },
        text(
          kind === 'motor-block' ? 'M 3~' : kind === 'monitor-block' ? '3~ ok?' : kind === 'heater-block' ? words || '3~' : phasesOf(size),
        ),
      ];
    case 'capacitor':
      return [...leads(3), line(-3, -10, -3, 10), line(3, -10, 3, 10)];
    case 'diode':
      return [...leads(7), line(-7, -8, -7, 8), line(-7, -8, 7, 0), line(-7, 8, 7, 0), line(7, -8, 7, 8)];
    case 'wire':
      return [line(-26, 0, 26, 0)];
  }
}
