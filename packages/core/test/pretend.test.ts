import type { Item, Kind, Profile, Service } from '@alveus/plan';
import {
  applyEdits,
  dangling,
  itemAt,
  itemsOf,
  KINDS,
  kindOf,
  nameOf,
  openPlanFile,
  planFileJsonSchema,
  planOf,
  rebase,
  savePlanFile,
  serviceOf,
  SERVICES,
  stepOf,
  undo,
  upgradeItem,
  VERSION,
} from '@alveus/plan';
import { evaluate, findingsOf } from '../src';
import { removeRun } from '../src/edits/network';
import { splitRun } from '../src/edits/split';
import { extendLine, startLine } from '../src/grow';
import { buildLine, ft, newId } from './builders';
import * as properties from './support/properties';

/**
 * Kinds and a service that nobody knows, each declared in the one place where kinds and services are declared: all that
 * holds for the others holds for them, with no line changed anywhere else.
 */
jest.mock('../../plan/src/kinds/list', () => {
  const actual = jest.requireActual<typeof import('../../plan/src/kinds/list')>('../../plan/src/kinds/list');
  const { z } = jest.requireActual<typeof import('zod')>('zod');
  const values = jest.requireActual<typeof import('../../plan/src/values')>('../../plan/src/values');
  const { recordFields } =
    jest.requireActual<typeof import('../../plan/src/kinds/record')>('../../plan/src/kinds/record');
  const { Uuid, Name, AlongRun } = values;
  /** Laid along a stretch of a run, with a splice somewhere on it. */
  const tape = {
    kind: 'tape',
    schema: z.strictObject({
      kind: z.literal('tape'),
      id: Uuid,
      run: Uuid,
      name: Name,
      from: AlongRun,
      to: AlongRun,
      splice: AlongRun,
    }),
    words: {
      one: 'warning tape',
      many: 'warning tapes',
      fields: {
        run: 'run',
        name: 'name',
        from: ['from', 'distance'],
        to: ['to', 'distance'],
        splice: ['splice', 'distance'],
      },
    },
    refs: [{ field: 'run', to: 'run', then: 'goes' }],
    along: {
      run: (item: { run: string }) => item.run,
      spans: (item: { from: number; to: number }) => [{ from: item.from, to: item.to }],
      put: (item: object, run: string, [span]: { from: number; to: number }[]) =>
        span && { ...item, run, from: span.from, to: span.to },
    },
    upgrades: { 2: ({ end, ...item }: Record<string, unknown>) => ({ ...item, to: item['to'] ?? end }) },
  };
  /** What was felt with a bar: a record. */
  const probe = {
    kind: 'probe',
    schema: z.strictObject({
      kind: z.literal('probe'),
      id: Uuid,
      run: Uuid,
      at: AlongRun,
      depth: z.number().min(0).max(5),
      ...recordFields,
    }),
    words: {
      one: 'probing',
      many: 'probings',
      fields: {
        run: 'run',
        at: ['place', 'distance'],
        depth: ['depth', 'distance'],
        supersedes: 'corrects',
        struck: 'strikes',
        recalls: 'takes back',
      },
    },
    record: true,
    refs: [{ field: 'run', to: 'run', then: 'stays' }],
    along: {
      run: (item: { run: string }) => item.run,
      spans: (item: { at: number }) => [{ from: item.at, to: item.at }],
      put: (item: object, run: string, [span]: { from: number }[]) => span && { ...item, run, at: span.from },
    },
  };
  /** A fact of each end of a run, and one of the whole: carries the run's id. */
  const colour = {
    kind: 'colour',
    schema: z.strictObject({
      kind: z.literal('colour'),
      id: Uuid,
      atA: z.number().min(0).max(9),
      atB: z.number().min(0).max(9).optional(),
      lean: z.number().min(-9).max(9),
    }),
    words: {
      one: 'colour',
      many: 'colours',
      of: 'the colour of',
      fields: { atA: 'colour at end a', atB: 'colour at end b', lean: 'how it changes' },
    },
    refs: [{ field: 'id', to: 'run', then: 'goes' }],
    byEnd: { a: ['atA'], b: ['atB'], turned: ['lean'] },
  };
  return { KIND_LIST: [...actual.KIND_LIST, tape, probe, colour] };
});

jest.mock('../../plan/src/kinds/services', () => {
  const actual = jest.requireActual<typeof import('../../plan/src/kinds/services')>('../../plan/src/kinds/services');
  const culvert = {
    service: 'culvert',
    word: 'Culvert',
    letters: 'CV',
    width: 6,
    rules: {
      leastSlope: [{ fromNominal: 0, least: 0.03, severity: 'fix', source: 'a made-up code' }],
      steep: null,
      cover: { foot: 0.9, vehicles: 1.2, source: 'a made-up code' },
    },
    pipe: '12 in twin-wall',
    sections: ['storm'],
    sewage: true,
  };
  return { ...actual, SERVICE_LIST: [...actual.SERVICE_LIST, culvert] };
});

const TAPE = 'tape' as Kind;
const PROBE = 'probe' as Kind;
const CULVERT = 'culvert' as Service;

test('they are there', () => {
  expect(KINDS).toEqual(expect.arrayContaining([TAPE, PROBE, 'colour']));
  expect(SERVICES).toContain(CULVERT);
  expect(kindOf(PROBE).record).toBe(true);
});

describe('all that holds for every kind holds for them', () => {
  test('splitting, joining and turning round', properties.keepsEverythingAtItsPlace);
  test('late records', properties.lateRecordsFindTheirPlace);
  test('taking away', properties.takesExactlyWhatHung);
  test('undo and redo', properties.undoesAndRedoesAll);
  test('order', properties.orderChangesNothing);
  test('they are among what is tried', properties.triesEveryKind);
});

