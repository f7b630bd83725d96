import type { Severity, Uuid } from '@alveus/plan';
import type { Relief } from '../rules';
import type { Fact } from '../grade';
import type { Phrase } from '../phrase';

/** Something that levels are held to, and where it comes from. */
export interface Limit {
  /** A rule of the registry, a fact of a grade, what somebody said besides, or how pipes meet. */
  readonly from:
    | { readonly rule: string }
    | { readonly fact: Fact | 'laid' }
    | { readonly keeping: Uuid }
    | { readonly meets: true };
  /** As in "held by …". */
  readonly words: Phrase;
  readonly source: string;
  readonly severity?: Severity;
  /** What could give where limits cannot hold together: less of it, or something instead. */
  readonly gives?: Relief;
  /** What a tap on it goes to. */
  readonly run?: Uuid | undefined;
  readonly node?: Uuid | undefined;
  readonly crossing?: Uuid | undefined;
}

/** Limits as they are gathered, by their numbers. */
export class Limits {
  readonly all: Limit[] = [];

  add(limit: Limit): number {
    this.all.push(limit);
    return this.all.length - 1;
  }
}
