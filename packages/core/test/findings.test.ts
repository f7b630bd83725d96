import fc from 'fast-check';
import { INCH, evaluate, findingsOf, say, shortfalls, slopesInForce, DEFAULT_PROFILE } from '../src';
import type { Finding, RuleName } from '../src';
import type { Item, ItemOf, Target } from '@alveus/plan';
import { applyEdits, rulesFor } from '@alveus/plan';
import type { LineSpec } from './builders';
import { buildLine, catalogue, ft, inch, material, section } from './builders';

/** The judgement calls, told as a crew would. */

/** But for holes that are not set yet: of most of these lines nobody says anything about theirs. */
const judge = (spec: LineSpec, ...more: Parameters<typeof buildLine>[1] & object): Finding[] =>
  findingsOf(evaluate(buildLine(spec, more).plan)).filter(({ rule }) => rule !== ('hole-unset' satisfies RuleName));
const rules = (spec: LineSpec): string[] => judge(spec).map(({ rule }) => rule);
const find = (findings: readonly Finding[], rule: RuleName): Finding => {
  const found = findings.find((finding) => finding.rule === rule);
  if (!found) throw new Error(`no ${rule} among ${findings.map((finding) => finding.rule).join(', ')}`);
  return found;
};

/** A good storm line: 12 in pipe, 1 %, 5 ft of ground over the bottom. */
const good = (more: Partial<LineSpec['runs'][number]> = {}): LineSpec => ({
  ground: ft(104),
  runs: [{ length: ft(100), low: ft(100), slope: 0.01, ground: ft(105), ...more }],
});

test('a good line has nothing to say', () => {
  expect(judge(good())).toEqual([]);
});

test('a pipe that falls the wrong way stops, by how much', () => {
  const found = find(judge(good({ slope: -0.005 })), 'against-grade');
  expect(found.severity).toBe('stop');
  expect(found.by?.value).toBeCloseTo(ft(0.5), 9);
  expect(say(found.what, 'feet')).toMatch(/falls the wrong way by 0\.50 ft/);
});

describe('least slope', () => {
  test('exactly the least passes, whatever the rounding; a hair less does not', () => {
    const sewer = (slope: number): LineSpec => ({
      ...good({ slope }),
      service: 'building-sewer',
      pipe: catalogue('4 in SDR 35'),
    });
    for (const slope of [1 / 96, 0.125 / 12, ft(100) / 96 / ft(100)])
      expect(rules(sewer(slope))).not.toContain('least-slope');
    const found = find(judge(sewer(1 / 96 - 1e-6)), 'least-slope');
    expect(found).toMatchObject({ severity: 'fix', local: true });
    expect(found.source).toMatch(/International Plumbing Code/);
  });

  test.each([
    ['storm', '8 in SDR 35', 0.0039, 'watch'],
    ['storm', '12 in SDR 35', 0.0022, undefined],
    ['storm', '6 in SDR 35', 0.0099, 'watch'],
    ['storm', '6 in SDR 35', 0.0049, 'fix'],
    ['roof-drain', '4 in SDR 35', 0.0099, 'watch'],
    ['french-drain', '4 in SDR 35', 0.0049, 'fix'],
    ['lateral', '4 in SDR 35', 0, undefined],
    ['building-sewer', '8 in SDR 35', 0.0053, undefined],
  ] as const)('%s in %s at %p: %p', (service, pipe, slope, severity) => {
    const found = judge({ ...good({ slope }), service, pipe: catalogue(pipe) }).find(
      ({ rule }) => rule === 'least-slope',
    );
    expect(found?.severity).toBe(severity);
  });

  test('of each severity, the band of the nearest size below is in force', () => {
    const storm = rulesFor(DEFAULT_PROFILE, 'storm');
    expect(
      slopesInForce(storm, 10 * INCH)
        .filter(({ severity }) => severity === 'watch')
        .map(({ least }) => least),
    ).toEqual([expect.closeTo(0.0028, 12)]);
    expect(slopesInForce(storm, 6 * INCH).map(({ severity, least }) => [severity, least])).toEqual([
      ['fix', 0.005],
      ['watch', 0.01],
    ]);
  });
});

test('an invert coming in lower than the one going out is a step up that water will not take', () => {
  const found = find(
    judge({
      ground: ft(106),
      runs: [
        { length: ft(50), low: ft(100), slope: 0.01, ground: ft(106) },
        { length: ft(50), slope: 0.01, drop: ft(-0.2), ground: ft(106) },
      ],
    }),
    'drop-rises',
  );
  expect(found.severity).toBe('stop');
  expect(found.by?.value).toBeCloseTo(ft(0.2), 9);
});

