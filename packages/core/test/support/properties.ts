import fc from 'fast-check';
import type { Edit, Item, Kind, Plan, Run, Uuid } from '@alveus/plan';
import { applyEdits, dangling, EMPTY_PLAN, itemsOf, KINDS, kindOf, lowerOf, planOf, stepOf, undo } from '@alveus/plan';
import type { Evaluation, RuleName } from '../../src';
import { evaluate, findingsOf, fixFact, reverseLine } from '../../src';
import { moveBranch, removeLine, removeRun } from '../../src/edits/network';
import { newId } from '../builders';
import {
  OF_FLOW,
  ofUtilities,
  seen,
  onTheGround,
  thingsAlong,
  expectThings,
  amounts,
  rulesAt,
  expectSame,
  expectAmounts,
  contradictions,
  expectFresh,
  expectAlike,
  round,
} from './observed';
import type { StepSpec, State } from './steps';
import { stepArb, bendingArb, start, step } from './steps';
import { surveyedArb } from './surveyed';

/**
 * What holds for every edit and for every kind of item. The table of kinds is walked through, so that a kind is tested
 * by being declared. A few seeds run with the other tests, many more in the soak.
 */

const MORE = Number(process.env['SOAK'] ?? 1);

const runs = (count: number) => ({
  numRuns: count * MORE,
  ...(process.env['NO_SHRINK'] === undefined ? {} : { endOnFailure: true }),
});

export function keepsEverythingAtItsPlace(): void {
  fc.assert(
    fc.property(surveyedArb, fc.array(stepArb, { minLength: 1, maxLength: 5 }), (first, steps) => {
      let state = start(first);
      for (const spec of steps) {
        const before = state;
        const after = step(before, spec);
        if (after.what === 'reverse' && meetsOthers(before.plan, spec)) {
          // Where lines meet, what is free follows what goes out, and turning one round changes what that is: of the
          // levels only the ground is sure to stay.
          expectSame(onTheGround(seen(before, first)), onTheGround(seen(after, first)));
          expect(thingsAlong(after)).toEqual(thingsAlong(before));
          state = after;
          continue;
        }
        const [then, now] = [seen(before, first), seen(after, first)];
        // A node that a join takes away is no place of its own any more; the ground there is seen along the run.
        for (const node of Object.keys(before.plan.node)) {
          if (after.plan.node[node]) continue;
          then.delete(`node ${node}`);
          const shot = before.evaluation.shots.nodes.get(node);
          const along = shot && (now.get(`shot ${shot.shot}`) as unknown[] | undefined);
          if (!shot || !along) continue;
          expect(along[2]).toBe(round(shot.elevation));
          now.delete(`shot ${shot.shot}`);
        }
        expectSame(then, now);
        expectAmounts(amounts(before), amounts(after));
        expectThings(thingsAlong(before), thingsAlong(after));
        const skip =
          after.what === 'split'
            ? new Set<RuleName>(['native-short', 'outlet-under-water', 'grade-surplus', 'grade-contradicts'])
            : OF_FLOW;
        const found = rulesAt(after, first, skip, 'on the run');
        // A run tells the worst stretch of each rule: of two parts each tells its own, and none is silent.
        if (after.what !== 'join')
          for (const [place, rules] of rulesAt(before, first, skip, 'there'))
            for (const rule of rules) expect([place, rule, found.get(place)?.has(rule)]).toEqual([place, rule, true]);
        if (after.what === 'split') expect(ofUtilities(after)).toBeGreaterThanOrEqual(ofUtilities(before));
        expect(dangling(after.plan)).toEqual([]);
        expectFresh(after);
        expect(contradictions(after)).toBeGreaterThanOrEqual(after.what === 'split' ? contradictions(before) : 0);
        state = after;
      }
    }),
    runs(30),
  );
}

