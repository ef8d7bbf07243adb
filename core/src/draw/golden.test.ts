import { describe, expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { planCircuit } from '#core/graph';
import { DEMO, demo, seededNumbers } from '../testing/demo';
import { rowPanel, unitPanel } from '../testing/panel';
import { rigged } from '../testing/rigged';
import { layoutPaths, type Sheet, type Stroke, type SymbolKind, strokesOf } from './index';

/**
 * Sheets and symbols as lines of text, kept beside this file: a change of drawing shows there line by line and is to be looked at, not
 * waved through. What a sheet says is held by the other tests; these hold where things stand.
 */
const place = (x: number, y: number): string => `${x},${y}`;

function sheetText({ width, height, bands, spare }: Sheet): string {
  const lines = bands.flatMap((band) => [
    `band ${JSON.stringify(band.name)} ${band.tint} ${band.form} from ${band.y} high ${band.height}`,
    ...band.rails.map(({ name, x, y1, y2, net }) => `  rail ${name} at ${x} from ${y1} to ${y2} net ${net}`),
    ...band.symbols.map(
      ({ id, kind, form = '', x, y, width: w, height: h, pins, text, line, refs }) =>
        `  ${kind} ${id} ${form} at ${place(x, y)} ${w}x${h} "${text}" line ${line} refs ${refs.join(' ')} pins ${pins.map((pin) => `${pin.mark}@${place(pin.x, pin.y)}${pin.side}`).join(' ')}`,
    ),
    ...band.segments.map(
      ({ net, x1, y1, x2, y2, near, carries }) =>
        `  wire ${net} ${place(x1, y1)} to ${place(x2, y2)}${near ? ` near ${near}` : ''}${carries ? ` of ${carries}` : ''}`,
    ),
    ...band.markers.map(({ point, kind, x, y, label, net }) => `  ${kind} ${point} at ${place(x, y)} "${label}" net ${net}`),
    ...band.dots.map(({ x, y, net }) => `  dot at ${place(x, y)} net ${net}`),
    ...band.flags.map(({ name, x, y, side, net }) => `  flag ${name} at ${place(x, y)} ${side} net ${net}`),
    ...band.earths.map(({ point, x, y }) => `  earth ${point} at ${place(x, y)}`),
    ...band.links.map(({ x1, y1, y2 }) => `  link at ${x1} from ${y1} to ${y2}`),
    ...band.lines.map(({ number, y }) => `  line ${number} at ${y}`),
  ]);
  const left = spare.map(({ device, part, ends }) => `spare ${device}:${part} ${ends.join(' ')}`);
  return `${[`sheet ${width}x${height}`, ...lines, ...left].join('\n')}\n`;
}

const sheetOf = (circuit: Circuit): string => sheetText(layoutPaths(planCircuit(circuit)));

/** A circuit whose wires some hand has moved. */
function rewired(name: (typeof DEMO)[number], seed: number): Circuit {
  const circuit = demo(name);
  const random = seededNumbers(seed);
  const wires = Object.values(circuit.conductors);
  const any = () => wires[Math.floor(random() * wires.length)]?.ends[1] ?? null;
  return {
    ...circuit,
    conductors: Object.fromEntries(
      wires.map((wire) => [wire.id, random() < 0.15 ? { ...wire, ends: [wire.ends[0], random() < 0.3 ? null : any()] } : wire]),
    ),
  };
}

/** What the demos do not have: a load across three legs beside a bridge, a loop of an input, a strip in a path, an unread print. */
const odd = rigged(
  {
    G1: ['supply-3ph-wye', { volts: 400, hz: '50', earthing: 'TN' }],
    Q1: ['breaker-3', { ratingA: 16, curve: 'mcb-C' }],
    K1: ['contactor-3', { coilKind: 'AC', coilV: 230, coilHz: '50' }],
    K2: ['contactor-3', { coilKind: 'AC', coilV: 230, coilHz: '50' }],
    M1: ['motor-3ph', {}],
    S1: ['push-button', { form: 'NO' }],
    S2: ['push-button', { form: 'NC' }],
    S3: ['push-button', { form: 'NO' }],
    X1: ['terminal-strip', {}],
    H1: ['lamp', { volts: 230, watts: 5 }],
    H2: ['lamp', { volts: 230, watts: 5 }],
    PE: ['earth-bar', {}],
  },
  [
    ['G1:L1', 'Q1:L1'],
    ['G1:L2', 'Q1:L2'],
    ['G1:L3', 'Q1:L3'],
    ['Q1:T1', 'K1:L1'],
    ['Q1:T2', 'K1:L2'],
    ['Q1:T3', 'K1:L3'],
    ['Q1:T1', 'K2:L3'],
    ['Q1:T2', 'K2:L2'],
    ['Q1:T3', 'K2:L1'],
    ['K1:T1', 'M1:U'],
    ['K1:T2', 'M1:V'],
    ['K1:T3', 'M1:W'],
    ['K2:T1', 'M1:U'],
    ['K2:T2', 'M1:V'],
    ['K2:T3', 'M1:W'],
    ['M1:PE', 'PE:PE'],
    ['Q1:T1', 'S2:1'],
    ['S2:2', 'X1:1'],
    ['X1:1', 'S1:1'],
    ['X1:1', 'S3:1'],
    ['S1:2', 'K1:A1'],
    ['S3:2', 'K2:A1'],
    ['K1:A2', 'G1:N'],
    ['K2:A2', 'G1:N'],
    ['S1:2', 'H1:1'],
    ['H1:2', 'H2:1'],
    ['H2:2', 'G1:N'],
    ['H1:2', 'S3:2'],
  ],
);

/** More earths than one row of the sheet takes, one wire off at both of its ends and two at one of them. */
const earths = (() => {
  const tags = Array.from({ length: 27 }, (_, index) => `Y${index + 1}`);
  const circuit = rigged(
    {
      G1: ['supply-1ph', { volts: 24, hz: '60' }],
      PE1: ['earth-bar', {}],
      PE2: ['earth-bar', {}],
      ...Object.fromEntries(tags.map((tag) => [tag, ['zone-valve', { motorV: 24 }] as ['zone-valve', Record<string, number>]])),
    },
    [
      ...tags.flatMap((tag): [string, string][] => [
        ['G1:L', `${tag}:L`],
        [`${tag}:N`, 'G1:N'],
        [`${tag}:PE`, 'PE1:PE'],
      ]),
      ['PE1:PE', 'PE2:PE'],
      ['Y1:1', 'Y2:1'],
      ['Y3:1', 'Y4:1'],
      ['Y5:1', 'Y6:1'],
    ],
  );
  const last = 27 * 3;
  const lifted = (index: number, ends: Circuit['conductors'][string]['ends']) => {
    const wire = circuit.conductors[`w${index}`];
    return wire ? { [wire.id]: { ...wire, ends } } : {};
  };
  const wire = circuit.conductors[`w${last + 2}`];
  return {
    ...circuit,
    conductors: {
      ...circuit.conductors,
      ...lifted(last + 1, [null, null]),
      ...lifted(last + 2, [wire?.ends[0] ?? null, null]),
      ...lifted(last + 3, [null, wire?.ends[1] ?? null]),
    },
  };
})();

describe('sheets stand as they stood', () => {
  it.each(DEMO)('of %s', async (name) => {
    await expect(sheetOf(demo(name))).toMatchFileSnapshot(`golden/${name}.txt`);
  });
  it.each([
    ['rows', rowPanel(14)],
    ['units', unitPanel(23)],
    ['odd', odd],
    ['earths', earths],
    ['Q1-rewired', rewired('Q1', 5)],
    ['Q2-rewired', rewired('Q2', 8)],
    ['L1A-rewired', rewired('L1A', 3)],
    ['Q6-rewired', rewired('Q6', 4)],
  ])('of %s', async (name, circuit) => {
    await expect(sheetOf(circuit)).toMatchFileSnapshot(`golden/${name}.txt`);
  });
});

const KINDS = [
  ...[
    'contact',
    'isolator',
    'push',
    'pressure',
    'thermostat',
    'overload',
    'end-switch',
    'float',
    'selector',
    'light',
    'clock',
    'late',
    'late-back',
    'late-both',
    'breaker',
  ],
  ...['coil', 'motor', 'heater', 'lamp', 'box', 'fuse', 'overload-heater', 'timer', 'bar', 'valve', 'winding', 'wire'],
  ...['source', 'source-block', 'motor-block', 'heater-block', 'monitor-block'],
] as SymbolKind[];

const strokeText = ({ as, ...rest }: Stroke): string =>
  `    ${as} ${Object.entries(rest)
    .map(([key, value]) => `${key} ${String(value)}`)
    .join(' ')}`;

it.each(['na', 'iec'] as const)('%s symbols are drawn as they were', async (family) => {
  const text = KINDS.flatMap((kind) =>
    ([undefined, 'NO', 'NC'] as const).flatMap((form) => [
      `${kind} ${form ?? ''}`,
      ...strokesOf(kind, form, family, 'K1', '24 V', { width: 64, height: 120 }).map(strokeText),
    ]),
  );
  await expect(`${text.join('\n')}\n`).toMatchFileSnapshot(`golden/symbols-${family}.txt`);
});
