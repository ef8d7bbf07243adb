import type { ConductorId, DeviceId } from '#core/circuit';
import { triedStops } from '#core/explore';
import { ruleOf } from '../finding';

export interface StopTold {
  readonly contact: string;
  /** something leads around it */
  readonly around: readonly (DeviceId | ConductorId)[];
}

/** A stop button, a limit, a pressure switch, an overload's contact that stops nothing when it opens: bypassed, bridged, or in no way that matters. */
export const stopRule = ruleOf<StopTold>()({
  id: 'stops-nothing',
  source: 'IEC 60204-1 9.2 and 9.4, NFPA 79: a stop stops; tried in every state in which something is on',
  find: ({ exploration }) =>
    triedStops(exploration)
      .filter(({ tried, stops }) => tried > 0 && !stops)
      .map(({ planned, calls, around }) => ({
        about: [planned.device],
        key: planned.part.id,
        verdict: 'danger' as const,
        told: { contact: planned.part.id, around },
        calls,
      })),
});
