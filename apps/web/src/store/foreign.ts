import type { Foreign } from '@alveus/plan';
import { foreignOf } from '@alveus/plan';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from './store';

/** Things of the open job that are not known here. */
export const selectForeign: (state: RootState) => readonly Foreign[] = createSelector(
  [({ job }: RootState) => job.held, ({ job }: RootState) => job.pending],
  foreignOf,
);
