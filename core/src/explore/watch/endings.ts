import { type Sightings, sightingsOf } from '#core/sequence';
import { type Calls, callsKey } from '../calls';
import type { MakeWatch } from './watch';

/** What is seen on once all has come to rest. */
export interface Ending {
  readonly calls: Calls;
  readonly seen: Sightings;
}

/** Keeps what is seen in each state once everything has come to rest. */
export const watchEndings: MakeWatch<ReadonlyMap<string, Ending>> = (rig) => {
  const kept = new Map<string, Ending>();
  return {
    rest: ({ seen }, calls) => void kept.set(callsKey(calls), { calls, seen: sightingsOf(rig, seen) }),
    result: () => kept,
  };
};
