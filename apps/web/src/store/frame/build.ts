import { createSlice } from '@reduxjs/toolkit';

/** Whether a newer build of the app is on the device, and waits to be loaded. */
const slice = createSlice({ name: 'newBuild', initialState: false, reducers: { buildFound: () => true } });

export const { buildFound } = slice.actions;
export const newBuildReducer = slice.reducer;
