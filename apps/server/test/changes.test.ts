import { randomUUID } from 'node:crypto';
import type { Item } from '@alveus/plan';
import { LIMITS, VERSION } from '@alveus/plan';
import request from 'supertest';
import type { World } from './world';
import { batch, makeWorld, newJob, node, put } from './world';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

describe('a batch of changes', () => {
  test('moves the plan as a whole and gets the next number', async () => {
    const job = await newJob(world.app());
    const [a, b] = [randomUUID(), randomUUID()];
    const first = await job.send(batch([put(node(a, 'Outlet')), put(node(b, 'Basin'))])).expect(200);
    expect(first.body).toEqual({ taken: true, sequence: 1 });
    const second = await job.send(batch([put(node(a, 'Ditch'), 1)])).expect(200);
    expect(second.body).toEqual({ taken: true, sequence: 2 });
    const { sequence, changes } = await job.since(0);
    expect(sequence).toBe(2);
    expect(new Map(changes.map((held) => [held.id, [held.revision, (held.item as { name: string }).name]]))).toEqual(
      new Map([
        [a, [2, 'Ditch']],
        [b, [1, 'Basin']],
      ]),
    );
  });

  test('is refused whole when one of its changes is stale, and says what is held', async () => {
    const job = await newJob(world.app());
    const [a, b] = [randomUUID(), randomUUID()];
    await job.send(batch([put(node(a, 'Outlet'))]));
    await job.send(batch([put(node(a, 'Somebody else’s name'), 1)]));
    const answer = await job.send(batch([put(node(a, 'Mine'), 1), put(node(b, 'New'))])).expect(409);
    expect(answer.body).toMatchObject({
      taken: false,
      sequence: 2,
      conflicts: [{ kind: 'node', id: a, revision: 2, item: { name: 'Somebody else’s name' } }],
    });
    const { sequence, changes } = await job.since(0);
    expect(sequence).toBe(2);
    expect(changes).toHaveLength(1);
  });

  test('sent twice is done once, with the same answer; the same id with another body is refused', async () => {
    const job = await newJob(world.app());
    const once = batch([put(node(randomUUID(), 'Outlet'))]);
    const first = await job.send(once).expect(200);
    const again = await job.send(once).expect(200);
    expect(again.body).toEqual(first.body);
    expect((await job.since(0)).sequence).toBe(1);
    const other = await job.send({ ...once, changes: [put(node(randomUUID(), 'Outlet'))] }).expect(422);
    expect(other.body.error.code).toBe('batch-reused');
  });

  test('of an older format is brought forward, and is the same batch when it comes again', async () => {
    const job = await newJob(world.app());
    const id = randomUUID();
    const grade = (high: number) => ({ kind: 'runGrade', id, low: 28, drop: high });
    const waited = { id: randomUUID(), format: 2, changes: [{ op: 'put', item: grade(0.1), base: 0 }] };
    const first = await job.send(waited).expect(200);
    const [held] = (await job.since(0)).changes;
    expect(held?.item).toEqual({ kind: 'runGrade', id, a: 28, stepA: 0.1 });
    expect((await job.send(waited).expect(200)).body).toEqual(first.body);
    const other = await job.send({ ...waited, changes: [{ op: 'put', item: grade(0.2), base: 0 }] }).expect(422);
    expect(other.body.error.code).toBe('batch-reused');
    // What is in it is checked once it has been brought forward.
    const bad = {
      id: randomUUID(),
      format: 2,
      changes: [{ op: 'put', item: { ...grade(0), id: randomUUID(), low: 'x' }, base: 0 }],
    };
    expect((await job.send(bad).expect(422)).body.error.message).toMatch(/^changes\.0\.item\.a/);
    for (const format of [0, -1, 2.5, VERSION + 1, '3', null, undefined])
      await job.send({ ...batch([put(node(randomUUID(), 'x'))]), format }).expect(422);
  });

  test('may hold things of kinds that are not known here: they are kept word for word', async () => {
    const job = await newJob(world.app());
    const pump = { id: randomUUID(), kind: 'pump', lift: 3.25, stages: [{ on: 1.2 }, { alarm: null, on: 1.5 }] };
    await job.send({ id: randomUUID(), format: VERSION, changes: [{ op: 'put', item: pump, base: 0 }] }).expect(200);
    const [held] = (await job.since(0)).changes;
    expect(JSON.stringify(held?.item)).toBe(JSON.stringify(pump));
    const remove = { op: 'remove', kind: 'pump', id: pump.id, base: 1 };
    await job.send({ id: randomUUID(), format: VERSION, changes: [remove] }).expect(200);
    expect((await job.since(1)).changes).toEqual([{ kind: 'pump', id: pump.id, revision: 2, item: null }]);
  });

  test('that arrives twenty times at once is done once', async () => {
    const job = await newJob(world.app());
    const once = batch([put(node(randomUUID(), 'Outlet'))]);
    const answers = await Promise.all(Array.from({ length: 20 }, () => job.send(once)));
    expect(new Set(answers.map(({ status, body }) => `${status} ${JSON.stringify(body)}`))).toEqual(
      new Set(['200 {"taken":true,"sequence":1}']),
    );
  });

  test('may hang on an earlier one that was made without the server', async () => {
    const job = await newJob(world.app());
    const id = randomUUID();
    const first = batch([put(node(id, 'Outlet'))]);
    const second = batch([put(node(id, 'Ditch'), { after: first.id })]);
    const early = await job.send(second).expect(422);
    expect(early.body.error.code).toBe('unknown-base');
    await job.send(first).expect(200);
    expect((await job.send(second).expect(200)).body).toEqual({ taken: true, sequence: 2 });
  });

  test('of one item from many people at once: one wins each time, and no update is lost', async () => {
    const job = await newJob(world.app());
    const id = randomUUID();
    await job.send(batch([put(node(id, 'start'))]));
    const add = async (who: number): Promise<void> => {
      for (;;) {
        const held = (await job.since(0)).changes[0];
        const name = `${(held?.item as { name: string }).name}.${who}`;
        const { status } = await job.send(batch([put(node(id, name), held?.revision ?? 0)]));
        if (status === 200) return;
        expect(status).toBe(409);
      }
    };
    await Promise.all(Array.from({ length: 8 }, (_, who) => add(who)));
    const held = (await job.since(0)).changes[0];
    expect(held?.revision).toBe(9);
    expect((held?.item as { name: string }).name.split('.').slice(1).sort()).toEqual([
      '0',
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
    ]);
  });
});

