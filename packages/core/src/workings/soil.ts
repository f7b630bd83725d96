import type { Side } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Measured, Phrase } from '../phrase';
import { measured } from '../phrase';
import type { HoleResult, LineResult, RunResult } from '../results';
import { HOLES, takeoff } from '../takeoff';
import { onGaps, onRuns, onSections } from './rests';
import type { FigureRef, Rest, Working, WorkingStep } from './working';

type SoilRef = Extract<
  FigureRef,
  { figure: 'excavation' | 'pipeDisplaced' | 'nativeReturned' | 'spoilBank' | 'spoilLoose' }
>;

const volume = (value: number): Measured => measured(value, 'volume');
const EXACT = 'geometry: exact over each stretch of straight ground and grade';

/** A line, and what its figures are explained by. */
interface SoilFacts {
  readonly evaluation: Evaluation;
  readonly line: LineResult;
  readonly runs: readonly RunResult[];
  readonly q: LineResult['soil'];
  readonly rests: readonly Rest[];
}

/** What a line digs and puts back: each amount from the runs it is made of. */
export function explainSoil(evaluation: Evaluation, line: LineResult, ref: SoilRef): Working {
  const runs = line.order.runs.map((run) => evaluation.runs.get(run.id) as RunResult);
  const rests: readonly Rest[] = [
    ...onGaps(line),
    { words: 'depth along the line', at: { see: 'depths' } },
    ...onSections(runs),
  ];
  return EXPLAIN[ref.figure]({ evaluation, line, runs, q: line.soil, rests });
}

const EXPLAIN: { readonly [Figure in SoilRef['figure']]: (facts: SoilFacts) => Working } = {
  excavation: explainExcavation,
  pipeDisplaced: explainPipeDisplaced,
  nativeReturned: explainNativeReturned,
  spoilBank: explainSpoilBank,
  spoilLoose: explainSpoilLoose,
};

function explainExcavation({ runs, q, rests }: SoilFacts): Working {
  const steps = perRun(
    runs,
    (run) => run.trench?.amounts?.excavation,
    (run, amount) => {
      const length = run.length - (run.trench?.missing ?? 0);
      const width = run.trench?.width ?? 0;
      if (run.trench?.sides || run.trench?.strips)
        return [
          ...shapedWords(run),
          measured(amount / length, 'area'),
          ' average × ',
          measured(length, 'distance'),
          ' = ',
          volume(amount),
        ];
      return [
        measured(length, 'distance'),
        ' × ',
        measured(width, 'thickness'),
        ' wide × ',
        measured(amount / (length * width), 'depth'),
        ' average depth = ',
        volume(amount),
      ];
    },
  );
  return {
    title: 'Excavation',
    value: volume(q.excavation),
    steps: sum(
      withHoles(steps, runs, (run) => run.trench?.amounts?.excavation, q.excavation),
      volume(q.excavation),
    ),
    source: EXACT,
    rests,
  };
}

function explainPipeDisplaced({ runs, q }: SoilFacts): Working {
  const steps = perRun(
    runs,
    (run) => run.trench?.amounts?.pipe,
    (run, amount) =>
      run.trench?.strips
        ? ['all pipes in its trench, where it is dug for it = ', volume(amount)]
        : [
            'outside ',
            measured(run.pipe?.outside ?? 0, 'fine'),
            ', circle ',
            measured((Math.PI * (run.pipe?.outside ?? 0) ** 2) / 4, 'area'),
            ' × ',
            measured(run.length, 'distance'),
            ' in the ground = ',
            volume(amount),
          ],
  );
  return {
    title: 'Displaced by the pipe',
    value: volume(q.pipeDisplaced),
    steps: sum(
      withHoles(steps, runs, (run) => run.trench?.amounts?.pipe, q.pipeDisplaced),
      volume(q.pipeDisplaced),
    ),
    source: EXACT,
    rests: onRuns('pipe and length of', runs),
  };
}

function explainNativeReturned({ evaluation, line, runs, q, rests }: SoilFacts): Working {
  const bought = boughtIn(runs, holesIn(evaluation, line));
  return {
    title: 'Native backfill, placed',
    value: volume(q.nativeReturned),
    steps: [
      {
        formula: `excavation − pipe − ${q.structures > 0 ? 'structures − ' : ''}bought layers`,
        numbers: [
          volume(q.excavation),
          ' − ',
          volume(q.pipeDisplaced),
          ...(q.structures > 0 ? [' − ', volume(q.structures)] : []),
          ' − ',
          volume(bought),
          ' = ',
          volume(q.nativeReturned),
        ],
      },
    ],
    source: 'geometry',
    rests,
  };
}

