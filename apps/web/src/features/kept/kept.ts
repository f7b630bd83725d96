import type { Uuid } from '@alveus/plan';
import type { Kept, KeptBody, KeptKind } from '@alveus/plan/kept';
import { server } from '../../store/frame/server';
import { keptApi } from '../../sync/kept';

/** What the company keeps under a name, read and written through the store; the parts that use it bring this with them. */

type Answer<T> = { readonly data: T } | { readonly error: { readonly message: string } };

async function told<T>(question: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { data: await question() };
  } catch (error) {
    return { error: { message: messageOf(error) } };
  }
}

interface Asked {
  readonly kind: KeptKind;
  readonly id: Uuid;
}
type Put = { readonly [Kind in KeptKind]: Asked & { kind: Kind; body: KeptBody<Kind>; base: number } }[KeptKind];

const withKept = server.enhanceEndpoints({ addTagTypes: ['kept'] }).injectEndpoints({
  endpoints: (build) => ({
    kept: build.query<Kept<KeptKind>[], KeptKind>({
      queryFn: (kind) => told(() => keptApi.list(kind)),
      providesTags: (_kept, _error, kind) => [{ type: 'kept', id: kind }],
    }),
    putKept: build.mutation<Kept<KeptKind>, Put>({
      queryFn: ({ kind, id, body, base }) => told(() => keptApi.put(kind, id, body, base)),
      invalidatesTags: (_kept, _error, { kind }) => [{ type: 'kept', id: kind }],
    }),
    removeKept: build.mutation<null, Asked>({
      queryFn: ({ kind, id }) => told(async () => (await keptApi.remove(kind, id), null)),
      invalidatesTags: (_kept, _error, { kind }) => [{ type: 'kept', id: kind }],
    }),
  }),
});

export const { usePutKeptMutation, useRemoveKeptMutation } = withKept;

/** All that the company keeps of a kind. What asks for one kind is answered with that kind. */
export function useKept<Kind extends KeptKind>(kind: Kind) {
  const { data, ...rest } = withKept.useKeptQuery(kind);
  return { ...rest, data: data as readonly Kept<Kind>[] | undefined };
}

export function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | undefined)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}
