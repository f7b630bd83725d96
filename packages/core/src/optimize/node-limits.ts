import type { Keeping } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import type { AnyRule, LaidEnd, LaidRun, LimitId, LimitMore, NodeBounds, Over } from '../rules';
import { ALL_RULES, branchLow, dBoxPorts, dropRises, trunkOf } from '../rules';
import { factsOf, withoutWorkedOut } from '../grade';
import { DATUM, highOf, JUST, LEAST, lowOf, MOST } from './solver';
import type { Phrase } from '../phrase';
import { measured } from '../phrase';
import type { NodeEnd, NodeResult } from '../results';
import type { Gathering } from './gathering';
import { addKeeping, addLimit, inForce } from './gathering';

/** How runs meet: what comes in lies over what goes out, level with it where nothing has room for a drop. */

const NODE_RULES = ALL_RULES.filter(({ bound }) => bound?.node);
const OVER_RULES = ALL_RULES.filter(({ bound }) => bound?.over);

export function nodeLimits(
  gathering: Gathering,
  node: NodeResult,
  at: ReadonlyMap<string, LaidRun>,
  keepings: readonly Keeping[],
): void {
  const laid = (ends: readonly NodeEnd[]): LaidEnd[] =>
    ends.flatMap((end) => {
      const run = at.get(end.run);
      return run ? [{ ...end, laid: run }] : [];
    });
  const meeting = new Meeting(gathering, node, laid(node.arriving), laid(node.leaving), keepings);
  for (const rule of NODE_RULES) {
    const force = inForce(gathering, rule);
    if (!force) continue;
    meeting.rule = rule;
    rule.bound?.node?.(meeting, force.value);
  }
  for (const end of meeting.arriving) comesIn(meeting, end);
}

/** Puts what rules ask of what meets at a node to rows. */
class Meeting implements NodeBounds {
  /** The rule that is asked. */
  rule: AnyRule<never> | undefined;

  constructor(
    readonly gathering: Gathering,
    readonly node: NodeResult,
    readonly arriving: readonly LaidEnd[],
    readonly leaving: readonly LaidEnd[],
    readonly keepings: readonly Keeping[],
  ) {}

  get worked(): Gathering['evaluation'] {
    return this.gathering.evaluation;
  }

  limit(words: Phrase, more: LimitMore = {}): LimitId {
    return this.rule && addLimit(this.gathering, this.rule, words, more, { node: this.node.id });
  }

  keeping(keeping: Keeping): LimitId {
    return addKeeping(this.gathering, keeping, { node: this.node.id });
  }

  atLeast(end: LaidEnd, level: number, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.apart(this.endOf(end), DATUM, LEAST, level, limit);
  }

  atMost(end: LaidEnd, level: number, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.apart(this.endOf(end), DATUM, MOST, level, limit);
  }

  apartLeast(a: LaidEnd, b: LaidEnd, by: number, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.apart(this.endOf(a), this.endOf(b), LEAST, by, limit);
  }

  apartMost(a: LaidEnd, b: LaidEnd, by: number, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.apart(this.endOf(a), this.endOf(b), MOST, by, limit);
  }

  level(a: LaidEnd, b: LaidEnd, limit: LimitId): void {
    if (limit !== undefined) this.gathering.rows.apart(this.endOf(a), this.endOf(b), JUST, 0, limit);
  }

  private endOf(end: LaidEnd): number {
    return this.arriving.includes(end) ? lowOf(end.laid.index) : highOf(end.laid.index);
  }
}

/** What comes in, to what goes out. */
function comesIn(meeting: Meeting, end: LaidEnd): void {
  const { gathering, node, leaving } = meeting;
  const [first] = leaving;
  if (!first) return;
  const { rows, limits, evaluation } = gathering;
  const { form, name } = node.node;
  const own = evaluation.plan.runGrade[end.run];
  const drop = end.run === gathering.open ? undefined : factsOf(end.laid.result.run, withoutWorkedOut(own)).drop;
  const low = lowOf(end.laid.index);
  if (drop !== undefined) {
    const words = ['the drop locked at ', name, ', ', measured(drop, 'thickness')] as const;
    const limit = limits.add({
      from: { fact: 'drop' },
      words,
      source: 'locked in the plan',
      run: end.run,
      node: node.id,
    });
    rows.apart(low, highOf(first.laid.index), JUST, drop, limit);
  }
  const asked = askedOver(meeting, end);
  const levelThere = formOf(form).level && leaving.length === 1 && !asked.some(({ over }) => over.riser);
  if (drop === undefined && levelThere && !bothFixed(meeting, end)) {
    const limit = limits.add({
      from: { meets: true },
      words: [`${name}, where the pipe runs through at one level`],
      source: 'common practice: only structures have room for a drop',
      node: node.id,
    });
    rows.apart(low, highOf(first.laid.index), JUST, 0, limit);
    return;
  }
  const most = mostOf(asked);
  if (!most || !inForce(gathering, dropRises)) return;
  // Over the trunk it is over what goes out as well, by as much as that.
  const trunk = trunkUnder(meeting, end);
  if (trunk && most.over.by <= (mostOf(askedOver(meeting, trunk))?.over.by ?? 0)) return;
  const limit = addLimit(gathering, most.rule, most.over.words, most.over, { node: node.id });
  // A box without ports that are level still fills to the highest of them.
  const outs = formOf(form).ports && inForce(gathering, dBoxPorts) ? [first] : leaving;
  if (limit !== undefined) for (const { laid } of outs) rows.apart(low, highOf(laid.index), LEAST, most.over.by, limit);
}

interface AskedOver {
  readonly rule: AnyRule<never>;
  readonly over: Over;
}

/** What the rules in force ask of how far an end comes in over what goes out. */
function askedOver({ gathering, node, arriving, leaving }: Meeting, end: LaidEnd): readonly AskedOver[] {
  return OVER_RULES.flatMap((rule): readonly AskedOver[] => {
    const limit = inForce({ ...gathering, watch: true }, rule)?.value;
    const over = limit === undefined ? undefined : rule.bound?.over?.({ node, end, arriving, leaving }, limit);
    return over && inForce(gathering, rule, over.severity) ? [{ rule, over }] : [];
  });
}

/** The one that asks most; of those that ask as much the first. */
const mostOf = (asked: readonly AskedOver[]): AskedOver | undefined =>
  asked.reduce<AskedOver | undefined>((most, ask) => (most && most.over.by >= ask.over.by ? most : ask), undefined);

/** Whether both levels that meet are fixed by a person, so that they say themselves how they meet. */
function bothFixed({ gathering, leaving }: Meeting, end: LaidEnd): boolean {
  const { runGrade } = gathering.evaluation.plan;
  const [next] = leaving;
  const below = factsOf(end.laid.result.run, withoutWorkedOut(runGrade[end.run]));
  const above = next && factsOf(next.laid.result.run, withoutWorkedOut(runGrade[next.run]));
  return below.low !== undefined && above?.high !== undefined;
}

/** The trunk that a branch is held to come in over. */
function trunkUnder({ gathering, node, arriving, leaving }: Meeting, end: LaidEnd): LaidEnd | undefined {
  if (leaving.length !== 1 || !inForce(gathering, branchLow)) return undefined;
  const trunk = trunkOf(node.arriving, node.leaving);
  return trunk?.run === end.run ? undefined : arriving.find(({ run }) => run === trunk?.run);
}
