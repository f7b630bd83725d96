import type { Edit, End, FromA, Item, Piece, Plan, Run, RunGrade, RunGround, Uuid, Was } from '@alveus/plan';
import { applyEdits, itemAt, lowerOf, same, turnedCut } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { solveGrade } from '../grade';
import { pipeIdOf, sectionIdOf } from '../network';
import type { RunResult } from '../results';
import { alike } from '../tolerance';
import { removalEdits } from './cascade';
import { withFields } from '../grade';
import { combined } from './combined';
import type { Part } from './onto';
import { carryOnto, together } from './onto';
import { canTell, joinedWas, wasOn } from './was';

export type Join =
  | {
      readonly ok: true;
      readonly edits: Edit[];
      readonly run: Uuid;
      /** How far the pipe moves at the node, up, where the two were not on one grade; nothing where they were. */
      readonly moves: number;
    }
  | { readonly ok: false; readonly message: string };

const refuse = (message: string): Join => ({ ok: false, message });

/** Makes two runs that meet at a node into one, and takes the node away: what undoes a split. */
export function joinRuns(evaluation: Evaluation, node: Uuid, newId: () => Uuid): Join {
  const { plan } = evaluation;
  const at = plan.node[node];
  const runs = Object.values(plan.run).filter((run) => run.a === node || run.b === node);
  const [a, b] = runs;
  if (!at) return refuse('It is gone.');
  if (!a || !b || runs.length > 2) return refuse(`${runs.length} runs meet at ${at.name}. Only two can be joined.`);
  if (a.line !== b.line) return refuse(`${a.name} and ${b.name} are on different lines.`);
  if ((lowerOf(a) === node) === (lowerOf(b) === node))
    return refuse(`${a.name} and ${b.name} flow in different directions at ${at.name}.`);
  const differ = differences(plan, a, b);
  if (differ.length > 0) return refuse(`${a.name} and ${b.name} differ in ${differ.join(' and ')}.`);
  const [below, above] = lowerOf(b) === node ? [a, b] : [b, a];
  const [lower, upper] = [evaluation.runs.get(below.id), evaluation.runs.get(above.id)];
  if (!lower || !upper || !(lower.length > 0) || !(upper.length > 0))
    return refuse('Both runs need a length before they can be joined.');
  if (farEnd(below, node) === farEnd(above, node)) return refuse('They would form a loop.');
  return joined(evaluation, node, lower, upper, newId);
}

function differences(plan: Plan, a: Run, b: Run): string[] {
  const found: string[] = [];
  if (pipeIdOf(a, plan) !== pipeIdOf(b, plan)) found.push('their pipe');
  if (sectionIdOf(a, plan) !== sectionIdOf(b, plan)) found.push('their trench section');
  if (a.vehicles !== b.vehicles) found.push('what passes over them');
  if (a.protection !== b.protection) found.push('the worker protection');
  const cut = b.cut && (a.flow === b.flow ? b.cut : turnedCut(b.cut));
  if (!same(a.cut, cut)) found.push('how their trenches are cut');
  return found;
}

const farEnd = (run: Run, node: Uuid): Uuid => (run.a === node ? run.b : run.a);

/** The new run lies as the lower one did: its end a is on the same side. */
function joined(evaluation: Evaluation, node: Uuid, lower: RunResult, upper: RunResult, newId: () => Uuid): Join {
  const { plan } = evaluation;
  const id = newId();
  const [below, above] = [lower.run, upper.run];
  const first = below.b === node ? lower : upper;
  const second = first === lower ? upper : lower;
  const joint: FromA = first.length;
  const total = lower.length + upper.length;
  const piece = (of: RunResult): Piece => {
    const begins = of === first ? 0 : joint;
    const turned = of === first ? of.run.b !== node : of.run.a !== node;
    return turned ? { from: 0, run: id, at: begins + of.length, turned } : { from: 0, run: id, at: begins };
  };
  const [pieceOne, pieceTwo] = [piece(first), piece(second)];
  const ground = plan.nodeGround[node];
  const was = joinedWas([
    ...[pieceOne, pieceTwo].flatMap((part, index): Was[] => {
      const { run } = index === 0 ? first : second;
      const whole: Was = { run: run.id, from: 0, at: part.at, ...(part.turned ? { turned: true } : {}) };
      return [whole, ...wasOn(run.was ?? [], part)];
    }),
    // Ground shot at the node is ground shot along the run now, unless the typed ground was said to hold.
    ...(ground?.holds ? [] : [{ node, at: joint }]),
  ]);
  if (!canTell(was)) return refuse('These runs have been split and joined too often.');

  const { pipe: _pipe, section: _section, ...rest } = below;
  const made: Run = {
    ...rest,
    ...(below.pipe === undefined && above.pipe === undefined ? {} : pick('pipe', pipeIdOf(below, plan))),
    ...(below.section === undefined && above.section === undefined ? {} : pick('section', sectionIdOf(below, plan))),
    id,
    a: farEnd(first.run, node),
    b: farEnd(second.run, node),
    length: lengthOf(plan, first.run, second.run, node, total),
    was,
  };
  const part = (of: RunResult, onto: Piece): Part => ({ piece: onto, ends: [of.run.a === node ? 'b' : 'a'] });
  const carried = [
    carryOnto(plan, first.id, [part(first, pieceOne)], newId),
    carryOnto(plan, second.id, [part(second, pieceTwo)], newId),
  ];
  const [low = [], high = []] = carried.map(({ onto }) => onto[0] ?? []);
  const items = withJointGround(together(low, high, joint), id, ground?.elevation, joint, total);
  const others = items.filter(({ kind }) => kind !== 'runGrade');
  const puts: Edit[] = [made, ...others].map((item) => ({ op: 'put', item }));
  const gone: Edit[] = [first, second].map((of) => ({ op: 'remove', kind: 'run', id: of.id }));
  // Of two things that are one now, the second goes.
  const merged = [...low, ...high].filter(
    (item) => itemAt(plan, item) && !items.some((earlier) => earlier.id === item.id),
  );
  const removed = merged.map(({ kind, id: its }): Edit => ({ op: 'remove', kind, id: its }));
  const base = combined([...carried.flatMap((carried) => carried.removed), ...removed, ...gone], puts);
  const cleared = removalEdits(applyEdits(plan, base), [{ kind: 'node', id: node }]);
  const grade = gradeOf(evaluation, { base, id, first, second, low, high, made });
  const edits = combined(combined(base, cleared), [{ op: 'put', item: grade }]);
  const after = solveGrade(applyEdits(plan, edits)).runs.get(id);
  const then =
    after?.low === undefined || after.slope === undefined ? undefined : after.low + after.slope * lower.length;
  const moved = [lower.grade.high, upper.grade.low].map((now) =>
    then === undefined || now === undefined ? 0 : then - now,
  );
  return {
    ok: true,
    edits,
    run: id,
    moves: moved.reduce((most, shift) => (Math.abs(shift) > Math.abs(most) ? shift : most)),
  };
}

