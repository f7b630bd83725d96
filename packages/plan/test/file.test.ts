import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  cutText,
  INCH,
  itemsOf,
  LIMITS,
  materialKey,
  Name,
  nameWith,
  ONLY,
  openPlanFile,
  pipeKey,
  planFileJsonSchema,
  savePlanFile,
  VERSION,
} from '../src';

const DEMO = readFileSync(path.join(__dirname, '../../../demo/tansy-hill.json'), 'utf8');

function opened(text: string) {
  const result = openPlanFile(text);
  if (!result.ok) throw new Error(result.message);
  return result;
}

const complaint = (text: string): string => {
  const result = openPlanFile(text);
  return result.ok ? 'opened' : result.message;
};

const edit = (change: (file: { items: Record<string, unknown>[]; [key: string]: unknown }) => void): string => {
  const file = JSON.parse(DEMO) as { items: Record<string, unknown>[] };
  change(file);
  return JSON.stringify(file);
};

test('saving and opening a plan loses nothing, and saving again gives the same bytes', () => {
  const first = opened(DEMO);
  const text = savePlanFile(first.name, first.plan);
  const again = opened(text);
  expect(again).toEqual(first);
  expect(savePlanFile(again.name, again.plan)).toBe(text);
  expect(itemsOf(first.plan)).toHaveLength((JSON.parse(DEMO) as { items: unknown[] }).items.length);
});

test('a file of version 1 is brought forward: its one water level was the highest', () => {
  const old = {
    format: 'alveus-plan',
    version: 1,
    name: 'Old',
    items: [
      { kind: 'node', id: '20000000-0000-4000-8000-000000000001', name: 'Ditch', form: 'daylight', water: 28.04 },
      { kind: 'node', id: '20000000-0000-4000-8000-000000000002', name: 'Basin', form: 'catch-basin' },
      { kind: 'nodeGround', id: '20000000-0000-4000-8000-000000000002', elevation: 30 },
    ],
  };
  const { plan, name } = opened(JSON.stringify(old));
  expect(name).toBe('Old');
  expect(Object.values(plan.node).map(({ water }) => water)).toEqual([{ high: 28.04 }, undefined]);
  expect(plan.nodeGround['20000000-0000-4000-8000-000000000002']?.elevation).toBe(30);
  // What is saved is of the newest version, and opens as the same.
  expect(opened(savePlanFile(name, plan)).plan).toEqual(plan);
  // The new shape under the old number is not let through.
  expect(complaint(JSON.stringify({ ...old, items: [{ ...old.items[0], water: 'high' }] }))).toMatch(/“Ditch”, water/);
});

test.each<[string, string, RegExp]>([
  ['an empty file', '', /empty/],
  ['a file cut short', DEMO.slice(0, DEMO.length / 2), /cut off at line \d+/],
  ['another JSON file', '{"name":"x"}', /not an Alveus plan/],
  ['a list', '[]', /not an Alveus plan/],
  ['a newer version', edit((file) => (file.version = 99)), /version 99.*newer/],
  ['no version', edit((file) => delete file.version), /has no version/],
  ['a field nobody knows', edit((file) => (file.colour = 1)), /colour|Unrecognized/],
  [
    'a length in words',
    edit((file) => (file.items.find(({ kind }) => kind === 'run')!.length = { from: 'typed', value: 'ten' })),
    /the run “.+”, length.*\(line \d+\)/,
  ],
  [
    'a run of no length',
    edit((file) => (file.items.find(({ kind }) => kind === 'run')!.length = { from: 'typed', value: 0 })),
    /at least 1 mm/,
  ],
  [
    'breaks out of order',
    edit(
      (file) =>
        (file.items.find(({ kind }) => kind === 'runGround')!.breaks = [
          { at: 5, elevation: 1 },
          { at: 2, elevation: 1 },
        ]),
    ),
    /must be in order along the run/,
  ],
  [
    'two breaks at one place',
    edit(
      (file) =>
        (file.items.find(({ kind }) => kind === 'runGround')!.breaks = [
          { at: 5, elevation: 1 },
          { at: 5, elevation: 1 },
        ]),
    ),
    /two ground points at one distance/,
  ],
  ['an item twice', edit((file) => file.items.push(file.items[0]!)), /second line with this id/],
  [
    'a pipe of no inside',
    edit((file) => (file.items.find(({ kind }) => kind === 'pipe')!.wall = 1)),
    /leaves no inside/,
  ],
])('%s is refused with its reason', (_what, text, reason) => {
  expect(complaint(text)).toMatch(reason);
});

