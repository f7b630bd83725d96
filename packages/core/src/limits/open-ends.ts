import type { NodeForm } from '@alveus/plan';

/** Where water comes out into the open and the pipe must come up to the ground. */
export const OPEN_ENDS: ReadonlySet<NodeForm> = new Set(['daylight', 'pond', 'curb', 'bubble-up', 'pop-up']);

/** How far past the bank at an open end a pipe may still lack cover, m. */
export const PAST_BANK = 0.3;
