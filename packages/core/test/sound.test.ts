import fc from 'fast-check';
import type { Edit, Item, ItemOf } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Finding, RuleName } from '../src';
import { evaluate, findingsOf, FOOT } from '../src';
import { catalogue, ft, inch, newId, section } from './builders';
import type { Job, JobSpec } from './support/jobs';
import { job, pipeOf, stone } from './support/jobs';

/** Sound plans have nothing that must be put right; and one fault in a sound plan is found, at its place. */

const MORE = Number(process.env['SOAK'] ?? 1);

/** A trunk of a few runs from a box up, with a branch or two that drop into it. */
const soundArb = fc
  .record({
    runs: fc.array(
      fc.record({
        length: fc.integer({ min: 30, max: 140 }),
        slope: fc.double({ min: 0.012, max: 0.03, noNaN: true }),
        drop: fc.constantFrom(0, 0.1, 0.25),
        cover: fc.double({ min: 1.8, max: 4.5, noNaN: true }),
        vehicles: fc.boolean(),
      }),
      { minLength: 1, maxLength: 5 },
    ),
    branches: fc.array(
      fc.record({
        at: fc.nat(),
        length: fc.integer({ min: 20, max: 60 }),
        slope: fc.double({ min: 0.012, max: 0.03, noNaN: true }),
        drop: fc.double({ min: 0, max: 0.5, noNaN: true }),
      }),
      { maxLength: 2 },
    ),
    outlet: fc.constantFrom('structure' as const, 'daylight' as const, 'pond' as const),
    utilities: fc.array(
      fc.record({
        run: fc.nat(),
        share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        clear: fc.double({ min: 1.1, max: 1.4, noNaN: true }),
      }),
      { maxLength: 2 },
    ),
  })
  .map(sound);
type Sound = Job & { readonly runs: readonly string[] };

const pipe = pipeOf('12 in SDR 35');
const branchPipe = pipeOf('8 in SDR 35');
const bed = section({
  width: { rule: 'd2321' },
  below: [{ material: stone.id, thickness: inch(4) }],
  above: [{ material: stone.id, upTo: { mark: 'crown', offset: inch(6) } }],
});
const crownOver = (of: ItemOf<'pipe'>): number => (of.outside - of.wall) / FOOT;

interface SoundSpec {
  runs: readonly { length: number; slope: number; drop: number; cover: number; vehicles: boolean }[];
  branches: readonly { at: number; length: number; slope: number; drop: number }[];
  outlet: 'structure' | 'daylight' | 'pond';
  utilities: readonly { run: number; share: number; clear: number }[];
}

function sound({ runs, branches, outlet, utilities }: SoundSpec): Sound {
  const out = outlet === 'structure' ? 102.6 : 100 - pipe.wall / FOOT;
  const nodes: Record<string, JobSpec['nodes'][string]> = {
    Out: { form: outlet, ground: out, ...(outlet === 'pond' ? { usual: 99, high: 99.9 } : {}) },
  };
  const trunk: Record<string, JobSpec['lines'][string]['runs'][string]> = {};
  const lows: number[] = [];
  let low = 100;
  runs.forEach((run, index) => {
    if (index > 0) low += run.drop;
    lows.push(low);
    const high = low + run.slope * run.length;
    const name = `Run ${index + 1}`;
    nodes[`Node ${index + 1}`] = { form: 'catch-basin', ground: high + crownOver(pipe) + run.cover };
    trunk[name] = {
      from: `Node ${index + 1}`,
      to: index === 0 ? 'Out' : `Node ${index}`,
      length: run.length,
      slope: run.slope,
      ...(index === 0 ? { low } : { drop: run.drop }),
      vehicles: run.vehicles && !(index === 0 && outlet !== 'structure'),
      protection: 'shored',
      // The bank at an open end.
      ...(index === 0 && outlet !== 'structure'
        ? { breaks: [[8, low + 8 * run.slope + crownOver(pipe) + run.cover] as const] }
        : {}),
    };
    low = high;
  });
  const lines: Record<string, JobSpec['lines'][string]> = { Trunk: { pipe, section: bed, runs: trunk } };
  branches.forEach(({ at, length, slope, drop }, index) => {
    const joins = at % runs.length;
    const name = `Branch ${index + 1}`;
    // Its low end lies so much over what leaves the node.
    const over = (lows[joins] ?? 100) + (runs[joins]?.slope ?? 0) * (runs[joins]?.length ?? 0) + drop;
    nodes[`${name} end`] = { form: 'inlet', ground: over + slope * length + crownOver(branchPipe) + 1.8 };
    lines[name] = {
      pipe: branchPipe,
      section: bed,
      runs: { [name]: { from: `${name} end`, to: `Node ${joins + 1}`, length, slope, drop, protection: 'shored' } },
    };
  });
  const crossings = utilities.map(({ run, share, clear }) => {
    const on = run % runs.length;
    const at = (runs[on]?.length ?? 0) * share;
    // Under the pipe, in undisturbed ground.
    const centre = (lows[on] ?? 100) + (runs[on]?.slope ?? 0) * at - pipe.wall / FOOT - clear - 2 / 12;
    return { on: `Run ${on + 1}`, at, centre };
  });
  return {
    ...job({ nodes, lines, crossings }),
    runs: [...Object.keys(trunk), ...Object.keys(lines).filter((name) => name !== 'Trunk')],
  };
}

