import { Batch, Revision, Uuid } from '@alveus/plan';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { asCompany } from '../database';
import { check, noSuchJob, Refusal } from '../http';
import { changesSince, takeBatch } from './store';

const Since = z.strictObject({ since: z.coerce.number().pipe(Revision).default(0) });

/** /api/jobs/:job/changes: the plan out, batches in. */
export function changeRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();

  router.get('/:job/changes', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { since } = check(Since, request.query);
    const changes = await asCompany(pool, company, (client) => changesSince(client, id, since));
    if (!changes) throw noSuchJob();
    response.json(changes);
  });

  router.post('/:job/changes', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const batch = check(Batch, request.body);
    const taking = await takeBatch(pool, company, id, batch);
    switch (taking.outcome) {
      case 'answered':
        response.status(taking.answer.taken ? 200 : 409).json(taking.answer);
        return;
      case 'no-job':
        throw noSuchJob();
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
