import type { Uuid } from '@alveus/plan';

let counter = 100;
/** Ids that can be told apart in what is printed. */
export const uuid = (): Uuid => `30000000-0000-4000-8000-${(counter += 1).toString(16).padStart(12, '0')}`;
