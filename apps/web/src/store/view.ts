import type { FigureRef, Reached } from '@alveus/core';
import type { Edit, UpRun, Uuid } from '@alveus/plan';
import { createAction, createSlice } from '@reduxjs/toolkit';
import type { PayloadAction, Reducer } from '@reduxjs/toolkit';

/** Where the person is looking. */
export interface ViewState {
  readonly line: Uuid | null;
  readonly shows: Shows;
  readonly trench: TrenchShows;
  /** Distance of the station line from the low end of what is shown, m. */
  readonly station: number;
  readonly sheet: Sheet | null;
  /** What Grade shows in place of its numbers. */
  readonly asks: Asks | null;
  /** What is chosen on the sketch. */
  readonly sketch: Chosen | null;
  /** Runs and others of this job used of late, the last first: likely to be meant again. Pipe and materials: `settings.lately`. */
  readonly recent: readonly string[];
  readonly dig: DigView;
}

/** How Dig tells what to read. */
export interface DigView {
  readonly shows: 'sheet' | 'stakes' | 'order';
  readonly by: 'level' | 'laser' | 'direct';
  /** Where the pipe laser stands. */
  readonly end: 'low' | 'high';
  readonly tells: 'reading' | 'ground' | 'stake' | 'elevation';
  /** Metres; nothing by the stick. */
  readonly step: number | null;
  /** Elevation of the head of the stake that cuts are told from, m. */
  readonly stake: number | null;
  readonly mark: DigMark;
  /** A setup that is dug by though its check missed. */
  readonly allTheSame: Uuid | null;
}
export type DigMark = 'bottom' | 'foundation' | 'bedding' | 'flow' | 'top' | 'overlay' | 'ground';

/** What Grade draws: the line, the route of its water to where it leaves, or the whole network from above. */
export type Shows = 'line' | 'route' | 'network';

/** What Trench draws: what goes in, how it stands open, or the ground that it takes from above. */
export type TrenchShows = 'layers' | 'open' | 'above';

/** The least dig, the room to be wrong, or the table of structures. */
export type Asks = 'least' | 'room' | 'structures';

export type Chosen = { readonly node: Uuid } | { readonly run: Uuid; readonly at: number };

export type Sheet =
  | { readonly sheet: 'outlet' }
  | { readonly sheet: 'add-run' }
  | { readonly sheet: 'plan-sheet' }
  | { readonly sheet: 'against' }
  | { readonly sheet: 'sizes' }
  | { readonly sheet: 'sections' }
  | { readonly sheet: 'float' }
  | { readonly sheet: 'cut'; readonly run: Uuid }
  | { readonly sheet: 'sharing'; readonly run: Uuid }
  | { readonly sheet: 'hole'; readonly node: Uuid }
  | { readonly sheet: 'filling' }
  | { readonly sheet: 'section-from' }
  | { readonly sheet: 'run'; readonly run: Uuid }
  | { readonly sheet: 'node'; readonly node: Uuid }
  | { readonly sheet: 'section'; readonly section: Uuid }
  | { readonly sheet: 'material'; readonly material: Uuid }
  | { readonly sheet: 'native' }
  | { readonly sheet: 'buying' }
  | { readonly sheet: 'article'; readonly article: string }
  | { readonly sheet: 'articles'; readonly group: 'bulk' | 'brought' | 'hauled' | 'away' | 'pipe' | 'fittings' }
  | { readonly sheet: 'ticket'; readonly article: string; readonly corrects?: Uuid }
  | { readonly sheet: 'transfer'; readonly article: string }
  | { readonly sheet: 'line' }
  | { readonly sheet: 'in-trench' }
  | { readonly sheet: 'set-up' }
  | { readonly sheet: 'check' }
  | { readonly sheet: 'stick' }
  | { readonly sheet: 'stake'; readonly node: Uuid }
  | { readonly sheet: 'access'; readonly run: Uuid }
  | { readonly sheet: 'digging' }
  | { readonly sheet: 'working'; readonly figure: FigureRef }
  | { readonly sheet: 'gives'; readonly run: Uuid; readonly end: 'low' | 'high'; readonly to: number }
  | { readonly sheet: 'place'; readonly node: Uuid }
  | { readonly sheet: 'branch'; readonly node: Uuid }
  /** From the house, where there is no node yet. */
  | { readonly sheet: 'down'; readonly node: Uuid | undefined }
  | { readonly sheet: 'reach'; readonly run: Uuid; readonly at: UpRun; readonly which: Reached }
  | { readonly sheet: 'station' }
  | { readonly sheet: 'wye'; readonly run: Uuid; readonly at: number | undefined }
  | { readonly sheet: 'delete-line' }
  | { readonly sheet: 'benchmark'; readonly benchmark: Uuid | undefined }
  | { readonly sheet: 'setup'; readonly setup: Uuid }
  | { readonly sheet: 'shot'; readonly setup: Uuid; readonly corrects: Uuid | undefined }
  | { readonly sheet: 'levelling' }
  | { readonly sheet: 'crossing'; readonly crossing: Uuid | undefined; readonly run: Uuid }
  | { readonly sheet: 'pit'; readonly pit: Uuid | undefined }
  | { readonly sheet: 'fact'; readonly run: Uuid; readonly which: 'low' | 'slope' | 'high' }
  | { readonly sheet: 'swale'; readonly run: Uuid }
  | { readonly sheet: 'ends'; readonly node: Uuid }
  | { readonly sheet: 'keeping'; readonly keeping: Uuid | undefined }
  | { readonly sheet: 'try'; readonly words: string; readonly edits: readonly Edit[] }
  | { readonly sheet: 'rejected' }
  | { readonly sheet: 'diverged' }
  | { readonly sheet: 'menu' }
  | { readonly sheet: 'print' }
  | { readonly sheet: 'keys' };

