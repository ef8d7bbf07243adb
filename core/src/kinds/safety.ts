import { phasor, ZERO } from '#core/units';
import { between, kindOf, type Next, OPEN, ohmic, type Sight, type TwoEnded } from './kind';

/** A safety relay: two channels, a start loop that also carries the feedback of what it switches, forcibly guided outputs. */
export interface Safety extends TwoEnded {
  readonly kind: 'safety';
  readonly ratedV: number | undefined;
  readonly va: number;
  readonly channels: readonly [readonly [string, string], readonly [string, string]];
  /** reset button and the NC contacts of the contactors it switches, in series */
  readonly start: readonly [string, string];
  /** how it starts: by itself, by the button, or by the button's falling edge */
  readonly starts: 'automatic' | 'manual' | 'monitored';
  /** its channels stand on opposite poles, so that a short between them is a short of its own supply */
  readonly seesCrossFault: boolean;
  readonly discrepancyMs: number;
  readonly dropMs: number;
  readonly recoverMs: number;
  /** nodes of its own supply */
  readonly plusNode: string;
  readonly zeroNode: string;
}

/** Its inner supply: 24 V behind an electronic fuse; a loop carries about 10 mA. Common practice. */
const [INNER_V, INNER_OHMS, LOOP_OHMS, TIE_OHMS] = [24, 50, 2350, 1] as const;
const LOOP_CLOSED_A = 0.005;
/** Its inner supply under this share is shorted: a cross fault between the channels. */
const SHORTED_SHARE = 0.6;
/** It works from this share of its rated volts. Common practice. */
const WORKS_FROM = 0.8;

type Mode = 'dead' | 'open' | 'one' | 'spoiled' | 'ready' | 'pressed' | 'on' | 'crossed';

/** Places of its branches. */
const [SUPPLY, INNER, CHANNEL_1, CHANNEL_2, START] = [0, 1, 2, 4, 6] as const;

/** The return end of each loop is where its current is felt. */
const isJoined = ({ look }: Sight, loop: number): boolean => look.amps(loop + 1) > LOOP_CLOSED_A;

/**
 * Both channels must have been open since either last opened; one alone for longer than the discrepancy spoils the pair; it starts
 * with the start loop closed (monitored: on its falling edge); either channel opening drops the outputs; loss of power is stop.
 * Source: IEC 60204-1 9.2, ISO 13849-1 category 4 practice; times common practice.
 */
export const safety = kindOf<Safety>()({
  kind: 'safety',
  modes: ['dead', 'open', 'one', 'spoiled', 'ready', 'pressed', 'on', 'crossed'],
  values: () => ({ isUp: 0 }),
  ends: ({ a, b, channels: [one, two], start, plusNode, zeroNode }) => [a, b, plusNode, zeroNode, ...one, ...two, ...start],
  branches({ a, b, plusNode, zeroNode, channels: [one, two], start, seesCrossFault }) {
    const [out2, back2] = seesCrossFault ? [zeroNode, plusNode] : [plusNode, zeroNode];
    return [
      between(a, b, 'load'),
      between(plusNode, zeroNode, 'source'),
      between(one[0], plusNode, 'joint'),
      between(one[1], zeroNode, 'load'),
      between(two[0], out2, 'joint'),
      between(two[1], back2, 'load'),
      between(start[0], plusNode, 'joint'),
      between(start[1], zeroNode, 'load'),
    ];
  },
  admittances({ ratedV, va }, { state, fault }, hz) {
    const own = ratedV === undefined || fault === 'dead' ? OPEN : ohmic((ratedV * ratedV) / va);
    const isUp = state.mode !== 'dead' && hz === 0;
    const loop = [ohmic(TIE_OHMS), ohmic(LOOP_OHMS)];
    return [
      own,
      isUp ? { y: phasor(1 / INNER_OHMS), emf: phasor(INNER_V) } : { y: phasor(1 / INNER_OHMS), emf: ZERO },
      ...loop,
      ...loop,
      ...loop,
    ];
  },
  faults: [{ mode: 'dead', weight: 4, isProvedBySwap: true }],
  drivesHz: () => 0,
  drive: ({ ratedV }, look) => (ratedV === undefined ? 0 : look.volts(SUPPLY) / ratedV),
  next(part, { state, fault }, sight): Next<Mode> | null {
    const isFed = sight.drive >= WORKS_FROM && fault !== 'dead';
    if (!isFed) return state.mode === 'dead' ? null : { mode: 'dead', inMs: part.dropMs };
    if (state.mode === 'dead') return { mode: 'open', inMs: part.recoverMs };
    if (sight.look.volts(INNER) < SHORTED_SHARE * INNER_V) return state.mode === 'crossed' ? null : { mode: 'crossed', inMs: part.dropMs };
    const [one, two] = [isJoined(sight, CHANNEL_1), isJoined(sight, CHANNEL_2)];
    const isStart = isJoined(sight, START);
    const away = one || two ? 'spoiled' : 'open';
    switch (state.mode) {
      case 'crossed':
        return { mode: 'spoiled', inMs: part.recoverMs };
      case 'open':
        return one && two ? { mode: 'ready', inMs: 1 } : one || two ? { mode: 'one', inMs: 1 } : null;
      case 'one':
        if (one && two) return { mode: 'ready', inMs: 1 };
        return one || two ? { mode: 'spoiled', inMs: part.discrepancyMs } : { mode: 'open', inMs: 1 };
      case 'spoiled':
        return one || two ? null : { mode: 'open', inMs: 1 };
      case 'ready':
        if (!one || !two) return { mode: away, inMs: 1 };
        if (!isStart) return null;
        return part.starts === 'monitored' ? { mode: 'pressed', inMs: 1 } : { mode: 'on', inMs: part.dropMs };
      case 'pressed':
        if (!one || !two) return { mode: away, inMs: 1 };
        return isStart ? null : { mode: 'on', inMs: part.dropMs };
      case 'on':
        return one && two ? null : { mode: away, inMs: part.dropMs };
    }
  },
  holds: (_part, { state }) => state.mode === 'on',
  sights: {
    dead: 'off',
    open: 'off',
    one: 'off',
    spoiled: 'off',
    crossed: 'off',
    ready: 'under way',
    pressed: 'under way',
    on: 'on',
  },
  see: (_part, { state }) => state.mode,
  loadClass: () => 'electronics',
  drawn: ({ a, b, va, channels: [one, two], start }) => [
    { as: 'element', sub: 'supply', symbol: 'box', a, b, isLoad: true, text: { value: va, unit: 'VA' } },
    ...[one, two, start].map(
      (ends, index) =>
        ({
          as: 'source',
          sub: `loop${index + 1}`,
          ends,
          system: 'loop',
          volts: INNER_V,
          hz: 0,
          text: { value: INNER_V, unit: 'V' },
        }) as const,
    ),
  ],
});
