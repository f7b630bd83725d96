import fc from 'fast-check';
import type { LineResult } from '@alveus/core';
import { followInvert, lineRoute, placeOn } from '@alveus/core';
import { holeFor } from '@alveus/core/shared';
import type { Edit, ServerItem, Item, ItemOf, Plan } from '@alveus/plan';
import { applyEdits, EMPTY_PLAN, itemsOf, keyOf, NO_DECISIONS, rebase } from '@alveus/plan';
import {
  batchKept,
  batchTaken,
  batchTried,
  changesHeard,
  CLOSED,
  conflictChosen,
  conflictsFound,
  draftSet,
  editRecalled,
  jobOpened,
  jobOpening,
  jobReducer,
  jobRejoined,
  planEdited,
} from '../src/store/job';
import type { JobState } from '../src/store/job';
import { savingWords } from '../src/store/saving';
import {
  selectCommitted,
  selectEvaluation,
  selectFindings,
  selectLine,
  selectLineResult,
  selectLive,
  selectPlace,
  selectRested,
  selectRun,
  selectStageState,
  STAGES,
} from '../src/store/results';
import { pausableStore } from '../src/store/paused';
import { settingsChanged } from '../src/store/frame/settings';
import { makeStore } from '../src/store/frame/store';
import type { RootState } from '../src/store/store';
import { withJob } from '../src/store/store';
import { lineChosen, stationMoved } from '../src/store/view';
import { demo } from './support/demo';

/** The state of the open job, and what follows from it. */

