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

/** What was read or seen at a stage of the plan, as a log keeps it. */
export interface ReadAct {
  readonly act: 'read';
  readonly stage: string;
  readonly asks: string;
  readonly text: string;
  readonly by: string;
  readonly at: string;
}

/** A wire that cannot be landed now, or can again, as a log keeps it. */
export interface LaterAct {
  readonly act: 'later' | 'now';
  readonly conductor: ConductorId;
  readonly why: string;
  readonly by: string;
  readonly at: string;
}

/** The last reading of every stage, by its key; one that was taken back is none. */
export function readingsOf(log: readonly ReadAct[]): ReadonlyMap<string, ReadAct> {
  const last = new Map(log.map((act) => [act.stage, act]));
  return new Map([...last].filter(([, { text }]) => text !== ''));
}

/** Wires that are put off, each with who said so and why; those that are gone, or were landed since at both ends, are none. */
export function putOff(
  { conductors }: Pick<Circuit, 'conductors'>,
  log: readonly LaterAct[],
  ticks: ReadonlyMap<string, EndTicks>,
): ReadonlyMap<ConductorId, LaterAct> {
  const last = new Map(log.map((act) => [act.conductor, act]));
  return new Map(
    [...last].filter(
      ([id, { act }]) =>
        act === 'later' &&
        conductors[id]?.ends.some((end, side) => end !== null && !ticks.get(endKey(id, side === 0 ? 0 : 1))?.landed) === true,
    ),
  );
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

/** Half done work as the next person finds it: who did what, what was signed for, what was done more than once, what is open. */
interface HandedOver {
  readonly people: readonly { readonly by: string; readonly landed: number; readonly tugged: number; readonly last: string }[];
  /** ends that were landed although something stood against it, with the reason that was given */
  readonly signed: readonly LandingAct[];
  /** ends that were landed more than once */
  readonly again: readonly { readonly act: LandingAct; readonly times: number }[];
  /** ends that lie on a terminal and are not landed, or are landed and not tugged */
  readonly open: readonly { readonly conductor: ConductorId; readonly side: 0 | 1; readonly wants: 'landing' | 'a tug' }[];
}

/** What a log comes to, as the circuit is now. */
export function handedOver(circuit: Pick<Circuit, 'conductors'>, log: readonly LandingAct[]): HandedOver {
  const ticks = ticksOf(circuit, log);
  const stands = [...ticks.values()];
  const people = [...new Set(stands.flatMap(({ landed, tugged }) => [landed?.by, tugged?.by]).filter((by) => by !== undefined))];
  return {
    people: people.map((by) => {
      const own = stands.flatMap(({ landed, tugged }) => [landed, tugged].filter((act) => act?.by === by));
      return {
        by,
        landed: stands.filter(({ landed }) => landed?.by === by).length,
        tugged: stands.filter(({ tugged }) => tugged?.by === by).length,
        last: own.reduce((latest, act) => (act && act.at > latest ? act.at : latest), ''),
      };
    }),
    signed: stands.flatMap(({ landed }) => (landed && landed.signed !== '' ? [landed] : [])),
    again: stands.flatMap(({ landed, times }) => (landed && times > 1 ? [{ act: landed, times }] : [])),
    open: Object.values(circuit.conductors).flatMap(({ id, ends }) =>
      ([0, 1] as const).flatMap((side) => {
        if (!ends[side]) return [];
        const stand = ticks.get(endKey(id, side));
        return stand?.tugged ? [] : [{ conductor: id, side, wants: stand?.landed ? ('a tug' as const) : ('landing' as const) }];
      }),
    ),
  };
}
