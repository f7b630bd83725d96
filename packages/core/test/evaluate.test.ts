import { MessageChannel, receiveMessageOnPort } from 'node:worker_threads';
import fc from 'fast-check';
import type { Edit, Item, Kind, Uuid } from '@alveus/plan';
import { applyEdits, KINDS } from '@alveus/plan';
import type { Evaluation } from '../src';
import { evaluate, findingsOf } from '../src';
import { buildLine } from './builders';
import { anyItem } from './support/any-item';
import { surveyedArb } from './support/surveyed';

/** What is worked out from an evaluation before is what is worked out anew, whatever the edit; and all of it is plain data. */

const MORE = Number(process.env['SOAK'] ?? 1);

/** All of it but which runs were worked out this time. */
const all = ({ recomputed: _, ...rest }: Evaluation): object => rest;

/** Any item of a kind: another in the place of one that is there, one more, or one taken away. */
const editOfKind = (kind: Kind) =>
  fc.record({
    kind: fc.constant(kind),
    item: anyItem(kind),
    which: fc.nat(),
    how: fc.constantFrom('change', 'change', 'add', 'remove', 'point'),
    to: fc.nat(),
  });
const editArb = fc.constantFrom(...KINDS).chain(editOfKind);
type EditSpec = typeof editArb extends fc.Arbitrary<infer T> ? T : never;

function editOf(evaluation: Evaluation, { kind, item, which, how, to }: EditSpec): Edit | undefined {
  const { plan } = evaluation;
  const there = Object.keys(plan[kind]);
  const id = there[which % Math.max(1, there.length)];
  if (how === 'remove') return id === undefined ? undefined : { op: 'remove', kind, id };
  if (how === 'add' || id === undefined) return { op: 'put', item: pointing(item, evaluation, to) };
  const now = (plan[kind] as Readonly<Record<Uuid, Item>>)[id] as Item;
  // Fields of the one that is there with a few of any other.
  const fields = Object.entries(item).filter(
    ([name], index) => name !== 'kind' && name !== 'id' && (index + to) % 3 === 0,
  );
  return {
    op: 'put',
    item: pointing({ ...now, ...Object.fromEntries(fields) }, evaluation, how === 'point' ? to : undefined),
  };
}

/** With its references to things that are there. */
function pointing(item: Item, { plan }: Evaluation, to: number | undefined): Item {
  if (to === undefined) return item;
  const idOfKind = (kind: Kind): Uuid | undefined =>
    Object.keys(plan[kind])[to % Math.max(1, Object.keys(plan[kind]).length)];
  const fields: Readonly<Record<string, Kind>> = {
    run: 'run',
    line: 'line',
    pipe: 'pipe',
    section: 'section',
    setup: 'setup',
  };
  const set = Object.entries(fields).flatMap(([field, kind]) => {
    const id = field in item ? idOfKind(kind) : undefined;
    return id === undefined ? [] : [[field, id] as const];
  });
  const lead = item.kind === 'sharing' ? { lead: { ...item.lead, run: idOfKind('run') ?? item.lead.run } } : {};
  return { ...item, ...Object.fromEntries(set), ...lead };
}

test.each(KINDS)('an edit of a %s, then of any kind, removals too, gives what a fresh evaluation gives', (kind) => {
  fc.assert(
    fc.property(surveyedArb, editOfKind(kind), fc.array(editArb, { maxLength: 5 }), (first, step, more) => {
      let evaluation = evaluate(first.plan);
      for (const spec of [step, ...more]) {
        const edit = editOf(evaluation, spec);
        if (!edit) continue;
        const plan = applyEdits(evaluation.plan, [edit]);
        const [next, fresh] = [evaluate(plan, evaluation), evaluate(plan)];
        expect(all(next)).toEqual(all(fresh));
        expect(findingsOf(next).map(({ id }) => id)).toEqual(findingsOf(fresh).map(({ id }) => id));
        // And from there back again: what the other way out had read does no harm.
        expect(all(evaluate(evaluation.plan, next))).toEqual(all(evaluate(evaluation.plan)));
        evaluation = next;
      }
    }),
    { numRuns: 3 * MORE, ...(process.env['NO_SHRINK'] === undefined ? {} : { endOnFailure: true }) },
  );
});

/** As it is posted to a worker, and posted back. */
function across<T>(value: T): T {
  const { port1, port2 } = new MessageChannel();
  port1.postMessage(value);
  const there = (receiveMessageOnPort(port2) as { message: T }).message;
  port2.postMessage(there);
  const back = (receiveMessageOnPort(port1) as { message: T }).message;
  port1.close();
  return back;
}

/** Maps and sets as lists: what comes from a worker has classes of its own here. */
function flat(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const name = Object.prototype.toString.call(value);
  if (name === '[object Map]' || name === '[object Set]') return [name, [...(value as Iterable<unknown>)].map(flat)];
  if (Array.isArray(value)) return value.map(flat);
  if (name === '[object Float64Array]') return [...(value as Float64Array)];
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, flat(inner)]));
}

test('all that follows crosses to a worker and comes back equal, and can be gone on from', () => {
  fc.assert(
    fc.property(surveyedArb, editArb, (first, spec) => {
      const evaluation = evaluate(first.plan);
      const crossed = across(evaluation);
      expect(flat(crossed)).toEqual(flat(evaluation));
      const edit = editOf(crossed, spec);
      if (!edit) return;
      const plan = applyEdits(crossed.plan, [edit]);
      expect(flat(all(evaluate(plan, crossed)))).toEqual(flat(all(evaluate(plan))));
    }),
    { numRuns: 40 * MORE },
  );
});

test('what an edit does not reach stays the very same', () => {
  const spec = { ground: 5, runs: [1, 2, 3, 4].map(() => ({ length: 20, slope: 0.01, ground: 6 })) };
  const built = buildLine({ ...spec, runs: spec.runs.map((run, index) => (index === 0 ? { ...run, low: 3 } : run)) });
  const before = evaluate(built.plan);
  const [, , third] = built.runs;
  const after = evaluate(
    applyEdits(built.plan, [
      { op: 'put', item: { kind: 'runGround', id: third ?? '', breaks: [{ at: 7, elevation: 5.5 }] } },
    ]),
    before,
  );
  expect([...after.recomputed]).toEqual([third]);
  for (const [id, run] of after.runs) expect(run === before.runs.get(id)).toBe(id !== third);
  for (const [id, node] of after.nodes) expect(node).toBe(before.nodes.get(id));
  for (const [id, found] of after.findings.run) if (id !== third) expect(found).toBe(before.findings.run.get(id));
});