const id = (n: number): string => `50000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;
const node = (n: number, name: string): Item => ({ kind: 'node', id: id(n), name, form: 'manhole' });
const held = (item: Item, revision: number): ServerItem => ({ kind: item.kind, id: item.id, revision, item });
const opened = (items: Item[] = []): JobState =>
  jobReducer(
    jobReducer(CLOSED, jobOpening({ id: id(999), name: 'Yard' })),
    jobOpened({ name: 'Yard', held: items.map((item) => held(item, 1)), pending: [] }),
  );
const statesOf = (state: RootState) =>
  Object.fromEntries(STAGES.map((stage) => [stage, selectStageState(state, stage)]));
let batches = 5000;
const edited = (state: JobState, edits: Edit[]): { state: JobState; batch: string } => {
  const batch = id((batches += 1));
  return { state: jobReducer(state, planEdited({ edits, batch, way: 'do' })), batch };
};

const editArb: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .tuple(fc.integer({ min: 1, max: 4 }), fc.constantFrom('a', 'b'))
    .map(([n, name]): Edit => ({ op: 'put', item: node(n, name) })),
  fc.integer({ min: 1, max: 4 }).map((n): Edit => ({ op: 'remove', kind: 'node', id: id(n) })),
);

test('the plan is always what is held with what waits on top, whatever order things come in', () => {
  const stepArb = fc.oneof(
    { weight: 3, arbitrary: editArb.map((edit) => ({ what: 'edit' as const, edit })) },
    { weight: 1, arbitrary: fc.boolean().map((before) => ({ what: 'taken' as const, before })) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.integer({ min: 1, max: 6 }), fc.constantFrom('x', 'y'))
        .map(([n, name]) => ({ what: 'heard' as const, item: node(n, name) })),
    },
    { weight: 1, arbitrary: fc.constant({ what: 'back' as const }) },
  );
  fc.assert(
    fc.property(fc.array(stepArb, { maxLength: 14 }), (steps) => {
      let state = opened([node(1, 'a'), node(2, 'b')]);
      let sequence = 2;
      for (const step of steps) {
        const [first] = state.pending;
        const last = state.pending[state.pending.length - 1];
        if (step.what === 'edit') ({ state } = edited(state, [step.edit]));
        else if (step.what === 'taken' && first) {
          state = jobReducer(state, batchTried(first.id));
          sequence += 2;
          // It had been taken before the last things that were heard, and the answer was lost.
          state = jobReducer(state, batchTaken({ batch: first.id, sequence: step.before ? sequence - 3 : sequence }));
        } else if (step.what === 'heard') {
          sequence += 2;
          state = jobReducer(state, changesHeard([held(step.item, sequence)]));
        } else if (step.what === 'back' && last)
          state = jobReducer(state, editRecalled({ batch: last.id, way: 'undo' }));
        let wanted: Plan = EMPTY_PLAN;
        for (const { item } of state.held.values()) if (item) wanted = applyEdits(wanted, [{ op: 'put', item }]);
        for (const batch of state.pending)
          for (const { address, after } of batch.step)
            wanted = applyEdits(wanted, [after ? { op: 'put', item: after } : { op: 'remove', ...address }]);
        expect(itemsOf(state.plan)).toEqual(itemsOf(wanted));
        expect(state.kept).toBeLessThanOrEqual(state.pending.length);
      }
    }),
  );
});

describe('an edit taken back before it was tried to be sent', () => {
  test('is as if it had never been, and can be done again', () => {
    const before = opened([node(1, 'a')]);
    const { state, batch } = edited(before, [{ op: 'put', item: node(1, 'b') }]);
    const back = jobReducer(state, editRecalled({ batch, way: 'undo' }));
    expect(back.plan).toEqual(before.plan);
    expect(back.pending).toEqual([]);
    expect([back.past.length, back.future.length]).toEqual([0, 1]);
  });

  test('is not taken back like that once it was tried, or when another waits behind it', () => {
    const first = edited(opened([node(1, 'a')]), [{ op: 'put', item: node(1, 'b') }]);
    const tried = jobReducer(first.state, batchTried(first.batch));
    expect(jobReducer(tried, editRecalled({ batch: first.batch, way: 'undo' }))).toBe(tried);
    const second = edited(first.state, [{ op: 'put', item: node(1, 'c') }]);
    expect(jobReducer(second.state, editRecalled({ batch: first.batch, way: 'undo' }))).toBe(second.state);
  });
});

test('what is heard late does not overwrite what is known better', () => {
  const state = jobReducer(opened(), changesHeard([held(node(1, 'new'), 9)]));
  const late = jobReducer(state, changesHeard([held(node(1, 'old'), 4)]));
  expect(late.held.get(keyOf(node(1, '')))?.item).toEqual(node(1, 'new'));
});

test('what was decided before the server is joined anew is not asked about again', () => {
  const mine = edited(opened([node(1, 'a')]), [{ op: 'put', item: node(1, 'mine') }]);
  const heard = jobReducer(mine.state, changesHeard([held(node(1, 'theirs'), 4)]));
  const conflict = {
    address: { kind: 'node' as const, id: id(1) },
    mine: node(1, 'mine'),
    theirs: node(1, 'theirs'),
    fields: ['name'],
  };
  const found = jobReducer(heard, conflictsFound([conflict]));
  const decided = jobReducer(found, conflictChosen({ key: keyOf(conflict.address), choice: 'mine' }));
  const joined = jobReducer(
    decided,
    jobRejoined({
      of: [mine.batch],
      held: [held(node(1, 'theirs'), 2)],
      pending: decided.pending,
      rejected: [],
      made: false,
    }),
  );
  expect(rebase(joined.pending, joined.held, joined.decisions, () => id(7)).conflicts).toEqual([]);
  expect(rebase(joined.pending, joined.held, NO_DECISIONS, () => id(7)).conflicts).toHaveLength(1);
});

test('where the last edit is, in words, from the finger to the server', () => {
  const store = withJob(makeStore());
  store.dispatch(jobOpening({ id: id(999), name: 'Yard' }));
  expect(savingWords(store.getState()).text).toBe('Opening…');
  store.dispatch(jobOpened({ name: 'Yard', held: [], pending: [] }));
  store.dispatch(planEdited({ edits: [{ op: 'put', item: node(1, 'a') }], batch: id(1000), way: 'do' }));
  expect(savingWords(store.getState()).text).toBe('Saving…');
  store.dispatch(batchKept(id(1000)));
  expect(savingWords(store.getState()).text).toMatch(/On this device · saving/);
  store.dispatch(batchTaken({ batch: id(1000), sequence: 1 }));
  expect(savingWords(store.getState()).text).toBe('Saved');
});

test('what is dragged is shown at once; what nobody reads meanwhile follows when the finger rests', async () => {
  const store = withJob(makeStore());
  store.dispatch(jobOpening({ id: id(999), name: 'Yard' }));
  store.dispatch(jobOpened({ name: 'Yard', held: [held(node(1, 'a'), 1)], pending: [] }));
  const names = () =>
    [selectCommitted, selectEvaluation, selectRested].map((select) => select(store.getState()).plan.node[id(1)]?.name);
  const drag = (name: string) => store.dispatch(draftSet([{ op: 'put', item: node(1, name) }]));
  drag('b');
  expect(names()).toEqual(['a', 'b', 'a']);
  await new Promise((resolve) => setTimeout(resolve, 400));
  expect(names()).toEqual(['a', 'b', 'b']);
  drag('c');
  // As it rested last, until it rests again.
  expect(names()).toEqual(['a', 'c', 'b']);
  store.dispatch(draftSet([]));
  expect(names()).toEqual(['a', 'a', 'a']);
  // And the next drag begins from what is there, not from what was.
  drag('d');
  expect(names()).toEqual(['a', 'd', 'a']);
  store.dispatch(planEdited({ edits: [{ op: 'put', item: node(1, 'e') }], batch: id(1001), way: 'do' }));
  expect(names()).toEqual(['e', 'e', 'e']);
});

describe('a view of the store that is out of sight', () => {
  const theme = (store: { getState: () => { settings: { system: string } } }) => store.getState().settings.system;
  const turn = (store: ReturnType<typeof withJob>, system: 'metric' | 'feet') =>
    store.dispatch(settingsChanged({ system }));

  test('stands still, and hears once of all that happened when it comes back', () => {
    const store = withJob(makeStore());
    turn(store, 'metric');
    const { store: view, hold } = pausableStore(store, true);
    const heard = jest.fn();
    const unfollow = view.subscribe(heard);
    turn(store, 'feet');
    turn(store, 'metric');
    turn(store, 'feet');
    expect(theme(view)).toBe('metric');
    expect(heard).not.toHaveBeenCalled();
    hold(false);
    expect(theme(view)).toBe('feet');
    expect(heard).toHaveBeenCalledTimes(1);
    turn(store, 'metric');
    expect(heard).toHaveBeenCalledTimes(2);
    // Told twice to stand still it keeps what it saw first.
    hold(true);
    turn(store, 'feet');
    hold(true);
    expect(theme(view)).toBe('metric');
    // Nothing happened meanwhile: nothing is heard.
    turn(store, 'metric');
    hold(false);
    hold(true);
    hold(false);
    const calls = heard.mock.calls.length;
    unfollow();
    turn(store, 'feet');
    expect(heard).toHaveBeenCalledTimes(calls);
  });

  test('what it dispatches reaches the store, and is heard by itself when it is in sight', () => {
    const store = withJob(makeStore());
    turn(store, 'metric');
    const { store: view } = pausableStore(store, false);
    const heard = jest.fn();
    view.subscribe(heard);
    view.dispatch(stationMoved(12));
    expect(store.getState().view.station).toBe(12);
    expect(view.getState()).toBe(store.getState());
    expect(heard).toHaveBeenCalledTimes(1);
  });
});

test('inverts that are dragged are seen at once without working out all that follows, other things with it', () => {
  const shipped = demo();
  const store = withJob(makeStore());
  const items = itemsOf(shipped);
  store.dispatch(jobOpening({ id: id(999), name: 'Yard' }));
  store.dispatch(jobOpened({ name: 'Yard', held: items.map((item) => held(item, 1)), pending: [] }));
  const run = selectRun(store.getState());
  const before = selectCommitted(store.getState());
  const follow = followInvert(before.plan, before.grade, run?.id as string, 'high');
  store.dispatch(draftSet(follow((run?.grade.high as number) - 0.2)));
  const state = store.getState();
  const live = selectLive(state);
  expect(live.plan).toBe(before.plan);
  expect('findings' in (live.runs.get(run?.id as string) as object)).toBe(false);
  expect(selectPlace(state)?.run.grade).toEqual(selectRun(state)?.grade);
  expect(selectPlace(state)?.station.depth).toBeCloseTo(
    placeOn(selectEvaluation(state), lineRoute(selectLineResult(state) as LineResult), state.view.station)?.station
      .depth as number,
    12,
  );
  // With a node that moves, a length moves: then all is worked out.
  const place = Object.values(shipped.nodePlace)[0] as ItemOf<'nodePlace'>;
  store.dispatch(draftSet([{ op: 'put', item: { ...place, east: place.east + 1 } }]));
  expect(selectLive(store.getState())).toBe(selectEvaluation(store.getState()));
});

describe('what follows from the demo job', () => {
  const store = withJob(makeStore());
  store.dispatch(jobOpening({ id: id(999), name: 'Tansy Hill' }));
  store.dispatch(
    jobOpened({
      name: 'Tansy Hill',
      held: itemsOf(demo()).map((item) => held(item, 1)),

      pending: [],
    }),
  );

  test('the first line is on show until another is chosen, and the station is held within it', () => {
    const first = selectLine(store.getState());
    expect(first?.line.name).toBe('Barn storm line');
    store.dispatch(stationMoved(1e6));
    expect(selectPlace(store.getState())?.chainage).toBeCloseTo(first?.order.length ?? NaN, 9);
    const other = [...selectEvaluation(store.getState()).lines.keys()][3] ?? '';
    store.dispatch(lineChosen(other));
    expect(selectLine(store.getState())?.id).toBe(other);
    expect(selectPlace(store.getState())?.chainage).toBe(0);
  });

  test('stages say how far they are: in trouble where a rule is broken, settled where all is known', () => {
    const states = statesOf(store.getState());
    const findings = selectFindings(store.getState());
    // Its boxes have no holes yet: what they take is not counted, and so not ordered.
    expect(states.order).toBe('in progress');
    expect(Object.values(states)).not.toContain('nothing yet');
    const [stone = ''] = Object.keys(demo().material);
    const holes = findings.flatMap(({ rule, node }) => (rule === 'hole-unset' ? [node ?? ''] : []));
    const edits = holes.map((node): Edit => ({
      op: 'put',
      item: holeFor(demo().node[node]?.form ?? 'manhole', node, stone),
    }));
    store.dispatch(planEdited({ edits, batch: id(6999), way: 'do' }));
    expect(selectStageState(store.getState(), 'order')).toBe('OK');
    store.dispatch(editRecalled({ batch: id(6999), way: 'undo' }));
    const [run] = Object.values(demo().run);
    store.dispatch(
      planEdited({ edits: [{ op: 'put', item: { kind: 'runGrade', id: run?.id ?? '' } }], batch: id(7000), way: 'do' }),
    );
    expect(selectStageState(store.getState(), 'grade')).toBe('in progress');
    store.dispatch(editRecalled({ batch: id(7000), way: 'undo' }));
    expect(selectFindings(store.getState())).toEqual(findings);
    expect(statesOf(store.getState())).toEqual(states);
  });

  test('an empty job has empty stages', () => {
    const empty = withJob(makeStore());
    expect(statesOf(empty.getState())).toEqual({
      site: 'nothing yet',
      ground: 'nothing yet',
      grade: 'nothing yet',
      trench: 'nothing yet',
      order: 'nothing yet',
      dig: 'nothing yet',
    });
    expect(selectLine(empty.getState())).toBeUndefined();
  });
});
