import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { z } from 'zod';
import { type Landing, type LandingLine, landingsSaveSchema, landingsSchema } from '#core/api';

/** What the server has not taken yet, what it had when it was last asked, and readings as they are being typed; by circuit. */
interface LandingsState {
  pending: Record<string, Landing[]>;
  known: Record<string, LandingLine[]>;
  readings: Record<string, Record<string, string>>;
  problem: string | undefined;
}

const KEY = 'mando.landings';
const keptSchema = z.object({
  pending: z.record(z.string(), landingsSaveSchema.shape.entries),
  known: z.record(z.string(), landingsSchema.shape.entries).catch({}),
  readings: z.record(z.string(), z.record(z.string(), z.string())),
});

const NOTHING: LandingsState = { pending: {}, known: {}, readings: {}, problem: undefined };

function kept(): LandingsState {
  try {
    return { ...keptSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '')), problem: undefined };
  } catch {
    return NOTHING;
  }
}

/**
 * Keeps in this browser what the server has not taken, and what it had: at a panel without a network the ticks are still there.
 * @returns whether it could be kept; a browser that is full lets what the server has anyway go first
 */
export function keepLandings({ pending, known, readings }: LandingsState): boolean {
  const waiting = Object.fromEntries(Object.entries(pending).filter(([, entries]) => entries.length > 0));
  for (const whole of [
    { pending: waiting, readings, known },
    { pending: waiting, readings, known: {} },
  ])
    try {
      localStorage.setItem(KEY, JSON.stringify(whole));
      return true;
    } catch {
      // full: with less
    }
  return false;
}

export const landingsSlice = createSlice({
  name: 'landings',
  initialState: kept,
  reducers: {
    acted: (state, { payload: { circuit, entries } }: PayloadAction<{ circuit: string; entries: Landing[] }>) => {
      state.pending[circuit] = [...(state.pending[circuit] ?? []), ...entries];
    },
    takenBack: (state, { payload: { circuit, ids } }: PayloadAction<{ circuit: string; ids: readonly string[] }>) => {
      state.pending[circuit] = (state.pending[circuit] ?? []).filter(({ id }) => !ids.includes(id));
      state.problem = undefined;
    },
    knew: (state, { payload: { circuit, entries } }: PayloadAction<{ circuit: string; entries: LandingLine[] }>) => {
      state.known[circuit] = entries;
    },
    failed: (state, { payload }: PayloadAction<string>) => {
      state.problem = payload;
    },
    /** undefined: it is not being typed any more */
    typed: (state, { payload: { circuit, stage, text } }: PayloadAction<{ circuit: string; stage: string; text: string | undefined }>) => {
      const { [stage]: _before, ...others } = state.readings[circuit] ?? {};
      state.readings[circuit] = text === undefined ? others : { ...others, [stage]: text };
    },
  },
});
