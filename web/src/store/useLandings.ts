import { useEffect, useMemo } from 'react';
import type { Landing } from '#core/api';
import { type ConductorId, spellTerminal } from '#core/circuit';
import { type EndTicks, endKey, type LandingAct, type LaterAct, putOff, type ReadAct, readingsOf, ticksOf } from '#core/wiring';
import { newLandingId } from './ids';
import { keepLandings as keep, landingsSlice } from './landings';
import { wordsOf } from './request';
import { useDocument } from './select';
import { server, useLandingsQuery } from './server';
import { type Thunk, useAppDispatch, useAppSelector } from './store';

const { acted, takenBack, failed, typed, knew } = landingsSlice.actions;

/** Keeps what stands; a browser that is full is told of. */
const keepNow = (): Thunk => (dispatch, getState) => {
  if (!keep(getState().landings)) dispatch(failed('This browser is full: ticks that are not saved yet go when the page is closed.'));
};

/** At most so many go in one request: the server takes no more. */
const PORTION = 200;

const ASKED_EVERY_MS = 30_000;

const sending = new Set<string>();

/** Sends what waits, oldest first; what cannot be sent stays and is sent again with the next tick or visit. */
const send =
  (circuit: string): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (sending.has(circuit)) return;
    sending.add(circuit);
    try {
      for (let left = getState().landings.pending[circuit] ?? []; left.length > 0; left = getState().landings.pending[circuit] ?? []) {
        const entries = left.slice(0, PORTION);
        await dispatch(server.endpoints.saveLandings.initiate({ id: circuit, entries })).unwrap();
        // the list is fetched before what was sent is let go, so that no tick flickers
        await dispatch(server.endpoints.landings.initiate(circuit, { forceRefetch: true, subscribe: false })).unwrap();
        dispatch(takenBack({ circuit, ids: entries.map(({ id }) => id) }));
        dispatch(keepNow());
      }
    } catch (error) {
      dispatch(failed(typeof error === 'string' ? error : wordsOf(error)));
    } finally {
      sending.delete(circuit);
    }
  };

/** An end, and what was done to it. */
interface EndAct {
  readonly conductor: ConductorId;
  readonly side: 0 | 1;
  readonly act: LandingAct['act'];
}

/** A stage of the plan as its readings are kept. */
interface StageAsked {
  readonly stage: string;
  readonly asks: string;
}

export interface Landings {
  /** how every end stands, by the key of `endKey` */
  readonly ticks: ReadonlyMap<string, EndTicks>;
  /** the log itself, oldest first, what waits to be sent with it */
  readonly log: readonly LandingAct[];
  readonly ticksAt: (conductor: ConductorId, side: 0 | 1) => EndTicks | undefined;
  readonly act: (acts: readonly EndAct[], signed?: string) => void;
  /** ends that lie on a terminal, those landed of them, and those tug-tested */
  readonly count: { readonly ends: number; readonly landed: number; readonly tugged: number };
  /** entries that the server has not taken yet, and why */
  readonly waiting: number;
  readonly problem: string | undefined;
  /** nobody has answered what is landed, and this browser does not know it either */
  readonly isUnknown: boolean;
  /** the page is only to look at: nothing is ticked on it */
  readonly isLooking: boolean;
  /** the hashes of the log no longer chain: somebody changed it behind the program */
  readonly isBroken: boolean;
  /** as it is being typed, else as it was last read by whomever */
  readonly reading: (stage: string) => string;
  readonly readBy: (stage: string) => ReadAct | undefined;
  /** it is typed, and not in the log yet */
  readonly isTyped: (stage: string) => boolean;
  readonly typeReading: (stage: string, text: string) => void;
  /** a reading that is typed whole goes into the log */
  readonly saveReading: (of: StageAsked, text: string) => void;
  /** wires that cannot be landed now */
  readonly putOff: ReadonlyMap<ConductorId, LaterAct>;
  readonly setLater: (wires: readonly ConductorId[], why: string | null) => void;
}

const NO_ENTRIES: readonly Landing[] = [];

