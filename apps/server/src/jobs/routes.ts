import { Name, Uuid } from '@alveus/plan';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { asCompany } from '../database';
import { check, jobDeleted, noSuchJob, Refusal } from '../http';
import { createJob, deleteJob, findJob, listDeleted, listJobs, renameJob, restoreJob, wasDeleted } from './store';

const NewJob = z.strictObject({ id: Uuid, name: Name });
const NewName = z.strictObject({ name: Name });

/** Why a job is not there. */
export async function absent(pool: pg.Pool, company: Uuid, id: Uuid): Promise<Refusal> {
  return (await asCompany(pool, company, (client) => wasDeleted(client, id))) ? jobDeleted() : noSuchJob();
}

/** /api/jobs: list, make, rename, delete, list what was deleted, bring back. */
export function jobRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json({ jobs: await asCompany(pool, company, listJobs) });
  });

  router.get('/deleted', async (_request, response) => {
    response.json({ jobs: await asCompany(pool, company, listDeleted) });
  });

  router.post('/', async (request, response) => {
    const { id, name } = check(NewJob, request.body);
    const job = await asCompany(pool, company, (client) => createJob(client, id, name));
    if (!job) throw new Refusal(409, 'id-taken', 'A job with this id exists already.');
    response.status(201).json(job);
  });

  router.get('/:job', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const job = await asCompany(pool, company, (client) => findJob(client, id));
    if (!job) throw await absent(pool, company, id);
    response.json(job);
  });

  router.patch('/:job', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const { name } = check(NewName, request.body);
    const job = await asCompany(pool, company, (client) => renameJob(client, id, name));
    if (!job) throw await absent(pool, company, id);
    response.json(job);
  });

  router.delete('/:job', async (request, response) => {
    const id = check(Uuid, request.params.job);
    if (!(await asCompany(pool, company, (client) => deleteJob(client, id)))) throw noSuchJob();
    response.status(204).end();
  });

  router.post('/:job/restore', async (request, response) => {
    const id = check(Uuid, request.params.job);
    const job = await asCompany(pool, company, (client) => restoreJob(client, id));
    if (!job) throw noSuchJob();
    response.json(job);
  });

  return router;
}
