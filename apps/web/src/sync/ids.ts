import type { Uuid } from '@alveus/plan';

export function newId(): Uuid {
  return crypto.randomUUID();
}