test('a file of version 2 is brought forward: its low ends are ends a, and its facts go with them', () => {
  const id = (n: number): string => `20000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`;
  const old = {
    format: 'alveus-plan',
    version: 2,
    name: 'Old',
    items: [
      {
        kind: 'run',
        id: id(1),
        line: id(2),
        name: 'Orchard edge',
        lower: id(3),
        upper: id(4),
        length: { from: 'typed', value: 30 },
        vehicles: false,
      },
      { kind: 'runGrade', id: id(1), low: 28, high: 28.5, slope: 0.01, drop: 0.03 },
      { kind: 'runGrade', id: id(5), slope: 0.02 },
    ],
  };
  const { plan } = opened(JSON.stringify(old));
  expect(plan.run[id(1)]).toMatchObject({ a: id(3), b: id(4), flow: 'to-a' });
  expect(plan.runGrade[id(1)]).toEqual({ kind: 'runGrade', id: id(1), a: 28, b: 28.5, slope: 0.01, stepA: 0.03 });
  expect(plan.runGrade[id(5)]).toEqual({ kind: 'runGrade', id: id(5), slope: 0.02 });
});

test('a file of version 3 is brought forward: the two numbers that its rules had are those of rules by name', () => {
  const old = {
    format: 'alveus-plan',
    version: 3,
    name: 'Old',
    items: [
      {
        kind: 'profile',
        id: ONLY,
        name: 'County',
        protectionDepth: { depth: 1.2, source: 'county sheet' },
        handDig: { each: 0.9, source: 'gas company' },
        services: {},
      },
    ],
  };
  expect(opened(JSON.stringify(old)).plan.profile[ONLY]).toEqual({
    kind: 'profile',
    id: ONLY,
    name: 'County',
    rules: { protection: { limit: 1.2, source: 'county sheet' }, 'hand-dig': { limit: 0.9, source: 'gas company' } },
    services: {},
  });
});

test('a file of version 5 is read as it is; who set an invert, and what somebody says besides the rules, are new', () => {
  const id = '10000000-0000-4000-8000-000000000001';
  const grade = { kind: 'runGrade', id, a: 30 };
  const file = (version: number, ...items: object[]) =>
    openPlanFile(JSON.stringify({ format: 'alveus-plan', version, name: 'Old', items }));
  expect(file(5, grade)).toMatchObject({ ok: true, plan: { runGrade: { [id]: grade } } });
  expect(file(6, { ...grade, aBy: 'least' })).toMatchObject({
    ok: true,
    plan: { runGrade: { [id]: { aBy: 'least' } } },
  });
  expect(file(6, { ...grade, aBy: 'somebody' })).toMatchObject({ ok: false });
  const said = {
    kind: 'keeping',
    id,
    name: 'Reach',
    at: { run: id, from: 0, to: 10 },
    keeps: { what: 'depth', is: 'most', value: 3 },
  };
  expect(file(6, said)).toMatchObject({ ok: true, plan: { keeping: { [id]: said } } });
  expect(file(6, { ...said, at: { run: id, from: 10, to: 10 } })).toMatchObject({ ok: false });
  expect(file(6, { ...said, keeps: { what: 'even', value: 3 } })).toMatchObject({ ok: false });
});

