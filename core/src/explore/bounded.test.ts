import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Circuit } from '#core/circuit';
import { faultsOf, planNetwork } from '#core/network';
import { createRig, runLog } from '#core/sequence';
import { on, powered } from '../testing/demo';
import { rigged } from '../testing/rigged';
import { exploring } from './index';

type Wire = readonly [string, string];

/** A row of a random control circuit: contacts in series, then a coil or a timer. */
interface RowDraw {
  readonly contacts: readonly number[];
  readonly coil: number;
}

const coil24 = { coilKind: 'AC', coilV: 24, coilHz: '60', inrushVa: 8, sealedVa: 4 };
const BUTTONS = 3;
const LATCHES = 2;
const RELAYS = 3;

/** Contacts that a row may lead through: buttons, both throws of latching relays, both throws of plain ones. */
const CONTACTS: readonly (readonly [string, string])[] = [
  ...Array.from({ length: BUTTONS }, (_, k): [string, string] => [`S${k + 1}:1`, `S${k + 1}:2`]),
  ...Array.from({ length: LATCHES }, (_, k) => [
    [`L${k + 1}:11`, `L${k + 1}:14`] as const,
    [`L${k + 1}:11`, `L${k + 1}:12`] as const,
  ]).flat(),
  ...Array.from({ length: RELAYS }, (_, k) => [
    [`K${k + 1}:11`, `K${k + 1}:14`] as const,
    [`K${k + 1}:11`, `K${k + 1}:12`] as const,
  ]).flat(),
];
const COILS: readonly (readonly [string, string])[] = [
  ...Array.from({ length: LATCHES }, (_, k) => [
    [`L${k + 1}:A1`, `L${k + 1}:A2`] as const,
    [`L${k + 1}:B1`, `L${k + 1}:B2`] as const,
  ]).flat(),
  ...Array.from({ length: RELAYS }, (_, k): [string, string] => [`K${k + 1}:A1`, `K${k + 1}:A2`]),
];

/** Rows on one secondary; what a contact is wired to twice only makes the circuit stranger. */
function circuitOf(rows: readonly RowDraw[], withTimer: boolean): Circuit {
  const many = <T>(count: number, make: (k: number) => [string, T]) =>
    Object.fromEntries(Array.from({ length: count }, (_, k) => make(k + 1)));
  const wires = rows.flatMap(({ contacts, coil }, row): Wire[] => {
    const way = contacts.map((index) => CONTACTS[index % CONTACTS.length]!);
    const [a, b] = COILS[coil % COILS.length]!;
    const points = ['T1:R', ...way.flat(), ...(withTimer && row === 0 ? ['DT1:1', 'DT1:2'] : []), a];
    const links = points.flatMap((point, index): Wire[] =>
      index % 2 === 0 && index + 1 < points.length ? [[point, points[index + 1]!]] : [],
    );
    return [...links, [b, 'T1:C']].filter(([from, to]) => from !== to) as Wire[];
  });
  return rigged(
    {
      G1: ['supply-1ph', { volts: 120, hz: '60' }],
      T1: ['control-transformer-24', { va: 100, bonded: 'none' }],
      DT1: ['on-delay-two-wire', { delayS: 2, ratedV: 24 }],
      ...many(BUTTONS, (k): [string, ['push-button', Record<string, string>]] => [
        `S${k}`,
        ['push-button', { form: k === 1 ? 'NC' : 'NO' }],
      ]),
      ...many(LATCHES, (k): [string, ['relay-latching', typeof coil24]] => [`L${k}`, ['relay-latching', coil24]]),
      ...many(RELAYS, (k): [string, ['relay-interface-1', typeof coil24]] => [`K${k}`, ['relay-interface-1', coil24]]),
    } as Parameters<typeof rigged>[0],
    [['G1:L', 'T1:120'], ['G1:N', 'T1:COM'], ...wires],
  );
}

const rowDraw = fc.record({
  contacts: fc.array(fc.nat(CONTACTS.length - 1), { minLength: 1, maxLength: 3 }),
  coil: fc.nat(COILS.length - 1),
});
const drawn = fc.record({
  rows: fc.array(rowDraw, { minLength: 1, maxLength: 6 }),
  withTimer: fc.boolean(),
  fault: fc.nat(10_000),
  button: fc.integer({ min: 1, max: BUTTONS }),
});

/** More steps than any of these take: a question that goes on longer goes on for ever. */
const MOST_STEPS = 4000;

it('no circuit of latches, loops and timers is explored without end', () => {
  fc.assert(
    fc.property(drawn, ({ rows, withTimer }) => {
      const walk = exploring(planNetwork(circuitOf(rows, withTimer)));
      let steps = 0;
      for (let step = walk.next(); !step.done; step = walk.next()) expect(++steps).toBeLessThan(MOST_STEPS);
    }),
    { seed: 31, numRuns: 60 },
  );
}, 120_000);

it('nor run without end with any fault in it', () => {
  fc.assert(
    fc.property(drawn, ({ rows, withTimer, fault, button }) => {
      const plan = planNetwork(circuitOf(rows, withTimer));
      const faults = faultsOf(plan);
      const rig = createRig(plan, [faults[fault % faults.length]!.fault]);
      const { frames, limits } = runLog(
        rig,
        [powered, on(`S${button}`, 'pressed', 100), on(`S${button}`, 'pressed', 600, false), on(`S${button}`, 'pressed', 3000)],
        {
          untilMs: 60_000,
        },
      );
      expect(frames.length).toBeGreaterThan(0);
      // what never comes to rest is told as a limit, and its frames are counted
      if (frames.length > 1000) expect(limits.length).toBeGreaterThan(0);
    }),
    { seed: 32, numRuns: 250 },
  );
}, 120_000);
