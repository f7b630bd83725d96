import type { Item, Plan, Target } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import { evaluate, fromEndA, nextShot } from '../src';
import { ft, newId } from './builders';
import type { JobSpec } from './support/jobs';
import { job } from './support/jobs';

/** A crew that shoots what is guessed, reading by reading. */

const STEP = ft(25);

/** A yard drain of two runs, 60 ft and 40 ft, from its outlet up. */
const yard: JobSpec = {
  nodes: { Out: { form: 'daylight' }, Basin: { form: 'catch-basin' }, Top: { form: 'catch-basin' } },
  lines: {
    Yard: {
      runs: {
        Lower: { from: 'Basin', to: 'Out', length: 60, low: 100, slope: 0.01 },
        Upper: { from: 'Top', to: 'Basin', length: 40, slope: 0.01 },
      },
    },
  },
};

class Crew {
  constructor(public plan: Plan) {}

  guess(step = STEP) {
    const on = evaluate(this.plan);
    return nextShot(on, on.lines.values().next().value, step);
  }

  /** What is guessed, in words. */
  get told(): string | undefined {
    const next = this.guess();
    if (!next) return undefined;
    const { target, sight, setup } = next;
    return `${setup === undefined ? 'set up, ' : ''}${sight === 'back' ? 'back to ' : ''}${this.words(target)}`;
  }

  private words(target: Target): string {
    if (target.on === 'benchmark') return this.plan.benchmark[target.benchmark]?.name ?? '';
    if (target.on === 'turning') return target.name;
    if (target.on === 'node') return this.plan.node[target.node]?.name ?? '';
    return `${this.plan.run[target.run]?.name ?? ''} ${Math.round((target.at as number) / 0.03048) / 10}`;
  }

  /** Shoots what is guessed, or something else from there. */
  shoot(other?: Target): this {
    const next = this.guess();
    if (!next) throw new Error('nothing to shoot');
    const count = Object.keys(this.plan.shot).length;
    const items: Item[] = [];
    const setup = next.setup ?? newId();
    if (next.setup === undefined) items.push({ kind: 'setup', id: setup, name: 'Setup', order: count });
    let target = other ?? next.target;
    const run = target.on === 'run' ? this.plan.run[target.run] : undefined;
    if (target.on === 'run' && run) {
      const length = evaluate(this.plan).runs.get(run.id)?.length ?? 0;
      target = { ...target, at: fromEndA(run, length, target.at as never) };
    }
    items.push({
      kind: 'shot',
      id: newId(),
      setup,
      order: count,
      sight: next.sight,
      target,
      reading: { by: 'rod', value: 1.5 },
      note: '',
    });
    this.plan = applyEdits(
      this.plan,
      items.map((item) => ({ op: 'put', item })),
    );
    return this;
  }

  run(name: string, at: number): Target {
    const run = Object.values(this.plan.run).find((run) => run.name === name);
    return { on: 'run', run: run?.id ?? '', at: ft(at) };
  }
}

const begun = (): Crew =>
  new Crew(
    applyEdits(job(yard).plan, [
      {
        op: 'put',
        item: { kind: 'benchmark', id: newId(), name: 'Step', elevation: ft(100), assumed: true, description: '' },
      },
    ]),
  );

/** So many guesses, each shot. */
function shots(crew: Crew, count: number): (string | undefined)[] {
  return Array.from({ length: count }, () => {
    const { told: guessed } = crew;
    crew.shoot();
    return guessed;
  });
}

test('without a benchmark there is nothing to begin at', () => {
  expect(new Crew(job(yard).plan).told).toBeUndefined();
});

test('back to the benchmark, then up the line from its outlet, and back to the benchmark at its end', () => {
  expect(shots(begun(), 9)).toEqual([
    'set up, back to Step',
    'Out',
    'Lower 25',
    'Lower 50',
    'Basin',
    'Upper 25',
    'Top',
    'Step',
    'TP1',
  ]);
});

test('along a run they lie as far apart as the last two did', () => {
  const crew = begun().shoot().shoot();
  crew.shoot(crew.run('Lower', 10));
  expect(shots(crew, 3)).toEqual(['Lower 20', 'Lower 30', 'Lower 40']);
  crew.shoot(crew.run('Lower', 55));
  expect(crew.told).toBe('Basin');
  crew.shoot();
  expect(crew.told).toBe('Upper 15');
});

test('after a turning point the level is set up anew, looks back to it, and goes on where it was', () => {
  const crew = begun().shoot().shoot().shoot();
  crew.shoot({ on: 'turning', name: 'TP1' });
  expect(shots(crew, 3)).toEqual(['set up, back to TP1', 'Lower 50', 'Basin']);
  crew.shoot({ on: 'turning', name: 'TP2' });
  expect(shots(crew, 4)).toEqual(['set up, back to TP2', 'Upper 25', 'Top', 'Step']);
});

test('what is shot already is passed over', () => {
  const crew = begun().shoot().shoot();
  crew.shoot(crew.run('Lower', 50));
  crew.shoot(crew.run('Lower', 25));
  // 50 ft comes after 25 ft, and is shot.
  expect(crew.told).toBe('Basin');
});

test('where no line is drawn yet, from turning point to turning point', () => {
  const on = evaluate(begun().shoot().plan);
  expect(nextShot(on, undefined, STEP)?.target).toEqual({ on: 'turning', name: 'TP1' });
});

test('a run that is shorter than the places lie apart is shot at its nodes', () => {
  const crew = begun().shoot().shoot();
  expect(crew.guess(ft(1000))?.target).toMatchObject({ on: 'node', what: 'ground' });
});
