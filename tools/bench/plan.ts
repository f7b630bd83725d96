import type { Item, Plan, Uuid } from '@alveus/plan';
import { applyEdits, ONLY, planOf } from '@alveus/plan';
import { CATALOGUE, MATERIALS } from '@alveus/core';

/** Frozen inputs: the same plan for the same size, on every machine and in every year. */

/** Mulberry32: a small generator of good enough chance, here so that no library can change the inputs. */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const RUNS_IN_A_LINE = 5;
const POINTS_IN_A_RUN = 10;

export interface BenchPlan {
  readonly plan: Plan;
  readonly items: readonly Item[];
  readonly lines: readonly Uuid[];
  readonly runs: readonly Uuid[];
  readonly sections: readonly Uuid[];
}

/** Lines of five runs, ten ground points a run, five layers, a section to each line. */
export function benchPlan(runCount: number): BenchPlan {
  const random = chance(4310);
  let counter = 0;
  const id = (): Uuid => `b0000000-0000-4000-8000-${(counter += 1).toString(16).padStart(12, '0')}`;
  const items: Item[] = [];
  const stone = { kind: 'material' as const, id: id(), ...MATERIALS.stone };
  const topsoil = { kind: 'material' as const, id: id(), ...MATERIALS.topsoil };
  const pipes = CATALOGUE.filter(({ name }) => /^(8|12) in SDR 35$/.test(name)).map((model) => ({
    kind: 'pipe' as const,
    id: id(),
    ...model,
  }));
  // Sound but for its covers: what findings cost is measured where there are few, as in work that is planned well.
  const rules = { 'hole-unset': { on: false } };
  items.push({ kind: 'profile', id: ONLY, name: 'Bench', rules, services: {} }, stone, topsoil, ...pipes);
  const lines: Uuid[] = [];
  const runs: Uuid[] = [];
  const sections: Uuid[] = [];
  const round = (value: number): number => Math.round(value * 1e4) / 1e4;
  for (let line = 0; runs.length < runCount; line += 1) {
    const section = id();
    sections.push(section);
    items.push({
      kind: 'section',
      id: section,
      name: `Section ${line + 1}`,
      width: { rule: 'd2321' },
      below: [{ material: stone.id, thickness: 0.15 }],
      above: [
        { material: stone.id, upTo: { mark: 'springline', offset: 0 } },
        { material: stone.id, upTo: { mark: 'crown', offset: 0.15 } },
      ],
      surface: [{ material: topsoil.id, thickness: 0.1 }],
    });
    const lineId = id();
    lines.push(lineId);
    items.push({
      kind: 'line',
      id: lineId,
      name: `Line ${line + 1}`,
      service: 'storm',
      pipe: pipes[line % pipes.length]?.id ?? '',
      section,
      startChainage: 0,
    });
    let invert = 100 + random() * 10;
    let lower = id();
    items.push({
      kind: 'node',
      id: lower,
      name: `Outlet ${line + 1}`,
      form: line % 2 === 0 ? 'daylight' : 'structure',
    });
    items.push({ kind: 'nodeGround', id: lower, elevation: round(invert + (line % 2 === 0 ? 0.2 : 1.2)) });
    for (let number = 0; number < RUNS_IN_A_LINE && runs.length < runCount; number += 1) {
      const length = round(15 + random() * 45);
      const slope = round(0.004 + random() * 0.02);
      const run = id();
      const upper = id();
      const ground = (at: number): number => round(invert + slope * at + 0.9 + random() * 0.8);
      items.push({
        kind: 'run',
        id: run,
        line: lineId,
        name: `Run ${number + 1}`,
        a: lower,
        b: upper,
        flow: 'to-a',
        length: { from: 'typed', value: length },
        vehicles: random() < 0.3,
        protection: 'not-entered',
      });
      items.push({
        kind: 'runGround',
        id: run,
        breaks: Array.from({ length: POINTS_IN_A_RUN - 2 }, (_, index) => {
          const at = round((length * (index + 1)) / (POINTS_IN_A_RUN - 1));
          return { at, elevation: ground(at) };
        }),
      });
      items.push({ kind: 'runGrade', id: run, slope, ...(number === 0 ? { a: round(invert) } : {}) });
      items.push({ kind: 'node', id: upper, name: `Basin ${line + 1}.${number + 1}`, form: 'catch-basin' });
      items.push({ kind: 'nodeGround', id: upper, elevation: ground(length) });
      runs.push(run);
      invert += slope * length;
      lower = upper;
    }
  }
  return { plan: planOf(items), items, lines, runs, sections };
}

/**
 * The same dug in all the ways there are: a third of its runs upright, a third sloped on ground that falls across, a
 * third benched on one side and sloped on the other; and of every fourth line the first run in the trench of the next's.
 */
export function benchPlanCut(runCount: number): Plan {
  const { plan, lines, runs } = benchPlan(runCount);
  const sloped = { by: 'sloped', out: 1, over: 0.5 } as const;
  const benched = { by: 'benched', first: 0.6, rise: 0.6, tread: 0.6 } as const;
  const items: Item[] = runs.flatMap((id, index): Item[] => {
    const run = plan.run[id];
    if (!run || index % 3 === 0) return [];
    return [
      {
        ...run,
        cut: index % 3 === 1 ? { left: sloped, right: sloped, across: 0.05 } : { left: benched, right: sloped },
      },
    ];
  });
  for (let line = 0; line + 1 < lines.length; line += 4) {
    const [own, lead] = [line, line + 1].map((index) => plan.run[runs[index * RUNS_IN_A_LINE] ?? '']);
    if (own?.length.from !== 'typed' || lead?.length.from !== 'typed') throw new Error('the frozen plan has changed');
    const far = Math.min(own.length.value, lead.length.value) * 0.9;
    items.push({
      kind: 'sharing',
      id: `b1000000-0000-4000-8000-${line.toString(16).padStart(12, '0')}`,
      run: own.id,
      from: 0,
      to: far,
      lead: { run: lead.id, from: 0, to: far },
      lies: 'right',
      place: 1,
      clear: 0.3,
    });
  }
  return applyEdits(
    plan,
    items.map((item) => ({ op: 'put', item })),
  );
}
