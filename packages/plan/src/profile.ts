import { z } from 'zod';
import { Utility } from './site';
import { Name, ONLY, Slope, text } from './values';

/** Rule profile: the limits that findings judge by. It is data in the plan, so a local code can replace it. */

export const SERVICES = [
  'storm',
  'roof-drain',
  'yard-drain',
  'french-drain',
  'curtain-drain',
  'building-sewer',
  'effluent',
  'leader',
  'lateral',
] as const;
export const Service = z.enum(SERVICES);
export type Service = z.infer<typeof Service>;

/** `stop`: will not work or can kill. `fix`: breaks a rule in force. `watch`: good people would look twice. */
export const Severity = z.enum(['stop', 'fix', 'watch']);
export type Severity = z.infer<typeof Severity>;

const Source = text(200);
const Limit = z.number().min(0).max(1_000);

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

/** Least distance in metres from the outside of our pipe to the outside of a utility. */
export const Clearance = z.strictObject({ above: Limit, below: Limit, beside: Limit, source: Source });
export type Clearance = z.infer<typeof Clearance>;

export const Profile = z.strictObject({
  kind: z.literal('profile'),
  id: z.literal(ONLY),
  name: Name,
  /** Trench depth in metres from which a run must say how people in it are protected. */
  protectionDepth: z.strictObject({ depth: Limit, source: Source }),
  /** Hand digging on each side of a utility; as common practice has it, where the rules do not say. */
  handDig: z.strictObject({ each: Limit, source: Source }).optional(),
  /** By kind of utility; as common practice has it, where the rules do not say. */
  clearances: z.partialRecord(Utility, Clearance).optional(),
  services: z.strictObject(
    Object.fromEntries(SERVICES.map((service) => [service, ServiceRule])) as Record<Service, typeof ServiceRule>,
  ),
});
export type Profile = z.infer<typeof Profile>;
