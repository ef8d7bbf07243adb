import { skipToken } from '@reduxjs/toolkit/query';
import {
  createContext,
  type ReactNode,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import type { LookAnswer, NearAnswer, RunAnswer, SheetAnswer, StudyAnswer } from '#core/bench';
import type { Circuit, Point } from '#core/circuit';
import type { Band } from '#core/draw';
import { isWiredAlike } from '#core/graph';
import type { PartView, PointView } from '#core/look';
import type { Practice } from '#core/schools';
import { benchSlice } from '../store/bench';
import { powerAt, selectPractice, useBenchParts, usePractice } from '../store/select';
import { usePracticeQuery } from '../store/server';
import { store, useAppDispatch, useAppSelector } from '../store/store';
import { useStoreEffect } from '../store/useStoreEffect';
import { type BenchClient, benchClient } from '../worker/client';
import { whatWasForeseen } from './foresee';
import { gathered } from './gathered';
import { joinNear } from './joinNear';
import { createLookStore, type LookStore } from './lookStore';
import { sameDrawn } from './sameDrawn';
import { useStockOnDesk } from './useStockOnDesk';

/** What works for the circuit, and how it fares. */
interface Bench {
  readonly client: BenchClient;
  /** what lies on the worker's desk: whoever asks about the circuit asks when it has come there, and again when another does */
  readonly laid: { readonly document: Circuit; readonly practice: Practice } | undefined;
  /** how often the worker had to be started again, for the words that say so */
  readonly restarts: number;
  readonly failed: string | undefined;
}

/** What is drawn and listed of the document. */
interface Drawn {
  readonly circuit: SheetAnswer | undefined;
  /** bands of a sheet that is still being drawn for the first time */
  readonly drawing: readonly Band[];
}

interface Ran {
  readonly run: RunAnswer | undefined;
  /** the run is that of what was done last; else it is being worked out */
  readonly isRunCurrent: boolean;
}

interface Judged {
  readonly study: StudyAnswer | undefined;
  /** the study is that of the circuit as it is now; else it is being judged anew */
  readonly isStudyCurrent: boolean;
  /** the device that is judged as it is now although the rest is not yet, and in how many states */
  readonly judgedNear: Pick<NearAnswer, 'device' | 'statesSeen'> | undefined;
  /** how far a study is that takes its time */
  readonly studied: { readonly seen: number; readonly of: number } | undefined;
}

/** Apart from each other: what shows a run is not drawn again because something was judged, and no wire because of either. */
const Context = createContext<Bench | undefined>(undefined);
const LookContext = createContext<LookStore | undefined>(undefined);
const DrawnContext = createContext<Drawn | undefined>(undefined);
const RanContext = createContext<Ran | undefined>(undefined);
const JudgedContext = createContext<Judged | undefined>(undefined);
/** What may go wrong: it changes when something is added or taken out, and each symbol follows it. */
const FaultsContext = createContext<SheetAnswer['faults']>([]);

const inside = <T,>(found: T | undefined): T => {
  if (!found) throw new Error('outside of BenchProvider');
  return found;
};

export const useBench = (): Bench => inside(useContext(Context));
/** What was drawn and listed of the document, for what need not know how it runs. */
export const useDrawn = (): Drawn => inside(useContext(DrawnContext));
/** What happens over time since the power was put on. */
export const useRan = (): Ran => inside(useContext(RanContext));
/** What is judged of the circuit. */
export const useJudged = (): Judged => inside(useContext(JudgedContext));

/** What may go wrong with what is wired, with its words. */
export const useFaultList = (): SheetAnswer['faults'] => useContext(FaultsContext);

/** What is seen, to be followed thing by thing. */
export const useLookStore = (): LookStore => inside(useContext(LookContext));

/** All that is seen now, for what shows much of it. */
export function useLook(): LookAnswer | undefined {
  const look = useLookStore();
  return useSyncExternalStore(look.follow, look.now);
}

/** What is still hot, in words; '' where nothing is, undefined before anything was seen. */
export function useStillHot(): string | undefined {
  const look = useLookStore();
  return useSyncExternalStore(look.follow, () => look.now()?.stillHot.join('; '));
}

/** One part as it stands, for what shows that one. */
export function usePartView(key: string | undefined): PartView | undefined {
  const look = useLookStore();
  const follow = useCallback((tell: () => void) => (key === undefined ? () => undefined : look.followPart(key, tell)), [look, key]);
  return useSyncExternalStore(follow, () => (key === undefined ? undefined : look.part(key)));
}

/** One point as it stands. */
export function usePointView(point: Point | undefined): PointView | undefined {
  const look = useLookStore();
  const follow = useCallback((tell: () => void) => (point === undefined ? () => undefined : look.followPoint(point, tell)), [look, point]);
  return useSyncExternalStore(follow, () => (point === undefined ? undefined : look.point(point)));
}

const NO_BANDS: readonly Band[] = [];
const NO_FAULTS: SheetAnswer['faults'] = [];

const TICK_MS = 100;
/** A sheet is shown in part when it is not whole by so long after its first band. */
const PARTLY_MS = 250;
/** A study begins when editing has paused for so long. */
const STUDY_AFTER_MS = 120;

/** The last frame at or before a moment. */
export function frameIndex(frames: readonly number[], atMs: number): number {
  let low = 0;
  for (let high = frames.length - 1; low < high; ) {
    const middle = (low + high + 1) >> 1;
    if (frames[middle]! <= atMs) low = middle;
    else high = middle - 1;
  }
  return low;
}

const isGivenUp = (error: Error): boolean => error.name === 'AbortError';

/** Keeps the worker fed with document, log, faults and leads, and hands down what it answers. */
export function BenchProvider({ children }: { children: ReactNode }) {
  const dispatch = useAppDispatch();
  const client = benchClient();
  const [look] = useState(createLookStore);
  const document = useAppSelector((state) => state.document.now);
  const job = useAppSelector((state) => state.document.job);
  usePracticeQuery(job ?? skipToken); // kept fresh for as long as the circuit is open
  const practice = usePractice();
  const { log, injected, hidden, red, black, mode, clamp, device, playing, speed } = useBenchParts(
    'log',
    'injected',
    'hidden',
    'red',
    'black',
    'mode',
    'clamp',
    'device',
    'playing',
    'speed',
  );
  const [circuit, setCircuit] = useState<SheetAnswer>();
  const [drawing, setDrawing] = useState<readonly Band[]>(NO_BANDS);
  const [ran, setRan] = useState<{ readonly run: RunAnswer; readonly of: readonly unknown[] }>();
  const run = ran?.run;
  const [judged, setJudged] = useState<{ readonly study: StudyAnswer; readonly of: readonly unknown[] }>();
  const [near, setNear] = useState<{ readonly answer: NearAnswer; readonly of: readonly unknown[] }>();
  const [studied, setStudied] = useState<{ seen: number; of: number }>();
  const [laid, setLaid] = useState<Bench['laid']>();
  const [restarts, setRestarts] = useState(0);
  const [failed, setFailed] = useState<string>();
  const frame = useAppSelector((state) => (run ? frameIndex(run.frames, state.bench.atMs) : 0));
  const fail = useCallback((error: Error) => (isGivenUp(error) ? undefined : setFailed(error.message)), []);

  useEffect(() => {
    const stop = client.onRestart(() => setRestarts((count) => count + 1));
    (window as { mandoWorker?: BenchClient }).mandoWorker = client; // so that a person can restart it by hand from the console
    return stop;
  }, [client]);

  useStockOnDesk(client);

  const isJudged = useRef(false);
  const laidLast = useRef<Circuit>(undefined);
  useStoreEffect(
    (state) => [state.document.now, selectPractice(state), state.document.id ?? ''] as const,
    ([document, practice, of]) => {
      if (!document) return;
      const given = new AbortController();
      const { signal } = given;
      const before = laidLast.current;
      const isAlike = before !== undefined && isWiredAlike(before, document);
      laidLast.current = document;
      const partly = gathered<Band>(setDrawing, PARTLY_MS);
      const answered = (answer: SheetAnswer) => {
        partly.stop();
        const show = () => {
          setCircuit((before) => sameDrawn(before, answer));
          setDrawing(NO_BANDS);
        };
        if (isAlike) startTransition(show);
        else show();
      };
      const onProgress = ({ band }: { band?: Band }) => band && partly.take(band);
      const draw = () => client.ask('sheet', {}, { signal, onProgress }).then(answered, fail);
      // what the hand is on is judged before all the rest: a large panel takes seconds
      const judgeNear = () => {
        const { device: chosen } = store.getState().bench;
        if (!isJudged.current || !chosen || signal.aborted) return;
        const foreseen = before && whatWasForeseen(before, document, practice, chosen);
        // shown with what was entered, in one drawing
        if (foreseen) return setNear({ answer: foreseen, of: [document, practice] });
        client.ask('near', { device: chosen }, { signal }).then((answer) => answer && setNear({ answer, of: [document, practice] }), fail);
      };
      setDrawing(NO_BANDS);
      client
        .ask('circuit', { document, practice, of }, { signal })
        // whoever waits for it has more to ask, and comes after what is shown
        .then(() => startTransition(() => setLaid({ document, practice })), fail);
      let later: ReturnType<typeof setTimeout> | undefined;
      const study = () => {
        later = setTimeout(() => {
          setStudied(undefined);
          client.ask('study', {}, { signal, onProgress: setStudied }).then((answer) => {
            isJudged.current = true;
            setJudged({ study: answer, of: [document, practice] });
          }, fail);
        }, STUDY_AFTER_MS);
      };
      if (isAlike) {
        // somebody has typed a rating: the verdict comes first, then what runs, and the sheet, which is nearly the same, after both
        judgeNear();
        queueMicrotask(() => void (signal.aborted || draw()));
        study();
      } else
        draw().then(() => {
          judgeNear();
          // a sheet is seen before all is judged: both at once would be later
          if (!signal.aborted) study();
        });
      return () => {
        given.abort();
        partly.stop();
        clearTimeout(later);
      };
    },
  );

  /** a look that was asked for together with the run that is on its way */
  const asked = useRef<{ readonly atMs: number; readonly of: readonly unknown[] }>(undefined);
  useStoreEffect(
    // a new document or practice is laid on the desk anew, and its run with it
    ({ document, bench, ...state }) =>
      [bench.log, bench.hidden, bench.injected, document.now, selectPractice({ document, bench, ...state }), document.id] as const,
    ([log, hidden, injected, document]) => {
      if (!document) return;
      const given = new AbortController();
      const { signal } = given;
      const faults = hidden ? [hidden] : injected;
      client
        .ask('run', { log, faults }, { signal })
        // the timeline may wait for what a hand or an eye is on
        .then((answer) => startTransition(() => setRan({ run: answer, of: [document, log, hidden, injected] })), fail);
      // what it looks like is asked with it: the tint does not wait until the page has taken in the run
      const { atMs, red, black, mode, clamp, device } = store.getState().bench;
      asked.current = { atMs, of: [red, black, mode, clamp, device] };
      client.ask('look', { atMs, red, black, mode, clamp, device }, { signal }).then(look.set, fail);
      return () => given.abort();
    },
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: the frame stands for the moment; a new run is looked at anew
  useEffect(() => {
    if (!run) return;
    const { atMs } = store.getState().bench;
    const before = asked.current;
    asked.current = undefined;
    // it was asked for with its run, and nothing has moved since
    const leads = [red, black, mode, clamp, device];
    if (before && frameIndex(run.frames, before.atMs) === frame && leads.every((one, index) => one === before.of[index])) return;
    const given = new AbortController();
    client.ask('look', { atMs, red, black, mode, clamp, device }, { signal: given.signal }).then(look.set, fail);
    return () => given.abort();
  }, [client, look, run, frame, red, black, mode, clamp, device, restarts, fail]);

  const isRunning = playing && log.length > 0;
  const endMs = run?.endMs ?? Number.POSITIVE_INFINITY;
  useEffect(() => {
    if (!isRunning) return;
    let last = performance.now();
    const timer = setInterval(() => {
      const now = performance.now();
      // with the power off and nothing left to come, time stands: nothing is to be seen in it
      const { bench } = store.getState();
      const stands = bench.atMs > endMs && powerAt(bench.log, bench.atMs) === 'isolated';
      if (!stands) dispatch(benchSlice.actions.movedTo(bench.atMs + (now - last) * speed));
      last = now;
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [dispatch, isRunning, speed, endMs]);

  // the worker has its work before the screens are drawn, which takes as long as drawing the first of a sheet
  const [isFed, setFed] = useState(false);
  useEffect(() => setFed(true), []);

  const isRunCurrent = ran !== undefined && [document, log, hidden, injected].every((one, index) => one === ran.of[index]);
  const isStudyCurrent = judged !== undefined && [document, practice].every((one, index) => one === judged.of[index]);
  const nearNow = !isStudyCurrent && near && [document, practice].every((one, index) => one === near.of[index]) ? near.answer : undefined;
  const study = useMemo(() => (judged && nearNow ? joinNear(judged.study, nearNow) : judged?.study), [judged, nearNow]);
  const bench = useMemo<Bench>(() => ({ client, laid, restarts, failed }), [client, laid, restarts, failed]);
  const drawn = useMemo<Drawn>(() => ({ circuit, drawing }), [circuit, drawing]);
  const ranNow = useMemo<Ran>(() => ({ run, isRunCurrent }), [run, isRunCurrent]);
  const judgedNow = useMemo<Judged>(
    () => ({ study, isStudyCurrent, judgedNear: nearNow, studied }),
    [study, isStudyCurrent, nearNow, studied],
  );
  return (
    <Context value={bench}>
      <LookContext value={look}>
        <DrawnContext value={drawn}>
          <FaultsContext value={circuit?.faults ?? NO_FAULTS}>
            <RanContext value={ranNow}>
              <JudgedContext value={judgedNow}>{isFed && children}</JudgedContext>
            </RanContext>
          </FaultsContext>
        </DrawnContext>
      </LookContext>
    </Context>
  );
}