test('a file of version 4 is read as it is; a sump, which is new, keeps within what can be built', () => {
  const basin = { kind: 'node', id: '10000000-0000-4000-8000-000000000001', name: 'Basin', form: 'catch-basin' };
  const file = (version: number, node: object) =>
    openPlanFile(JSON.stringify({ format: 'alveus-plan', version, name: 'Old', items: [node] }));
  expect(file(4, basin)).toMatchObject({ ok: true, plan: { node: { [basin.id]: basin } } });
  expect(file(5, { ...basin, sump: 0.3 })).toMatchObject({ ok: true, plan: { node: { [basin.id]: { sump: 0.3 } } } });
  expect(file(5, { ...basin, sump: 0 })).toMatchObject({ ok: false });
});

test('version 10 knew bought sod and seed, and counted whole sticks for the job', () => {
  const old = {
    kind: 'buying',
    id: ONLY,
    truck: { volume: 10, mass: 13_000 },
    fabric: { wide: 1.8, long: 15, lap: 0.6 },
    marker: 150,
    bale: 7,
    bag: 0.02,
    byBags: 0.4,
    cleanouts: 30,
  };
  const opening = (seed: boolean) =>
    openPlanFile(JSON.stringify({ format: 'alveus-plan', version: 10, name: 'Old', items: [{ ...old, seed }] }));
  const now = (sod: string) => ({ ok: true, plan: { buying: { [ONLY]: { ...old, sod, counted: 'job' } } } });
  expect(opening(true)).toMatchObject(now('seed'));
  expect(opening(false)).toMatchObject(now('bought'));
});

describe('what is said of a file that cannot be read', () => {
  test('a mark before the text, as some editors put it, is no matter', () => {
    expect(opened(`\uFEFF${DEMO}`)).toEqual(opened(DEMO));
  });

  test.each<[string, (text: string) => string, RegExp]>([
    [
      'a comma taken out',
      (text) => text.replace(`"version": ${VERSION},`, '"version": 3'),
      /damaged: line 4, place 3, before “"name": .*”\. Look for a comma/,
    ],
    ['a bracket too many', (text) => text.replace('"items": [', '"items": [ ]'), /damaged: line 6, place 5/],
    [
      'a quote taken out',
      (text) => text.replace('"name": "Tansy', '"name": Tansy'),
      /damaged: line 4, place 11, before “Tansy Hill/,
    ],
    ['the end cut off', (text) => text.slice(0, text.indexOf('"kind":"node"') + 40), /cut off at line 19/],
    ['nested without end', () => '['.repeat(200_000), /cut off at line 1/],
  ])('%s is told by line and place', (_what, damage, message) => {
    expect(complaint(damage(DEMO))).toMatch(message);
  });

  test('an item is named as people know it, its field in words, and the line is given', () => {
    const find = (file: { items: Record<string, unknown>[] }, kind: string, name?: string) =>
      file.items.find((item) => item.kind === kind && (name === undefined || item.name === name))!;
    const graded = edit((file) => {
      const run = find(file, 'run', 'Orchard edge');
      file.items.find((item) => item.kind === 'runGrade' && item.id === run.id)!.slope = 7;
    });
    const pretty = JSON.stringify(JSON.parse(graded), null, 2);
    const line = pretty.split('\n').findIndex((text) => text.includes('"slope": 7')) + 1;
    expect(complaint(pretty)).toBe(
      `This plan file has an error: the grade of Orchard edge, slope: steeper than 2:1 (line ${line})`,
    );
    expect(complaint(edit((file) => (find(file, 'run', 'Orchard edge').vehicles = 'lorries')))).toMatch(
      /the run “Orchard edge”, traffic over it: /,
    );
    expect(complaint(edit((file) => file.items.push({ kind: 'wormhole', id: 'x' })))).toMatch(
      /item \d+, of an unknown kind \(“wormhole”\)/,
    );
  });

  test.each([
    ['node', 'form', 'cistern', /the node “Ditch[^”]*”, what it is: “cistern” is not a form of node \(line \d+\)/],
    ['material', 'class', 'gravel', /the material “[^”]*”, class of material: “gravel” is not a class of material/],
    ['pipe', 'make', 'sdr-26', /the pipe “[^”]*”, make: “sdr-26” is not a make of pipe/],
    ['line', 'service', 'moat', /the line “[^”]*”, service: “moat” is not a service/],
  ])('an unknown name is told by name and place: a %s, its %s', (kind, field, name, said) => {
    expect(complaint(edit((file) => (file.items.find((item) => item.kind === kind)![field] = name)))).toMatch(said);
  });

  test('nothing long or odd is echoed whole', () => {
    const long = 'x'.repeat(50_000);
    for (const text of [
      edit((file) => (file.items[0]!.name = long)),
      edit((file) => (file.items[0]![long] = 1)),
      edit((file) => (file.items[0]!.kind = long)),
      edit((file) => (file[long] = 1)),
      edit((file) => (file.items[0]!.name = `\u202e\u0007odd`)),
      `{"format": ${long}`,
    ]) {
      const message = complaint(text);
      expect(message.length).toBeLessThan(420);

      expect(message).not.toMatch(/[\u0000-\u001f\u202e]|x{100}/);
    }
  });
});

