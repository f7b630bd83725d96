import type { Cut, Item, Section, Side, Uuid } from '@alveus/plan';
import { applyEdits, Cut as CutSchema } from '@alveus/plan';
import fc from 'fast-check';
import type { GroundProfile } from '../src';
import { evaluate, reverseLine, runTrench } from '../src';
import { splitRun } from '../src/edits/split';
import { buildLine, catalogue, material, newId, section } from './builders';

/** Trenches that are not upright and level across: each amount against an independent quadrature. Figures by hand are in `shape-by-hand`. */

interface Ditch {
  readonly nominal: string;
  readonly width: number;
  readonly left: Side;
  readonly right: Side;
  readonly across: number;
  readonly bedding: number;
  readonly overlay: number;
  readonly fill: number | undefined;
  readonly surface: number;
  readonly beside: readonly { readonly lies: 'left' | 'right' | 'over'; readonly clear: number; readonly up: number }[];
}

const sideArb: fc.Arbitrary<Side> = fc.oneof(
  fc.constant({ by: 'upright' as const }),
  fc.record({
    by: fc.constant('sloped' as const),
    out: fc.constantFrom(0.5, 0.75, 1, 1.5),
    over: fc.constantFrom(0, 0.4, 1.05),
  }),
  fc.record({
    by: fc.constant('benched' as const),
    first: fc.constantFrom(0.5, 1.2),
    rise: fc.constantFrom(0.6, 1.2),
    tread: fc.constantFrom(0.3, 1.2),
  }),
);

const ditchArb: fc.Arbitrary<Ditch> = fc.record({
  nominal: fc.constantFrom('4 in SDR 35', '12 in SDR 35', '24 in concrete, wall B'),
  width: fc.double({ min: 0.85, max: 1.8, noNaN: true }),
  left: sideArb,
  right: sideArb,
  across: fc.oneof(fc.constantFrom(0, 0.1, -0.2), fc.double({ min: -0.3, max: 0.3, noNaN: true })),
  bedding: fc.constantFrom(0, 0.15),
  overlay: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
  fill: fc.option(fc.constantFrom(-0.3, -0.1), { nil: undefined }),
  surface: fc.constantFrom(0, 0.1, 0.2),
  beside: fc.array(
    fc.record({
      lies: fc.constantFrom('left' as const, 'right' as const),
      clear: fc.constantFrom(0.1, 0.15, 0.3),
      up: fc.constantFrom(0, 0.1, 0.35),
    }),
    { maxLength: 2 },
  ),
});

const stone = material('Stone');

/** The ditch as a run of 10 m, with a run of the same length beside it for each further pipe. */
function planOf(ditch: Ditch, depths: readonly [number, number], length = 10) {
  const pipe = catalogue(ditch.nominal);
  const template: Section = section({
    width: { rule: 'fixed', width: ditch.width },
    below: ditch.bedding > 0 ? [{ material: stone.id, thickness: ditch.bedding }] : [],
    above: [
      { material: stone.id, upTo: { mark: 'crown', offset: ditch.overlay } },
      ...(ditch.fill === undefined
        ? []
        : [{ material: stone.id, upTo: { mark: 'ground' as const, offset: ditch.fill } }]),
    ],
    surface: ditch.surface > 0 ? [{ material: stone.id, thickness: ditch.surface }] : [],
  });
  const invert = 50 + ditch.bedding + pipe.wall;
  const cut: Cut = { left: ditch.left, right: ditch.right, across: ditch.across };
  const built = buildLine(
    {
      pipe,
      section: template,
      ground: 50 + depths[0],
      runs: [{ length, low: invert, slope: 0, ground: 50 + depths[1], cut }],
    },
    [stone],
  );
  const [lead = ''] = built.runs;
  const more: Item[] = [];
  ditch.beside.forEach(({ lies, clear, up }, place) => {
    const other = buildLine({
      pipe,
      section: template,
      ground: 55,
      runs: [{ length, low: invert + up, slope: 0, ground: 55 }],
    });
    const [run = ''] = other.runs;
    more.push(...other.items.filter(({ kind }) => kind !== 'pipe' && kind !== 'section'), {
      kind: 'sharing',
      id: newId(),
      run,
      from: 0,
      to: length,
      lead: { run: lead, from: 0, to: length },
      lies,
      place: place + 1,
      clear,
    });
  });
  const plan = applyEdits(
    built.plan,
    more.map((item) => ({ op: 'put', item })),
  );
  return { plan, lead, pipe };
}

