import type { Point, SentChanges } from '@alveus/plan';
import { Batch, LIMITS, Revision, upgradeBatch, Uuid } from '@alveus/plan';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { asSnapshot, Gate } from '../database';
import { check, Refusal, sendPieces } from '../http';
import { absent } from '../jobs';
import type { SentBatch } from './store';
import { movedSince, standing, takeBatch } from './store';

const Count = z.coerce.number().pipe(Revision).default(0);
/** How far somebody has heard, and the last point they know of: by their own batches it may lie beyond that. */
const Heard = z
  .strictObject({ since: Count, known: Count, at: Uuid.optional() })
  .transform(({ since, known, at }): { since: number; point: Point } => ({
    since,
    point: { sequence: Math.max(known, since), at: at ?? null },
  }));

const divergedAt = (): Refusal =>
  new Refusal(409, 'parted', 'The server was restored to an earlier day. It does not have what this device has.');

const renewed = (): Refusal =>
  new Refusal(503, 'renewed', 'The database is newer than this server. Start the newer server.');

const TOO_LARGE = {
  things: `A plan has at most ${LIMITS.planItems} things; this would be more. Part the job in two.`,
  bytes: `A plan has at most ${LIMITS.planBytes / 1024 / 1024} MB; this would be more. Part the job in two, or take out ground shots that are not needed.`,
  removed: 'Too much was added to this plan and removed again. Save it as a file, and continue with that as a new job.',
};

/** Plans that are read at once, that may wait for it, and for how long, ms: the other connections stay free. */
const [AT_ONCE, MAY_WAIT, LONGEST_WAIT] = [6, 256, 10_000];

/** The text of `SentChanges`, with its changes in pieces. */
async function* textOf(
  { sequence, at }: Omit<SentChanges, 'changes'>,
  pieces: AsyncIterable<string>,
): AsyncGenerator<string> {
  let before = `{"sequence":${sequence},"at":${JSON.stringify(at)},"changes":[`;
  for await (const piece of pieces) {
    yield before + piece;
    before = ',';
  }
  yield before === ',' ? ']}' : `${before}]}`;
}

/** /api/jobs/:job/changes: the plan out, batches in. */
export function changeRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();
  const reading = new Gate(AT_ONCE, MAY_WAIT, LONGEST_WAIT);

  const changes = router.route('/:job/changes');

  changes.get(async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { since, point } = check(Heard, request.query);
    // One moment of it, however long it takes to read: a batch is in it whole or not at all.
    const stands = await reading.run(() =>
      asSnapshot(pool, company, async (client) => {
        const found = await standing(client, id, point);
        if (typeof found !== 'object') return found;
        await sendPieces(response, textOf(found, movedSince(client, id, since)));
        return found;
      }),
    );
    if (!stands) throw await absent(pool, company, id);
    if (stands === 'parted') throw divergedAt();
    if (stands === 'renewed') throw renewed();
  });

  changes.post(async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { point } = check(Heard, request.query);
    const sent: unknown = request.body;
    const batch = check(Batch, upgradeBatch(sent));
    // Both were there, or it would not have been a batch.
    const { format, changes: asSent } = sent as SentBatch;
    const taking = await takeBatch(pool, company, id, batch, { format, changes: asSent }, point);
    switch (taking.outcome) {
      case 'answered':
        response.status(taking.answer.taken ? 200 : 409).json(taking.answer);
        return;
      case 'no-job':
        throw await absent(pool, company, id);
      case 'parted':
        throw divergedAt();
      case 'renewed':
        throw renewed();
      case 'reused':
        throw new Refusal(422, 'batch-reused', 'This batch id was used before, for other changes.');
      case 'unknown-base':
        throw new Refusal(422, 'unknown-base', `changes.${taking.index}.base: based on a batch that never arrived.`);
      case 'record':
        throw new Refusal(
          422,
          'record',
          `changes.${taking.index}: a record stays as it was written. Correct it with another that supersedes it.`,
        );
      case 'too-large':
        throw new Refusal(422, 'plan-too-large', TOO_LARGE[taking.by]);
    }
  });

  return router;
}
