import type { Choice, Point } from '@alveus/plan';
import { keyOf, lostOf, rejoined, START } from '@alveus/plan';
import type { Api } from './api';
import { Refused } from './api';
import type { OpenReplica, Divergence } from './openReplica';
import { newId } from './ids';

/** Whether what the server answered means that it was put back, and not that somebody asks for what never was. */
export function isDiverged(error: Refused, replica: OpenReplica): boolean {
  const { known, points, pending } = replica.state();
  return error.code === 'parted' || (error.code === 'no-job' && known && points.length + pending.length > 0);
}

/** Asks the server what it still has. @throws Unreachable, Refused */
export async function divergenceOf(replica: OpenReplica, api: Api): Promise<Divergence> {
  const { points, held } = replica.state();
  const all = await api.changes(replica.job, 0, START).catch((error: unknown) => {
    if (error instanceof Refused && error.code === 'no-job') return undefined;
    throw error;
  });
  if (!all) return { there: false, point: START, theirs: [], lost: lostOf(held, 0, new Map()) };
  const common = await commonPoint(points, (point) => api.changes(replica.job, point.sequence, point));
  const theirs = new Map(all.changes.map((change) => [keyOf(change), change]));
  return {
    there: true,
    point: { sequence: all.sequence, at: all.at },
    theirs: all.changes,
    lost: lostOf(held, common.sequence, theirs),
  };
}

/** The last point that both know, or the start. */
async function commonPoint(points: readonly Point[], ask: (point: Point) => Promise<unknown>): Promise<Point> {
  // Who knows a point knows those before it.
  let [known, unknown] = [-1, points.length];
  while (unknown - known > 1) {
    const middle = (known + unknown) >> 1;
    const there = await ask(points[middle] ?? START).then(
      () => true,
      (error: unknown) => {
        if (error instanceof Refused && error.code === 'parted') return false;
        throw error;
      },
    );
    if (there) known = middle;
    else unknown = middle;
  }
  return points[known] ?? START;
}

/** Takes the server's as it is now, and puts what it lost before all that waits; of what is chosen to stay there, the device's is rejected. */
export async function rejoin(
  replica: OpenReplica,
  divergence: Divergence,
  choices: ReadonlyMap<string, Choice>,
): Promise<void> {
  const { pending, rejected } = rejoined(divergence.lost, choices, replica.state().pending, newId);
  await replica.rejoined(divergence, pending, rejected);
}
