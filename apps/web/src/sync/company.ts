import type { Uuid } from '@alveus/plan';
import type { CompanyItem, CompanyBody, KeptKind } from '@alveus/plan/company';
import { readAllKept, readKept } from '@alveus/plan/company';
import { ask } from './frame/http';

/** What the company keeps under a name, as the app talks to the server about it. */
export const keptApi = {
  list: async <Kind extends KeptKind>(kind: Kind): Promise<CompanyItem<Kind>[]> =>
    readAllKept(kind, await ask(`/kept/${kind}`)),
  put: async <Kind extends KeptKind>(
    kind: Kind,
    id: Uuid,
    body: CompanyBody<Kind>,
    base: number,
  ): Promise<CompanyItem<Kind>> => readKept(kind, await ask(`/kept/${kind}/${id}`, 'PUT', { body, base })),
  remove: async (kind: KeptKind, id: Uuid): Promise<void> => void (await ask(`/kept/${kind}/${id}`, 'DELETE')),
};
