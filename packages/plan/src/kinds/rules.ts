import { z } from 'zod';
import { Slope, text } from '../values';

/** The limits that a service is judged by. */

/** `stop`: will not work or can kill. `fix`: breaks a rule in force. `watch`: good people would look twice. */
export const Severity = z.enum(['stop', 'fix', 'watch']);
export type Severity = z.infer<typeof Severity>;

export const Source = text(200);
export const Limit = z.number().min(0).max(1_000);

/** Of the bands of one severity, the one with the largest `fromNominal` not above the pipe's size is in force. */
export const SlopeBand = z.strictObject({
  fromNominal: Limit,
  least: Slope,
  severity: Severity,
  source: Source,
});
export type SlopeBand = z.infer<typeof SlopeBand>;

/** What makes a line look too steep: its slope, or the speed of the pipe running full. */
export const SteepRule = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('slope'), limit: Slope, severity: Severity, source: Source }),
  z.strictObject({ by: z.literal('speed'), limit: Limit, severity: Severity, source: Source }),
]);
export type SteepRule = z.infer<typeof SteepRule>;

export const ServiceRule = z.strictObject({
  leastSlope: z.array(SlopeBand).max(40),
  steep: SteepRule.nullable(),
  /** Least cover in metres, on foot traffic and under vehicles. */
  cover: z.strictObject({ foot: Limit, vehicles: Limit, source: Source }),
});
export type ServiceRule = z.infer<typeof ServiceRule>;
