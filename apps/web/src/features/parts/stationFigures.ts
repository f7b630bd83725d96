import type { FigureRef, Station } from '@alveus/core';
import type { RootState } from '../../store';
import { selectPlace } from '../../store/results';

/** What is known where the station line stands: each figure, and what its working is asked of. */

type Level = 'depth' | 'invert' | 'bottom' | 'cover' | 'ground';

/** A level at the station, and its working. */
const level = (name: Level) => ({
  of: (state: RootState) => selectPlace(state)?.station[name satisfies keyof Station],
  figure: (state: RootState): FigureRef | undefined => {
    const place = selectPlace(state);
    return place && { figure: name, run: place.run.id, at: place.station.at };
  },
});

export const DEPTH = level('depth');
export const INVERT = level('invert');
export const BOTTOM = level('bottom');
export const COVER = level('cover');
export const GROUND = level('ground');
export const WIDTH = {
  of: (state: RootState) => selectPlace(state)?.run.trench?.width,
  figure: (state: RootState): FigureRef | undefined => {
    const place = selectPlace(state);
    return place && { figure: 'width', run: place.run.id };
  },
};
export const chainage = (state: RootState) => selectPlace(state)?.chainage;
