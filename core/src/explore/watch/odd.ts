import { type CircuitPlan, isWired, type PlannedPart, potentialsOf } from '#core/graph';
import { branchVoltsRms, partAmps } from '#core/network';
import { sightAt } from '#core/sequence';
import type { Calls } from '../calls';
import type { MakeWatch } from './watch';

/** How a part is used otherwise than it is made for, in the state in which it is. */
export interface Odd {
  readonly code: 'never' | 'both ways' | 'half wave' | 'turned' | 'signal';
  /** amps of a half wave or of a diode that is turned round, volts of a signal */
  readonly is: number;
  readonly calls: Calls | undefined;
}

/** Less than this through a diode is no half wave that anybody would miss. */
const LEAST_A = 0.001;
/** Both ends of an actuator are fed for so long before it counts: a contact that changes over does that for a moment. */
const BOTH_MS = 1000;
/** A signal of 10 V bears a fifth more. Common practice. */
const MOST_SIGNAL_SHARE = 1.2;

/** Diodes that lie straight across a load: there to take its spark, and blocking as long as it is fed. */
function acrossLoad(plan: CircuitPlan, diodes: readonly PlannedPart[]): ReadonlySet<number> {
  if (diodes.length === 0) return new Set();
  const between = potentialsOf(plan);
  const loads = new Set(plan.parts.filter(({ kind, part }) => kind.loadClass?.(part) !== undefined).map(between));
  return new Set(diodes.filter((one) => loads.has(between(one))).map(({ index }) => index));
}

/** Watches what a part does that nobody meant: an actuator driven both ways, a diode on alternating current, too much on a signal's terminals. */
export const watchOdd: MakeWatch<ReadonlyMap<number, Odd>> = ({ plan, nets }) => {
  const floating = plan.parts.filter(({ part }) => part.kind === 'floating');
  const diodes = plan.parts.filter(({ part }) => part.kind === 'diode');
  const acrossLoads = acrossLoad(plan, diodes);
  const signalled = plan.parts.flatMap((planned) => (planned.part.kind === 'positioner' ? [{ planned, highV: planned.part.highV }] : []));
  const moving = plan.parts.filter(
    ({ part, device, kind }) => kind.mustMove && kind.ends(part).some((mark) => isWired(plan, device.id, mark)),
  );
  const moved = new Set<number>();
  const kept = new Map<number, Odd>();
  const since = new Map<number, number>();
  const note = (index: number, odd: Odd): void => {
    if (odd.is >= (kept.get(index)?.is ?? Number.NEGATIVE_INFINITY)) kept.set(index, odd);
  };
  return {
    begin: () => since.clear(),
    see({ atMs, seen }, { calls }) {
      for (const planned of moving) if ((sightAt(seen, planned)?.phase ?? 'off') !== 'off') moved.add(planned.index);
      for (const planned of floating) {
        const { index } = planned;
        if (sightAt(seen, planned)?.word !== 'driven both ways') since.delete(index);
        else if (!since.has(index)) since.set(index, atMs);
        if (atMs - (since.get(index) ?? atMs) >= BOTH_MS) note(index, { code: 'both ways', is: 0, calls });
      }
      for (const planned of diodes) {
        const word = sightAt(seen, planned)?.word;
        const code = word === 'half wave' ? word : word === 'conducts' && acrossLoads.has(planned.index) ? 'turned' : undefined;
        const amps = code === undefined ? 0 : partAmps(nets, plan, planned.index);
        if (code !== undefined && amps > LEAST_A) note(planned.index, { code, is: amps, calls });
      }
      for (const { planned, highV } of signalled) {
        const volts = branchVoltsRms(nets, planned.firstBranch + 1);
        if (volts > MOST_SIGNAL_SHARE * highV) note(planned.index, { code: 'signal', is: volts, calls });
      }
    },
    rest(_frame, calls) {
      for (const index of since.keys()) note(index, { code: 'both ways', is: 0, calls });
    },
    result: () =>
      new Map([
        ...kept,
        ...moving.flatMap(({ index }): [number, Odd][] =>
          moved.has(index) || kept.has(index) ? [] : [[index, { code: 'never', is: 0, calls: undefined }]],
        ),
      ]),
  };
};
