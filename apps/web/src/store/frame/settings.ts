import type { Fraction, Stage, System } from '@alveus/core';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** What one device prefers; it is not part of any plan. */
export interface Settings {
  readonly system: System;
  readonly fraction: Fraction;
  readonly theme: 'system' | 'light' | 'dark';
  /** Where dividers of a wide page were put: the share of what lies before them. */
  readonly splits: Splits;
  /** What stands under the long section on a wide page. */
  readonly under: 'trench' | 'sketch';
  /** Whether free inverts follow one that is dragged at their least dig. */
  readonly follow: boolean;
  /** Names of pipes and materials that were chosen of late, the last first, in whatever job. */
  readonly lately: readonly string[];
  /** Readings are told in this as well. */
  readonly also: System | null;
  /** Of this screen, by a bank card held to it: pixels for a millimetre. */
  readonly pixels: number | null;
  /** What the stand-in of a level receiver is like; without one, readings are typed. */
  readonly receiver: ReceiverSettings | null;
}

/** In metres: how far beats scatter, how far the instrument sinks in a minute; and the share of beats that are lost. */
export interface ReceiverSettings {
  readonly noise: number;
  readonly drift: number;
  readonly lost: number;
}

/** `numbers` between the drawings and the numbers; of a stage, between its two drawings. */
export type Splits = { readonly [name in 'numbers' | Stage]?: number };

export const DEFAULT_SETTINGS: Settings = {
  system: 'feet',
  fraction: 8,
  theme: 'system',
  splits: {},
  under: 'trench',
  follow: false,
  lately: [],
  also: null,
  pixels: null,
  receiver: null,
};

const LATELY = 12;

const slice = createSlice({
  name: 'settings',
  initialState: DEFAULT_SETTINGS,
  reducers: {
    settingsChanged: (state, { payload }: PayloadAction<Partial<Settings>>) => ({ ...state, ...payload }),
    chosenLately: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      lately: [payload, ...state.lately.filter((id) => id !== payload)].slice(0, LATELY),
    }),
  },
});

export const { settingsChanged, chosenLately } = slice.actions;
export const settingsReducer = slice.reducer;