/** What was landed on the open circuit. */
export function useLandings(): Landings {
  const dispatch = useAppDispatch();
  const document = useDocument();
  const { conductors } = document;
  const id = useAppSelector((state) => state.document.id) ?? '';
  const revision = useAppSelector((state) => state.sync.revision);
  const name = useAppSelector((state) => state.settings.name).trim() || 'nobody named';
  const pending = useAppSelector((state) => state.landings.pending[id]) ?? NO_ENTRIES;
  const readings = useAppSelector((state) => state.landings.readings[id]);
  const problem = useAppSelector((state) => state.landings.problem);
  const isLooking = useAppSelector((state) => state.document.isLooking);
  // two may tick at one panel: what the other did is asked for now and then
  const { data, fulfilledTimeStamp, isError } = useLandingsQuery(id, { skip: id === '', pollingInterval: ASKED_EVERY_MS });
  const known = useAppSelector((state) => state.landings.known[id]);
  const waits = pending.length > 0;
  // whenever the server has answered, what waits is sent again
  // biome-ignore lint/correctness/useExhaustiveDependencies: an answer that says nothing new is an answer
  useEffect(() => {
    if (waits) void dispatch(send(id));
  }, [dispatch, id, waits, fulfilledTimeStamp]);
  useEffect(() => {
    if (!data || id === '') return;
    dispatch(knew({ circuit: id, entries: [...data.entries] }));
    dispatch(keepNow());
  }, [dispatch, id, data]);
  const log = useMemo(() => {
    const entries = data?.entries ?? known ?? [];
    const there = new Set(entries.map((entry) => entry.id));
    const waiting = pending.filter((entry) => !there.has(entry.id)).map((entry) => ({ ...entry, at: new Date().toISOString() }));
    return [...entries, ...waiting];
  }, [data, known, pending]);
  const acts = useMemo(() => log.filter((entry) => 'side' in entry), [log]);
  const ticks = useMemo(() => ticksOf({ conductors }, acts), [conductors, acts]);
  const read = useMemo(() => readingsOf(log.filter((entry) => entry.act === 'read')), [log]);
  const off = useMemo(
    () =>
      putOff(
        { conductors },
        log.filter((entry) => 'why' in entry),
        ticks,
      ),
    [conductors, log, ticks],
  );
  const append = (entries: readonly Landing[]): void => {
    // a page that is only to look at changes nothing, no log either
    if (isLooking || entries.length === 0) return;
    dispatch(acted({ circuit: id, entries: [...entries] }));
    dispatch(keepNow());
    void dispatch(send(id));
  };
  const count = useMemo(() => {
    const ends = Object.values(conductors).flatMap((wire) =>
      ([0, 1] as const).flatMap((side) => (wire.ends[side] ? [ticks.get(endKey(wire.id, side))] : [])),
    );
    return { ends: ends.length, landed: ends.filter((one) => one?.landed).length, tugged: ends.filter((one) => one?.tugged).length };
  }, [conductors, ticks]);
  return {
    ticks,
    log: acts,
    ticksAt: (conductor, side) => ticks.get(endKey(conductor, side)),
    act(acts, signed = '') {
      const entries = acts.flatMap(({ conductor, side, act }): Landing[] => {
        const wire = document.conductors[conductor];
        const terminal = wire?.ends[side];
        if (!wire || !terminal) return [];
        return [
          {
            id: newLandingId(),
            conductor,
            side,
            act,
            terminal,
            spelled: spellTerminal(document, terminal),
            number: wire.number,
            revision,
            by: name,
            signed,
          },
        ];
      });
      append(entries);
    },
    count,
    waiting: pending.length,
    problem,
    isUnknown: isError && data === undefined && known === undefined,
    isLooking,
    isBroken: data?.isWhole === false,
    reading: (stage) => readings?.[stage] ?? read.get(stage)?.text ?? '',
    readBy: (stage) => (readings?.[stage] === undefined ? read.get(stage) : undefined),
    isTyped: (stage) => readings?.[stage] !== undefined,
    typeReading(stage, text) {
      if (isLooking) return;
      dispatch(typed({ circuit: id, stage, text }));
      dispatch(keepNow());
    },
    saveReading({ stage, asks }, text) {
      if (isLooking) return;
      dispatch(typed({ circuit: id, stage, text: undefined }));
      dispatch(keepNow());
      if (text.trim() !== (read.get(stage)?.text ?? ''))
        append([{ id: newLandingId(), act: 'read', stage, asks, text: text.trim(), revision, by: name }]);
    },
    putOff: off,
    setLater(wires, why) {
      append(
        wires.map((conductor) => ({
          id: newLandingId(),
          act: why === null ? ('now' as const) : ('later' as const),
          conductor,
          number: document.conductors[conductor]?.number ?? '',
          why: why ?? '',
          revision,
          by: name,
        })),
      );
    },
  };
}