/** Whether the line that a step turns round meets other lines. */
function meetsOthers(plan: Plan, { which }: StepSpec): boolean {
  const ids = Object.keys(plan.run).sort();
  const line = plan.run[ids[which % ids.length] as Uuid]?.line;
  const nodes = new Set(Object.values(plan.run).flatMap((run) => (run.line === line ? [run.a, run.b] : [])));
  return Object.values(plan.run).some((run) => run.line !== line && (nodes.has(run.a) || nodes.has(run.b)));
}

export function reversesByFlowAlone(): void {
  fc.assert(
    fc.property(surveyedArb, fc.nat(), (first, which) => {
      const line = first.lines[which % first.lines.length] as Uuid;
      const edits = reverseLine(first.plan, line);
      const own = Object.values(first.plan.run).filter((run) => run.line === line);
      const [turned, locked] = [edits.slice(0, own.length), edits.slice(own.length)];
      for (const edit of turned) {
        if (edit.op !== 'put' || edit.item.kind !== 'run') throw new Error('not a run');
        const { flow, ...rest } = edit.item;
        const { flow: was, ...before } = first.plan.run[edit.item.id] as Run;
        expect(rest).toEqual(before);
        expect(flow).not.toBe(was);
      }
      const once = applyEdits(first.plan, edits);
      const back = applyEdits(once, reverseLine(once, line));
      expect(back.run).toEqual(first.plan.run);
      // What is locked is of other lines, and no level of theirs is another after it.
      for (const edit of locked)
        expect(edit.op === 'put' && edit.item.kind === 'runGrade' && first.plan.run[edit.item.id]?.line).not.toBe(line);
      const [before, after] = [evaluate(first.plan), evaluate(once)];
      for (const { id, run, grade } of before.runs.values()) {
        if (run.line === line) continue;
        for (const which of ['low', 'high'] as const)
          if (grade[which] !== undefined) expect(after.runs.get(id)?.grade[which]).toBeCloseTo(grade[which], 6);
      }
    }),
    runs(25),
  );
}

/** Shots that somebody took who had not heard of the splits and joins arrive after them. */
export function lateRecordsFindTheirPlace(): void {
  fc.assert(
    fc.property(
      surveyedArb,
      fc.array(bendingArb, { minLength: 1, maxLength: 7 }),
      fc.nat(),
      fc.double({ min: 0.04, max: 0.96, noNaN: true }),
      (first, steps, which, share) => {
        let state = start(first);
        for (const spec of steps) {
          const was = thingsAlong(state);
          state = step(state, spec);
          expectThings(was, thingsAlong(state));
        }
        const track = first.runs[which % first.runs.length] as Uuid;
        const along = share * (first.lengths.get(track) ?? 0);
        const setup = Object.keys(first.plan.setup)[0] ?? '';
        const id = newId();
        const late: Item = {
          kind: 'shot',
          id,
          setup,
          order: 1_000,
          sight: 'fore',
          target: { on: 'run', run: track, at: along },
          reading: { by: 'rod', value: 3 },
          note: '',
        };
        const after = evaluate(applyEdits(state.plan, [{ op: 'put', item: late }]), state.evaluation);
        const found = [...after.shots.runs].flatMap(([run, shots]) =>
          shots.filter(({ shot }) => shot === id).map(({ at }) => state.tracks.track(run, at)),
        );
        expect(found).toHaveLength(1);
        expect(found[0]?.track).toBe(track);
        expect(found[0]?.along).toBeCloseTo(along, 6);
      },
    ),
    runs(30),
  );
}