function amountsOf(ditch: Ditch, depths: readonly [number, number], length = 10) {
  const { plan, lead } = planOf(ditch, depths, length);
  const amounts = evaluate(plan).runs.get(lead)?.trench?.amounts;
  if (!amounts) throw new Error('no amounts');
  return amounts;
}

/* An independent account of the cross-section: by strips over its width, straight from the words. */

/** How high the side is, so far out of the bottom's edge: the height at which it has come out so far. */
function heightOut(side: Side, out: number): number {
  switch (side.by) {
    case 'upright':
      return Infinity;
    case 'sloped':
      return side.over + out / side.out;
    case 'benched':
      return side.first + Math.floor(out / side.tread) * side.rise;
  }
}

interface Account {
  readonly middle: number;
  readonly width: number;
  floor(x: number): number;
  readonly pipes: readonly { readonly x: number; readonly low: number; readonly radius: number }[];
}

/** x runs to the right from the middle of the bottom; every height is over the bottom. */
function accountOf(ditch: Ditch): Account {
  const pipe = catalogue(ditch.nominal);
  const radius = pipe.outside / 2;
  const taken = { left: 0, right: 0 };
  const places = ditch.beside.map(({ lies, clear, up }) => {
    const right = radius + taken[lies as 'left' | 'right'] + clear + radius;
    taken[lies as 'left' | 'right'] += clear + pipe.outside;
    return { x: lies === 'left' ? -right : right, low: ditch.bedding + up, radius };
  });
  const width = ditch.width + taken.left + taken.right;
  const middle = (taken.right - taken.left) / 2;
  return {
    middle,
    width,
    floor: (x) => {
      const out = Math.abs(x) - width / 2;
      return out <= 0 ? 0 : heightOut(x < 0 ? ditch.left : ditch.right, out);
    },
    pipes: [{ x: 0, low: ditch.bedding, radius }, ...places].map((place) => ({ ...place, x: place.x - middle })),
  };
}

/** Heights of the tops of all layers at a place across, the ground last. */
function topsAt(ditch: Ditch, depth: number, x: number, middle: number): number[] {
  const ground = depth + ditch.across * (x + middle);
  const roof = ground - ditch.surface;
  const outside = catalogue(ditch.nominal).outside;
  const tops: number[] = [];
  const stack = (asked: number): void =>
    void tops.push(Math.min(roof, Math.max(asked, tops[tops.length - 1] ?? -Infinity)));
  if (ditch.bedding > 0) stack(ditch.bedding);
  stack(ditch.bedding + outside + ditch.overlay);
  if (ditch.fill !== undefined) stack(ground + ditch.fill);
  tops.push(roof);
  if (ditch.surface > 0) tops.push(ground);
  return tops;
}

/** Where the ground meets the floor, going outwards from the bottom's edge. */
function edgeOf(ditch: Ditch, depth: number, account: Account, to: -1 | 1): number {
  const over = (x: number): number => depth + ditch.across * (x + account.middle) - account.floor(x);
  const half = account.width / 2;
  if (over(to * (half + 1e-12)) <= 0) return to * half;
  const side = to < 0 ? ditch.left : ditch.right;
  if (side.by === 'benched') {
    // Each tread and the face beyond it in turn.
    for (let index = 1; index < 40; index += 1) {
      const far = half + index * side.tread;
      const near = far - side.tread;
      const [begin, end] = [over(to * (near + 1e-12)), over(to * (far - 1e-12))];
      if (begin <= 0) return to * near;
      if (end <= 0) return to * (near + (side.tread * begin) / (begin - end));
    }
  }
  let [low, high] = [half, half + 60];
  for (let index = 0; index < 200; index += 1) {
    const middle = (low + high) / 2;
    if (over(to * middle) > 0) low = middle;
    else high = middle;
  }
  return to * low;
}

const POINTS = [
  [0.1488743389816312, 0.2955242247147529],
  [0.4333953941292472, 0.2692667193099963],
  [0.6794095682990244, 0.219086362515982],
  [0.8650633666889845, 0.1494513491505806],
  [0.9739065285171717, 0.0666713443086881],
] as const;

function gauss(f: (x: number) => number, a: number, b: number): number {
  const [half, middle] = [(b - a) / 2, (a + b) / 2];
  return half * POINTS.reduce((sum, [x, weight]) => sum + weight * (f(middle - half * x) + f(middle + half * x)), 0);
}

function integrate(f: (x: number) => number, a: number, b: number, within: number): number {
  const go = (from: number, to: number, whole: number, eps: number, left: number): number => {
    const middle = (from + to) / 2;
    const [lower, upper] = [gauss(f, from, middle), gauss(f, middle, to)];
    if (left === 0 || Math.abs(lower + upper - whole) <= eps) return lower + upper;
    return go(from, middle, lower, eps * 0.7, left - 1) + go(middle, to, upper, eps * 0.7, left - 1);
  };
  return b > a ? go(a, b, gauss(f, a, b), within, 32) : 0;
}

