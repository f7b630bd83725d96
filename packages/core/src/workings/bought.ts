import type { Uuid } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Measured } from '../phrase';
import { measured } from '../phrase';
import type { LineResult, RunResult } from '../results';
import type { Entry, Sum } from '../takeoff';
import { entriesOf, keyOf, layersOf, lineSums, takeoff } from '../takeoff';
import { slopedLength } from '../trench';
import { onFigure, onGaps, onRuns, onSections } from './rests';
import type { FigureRef, Rest, Working, WorkingStep } from './working';

/** What of the job's take-off is one line's: each amount from its entries. */

export type MaterialRef = Extract<FigureRef, { material: string }>;
export type PipeRef = Extract<FigureRef, { pipe: string }>;

const volume = (value: number): Measured => measured(value, 'volume');
const EXACT = 'geometry: exact over each stretch of straight ground and grade';

/** @param key of the article */
const sumIn = (evaluation: Evaluation, { id }: LineResult, key: string): Sum | undefined =>
  lineSums(takeoff(evaluation), id).find((sum) => sum.key === key);

const runsOf = (evaluation: Evaluation, line: LineResult): readonly RunResult[] =>
  line.order.runs.flatMap(({ id }) => evaluation.runs.get(id) ?? []);

/** What one line takes of one material, and what its figures are explained by. */
interface MaterialFacts {
  readonly evaluation: Evaluation;
  readonly line: LineResult;
  readonly material: Uuid;
  readonly sum: Sum;
  readonly name: string;
  readonly waste: number;
  readonly loose: number;
  readonly density: number;
  readonly runs: readonly RunResult[];
  /** That it depends on a figure of the material. */
  readonly of: (what: string) => readonly Rest[];
}

export function explainMaterial(evaluation: Evaluation, line: LineResult, ref: MaterialRef): Working | undefined {
  const material = evaluation.plan.material[ref.material];
  const sum = sumOf(evaluation, line, ref);
  if (!sum) return undefined;
  const name = material?.name ?? sum.name;
  const facts: MaterialFacts = {
    evaluation,
    line,
    material: ref.material,
    sum,
    name,
    waste: material?.waste ?? 0,
    loose: material?.loose ?? 1,
    density: material?.density ?? 0,
    runs: runsOf(evaluation, line),
    of: (what) => (material ? [{ words: `${what} of ${name}`, at: { see: 'material', id: material.id } }] : []),
  };
  return ref.figure === 'layerPlaced' ? explainLayer(facts, ref.layer) : EXPLAIN[ref.figure](facts);
}

/** Sod and straw are bought by what they cover, the rest by volume. */
function sumOf(evaluation: Evaluation, line: LineResult, { figure, material }: MaterialRef): Sum | undefined {
  if (figure !== 'area') return sumIn(evaluation, line, keyOf({ of: 'material', material }));
  return (
    sumIn(evaluation, line, keyOf({ of: 'sod', material })) ?? sumIn(evaluation, line, keyOf({ of: 'bales', material }))
  );
}

const EXPLAIN: {
  readonly [Figure in Exclude<MaterialRef['figure'], 'layerPlaced'>]: (facts: MaterialFacts) => Working;
} = {
  placed: explainPlaced,
  area: explainArea,
  ordered: explainOrdered,
  loose: explainLoose,
  mass: explainMass,
};

function explainPlaced({ line, sum, name, material }: MaterialFacts): Working {
  return {
    title: `${name}: placed`,
    value: volume(sum.amount),
    steps: [
      ...layersOf(sum).map(([layer, placed]): WorkingStep => ({ formula: layer, numbers: [volume(placed)] })),
      { formula: 'all layers together', numbers: [volume(sum.amount)] },
    ],
    source: EXACT,
    rests: [
      ...onGaps(line),
      ...layersOf(sum).map(([layer]) => onFigure(layer, { figure: 'layerPlaced', line: line.id, material, layer })),
    ],
  };
}

function explainLayer({ evaluation, line, sum, name, runs }: MaterialFacts, layer: string): Working {
  const entries = entriesOf(sum).filter(({ why }) => why === layer);
  const all = volume(entries.reduce((total, { amount }) => total + amount, 0));
  return {
    title: `${name}, ${layer}: placed`,
    value: all,
    steps: [...entries.map((entry) => laidAt(entry, evaluation)), { formula: 'all together', numbers: [all] }],
    source: EXACT,
    rests: [...onGaps(line), { words: 'depth along the line', at: { see: 'depths' } }, ...onSections(runs)],
  };
}

function explainArea({ line, sum, name, waste, runs, of }: MaterialFacts): Working {
  return {
    title: `${name}: to order`,
    value: measured(sum.ordered, 'area'),
    steps: [
      {
        formula: 'ordered = what it covers × (1 + waste)',
        numbers: [
          measured(sum.amount, 'area'),
          ' × (1 + ',
          measured(waste, 'share'),
          ') = ',
          measured(sum.ordered, 'area'),
        ],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), ...onSections(runs), ...of('waste')],
  };
}

