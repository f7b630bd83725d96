import { z } from 'zod';
import type { Along, ByEnd, Declared, FieldWords, KindDeclaration, Ref } from './declare';
import { KIND_LIST } from './list';
import type { Json } from './declare';
import { Foreign, passOn } from './foreign';
import type { Uuid } from '../values';

export * from './benchmark';
export * from './buying';
export type { ClassDeclaration, Look, Supplier } from './classes';
export { CLASSES, classOf, LOOKS, MaterialClass, SUPPLIERS } from './classes';
export * from './crossing';
export * from './cut';
export type { FieldMeasure, FieldWords, Json, Put, Ref, ServiceDeclaration, Span, Water } from './declare';
export * from './delivery';
export * from './digging';
export * from './foreign';
export * from './forms';
export * from './levelling';
export * from './line';
export type { MakeDeclaration } from './makes';
export {
  MAKES,
  Make,
  MAKE_LIST,
  makeOf,
  Perforation,
  PipeJoint,
  PipeMaterial,
  PIPE_MATERIALS,
  PERFORATIONS,
} from './makes';
export * from './material';
export * from './native';
export * from './node';
export type { FormDeclaration, FormPart, HoleModel, PictureParts } from './node-form';
export { ENTRIES } from './node-form';
export * from './node-ground';
export * from './node-place';
export { mapPath, readPath, withoutPath } from './paths';
export type { Piece } from './piece';
export { itemOn, spanOn } from './piece';
export * from './pipe';
export * from './profile';
export { inForce, strikeOut } from './record';
export * from './rename';
export * from './rules';
export * from './run';
export * from './run-grade';
export * from './run-ground';
export * from './section';
export { carriesSewage, rulesFor, Service, serviceOf, SERVICES } from './service';
export { SEWER_LEAST_SLOPES } from './services';
export * from './setup';
export * from './sharing';
export * from './shot';
export * from './site';
export * from './hole';
export * from './keeping';
export * from './swale';
export * from './test-pit';
export * from './transfer';
export * from './utility';

/** Any item of a plan, by its kind. */
export type Item = z.infer<(typeof KIND_LIST)[number]['schema']>;
export type Kind = Item['kind'];
export type ItemOf<K extends Kind> = Extract<Item, { kind: K }>;

export const KINDS: readonly Kind[] = KIND_LIST.map(({ kind }) => kind);
export const KindSchema = z.enum(KINDS as readonly [Kind, ...Kind[]]);

type Schemas = readonly [z.core.$ZodTypeDiscriminable, ...z.core.$ZodTypeDiscriminable[]];
export const Item = z.discriminatedUnion(
  'kind',
  KIND_LIST.map(({ schema }) => schema) as unknown as Schemas,
) as unknown as z.ZodType<Item, Item>;

/** A declaration as code that is for all kinds sees it. */
export interface AnyKind {
  readonly kind: Kind;
  readonly schema: z.ZodType<Item>;
  readonly words: {
    readonly one: string;
    readonly many: string;
    readonly of?: string;
    readonly fields: Readonly<Record<string, FieldWords>>;
  };
  readonly refs: readonly Ref[];
  readonly along: Along<Item> | undefined;
  readonly byEnd: ByEnd<Json> | undefined;
  readonly record: boolean;
  readonly upgrades: Readonly<Record<number, (item: Json) => Json>>;
}

const BY_NAME = new Map<string, AnyKind>(
  (KIND_LIST as readonly unknown[] as readonly KindDeclaration<Kind, Item & Declared<Kind>>[]).map((kind) => [
    kind.kind,
    {
      kind: kind.kind,
      schema: kind.schema,
      words: kind.words,
      refs: kind.refs ?? [],
      along: kind.along,
      byEnd: kind.byEnd as ByEnd<Json> | undefined,
      record: kind.record ?? false,
      upgrades: kind.upgrades ?? {},
    },
  ]),
);

export function kindOf(kind: Kind): AnyKind {
  return BY_NAME.get(kind) as AnyKind;
}

/** The declaration of a kind that may not be one. */
export function kindNamed(name: unknown): AnyKind | undefined {
  return typeof name === 'string' ? BY_NAME.get(name) : undefined;
}

/** The owner whose id it carries, where it is something of another item. */
export function ownerRef(kind: Kind): Ref | undefined {
  return kindOf(kind).refs.find(({ field, then }) => field === 'id' && then === 'goes');
}

/** What an item is called: by its own name, or by whose it is, as in "the grade of Orchard edge". */
export function nameOf(item: Item, find: (kind: Kind, id: Uuid) => Item | undefined): string {
  if ('name' in item && typeof item.name === 'string' && item.name !== '') return item.name;
  const { words } = kindOf(item.kind);
  const owner = ownerRef(item.kind);
  const whose = owner && find(owner.to as Kind, item.id);
  return whose && words.of !== undefined ? `${words.of} ${nameOf(whose, find)}` : `a ${words.one}`;
}

/**
 * An item of a message. What is of a known kind must be as that kind is; what is not only passes through.
 */
export const AnyItem = z.unknown().transform((value, context): Item | Foreign => {
  const kind = (value as { kind?: unknown } | null | undefined)?.kind;
  const parsed = (typeof kind === 'string' && !BY_NAME.has(kind) ? Foreign : Item).safeParse(value);
  if (parsed.success) return parsed.data;
  passOn(parsed.error, context);
  return z.NEVER;
});

/** What a stored item is to this program. It never fails: what cannot be read is foreign, and in nobody's way. */
export function readItem(
  stored: Foreign,
): { readonly item: Item } | { readonly item: null; readonly foreign: Foreign } {
  const parsed = BY_NAME.has(stored.kind) ? Item.safeParse(stored) : undefined;
  return parsed?.success ? { item: parsed.data } : { item: null, foreign: stored };
}

/** Whether it is of a kind that is known here. */
export const isKnown = (item: Item | Foreign): item is Item => BY_NAME.has(item.kind);