/** Where levels, what hangs from the ground and pipes cut one another: the quadrature is told, since a corner just beside a cut would escape it. */
function turnsOf(ditch: Ditch, depth: number, { middle, pipes }: Account): number[] {
  const outside = catalogue(ditch.nominal).outside;
  const levels = [ditch.bedding, ditch.bedding + outside + ditch.overlay];
  const hung = [0, -ditch.surface, ditch.fill ?? 0].map((offset) => depth + offset + ditch.across * middle);
  const { across } = ditch;
  const benches = [ditch.left, ditch.right].flatMap((side) =>
    side.by === 'benched' ? Array.from({ length: 8 }, (_, index) => side.first + index * side.rise) : [],
  );
  const crossed =
    across === 0 ? [] : [0, ...levels, ...benches].flatMap((level) => hung.map((line) => (level - line) / across));
  const chords = pipes.flatMap(({ x, low, radius }) => [
    ...levels.flatMap((level) => {
      const half = Math.sqrt(radius ** 2 - (level - low - radius) ** 2);
      return [x - half, x + half];
    }),
    ...hung.flatMap((line) => {
      // (t − x)² + (line + across t − centre)² = r²
      const off = line + across * x - low - radius;
      const root = Math.sqrt(radius ** 2 * (1 + across ** 2) - off ** 2);
      return [-1, 1].map((sign) => x + (-off * across + sign * root) / (1 + across ** 2));
    }),
  ]);
  const walls = [-1, 1].flatMap((to) =>
    hung.flatMap((line) => {
      const side = to < 0 ? ditch.left : ditch.right;
      const half = accountOf(ditch).width / 2;
      if (side.by !== 'sloped') return [];
      // line + across x = over + (|x| − half) ÷ out
      return [
        ...levels.map((level) => half + (level - side.over) * side.out),
        (line - side.over + half / side.out) / (1 / side.out - to * across),
      ].map((far) => to * far);
    }),
  );
  return [...crossed, ...chords, ...walls].filter((x) => Number.isFinite(x));
}

/** Areas of the whole, of each layer without pipes, and of all pipes, by strips. */
function areasOf(ditch: Ditch, depth: number, within = 1e-12): { whole: number; layers: number[]; pipes: number } {
  const account = accountOf(ditch);
  const [left, right] = [edgeOf(ditch, depth, account, -1), edgeOf(ditch, depth, account, 1)];
  const corners = new Set([left, right, -account.width / 2, account.width / 2]);
  for (const [side, to] of [
    [ditch.left, -1],
    [ditch.right, 1],
  ] as const)
    if (side.by === 'benched')
      for (let index = 0; index < 12; index += 1) corners.add(to * (account.width / 2 + index * side.tread));
  for (const { x, radius } of account.pipes) for (const part of [-1, 0, 1]) corners.add(x + part * radius);
  for (const corner of turnsOf(ditch, depth, account)) corners.add(corner);
  const cuts = [...corners].filter((x) => x >= left && x <= right).sort((a, b) => a - b);
  const over = (f: (x: number) => number): number =>
    cuts.slice(1).reduce((sum, cut, index) => sum + integrate(f, cuts[index] as number, cut, within), 0);
  const chord = (x: number, from: number, to: number): number =>
    account.pipes.reduce((sum, pipe) => {
      const off = x - pipe.x;
      if (Math.abs(off) >= pipe.radius) return sum;
      const half = Math.sqrt(pipe.radius ** 2 - off * off);
      const middle = pipe.low + pipe.radius;
      return sum + Math.max(0, Math.min(to, middle + half) - Math.max(from, middle - half));
    }, 0);
  const count = topsAt(ditch, depth, 0, account.middle).length;
  const layers = Array.from({ length: count }, (_, index) =>
    over((x) => {
      const floor = account.floor(x);
      const tops = topsAt(ditch, depth, x, account.middle).map((top) => Math.max(floor, top));
      const from = index === 0 ? floor : Math.max(floor, tops[index - 1] as number);
      const to = Math.max(from, tops[index] as number);
      return to - from - chord(x, from, to);
    }),
  );
  const ground = (x: number): number => Math.max(account.floor(x), depth + ditch.across * (x + account.middle));
  return {
    whole: over((x) => ground(x) - account.floor(x)),
    layers,
    pipes: over((x) => chord(x, account.floor(x), ground(x))),
  };
}

