import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { type BenchClient, createBenchClient } from '../worker/client';
import type { CircuitAnswer, LookAnswer, RunAnswer, StudyAnswer } from '../worker/protocol';
import { benchSlice } from './benchSlice';

export interface Bench {
  readonly client: BenchClient;
  readonly circuit: CircuitAnswer | undefined;
  readonly run: RunAnswer | undefined;
  readonly look: LookAnswer | undefined;
  readonly study: StudyAnswer | undefined;
  /** how often the worker had to be started again, for the words that say so */
  readonly restarts: number;
  readonly failed: string | undefined;
}

const Context = createContext<Bench | undefined>(undefined);

export const useBench = (): Bench => {
  const bench = useContext(Context);
  if (!bench) throw new Error('useBench outside of BenchProvider');
  return bench;
};

const TICK_MS = 100;

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

/** Keeps the worker fed with document, log, faults and leads, and hands down what it answers. */
export function BenchProvider({ children }: { children: ReactNode }) {
  const dispatch = useAppDispatch();
  const client = useRef<BenchClient>(undefined);
  client.current ??= createBenchClient();
  const document = useAppSelector((state) => state.circuit.document);
  const practice = useAppSelector((state) => state.practice.practice);
  const { log, injected, hidden, red, black, mode, clamp, device, playing, speed } = useAppSelector((state) => state.bench);
  const [circuit, setCircuit] = useState<CircuitAnswer>();
  const [run, setRun] = useState<RunAnswer>();
  const [look, setLook] = useState<LookAnswer>();
  const [study, setStudy] = useState<StudyAnswer>();
  const [restarts, setRestarts] = useState(0);
  const [failed, setFailed] = useState<string>();
  const frame = useAppSelector((state) => (run ? frameIndex(run.frames, state.bench.atMs) : 0));
  const fail = useCallback((error: Error) => setFailed(error.message), []);

  useEffect(() => {
    client.current?.onRestart(() => setRestarts((count) => count + 1));
    (window as { mandoWorker?: BenchClient }).mandoWorker = client.current as BenchClient; // so that a person can restart it by hand from the console
  }, []);

  useEffect(() => {
    if (!document) return;
    let current = true;
    client.current?.ask('circuit', { document, practice }).then((answer) => current && setCircuit(answer), fail);
    const later = setTimeout(() => client.current?.ask('study', {}).then((answer) => current && setStudy(answer), fail), 120);
    return () => {
      current = false;
      clearTimeout(later);
    };
  }, [document, practice, fail]);

  const faults = useMemo(() => (hidden ? [hidden] : injected), [hidden, injected]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a practice changes what is judged, and the worker then begins the circuit anew
  useEffect(() => {
    if (!document) return;
    let current = true;
    client.current?.ask('run', { log, faults }).then((answer) => current && setRun(answer), fail);
    return () => {
      current = false;
    };
  }, [document, practice, log, faults, fail]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the frame stands for the moment; a new run is looked at anew
  useEffect(() => {
    if (!run) return;
    let current = true;
    client.current
      ?.ask('look', { atMs: store.getState().bench.atMs, red, black, mode, clamp, device })
      .then((answer) => current && setLook(answer), fail);
    return () => {
      current = false;
    };
  }, [run, frame, red, black, mode, clamp, device, restarts, fail]);

  const isRunning = playing && log.length > 0;
  useEffect(() => {
    if (!isRunning) return;
    let last = performance.now();
    const timer = setInterval(() => {
      const now = performance.now();
      dispatch(benchSlice.actions.movedTo(store.getState().bench.atMs + (now - last) * speed));
      last = now;
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [dispatch, isRunning, speed]);

  const value = useMemo<Bench>(
    () => ({ client: client.current as BenchClient, circuit, run, look, study, restarts, failed }),
    [circuit, run, look, study, restarts, failed],
  );
  return <Context value={value}>{children}</Context>;
}
