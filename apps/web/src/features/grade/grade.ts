import type { RunResult, Triad } from '@alveus/core';
import { fixedFacts, fixFact, freeFact, isWorkedOut } from '@alveus/core';
import { highEnd, lowEnd, lowerOf } from '@alveus/plan';
import type { Edit } from '@alveus/plan';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../../store';
import { selectCommitted, selectEvaluation, selectPlace } from '../../store/results';

/** Locking two of low invert, slope and high invert of a run; the third follows. */

export const TRIAD = ['low', 'slope', 'high'] as const satisfies readonly Triad[];
export const TRIAD_WORDS: Record<Triad, string> = { low: 'Low invert', slope: 'Slope', high: 'High invert' };

export type LockState = 'locked' | 'worked' | 'linked' | 'free';

/** An invert that comes from the run below holds the low end as well as a lock would. */
function linked(state: RootState, run: RunResult, fixed: readonly Triad[]): boolean {
  return (
    !fixed.includes('low') &&
    run.grade.low !== undefined &&
    selectEvaluation(state).topology.leaving.has(lowerOf(run.run))
  );
}

/** What holds each of the three, at the station. Which facts are fixed does not change while one of them is dragged. */
export const selectLocks: (state: RootState) => Readonly<Record<Triad, LockState>> = createSelector(
  [
    (state: RootState) => selectPlace(state)?.run.id,
    (state: RootState) => selectPlace(state)?.run.run,
    selectCommitted,
    (state: RootState) => selectPlace(state)?.run.grade.low !== undefined,
  ],
  (id, run, { plan, topology }, known) => {
    const fixed = run && id !== undefined ? fixedFacts(run, plan.runGrade[id]) : [];
    const held = (which: Triad): LockState => {
      if (!run || id === undefined || !fixed.includes(which)) return 'free';
      const end = which === 'slope' ? undefined : which === 'low' ? lowEnd(run) : highEnd(run);
      return end && isWorkedOut(plan.runGrade[id], end) ? 'worked' : 'locked';
    };
    const low = held('low') === 'free' && known && run && topology.leaving.has(lowerOf(run)) ? 'linked' : held('low');
    return { low, slope: held('slope'), high: held('high') };
  },
);

/** Which of the others could give way so that a fact can be fixed: none where it is free to be. The usual one first. */
export function couldGive(state: RootState, run: RunResult, which: Triad): Triad[] {
  const fixed = fixedFacts(run.run, selectEvaluation(state).plan.runGrade[run.id]);
  const usual = freedBy(which, fixed, linked(state, run, fixed));
  if (usual === undefined) return [];
  // What comes from below is held by another run.
  return [usual, ...TRIAD.filter((fact) => fact !== which && fact !== usual && fixed.includes(fact))];
}

/** Fixes a fact; where two were held already, one of them goes free: the usual one, or the one that is said. */
export function lockEdits(state: RootState, run: RunResult, which: Triad, value: number, gives?: Triad): Edit[] {
  const grade = selectEvaluation(state).plan.runGrade[run.id];
  const item = fixFact(run.run, grade, which, value, gives ?? couldGive(state, run, which)[0]);
  return [{ op: 'put', item }];
}

export function freeEdits(state: RootState, run: RunResult, which: Triad): Edit[] {
  return [{ op: 'put', item: freeFact(run.run, selectEvaluation(state).plan.runGrade[run.id], which) }];
}

/** Which fact goes free when another is fixed, so that two stay locked: the slope gives way to an invert, and the high invert to a slope. */
export function freedBy(which: Triad, fixed: readonly Triad[], lowLinked: boolean): Triad | undefined {
  const others = TRIAD.filter((name) => name !== which);
  const held = others.every((name) => fixed.includes(name) || (name === 'low' && lowLinked));
  if (!held) return undefined;
  return which === 'slope' ? 'high' : 'slope';
}
