import type { Instrument, Levels, SheetPlace } from '@alveus/core/setout';
import { cutsFrom, eachLevel, levelsAt, readingOf, unseenBy } from '@alveus/core/setout';
import type { DigView } from '../../store';
import type { Dig } from './useDig';

/** What is told of one place. */
export interface Reading {
  readonly place: SheetPlace;
  readonly levels: Levels;
  readonly instrument: Instrument | undefined;
  /** By the mark, m; undefined where it is not known. */
  readonly values: Levels;
}

export function readingAt(
  dig: Dig,
  place: SheetPlace,
  { tells, stake }: Pick<DigView, 'tells' | 'stake'>,
): Reading | undefined {
  const run = dig.evaluation.runs.get(place.run);
  if (!run) return undefined;
  const levels = levelsAt(run, place.at);
  const instrument = dig.instrumentAt(place.run);
  return { place, levels, instrument, values: valuesOf(levels, instrument, place, tells, stake) };
}

function valuesOf(
  levels: Levels,
  instrument: Instrument | undefined,
  { at }: SheetPlace,
  tells: DigView['tells'],
  stake: number | null,
): Levels {
  switch (tells) {
    case 'elevation':
      return levels;
    case 'ground':
      return levels.ground === undefined ? UNKNOWN : cutsFrom(levels.ground, levels);
    case 'stake':
      return stake === null ? UNKNOWN : cutsFrom(stake, levels);
    case 'reading':
      return instrument ? eachLevel(levels, (level) => readingOf(instrument, level, at)) : UNKNOWN;
  }
}

const UNKNOWN: Levels = {
  bottom: undefined,
  foundation: undefined,
  bedding: undefined,
  flow: undefined,
  top: undefined,
  overlay: undefined,
  ground: undefined,
};

/** Why the rod cannot be read there, and what to do; undefined where it can. */
export function unseenWords(
  instrument: Instrument | undefined,
  reading: number | undefined,
  rod: number,
  words: (value: number) => string,
): string | undefined {
  if (!instrument || reading === undefined) return undefined;
  switch (unseenBy(instrument, reading, rod)) {
    case 'over':
      return instrument.by === 'laser'
        ? `${words(-reading)} above the beam: measure up from it.`
        : `${words(-reading)} above the line of sight: set the level up higher, or turn the rod over.`;
    case 'short':
      return `The rod of ${words(rod)} is ${words(reading - rod)} too short: set the level up lower, or use a longer rod.`;
    case undefined:
      return undefined;
  }
}