function explainOrdered({ line, sum, name, waste, of }: MaterialFacts): Working {
  const moved = sum.moved.reduce((all, { counted }) => all + counted, 0);
  return {
    title: `${name}: placed, with waste`,
    value: volume(sum.ordered),
    steps: [
      {
        formula: `ordered = ${moved > 0 ? '(placed − moved here)' : 'placed'} × (1 + waste)`,
        numbers: [
          ...(moved > 0 ? ['(', volume(sum.amount), ' − ', volume(moved), ')'] : [volume(sum.amount)]),
          ' × (1 + ',
          measured(waste, 'share'),
          ') = ',
          volume(sum.ordered),
        ],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), ...of('waste')],
  };
}

function explainLoose({ line, sum, name, loose, of }: MaterialFacts): Working {
  return {
    title: `${name}: to order, loose in the truck`,
    value: volume(sum.ordered * loose),
    steps: [
      {
        formula: 'loose = ordered × loose factor',
        numbers: [volume(sum.ordered), ' × ', measured(loose, 'plain'), ' = ', volume(sum.ordered * loose)],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), ...of('loose factor')],
  };
}

function explainMass({ line, sum, name, density, of }: MaterialFacts): Working {
  return {
    title: `${name}: weight`,
    value: measured(sum.mass, 'mass'),
    steps: [
      {
        formula: 'weight = ordered × density as placed',
        numbers: [volume(sum.ordered), ' × ', measured(density, 'density'), ' = ', measured(sum.mass, 'mass')],
      },
    ],
    source: 'common practice',
    rests: [...onGaps(line), ...of('density')],
  };
}

function laidAt({ where, amount }: Entry, { runs, nodes }: Evaluation): WorkingStep {
  if (where.on === 'node')
    return { formula: `hole at ${nodes.get(where.node)?.node.name ?? ''}`, numbers: [volume(amount)] };
  const run = runs.get(where.run);
  const length = (run?.length ?? 0) - (run?.trench?.missing ?? 0);
  return {
    formula: run?.run.name ?? '',
    numbers: [
      measured(length, 'distance'),
      ' × ',
      measured(amount / length, 'area'),
      ' average, less the pipe in it = ',
      volume(amount),
    ],
  };
}

export function explainPipe(evaluation: Evaluation, line: LineResult, ref: PipeRef): Working | undefined {
  const pipe = evaluation.plan.pipe[ref.pipe];
  const sum = sumIn(evaluation, line, keyOf({ of: 'pipe', pipe: ref.pipe }));
  if (!pipe || !sum) return undefined;
  const length = measured(sum.amount, 'distance');
  const of = runsOf(evaluation, line).filter((run) => run.pipe?.id === ref.pipe);
  if (ref.figure === 'sticks') return sum.cutList && explainSticks(evaluation, line, pipe, sum);
  return {
    title: `${pipe.name}: length to lay`,
    value: length,
    steps: [
      ...entriesOf(sum).map((entry): WorkingStep => pipeAt(entry, evaluation)),
      { formula: 'all together', numbers: [length] },
    ],
    source: 'geometry; what goes into walls by common practice',
    rests: onRuns('length and slope of', of),
  };
}

function pipeAt({ where, amount, why }: Entry, { runs, nodes }: Evaluation): WorkingStep {
  const run = where.on === 'run' ? runs.get(where.run) : undefined;
  const along = measured(amount, 'distance');
  if (run && where.on === 'run' && where.to > where.from && slopedLength(run.length, run.grade.slope) === amount)
    return {
      formula: run.run.name,
      numbers: [measured(run.length, 'distance'), ' × √(1 + slope²) = ', along],
    };
  const name = run?.run.name ?? (where.on === 'node' ? nodes.get(where.node)?.node.name : undefined) ?? '';
  return { formula: `${name}: ${why}`, numbers: [along] };
}

/** Sticks that are cut for other lines too are the job's; then it is told what of them goes into this line. */
function explainSticks(
  evaluation: Evaluation,
  line: LineResult,
  { id, name, stick }: { readonly id: Uuid; readonly name: string; readonly stick: number },
  { cutList, count }: Sum,
): Working | undefined {
  if (!cutList) return undefined;
  const nameOf = (of: Uuid): string => evaluation.runs.get(of)?.run.name ?? evaluation.nodes.get(of)?.node.name ?? '';
  const laid = cutList.whole.reduce((all, { sticks }) => all + sticks, 0);
  const whole: readonly WorkingStep[] = cutList.whole.map(({ of, sticks }) => ({
    formula: `${nameOf(of)}: laid whole`,
    numbers: [measured(sticks, 'count'), ' × ', measured(stick, 'distance')],
  }));
  const cuts: readonly WorkingStep[] = cutList.cuts.map(({ pieces }) => ({
    formula: 'cut from one stick',
    numbers: pieces.flatMap(({ of, length }, index) => [
      index > 0 ? ', ' : '',
      measured(length, 'distance'),
      ` for ${nameOf(of)}`,
    ]),
  }));
  return {
    title: count ? `${name}: sticks` : `${name}: sticks laid whole`,
    value: measured(count?.number ?? laid, 'count'),
    steps: [
      ...whole,
      ...cuts,
      {
        formula: count ? 'whole and cut sticks together' : 'whole sticks together',
        numbers: [measured(count?.number ?? laid, 'count')],
      },
    ],
    source: count
      ? 'common practice: offcuts are used again on the line'
      : 'common practice: offcuts are used again on the whole job, so cut sticks are counted there',
    rests: [onFigure('length to lay', { figure: 'pipeLength', line: line.id, pipe: id })],
  };
}