describe('somebody who knows of what is not here', () => {
  test('is told so, and nothing of theirs is taken: the server was put back to an earlier day', async () => {
    const job = await newJob(world.app());
    const [first, second] = [batch([put(node(randomUUID(), 'Outlet'))]), batch([put(node(randomUUID(), 'Basin'))])];
    await job.send(first).expect(200);
    await job.send(second).expect(200);
    const divergedAt = async (query: string) => {
      const heard = await request(world.app()).get(`/api/jobs/${job.id}/changes?${query}`).expect(409);
      expect(heard.body.error.code).toBe('parted');
      const more = batch([put(node(randomUUID(), 'x'))]);
      const sent = await request(world.app()).post(`/api/jobs/${job.id}/changes?${query}`).send(more).expect(409);
      expect(sent.body.error.code).toBe('parted');
    };
    await divergedAt('since=3');
    await divergedAt('since=0&known=3');
    await divergedAt(`since=3&known=3&at=${randomUUID()}`);
    await divergedAt(`since=2&known=2&at=${first.id}`);
    await divergedAt(`since=1&known=2&at=${first.id}`);
    await divergedAt(`since=1&known=1&at=${second.id}`);
    await divergedAt(`since=0&at=${second.id}`);
    const known = `known=2&at=${second.id}`;
    const heard = await request(world.app()).get(`/api/jobs/${job.id}/changes?since=1&${known}`).expect(200);
    expect(heard.body).toMatchObject({ sequence: 2, at: second.id, changes: [{ item: { name: 'Basin' } }] });
    const more = batch([put(node(randomUUID(), 'x'))]);
    await request(world.app()).post(`/api/jobs/${job.id}/changes?since=1&${known}`).send(more).expect(200);
  });
});

