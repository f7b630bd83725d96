import { z } from 'zod';
import { LIMITS } from '../limits';
import { Name, ONLY, text, Uuid } from '../values';
import type { Json } from './declare';
import { declareKind } from './declare';
import { isJson } from './foreign';
import { Limit, ServiceRule, Severity, Source } from './rules';
import { Service } from './service';
import { Utility } from './utility';

/** Rule profile: the limits that findings judge by. It is data in the plan, so a local code can replace it. */

/** Least distance in metres from the outside of our pipe to the outside of a utility. */
export const Clearance = z.strictObject({ above: Limit, below: Limit, beside: Limit, source: Source });
export type Clearance = z.infer<typeof Clearance>;

/** What a profile says of one rule; what it does not say is as shipped. */
export const RuleSetting = z.strictObject({
  on: z.boolean().optional(),
  severity: Severity.optional(),
  /** In SI, for rules that judge by one number. */
  limit: Limit.optional(),
  source: Source.optional(),
  note: text(400).optional(),
});
export type RuleSetting = z.infer<typeof RuleSetting>;

/** Rules are named by the program; what a newer one adds, and what an older one had, is kept. */
const RuleNamed = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'must be the name of a rule');

export const Profile = z.strictObject({
  kind: z.literal('profile'),
  id: z.literal(ONLY),
  name: Name,
  /** The named profile of the company that it was copied from, and in which of its versions. */
  from: z.strictObject({ profile: Uuid, version: z.number().int().min(1).max(1_000_000) }).optional(),
  /** By rule. */
  rules: z.record(RuleNamed, RuleSetting).refine((rules) => Object.keys(rules).length <= LIMITS.rules, {
    message: `at most ${LIMITS.rules} rules`,
  }),
  /** By kind of utility; as shipped, where the profile does not name it. */
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
      from: 'company profile it was copied from',
      rules: 'rules',
      clearances: 'clearances',
      services: 'rules by service',
    },
  },
  upgrades: {
    // Version 3 had two numbers of its own, for protection and for digging by hand.
    3: ({ protectionDepth, handDig, ...item }) => ({
      ...item,
      rules: { ...rule3('protection', protectionDepth, 'depth'), ...rule3('hand-dig', handDig, 'each') },
    }),
  },
});

function rule3(name: string, value: unknown, field: string): Json {
  if (!isJson(value)) return {};
  return { [name]: { limit: value[field], ...(value.source === undefined ? {} : { source: value.source }) } };
}
