import type { NamedProfile as Named, SharedRules, Uuid } from '@alveus/plan';
import { NamedProfile, NamedProfiles } from '@alveus/plan';
import { ask } from './frame/http';

/** The company's named profiles, as the page of rules talks to the server about them. */
export const profilesApi = {
  list: async (): Promise<Named[]> => NamedProfiles.parse(await ask('/profiles')).profiles,
  put: async (id: Uuid, profile: SharedRules, base: number): Promise<Named> =>
    NamedProfile.parse(await ask(`/profiles/${id}`, 'PUT', { profile, base })),
  remove: async (id: Uuid): Promise<void> => void (await ask(`/profiles/${id}`, 'DELETE')),
};
