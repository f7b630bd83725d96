import { z } from 'zod';
import { Name, ONLY } from '../values';
import { declareKind } from './declare';
import { Limit, ServiceRule, Source } from './rules';
import { Service } from './service';
import { Utility } from './utility';

/** Rule profile: the limits that findings judge by. It is data in the plan, so a local code can replace it. */

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
  /** By service; as shipped, where the profile does not name one. */
  services: z.partialRecord(Service, ServiceRule),
});
export type Profile = z.infer<typeof Profile>;

export const profile = declareKind({
  kind: 'profile',
  schema: Profile,
  words: {
    one: 'set of rules',
    many: 'sets of rules',
    fields: {
      name: 'name',
      protectionDepth: 'depth from which people are protected',
      handDig: 'hand digging',
      clearances: 'clearances',
      services: 'rules by service',
    },
  },
});
