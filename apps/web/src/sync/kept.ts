import type { Uuid } from '@alveus/plan';
import type { Kept, KeptBody, KeptKind } from '@alveus/plan/kept';
import { readAllKept, readKept } from '@alveus/plan/kept';
import { ask } from './frame/http';

/** What the company keeps under a name, as the app talks to the server about it. */
export const keptApi = {
  list: async <Kind extends KeptKind>(kind: Kind): Promise<Kept<Kind>[]> =>
    readAllKept(kind, await ask(`/kept/${kind}`)),
  put: async <Kind extends KeptKind>(kind: Kind, id: Uuid, body: KeptBody<Kind>, base: number): Promise<Kept<Kind>> =>
    readKept(kind, await ask(`/kept/${kind}/${id}`, 'PUT', { body, base })),
  remove: async (kind: KeptKind, id: Uuid): Promise<void> => void (await ask(`/kept/${kind}/${id}`, 'DELETE')),
};
