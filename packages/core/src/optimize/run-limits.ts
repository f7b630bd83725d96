import type { Keeping, UpRun } from '@alveus/plan';
import { formOf, lowerOf, rulesFor } from '@alveus/plan';
import type { AnyRule, LaidRun, LimitId, LimitMore, RunBounds } from '../rules';
import { ALL_RULES, leastSlope, outOfGround } from '../rules';
import type { Is } from './solver';
import { highOf, JUST, LEAST, lowOf, MOST } from './solver';
import { judgedSize, PAST_BANK, slopesInForce } from '../rules/limits';
import type { Phrase } from '../phrase';
import { NEAR } from '../tolerance';
import type { Gathering } from './gathering';
import { addKeeping, addLimit, inForce } from './gathering';

const RULES = ALL_RULES.filter(({ bound }) => bound?.run);

/** What a run by itself is held to: by the same numbers, and over the same ground points, that findings judge by. */
export function runLimits(gathering: Gathering, run: LaidRun, keepings: readonly Keeping[]): void {
  const along = new Along(gathering, run, keepings);
  along.inGround();
  for (const rule of RULES) {
    // One whose severity differs from place to place is in force where its own limits are.
    if (gathering.profile.rules[rule.name]?.on === false) continue;
    along.rule = rule;
    rule.bound?.run?.(along, inForce({ ...gathering, watch: true }, rule)?.value ?? NaN);
  }
  along.put();
}

/** Puts what rules ask of one run to rows: heights over its invert, by which a level is one of the invert. */
class Along implements RunBounds {
  readonly index: number;
  readonly id: string;
  readonly result: LaidRun['result'];
  readonly line: LaidRun['line'];
  readonly pipe: LaidRun['pipe'];
  readonly section: LaidRun['section'];
  readonly envelope: LaidRun['envelope'];
  /** The rule that is asked. */
  rule: AnyRule<never> | undefined;
  private readonly grounds: Ground[] = [];

  constructor(
    private readonly gathering: Gathering,
    private readonly laid: LaidRun,
    readonly keepings: readonly Keeping[],
  ) {
    ({
      index: this.index,
      id: this.id,
      result: this.result,
      line: this.line,
      pipe: this.pipe,
      section: this.section,
      envelope: this.envelope,
    } = laid);
  }

  get worked(): Gathering['evaluation'] {
    return this.gathering.evaluation;
  }

  get crown(): number {
    return this.pipe.outside - this.pipe.wall;
  }

  limit(words: Phrase, more: LimitMore = {}): LimitId {
    return this.rule && addLimit(this.gathering, this.rule, words, more, { run: this.id });
  }

  keeping(keeping: Keeping): LimitId {
    return addKeeping(this.gathering, keeping, { run: this.id });
  }

  under(over: number, limit: LimitId, from = 0): void {
    if (limit !== undefined) this.grounds.push({ is: MOST, over, limit, from });
  }

  over(over: number, limit: LimitId): void {
    if (limit !== undefined) this.grounds.push({ is: LEAST, over, limit, from: 0 });
  }

  atLeast(at: UpRun, level: number, limit: LimitId): void {
    this.level(LEAST, at, level, limit);
  }

  atMost(at: UpRun, level: number, limit: LimitId): void {
    this.level(MOST, at, level, limit);
  }

  slopeLeast(slope: number, limit: LimitId): void {
    this.slope(LEAST, slope, limit);
  }

  slopeMost(slope: number, limit: LimitId): void {
    this.slope(MOST, slope, limit);
  }

  slopeJust(slope: number, limit: LimitId): void {
    this.slope(JUST, slope, limit);
  }

  /**
   * At an open end the pipe comes out of the bank: over no longer a stretch than the bank takes to rise by what is asked
   * for over a pipe with the least fall, which leaves the shortest such stretch; a steeper pipe has a little more.
   */
  excused(rise: number, beyond: number): number {
    const bank = this.bank();
    if (!bank) return 0;
    const gains = bank.slope - this.leastFall();
    const reach = Math.min(bank.length, (gains > 0 ? rise / gains : bank.slope > 0 ? bank.length : 0) + beyond);
    // What goes on into the next run is no end that comes out of a bank: it is in the ground where the run ends at the latest.
    return Math.max(0, Math.min(reach, this.result.length - PAST_BANK));
  }

  /** The fall that it has at least, by what is more than a second look. */
  private leastFall(): number {
    const { profile } = this.gathering;
    if (profile.rules[leastSlope.name]?.on === false) return 0;
    const bands = slopesInForce(rulesFor(profile, this.line.service), judgedSize(this.pipe));
    return bands.reduce((most, { least, severity }) => (severity === 'watch' ? most : Math.max(most, least)), 0);
  }

  /** A pipe lies in the ground, whatever the rules say of cover: nothing is dug for one that does not. */
  inGround(): void {
    const { limits } = this.gathering;
    const words = ['the ground, because its end lies in the open'];
    this.under(
      this.pipe.wall,
      limits.add({ from: { rule: outOfGround.name }, words, source: 'geometry', run: this.id }),
    );
  }

  /** Puts what follows the ground to rows: of several the one that asks most, wherever they follow it alike. */
  put(): void {
    const { whole } = this.gathering;
    for (const ground of this.grounds)
      if (whole || !this.grounds.some((other) => asksMore(other, ground))) this.putGround(ground);
  }

  private putGround({ is, over, limit, from }: Ground): void {
    const { points } = this.result.ground;
    for (let index = 0; index < points.length; index += 1) {
      const { at, elevation } = points[index] as (typeof points)[number];
      if (at >= from - NEAR) this.level(is, at, elevation + over, limit);
      const next = points[index + 1];
      // Where it begins between two points, the ground there is a place as well.
      if (next && at < from - NEAR && next.at > from + NEAR) {
        const share = (from - at) / (next.at - at);
        this.level(is, from, elevation + share * (next.elevation - elevation) + over, limit);
      }
    }
  }

  private level(is: Is, at: number, level: number, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.along(this.index, at / this.result.length, is, level, limit);
  }

  private slope(is: Is, slope: number, limit: LimitId): void {
    const { index, result } = this;
    if (limit !== undefined) this.gathering.rows.apart(highOf(index), lowOf(index), is, slope * result.length, limit);
  }

  /** Slope of the ground away from an open end, where it rises: the bank that the pipe comes out of. */
  private bank(): { readonly slope: number; readonly length: number } | undefined {
    const { plan, nodes } = this.worked;
    const lower = lowerOf(this.laid.result.run);
    const node = plan.node[lower];
    if (!node || (nodes.get(lower)?.leaving.length ?? 0) > 0 || !formOf(node.form).surfaces) return undefined;
    const [first, second] = this.result.ground.points;
    if (!first || !second || first.at > NEAR) return undefined;
    return { slope: Math.max(0, (second.elevation - first.elevation) / (second.at - first.at)), length: second.at };
  }
}

/** A limit that follows the ground: so much over it, or under, from a distance up the run on. */
interface Ground {
  readonly is: Is;
  readonly over: number;
  readonly limit: number;
  readonly from: number;
}

/** Whether one asks for more than another wherever that asks for anything; what asks for just the same is named beside it. */
const asksMore = (a: Ground, b: Ground): boolean =>
  a.is === b.is && a.from <= b.from && a.is * (a.over - b.over) > NEAR;
