import type { Side } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import type { Measured, Phrase } from '../phrase';
import { measured } from '../phrase';
import type { LineResult, RunResult } from '../results';
import { slopedLength } from '../trench';
import { onFigure, onLayers, onRuns, onSections } from './rests';
import type { FigureRef, Rest, Working, WorkingStep } from './working';

type AmountRef = Extract<FigureRef, { line: string }>;

const volume = (value: number): Measured => measured(value, 'volume');
const EXACT = 'geometry: exact over each stretch of straight ground and grade';

/** What a line takes: each amount from the runs it is made of. */
export function explainAmount(evaluation: Evaluation, line: LineResult, ref: AmountRef): Working | undefined {
  const runs = line.order.runs.map((run) => evaluation.runs.get(run.id) as RunResult);
  const q = line.quantities;
  const { native } = evaluation;
  const rests: readonly Rest[] = [
    ...gap(line),
    { words: 'depth along the line', at: { see: 'depths' } },
    ...onSections(runs),
  ];

  switch (ref.figure) {
    case 'excavation': {
      const steps = perRun(
        runs,
        (run) => run.trench?.amounts?.excavation,
        (run, amount) => {
          const known = run.length - (run.trench?.missing ?? 0);
          const width = run.trench?.width ?? 0;
          if (run.trench?.sides || run.trench?.strips)
            return [
              ...shapedWords(run),
              measured(amount / known, 'area'),
              ' average × ',
              measured(known, 'distance'),
              ' = ',
              volume(amount),
            ];
          return [
            measured(known, 'distance'),
            ' × ',
            measured(width, 'thickness'),
            ' wide × ',
            measured(amount / (known * width), 'depth'),
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
    case 'pipeDisplaced': {
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
    case 'nativeReturned': {
      const bought = q.layers.reduce((total, layer) => total + layer.placed, 0);
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
    case 'spoilBank':
      return {
        title: 'Spoil, in the ground',
        value: volume(q.spoilBank),
        steps: [
          {
            formula: 'native needed in the ground = placed ÷ (1 − shrink)',
            numbers: [
              volume(q.nativeReturned),
              ' ÷ (1 − ',
              measured(native.shrink, 'share'),
              ') = ',
              volume(q.nativeBank),
            ],
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
        rests: [...gap(line), { words: `shrink of ${native.name}`, at: { see: 'native' } }],
      };
    case 'spoilLoose':
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
        rests: [...gap(line), { words: `swell of ${native.name}`, at: { see: 'native' } }],
      };
    case 'pipeLength':
    case 'sticks':
      return explainPipe(evaluation, line, runs, ref);
    case 'layerPlaced':
      return explainLayer(evaluation, line, runs, ref.layer, rests);
    default:
      return explainMaterial(evaluation, line, runs, ref);
  }
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

/** What lies in one kind of layer, run by run. */
function explainLayer(
  evaluation: Evaluation,
  line: LineResult,
  runs: readonly RunResult[],
  index: number,
  rests: readonly Rest[],
): Working | undefined {
  const layer = line.quantities.layers[index];
  if (!layer) return undefined;
  const ofRun = (run: RunResult): number | undefined => {
    const amounts = run.trench?.amounts;
    if (!amounts || !run.envelope) return undefined;
    return run.envelope.layers.reduce(
      (total, part, at) =>
        part.material === layer.material && part.name === layer.name ? total + (amounts.layers[at] as number) : total,
      0,
    );
  };
  const steps = perRun(runs, ofRun, (run, amount) => {
    const known = run.length - (run.trench?.missing ?? 0);
    return [
      measured(known, 'distance'),
      ' × ',
      measured(amount / known, 'area'),
      ' average, less the pipe in it = ',
      volume(amount),
    ];
  });
  const name = evaluation.plan.material[layer.material]?.name ?? 'Material';
  return {
    title: `${name}, ${layer.name}: placed`,
    value: volume(layer.placed),
    steps: sum(withHoles(steps, runs, ofRun, layer.placed), volume(layer.placed)),
    source: EXACT,
    rests,
  };
}

/** What of a material is bought for the line. */
function explainMaterial(
  evaluation: Evaluation,
  line: LineResult,
  runs: readonly RunResult[],
  ref: Extract<AmountRef, { material: string }>,
): Working | undefined {
  const amount = line.quantities.bought.find((part) => part.material === ref.material);
  const material = evaluation.plan.material[ref.material];
  if (!amount || !material) return undefined;
  const { name } = material;
  const of = (what: string): Rest => ({ words: `${what} of ${name}`, at: { see: 'material', id: material.id } });
  switch (ref.figure) {
    case 'placed': {
      const parts = line.quantities.layers.filter((layer) => layer.material === ref.material);
      const steps = parts.map((layer): WorkingStep => ({ formula: layer.name, numbers: [volume(layer.placed)] }));
      return {
        title: `${name}: placed`,
        value: volume(amount.placed),
        steps: [...steps, { formula: 'all layers together', numbers: [volume(amount.placed)] }],
        source: EXACT,
        rests: [...gap(line), ...onLayers(line, ref.material)],
      };
    }
    case 'area':
      return {
        title: `${name}: to order`,
        value: measured(amount.area, 'area'),
        steps: [
          {
            formula: 'ordered = trench width × length, where it is on top, × (1 + waste)',
            numbers: [
              measured(amount.area / (1 + material.waste), 'area'),
              ' × (1 + ',
              measured(material.waste, 'share'),
              ') = ',
              measured(amount.area, 'area'),
            ],
          },
        ],
        source: 'common practice',
        rests: [...gap(line), ...onSections(runs), of('waste')],
      };
    case 'ordered':
      return {
        title: `${name}: placed, with waste`,
        value: volume(amount.ordered),
        steps: [
          {
            formula: 'ordered = placed × (1 + waste)',
            numbers: [
              volume(amount.placed),
              ' × (1 + ',
              measured(material.waste, 'share'),
              ') = ',
              volume(amount.ordered),
            ],
          },
        ],
        source: 'common practice',
        rests: [...gap(line), of('waste')],
      };
    case 'loose':
      return {
        title: `${name}: to order, loose in the truck`,
        value: volume(amount.loose),
        steps: [
          {
            formula: 'loose = ordered × loose factor',
            numbers: [volume(amount.ordered), ' × ', measured(material.loose, 'plain'), ' = ', volume(amount.loose)],
          },
        ],
        source: 'common practice',
        rests: [...gap(line), of('loose factor')],
      };
    case 'mass':
      return {
        title: `${name}: weight`,
        value: measured(amount.mass, 'mass'),
        steps: [
          {
            formula: 'weight = ordered × density as placed',
            numbers: [
              volume(amount.ordered),
              ' × ',
              measured(material.density, 'density'),
              ' = ',
              measured(amount.mass, 'mass'),
            ],
          },
        ],
        source: 'common practice',
        rests: [...gap(line), of('density')],
      };
  }
}

function explainPipe(
  { plan }: Evaluation,
  line: LineResult,
  runs: readonly RunResult[],
  ref: Extract<AmountRef, { pipe: string }>,
): Working | undefined {
  const amount = line.quantities.pipe.find((part) => part.pipe === ref.pipe);
  const pipe = plan.pipe[ref.pipe];
  if (!amount || !pipe) return undefined;
  const length = measured(amount.length, 'distance');
  const of = runs.filter((run) => run.pipe?.id === ref.pipe);
  const level = of.reduce((sum, run) => sum + run.length, 0);
  if (ref.figure === 'sticks') {
    return {
      title: `${pipe.name}: sticks`,
      value: measured(amount.sticks, 'count'),
      steps: [
        {
          formula: 'length along the slope, of all its runs on this line',
          numbers: [measured(level, 'distance'), ' level → ', length],
        },
        {
          formula: 'length ÷ length of a stick, rounded up to whole sticks',
          numbers: [
            length,
            ' ÷ ',
            measured(pipe.stick, 'distance'),
            ' = ',
            measured(amount.length / pipe.stick, 'plain'),
            ' → ',
            measured(amount.sticks, 'count'),
          ],
        },
      ],
      source: 'common practice: rounded up once for each line and pipe',
      rests: [
        onFigure('length along the slope', { figure: 'pipeLength', line: line.id, pipe: ref.pipe }),
        ...onRuns('stick length of', of),
      ],
    };
  }
  const steps = perRun(
    of,
    (run) => slopedLength(run.length, run.grade.slope),
    (run, along) => [measured(run.length, 'distance'), ' × √(1 + slope²) = ', measured(along, 'distance')],
  );
  return {
    title: `${pipe.name}: length along the slope`,
    value: length,
    steps: sum(steps, length),
    source: 'geometry',
    rests: onRuns('length and slope of', of),
  };
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

/** Said first wherever something is left out. */
function gap({ quantities }: LineResult): readonly Rest[] {
  return quantities.complete
    ? []
    : [{ words: 'incomplete: part of the line has no ground or grade yet', at: { see: 'depths' } }];
}
