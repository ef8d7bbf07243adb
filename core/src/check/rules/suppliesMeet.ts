import type { ConductorId, DeviceId } from '#core/circuit';
import { deviceNamed } from '../about';
import { type Opinion, ruleOf } from '../finding';

export interface MeetTold {
  readonly of: 'mains' | 'secondaries' | 'direct' | 'mixed';
  /** more than the weaker is rated for runs round between them: other phase, other volts */
  readonly isAgainst: boolean;
  readonly roundA: number;
  readonly ratedA: number | undefined;
  readonly through: readonly (DeviceId | ConductorId)[];
}

/** Where no plate says what a supply is made for, more than this runs round. Of mains some amps of it are a little difference of volts. */
const ROUND_A = 1;
const MAINS_ROUND_A = 50;

/** Two supplies that feed the same two points: out of phase they burn; in phase each makes live what the other's switch has made dead. */
export const meetRule = ruleOf<MeetTold>()({
  id: 'supplies-meet',
  source: 'NEC 725 for class 2 outputs, NEC 702.5 for two sources, from memory; common practice',
  find: ({ exploration, circuit }) =>
    exploration.meets.map(({ a, b, of, roundA, ratedA, through, calls }): Opinion<MeetTold> => {
      const isAgainst = roundA > (ratedA ?? (of === 'mains' ? MAINS_ROUND_A : ROUND_A));
      return {
        about: [deviceNamed(circuit, a), deviceNamed(circuit, b)],
        key: b,
        verdict: isAgainst || of === 'mains' || of === 'mixed' ? 'block' : of === 'direct' ? 'look' : 'danger',
        told: { of, isAgainst, roundA, ratedA, through },
        calls,
        ...(isAgainst ? { is: roundA, limit: ratedA, unit: 'A' } : {}),
      };
    }),
});