const grave = (findings: readonly Finding[]): Finding[] => findings.filter(({ severity }) => severity !== 'watch');

test('a sound plan has nothing that must be put right', () => {
  fc.assert(
    fc.property(soundArb, ({ plan }) => {
      expect(grave(findingsOf(evaluate(plan))).map(({ id }) => id)).toEqual([]);
    }),
    { numRuns: 500 * MORE },
  );
});

interface Fault {
  readonly edit: Edit;
  readonly rule: RuleName;
  /** Where it is to be found: a run, a node, a utility or a line. */
  readonly at: string;
  /** What else follows from it. */
  readonly also?: readonly string[];
}

/** A pipe that comes to lie lower meets the utilities under it. */
const LOWER: readonly string[] = ['clearance', 'clash'] satisfies RuleName[];

/** Faults that somebody might type into a sound plan, at one of its runs. */
const FAULTS: readonly ((sound: Sound, run: ItemOf<'run'>) => Fault | undefined)[] = [
  // The slope typed with the wrong sign, and with the point a place too far left.
  ({ plan }, run) => {
    const grade = plan.runGrade[run.id];
    return grade?.slope === undefined
      ? undefined
      : { edit: put({ ...grade, slope: -grade.slope }), rule: 'against-grade', at: run.id, also: LOWER };
  },
  ({ plan }, run) => {
    const grade = plan.runGrade[run.id];
    return grade?.slope === undefined
      ? undefined
      : { edit: put({ ...grade, slope: 0 }), rule: 'dead-level', at: run.id, also: LOWER };
  },
  // A drop that became a step up.
  ({ plan }, run) => {
    const grade = plan.runGrade[run.id];
    return grade?.stepA === undefined
      ? undefined
      : { edit: put({ ...grade, stepA: -0.2 }), rule: 'drop-rises', at: run.id, also: LOWER };
  },
  // A ground point that is a metre too low, and one beyond the end.
  ({ plan }, run) => {
    // Where it comes to daylight it is shallow anyway.
    if (plan.node[run.a]?.form !== 'structure' && plan.node[run.a]?.form !== 'catch-basin') return undefined;
    const middle = lengthOf(run) / 2;
    const [low, slope] = levels({ plan } as Sound, run);
    return {
      edit: put({ kind: 'runGround', id: run.id, breaks: [{ at: middle, elevation: low + slope * middle + 0.35 }] }),
      rule: 'least-cover',
      at: run.id,
    };
  },
  (_, run) => ({
    edit: put({ kind: 'runGround', id: run.id, breaks: [{ at: lengthOf(run) + 5, elevation: 35 }] }),
    rule: 'break-beyond-run',
    at: run.id,
  }),
  // Nobody says how people are protected, and it is deep.
  ({ plan }, run) => {
    const { protection: _said, ...rest } = run;
    const deep = (evaluate(plan).runs.get(run.id)?.trench?.deepest?.depth ?? 0) >= 5 * FOOT;
    return deep ? { edit: put(rest), rule: 'protection', at: run.id } : undefined;
  },
  // A gas main right where it has to go, and one beyond its end.
  ({ plan }, run) => {
    const middle = lengthOf(run) / 2;
    const [low, slope] = levels({ plan } as Sound, run);
    const main = gas(run.id, { how: 'across', at: middle }, low + slope * middle + 0.1);
    return { edit: put(main), rule: 'clash', at: main.id };
  },
  (_, run) => {
    const main = gas(run.id, { how: 'across', at: lengthOf(run) + 3 }, 30);
    return { edit: put(main), rule: 'utility-astray', at: main.id };
  },
  // The ground of its upper end was never shot.
  (_, run) => ({ edit: { op: 'remove', kind: 'nodeGround', id: run.b }, rule: 'ground-missing', at: run.id }),
  // Its pipe, and the trench section of the plan, gone.
  (_, run) => ({
    edit: { op: 'remove', kind: 'section', id: bed.id },
    rule: 'something-lost',
    at: run.id,
    // Without a trench nothing says how high utilities lie against it.
    also: ['crossing-level'] satisfies RuleName[],
  }),
  (_, run) => ({ edit: { op: 'remove', kind: 'material', id: stone.id }, rule: 'layer-lost', at: run.line }),
  // A smaller pipe below a larger one.
  (_, run) => {
    const small = { ...catalogue('4 in SDR 35'), id: pipe.id };
    return run.pipe === undefined ? { edit: put(small), rule: 'size-down', at: '' } : undefined;
  },
];

