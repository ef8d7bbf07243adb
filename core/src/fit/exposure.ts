import { type CoilExposure, type CoilPair, type CoilSeen, callsOf, coilAcross, plusAtPair, transformersUnder } from '#core/explore';
import type { Coil } from '#core/kinds';
import { greatest, least } from '#core/units';

/** What a coil put on a place's pair of terminals meets, and what it asks of the rest. */
export interface PairExposure {
  readonly exposure: CoilExposure;
  readonly heldA: number;
  readonly inrushA: number;
  /** by transformer: its lowest secondary volts as the coil closes, and the VA then */
  readonly sags: ReadonlyMap<number, { readonly volts: number; readonly va: number }>;
}

const drive = (one: { readonly drive: number }): number => one.drive;
const bare = ({ volts, drive: share, calls }: CoilSeen): CoilSeen => ({ volts, drive: share, calls });

/** Volts, drive and amps of a coil over the pairs seen so far: the same shape that the full exploration gives. */
export function exposureOf(coil: Coil, pairs: readonly CoilPair[]): PairExposure {
  const calls = callsOf(coil, pairs);
  const called = calls.filter(({ isCall }) => isCall);
  const open = called.map((one) => one.open);
  const shut = called.map(({ pair }) => ({ ...coilAcross(pair.held, coil, 'in'), calls: pair.calls }));
  const most = called.map(({ pair }) => ({ ...coilAcross(pair.mostHeld, coil, 'in'), calls: pair.calls }));
  const pullIn = least(open, drive);
  const holds = pullIn !== undefined && pullIn.drive >= coil.pickUpTypicalRatio;
  // asked of a pulse coil alone: any other may stay on
  const rest = coil.pulseOnly
    ? greatest(
        pairs.map((pair) => ({ ...coilAcross(pair.rest, coil, holds ? 'in' : 'out'), calls: pair.calls })),
        drive,
      )
    : undefined;
  const highest = greatest([...open, ...(holds ? most : [])], drive) ?? { volts: 0, drive: 0, calls: [] };
  const sags = new Map<number, { volts: number; va: number }>();
  for (const { pair } of called)
    for (const { part, volts, va } of transformersUnder(pair.pullIn, coil, 'out'))
      if (volts < (sags.get(part)?.volts ?? Number.POSITIVE_INFINITY)) sags.set(part, { volts, va });
  // what is no call may still leak: the armature then holds with less than it needs to close
  const leak = greatest(
    calls.flatMap(({ isCall, pair }) => (isCall ? [] : [{ ...coilAcross(pair.pullIn, coil, 'in'), calls: pair.calls }])),
    drive,
  );
  const held = holds ? least(shut, drive) : undefined;
  return {
    exposure: {
      pullIn: pullIn && bare(pullIn),
      held: held && bare(held),
      highest: bare(highest),
      plusAt: plusAtPair(pairs),
      wastedRatio: Math.max(0, ...open.map(({ wastedRatio }) => wastedRatio)),
      reversedRatio: Math.max(0, ...open.map(({ reversedRatio }) => reversedRatio)),
      rest: rest && bare(rest),
      leak: leak && bare(leak),
    },
    heldA: Math.max(0, ...shut.map(({ amps }) => amps)),
    inrushA: Math.max(0, ...open.map(({ amps }) => amps)),
    sags,
  };
}
