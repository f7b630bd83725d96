import type { Kind, Profile, Uuid } from '@alveus/plan';
import type { Finding, Reader } from '../results';
import type { AnyRule } from './rule';

/** What findings can be about, each declared once: its rules, and how they are put to each thing of its kind. */
export interface SubjectDeclaration<
  Name extends string = string,
  Rules extends readonly AnyRule<never>[] = readonly AnyRule<never>[],
> {
  readonly name: Name;
  readonly kind: Kind | 'job';
  /** In the order in which they are told. */
  readonly rules: Rules;
  /** Before the lines, along them from the low end up, or after them. */
  readonly told: 'before' | 'along' | 'after';
  judge(id: Uuid, read: Reader, profile: Profile): readonly Finding[];
}

export const declareSubject = <const Name extends string, Rules extends readonly AnyRule<never>[]>(
  declaration: SubjectDeclaration<Name, Rules>,
): SubjectDeclaration<Name, Rules> => declaration;