const pick = <K extends string>(name: K, value: Uuid | undefined): Partial<Record<K, Uuid>> =>
  value === undefined ? {} : ({ [name]: value } as Record<K, Uuid>);

/** From the sketch, where both are and lie straight; else typed. */
function lengthOf(plan: Plan, first: Run, second: Run, node: Uuid, total: number): Run['length'] {
  const [from, to] = [plan.nodePlace[farEnd(first, node)], plan.nodePlace[farEnd(second, node)]];
  const drawn = first.length.from === 'plan' && second.length.from === 'plan';
  const straight = from && to && Math.abs(Math.hypot(to.east - from.east, to.north - from.north) - total) < 1e-6;
  return drawn && straight ? { from: 'plan' } : { from: 'typed', value: total };
}

/** The typed ground of the node that goes is a ground point of the run that comes. */
function withJointGround(
  items: readonly Item[],
  id: Uuid,
  elevation: number | undefined,
  at: FromA,
  total: number,
): Item[] {
  if (elevation === undefined) return [...items];
  const ground = items.find((item): item is RunGround => item.kind === 'runGround');
  const breaks = (ground?.breaks ?? []).filter((groundBreak) => Math.abs(groundBreak.at - at) > 1e-6);
  const all = [...breaks, { at, elevation }].sort((a, b) => a.at - b.at);
  const over = ground?.over === undefined ? {} : { over: Math.abs(ground.over - total) < 1e-9 ? total : ground.over };
  return [...items.filter((item) => item !== ground), { kind: 'runGround', id, breaks: all, ...over }];
}

interface Joining {
  readonly base: readonly Edit[];
  readonly id: Uuid;
  readonly first: RunResult;
  readonly second: RunResult;
  readonly low: readonly Item[];
  readonly high: readonly Item[];
  readonly made: Run;
}

/** The facts of the outer ends, and as few more as keep every invert where it is. */
function gradeOf(evaluation: Evaluation, { base, id, first, second, low, high, made }: Joining): RunGrade {
  const of = (items: readonly Item[]): RunGrade =>
    items.find((item): item is RunGrade => item.kind === 'runGrade') ?? { kind: 'runGrade', id };
  const [lowGrade, highGrade] = [of(low), of(high)];
  const { slope: _lowSlope, ...endA } = lowGrade;
  const { slope: _highSlope, ...endB } = highGrade;
  const outer: RunGrade = { ...endA, ...endB, id };
  const level = (run: RunResult, end: End): number | undefined =>
    (run.run.flow === 'to-a') === (end === 'a') ? run.grade.low : run.grade.high;
  const ends = {
    a: level(first, first.run.a === made.a ? 'a' : 'b'),
    b: level(second, second.run.b === made.b ? 'b' : 'a'),
  };
  const along =
    ends.a === undefined || ends.b === undefined ? undefined : (ends.b - ends.a) / (first.length + second.length);
  const fixed =
    lowGrade.slope !== undefined && highGrade.slope !== undefined && Math.abs(lowGrade.slope - highGrade.slope) < 1e-9;
  const either = lowGrade.slope ?? highGrade.slope;
  const ways: RunGrade[] = [
    fixed ? withFields(outer, [['slope', lowGrade.slope]]) : outer,
    withFields(outer, [['slope', fixed ? lowGrade.slope : either]]),
    withFields(outer, [['slope', along]]),
    withFields(outer, [
      ['a', ends.a],
      ['b', ends.b],
    ]),
  ];
  const holds = (grade: RunGrade): boolean => {
    const edits: Edit[] = [...base, { op: 'put', item: grade }];
    const after = solveGrade(applyEdits(evaluation.plan, edits));
    const now = after.runs.get(id);
    const [lowest, highest] = made.flow === 'to-a' ? [ends.a, ends.b] : [ends.b, ends.a];
    return (
      alike(now?.low, lowest) &&
      alike(now?.high, highest) &&
      [...evaluation.grade.runs].every(
        ([other, was]) =>
          other === first.id ||
          other === second.id ||
          (alike(after.runs.get(other)?.low, was.low) && alike(after.runs.get(other)?.high, was.high)),
      )
    );
  };
  return ways.find(holds) ?? outer;
}
