import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { z } from 'zod';
import { type Landing, landingsSaveSchema } from '#core/api';

/** Ticks that the server has not taken yet, and readings that were typed beside the stages of a plan, by circuit. */
interface LandingsState {
  pending: Record<string, Landing[]>;
  readings: Record<string, Record<string, string>>;
  problem: string | undefined;
}

const KEY = 'mando.landings';
const keptSchema = z.object({
  pending: z.record(z.string(), landingsSaveSchema.shape.entries),
  readings: z.record(z.string(), z.record(z.string(), z.string())),
});

const NOTHING: LandingsState = { pending: {}, readings: {}, problem: undefined };

function kept(): LandingsState {
  try {
    return { ...keptSchema.parse(JSON.parse(localStorage.getItem(KEY) ?? '')), problem: undefined };
  } catch {
    return NOTHING;
  }
}

/** Keeps in this browser what the server has not taken. */
export function keepLandings({ pending, readings }: LandingsState): void {
  const waiting = Object.fromEntries(Object.entries(pending).filter(([, entries]) => entries.length > 0));
  localStorage.setItem(KEY, JSON.stringify({ pending: waiting, readings }));
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
    failed: (state, { payload }: PayloadAction<string>) => {
      state.problem = payload;
    },
    read: (state, { payload: { circuit, stage, text } }: PayloadAction<{ circuit: string; stage: string; text: string }>) => {
      state.readings[circuit] = { ...state.readings[circuit], [stage]: text };
    },
  },
});