const put = (item: Item): Edit => ({ op: 'put', item });
const lengthOf = ({ length }: ItemOf<'run'>): number => (length.from === 'typed' ? length.value : 0);
function levels({ plan }: Sound, { id }: ItemOf<'run'>): [low: number, slope: number] {
  const { low = 0, slope = 0 } = evaluate(plan).runs.get(id)?.grade ?? {};
  return [low, slope];
}
function gas(run: string, lies: ItemOf<'crossing'>['lies'], centre: number): ItemOf<'crossing'> {
  return {
    kind: 'crossing',
    id: newId(),
    run,
    name: 'Gas main',
    utility: 'gas',
    size: inch(4),
    lies,
    level: { by: 'elevation', of: 'centre', value: centre },
    measured: true,
    markedBy: '',
    markedOn: '',
  };
}

test('one fault in a sound plan is found, at its place, and nothing else', () => {
  const tried = new Map<number, number>();
  fc.assert(
    fc.property(soundArb, fc.nat(), fc.nat(), (plan, which, how) => {
      const runs = Object.values(plan.plan.run);
      const run = runs[which % runs.length] as ItemOf<'run'>;
      const fault = FAULTS[how % FAULTS.length]?.(plan, run);
      if (!fault) return;
      const found = findingsOf(evaluate(applyEdits(plan.plan, [fault.edit])));
      const there = found.filter(({ rule }) => rule === fault.rule);
      tried.set(how % FAULTS.length, (tried.get(how % FAULTS.length) ?? 0) + 1);
      // A smaller trunk is only felt where a branch comes in that is larger.
      if (fault.rule === 'size-down') {
        if (runs.some(({ line }) => line !== run.line)) expect(there.length).toBeGreaterThan(0);
        return;
      }
      const reported = there.some(
        ({ id, run: at, line, stretches }) =>
          [at, line].includes(fault.at) ||
          id.includes(fault.at) ||
          stretches.some((stretch) => stretch.run === fault.at),
      );
      expect([fault.rule, reported]).toEqual([fault.rule, true]);
      const others = grave(found).filter(({ rule }) => rule !== fault.rule && !fault.also?.includes(rule));
      expect([fault.rule, others.map(({ rule }) => rule)]).toEqual([fault.rule, []]);
    }),
    { numRuns: 500 * MORE },
  );
  expect(tried.size).toBe(FAULTS.length);
});

test('the least room beside a utility is that of dense sampling', () => {
  const crossingArb = fc.record({
    off: fc.double({ min: 0.05, max: 3, noNaN: true }),
    from: fc.double({ min: 0, max: 0.6, noNaN: true }),
    to: fc.double({ min: 0.65, max: 1, noNaN: true }),
    level: fc.double({ min: 95, max: 106, noNaN: true }),
    deep: fc.option(fc.double({ min: 0.3, max: 6, noNaN: true }), { nil: undefined }),
    high: fc.double({ min: 96, max: 104, noNaN: true }),
    breaks: fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 99 }), fc.double({ min: 100, max: 110, noNaN: true })), {
      maxLength: 4,
      selector: ([at]) => at,
    }),
  });
  fc.assert(
    fc.property(crossingArb, ({ off, from, to, level, deep, high, breaks }) => {
      const { plan, ids } = job({
        nodes: { Out: { form: 'structure', ground: 104 }, Top: { ground: 106 } },
        lines: {
          Line: {
            pipe,
            runs: { Main: { from: 'Top', to: 'Out', low: 100, high, breaks: [...breaks].sort(([a], [b]) => a - b) } },
          },
        },
        crossings: [
          { on: 'Main', off, from: from * 100, to: to * 100, ...(deep === undefined ? { centre: level } : { deep }) },
        ],
      });
      const evaluation = evaluate(plan);
      const [result] = evaluation.crossings.get(ids['utility 0'] ?? '') ?? [];
      const run = evaluation.runs.get(ids['Main'] ?? '');
      if (!result || !run || run.grade.low === undefined || run.grade.slope === undefined)
        throw new Error('not worked out');
      const { points } = run.ground;
      const groundAt = (at: number): number => {
        const next = Math.max(
          1,
          points.findIndex((point) => point.at >= at),
        );
        const [a, b] = [points[next - 1], points[next]];
        return a && b ? a.elevation + ((b.elevation - a.elevation) * (at - a.at)) / (b.at - a.at) : NaN;
      };
      const radii = (pipe.outside + inch(4)) / 2;
      let [apart, above] = [Infinity, Infinity];
      for (let step = 0; step <= 4_000; step += 1) {
        const at = ft(100 * (from + ((to - from) * step) / 4_000));
        const centre = deep === undefined ? ft(level) : groundAt(at) - ft(deep) - inch(2);
        const ours = run.grade.low + run.grade.slope * at - pipe.wall + pipe.outside / 2;
        apart = Math.min(apart, Math.hypot(ft(off), centre - ours) - radii);
        above = Math.min(above, centre - inch(2) - (ours - pipe.outside / 2));
      }
      // What lies between two samples is missed by no more than the ground can rise there.
      expect(result.apart ?? NaN).toBeLessThanOrEqual(apart + 1e-9);
      expect(result.apart ?? NaN).toBeGreaterThan(apart - 0.02);
      expect(result.aboveBottom ?? NaN).toBeLessThanOrEqual(above + 1e-9);
      expect(result.aboveBottom ?? NaN).toBeGreaterThan(above - 0.02);
    }),
    { numRuns: 150 * MORE },
  );
});
