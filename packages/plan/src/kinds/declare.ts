import type { z } from 'zod';
import type { NodeForm } from './forms';
import type { ServiceRule } from './rules';
import type { FromA, Uuid } from '../values';

/**
 * What a kind of item is, told once. Cascades, splitting, reversing, joining, undo, conflicts, migrations and
 * the published schema all follow from it; nothing else lists kinds.
 */
export interface KindDeclaration<Kind extends string, T extends Declared<Kind>> {
  readonly kind: Kind;
  readonly schema: z.ZodType<T>;
  readonly words: Words<T>;
  /** What it refers to, and what becomes of it when that goes. */
  readonly refs?: readonly Ref[];
  /** Its places along a run. */
  readonly along?: Along<T>;
  /** Its facts that belong to one end of the run whose id it carries. */
  readonly byEnd?: ByEnd<T>;
  /** Whether it is a record of what was observed: added, and never changed or taken away. */
  readonly record?: true;
  /** By format version: brings an item of that version to the next. */
  readonly upgrades?: Readonly<Record<number, (item: Json) => Json>>;
}

export interface Declared<Kind extends string = string> {
  kind: Kind;
  id: Uuid;
}

export type Json = Record<string, unknown>;

/** The trade's words for it. */
export interface Words<T> {
  readonly one: string;
  readonly many: string;
  /** For an item without a name of its own: what it is of its owner, as in "the grade of Orchard edge". */
  readonly of?: string;
  readonly fields: Readonly<Record<Exclude<keyof T & string, 'kind' | 'id'>, FieldWords>>;
}

/** Words for a field, and what its number measures. */
export type FieldWords = string | readonly [words: string, measure: FieldMeasure];
export type FieldMeasure =
  'elevation' | 'distance' | 'thickness' | 'fine' | 'slope' | 'share' | 'density' | 'chainage' | 'plain';

export interface Ref {
  /** Path of the field that holds the id; `*` stands for each entry of a list. */
  readonly field: string;
  readonly to: string;
  /**
   * When what it refers to goes: it goes too (it is owned), the field is cleared, or it does not let it go.
   * A record stays as it was written.
   */
  readonly then: 'goes' | 'clears' | 'refuses' | 'stays';
  /** What it refers to goes with the last that refers to it so. */
  readonly holds?: true;
}

/** From one distance to another along a run; both the same for a point. */
export interface Span {
  readonly from: FromA;
  readonly to: FromA;
}

/** A span put elsewhere, and which of the item's spans it is of. */
export interface Put extends Span {
  readonly of: number;
  /** Where its ends lay on the run as it was: what changes along a span is cut with it. */
  readonly was: { readonly from: number; readonly to: number };
}

export interface Along<T> {
  /** The run it lies on, where it lies on one. */
  run(item: T): Uuid | undefined;
  spans(item: T): readonly Span[];
  /** The item with these of its spans, on a run; undefined where nothing is left of it. */
  put(item: T, run: Uuid, spans: readonly Put[]): T | undefined;
  /** Those of two runs that are one run now, where each run has one: both as one. Told from end a of the new run. */
  join?(lower: T, upper: T): T;
}

/** Fields by the end of the run that they belong to, those of the run as a whole that turn sign with it. */
export interface ByEnd<T> {
  readonly a: readonly (keyof T & string)[];
  readonly b: readonly (keyof T & string)[];
  readonly turned: readonly (keyof T & string)[];
}

/** Takes the type of the items from the schema, so that all else in the declaration is checked against it. */
export function declareKind<Kind extends string, T extends Declared<Kind>>(
  declaration: KindDeclaration<Kind, T>,
): KindDeclaration<Kind, T> {
  return declaration;
}

/** What runs in a line. Sewage comes out of a house, effluent out of a tank; ground water through the wall of the pipe. */
export type Water = 'storm' | 'roof' | 'yard' | 'ground' | 'sewage' | 'effluent';

/** What a service is, told once: how it is judged, what it is usually made of, how it is drawn and named. */
export interface ServiceDeclaration<Service extends string> {
  readonly service: Service;
  readonly word: string;
  /** On the sketch: letters and a pattern, so that nobody needs the colour. */
  readonly letters: string;
  readonly dash?: string;
  readonly width: number;
  /** The rules as shipped, for profiles that do not name it. */
  readonly rules: ServiceRule;
  /** By name in the catalogue of pipes and in that of sections, the usual one first. */
  readonly pipe: string;
  readonly sections: readonly [string, ...string[]];
  /** What usually stands at the ends of its runs, and the slope that is usually asked for. */
  readonly upper: NodeForm;
  readonly lower: NodeForm;
  /** What leads on from there, the way the water goes, is usually of this service. */
  readonly leadsFrom?: NodeForm;
  readonly slope: number;
  readonly carries: Water;
  /** Cleaned by cleanouts at set distances: storm sewers are from their manholes, which have a spacing of their own. */
  readonly cleanouts?: true;
  /** Must lie below the frost. */
  readonly frost?: true;
  /** May lie dead level. */
  readonly level?: true;
  /** Lets water out into a field: its cover is soil, measured over the stone round the pipe, and nothing heavy passes over it. */
  readonly field?: true;
  /** Takes water out of the ground through its wall. */
  readonly perforated?: true;
  /** Lies in native soil only: stone would carry a leak unseen to the lowest lateral. */
  readonly nativeOnly?: true;
}

export function declareService<const Service extends string>(
  declaration: ServiceDeclaration<Service>,
): ServiceDeclaration<Service> {
  return declaration;
}