const meets = (ditch: Ditch): boolean =>
  CutSchema.safeParse({ left: ditch.left, right: ditch.right, across: ditch.across }).success;

test('areas of sloped, benched and stepped trenches with several pipes, on ground that falls across, agree with quadrature to 1e-9', () => {
  fc.assert(
    fc.property(
      ditchArb,
      fc.oneof(fc.double({ min: -0.2, max: 4, noNaN: true }), fc.constantFrom(0.6, 1.2, 2)),
      (ditch, depth) => {
        fc.pre(meets(ditch));
        const amounts = amountsOf(ditch, [depth, depth]);
        const areas = areasOf(ditch, depth);
        const within = 1e-9 * Math.max(areas.whole, 0.1);
        expect(Math.abs(amounts.excavation / 10 - areas.whole)).toBeLessThan(within);
        expect(Math.abs(amounts.pipe / 10 - areas.pipes)).toBeLessThan(within);
        // Native backfill hangs under the surface, so that its top is that of the fill where there is none.
        const mine = amounts.layers.map((volume) => volume / 10);
        expect(mine.length).toBe(areas.layers.length);
        mine.forEach((area, index) => expect(Math.abs(area - (areas.layers[index] as number))).toBeLessThan(within));
        const all = amounts.layers.reduce((sum, volume) => sum + volume, amounts.pipe);
        expect(Math.abs(all - amounts.excavation)).toBeLessThan(1e-11 * Math.max(1, amounts.excavation));
      },
    ),
    { numRuns: 120 },
  );
});

/** Where along a trench that gets deeper the ground, or what hangs from it, passes what stands on its bottom. */
function cornersOf(ditch: Ditch, [from, to]: readonly [number, number]): number[] {
  const { outside } = catalogue(ditch.nominal);
  const crown = ditch.bedding + outside;
  const benches = [ditch.left, ditch.right].flatMap((side) =>
    side.by === 'benched' ? Array.from({ length: 8 }, (_, index) => side.first + index * side.rise) : [],
  );
  // Where the ground falls across, it comes over the edges of each tread at depths of their own, and opens it at once.
  const { width, middle } = accountOf(ditch);
  const treads = ([-1, 1] as const).flatMap((sign) => {
    const side = sign < 0 ? ditch.left : ditch.right;
    if (side.by !== 'benched') return [];
    return Array.from({ length: 9 }, (_, index) => index).flatMap((index) => {
      const down = ditch.across * (sign * (width / 2 + index * side.tread) + middle);
      return [side.first + index * side.rise, side.first + (index - 1) * side.rise].map((height) => height - down);
    });
  });
  return [0, ditch.bedding, crown, crown + ditch.overlay, ...benches, ...treads]
    .flatMap((level) => [0, ditch.surface, -(ditch.fill ?? 0)].map((hung) => (level + hung - from) / (to - from)))
    .filter((share) => share > 0 && share < 1);
}

test('volumes of a trench that gets deeper are its areas summed up along it, to 1e-9', () => {
  fc.assert(
    fc.property(
      ditchArb,
      fc.double({ min: -0.4, max: 2.5, noNaN: true }),
      fc.double({ min: 0.2, max: 2, noNaN: true }),
      fc.boolean(),
      (ditch, shallow, more, turned) => {
        fc.pre(meets(ditch));
        const depths: readonly [number, number] = turned ? [shallow + more, shallow] : [shallow, shallow + more];
        const { plan, lead } = planOf(ditch, depths);
        const run = evaluate(plan).runs.get(lead);
        const { pipe, section: template, envelope, grade, ground, form } = run ?? {};
        if (!pipe || !template || !envelope || !grade || !ground) throw new Error('no run');
        const between = (points: GroundProfile['points']) => {
          const { amounts } = runTrench({
            grade,
            ground: { ...ground, points },
            pipe,
            section: template,
            envelope,
            form,
          });
          if (!amounts) throw new Error('no amounts');
          return amounts;
        };
        const amounts = between(ground.points);
        const at = (share: number): number => 50 + depths[0] + (depths[1] - depths[0]) * share;
        const areas = new Map<number, typeof amounts>();
        const area = (share: number): typeof amounts => {
          let known = areas.get(share);
          const elevation = at(share);
          const points = [0, 1].map((place) => ({ at: place, elevation }));
          if (!known) areas.set(share, (known = between(points)));
          return known;
        };
        // Depths at which the area has a corner or jumps are met by halving.
        const parts = [...Array.from({ length: 17 }, (_, part) => part / 16), ...cornersOf(ditch, depths)].sort(
          (a, b) => a - b,
        );
        const sum = (of: (volumes: typeof amounts) => number): number =>
          10 *
          parts.reduce(
            (all, to, index) => all + integrate((share) => of(area(share)), parts[index - 1] ?? 0, to, 1e-13),
            0,
          );
        const within = 1e-9 * Math.max(amounts.excavation, 1);
        expect(Math.abs(amounts.excavation - sum((volumes) => volumes.excavation))).toBeLessThan(within);
        expect(Math.abs(amounts.pipe - sum((volumes) => volumes.pipe))).toBeLessThan(within);
        amounts.layers.forEach((volume, index) =>
          expect(Math.abs(volume - sum((volumes) => volumes.layers[index] as number))).toBeLessThan(within),
        );
      },
    ),
    { numRuns: 6 },
  );
});

