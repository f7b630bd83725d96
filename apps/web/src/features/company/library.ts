import type { Uuid } from '@alveus/plan';
import type { CompanyItem, CompanyBody, KeptKind } from '@alveus/plan/company';
import { configureStore } from '@reduxjs/toolkit';
import { buildCreateApi, coreModule, fakeBaseQuery, reactHooksModule } from '@reduxjs/toolkit/query/react';
import { createContext } from 'react';
import type { ReactReduxContextValue } from 'react-redux';
import { createDispatchHook, createSelectorHook, createStoreHook } from 'react-redux';
import { keptApi } from '../../sync/company';

/**
 * What the company keeps under a name, read and written through a store of its own: that comes with the parts that use
 * it, and the list of jobs and the plan do without.
 */

/** Where that store is found: beside the app's, which is found as ever. */
export const KeptContext = createContext<ReactReduxContextValue | null>(null);

const createKeptApi = buildCreateApi(
  coreModule(),
  reactHooksModule({
    hooks: {
      useDispatch: createDispatchHook(KeptContext),
      useSelector: createSelectorHook(KeptContext),
      useStore: createStoreHook(KeptContext),
    },
  }),
);

type Answer<T> = { readonly data: T } | { readonly error: { readonly message: string } };

async function answered<T>(question: () => Promise<T>): Promise<Answer<T>> {
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
type Put = { readonly [Kind in KeptKind]: Asked & { kind: Kind; body: CompanyBody<Kind>; base: number } }[KeptKind];

const kept = createKeptApi({
  reducerPath: 'kept',
  baseQuery: fakeBaseQuery<{ readonly message: string }>(),
  tagTypes: ['kept'],
  endpoints: (build) => ({
    kept: build.query<CompanyItem<KeptKind>[], KeptKind>({
      queryFn: (kind) => answered(() => keptApi.list(kind)),
      providesTags: (_kept, _error, kind) => [{ type: 'kept', id: kind }],
    }),
    putKept: build.mutation<CompanyItem<KeptKind>, Put>({
      queryFn: ({ kind, id, body, base }) => answered(() => keptApi.put(kind, id, body, base)),
      invalidatesTags: (_kept, _error, { kind }) => [{ type: 'kept', id: kind }],
    }),
    removeKept: build.mutation<null, Asked>({
      queryFn: ({ kind, id }) => answered(async () => (await keptApi.remove(kind, id), null)),
      invalidatesTags: (_kept, _error, { kind }) => [{ type: 'kept', id: kind }],
    }),
  }),
});

export const keptStore = configureStore({
  reducer: { [kept.reducerPath]: kept.reducer },
  middleware: (getDefault) => getDefault({ serializableCheck: false, immutableCheck: false }).concat(kept.middleware),
});

export const { usePutKeptMutation, useRemoveKeptMutation } = kept;

/** All that the company keeps of a kind. What asks for one kind is answered with that kind. */
export function useKept<Kind extends KeptKind>(kind: Kind) {
  const { data, ...rest } = kept.useKeptQuery(kind);
  return { ...rest, data: data as readonly CompanyItem<Kind>[] | undefined };
}

export function messageOf(error: unknown): string {
  const message = (error as { message?: unknown } | undefined)?.message;
  return typeof message === 'string' ? message : 'That did not work.';
}
