import type { System } from '@alveus/core';
import { FOOT } from '@alveus/plan';

/** Distance between rows of a grade table, m: what crews stake at. */
export const tableStep = (system: System): number => (system === 'metric' ? 5 : 10 * FOOT);
