import type { Benchmark, Setup, Shot, Uuid } from '@alveus/plan';
import type { Book } from './book';

/** Readings that contradict one another though each can be worked out by itself. */

/** A turning point whose name is used for another, or whose second reading says something else. */
export interface TurningAgain {
  readonly name: string;
  readonly first: Shot;
  readonly again: Shot;
  readonly by: number;
}

export function turningAgain({ setups, elevations }: Book): TurningAgain[] {
  const first = new Map<string, { shot: Shot; elevation: number }>();
  const found: TurningAgain[] = [];
  for (const { shots } of setups) {
    for (const shot of shots) {
      const elevation = elevations.get(shot.id)?.raw;
      if (shot.sight !== 'fore' || shot.target.on !== 'turning' || elevation === undefined) continue;
      const { name } = shot.target;
      const before = first.get(name);
      if (before) found.push({ name, first: before.shot, again: shot, by: Math.abs(elevation - before.elevation) });
      else first.set(name, { shot, elevation });
    }
  }
  return found;
}

/** Backsights of one setup that give it unlike heights of instrument. */
export interface Backsights {
  readonly setup: Setup;
  readonly shots: readonly Shot[];
  readonly by: number;
}

export function unlikeBacksights({ setups, elevations }: Book): Backsights[] {
  return setups.flatMap(({ setup, shots }) => {
    const backs: Shot[] = [];
    const heights: number[] = [];
    for (const shot of shots) {
      const elevation = elevations.get(shot.id)?.raw;
      if (shot.sight !== 'back' || shot.reading.by !== 'rod' || elevation === undefined) continue;
      backs.push(shot);
      heights.push(elevation + shot.reading.value);
    }
    return heights.length < 2 ? [] : [{ setup, shots: backs, by: Math.max(...heights) - Math.min(...heights) }];
  });
}

/** A rod that reads elevations, set on a benchmark. */
export interface RodCheck {
  readonly shot: Shot;
  readonly benchmark: Benchmark;
  readonly by: number;
}

export function rodChecks({ setups }: Book, benchmarks: Readonly<Record<Uuid, Benchmark>>): RodCheck[] {
  return setups.flatMap(({ shots }) =>
    shots.flatMap((shot) => {
      const { target, reading } = shot;
      const benchmark = target.on === 'benchmark' ? benchmarks[target.benchmark] : undefined;
      return benchmark && reading.by === 'direct'
        ? [{ shot, benchmark, by: Math.abs(reading.value - benchmark.elevation) }]
        : [];
    }),
  );
}