test('deeper takes more of everything that stands on the bottom, and never less of the whole', () => {
  fc.assert(
    fc.property(
      ditchArb,
      fc.double({ min: 0, max: 3, noNaN: true }),
      fc.double({ min: 0.001, max: 1, noNaN: true }),
      (ditch, depth, more) => {
        fc.pre(meets(ditch));
        const [less, deeper] = [amountsOf(ditch, [depth, depth]), amountsOf(ditch, [depth + more, depth + more])];
        expect(deeper.excavation).toBeGreaterThan(less.excavation);
        expect(deeper.pipe).toBeGreaterThanOrEqual(less.pipe - 1e-9);
        if (ditch.bedding > 0) expect(deeper.layers[0]).toBeGreaterThanOrEqual((less.layers[0] as number) - 1e-9);
      },
    ),
    { numRuns: 60 },
  );
});

test('a trench seen from its other end, and one parted by a node, take just the same', () => {
  fc.assert(
    fc.property(
      ditchArb,
      fc.double({ min: 0.2, max: 3, noNaN: true }),
      fc.double({ min: 0.2, max: 3, noNaN: true }),
      fc.double({ min: 0.5, max: 9.5, noNaN: true }),
      (ditch, low, high, at) => {
        fc.pre(meets(ditch));
        const { plan, lead } = planOf(ditch, [low, high]);
        const whole = evaluate(plan);
        const amounts = (of: typeof whole, runs: readonly Uuid[]) =>
          runs.reduce(
            (sum, run) => {
              const volumes = of.runs.get(run)?.trench?.amounts;
              if (!volumes) throw new Error('no amounts');
              return {
                excavation: sum.excavation + volumes.excavation,
                pipe: sum.pipe + volumes.pipe,
                stone: sum.stone + (volumes.layers[0] as number),
              };
            },
            { excavation: 0, pipe: 0, stone: 0 },
          );
        const same = (a: ReturnType<typeof amounts>, b: ReturnType<typeof amounts>): void => {
          expect(a.excavation).toBeCloseTo(b.excavation, 8);
          expect(a.pipe).toBeCloseTo(b.pipe, 8);
          expect(a.stone).toBeCloseTo(b.stone, 8);
        };
        const before = amounts(whole, [lead]);
        // What is told from the fixed end moves nowhere when the water is turned round.
        const line = plan.run[lead]?.line ?? '';
        same(amounts(evaluate(applyEdits(plan, reverseLine(plan, line))), [lead]), before);
        // Mirrored: left is right, and the ground falls the other way.
        const mirrored: Ditch = {
          ...ditch,
          left: ditch.right,
          right: ditch.left,
          across: -ditch.across,
          beside: ditch.beside.map((lying) => ({ ...lying, lies: lying.lies === 'left' ? 'right' : 'left' })),
        };
        const other = planOf(mirrored, [low, high]);
        same(amounts(evaluate(other.plan), [other.lead]), before);
        const split = splitRun(whole, lead, at, { name: 'Between', form: 'fitting' }, newId);
        if (!split) throw new Error('not parted');
        const after = evaluate(applyEdits(plan, split.edits));
        same(amounts(after, [split.lower, split.upper]), before);
        // What lay in its trench lies in that of both parts now, and digs nothing of its own.
        for (const { run } of Object.values(plan.sharing))
          expect(after.runs.get(run)?.trench?.amounts?.excavation).toBe(0);
        for (const { id, run } of Object.values(plan.sharing)) {
          const further = splitRun(after, run, at / 2, { name: 'Beside', form: 'fitting' }, newId);
          if (!further) throw new Error('not parted');
          const both = evaluate(applyEdits(applyEdits(plan, split.edits), further.edits));
          same(amounts(both, [split.lower, split.upper]), before);
          expect(both.plan.sharing[id]).toBeDefined();
        }
      },
    ),
    { numRuns: 40 },
  );
});