export function takesExactlyWhatHung(): void {
  fc.assert(
    fc.property(
      surveyedArb,
      fc.array(stepArb, { maxLength: 2 }),
      fc.nat(),
      fc.boolean(),
      (first, steps, which, whole) => {
        let state = start(first);
        for (const spec of steps) state = step(state, spec);
        const { plan } = state;
        const ids = Object.keys(plan.run).sort();
        const run = plan.run[ids[which % ids.length] as Uuid] as Run;
        const edits = whole ? removeLine(plan, run.line) : removeRun(plan, run.id);
        const after = applyEdits(plan, edits);
        expect(dangling(after)).toEqual([]);
        const gone = new Set(
          itemsOf(plan)
            .filter((item) => !(after[item.kind] as Record<Uuid, Item>)[item.id])
            .map(({ id }) => id),
        );
        expect(gone.has(run.id)).toBe(true);
        for (const item of itemsOf(after)) {
          // Nothing that stays speaks of what went, but records and what runs tell of their past.
          if (kindOf(item.kind).record) continue;
          const { was: _past, ...rest } = item as Item & { was?: unknown };
          for (const id of gone) expect([item.kind, JSON.stringify(rest).includes(id)]).toEqual([item.kind, false]);
        }
        for (const item of itemsOf(plan)) {
          const kept = (after[item.kind] as Record<Uuid, Item>)[item.id];
          if (kindOf(item.kind).record) expect(kept).toEqual(item);
          // What stays says what it said, but for the runs that came down to where the one taken out began.
          else if (kept && item.kind !== 'run') expect(kept).toEqual(item);
          else if (kept && item.kind === 'run') expect({ ...kept, a: '', b: '' }).toEqual({ ...item, a: '', b: '' });
        }
        const orphans = Object.keys(after.node).filter(
          (node) => !Object.values(after.run).some(({ a, b }) => a === node || b === node),
        );
        expect(orphans).toEqual([]);
        const step_ = stepOf(plan, edits);
        const back = undo(after, step_, newId);
        if (!back.ok) throw new Error('refused');
        expect(applyEdits(after, back.edits)).toEqual(plan);
      },
    ),
    runs(40),
  );
}

export function undoesAndRedoesAll(): void {
  const editArb = fc.record({
    how: fc.constantFrom('step', 'fact', 'move', 'take', 'shot', 'correct', 'strike'),
    spec: stepArb,
  });
  fc.assert(
    fc.property(surveyedArb, fc.array(editArb, { minLength: 1, maxLength: 5 }), (first, edits) => {
      let state = start(first);
      for (const { how, spec } of edits) {
        const done = editsOf(state, how, spec);
        if (done.length === 0) continue;
        const after = applyEdits(state.plan, done);
        const back = undo(after, stepOf(state.plan, done), newId);
        if (!back.ok) throw new Error(`${how} could not be undone: ${JSON.stringify(back.moved)}`);
        const undone = applyEdits(after, back.edits);
        expectAlike(undone, state.plan);
        const forth = undo(undone, stepOf(after, back.edits), newId, 'redo');
        if (!forth.ok) throw new Error(`${how} could not be redone`);
        const redone = applyEdits(undone, forth.edits);
        expectAlike(redone, after);
        state = { ...start({ ...first, plan: redone }), tracks: state.tracks };
      }
    }),
    runs(30),
  );
}

function editsOf(state: State, how: string, spec: StepSpec): Edit[] {
  const { plan } = state;
  const ids = Object.keys(plan.run).sort();
  const run = plan.run[ids[spec.which % ids.length] as Uuid] as Run;
  const shots = Object.values(plan.shot).filter(({ recalls, struck }) => recalls === undefined && !struck);
  const shot = shots[spec.which % Math.max(1, shots.length)];
  switch (how) {
    case 'step':
      return [...step(state, spec).edits];
    case 'fact':
      return [{ op: 'put', item: fixFact(run, plan.runGrade[run.id], 'low', 99 + spec.share) }];
    case 'move': {
      const moved = moveBranch(
        plan,
        run.line,
        Object.keys(plan.node).sort()[spec.which % Object.keys(plan.node).length] ?? '',
      );
      return moved.ok ? moved.edits : [];
    }
    case 'take':
      return ids.length > 1 ? removeRun(plan, run.id) : [];
    case 'shot':
      return shot ? [{ op: 'put', item: { ...shot, id: newId(), supersedes: undefined } as unknown as Item }] : [];
    case 'correct':
      return shot
        ? [
            {
              op: 'put',
              item: { ...shot, id: newId(), reading: { by: 'rod', value: 2 + spec.share }, supersedes: shot.id },
            },
          ]
        : [];
    default:
      return shot ? [{ op: 'put', item: { ...shot, id: newId(), supersedes: shot.id, struck: true } }] : [];
  }
}

