import { randomUUID } from 'node:crypto';
import { LIMITS, ONLY } from '@alveus/plan';
import type { KeptKind, SharedRules, SharedSection } from '@alveus/plan/company';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import request from 'supertest';
import type { World } from './world';
import { asOwner, makeWorld } from './world';

/** What a company keeps under a name: sets of rules, and trench sections with their materials. */

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
const STONE = randomUUID();
const dug = (name: string, more: Partial<SharedSection> = {}): SharedSection => ({
  section: {
    kind: 'section',
    id: randomUUID(),
    name,
    width: { rule: 'fixed', width: 0.3 },
    below: [{ material: STONE, thickness: 0.1 }],
    above: [{ material: 'native', upTo: { mark: 'crown', offset: 0.1 } }],
    surface: [],
  },
  materials: [{ kind: 'material', id: STONE, name: 'Stone', class: 'stone', density: 1700, waste: 0, loose: 1.1 }],
  ...more,
});

const list = async (kind: KeptKind, company = world.company): Promise<{ id: string; version: number; body: never }[]> =>
  (await request(world.app(company)).get(`/api/kept/${kind}`).expect(200)).body.kept;
const put = (kind: KeptKind, id: string, body: unknown, base: number, company = world.company) =>
  request(world.app(company)).put(`/api/kept/${kind}/${id}`).send({ body, base });
const remove = (kind: KeptKind, id: string, company = world.company) =>
  request(world.app(company)).delete(`/api/kept/${kind}/${id}`);

describe.each([
  ['profile', rules],
  ['section', dug],
] as const)('a %s', (kind, make) => {
  const names = async (company?: string): Promise<string[]> =>
    (await list(kind, company)).map(({ body }) => JSON.stringify(body).match(/"name":"([^"]*)"/)?.[1] ?? '');

  test('is made, changed version by version, and removed', async () => {
    const id = randomUUID();
    await put(kind, id, make('County'), 0).expect(201);
    const next = make('County, new sheet');
    const { body } = await put(kind, id, next, 1).expect(200);
    expect(body).toMatchObject({ id, version: 2, body: next });
    expect(await list(kind)).toMatchObject([{ id, version: 2, body: next }]);
    await remove(kind, id).expect(204);
    expect(await list(kind)).toEqual([]);
    await remove(kind, id).expect(404);
    // Its number is not given again.
    await put(kind, id, make('County'), 0).expect(409);
  });

  test('two who change one at the same time do not overwrite each other', async () => {
    const id = randomUUID();
    await put(kind, id, make('Town'), 0).expect(201);
    const answers = await Promise.all([1, 2, 3, 4].map((number) => put(kind, id, make(`Town ${number}`), 1)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
    const refused = answers.find(({ status }) => status === 409);
    expect(refused?.body.error).toMatchObject({ code: 'kept-moved', message: expect.stringMatching(/at version 2/) });
    await remove(kind, id).expect(204);
  });

  test('belongs to its company alone, and is listed by name', async () => {
    const id = randomUUID();
    await put(kind, id, make('Ours'), 0).expect(201);
    expect(await list(kind, world.other)).toEqual([]);
    await put(kind, id, make('Theirs'), 1, world.other).expect(409);
    await remove(kind, id, world.other).expect(404);
    // And so does one under the same id.
    await put(kind, id, make('Theirs'), 0, world.other).expect(201);
    await put(kind, randomUUID(), make('A yard'), 0).expect(201);
    expect(await names()).toEqual(['A yard', 'Ours']);
  });
});

test('one of a kind is not one of another, though it has the same id', async () => {
  const id = randomUUID();
  await put('profile', id, rules('Rules'), 0).expect(201);
  await put('section', id, dug('Section'), 0).expect(201);
  await remove('section', id).expect(204);
  expect((await list('profile')).some((kept) => kept.id === id)).toBe(true);
  await put('profile', randomUUID(), dug('Section'), 0).expect(422);
  await put('section', randomUUID(), rules('Rules'), 0).expect(422);
  await request(world.app()).get('/api/kept/prices').expect(404);
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
  const before = await list('profile');
  await put('profile', randomUUID(), profile, 0).expect(422);
  expect(await list('profile')).toEqual(before);
});

test.each<[string, () => unknown]>([
  ['no section', () => ({ materials: [] })],
  ['a material that is not there', () => dug('x', { materials: [] })],
  ['a material that is there twice', () => dug('x', { materials: [...dug('x').materials, ...dug('x').materials] })],
  ['a width of nothing', () => dug('x', { section: { ...dug('x').section, width: { rule: 'fixed', width: 0 } } })],
  [
    'where it was copied from',
    () => dug('x', { section: { ...dug('x').section, from: { section: STONE, version: 1 } } }),
  ],
])('a section with %s is refused', async (_what, body) => {
  const before = await list('section');
  await put('section', randomUUID(), body(), 0).expect(422);
  expect(await list('section')).toEqual(before);
});

test('rules kept before sections were are there after the migration, of every company', async () => {
  const [down, up] = readFileSync(path.join(__dirname, '../src/database/migrations/0006_kept-of-kinds.sql'), 'utf8')
    .split('-- Down Migration')
    .reverse();
  const before = [await list('profile'), await list('profile', world.other)];
  await asOwner(world.ownerUrl, async (client) => {
    await client.query(down ?? '');
    await client.query(up ?? '');
    const { rows } = await client.query<{ forced: boolean }>(
      `SELECT relforcerowsecurity AS forced FROM pg_class WHERE relname = 'kept'`,
    );
    expect(rows[0]?.forced).toBe(true);
  });
  expect([await list('profile'), await list('profile', world.other)]).toEqual(before);
  expect(await list('section')).toEqual([]);
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
    await client.query(`INSERT INTO kept (company_id, kind, id, format, body) VALUES ($1, 'profile', $2, 3, $3)`, [
      world.company,
      id,
      JSON.stringify(old),
    ]);
  });
  expect((await list('profile')).find((kept) => kept.id === id)?.body).toEqual({
    kind: 'profile',
    id: ONLY,
    name: 'Old sheet',
    rules: { protection: { limit: 1.2, source: 'county' } },
    services: {},
  });
});