describe('depth and protection', () => {
  /** Ground that makes the deepest trench as deep as said: bottom is the invert less the wall. */
  const deep = (feet: number, protection?: 'shored'): LineSpec => {
    const pipe = catalogue('12 in SDR 35');
    const level = ft(100) - pipe.wall + ft(feet);
    return {
      pipe,
      ground: level,
      runs: [{ length: ft(100), low: ft(100), slope: 0.01, ground: level, ...(protection ? { protection } : {}) }],
    };
  };

  test('exactly 5 ft is 5 ft and stops; a little under does not', () => {
    const found = find(judge(deep(5)), 'protection');
    expect(found.severity).toBe('stop');
    expect(say(found.what, 'feet')).toMatch(/is 5\.00 ft deep/);
    expect(rules(deep(4.99))).not.toContain('protection');
  });

  test('it says where it begins and ends, and is content once the run says how', () => {
    const found = find(judge(deep(5.5)), 'protection');
    // 0.5 ft over at the outlet, losing 0.01 ft in each foot: 50 ft of it.
    expect(found.stretches).toHaveLength(1);
    expect(found.stretches[0]?.from).toBe(0);
    expect(found.stretches[0]?.to).toBeCloseTo(ft(50), 3);
    expect(rules(deep(8, 'shored'))).not.toContain('protection');
  });
});

describe('cover', () => {
  test('too little under vehicles is found where it is least', () => {
    const pipe = catalogue('12 in SDR 35');
    const crown = ft(100) - pipe.wall + pipe.outside;
    const spec = (vehicles: boolean): LineSpec => ({
      pipe,
      ground: crown + inch(17),
      runs: [{ length: ft(100), low: ft(100), slope: 0, ground: crown + inch(24), vehicles }],
    });
    const found = find(judge(spec(true)), 'least-cover');
    expect(found).toMatchObject({ severity: 'fix', at: 0 });
    expect(found.by?.value).toBeCloseTo(inch(1), 9);
    // 17 in rises to 24 in over 100 ft: the least of 18 in is reached at one seventh.
    expect(found.stretches[0]?.to).toBeCloseTo(ft(100) / 7, 6);
    expect(rules(spec(false))).not.toContain('least-cover');
  });

  test('where a line comes to daylight, what cannot be otherwise is only worth a look', () => {
    const open = judge({ ...good(), ground: ft(100), outlet: 'daylight' });
    expect(find(open, 'out-of-ground').severity).toBe('watch');
    expect(open.every(({ severity }) => severity === 'watch')).toBe(true);
    expect(find(judge({ ...good(), ground: ft(100), outlet: 'structure' }), 'out-of-ground').severity).toBe('fix');
  });
});

describe('layers', () => {
  const stone = material();
  const withSection = (fields: Parameters<typeof section>[0], ground: number): Finding[] =>
    judge(
      {
        section: section(fields),
        ground: ft(ground),
        runs: [{ length: ft(50), low: ft(100), slope: 0.0, ground: ft(ground) }],
      },
      stone,
    );

  test('a surface that cuts into what lies round the pipe', () => {
    const found = find(
      withSection(
        {
          above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(12) } }],
          surface: [{ material: stone.id, thickness: inch(12) }],
        },
        102.6,
      ),
      'surface-cuts-layers',
    );
    expect(found.severity).toBe('watch');
  });

  test('a layer that stands out of the ground', () => {
    expect(
      withSection({ above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(24) } }] }, 102).map(
        ({ rule }) => rule,
      ),
    ).toContain('layer-out-of-ground');
  });

  test('marks that come out in the wrong order with this very pipe', () => {
    const found = find(
      withSection(
        {
          above: [
            { material: stone.id, upTo: { mark: 'invert', offset: inch(10) } },
            { material: 'native', upTo: { mark: 'springline', offset: 0 } },
          ],
        },
        105,
      ),
      'layers-overlap',
    );
    expect(found.severity).toBe('fix');
  });

  test('a trench narrower than its pipe stops, and its amounts are left out', () => {
    expect(find(withSection({ width: { rule: 'fixed', width: inch(10) } }, 105), 'trench-narrow').severity).toBe(
      'stop',
    );
  });
});

test('an outlet under the stated water says how far up the line it stands', () => {
  const spec = { ...good(), water: ft(100.5) };
  const found = find(judge(spec), 'outlet-under-water');
  expect(found.by?.value).toBeCloseTo(ft(0.5), 9);
  expect(found.stretches).toMatchObject([{ from: 0, to: expect.closeTo(ft(50), 6) }]);
  expect(rules({ ...good(), water: ft(100) })).not.toContain('outlet-under-water');
});

test('ground that is missing, and breaks beyond a run that became shorter', () => {
  const open = find(
    judge({ ground: 5, runs: [{ length: 30, low: 3, slope: 0.01, breaks: [{ at: 12, elevation: 5 }] }] }),
    'ground-missing',
  );
  expect(open.by?.value).toBeCloseTo(18, 9);
  const beyond = find(judge(good({ breaks: [{ at: ft(110), elevation: ft(105) }] })), 'break-beyond-run');
  expect(beyond.by?.value).toBeCloseTo(ft(10), 9);
});

