import type { Circuit, ConductorId, TerminalId } from '#core/circuit';

/** What a hand did to an end, as a log keeps it. */
export interface LandingAct {
  readonly conductor: ConductorId;
  readonly side: 0 | 1;
  readonly act: 'landed' | 'tugged' | 'undone';
  readonly terminal: TerminalId;
  readonly by: string;
  readonly at: string;
  readonly revision: number;
  readonly signed: string;
}

/** How an end stands by its log. */
export interface EndTicks {
  readonly landed: LandingAct | undefined;
  readonly tugged: LandingAct | undefined;
  /** it was landed elsewhere: the end has been moved since, and its ticks count no more */
  readonly moved: LandingAct | undefined;
  /** how often it was landed, whatever became of it */
  readonly times: number;
}

const NONE: EndTicks = { landed: undefined, tugged: undefined, moved: undefined, times: 0 };

/** The key of an end among its ticks. */
export const endKey = (conductor: string, side: 0 | 1): string => `${conductor} ${side}`;

/** How every end stands, by its key. An end that was moved after it was ticked is open again. */
export function ticksOf({ conductors }: Pick<Circuit, 'conductors'>, log: readonly LandingAct[]): ReadonlyMap<string, EndTicks> {
  const ticks = new Map<string, EndTicks>();
  for (const act of log) {
    const wire = conductors[act.conductor];
    if (!wire) continue;
    const key = endKey(act.conductor, act.side);
    ticks.set(key, after(ticks.get(key) ?? NONE, act, wire.ends[act.side] === act.terminal));
  }
  return ticks;
}

function after(before: EndTicks, act: LandingAct, isThere: boolean): EndTicks {
  switch (act.act) {
    case 'landed': {
      const times = before.times + 1;
      return isThere ? { landed: act, tugged: undefined, moved: undefined, times } : { ...NONE, moved: act, times };
    }
    case 'tugged':
      return before.landed && isThere ? { ...before, tugged: act } : before;
    case 'undone':
      return { ...NONE, times: before.times };
  }
}
