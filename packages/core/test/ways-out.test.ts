import fc from 'fast-check';
import type { Edit, Plan } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { evaluate, say } from '../src';
import type { Against, WayOut } from '../src/optimize';
import { digLeast, waysOut } from '../src/optimize';
import { ft, newId } from './builders';
import { digArb, digJob } from './support/digs';
import { job } from './support/jobs';

/** What could give where limits cannot hold together. */

const MORE = Number(process.env['SOAK'] ?? 1);
const ASKED = { watch: true, system: 'feet', newId } as const;

const stuck = (plan: Plan): readonly Against[] => {
  const found = digLeast(evaluate(plan), ASKED);
  return found.ok ? found.against : found.why === 'contradiction' ? found.against : [];
};

/** Whether the network of a contradiction works with some edits. */
const works = (plan: Plan, { runs }: Against, edits: readonly Edit[]): boolean =>
  digLeast(evaluate(applyEdits(plan, edits)), { ...ASKED, only: new Set(runs.map(({ id }) => id)) }).ok;

/** The same edits with the one number that they change moved back a little; undefined where they change no one number. */
function withLess(plan: Plan, edits: readonly Edit[], back: number): readonly Edit[] | undefined {
  const [edit, ...more] = edits;
  if (!edit || more.length > 0 || edit.op !== 'put') return undefined;
  const before = (plan as unknown as Record<string, Record<string, unknown>>)[edit.item.kind]?.[edit.item.id];
  let found = 0;
  const less = (was: unknown, is: unknown): unknown => {
    if (typeof was === 'number' && typeof is === 'number' && was !== is) {
      found += 1;
      // What is changed by less than that is as good as not changed.
      return Math.abs(is - was) <= back ? was : is - Math.sign(is - was) * back;
    }
    if (typeof is !== 'object' || is === null || typeof was !== 'object' || was === null) return is;
    return Object.fromEntries(
      Object.entries(is).map(([key, value]) => [key, less((was as Record<string, unknown>)[key], value)]),
    );
  };
  const item = less(before, edit.item) as typeof edit.item;
  return found === 1 ? [{ op: 'put', item }] : undefined;
}

test('with any one way out there are inverts that keep all else, and with less of it there are none', () => {
  const met = { ways: 0, less: 0 };
  fc.assert(
    fc.property(digArb, (draw) => {
      const { plan } = job(digJob({ ...draw, runs: draw.runs.slice(0, 5) }));
      for (const against of stuck(plan)) {
        expect(works(plan, against, [])).toBe(false);
        for (const way of waysOut(evaluate(plan), against, ASKED)) {
          expect([way.words, works(plan, against, way.edits)]).toEqual([way.words, true]);
          met.ways += 1;
          const step = way.gives === 'slope' ? 1e-4 : ft(0.01);
          const less = withLess(plan, way.edits, 1.01 * step);
          if (!less) continue;
          expect([say(way.words, 'feet'), works(plan, against, less)]).toEqual([say(way.words, 'feet'), false]);
          met.less += 1;
        }
      }
    }),
    { numRuns: 150 * MORE },
  );
  expect(met.ways).toBeGreaterThan(20);
  expect(met.less).toBeGreaterThan(8);
});

/** A line from its head to a main, both fixed, 120 ft apart. */
function short(service: 'building-sewer' | 'storm', pipe: string, fall: number): readonly WayOut[] {
  const { plan } = job({
    nodes: { Main: { form: 'structure', ground: 106 }, House: { form: 'stub-out', ground: 106 } },
    lines: {
      Line: {
        service,
        pipe,
        runs: { Line: { from: 'House', to: 'Main', length: 120, low: 100, high: 100 + fall, protection: 'shored' } },
      },
    },
  });
  const [against] = stuck(plan);
  return against ? waysOut(evaluate(plan), against, ASKED) : [];
}
const wordsOf = (ways: readonly WayOut[]): string[] => ways.map(({ words }) => say(words, 'feet'));

test('a sewer with 0.80 ft of fall over 120 ft at 1/8 in/ft is 0.45 ft short (worked out beforehand)', () => {
  const ways = short('building-sewer', '4 in SDR 35', 0.8);
  expect(wordsOf(ways)).toContain('Lower the outlet at Main by 0.45 ft to 99.55 ft');
  expect(wordsOf(ways)).toContain('Raise the high invert of Line by 0.45 ft to 101.25 ft');
  const priced = ways.flatMap(({ dig }) => dig ?? []);
  expect([...priced].sort((a, b) => a - b)).toEqual(priced);
  // In 8 in pipe there would be 0.175 ft to spare by the table: 0.80 less 120 ft at 1/16 in a foot.
  expect(0.8 - 120 / 16 / 12).toBeCloseTo(0.175, 9);
  expect(short('building-sewer', '8 in SDR 35', 0.8)).toEqual([]);
});

test('no larger pipe and no stand-pipe is a way out for sewage; a pump tank is, last, by a licensed designer', () => {
  const ways = short('building-sewer', '4 in SDR 35', 0.8);
  expect(ways.filter(({ gives }) => gives === 'pipe' || gives === 'end')).toEqual([]);
  expect(wordsOf(ways.slice(-1))).toEqual(['Pump at Main: a pump tank, by a licensed designer']);
});

test('storm pipe of 6 in with 0.50 ft of fall over 120 ft lacks 0.70 ft at 1 %: 8 in may lie flatter, a stand-pipe and a pump need no fall', () => {
  const ways = short('storm', '6 in SDR 35', 0.5);
  expect(wordsOf(ways)).toContain('Lower the outlet at Main by 0.70 ft to 99.30 ft');
  expect(wordsOf(ways)).toContain('Lay 8 in SDR 35 on Line: it may be laid flatter');
  // Those without a price come last: the end, then the pump.
  expect(ways.slice(-2).map(({ gives, dig }) => [gives, dig])).toEqual([
    ['end', undefined],
    ['pump', undefined],
  ]);
});

test('a main that was found too high: less cover is taken, for as long as it lacks', () => {
  const { plan } = job({
    nodes: { Box: { form: 'structure', ground: 100 }, Top: { form: 'inlet', ground: 100 } },
    lines: {
      Line: { service: 'yard-drain', pipe: '4 in SDR 35', runs: { Run: { from: 'Top', to: 'Box', low: 98.9 } } },
    },
  });
  const [against] = stuck(plan);
  if (!against) throw new Error('it cannot be laid');
  const offered = waysOut(evaluate(plan), against, ASKED).map(({ gives, words }) => [gives, say(words, 'feet')]);
  // The crown lies 0.341 ft over the invert: with 100 ft at 1 % the head comes to 99.90, and nothing covers it.
  expect(offered.map(([gives]) => gives)).toContain('outlet');
  const outlet = offered.find(([gives]) => gives === 'outlet')?.[1] ?? '';
  // 6 in under the ground at the head: 100 - 0.5 - 0.341 - 1.00 = 98.159, set to whole hundredths.
  expect(outlet).toBe('Lower the outlet at Box by 0.75 ft to 98.15 ft');
});
