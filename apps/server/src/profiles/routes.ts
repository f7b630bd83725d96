import { LIMITS, ProfileChange, Uuid } from '@alveus/plan';
import { Router } from 'express';
import type pg from 'pg';
import { asCompany } from '../database';
import { check, Refusal } from '../http';
import { countProfiles, findProfile, listProfiles, putProfile, removeProfile } from './store';

/** /api/profiles: the named profiles of the company. */
export function profileRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json({ profiles: await asCompany(pool, company, listProfiles) });
  });

  router.put('/:profile', async (request, response) => {
    const id = check(Uuid, request.params.profile);
    const { profile, base } = check(ProfileChange, request.body);
    const put = await asCompany(pool, company, async (client) => {
      if (base === 0 && (await countProfiles(client)) >= LIMITS.profiles)
        throw new Refusal(422, 'too-many', `A company may keep ${LIMITS.profiles} sets of rules. Remove one first.`);
      return (await putProfile(client, id, profile, base)) ?? { stands: await findProfile(client, id) };
    });
    if ('stands' in put)
      throw new Refusal(
        409,
        'profile-moved',
        put.stands
          ? `Somebody else changed “${put.stands.profile.name}” meanwhile: it is at version ${put.stands.version}.`
          : 'This set of rules was removed, or never was.',
      );
    response.status(base === 0 ? 201 : 200).json(put);
  });

  router.delete('/:profile', async (request, response) => {
    const id = check(Uuid, request.params.profile);
    if (!(await asCompany(pool, company, (client) => removeProfile(client, id))))
      throw new Refusal(404, 'no-profile', 'There is no such set of rules.');
    response.status(204).end();
  });

  return router;
}
