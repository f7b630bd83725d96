import { randomUUID } from 'node:crypto';
import type { SharedRules } from '@alveus/plan';
import { LIMITS, ONLY } from '@alveus/plan';
import request from 'supertest';
import type { World } from './world';
import { asOwner, makeWorld } from './world';

/** The named profiles of a company. */

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.end());

const rules = (name: string, more: Partial<SharedRules> = {}): SharedRules => ({
  kind: 'profile',
  id: ONLY,
  name,
  rules: { protection: { limit: 1.2, note: 'county sheet' } },
  services: {},
  ...more,
});
const list = async (company = world.company): Promise<{ id: string; version: number; profile: SharedRules }[]> =>
  (await request(world.app(company)).get('/api/profiles').expect(200)).body.profiles;
const put = (id: string, profile: unknown, base: number, company = world.company) =>
  request(world.app(company)).put(`/api/profiles/${id}`).send({ profile, base });

test('is made, changed version by version, and removed', async () => {
  const id = randomUUID();
  await put(id, rules('County'), 0).expect(201);
  const { body } = await put(id, rules('County, new sheet'), 1).expect(200);
  expect(body).toMatchObject({ id, version: 2, profile: { name: 'County, new sheet' } });
  expect(await list()).toMatchObject([{ id, version: 2, profile: rules('County, new sheet') }]);
  await request(world.app()).delete(`/api/profiles/${id}`).expect(204);
  expect(await list()).toEqual([]);
  await request(world.app()).delete(`/api/profiles/${id}`).expect(404);
  // Its number is not given again.
  await put(id, rules('County'), 0).expect(409);
});

test('two who change one at the same time do not overwrite each other', async () => {
  const id = randomUUID();
  await put(id, rules('Town'), 0).expect(201);
  const answers = await Promise.all([1, 2, 3, 4].map((one) => put(id, rules(`Town ${one}`), 1)));
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
  const refused = answers.find(({ status }) => status === 409);
  expect(refused?.body.error).toMatchObject({ code: 'profile-moved', message: expect.stringMatching(/at version 2/) });
  await request(world.app()).delete(`/api/profiles/${id}`).expect(204);
});

test('belongs to its company alone', async () => {
  const id = randomUUID();
  await put(id, rules('Ours'), 0).expect(201);
  expect(await list(world.other)).toEqual([]);
  await put(id, rules('Theirs'), 1, world.other).expect(409);
  await request(world.app(world.other)).delete(`/api/profiles/${id}`).expect(404);
  // And so does one under the same id.
  await put(id, rules('Theirs'), 0, world.other).expect(201);
  expect((await list()).map(({ profile }) => profile.name)).toEqual(['Ours']);
});

test.each([
  ['no rules', {}],
  ['a limit that is no number', rules('x', { rules: { protection: { limit: 'deep' as never } } })],
  ['a rule of no name', rules('x', { rules: { 'NOT A RULE': {} } })],
  ['where it was copied from', { ...rules('x'), from: { profile: randomUUID(), version: 1 } }],
  [
    'more rules than there may be',
    rules('x', {
      rules: Object.fromEntries(Array.from({ length: LIMITS.rules + 1 }, (_, index) => [`r${index}`, {}])),
    }),
  ],
])('%s is refused', async (_what, profile) => {
  const before = await list();
  await put(randomUUID(), profile, 0).expect(422);
  expect(await list()).toEqual(before);
});

test('one kept by an older program is brought forward when it is read', async () => {
  const id = randomUUID();
  const old = {
    kind: 'profile',
    id: ONLY,
    name: 'Old sheet',
    protectionDepth: { depth: 1.2, source: 'county' },
    services: {},
  };
  await asOwner(world.ownerUrl, async (client) => {
    await client.query(`SELECT set_config('alveus.company', $1, false)`, [world.company]);
    await client.query('INSERT INTO profile (company_id, id, format, body) VALUES ($1, $2, 3, $3)', [
      world.company,
      id,
      JSON.stringify(old),
    ]);
  });
  expect((await list()).find((one) => one.id === id)?.profile).toEqual({
    kind: 'profile',
    id: ONLY,
    name: 'Old sheet',
    rules: { protection: { limit: 1.2, source: 'county' } },
    services: {},
  });
});
