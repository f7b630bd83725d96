import { FOOT } from '../../units';

/** How far past the bank at an open end a pipe may still lack cover, m. */
export const PAST_BANK = FOOT;