describe('a pretend kind', () => {
  const built = buildLine({ ground: 9, runs: [{ length: 100, low: 5, slope: 0.01, ground: 9 }] });
  const run = built.runs[0] ?? '';
  const tape = { kind: TAPE, id: newId(), run, name: 'Green tape', from: 20, to: 80, splice: 3 } as unknown as Item;
  const probe = { kind: PROBE, id: newId(), run, at: 70, depth: 1 } as unknown as Item;
  const colour = { kind: 'colour', id: run, atA: 1, atB: 2, lean: 3 } as unknown as Item;
  const plan = planOf([...built.items, tape, probe, colour]);
  const all = (of: typeof plan, kind: Kind): (Item & Record<string, unknown>)[] => Object.values(of[kind]) as never;

  test('is saved, opened, published and brought forward', () => {
    const opened = openPlanFile(savePlanFile('Job', plan));
    expect(opened.ok && opened.plan).toEqual(plan);
    expect(JSON.stringify(planFileJsonSchema())).toContain('"splice"');
    expect(upgradeItem({ kind: 'tape', end: 8 }, 1)).toEqual({ kind: 'tape', to: 8 });
    const bad = openPlanFile(savePlanFile('Job', planOf([...built.items, Object.assign({}, tape, { splice: -1 })])));
    expect(!bad.ok && bad.message).toMatch(/the warning tape “Green tape”, splice: must not be negative/);
  });

  test('is parted with its run, and its record stays as it was written', () => {
    const split = splitRun(evaluate(plan), run, 50, { name: 'Wye', form: 'fitting' }, newId);
    const after = applyEdits(plan, split?.edits ?? []);
    expect(all(after, TAPE).map(({ run: of, from, to }) => [of, from, to])).toEqual([
      [split?.lower, 20, 50],
      [split?.upper, 0, 30],
    ]);
    expect(all(after, PROBE)).toEqual([probe]);
    expect(all(after, 'colour' as Kind)).toEqual([
      { kind: 'colour', id: split?.lower, atA: 1, lean: 3 },
      { kind: 'colour', id: split?.upper, atB: 2, lean: 3 },
    ]);
    expect(dangling(after)).toEqual([]);
  });

  test('goes with its run, and comes back with it', () => {
    const edits = removeRun(plan, run);
    const after = applyEdits(plan, edits);
    expect(itemsOf(after).filter(({ kind }) => [TAPE, 'colour' as Kind].includes(kind))).toEqual([]);
    expect(all(after, PROBE)).toEqual([probe]);
    const back = undo(after, stepOf(plan, edits), newId);
    expect(back.ok && applyEdits(after, back.edits)).toEqual(plan);
  });

  test('is told in its own words where two people disagree', () => {
    const find = (kind: Kind, id: string): Item | undefined => itemAt(plan, { kind, id });
    expect(nameOf(tape, find)).toBe('Green tape');
    expect(nameOf(colour, find)).toBe('the colour of Run 1');
    expect(nameOf(probe, find)).toBe('a probing');
    const mine = { ...tape, name: 'Mine' } as Item;
    const theirs = { ...tape, name: 'Theirs' } as Item;
    const address = { kind: TAPE, id: tape.id };
    const pending = [
      {
        id: newId(),
        format: VERSION,
        changes: [{ op: 'put' as const, item: mine, base: 1 }],
        step: [{ address, before: tape, after: mine }],
      },
    ];
    const { conflicts } = rebase(
      pending,
      new Map([[`tape:${tape.id}`, { ...address, revision: 2, item: theirs }]]),
      new Map(),
      newId,
    );
    expect(conflicts).toEqual([{ address, mine, theirs, fields: ['name'] }]);
  });
});

describe('a pretend service', () => {
  test('is judged by its own rules, whatever the profile names', () => {
    const profile = {
      kind: 'profile',
      id: '00000000-0000-4000-8000-000000000000',
      name: 'Local',
      rules: {},
      services: {},
    } as Profile;
    for (const more of [[], [profile as Item]]) {
      const { plan } = buildLine(
        { service: CULVERT, ground: ft(103), runs: [{ length: ft(100), low: ft(100), slope: 0.02, ground: ft(105) }] },
        more,
      );
      const found = findingsOf(evaluate(plan));
      expect(found.find(({ rule }) => rule === 'least-slope')).toMatchObject({
        severity: 'fix',
        source: 'a made-up code',
      });
      expect(found.find(({ rule }) => rule === 'least-cover')).toMatchObject({ source: 'a made-up code' });
    }
  });

  test('starts with its usual pipe and section', () => {
    const start = startLine(
      planOf([]),
      { name: 'Culvert line', service: CULVERT, outlet: { name: 'Ditch', form: 'daylight' } },
      newId,
    );
    const plan = applyEdits(planOf([]), start.edits);
    const line = Object.values(plan.line)[0];
    expect(plan.pipe[line?.pipe ?? '']?.name).toBe(serviceOf(CULVERT).pipe);
    const grown = applyEdits(
      plan,
      extendLine(
        plan,
        start.line,
        { name: 'Run 1', length: 20, low: 5, slope: 0.05, upper: { name: 'Head', form: 'inlet' } },
        newId,
        start.outlet,
      ).edits,
    );
    expect(evaluate(grown).runs.size).toBe(1);
    const opened = openPlanFile(savePlanFile('Job', grown));
    expect(opened.ok).toBe(true);
  });
});
