import type { Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Choice, Program } from '../least';
import { LEAST, Rows } from '../least';
import { exact } from '../phrase';
import type { RunResult } from '../results';
import { digOf, widthsOf } from './cost';
import { crossingLimits } from './crossing-limits';
import { factLimits, stepsAtHead } from './fact-limits';
import type { Gathering, LaidRun } from './gathering';
import { keepingsOf, keepNode, keepRun } from './keeping-limits';
import type { Limit } from './limit';
import { Limits } from './limit';
import { nodeLimits } from './node-limits';
import { runLimits } from './run-limits';

/** All that the levels of a plan are held to, as bare numbers; and what was left out of it. */
export interface DigProgram {
  readonly program: Program;
  readonly limits: readonly Limit[];
  readonly runs: readonly LaidRun[];
  /** Runs that are not worked out, and why; stretches without ground, on which nothing is dug and no cover kept. */
  readonly left: readonly LeftOut[];
}

export type LeftOut =
  | { readonly run: Uuid; readonly lacks: 'length' | 'parts' | 'ground' }
  | { readonly run: Uuid; readonly lacks: 'some-ground'; readonly missing: number };

export interface Asked {
  /** Whether what is only watched for is kept to as well. */
  readonly watch: boolean;
  /** A run whose own facts are not kept to. */
  readonly open?: Uuid;
  /** An invert that is held by hand: it is not kept to where it is fixed. */
  readonly taken?: { readonly run: Uuid; readonly end: 'low' | 'high' };
}

export function digProgram(evaluation: Evaluation, { watch, open, taken }: Asked): DigProgram {
  const runs: LaidRun[] = [];
  const left: LeftOut[] = [];
  for (const result of [...evaluation.runs.values()].sort((one, other) => (one.id < other.id ? -1 : 1))) {
    const lacks = lacksOf(result);
    if (lacks) left.push({ run: result.id, lacks });
    else {
      const { line, pipe, section, envelope } = result;
      if (!line || !pipe || !section || !envelope) continue;
      runs.push({ index: runs.length, id: result.id, result, line, pipe, section, envelope });
      if (result.ground.missing > 0)
        left.push({ run: result.id, lacks: 'some-ground', missing: result.ground.missing });
    }
  }
  const limits = new Limits();
  const rows = new Rows();
  const gathering: Gathering = { evaluation, profile: evaluation.profile, runs, rows, limits, watch, open };
  const at = new Map(runs.map((run) => [run.id, run]));
  const keepings = keepingsOf(gathering);
  const choices: Choice[] = [];
  const [low, high, base] = [0, 0, 0].map(() => new Float64Array(runs.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (const run of runs) {
    if (run.id !== open) factLimits(gathering, run, taken?.run === run.id ? taken.end : undefined);
    runLimits(gathering, run);
    if (run.id !== open) stepsAtHead(gathering, run, at);
    for (const keeping of keepings.get(run.id) ?? []) keepRun(gathering, run, keeping);
    choices.push(...crossingLimits(gathering, run), ...widths(gathering, run, { low, high, base }));
  }
  for (const node of evaluation.nodes.values()) {
    nodeLimits(gathering, node, at);
    for (const keeping of keepings.get(node.id) ?? []) keepNode(gathering, node, at, keeping);
  }
  return { program: { runs: runs.length, low, high, base, rows, choices }, limits: limits.all, runs, left };
}

function lacksOf({
  measured,
  length,
  line,
  pipe,
  section,
  envelope,
  ground,
}: RunResult): 'length' | 'parts' | 'ground' | undefined {
  if (!line || !pipe || !section) return 'parts';
  if (!measured || length <= 0 || !envelope) return 'length';
  return ground.points.length === 0 ? 'ground' : undefined;
}

/** What a run costs to dig; where its width jumps with its depth, a choice of how deep it goes. */
function widths(
  { limits }: Gathering,
  { index, id, result, envelope }: LaidRun,
  into: { readonly low: Float64Array; readonly high: Float64Array; readonly base: Float64Array },
): readonly Choice[] {
  const all = widthsOf(result);
  const costs = all.map(({ width }) => digOf(result, width));
  const [least] = costs;
  if (!least) return [];
  into.low[index] = least.low;
  into.high[index] = least.high;
  into.base[index] = least.base;
  if (all.length === 1) return [];
  return [
    {
      ways: all.map(({ upTo }, way) => {
        const own = new Rows();
        if (upTo < Infinity) {
          const limit = limits.add({
            from: { rule: 'trench-width' },
            words: ['the depth from which its trench is wider, ', exact(upTo, 'depth')],
            source: 'EN 1610, by greatest depth; from memory',
            run: id,
          });
          for (const { at, elevation } of result.ground.points)
            own.along(index, at / result.length, LEAST, elevation - upTo + envelope.invert, limit);
        }
        return { rows: own, cost: { run: index, ...(costs[way] ?? least) } };
      }),
    },
  ];
}
