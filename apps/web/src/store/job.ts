import type {
  Address,
  RejectedBatch,
  Choice,
  Conflict,
  Decisions,
  Edit,
  ServerItem,
  Item,
  Lost,
  Pending,
  Plan,
  Step,
  Uuid,
} from '@alveus/plan';
import {
  addressOf,
  applyEdits,
  EMPTY_PLAN,
  serverItemsOf,
  itemAt,
  keyOf,
  NO_DECISIONS,
  stepOf,
  VERSION,
  withDecision,
  withHeard,
} from '@alveus/plan';
import type { Reducer } from '@reduxjs/toolkit';
import { createAction } from '@reduxjs/toolkit';
import { jobPut } from './frame/jobs';

/**
 * The open job: what the server is known to hold, what waits to be sent, and the plan that both make
 * together. Pure: sending and keeping are done by the outbox, which only reports here.
 */
export interface JobState {
  readonly id: Uuid | null;
  readonly name: string;
  readonly opening: 'closed' | 'opening' | 'open' | 'missing';
  /** It is on this device only: the server has not heard of it yet. */
  readonly made: boolean;
  readonly held: ReadonlyMap<string, ServerItem>;
  readonly pending: readonly Pending[];
  /** Batches made on this page that were never tried to be sent: taking one back leaves no trace. */
  readonly untried: ReadonlySet<Uuid>;
  /** How many of the pending batches are on the device already. */
  readonly kept: number;
  readonly plan: Plan;
  /** What is being dragged: shown, and not yet an edit. */
  readonly draft: readonly Edit[];
  /** The draft as it was when the finger last rested: what need not follow every frame follows this. */
  readonly rested: readonly Edit[];
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  readonly link: Link;
  /** Why this device does not keep edits, where it does not. */
  readonly unkept: string | null;
  /** What the server refused, until somebody decides. */
  readonly rejected: readonly RejectedBatch[];
  readonly conflicts: readonly Conflict[];
  readonly decisions: Decisions;
  /** What the server lost when it was put back to an earlier day, until somebody decides. */
  readonly diverged: DivergedState | null;
}

/** Things that this device has and the server does not. */
export interface DivergedState {
  readonly lost: readonly Lost[];
  /** Whether the server has the job at all. */
  readonly there: boolean;
}

/** How things stand with the server. */
export type Link =
  | { readonly state: 'idle' }
  | { readonly state: 'sending' }
  | { readonly state: 'offline' }
  | { readonly state: 'refused'; readonly message: string };

export const CLOSED: JobState = {
  id: null,
  name: '',
  opening: 'closed',
  made: false,
  held: new Map(),
  pending: [],
  untried: new Set(),
  kept: 0,
  plan: EMPTY_PLAN,
  draft: [],
  rested: [],
  past: [],
  future: [],
  link: { state: 'idle' },
  unkept: null,
  rejected: [],
  conflicts: [],
  decisions: NO_DECISIONS,
  diverged: null,
};

const NO_DRAFT = { draft: CLOSED.draft, rested: CLOSED.rested };

/** Steps that can be undone. */
const REMEMBERED = 200;

/** @param pending what waits of it on this page only */
export const jobOpening = createAction<{ id: Uuid; name: string; pending?: readonly Pending[] }>('job/opening');
export const jobOpened = createAction<{
  name: string;
  held: readonly ServerItem[];
  pending: readonly Pending[];
  /** How many of those are on the device; all, where it is not said. */
  kept?: number;
  made?: boolean;
}>('job/opened');
/** The server has heard of it. */
export const jobMadeKnown = createAction('job/made-known');
export const jobMissing = createAction('job/missing');
export const jobClosed = createAction('job/closed');
/** An edit. `batch` is the id it will be sent under; `way` says whether it makes, undoes or redoes a step. */
export const planEdited = createAction<{ edits: readonly Edit[]; batch: Uuid; way: 'do' | 'undo' | 'redo' }>(
  'job/edited',
);
/** The last edit, taken back before anybody else could have heard of it; `way` as for an edit. */
export const editRecalled = createAction<{ batch: Uuid; way: 'undo' | 'redo' }>('job/recalled');
/** A batch is being sent: from here on the server may have it, whatever is heard of it. */
export const batchTried = createAction<Uuid>('job/tried');
export const draftSet = createAction<readonly Edit[]>('job/drafted');
/** The finger rests where the draft is now. */
export const draftRested = createAction('job/rested');
export const batchKept = createAction<Uuid>('job/kept');
export const batchTaken = createAction<{ batch: Uuid; sequence: number }>('job/taken');
export const changesHeard = createAction<readonly ServerItem[]>('job/heard');
export const linkChanged = createAction<Link>('job/link');
export const deviceTroubled = createAction<string | null>('job/device');
export const conflictsFound = createAction<readonly Conflict[]>('job/conflicts');
export const conflictChosen = createAction<{ key: string; choice: Choice }>('job/chosen');
/**
 * What waits, rebased; `of` are the batches that it was made of. What was typed while that was being saved comes after it.
 */
