import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** What just happened, or could not, in a sentence. */
const slice = createSlice({
  name: 'notice',
  initialState: null as string | null,
  reducers: { noticed: (_before, { payload }: PayloadAction<string | null>) => payload },
});

export const { noticed } = slice.actions;
export const noticeReducer = slice.reducer;
