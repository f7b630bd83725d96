import type { Severity } from '@alveus/plan';
import { formOf, serviceOf } from '@alveus/plan';
import { riseFor, trunkOf } from '../findings';
import { factsOf, withoutWorkedOut } from '../grade';
import { DATUM, highOf, JUST, LEAST, lowOf, MOST } from '../least';
import { measured } from '../phrase';
import type { NodeEnd, NodeResult } from '../results';
import type { Gathering, LaidRun } from './gathering';
import { inForce, numberInForce } from './gathering';

/** How runs meet: what comes in lies over what goes out, level with it where nothing has room for a drop. */

export function nodeLimits(gathering: Gathering, node: NodeResult, at: ReadonlyMap<string, LaidRun>): void {
  const laid = (ends: readonly NodeEnd[]): (NodeEnd & { readonly laid: LaidRun })[] =>
    ends.flatMap((end) => {
      const run = at.get(end.run);
      return run ? [{ ...end, laid: run }] : [];
    });
  const meeting: Meeting = { gathering, node, arriving: laid(node.arriving), leaving: laid(node.leaving) };
  ports(meeting);
  for (const end of meeting.arriving) comesIn(meeting, end);
  water(meeting);
}

type LaidEnd = NodeEnd & { readonly laid: LaidRun };

interface Meeting {
  readonly gathering: Gathering;
  readonly node: NodeResult;
  readonly arriving: readonly LaidEnd[];
  readonly leaving: readonly LaidEnd[];
}

/** A distribution box is one level, shared by its ports. */
function ports({ gathering, node, leaving }: Meeting): void {
  const [first, ...others] = leaving;
  if (!first || others.length === 0 || !formOf(node.node.form).ports) return;
  const force = inForce(gathering, 'd-box-ports');
  if (!force) return;
  const limit = gathering.limits.add({
    from: { rule: 'd-box-ports' },
    words: [`the ports of ${node.node.name}, which are level`],
    source: 'common practice',
    node: node.id,
    ...force,
  });
  for (const { laid } of others) gathering.rows.apart(highOf(laid.index), highOf(first.laid.index), JUST, 0, limit);
}

/** What comes in, to what goes out. */
function comesIn(meeting: Meeting, end: LaidEnd): void {
  const { gathering, node, leaving } = meeting;
  const [first] = leaving;
  if (!first) return;
  const { rows, limits, evaluation } = gathering;
  const own = evaluation.plan.runGrade[end.run];
  const drop = end.run === gathering.open ? undefined : factsOf(end.laid.result.run, withoutWorkedOut(own)).drop;
  const low = lowOf(end.laid.index);
  if (drop !== undefined) {
    const words = ['the drop fixed at ', node.node.name, ', ', measured(drop, 'thickness')] as const;
    const limit = limits.add({
      from: { fact: 'drop' },
      words,
      source: 'fixed in the plan',
      run: end.run,
      node: node.id,
    });
    rows.apart(low, highOf(first.laid.index), JUST, drop, limit);
  }
  const trunk = underBranch(meeting, end);
  if (trunk) rows.apart(low, lowOf(trunk.end.laid.index), LEAST, 0, trunk.limit);
  // It comes in from above then, by a riser where it is a fitting.
  const over = shut(meeting, end);
  if (drop === undefined && !over && formOf(node.node.form).level && leaving.length === 1 && !bothFixed(meeting, end)) {
    const limit = limits.add({
      from: { meets: true },
      words: [`${node.node.name}, which pipe goes through level`],
      source: 'common practice: only structures have room for a drop',
      node: node.id,
    });
    rows.apart(low, highOf(first.laid.index), JUST, 0, limit);
    return;
  }
  const force = inForce(gathering, 'drop-rises');
  if (force) {
    const limit = limits.add({
      from: { rule: 'drop-rises' },
      words: [`what goes out of ${node.node.name}, under what comes in`],
      source: 'geometry',
      node: node.id,
      ...force,
    });
    const asked = overOut(meeting, end);
    const by = Math.max(over?.by ?? 0, asked?.by ?? 0);
    // Over the trunk it is over what goes out as well, by as much as that.
    const implied = trunk && by <= (overOut(meeting, trunk.end)?.by ?? 0);
    const why = over && over.by >= by ? over.limit : asked ? limitOf(meeting, asked) : limit;
    // A box without ports that are level still fills to the highest of them.
    const outs = formOf(node.node.form).ports && inForce(gathering, 'd-box-ports') ? [first] : leaving;
    if (!implied) for (const { laid } of outs) rows.apart(low, highOf(laid.index), LEAST, by, why);
  }
  const bend = formOf(node.node.form).turns ? numberInForce(gathering, 'bend-drop') : undefined;
  if (!bend) return;
  const limit = limits.add({
    from: { rule: 'bend-drop' },
    words: [`the bend ${node.node.name}, which takes up no fall`],
    source: bend.source,
    severity: bend.severity,
    node: node.id,
  });
  rows.apart(low, highOf(first.laid.index), MOST, bend.value, limit);
}

