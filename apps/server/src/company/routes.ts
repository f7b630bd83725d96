import { Uuid } from '@alveus/plan';
import type { CompanyBody } from '@alveus/plan/company';
import { COMPANY_KINDS, KeptChange, KeptKind, nameOfKept } from '@alveus/plan/company';
import type { Request } from 'express';
import { Router } from 'express';
import type pg from 'pg';
import type { ZodType } from 'zod';
import { asCompany } from '../database';
import { check, Refusal } from '../http';
import { countKept, findKept, listKept, putKept, removeKept } from './store';

/** /api/kept/{kind}: what the company keeps under a name beside its jobs. */
export function keptRoutes(pool: pg.Pool, company: Uuid): Router {
  const router = Router();

  router.get('/:kind', async (request, response) => {
    const kind = kindOf(request);
    response.json({ kept: await asCompany(pool, company, (client) => listKept(client, kind)) });
  });

  router.put('/:kind/:id', async (request, response) => {
    const kind = kindOf(request);
    const { most, words } = COMPANY_KINDS[kind];
    const id = check(Uuid, request.params.id);
    const { body: asSent, base } = check(KeptChange, request.body);
    const body = check(COMPANY_KINDS[kind].body as ZodType<CompanyBody<KeptKind>>, asSent);
    const put = await asCompany(pool, company, async (client) => {
      if (base === 0 && (await countKept(client, kind)) >= most)
        throw new Refusal(422, 'too-many', `A company may keep ${most} ${words.many}. Remove one first.`);
      return (await putKept(client, kind, id, body, base)) ?? { stands: await findKept(client, kind, id) };
    });
    if ('stands' in put)
      throw new Refusal(
        409,
        'kept-moved',
        put.stands
          ? `Somebody else changed “${nameOfKept(kind, put.stands.body)}” meanwhile: it is at version ${put.stands.version}.`
          : `This ${words.one} was removed, or never was.`,
      );
    response.status(base === 0 ? 201 : 200).json(put);
  });

  router.delete('/:kind/:id', async (request, response) => {
    const kind = kindOf(request);
    const id = check(Uuid, request.params.id);
    if (!(await asCompany(pool, company, (client) => removeKept(client, kind, id))))
      throw new Refusal(404, 'not-kept', `There is no such ${COMPANY_KINDS[kind].words.one}.`);
    response.status(204).end();
  });

  return router;
}

function kindOf(request: Request): KeptKind {
  const { data } = KeptKind.safeParse(request.params.kind);
  if (!data) throw new Refusal(404, 'no-route', 'Page not found.');
  return data;
}
