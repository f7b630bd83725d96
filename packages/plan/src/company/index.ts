import { z } from 'zod';
import { upgradeItem } from '../format/version';
import type { Json } from '../kinds';
import { isJson, Material, Profile, Section } from '../kinds';
import { LIMITS } from '../limits';
import type { Uuid as Id } from '../values';
import { Uuid } from '../values';

/**
 * What a company keeps under a name, beside its jobs: sets of rules, and trench sections. They are copied into plans and
 * never referred to by them; a copy says what it is of.
 */

/** The rules themselves; where a copy of them is from is said in the copy. */
export const SharedRules = Profile.omit({ from: true });
export type SharedRules = z.infer<typeof SharedRules>;

/** A section, and the materials that it names. */
export const SharedSection = z
  .strictObject({ section: Section, materials: z.array(Material).max(3 * LIMITS.layers) })
  .superRefine(({ section, materials }, context) => {
    const refuse = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if (section.from) refuse('section', 'where a copy is from is said in the copy');
    const ids = new Set(materials.map(({ id }) => id));
    if (ids.size < materials.length) refuse('materials', 'a material is there twice');
    const missing = [...section.below, ...section.above, ...section.surface].some(
      ({ material }) => material !== 'native' && !ids.has(material),
    );
    if (missing) refuse('materials', 'a material that the section names is not there');
  });
export type SharedSection = z.infer<typeof SharedSection>;

const profile = {
  body: SharedRules,
  words: { one: 'set of rules', many: 'sets of rules' },
  most: LIMITS.profiles,
  nameOf: (body: SharedRules): string => body.name,
  /** As an older version of the format has it, brought forward. */
  upgrade: upgradeItem,
};

const section = {
  body: SharedSection,
  words: { one: 'trench section', many: 'trench sections' },
  most: LIMITS.sections,
  nameOf: (body: SharedSection): string => body.section.name,
  upgrade: ({ section: section, materials }: Json, format: number): Json => {
    const upgraded = (item: unknown): unknown => (isJson(item) ? upgradeItem(item, format) : item);
    return { section: upgraded(section), materials: Array.isArray(materials) ? materials.map(upgraded) : materials };
  },
};

/** What may be kept, by what it is. */
export const COMPANY_KINDS = { profile, section } as const;
export type KeptKind = keyof typeof COMPANY_KINDS;
export type CompanyBody<Kind extends KeptKind> = z.infer<(typeof COMPANY_KINDS)[Kind]['body']>;
export const KeptKind = z.enum(['profile', 'section']) satisfies z.ZodType<KeptKind>;

/** One of them, in the version that it is at. */
export interface CompanyItem<Kind extends KeptKind> {
  readonly id: Id;
  readonly version: number;
  readonly body: CompanyBody<Kind>;
  readonly changedAt: string;
}

export const nameOfKept = <Kind extends KeptKind>(kind: Kind, body: CompanyBody<Kind>): string =>
  (COMPANY_KINDS[kind].nameOf as (of: CompanyBody<Kind>) => string)(body);

/** What a device asks to be kept. `base`: the version that it was made from; 0 for a new one. */
export const KeptChange = z.strictObject({ body: z.unknown(), base: z.number().int().min(0).max(1_000_000) });

const Answer = z.strictObject({
  id: Uuid,
  version: z.number().int().min(1),
  body: z.unknown(),
  changedAt: z.iso.datetime(),
});
const AllAnswers = z.strictObject({ kept: z.array(Answer) });

/** An answer of the server. @throws ZodError where it is none */
export function readKept<Kind extends KeptKind>(kind: Kind, answer: unknown): CompanyItem<Kind> {
  const kept = Answer.parse(answer);
  return { ...kept, body: COMPANY_KINDS[kind].body.parse(kept.body) as CompanyBody<Kind> };
}

/** @throws ZodError where it is none */
export const readAllKept = <Kind extends KeptKind>(kind: Kind, answer: unknown): CompanyItem<Kind>[] =>
  AllAnswers.parse(answer).kept.map((kept) => readKept(kind, kept));

/** Rules as they are copied into a plan. */
export const rulesFrom = ({ id, version, body }: CompanyItem<'profile'>): Profile => ({
  ...body,
  from: { profile: id, version },
});

/** A section of a plan as it is kept. @param materials those of the plan, by id */
export function sharedFrom(
  { from: _from, ...section }: Section,
  materials: Readonly<Record<Id, Material>>,
): SharedSection {
  const named = new Set([...section.below, ...section.above, ...section.surface].map(({ material: id }) => id));
  return { section, materials: Object.values(materials).filter(({ id }) => named.has(id)) };
}