interface Rebased {
  readonly of: readonly Uuid[];
  readonly pending: readonly Pending[];
}
export const pendingRebased = createAction<Rebased>('job/rebased');
/** What the device has of what was refused. */
export const rejectedKnown = createAction<readonly RejectedBatch[]>('job/asides');
/** The server refused a batch: what is rejected, and what still waits. */
export const batchesRejected = createAction<Rebased & { rejected: readonly RejectedBatch[] }>('job/aside');
/** What could be undone and redone when the job was last open on this device. */
export const stepsKnown = createAction<{ past: readonly Step[]; future: readonly Step[] }>('job/steps');
export const divergenceFound = createAction<DivergedState>('job/parted');
/** The server's as it is since it was put back, what waits from here on, and what was rejected. */
export const jobRejoined = createAction<
  Rebased & { held: readonly ServerItem[]; rejected: readonly RejectedBatch[]; made: boolean }
>('job/rejoined');
export const rejectedDropped = createAction<Uuid>('job/aside-dropped');

export const jobReducer: Reducer<JobState> = (state = CLOSED, action) => {
  if (jobOpening.match(action)) return { ...CLOSED, ...action.payload, opening: 'opening' };
  if (jobClosed.match(action)) return CLOSED;
  if (jobMissing.match(action)) return { ...state, opening: 'missing' };
  // Renamed in the list.
  if (jobPut.match(action)) return action.payload.id === state.id ? { ...state, name: action.payload.name } : state;
  if (jobOpened.match(action)) {
    const { name, held, pending, kept = pending.length, made = false } = action.payload;
    return withPlan({
      ...state,
      name,
      opening: 'open',
      held: withHeard(state.held, held),
      pending,
      kept,
      made,
    });
  }
  if (jobMadeKnown.match(action)) return { ...state, made: false };
  if (planEdited.match(action)) return edited(state, action.payload);
  if (editRecalled.match(action)) return recalled(state, action.payload);
  if (batchTried.match(action)) return { ...state, untried: without(state.untried, action.payload) };
  if (draftSet.match(action)) {
    if (action.payload.length === 0) return state.draft.length === 0 ? state : { ...state, ...NO_DRAFT };
    return { ...state, draft: action.payload };
  }
  if (draftRested.match(action)) return { ...state, rested: state.draft };
  if (batchKept.match(action))
    return { ...state, kept: Math.max(state.kept, 1 + state.pending.findIndex(({ id }) => id === action.payload)) };
  if (batchTaken.match(action)) return taken(state, action.payload);
  if (changesHeard.match(action)) {
    const changes = action.payload;
    return changes.length === 0 ? state : withPlan({ ...state, held: withHeard(state.held, changes) });
  }
  if (linkChanged.match(action))
    return sameLink(state.link, action.payload) ? state : { ...state, link: action.payload };
  if (deviceTroubled.match(action))
    return state.unkept === action.payload ? state : { ...state, unkept: action.payload };
  if (conflictsFound.match(action)) return { ...state, conflicts: action.payload };
  if (conflictChosen.match(action)) {
    const { key, choice } = action.payload;
    const conflict = state.conflicts.find(({ address }) => keyOf(address) === key);
    if (!conflict) return state;
    return {
      ...state,
      decisions: withDecision(state.decisions, conflict, choice),
      conflicts: state.conflicts.filter((open) => open !== conflict),
    };
  }
  if (pendingRebased.match(action)) return withRebased(state, action.payload);
  if (rejectedKnown.match(action)) return { ...state, rejected: action.payload };
  if (stepsKnown.match(action)) return { ...state, ...action.payload };
  if (batchesRejected.match(action)) {
    return withRebased({ ...state, rejected: [...state.rejected, ...action.payload.rejected] }, action.payload);
  }
  if (divergenceFound.match(action)) return { ...state, diverged: action.payload };
  if (jobRejoined.match(action)) {
    const { held, rejected, made } = action.payload;
    const joined = {
      ...state,
      held: withHeard(new Map(), held),
      made,
      rejected: [...state.rejected, ...rejected],
      diverged: null,
    };
    // What was decided before holds for what is rebased next.
    return { ...withRebased(joined, action.payload), decisions: state.decisions };
  }
  if (rejectedDropped.match(action))
    return { ...state, rejected: state.rejected.filter(({ id }) => id !== action.payload) };
  return state;
};

