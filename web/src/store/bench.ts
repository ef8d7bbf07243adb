import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { z } from 'zod';
import {
  type ConductorId,
  type DeviceId,
  type LogEntry,
  logEntrySchema,
  type Point,
  type PowerPosition,
  type ProcessId,
} from '#core/circuit';
import type { Fault, MeterMode } from '#core/network';

/** What one person has on the bench: theirs, kept in their browser, never in the document. */
export interface BenchState {
  /** what was done, in order */
  log: LogEntry[];
  /** the moment shown, in milliseconds from the start of the run */
  atMs: number;
  playing: boolean;
  speed: number;
  red: Point | null;
  black: Point | null;
  mode: MeterMode;
  clamp: ConductorId | null;
  point: Point | null;
  device: DeviceId | null;
  conductor: ConductorId | null;
  /** several devices that are worked on together, in the order in which they were picked */
  picked: readonly DeviceId[];
  /** a tap on a symbol picks it among several: for a thumb, which has no shift key */
  picking: boolean;
  /** the lead in hand: the next point tapped takes it */
  hand: 'red' | 'black' | null;
  /** a wire end in hand: the next terminal tapped takes it */
  carrying: { conductor: ConductorId; end: 0 | 1 } | null;
  injected: Fault[];
  hidden: Fault | null;
  revealed: boolean;
}

export const freshBench: BenchState = {
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
  picked: [],
  picking: false,
  hand: null,
  carrying: null,
  injected: [],
  hidden: null,
  revealed: false,
};

/** What of it outlives the page: the run and the moment. Leads and faults are checked when they are used. */
export const keptBenchSchema = z
  .object({ log: z.array(logEntrySchema), atMs: z.number().nonnegative(), playing: z.boolean(), speed: z.number().positive() })
  .loose();

/** An act now: what was logged for later than now is dropped, since the person has gone back and done something else. */
const logged = (state: BenchState, entries: (nowMs: number) => LogEntry[]): void => {
  const nowMs = Math.round(state.atMs);
  state.atMs = nowMs; // what was done is seen at once, not with the next tick of the clock
  state.playing = true;
  state.log = [...state.log.filter(({ atMs }) => atMs <= nowMs), ...entries(nowMs)];
};

/** How long a momentary push is held. */
const PRESS_MS = 500;

export const benchSlice = createSlice({
  name: 'bench',
  initialState: freshBench,
  reducers: {
    laid: (_state, { payload }: PayloadAction<BenchState>) => payload,
    powerTurned: (state, { payload: power }: PayloadAction<PowerPosition>) => logged(state, (atMs) => [{ atMs, power }]),
    inputTurned: (state, { payload: { device, input, on } }: PayloadAction<{ device: DeviceId; input: string; on: boolean }>) =>
      logged(state, (atMs) => [{ atMs, device, input, on }]),
    inputPressed: (state, { payload: { device, input } }: PayloadAction<{ device: DeviceId; input: string }>) =>
      logged(state, (atMs) => [
        { atMs, device, input, on: true },
        { atMs: atMs + PRESS_MS, device, input, on: false },
      ]),
    processSet: (state, { payload: { process, to } }: PayloadAction<{ process: ProcessId; to: number }>) =>
      logged(state, (atMs) => [{ atMs, process, to }]),
    fuseReplaced: (state, { payload: replaced }: PayloadAction<DeviceId>) => logged(state, (atMs) => [{ atMs, replaced }]),
    runLoaded: (state, { payload: { log, atMs } }: PayloadAction<{ log: LogEntry[]; atMs: number }>) => ({
      ...state,
      log,
      atMs,
      playing: true,
    }),
    reset: (state) => ({ ...state, log: [], atMs: 0, playing: true }),
    movedTo: (state, { payload }: PayloadAction<number>) => {
      state.atMs = Math.max(0, payload);
    },
    played: (state, { payload }: PayloadAction<boolean>) => {
      state.playing = payload;
    },
    sped: (state, { payload }: PayloadAction<number>) => {
      state.speed = payload;
    },
    leadPut: (state, { payload: { lead, point } }: PayloadAction<{ lead: 'red' | 'black'; point: Point | null }>) => ({
      ...state,
      [lead]: point,
      hand: null,
    }),
    leadsAway: (state) => ({ ...state, red: null, black: null, clamp: null, hand: null }),
    handTook: (state, { payload }: PayloadAction<'red' | 'black' | null>) => ({ ...state, hand: payload, carrying: null }),
    endTaken: (state, { payload }: PayloadAction<{ conductor: ConductorId; end: 0 | 1 } | null>) => ({
      ...state,
      carrying: payload,
      hand: null,
    }),
    modeTurned: (state, { payload }: PayloadAction<MeterMode>) => {
      state.mode = payload;
    },
    clamped: (state, { payload }: PayloadAction<ConductorId | null>) => ({
      ...state,
      clamp: payload,
      mode: payload === null ? state.mode : 'amp',
    }),
    pointSelected: (state, { payload: { point, device } }: PayloadAction<{ point: Point; device: DeviceId | null }>) => ({
      ...state,
      point,
      device,
      conductor: null,
    }),
    deviceSelected: (state, { payload }: PayloadAction<DeviceId | null>) => ({
      ...state,
      device: payload,
      point: null,
      conductor: null,
      picked: state.picking ? state.picked : [],
    }),
    /** picked, or left again; the one that was chosen before is the first of several */
    devicePicked(state, { payload }: PayloadAction<DeviceId>) {
      const first = state.picked.length === 0 && state.device !== null && state.device !== payload ? [state.device] : state.picked;
      state.picked = first.includes(payload) ? first.filter((one) => one !== payload) : [...first, payload];
    },
    severalPicked: (state, { payload }: PayloadAction<readonly DeviceId[]>) => ({
      ...state,
      picked: [...new Set([...state.picked, ...payload])],
    }),
    pickedNone: (state) => ({ ...state, picked: [], picking: false }),
    pickingTurned: (state, { payload }: PayloadAction<boolean>) => ({ ...state, picking: payload }),
    conductorSelected: (state, { payload }: PayloadAction<ConductorId | null>) => {
      state.conductor = payload;
    },
    injected: (state, { payload }: PayloadAction<Fault[]>) => ({ ...state, injected: payload }),
    hiddenSet: (state, { payload }: PayloadAction<Fault | null>) => ({ ...state, hidden: payload, revealed: false, injected: [] }),
    revealed: (state) => {
      state.revealed = true;
    },
  },
});
