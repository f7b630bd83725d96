import type { NamedProfile, SharedRules, Uuid } from '@alveus/plan';
import { server } from '../../store/frame/server';
import { profilesApi } from '../../sync/profiles';

/** The company's named profiles, read and written through the store; the page of rules brings this with it. */

type Answer<T> = { readonly data: T } | { readonly error: { readonly message: string } };

async function told<T>(question: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { data: await question() };
  } catch (error) {
    return { error: { message: error instanceof Error ? error.message : 'That did not work.' } };
  }
}

const withProfiles = server.enhanceEndpoints({ addTagTypes: ['profiles'] }).injectEndpoints({
  endpoints: (build) => ({
    profiles: build.query<NamedProfile[], void>({
      queryFn: () => told(() => profilesApi.list()),
      providesTags: ['profiles'],
    }),
    putProfile: build.mutation<NamedProfile, { id: Uuid; profile: SharedRules; base: number }>({
      queryFn: ({ id, profile, base }) => told(() => profilesApi.put(id, profile, base)),
      invalidatesTags: ['profiles'],
    }),
    removeProfile: build.mutation<null, Uuid>({
      queryFn: (id) => told(async () => (await profilesApi.remove(id), null)),
      invalidatesTags: ['profiles'],
    }),
  }),
});

export const { useProfilesQuery, usePutProfileMutation, useRemoveProfileMutation } = withProfiles;