const initialState: ViewState = {
  line: null,
  shows: 'line',
  trench: 'layers',
  station: 0,
  sheet: null,
  asks: null,
  sketch: null,
  recent: [],
  dig: {
    shows: 'sheet',
    by: 'level',
    end: 'low',
    tells: 'reading',
    step: 5 * 0.3048,
    stake: null,
    mark: 'bottom',
    allTheSame: null,
  },
};

const RECENT = 12;

const slice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    lineChosen: (state, { payload }: PayloadAction<Uuid>) => ({ ...state, line: payload, station: 0 }),
    /** To a place on a line, from its low end, m. */
    wentTo: (state, { payload: { line, along } }: PayloadAction<{ line: Uuid; along: number }>) => ({
      ...state,
      line,
      station: along,
      shows: 'line' as const,
    }),
    viewChanged: (state, { payload }: PayloadAction<Shows>) => ({ ...state, shows: payload, station: 0 }),
    trenchShown: (state, { payload }: PayloadAction<TrenchShows>) => ({ ...state, trench: payload }),
    sheetOpened: (state, { payload }: PayloadAction<Sheet>) => ({ ...state, sheet: payload }),
    sheetClosed: (state) => ({ ...state, sheet: null }),
    panelOpened: (state, { payload }: PayloadAction<Asks | null>) => ({ ...state, asks: payload }),
    sketchChosen: (state, { payload }: PayloadAction<Chosen | null>) => ({ ...state, sketch: payload }),
    digChanged: (state, { payload }: PayloadAction<Partial<DigView>>) => ({
      ...state,
      dig: { ...state.dig, ...payload },
    }),
    itemUsed: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      recent: [payload, ...state.recent.filter((id) => id !== payload)].slice(0, RECENT),
    }),
    viewReset: () => initialState,
  },
});

export const stationMoved = createAction<number>('view/stationMoved');
export const {
  panelOpened,
  digChanged,
  lineChosen,
  sheetOpened,
  sheetClosed,
  viewChanged,
  sketchChosen,
  trenchShown,
  itemUsed,
  viewReset,
  wentTo,
} = slice.actions;

/** The station moves at every frame of a swipe: that one step goes without the slice's drafts. */
export const viewReducer: Reducer<ViewState> = (state = initialState, action) => {
  if (!stationMoved.match(action)) return slice.reducer(state, action);
  return state.station === action.payload ? state : { ...state, station: action.payload };
};
