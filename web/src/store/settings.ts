import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { z } from 'zod';

export const THEMES = ['system', 'light', 'dark'] as const;
export const LINES = ['lying', 'standing'] as const;

const settingsSchema = z.object({
  /** of the screen: as the system has it, or always one */
  theme: z.enum(THEMES).catch('system'),
  /** paths of the sheet from left to right under one another, or from top to bottom beside one another */
  lines: z.enum(LINES).catch('lying'),
  /** whether single letters do something on the sheet */
  singleKeys: z.boolean().catch(true),
  /** who ticks and signs, as they call themselves */
  name: z.string().max(40).catch(''),
  /** the first steps were read, or made */
  isHinted: z.boolean().catch(false),
});
export type Settings = z.infer<typeof settingsSchema>;

/** Under which it is kept in the browser. */
export const SETTINGS_KEY = 'mando.settings';

function kept(): Settings {
  try {
    return settingsSchema.parse(JSON.parse(localStorage.getItem(SETTINGS_KEY) ?? '{}'));
  } catch {
    return settingsSchema.parse({});
  }
}

/** What a person has chosen for this browser; what a job has chosen is its practice. */
export const settingsSlice = createSlice({
  name: 'settings',
  initialState: kept,
  reducers: {
    chosen: (state, { payload }: PayloadAction<Partial<Settings>>): Settings => ({ ...state, ...payload }),
  },
});