test('a name is cut between characters as people see them', () => {
  const family = '👨‍👩‍👧‍👦';
  expect(nameWith(`${'a'.repeat(78)}${family}`)).toBe('a'.repeat(78));
  expect(cutText(`é${family}b`, 1 + family.length)).toBe(`é${family}`);
  const made = nameWith(`${'Under the yard '.repeat(5)}${family}`, `, above ${family.repeat(3)}`);
  expect(made.length).toBeLessThanOrEqual(80);
  expect(Name.safeParse(made).success).toBe(true);
  expect(made).toMatch(/, above /);
});

test('a file of 50 MB is refused before it is read', () => {
  const start = performance.now();
  expect(complaint('x'.repeat(50 * 1024 * 1024))).toMatch(/50 MB.*at most 8/);
  expect(performance.now() - start).toBeLessThan(2_000);
  expect(LIMITS.fileBytes).toBeLessThan(50 * 1024 * 1024);
});

describe('as much as a plan may have', () => {
  const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
  const fileOf = (items: readonly object[]): string =>
    JSON.stringify({ format: 'alveus-plan', version: VERSION, name: 'Yard', items });
  const basins = (count: number): object[] =>
    Array.from({ length: count }, (_none, n) => ({ kind: 'node', id: uuid(n), name: `Basin ${n}`, form: 'manhole' }));
  const ground = (n: number): object => ({
    kind: 'runGround',
    id: uuid(n),
    breaks: Array.from({ length: LIMITS.breaks }, (_none, at) => ({
      at: at + 0.123456789012345,
      elevation: 99.123456789012,
    })),
  });

  test('opens; one thing more does not, known here or not', () => {
    expect(openPlanFile(fileOf(basins(LIMITS.planItems)))).toMatchObject({ ok: true });
    expect(complaint(fileOf(basins(LIMITS.planItems + 1)))).toMatch(/at most 20000/);
    const tree = { kind: 'tree', id: uuid(1) };
    expect(complaint(fileOf([...basins(LIMITS.planItems), tree]))).toMatch(/20001 items.*at most 20000/);
  });

  test('opens at 5.8 MB; more bytes than the server keeps of a plan do not', () => {
    const each = JSON.stringify(ground(1)).length;
    const many = (bytes: number): object[] => Array.from({ length: Math.round(bytes / each) }, (_none, n) => ground(n));
    expect(openPlanFile(fileOf(many(5.8e6)))).toMatchObject({ ok: true });
    expect(complaint(fileOf(many(LIMITS.planBytes + 2 * each)))).toMatch(/a plan holds at most 7\.5 MB/);
  });
});