/** Any order of the items, and of edits that touch different items, gives the same results to the last digit. */
export function orderChangesNothing(): void {
  fc.assert(
    fc.property(
      surveyedArb,
      fc.array(stepArb, { maxLength: 2 }),
      fc.infiniteStream(fc.nat({ max: 1_000_000 })),
      (first, steps, chance) => {
        let state = start(first);
        for (const spec of steps) state = step(state, spec);
        const items = itemsOf(state.plan);
        const shuffled = items
          .map((item) => [item, chance.next().value as number] as const)
          .sort(([, a], [, b]) => a - b)
          .map(([item]) => item);
        const [asGiven, other] = [evaluate(planOf(items)), evaluate(planOf(shuffled))];
        // And put one by one, each evaluation from the one before.
        let grown = evaluate(EMPTY_PLAN);
        for (const item of shuffled) grown = evaluate(applyEdits(grown.plan, [{ op: 'put', item }]), grown);
        const names = (of: Evaluation): string[] =>
          findingsOf(of)
            .map(({ id }) => id)
            .sort();
        for (const same of [other, grown]) expect(names(same)).toEqual(names(asGiven));
        for (const [id, run] of asGiven.runs) {
          for (const same of [other.runs.get(id), grown.runs.get(id)]) {
            expect(same?.grade).toEqual(run.grade);
            expect(same?.ground.points).toEqual(run.ground.points);
            expect(same?.trench?.amounts).toEqual(run.trench?.amounts);
          }
        }
      },
    ),
    runs(40),
  );
}

export function movesABranchWithAllItsFacts(): void {
  fc.assert(
    fc.property(surveyedArb, fc.nat(), fc.nat(), (first, which, where) => {
      const line = first.lines[which % first.lines.length] as Uuid;
      const node = Object.keys(first.plan.node).sort()[where % Object.keys(first.plan.node).length] as Uuid;
      const moved = moveBranch(first.plan, line, node);
      if (!moved.ok) return;
      const after = applyEdits(first.plan, moved.edits);
      expect(dangling(after)).toEqual([]);
      const evaluation = evaluate(after);
      expect(evaluation.topology.ringed.size).toBe(0);
      const lowest = evaluation.lines.get(line)?.order.runs[0];
      expect(lowest && lowerOf(lowest)).toBe(node);
      for (const kind of ['runGrade', 'runGround', 'crossing', 'testPit', 'shot'] as Kind[])
        expect(after[kind]).toEqual(first.plan[kind]);
    }),
    runs(60),
  );
}

/** Networks have some of every kind that lies along a run or belongs to one, so that none is left untried. */
export function triesEveryKind(): void {
  const made = new Set(fc.sample(surveyedArb, 150).flatMap(({ plan }) => itemsOf(plan).map(({ kind }) => kind)));
  const wanted = KINDS.filter((kind) => kindOf(kind).along || kindOf(kind).refs.some(({ to }) => to === 'run'));
  expect([...made]).toEqual(expect.arrayContaining(wanted));
  const done = new Map<string, number>();
  for (const [first, specs] of fc.sample(
    fc.tuple(surveyedArb, fc.array(stepArb, { minLength: 3, maxLength: 5 })),
    60,
  )) {
    let state = start(first);
    for (const spec of specs) {
      const after = step(state, spec);
      if (after.edits.length > 0) done.set(after.what, (done.get(after.what) ?? 0) + 1);
      state = after;
    }
  }
  for (const what of ['split', 'join', 'reverse']) expect(done.get(what) ?? 0).toBeGreaterThan(10);
}
