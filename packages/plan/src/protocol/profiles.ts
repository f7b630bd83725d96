import { z } from 'zod';
import { Profile } from '../kinds';
import { Uuid } from '../values';

/** A company's named profiles: what is said of them between app and server. */

/** The rules themselves; where a copy of them is from is said in the copy. */
export const SharedRules = Profile.omit({ from: true });
export type SharedRules = z.infer<typeof SharedRules>;

/** `base`: the version that it was made from; 0 for a new one. */
export const ProfileChange = z.strictObject({
  profile: SharedRules,
  base: z.number().int().min(0).max(1_000_000),
});

export const NamedProfile = z.strictObject({
  id: Uuid,
  version: z.number().int().min(1),
  profile: SharedRules,
  changedAt: z.iso.datetime(),
});
export type NamedProfile = z.infer<typeof NamedProfile>;

export const NamedProfiles = z.strictObject({ profiles: z.array(NamedProfile) });

/** As it is copied into a plan. */
export function copyOf({ id, version, profile }: NamedProfile): Profile {
  return { ...profile, from: { profile: id, version } };
}
