import type { Point } from '@alveus/plan';
import { Batch, Revision, upgradeBatch, Uuid } from '@alveus/plan';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { asCompany } from '../database';
import { check, Refusal } from '../http';
import { absent } from '../jobs';
import type { SentBatch } from './store';
import { changesSince, takeBatch } from './store';

const Count = z.coerce.number().pipe(Revision).default(0);
/** How far somebody has heard, and the last point they know of: by their own batches it may lie beyond that. */
const Heard = z
  .strictObject({ since: Count, known: Count, at: Uuid.optional() })
  .transform(({ since, known, at }): { since: number; point: Point } => ({
    since,
    point: { sequence: Math.max(known, since), at: at ?? null },
  }));

const parted = (): Refusal =>
  new Refusal(409, 'parted', 'The server was put back to an earlier day. It does not have what this device has.');

const renewed = (): Refusal =>
  new Refusal(503, 'renewed', 'The database is of a newer version than this server. Start the newer one.');

/** /api/jobs/:job/changes: the plan out, batches in. */
export function changeRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();

  router.get('/:job/changes', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { since, point } = check(Heard, request.query);
    const changes = await asCompany(pool, company, (client) => changesSince(client, id, since, point));
    if (!changes) throw await absent(pool, company, id);
    if (changes === 'parted') throw parted();
    if (changes === 'renewed') throw renewed();
    response.json(changes);
  });

  router.post('/:job/changes', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { point } = check(Heard, request.query);
    const sent: unknown = request.body;
    const batch = check(Batch, upgradeBatch(sent));
    // Both were there, or it would not have been a batch.
    const { format, changes } = sent as SentBatch;
    const taking = await takeBatch(pool, company, id, batch, { format, changes }, point);
    switch (taking.outcome) {
      case 'answered':
        response.status(taking.answer.taken ? 200 : 409).json(taking.answer);
        return;
      case 'no-job':
        throw await absent(pool, company, id);
      case 'parted':
        throw parted();
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
        throw new Refusal(422, 'plan-too-large', 'This plan has as many items as one plan may have.');
    }
  });

  return router;
}
