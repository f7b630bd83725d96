import type { Edit, FromA, Item, Node, Piece, Plan, Run, RunGrade, UpRun, Uuid } from '@alveus/plan';
import { applyEdits, lowEnd, nameWith } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { solveGrade } from '../grade';
import { groundAt } from '../ground';
import { fromEndA } from '../length';
import type { RunResult } from '../results';
import { alike } from '../tolerance';
import { isWorkedOut, withFields, withWorkedOut } from '../grade';
import type { Part } from './onto';
import { carryOnto } from './onto';
import { canTell, joinedWas, wasOn } from './was';

/** A node nearer to an end of a run than this would be that end. */
const NEAR_END = 1e-3;

export interface Split {
  readonly edits: Edit[];
  readonly node: Uuid;
  readonly lower: Uuid;
  readonly upper: Uuid;
}

/**
 * Puts a node into a run. Two new runs take its place and tell what they were of it, so that what was shot along it,
 * or still arrives from somebody who had not heard, finds its place. No elevation moves, and no volume, save where a
 * width rule looks at the greatest depth of a run.
 * @param at distance up the run, m
 * @returns undefined where the place is no place within the run
 */
export function splitRun(
  evaluation: Evaluation,
  id: Uuid,
  at: UpRun,
  node: { readonly name: string; readonly form: Node['form'] },
  newId: () => Uuid,
): Split | undefined {
  const { plan } = evaluation;
  const result = evaluation.runs.get(id);
  const run = plan.run[id];
  if (!run || !result || !(at > NEAR_END && at < result.length - NEAR_END)) return undefined;
  const cut = fromEndA(run, result.length, at);
  const nodeId = newId();
  const [a, b] = [newId(), newId()];
  const pieces: [Piece, Piece] = [
    { from: 0, to: cut, run: a, at: 0 },
    { from: cut, run: b, at: 0 },
  ];
  const was = pieces.map((piece) => {
    const { from, to } = piece;
    return joinedWas([{ run: id, from, ...(to === undefined ? {} : { to }), at: 0 }, ...wasOn(run.was ?? [], piece)]);
  });
  if (!was.every(canTell)) return undefined;

  const upper = lowEnd(run) === 'a' ? b : a;
  const nameOf = (part: Uuid): string => (part === upper ? nameWith(run.name, `, above ${node.name}`) : run.name);
  const long = (value: number): Run['length'] => (run.length.from === 'plan' ? run.length : { from: 'typed', value });
  const parts: Item[] = [
    { kind: 'node', id: nodeId, ...node },
    { ...run, id: a, name: nameOf(a), b: nodeId, length: long(cut), was: was[0] ?? [] },
    { ...run, id: b, name: nameOf(b), a: nodeId, length: long(result.length - cut), was: was[1] ?? [] },
    ...spotBetween(plan, run, nodeId, cut / result.length),
  ];
  const ground = groundAt(result.natural, at);
  if (ground !== undefined) parts.push({ kind: 'nodeGround', id: nodeId, elevation: ground });

  const ends: [Part, Part] = [
    { piece: pieces[0], ends: ['a'] },
    { piece: pieces[1], ends: ['b'] },
  ];
  const { removed, onto } = carryOnto(plan, id, ends, newId);
  const grades = onto.flat().filter((item): item is RunGrade => item.kind === 'runGrade');
  const carried = onto.flat().filter(({ kind }) => kind !== 'runGrade');
  const base: Edit[] = [{ op: 'remove', kind: 'run', id }, ...removed, ...[...parts, ...carried].map(put)];
  return {
    edits: [...base, ...gradesOfParts(evaluation, result, { base, grades, a, b, cut }).map(put)],
    node: nodeId,
    lower: upper === b ? a : b,
    upper,
  };
}

const put = (item: Item): Edit => ({ op: 'put', item });

function spotBetween(plan: Plan, run: Run, node: Uuid, share: number): Item[] {
  const [from, to] = [plan.nodePlace[run.a], plan.nodePlace[run.b]];
  if (!from || !to) return [];
  const east = from.east + (to.east - from.east) * share;
  const north = from.north + (to.north - from.north) * share;
  return [{ kind: 'nodePlace', id: node, east, north }];
}

interface SplitRun {
  readonly base: readonly Edit[];
  readonly grades: readonly RunGrade[];
  readonly a: Uuid;
  readonly b: Uuid;
  readonly cut: FromA;
}

/**
 * The facts of both parts so that no invert moves, with as few of them as do it: each way is tried by solving the
 * grade with it. Runs of one line go on level through a node, so that as a rule nothing need be fixed at the new one.
 */
function gradesOfParts(evaluation: Evaluation, result: RunResult, { base, grades, a, b, cut }: SplitRun): RunGrade[] {
  const { plan } = evaluation;
  const of = (id: Uuid): RunGrade => grades.find((item) => item.id === id) ?? { kind: 'runGrade', id };
  const [gradeA, gradeB] = [of(a), of(b)];
  const level = withFields(gradeB, [['stepA', 0]]);
  const { low, high, slope } = result.grade;
  const along = slope === undefined ? undefined : result.run.flow === 'to-a' ? slope : -slope;
  const ends = result.run.flow === 'to-a' ? { a: low, b: high } : { a: high, b: low };
  const between = ends.a === undefined || along === undefined ? undefined : ends.a + along * cut;
  // Both inverts were worked out, and so is the one between them: it is nobody's.
  const worked = isWorkedOut(gradeA, 'a') && isWorkedOut(gradeB, 'b') && between !== undefined;
  const ways: RunGrade[][] = [
    ...(worked ? [[withWorkedOut(gradeA, { b: between }), withWorkedOut(gradeB, { a: between })]] : []),
    [gradeA, gradeB],
    [withFields(gradeA, [['slope', along]]), gradeB],
    [gradeA, withFields(gradeB, [['slope', along]])],
    [withFields(gradeA, [['slope', along]]), withFields(gradeB, [['slope', along]])],
    [withFields(gradeA, [['slope', along]]), level],
    // Facts that contradict each other go on doing so: the inverts hold, and what was set aside stays set aside.
    [withFields(gradeA, [['b', between]]), withFields(gradeB, [['a', between]])],
    [
      withFields(gradeA, [
        ['a', ends.a],
        ['b', between],
      ]),
      withFields(of(b), [
        ['a', between],
        ['b', ends.b],
      ]),
    ],
  ];
  const before = evaluation.grade;
  const holds = (tried: RunGrade[]): boolean => {
    const after = solveGrade(applyEdits(plan, [...base, ...tried.map(put)]));
    const parts = [after.runs.get(a), after.runs.get(b)];
    const lowest = result.run.flow === 'to-a' ? parts[0] : parts[1];
    const highest = result.run.flow === 'to-a' ? parts[1] : parts[0];
    return (
      alike(lowest?.low, low) &&
      alike(lowest?.high, between) &&
      alike(highest?.low, between) &&
      alike(highest?.high, high) &&
      [...before.runs].every(
        ([id, was]) =>
          id === result.id || (alike(after.runs.get(id)?.low, was.low) && alike(after.runs.get(id)?.high, was.high)),
      ) &&
      after.surplus.filter(({ contradicts }) => contradicts).length >=
        before.surplus.filter(({ contradicts }) => contradicts).length
    );
  };
  return ways.find(holds) ?? (ways[0] as RunGrade[]);
}