test('a shot is a record: it is added once, and neither changed nor taken away', async () => {
  const job = await newJob(world.app());
  const id = randomUUID();
  const shot = (value: number): Item => ({
    kind: 'shot',
    id,
    setup: randomUUID(),
    order: 1,
    sight: 'fore',
    target: { on: 'turning', name: 'TP1' },
    reading: { by: 'rod', value },
    note: '',
  });
  await job.send(batch([put(shot(1.2))])).expect(200);
  for (const change of [put(shot(1.3), 1), { op: 'remove' as const, kind: 'shot' as const, id, base: 1 }]) {
    const answer = await job.send(batch([change])).expect(422);
    expect(answer.body.error.code).toBe('record');
  }
  expect((await job.since(0)).changes[0]?.item).toMatchObject({ reading: { value: 1.2 } });
});

describe('what a client has not seen', () => {
  test('comes since a number, removals as tombstones', async () => {
    const job = await newJob(world.app());
    const [a, b] = [randomUUID(), randomUUID()];
    await job.send(batch([put(node(a, 'Outlet')), put(node(b, 'Basin'))]));
    await job.send(batch([{ op: 'remove', kind: 'node', id: b, base: 1 }]));
    expect(await job.since(1)).toEqual({
      sequence: 2,
      at: expect.any(String),
      changes: [{ kind: 'node', id: b, revision: 2, item: null }],
    });
    // From nothing, what is gone need not be told.
    expect((await job.since(0)).changes.map(({ id }) => id)).toEqual([a]);
    expect(await job.since(2)).toEqual({ sequence: 2, at: expect.any(String), changes: [] });
    // What was removed may be put again, by one who saw the removal or one who never saw the item.
    await job.send(batch([put(node(b, 'Basin'), 2)])).expect(200);
  });
});