function explainSpoilBank({ evaluation: { native }, line, q }: SoilFacts): Working {
  return {
    title: 'Spoil, in the ground',
    value: volume(q.spoilBank),
    steps: [
      {
        formula: 'native needed in the ground = placed ÷ (1 − shrink)',
        numbers: [volume(q.nativeReturned), ' ÷ (1 − ', measured(native.shrink, 'share'), ') = ', volume(q.nativeBank)],
      },
      {
        formula: q.swales > 0 ? 'spoil = excavation + swales − that' : 'spoil = excavation − that',
        numbers: [
          volume(q.excavation),
          ...(q.swales > 0 ? [' + ', volume(q.swales)] : []),
          ' − ',
          volume(q.nativeBank),
          ' = ',
          volume(q.spoilBank),
        ],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), { words: `shrink of ${native.name}`, at: { see: 'native' } }],
  };
}

function explainSpoilLoose({ evaluation: { native }, line, q }: SoilFacts): Working {
  return {
    title: 'Spoil, loose in the truck',
    value: volume(q.spoilLoose),
    steps: [
      {
        formula: 'loose = bank × (1 + swell)',
        numbers: [volume(q.spoilBank), ' × (1 + ', measured(native.swell, 'share'), ') = ', volume(q.spoilLoose)],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), { words: `swell of ${native.name}`, at: { see: 'native' } }],
  };
}

/** Holes that are dug with the line. */
function holesIn(evaluation: Evaluation, { id }: LineResult): readonly HoleResult[] {
  const dug = takeoff(evaluation).sums.find(({ what }) => what.of === 'dug' && what.stratum === HOLES);
  const part = dug?.parts.find(({ line }) => line === id);
  return (part?.entries ?? []).flatMap(({ where }) =>
    where.on === 'node' ? (evaluation.holes.get(where.node) ?? []) : [],
  );
}

/** All that is laid and is not native, m³. */
function boughtIn(runs: readonly RunResult[], holes: readonly HoleResult[]): number {
  let sum = 0;
  for (const { trench, envelope } of runs)
    envelope?.layers.forEach(({ material }, index) => {
      if (material !== 'native') sum += trench?.amounts?.layers[index] ?? 0;
    });
  for (const { amounts } of holes)
    for (const { material, volume } of amounts?.layers ?? []) if (material !== 'native') sum += volume;
  return sum;
}

/** How a trench is cut that is not upright, or not its own throughout. */
function shapedWords({ trench, form }: RunResult): Phrase {
  const words: (string | Measured)[] = [measured(trench?.width ?? 0, 'thickness'), ' wide at the bottom'];
  const { sides } = trench ?? {};
  if (sides) words.push(`, left ${sideWords(sides.left)}, right ${sideWords(sides.right)}`);
  if (sides && sides.across !== 0) words.push(', ground across ', measured(sides.across, 'slope'));
  if (form && form.beside.length > 0) words.push(`, with ${form.beside.length} more in it`);
  if (form && form.elsewhere.length > 0) words.push(', where it is dug for it');
  return [...words, ': '];
}

function sideWords(side: Side): string {
  switch (side.by) {
    case 'upright':
      return 'vertical';
    case 'sloped':
      return `sloped ${side.out} out for one up${side.over > 0 ? ' above its vertical part' : ''}`;
    case 'benched':
      return 'benched';
  }
}

function perRun(
  runs: readonly RunResult[],
  amountOf: (run: RunResult) => number | undefined,
  numbers: (run: RunResult, amount: number) => Phrase,
): WorkingStep[] {
  return runs.flatMap((run) => {
    const amount = amountOf(run);
    return amount === undefined || !(amount > 0) ? [] : [{ formula: run.run.name, numbers: numbers(run, amount) }];
  });
}

/** What the runs leave over is in the holes of structures. */
function withHoles(
  steps: readonly WorkingStep[],
  runs: readonly RunResult[],
  amountOf: (run: RunResult) => number | undefined,
  total: number,
): readonly WorkingStep[] {
  const rest = total - runs.reduce((all, run) => all + (amountOf(run) ?? 0), 0);
  return Math.abs(rest) <= 1e-9 * Math.max(1, total)
    ? steps
    : [...steps, { formula: 'holes of structures', numbers: [volume(rest)] }];
}

function sum(steps: readonly WorkingStep[], total: Measured): WorkingStep[] {
  return [...steps, { formula: 'all runs together', numbers: [total] }];
}