test('too steep: by speed for storm, by slope for a building sewer', () => {
  expect(rules(good({ slope: 0.15, ground: ft(118) }))).toContain('steep');
  expect(
    rules({ ...good({ slope: 0.05, ground: ft(108) }), service: 'building-sewer', pipe: catalogue('4 in SDR 35') }),
  ).toContain('steep');
});

test('an open grade names what is missing', () => {
  const found = find(judge({ ground: 5, runs: [{ length: 10, slope: 0.01, ground: 5 }] }), 'grade-open');
  expect(say(found.what, 'feet')).toMatch(/one invert to start from/);
});

test('the stretches on which a straight-run value falls short, against dense sampling', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 1, maxLength: 9 }), (values) => {
      const points = values.map((value, at) => ({ at, value }));
      const found = shortfalls('run', points, ({ value }) => value, 0, 1e-6);
      const valueAt = (at: number): number => {
        const index = Math.min(Math.max(0, values.length - 2), Math.floor(at));
        const [from = 0, to = from] = [values[index], values[index + 1]];
        return from + (at - index) * (to - from);
      };
      for (let step = 0; step <= 200; step += 1) {
        const at = (step / 200) * (values.length - 1);
        const value = valueAt(at);
        const inside = found.some(({ from, to }) => at >= from - 1e-9 && at <= to + 1e-9);
        if (value < -1e-6) expect([at, inside]).toEqual([at, true]);
        if (value > 1e-6) expect([at, inside]).toEqual([at, false]);
      }
      for (const { at, by, from, to } of found) {
        expect(by).toBeGreaterThan(1e-6);
        expect(valueAt(at)).toBeCloseTo(-by, 12);
        expect(at >= from && at <= to).toBe(true);
      }
      // Each stretch apart from the next, and in order.
      found.slice(1).forEach(({ from }, index) => expect(from).toBeGreaterThanOrEqual(found[index]?.to ?? Infinity));
    }),
  );
});

test('every finding has a name of its own, and says why, whose rule and what could give', () => {
  const findings = judge({
    ground: ft(100),
    outlet: 'structure',
    water: ft(103),
    runs: [
      {
        length: ft(100),
        low: ft(100),
        high: ft(99),
        slope: 0.02,
        ground: ft(120),
        breaks: [
          { at: ft(50), elevation: ft(101) },
          { at: ft(200), elevation: ft(1) },
        ],
        vehicles: true,
      },
      { length: ft(100), slope: 0.3, drop: ft(-3) },
    ],
  });
  expect(findings.length).toBeGreaterThan(6);
  expect(new Set(findings.map(({ id }) => id)).size).toBe(findings.length);
  for (const finding of findings) {
    expect(say(finding.what, 'feet')).toMatch(/\.$/);
    expect(finding.why.length * finding.source.length * finding.gives.length).toBeGreaterThan(0);
    expect(finding.by === undefined || finding.by.value >= 0).toBe(true);
  }
});

test.each([
  ['rim', 104.5, 103.5],
  ['invert', 100, 99],
  ['water', 102, 103.5],
] as const)('a %s that was shot, against one that is stated', (what, stated, shot) => {
  const found = (at: number): string[] => {
    const built = buildLine({ ...good(), outlet: 'pond' });
    const node = what === 'water' || what === 'invert' ? (built.nodes[0] ?? '') : (built.nodes[1] ?? '');
    const before = built.plan.node[node] as ItemOf<'node'>;
    const item: ItemOf<'node'> = {
      ...before,
      ...(what === 'rim' ? { rim: ft(stated) } : {}),
      ...(what === 'water' ? { water: { high: ft(stated) } } : {}),
    };
    const on = {
      kind: 'benchmark' as const,
      id: 'b',
      name: 'Step',
      elevation: ft(100),
      assumed: false,
      description: '',
    };
    const rod = (id: string, sight: 'back' | 'fore', target: Target, value: number): Item => ({
      kind: 'shot',
      id,
      setup: 's',
      order: sight === 'back' ? 0 : 1,
      sight,
      target,
      reading: { by: 'rod', value: ft(value) },
      note: '',
    });
    const items: Item[] = [
      item,
      on,
      { kind: 'setup', id: 's', name: 'Setup 1', order: 0 },
      rod('s1', 'back', { on: 'benchmark', benchmark: 'b' }, 5),
      rod('s2', 'fore', { on: 'node', node, what }, 105 - at),
    ];
    const plan = applyEdits(
      built.plan,
      items.map((put) => ({ op: 'put', item: put })),
    );
    return findingsOf(evaluate(plan)).flatMap(({ rule, severity }) =>
      rule === 'shot-contradicts' ? [`${severity}`] : [],
    );
  };
  expect(found(shot)).toEqual(['fix']);
  expect(found(stated)).toEqual([]);
  expect(found(stated + 0.09)).toEqual([]);
});
