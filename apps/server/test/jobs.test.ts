import { randomUUID } from 'node:crypto';
import { PROTOCOL, PROTOCOL_HEADER, SPEAKS, VERSION } from '@alveus/plan';
import request from 'supertest';
import type { World } from './world';
import { batch, makeWorld, newJob, node, put } from './world';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

const names = async (): Promise<string[]> =>
  (await request(world.app()).get('/api/jobs').expect(200)).body.jobs.map((job: { name: string }) => job.name);

test('a job is made, listed, renamed, deleted and brought back with all that was in it', async () => {
  const job = await newJob(world.app(), 'Cider barn');
  await job.send(batch([put(node(randomUUID(), 'Outlet'))])).expect(200);
  expect(await names()).toEqual(['Cider barn']);
  await request(world.app()).patch(`/api/jobs/${job.id}`).send({ name: ' Cider barn and yard ' }).expect(200);
  expect(await names()).toEqual(['Cider barn and yard']);
  await request(world.app()).delete(`/api/jobs/${job.id}`).expect(204);
  expect(await names()).toEqual([]);
  const deleted = async (company?: string): Promise<string[]> =>
    (await request(world.app(company)).get('/api/jobs/deleted').expect(200)).body.jobs.map(
      (job: { name: string }) => job.name,
    );
  expect(await deleted()).toEqual(['Cider barn and yard']);
  // Nobody else's.
  expect(await deleted(world.other)).toEqual([]);
  await request(world.app()).post(`/api/jobs/${job.id}/restore`).expect(200);
  expect(await deleted()).toEqual([]);
  expect(await names()).toEqual(['Cider barn and yard']);
  expect((await job.since(0)).changes).toHaveLength(1);
});

test('making the same job again is harmless, another job under its id is refused', async () => {
  const id = randomUUID();
  await request(world.app()).post('/api/jobs').send({ id, name: 'Orchard' }).expect(201);
  await request(world.app()).post('/api/jobs').send({ id, name: 'Orchard' }).expect(201);
  await request(world.app()).post('/api/jobs').send({ id, name: 'Something else' }).expect(409);
  // Two companies may use one id: it is no key across them, and tells neither of the other.
  await request(world.app(world.other)).post('/api/jobs').send({ id, name: 'Theirs' }).expect(201);
});

test.each([
  [{}],
  [{ id: 'x', name: 'y' }],
  [{ id: randomUUID(), name: '  ' }],
  [{ id: randomUUID(), name: 'n'.repeat(81) }],
  [{ id: randomUUID(), name: 'a\nb' }],
  [[]],
  [{ id: randomUUID(), name: 'ok', company_id: randomUUID() }],
])('%j makes no job', async (body) => {
  await request(world.app()).post('/api/jobs').send(body).expect(422);
});

test('answers carry security headers, and other sites cannot reach it', async () => {
  const answer = await request(world.app()).get('/api/health').expect(200);
  expect(answer.body).toEqual({ ok: true, database: true });
  expect(answer.headers['content-security-policy']).toMatch(/default-src 'none'/);
  expect(answer.headers['x-content-type-options']).toBe('nosniff');
  expect(answer.headers['x-powered-by']).toBeUndefined();
  expect(answer.headers['cache-control']).toBe('no-store');
  await request(world.app()).get('/api/jobs').set('Host', 'elsewhere.example').expect(403);
  await request(world.app())
    .post('/api/jobs')
    .set('Sec-Fetch-Site', 'cross-site')
    .send({ id: randomUUID(), name: 'x' })
    .expect(403);
});

test('an app that was loaded before the server was renewed is told to load anew, and nothing of it is taken', async () => {
  const job = await newJob(world.app(), 'Press house');
  const put = (protocol: string | undefined) => {
    const sent = job.send(batch([{ op: 'put', item: node(randomUUID(), 'Outlet'), base: 0 }]));
    return protocol === undefined ? sent : sent.set(PROTOCOL_HEADER, protocol);
  };
  for (const old of [String(PROTOCOL - 1), `${PROTOCOL - 1}.${VERSION}`, `${PROTOCOL}.${VERSION - 1}`, '0', 'x', '']) {
    const { body } = await put(old).expect(426);
    expect(body.error.message).toMatch(/Reload it: what you typed is saved/);
  }
  for (const newer of [`${PROTOCOL}.${VERSION + 1}`, `${PROTOCOL + 1}.1`]) {
    const { body } = await put(newer).expect(426);
    expect(body.error.message).toMatch(/The server is older/);
  }
  expect((await job.since(0)).changes).toEqual([]);
  for (const known of [SPEAKS, undefined]) await put(known).expect(200);
});
