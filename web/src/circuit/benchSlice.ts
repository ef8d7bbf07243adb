import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { DeviceId, LogEntry, Point, PowerPosition } from '#core/circuit';
import type { Fault, MeterMode } from '#core/network';

/** What one person has on the bench. It belongs to the person, is kept in the browser, and is never part of the document. */
export interface BenchSlice {
  readonly log: readonly LogEntry[];
  readonly atMs: number;
  readonly playing: boolean;
  readonly speed: number;
  readonly red: Point | null;
  readonly black: Point | null;
  readonly mode: MeterMode;
  readonly clamp: string | null;
  readonly point: Point | null;
  readonly device: DeviceId | null;
  readonly conductor: string | null;
  /** the lead in hand: the next point tapped takes it */
  readonly hand: 'red' | 'black' | null;
  /** a wire end in hand: the next terminal tapped takes it */
  readonly carrying: { readonly conductor: string; readonly end: 0 | 1 } | null;
  readonly injected: readonly Fault[];
  readonly hidden: Fault | null;
  readonly revealed: boolean;
}

export const freshBench: BenchSlice = {
  log: [],
  atMs: 0,
  playing: true,
  speed: 1,
  red: null,
  black: null,
  mode: 'vac',
  clamp: null,
  point: null,
  device: null,
  conductor: null,
  hand: null,
  carrying: null,
  injected: [],
  hidden: null,
  revealed: false,
};

/** An act now: what was logged for later than now is dropped, since the person has gone back and done something else. */
const logged = (state: BenchSlice, ...entries: LogEntry[]): BenchSlice => {
  const now = Math.round(state.atMs);
  return { ...state, playing: true, log: [...state.log.filter(({ atMs }) => atMs <= now), ...entries] };
};

/** How long a momentary push is held. */
const PRESS_MS = 500;

export const benchSlice = createSlice({
  name: 'bench',
  initialState: freshBench,
  reducers: {
    laid: (_state, { payload }: PayloadAction<BenchSlice>) => payload as never,
    powerTurned: (state, { payload }: PayloadAction<PowerPosition>) =>
      logged(state as BenchSlice, { atMs: Math.round(state.atMs), power: payload }) as never,
    inputTurned: (state, { payload: { device, input, on } }: PayloadAction<{ device: DeviceId; input: string; on: boolean }>) =>
      logged(state as BenchSlice, { atMs: Math.round(state.atMs), device, input, on }) as never,
    inputPressed: (state, { payload: { device, input } }: PayloadAction<{ device: DeviceId; input: string }>) => {
      const now = Math.round(state.atMs);
      return logged(
        state as BenchSlice,
        { atMs: now, device, input, on: true },
        { atMs: now + PRESS_MS, device, input, on: false },
      ) as never;
    },
    fuseReplaced: (state, { payload }: PayloadAction<DeviceId>) =>
      logged(state as BenchSlice, { atMs: Math.round(state.atMs), replaced: payload }) as never,
    runLoaded: (state, { payload }: PayloadAction<{ log: readonly LogEntry[]; atMs: number }>) =>
      ({ ...state, log: payload.log, atMs: payload.atMs, playing: true }) as never,
    reset: (state) => ({ ...state, log: [], atMs: 0, playing: true }) as never,
    movedTo: (state, { payload }: PayloadAction<number>) => ({ ...state, atMs: Math.max(0, payload) }) as never,
    played: (state, { payload }: PayloadAction<boolean>) => ({ ...state, playing: payload }) as never,
    sped: (state, { payload }: PayloadAction<number>) => ({ ...state, speed: payload }) as never,
    leadPut: (state, { payload }: PayloadAction<{ lead: 'red' | 'black'; point: Point | null }>) =>
      ({ ...state, [payload.lead]: payload.point, hand: null }) as never,
    leadsAway: (state) => ({ ...state, red: null, black: null, clamp: null, hand: null }) as never,
    handTook: (state, { payload }: PayloadAction<'red' | 'black' | null>) => ({ ...state, hand: payload, carrying: null }) as never,
    endTaken: (state, { payload }: PayloadAction<{ conductor: string; end: 0 | 1 } | null>) =>
      ({ ...state, carrying: payload, hand: null }) as never,
    modeTurned: (state, { payload }: PayloadAction<MeterMode>) => ({ ...state, mode: payload }) as never,
    clamped: (state, { payload }: PayloadAction<string | null>) =>
      ({ ...state, clamp: payload, mode: payload === null ? state.mode : 'amp' }) as never,
    pointSelected: (state, { payload }: PayloadAction<{ point: Point; device: DeviceId | null }>) =>
      ({ ...state, point: payload.point, device: payload.device, conductor: null }) as never,
    deviceSelected: (state, { payload }: PayloadAction<DeviceId | null>) =>
      ({ ...state, device: payload, point: null, conductor: null }) as never,
    conductorSelected: (state, { payload }: PayloadAction<string | null>) => ({ ...state, conductor: payload }) as never,
    injected: (state, { payload }: PayloadAction<readonly Fault[]>) => ({ ...state, injected: payload }) as never,
    hiddenSet: (state, { payload }: PayloadAction<Fault | null>) => ({ ...state, hidden: payload, revealed: false, injected: [] }) as never,
    revealed: (state) => ({ ...state, revealed: true }) as never,
  },
});
