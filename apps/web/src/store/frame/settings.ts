import type { Fraction, System } from '@alveus/core';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** What one device prefers; it is not part of any plan. */
export interface Settings {
  readonly system: System;
  readonly fraction: Fraction;
  readonly theme: 'system' | 'light' | 'dark';
}

export const DEFAULT_SETTINGS: Settings = { system: 'feet', fraction: 8, theme: 'system' };

const slice = createSlice({
  name: 'settings',
  initialState: DEFAULT_SETTINGS,
  reducers: {
    settingsChanged: (state, { payload }: PayloadAction<Partial<Settings>>) => ({ ...state, ...payload }),
  },
});

export const { settingsChanged } = slice.actions;
export const settingsReducer = slice.reducer;
