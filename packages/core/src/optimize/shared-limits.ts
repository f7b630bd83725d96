import type { LaidRun } from '../rules';
import { ALL_RULES } from '../rules';
import { highOf, LEAST, lowOf } from './solver';
import { NEAR } from '../tolerance';
import type { Gathering } from './gathering';
import { addLimit, inForce } from './gathering';

const RULES = ALL_RULES.filter(({ bound }) => bound?.shared);

/**
 * Pipes in one trench: each lies over the bottom of the trench that is dug for the other, and one that lies over that
 * one's pipe is clear of it. Levels are held together at ends that lie side by side; of a stretch that ends elsewhere the
 * finding tells.
 */
export function sharedLimits(gathering: Gathering, lead: LaidRun, at: ReadonlyMap<string, LaidRun>): void {
  const { form, length: long } = lead.result;
  for (const neighbour of form?.beside ?? []) {
    const { run, from, to, places, length, pipe } = neighbour;
    const other = at.get(run);
    if (!other) continue;
    const beside: readonly (readonly [own: number, place: number])[] = [
      ...(from < NEAR_END ? ([[lowOf(lead.index), places[0]]] as const) : []),
      ...(to > long - NEAR_END ? ([[highOf(lead.index), places[1]]] as const) : []),
    ];
    for (const rule of RULES) {
      const force = inForce(gathering, rule);
      const over = force && rule.bound?.shared?.({ lead, other: neighbour }, force.value);
      const limit = over && addLimit(gathering, rule, over.words, over, { run });
      if (!over || limit === undefined) continue;
      for (const [own, place] of beside) {
        const end = place < NEAR_END ? lowOf(other.index) : place > length - NEAR_END ? highOf(other.index) : undefined;
        if (end !== undefined) gathering.rows.apart(end, own, LEAST, over.by + pipe.wall, limit);
      }
    }
  }
}

/** So near to the end of a run a stretch ends with it, m. */
const NEAR_END = 100 * NEAR;
