import type { RejectedBatch, Pending } from '@alveus/plan';
import { keyOf, lastPoint, rebase, rejectBatch } from '@alveus/plan';
import type { Api } from './api';
import { Refused } from './api';
import { attended } from './attended';
import type { Replica } from './replica';
import { newId } from './ids';

/**
 * One round with the server for one job: hears what others did, and sends what waits, a batch at a time, in order. It
 * keeps nothing itself.
 * @throws Unreachable; Refused where the job itself is; Left where the desk was left meanwhile
 */
export async function exchange(left: Replica, api: Api): Promise<void> {
  const desk = attended(left);
  await desk.keep();
  await make(desk, api);
  await hear(desk, api);
  while (await sendNext(desk, api));
}

async function make(desk: Replica, api: Api): Promise<void> {
  const { made } = desk.papers();
  if (made === undefined) return;
  await api.createJob(desk.job, made).catch((error: unknown) => {
    // It arrived before, and the answer did not.
    if (!(error instanceof Refused && error.status === 409)) throw error;
  });
  await desk.madeKnown();
}

async function hear(desk: Replica, api: Api): Promise<void> {
  const { known, sequence, points } = desk.papers();
  const about = known ? undefined : await api.job(desk.job);
  const { changes, ...point } = await api.changes(desk.job, sequence, lastPoint(points));
  if (about) desk.named(about.name);
  await desk.heard(point, changes);
}

/** @returns whether there may be more to send */
async function sendNext(desk: Replica, api: Api): Promise<boolean> {
  const [batch] = desk.papers().pending;
  if (!batch || desk.papers().conflicts.length > 0) return false;
  // First on the device, then to the server; but where the device cannot keep it the server is all the safer.
  await desk.keep();
  // From here on the server may have it; before, it could still be taken back.
  if (desk.papers().pending[0] !== batch) return true;
  desk.tried(batch.id);
  const answer = await api.send(desk.job, batch, lastPoint(desk.papers().points)).catch((error: unknown) => {
    if (error instanceof Refused && FOR_GOOD.has(error.status) && error.code !== 'parted') return error;
    throw error;
  });
  if (answer instanceof Refused && answer.code === 'unknown-base') return makeAnew(desk);
  if (answer instanceof Refused) await goOnWithout(desk, batch, answer.message);
  else if (answer.taken) await desk.taken(batch, answer.sequence);
  else {
    const { held } = desk.papers();
    // It has an older state of a thing than is known of it here. Only a server that was put back answers so.
    if (answer.conflicts.some((conflict) => (held.get(keyOf(conflict))?.revision ?? 0) > conflict.revision))
      throw new Refused(409, PUT_BACK, 'parted');
    await hear(desk, api);
    return makeAnew(desk);
  }
  return true;
}

/** What a server answers that will never take this batch: it is malformed, too large, or against the rules. */
const FOR_GOOD: ReadonlySet<number> = new Set([400, 409, 413, 422]);

async function goOnWithout(desk: Replica, refused: Pending, reason: string): Promise<void> {
  const { pending, held, decisions } = desk.papers();
  const parted = rejectBatch(pending, refused.id, held, decisions, newId);
  const aside = parted.aside.map(({ id, step }): RejectedBatch => ({
    id,
    step,
    reason: id === refused.id ? reason : RESTS,
  }));
  await desk.putAside(aside, parted.pending);
}

const PUT_BACK = 'The server was restored to an earlier day.';
const RESTS = 'It depends on another change that the server did not take.';

/** @returns whether the waiting edits could be made anew without asking */
export async function makeAnew(desk: Replica): Promise<boolean> {
  const { pending, held, decisions } = desk.papers();
  const anew = rebase(pending, held, decisions, newId);
  if (anew.conflicts.length > 0) desk.undecided(anew.conflicts);
  else await desk.rebased(anew.pending);
  return anew.conflicts.length === 0;
}
