import type { Crossing, Keeping, Severity, UpRun } from '@alveus/plan';
import type { Phrase } from '../phrase';
import type { NodeEnd, NodeResult, PlanResults, RunResult } from '../results';
import { NEAR } from '../tolerance';
import type { RunBeside } from '../trench';

/**
 * What a rule asks of levels, as the solver of the least digging is told it: the same limit that the rule judges by, as
 * bounds on inverts that are still free. A rule that no level mends has none.
 */
export interface Bound {
  /** Of a run by itself. @param limit the number in force, where the rule has one */
  run?(run: RunBounds, limit: number): void;
  /** Of what meets at a node. */
  node?(node: NodeBounds, limit: number): void;
  /** How far over the pipe going out a pipe comes in, at least; of several rules the one that asks most decides. */
  over?(end: EndFacts, limit: number): Over | undefined;
  /** How a utility is passed: what of several rules asks most decides, each way by itself. */
  pass?(utility: UtilityFacts, limit: number): Pass | undefined;
  /** How far over the invert of the run whose trench it is another run in it lies, at least. */
  shared?(pair: SharedFacts, limit: number): Over | undefined;
}

/** Depths at which a rule is broken are not reached by so much, m. */
export const SHORT_OF = 2 * NEAR;

/** A run that has all it is made of: its place in the program, and what is dug for it. */
export interface LaidRun {
  readonly index: number;
  readonly id: string;
  readonly result: RunResult;
  readonly line: NonNullable<RunResult['line']>;
  readonly pipe: NonNullable<RunResult['pipe']>;
  readonly section: NonNullable<RunResult['section']>;
  readonly envelope: NonNullable<RunResult['envelope']>;
}

/** What is told of a limit besides its words, where that is not as the rule has it. */
export interface LimitMore {
  readonly source?: string;
  readonly severity?: Severity;
  /** What could give where limits cannot hold together: less of it, or something instead. */
  readonly gives?: Relief;
}
export type Relief = 'cover' | 'protection' | 'pipe';

/** A limit of the program by its number; nothing of a rule that is not in force, and then a bound by it is none. */
export type LimitId = number | undefined;

export interface RunBounds extends LaidRun {
  readonly worked: PlanResults;
  /** The outside crown over the invert, m. */
  readonly crown: number;
  /** What somebody said that the run keeps to. */
  readonly keepings: readonly Keeping[];
  /** A limit of the rule that is asked. */
  limit(words: Phrase, more?: LimitMore): LimitId;
  /** The limit of something that somebody said. */
  keeping(keeping: Keeping): LimitId;
  /** The invert lies no higher than `over` above the ground, m; from a distance up the run on. */
  under(over: number, limit: LimitId, from?: number): void;
  /** The invert lies no lower than `over` above the ground. */
  over(over: number, limit: LimitId): void;
  /** How far up from an open end less is asked of a pipe, m: the bank rises by `rise` there, and so much beyond. */
  excused(rise: number, beyond: number): number;
  /** The invert at a place up the run. */
  atLeast(at: UpRun, level: number, limit: LimitId): void;
  atMost(at: UpRun, level: number, limit: LimitId): void;
  /** The fall of the run, as a slope. */
  slopeLeast(slope: number, limit: LimitId): void;
  slopeMost(slope: number, limit: LimitId): void;
  slopeJust(slope: number, limit: LimitId): void;
}

export type LaidEnd = NodeEnd & { readonly laid: LaidRun };

export interface NodeBounds {
  readonly worked: PlanResults;
  readonly node: NodeResult;
  readonly arriving: readonly LaidEnd[];
  readonly leaving: readonly LaidEnd[];
  readonly keepings: readonly Keeping[];
  limit(words: Phrase, more?: LimitMore): LimitId;
  keeping(keeping: Keeping): LimitId;
  /** The invert of an end here. */
  atLeast(end: LaidEnd, level: number, limit: LimitId): void;
  atMost(end: LaidEnd, level: number, limit: LimitId): void;
  /** The invert of one end here against that of another. */
  apartLeast(a: LaidEnd, b: LaidEnd, by: number, limit: LimitId): void;
  apartMost(a: LaidEnd, b: LaidEnd, by: number, limit: LimitId): void;
  level(a: LaidEnd, b: LaidEnd, limit: LimitId): void;
}

/** An end that comes in at a node where something goes out. */
export interface EndFacts {
  readonly node: NodeResult;
  readonly end: LaidEnd;
  readonly arriving: readonly LaidEnd[];
  readonly leaving: readonly LaidEnd[];
}

export interface Over extends LimitMore {
  /** m. */
  readonly by: number;
  readonly words: Phrase;
  /** It comes in from above by a riser, where pipe would go on level. */
  readonly riser?: true;
}

/** A utility at a run, by what does not hang on the levels of the run. */
export interface UtilityFacts extends LaidRun {
  readonly crossing: Crossing;
  readonly worked: PlanResults;
  /** Level from outside to outside, and from the wall of the trench, where it lies beside; m. */
  readonly aside: number;
  readonly wall: number;
}

/** Room that is asked for from outside to outside, m; nothing where it is not to be passed so. */
export interface Pass extends LimitMore {
  readonly above: number | undefined;
  readonly below: number | undefined;
  readonly words?: Phrase;
}

/** A pipe in the trench of a run. */
export interface SharedFacts {
  readonly lead: LaidRun;
  readonly other: RunBeside;
}