describe('bad input gets a 4xx, and changes nothing', () => {
  const id = randomUUID();
  const run = {
    kind: 'run',
    id,
    line: id,
    name: 'Run',
    a: randomUUID(),
    b: randomUUID(),
    flow: 'to-a',
    length: { from: 'typed', value: 10 },
    vehicles: false,
  };
  test.each<[string, unknown]>([
    ['text where a length is meant', { ...run, length: { from: 'typed', value: '12 ft' } }],
    ['a negative length', { ...run, length: { from: 'typed', value: -3 } }],
    ['a run of no length', { ...run, length: { from: 'typed', value: 0 } }],
    ['a run from a node to itself', { ...run, b: run.a }],
    [
      'ground breaks out of order',
      {
        kind: 'runGround',
        id,
        breaks: [
          { at: 5, elevation: 1 },
          { at: 3, elevation: 1 },
        ],
      },
    ],
    [
      'two ground points at one distance',
      {
        kind: 'runGround',
        id,
        breaks: [
          { at: 5, elevation: 1 },
          { at: 5, elevation: 2 },
        ],
      },
    ],
    [
      'layers that overlap',
      {
        kind: 'section',
        id,
        name: 'S',
        width: { rule: 'd2321' },
        below: [],
        surface: [],
        above: [
          { material: 'native', upTo: { mark: 'crown', offset: 0.3 } },
          { material: 'native', upTo: { mark: 'crown', offset: 0.1 } },
        ],
      },
    ],
    ['an unknown field', { ...run, colour: 'red' }],
    ['a kind named as none is', { kind: 'Tree house', id }],
    ['an unknown kind, nested too deep', { kind: 'tree', id, of: JSON.parse('['.repeat(30) + ']'.repeat(30)) }],
    ['an unknown kind that is too much for one thing', { kind: 'tree', id, of: 'x'.repeat(LIMITS.itemBytes) }],
    ['an unknown kind without an id', { kind: 'tree' }],
    ['a name with a null in it', { ...run, name: 'a\u0000b' }],
    ['a name with half a character', { ...run, name: 'a\ud800b' }],
    ['a number that JSON cannot hold', { ...run, length: { from: 'typed', value: null } }],
    ['an upper-case id', { ...run, id: id.toUpperCase() }],
    ['not an item at all', 'pipe'],
  ])('%s', async (_what, item) => {
    const job = await newJob(world.app());
    const answer = await job.send({ id: randomUUID(), format: VERSION, changes: [{ op: 'put', item, base: 0 }] });
    expect(answer.status).toBe(422);
    expect(answer.body.error.message).toMatch(/changes\.0/);
    expect((await job.since(0)).sequence).toBe(0);
  });

  test('no change, too many changes, the same item twice, revisions that are none', async () => {
    const job = await newJob(world.app());
    const item = node(randomUUID(), 'Outlet');
    await job.send({ id: randomUUID(), format: VERSION, changes: [] }).expect(422);
    await job.send(batch([put(item), put(item)])).expect(422);
    await job
      .send(batch(Array.from({ length: LIMITS.batchChanges + 1 }, () => put(node(randomUUID(), 'x')))))
      .expect(422);
    for (const base of [-1, 0.5, 1e300, 'one', null])
      await job.send({ id: randomUUID(), format: VERSION, changes: [{ op: 'put', item, base }] }).expect(422);
    for (const since of ['-1', 'x', '1.5', '1e400'])
      await request(world.app()).get(`/api/jobs/${job.id}/changes?since=${since}`).expect(422);
  });

  test('broken JSON, another type, too much of it, an address that is none', async () => {
    const app = world.app();
    const job = await newJob(app);
    const post = (body: string, type = 'application/json') =>
      request(app).post(`/api/jobs/${job.id}/changes`).set('Content-Type', type).send(body);
    await post('{"id":').expect(400);
    await post('id=1', 'application/x-www-form-urlencoded').expect(415);
    await post(JSON.stringify({ id: 'x'.repeat(LIMITS.requestBytes) })).expect(413);
    await request(app)
      .post('/api/jobs/not-an-id/changes')
      .send(batch([put(node(randomUUID(), 'x'))]))
      .expect(422);
    await request(app).get('/api/nothing').expect(404);
    await request(app).get('/api/jobs/%E0%A4%A').expect(400);
  });

  test('a job that is not there, was deleted or is another company’s', async () => {
    const theirs = await newJob(world.app(world.other));
    const ours = await newJob(world.app());
    await request(world.app()).delete(`/api/jobs/${ours.id}`).expect(204);
    for (const [id, status] of [
      [randomUUID(), 404],
      [theirs.id, 404],
      [ours.id, 410],
    ] as const) {
      await request(world.app())
        .post(`/api/jobs/${id}/changes`)
        .send(batch([put(node(randomUUID(), 'x'))]))
        .expect(status);
      await request(world.app()).get(`/api/jobs/${id}/changes`).expect(status);
      await request(world.app()).patch(`/api/jobs/${id}`).send({ name: 'Ours now' }).expect(status);
    }
    expect((await theirs.since(0)).sequence).toBe(0);
  });

  test('a batch id of one job says nothing about another', async () => {
    const [first, two] = [await newJob(world.app()), await newJob(world.app())];
    const sent = batch([put(node(randomUUID(), 'Outlet'))]);
    await first.send(sent).expect(200);
    const chained = batch([put(node(randomUUID(), 'Outlet'), { after: sent.id })]);
    expect((await two.send(chained).expect(422)).body.error.code).toBe('unknown-base');
    await two.send(sent).expect(200);
  });
});
