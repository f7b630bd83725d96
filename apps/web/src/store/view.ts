import type { FigureRef } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** Where the person is looking. */
export interface ViewState {
  readonly line: Uuid | null;
  /** Distance of the station line from the line's low end, m. */
  readonly station: number;
  readonly sheet: Sheet | null;
}

export type Sheet =
  | { readonly sheet: 'outlet' }
  | { readonly sheet: 'add-run' }
  | { readonly sheet: 'run'; readonly run: Uuid }
  | { readonly sheet: 'node'; readonly node: Uuid }
  | { readonly sheet: 'section'; readonly section: Uuid }
  | { readonly sheet: 'material'; readonly material: Uuid }
  | { readonly sheet: 'native' }
  | { readonly sheet: 'line' }
  | { readonly sheet: 'working'; readonly figure: FigureRef }
  | { readonly sheet: 'gives'; readonly run: Uuid; readonly end: 'low' | 'high'; readonly to: number }
  | { readonly sheet: 'menu' };

const initialState: ViewState = { line: null, station: 0, sheet: null };

const slice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    stationMoved: (state, { payload }: PayloadAction<number>) => ({ ...state, station: payload }),
    lineChosen: (state, { payload }: PayloadAction<Uuid>) => ({ ...state, line: payload, station: 0 }),
    sheetOpened: (state, { payload }: PayloadAction<Sheet>) => ({ ...state, sheet: payload }),
    sheetClosed: (state) => ({ ...state, sheet: null }),
    viewReset: () => initialState,
  },
});

export const { stationMoved, lineChosen, sheetOpened, sheetClosed, viewReset } = slice.actions;
export const viewReducer = slice.reducer;