function edited(
  state: JobState,
  { edits, batch, way }: { edits: readonly Edit[]; batch: Uuid; way: 'do' | 'undo' | 'redo' },
): JobState {
  const step = stepOf(state.plan, edits);
  const changes = edits.map((edit) => {
    const key = keyOf(addressOf(edit));
    const earlier = state.pending.findLast((waiting) => waiting.step.some(({ address }) => keyOf(address) === key));
    const base = earlier ? { after: earlier.id } : (state.held.get(key)?.revision ?? 0);
    return { ...edit, base };
  });
  return {
    ...askedAnew({ ...state, plan: applyEdits(state.plan, edits) }, edits.map(addressOf)),
    pending: [...state.pending, { id: batch, format: VERSION, changes, step }],
    untried: new Set(state.untried).add(batch),
    ...NO_DRAFT,
    past: way === 'undo' ? state.past.slice(0, -1) : [...state.past, step].slice(-REMEMBERED),
    future: way === 'do' ? [] : way === 'undo' ? [...state.future, step] : state.future.slice(0, -1),
  };
}

/**
 * Some things of the plan have changed. What is being asked about shows what stands there; what was decided of a thing
 * before is asked anew, since it was decided against something else.
 */
function askedAnew(state: JobState, touched: readonly Address[]): JobState {
  if (state.conflicts.length === 0 && state.decisions.size === 0) return state;
  const keys = new Set(touched.map(keyOf));
  return {
    ...state,
    conflicts: state.conflicts.flatMap((conflict) => {
      const key = keyOf(conflict.address);
      if (!keys.has(key)) return conflict;
      const mine = itemAt(state.plan, conflict.address) ?? null;
      // Taken back, and the server's stands there: there is nothing to ask.
      return mine === state.held.get(key)?.item ? [] : { ...conflict, mine };
    }),
    decisions: new Map([...state.decisions].filter(([key]) => !keys.has(key))),
  };
}

/** The batch leaves the queue, and the plan is as if it had never been: with what others did since. */
function recalled(state: JobState, { batch, way }: { batch: Uuid; way: 'undo' | 'redo' }): JobState {
  const last = state.pending[state.pending.length - 1];
  if (last?.id !== batch || !state.untried.has(batch)) return state;
  const back: Step = last.step.map(({ address, before, after }) => ({ address, before: after, after: before }));
  const left = withPlan({ ...state, pending: state.pending.slice(0, -1) });
  return {
    ...askedAnew(
      left,
      last.step.map(({ address }) => address),
    ),
    untried: without(state.untried, batch),
    kept: Math.min(state.kept, state.pending.length - 1),
    ...NO_DRAFT,
    past: way === 'undo' ? state.past.slice(0, -1) : [...state.past, back],
    future: way === 'undo' ? [...state.future, back] : state.future.slice(0, -1),
  };
}

const without = (ids: ReadonlySet<Uuid>, id: Uuid): ReadonlySet<Uuid> =>
  ids.has(id) ? new Set([...ids].filter((member) => member !== id)) : ids;

/**
 * The server took a batch: what it put is what the server holds now, unless it had taken it before and others have
 * written over it since, of which we heard first.
 */
function taken(state: JobState, { batch, sequence }: { batch: Uuid; sequence: number }): JobState {
  const sent = state.pending.find(({ id }) => id === batch);
  if (!sent) return state;
  const put = serverItemsOf(sent, sequence);
  const held = withHeard(state.held, put);
  const pending = state.pending.filter(({ id }) => id !== batch);
  const after = { ...state, held, pending, kept: Math.max(0, state.kept - 1) };
  return put.every((item) => held.get(keyOf(item)) === item) ? after : withPlan(after);
}

function withRebased(state: JobState, { of, pending }: Rebased): JobState {
  const since = state.pending.filter(({ id }) => !of.includes(id));
  return withPlan({
    ...state,
    pending: [...pending, ...since],
    kept: pending.length + Math.max(0, state.kept - (state.pending.length - since.length)),
    conflicts: [],
    decisions: NO_DECISIONS,
    link: { state: 'idle' },
  });
}

/** The plan from what is held and what waits, keeping every item that is the same object as before. */
function withPlan(state: JobState): JobState {
  const wanted = new Map<string, Item | null>();
  for (const [key, { item }] of state.held) wanted.set(key, item);
  for (const { step } of state.pending)
    for (const { address, after } of step) wanted.set(keyOf(address), after ?? null);
  const edits: Edit[] = [];
  for (const table of Object.values(state.plan)) {
    for (const item of Object.values(table) as Item[]) {
      if (!wanted.get(keyOf(item))) edits.push({ op: 'remove', kind: item.kind, id: item.id });
    }
  }
  for (const item of wanted.values()) {
    if (item && (state.plan[item.kind] as Record<string, Item>)[item.id] !== item) edits.push({ op: 'put', item });
  }
  return { ...state, plan: applyEdits(state.plan, edits) };
}

function sameLink(a: Link, b: Link): boolean {
  return a.state === b.state && ('message' in a ? a.message : '') === ('message' in b ? b.message : '');
}