test('the published JSON Schema is of the version that is written', () => {
  const schema = planFileJsonSchema() as { properties: Record<string, { const?: unknown }> };
  expect(schema.properties.format?.const).toBe('alveus-plan');
  expect(schema.properties.version?.const).toBe(
    (JSON.parse(savePlanFile('x', opened(DEMO).plan)) as { version: number }).version,
  );
});

describe('version 8', () => {
  const open = (item: object): object => {
    const text = JSON.stringify({ format: 'alveus-plan', version: 8, name: 'Yard', items: [item] });
    const opened = openPlanFile(text);
    if (!opened.ok) throw new Error(opened.message);
    return itemsOf(opened.plan)[0] ?? {};
  };
  const id = '10000000-0000-4000-8000-000000000001';
  const material = { kind: 'material', id, density: 1700, waste: 0.05, loose: 1.1 };
  const pipe = { kind: 'pipe', id, nominal: 0.1, outside: 0.11, wall: 0.003, stick: 3, manning: 0.01 };

  test.each([
    [
      { name: 'Crushed stone, 3/4 in', look: 'stone' },
      { class: 'stone', form: 'crushed', size: 0.75 * INCH },
    ],
    [{ name: 'Our own mix', look: 'pavement' }, { class: 'pavement' }],
    [{ name: 'Chambers', look: 'concrete', piece: { long: 1.2, coupled: false } }, { class: 'chamber' }],
    [{ name: 'Bundles', look: 'straw', piece: { long: 3, coupled: true } }, { class: 'bundle' }],
    [{ name: 'Modules', look: 'straw', piece: { long: 1.2, coupled: false } }, { class: 'module' }],
  ])('a material has the class that it was drawn as: %j', ({ look, ...rest }, is) => {
    const opened = open({ ...material, ...rest, look });
    expect(opened).toMatchObject({ ...rest, ...is });
    expect(opened).not.toHaveProperty('look');
  });

  test.each([
    ['4 in SDR 35', 'ASTM D3034 SDR 35', { make: 'sdr-35', material: 'pvc' }],
    ['Orchard pipe', 'sizes of ASTM D3034 SDR 35, two rows of holes', { make: 'sdr-35', perforated: 'holes' }],
    ['4 in corrugated, slotted', 'corrugated HDPE with slots', { make: 'corrugated', perforated: 'slots' }],
    ['24 in concrete, wall B', 'ASTM C76 wall B', { make: 'concrete-b', material: 'concrete' }],
  ])('%s, %s has its make and its holes as facts', (name, standard, is) => {
    expect(open({ ...pipe, name, standard })).toMatchObject({ name, standard, ...is });
  });

  test('a pipe of its own has neither', () => {
    const own = open({ ...pipe, name: 'Clay, old', standard: 'typed here' });
    expect(Object.keys(own).filter((field) => ['make', 'material', 'perforated'].includes(field))).toEqual([]);
  });
});

test('what is bought has a key that is the same in every job, whatever it is called there', () => {
  const stone = { name: 'Stone', class: 'stone', form: 'crushed', size: 0.01905 } as const;
  const buying = { density: 1700, waste: 0, loose: 1.1 };
  expect(materialKey({ ...stone, ...buying })).toBe('stone:crushed:19.1mm');
  expect(materialKey({ ...stone, ...buying, name: 'No. 57' })).toBe('stone:crushed:19.1mm');
  expect(materialKey({ name: 'Our own mix!', class: 'sand', ...buying })).toBe('sand:our-own-mix');
  const pipe = {
    name: '4 in SDR 35',
    standard: '',
    nominal: 0.1016,
    outside: 0.107,
    wall: 0.003,
    stick: 4,
    manning: 0.01,
  };
  expect(pipeKey({ ...pipe, make: 'sdr-35' })).toBe('sdr-35:101.6mm:solid');
  expect(pipeKey({ ...pipe, make: 'sdr-35', perforated: 'holes' })).toBe('sdr-35:101.6mm:holes');
  expect(pipeKey({ ...pipe, name: 'Clay, old' })).toBe('clay-old:101.6mm:solid');
});
