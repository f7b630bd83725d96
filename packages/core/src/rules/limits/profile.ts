import type { Profile } from '@alveus/plan';
import { ONLY } from '@alveus/plan';

/**
 * The rule profile of a plan that has none of its own: all rules as they ship. Their numbers stand in `limits/`, those of
 * the services with the services; a profile that does not name one is judged by those.
 */
export const DEFAULT_PROFILE: Profile = {
  kind: 'profile',
  id: ONLY,
  name: 'Common practice',
  rules: {},
  services: {},
};
