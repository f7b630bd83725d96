import { highOf, LEAST, lowOf } from '../least';
import { exact } from '../phrase';
import { NEAR } from '../tolerance';
import type { Gathering, LaidRun } from './gathering';
import { inForce, numberInForce } from './gathering';

import { roomBeside } from '../findings';

/**
 * Pipes in one trench: each lies over the bottom of the trench that is dug for the other, and one that lies over that
 * one's pipe is clear of it. Levels are held together at ends that lie side by side; of a stretch that ends elsewhere the
 * finding tells.
 */
export function sharedLimits(gathering: Gathering, lead: LaidRun, at: ReadonlyMap<string, LaidRun>): void {
  const { form, length: long } = lead.result;
  for (const { run, lies, clear, from, to, places, length, pipe } of form?.beside ?? []) {
    const other = at.get(run);
    if (!other) continue;
    const name = lies === 'over' ? 'shared-close' : 'shared-low';
    const usual = lies === 'over' ? numberInForce(gathering, 'shared-close') : undefined;
    const force = lies === 'over' ? usual : inForce(gathering, 'shared-low');
    if (!force) continue;
    const room = usual ? Math.max(clear, roomBeside(lead.pipe.outside, pipe.outside, usual.value)) : 0;
    const over = lies === 'over' ? lead.pipe.outside - lead.pipe.wall + room : -lead.envelope.invert;
    const limit = gathering.limits.add({
      from: { rule: name },
      words:
        lies === 'over'
          ? [`the pipe of ${lead.result.run.name} under it in one trench, and `, exact(room, 'thickness')]
          : [`the bottom of the trench of ${lead.result.run.name}, in which it lies`],
      source: lies === 'over' ? 'common practice' : 'geometry',
      run,
      ...('severity' in force ? { severity: force.severity } : {}),
    });
    const beside: readonly (readonly [own: number, place: number])[] = [
      ...(from < NEAR_END ? ([[lowOf(lead.index), places[0]]] as const) : []),
      ...(to > long - NEAR_END ? ([[highOf(lead.index), places[1]]] as const) : []),
    ];
    for (const [own, place] of beside) {
      const end = place < NEAR_END ? lowOf(other.index) : place > length - NEAR_END ? highOf(other.index) : undefined;
      if (end !== undefined) gathering.rows.apart(end, own, LEAST, over + pipe.wall, limit);
    }
  }
}

/** So near to the end of a run a stretch ends with it, m. */
const NEAR_END = 100 * NEAR;