/** Whether both levels that meet are fixed by a person, so that they say themselves how they meet. */
function bothFixed({ gathering, leaving }: Meeting, end: LaidEnd): boolean {
  const { runGrade } = gathering.evaluation.plan;
  const [next] = leaving;
  const below = factsOf(end.laid.result.run, withoutWorkedOut(runGrade[end.run]));
  const above = next && factsOf(next.laid.result.run, withoutWorkedOut(runGrade[next.run]));
  return below.low !== undefined && above?.high !== undefined;
}

/** A perforated pipe that joins roof water comes in over the crown of what goes out, where that cannot back up into it. */
function shut(
  { gathering, node, arriving, leaving }: Meeting,
  end: LaidEnd,
): { by: number; limit: number } | undefined {
  if (!serviceOf(end.laid.line.service).perforated) return undefined;
  if (!arriving.some(({ laid }) => serviceOf(laid.line.service).carries === 'roof')) return undefined;
  // Roof water that runs on through a perforated pipe is another matter, which no level mends.
  if (leaving.some(({ laid }) => serviceOf(laid.line.service).perforated)) return undefined;
  const force = inForce(gathering, 'roof-into-french', 'watch');
  const insides = leaving.flatMap(({ inside }) => inside ?? []);
  if (!force || insides.length === 0) return undefined;
  const limit = gathering.limits.add({
    from: { rule: 'roof-into-french' },
    words: [`the crown of what goes out of ${node.node.name}, over which roof water does not back up`],
    source: 'common practice',
    node: node.id,
    ...force,
  });
  return { by: Math.min(...insides), limit };
}

interface Asked {
  readonly by: number;
  readonly rule: 'structure-drop' | 'sizes-meet';
  readonly source: string;
  readonly severity: Severity;
}

/** How far over what goes out it is to come in: through a structure, and where pipe gets larger. */
function overOut({ gathering, node, leaving }: Meeting, end: LaidEnd): Asked | undefined {
  const drop = formOf(node.node.form).roomy ? numberInForce(gathering, 'structure-drop') : undefined;
  const sizes = numberInForce(gathering, 'sizes-meet');
  const through: Asked | undefined = drop && { ...drop, by: drop.value, rule: 'structure-drop' };
  const larger: Asked | undefined = sizes && {
    ...sizes,
    by: riseFor(end, leaving[0], sizes.value),
    rule: 'sizes-meet',
  };
  const most = (through?.by ?? 0) >= (larger?.by ?? 0) ? through : larger;
  return most && most.by > 0 ? most : undefined;
}

function limitOf({ gathering, node }: Meeting, { by, rule, source, severity }: Asked): number {
  const what = rule === 'structure-drop' ? 'the drop through' : 'the larger pipe out of';
  const words = [`${what} ${node.node.name}, `, measured(by, 'thickness')];
  return gathering.limits.add({ from: { rule }, words, source, severity, node: node.id });
}

/** The trunk that a branch comes in no lower than. */
function underBranch(
  { gathering, node, arriving, leaving }: Meeting,
  end: LaidEnd,
): { readonly end: LaidEnd; readonly limit: number } | undefined {
  const force = inForce(gathering, 'branch-low');
  const trunk = force && trunkOf(node.arriving, node.leaving);
  const own = trunk && arriving.find(({ run }) => run === trunk.run);
  if (!force || !own || own.run === end.run || leaving.length !== 1) return undefined;
  const limit = gathering.limits.add({
    from: { rule: 'branch-low' },
    words: [`${own.name}, which ${end.name} comes in no lower than at ${node.node.name}`],
    source: 'common practice',
    node: node.id,
    ...force,
  });
  return { end: own, limit };
}

/** An outlet lies over the water it runs into. */
function water({ gathering, node, arriving, leaving }: Meeting): void {
  const { water: stands } = node.node;
  if (!stands || node.leaving.length > 0 || leaving.length > 0) return;
  const force = inForce(gathering, 'outlet-under-water');
  if (!force) return;
  for (const [level, which] of [
    [stands.normal, 'usual'],
    [stands.high, 'highest'],
  ] as const) {
    if (level === undefined) continue;
    const limit = gathering.limits.add({
      from: { rule: 'outlet-under-water' },
      words: [`the ${which} water at ${node.node.name}, `, measured(level, 'elevation')],
      source: 'common practice',
      node: node.id,
      ...force,
    });
    for (const { laid } of arriving) gathering.rows.apart(lowOf(laid.index), DATUM, LEAST, level, limit);
  }
}
