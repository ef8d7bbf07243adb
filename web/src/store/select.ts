import { shallowEqual } from 'react-redux';
import type { Circuit, Device, LogEntry, PowerPosition } from '#core/circuit';
import type { InputFacts } from '#core/devices';
import { DEFAULT_PRACTICE, type Practice } from '#core/schools';
import type { BenchState } from './bench';
import { server } from './server';
import { type State, useAppSelector } from './store';

/** The selector of each job, made once: each that is made anew has nothing in mind. */
const ofJob = new Map<string, ReturnType<typeof server.endpoints.practice.select>>();
/** How the open job is done; what is judged follows it. */
export function selectPractice(state: State): Practice {
  const { job } = state.document;
  if (job === undefined) return DEFAULT_PRACTICE;
  const select = ofJob.get(job) ?? server.endpoints.practice.select(job);
  ofJob.set(job, select);
  return select(state).data?.practice ?? DEFAULT_PRACTICE;
}

export const usePractice = (): Practice => useAppSelector(selectPractice);

export const useDocument = (): Circuit => {
  const document = useAppSelector((state) => state.document.now);
  if (!document) throw new Error('A stage is shown without an open circuit.');
  return document;
};

/** Some of what stands on the bench: a screen that shows these is not drawn anew as the clock goes on. */
export const useBenchParts = <K extends keyof BenchState>(...keys: readonly K[]): Pick<BenchState, K> =>
  useAppSelector(({ bench }) => Object.fromEntries(keys.map((key) => [key, bench[key]])) as Pick<BenchState, K>, shallowEqual);

/** The last position of the power switch at or before a moment. */
export const powerAt = (log: readonly LogEntry[], atMs: number): PowerPosition =>
  log.flatMap((entry) => ('power' in entry && entry.atMs <= atMs ? [entry.power] : [])).at(-1) ?? 'isolated';

/** Whether an input is on at a moment, by the log; of the positions of one selector the last that was chosen. */
export const inputIsOn = (
  log: readonly LogEntry[],
  atMs: number,
  device: Device,
  input: InputFacts,
  inputs: readonly InputFacts[],
): boolean => {
  const isRival = (name: string) =>
    input.group !== undefined && name !== input.name && inputs.some((one) => one.name === name && one.group === input.group);
  return (
    log
      .flatMap((entry) => {
        if (!('input' in entry) || entry.device !== device.id || entry.atMs > atMs) return [];
        if (entry.input === input.name) return [entry.on];
        return entry.on && isRival(entry.input) ? [false] : [];
      })
      .at(-1) ?? input.rest
  );
};
