import type { Measured, Phrase } from '../phrase';
import { measured } from '../phrase';
import type { RunResult } from '../results';
import type { Station } from '../trench';
import { layerTops, stationAt } from '../trench';
import { onFigure, onRun, onSection } from './rests';
import type { FigureRef, Rest, Working, WorkingStep } from './working';

type LevelRef = Extract<FigureRef, { at: number }>;

const elevation = (value: number): Measured => measured(value, 'elevation');
const step = (formula: string, ...numbers: Phrase): WorkingStep => ({ formula, numbers });

/** Levels at a station: ground, invert, trench bottom, depth, cover, the top of a layer. */
export function explainLevel(run: RunResult, ref: LevelRef): Working {
  const station = stationAt(run.grade, run.ground, run.envelope, ref.at);
  switch (ref.figure) {
    case 'ground':
      return explainGround(run, station);
    case 'invert':
      return explainInvert(run, station);
    case 'bottom':
      return explainBottom(run, station);
    case 'depth':
      return explainDepth(run, station);
    case 'cover':
      return explainCover(run, station);
    case 'layerTop':
      return explainLayerTop(run, station, ref.layer);
  }
}

const HERE = { ground: 'ground here', invert: 'invert here', bottom: 'trench bottom here' } as const;
const here = (figure: keyof typeof HERE, { id }: RunResult, at: number): Rest =>
  onFigure(HERE[figure], { figure, run: id, at });

const missing = (what: string): WorkingStep => ({ formula: what, numbers: [] });

function explainGround(run: RunResult, { at, ground }: Station): Working {
  const { points } = run.ground;
  const index = points.findIndex((point) => point.at >= at - 1e-9);
  const above = points[index];
  const below = points[Math.max(0, index - 1)];
  const steps: WorkingStep[] = [];
  if (ground === undefined || !above || !below) {
    steps.push(missing('The ground is not known here: type it at both ends of the run.'));
  } else if (Math.abs(above.at - at) < 1e-9) {
    steps.push(
      step(above.shot === undefined ? 'typed at this place' : 'shot at this place with the level', elevation(ground)),
    );
  } else {
    steps.push(
      step(
        `straight line between the ground points on either side, ${below.shot === undefined ? 'typed' : 'shot'} and ${above.shot === undefined ? 'typed' : 'shot'}`,
        elevation(below.elevation),
        ' + (',
        elevation(above.elevation),
        ' − ',
        elevation(below.elevation),
        ') × ',
        measured(at - below.at, 'distance'),
        ' ÷ ',
        measured(above.at - below.at, 'distance'),
        ' = ',
        elevation(ground),
      ),
    );
  }
  return {
    title: 'Ground',
    value: ground === undefined ? undefined : elevation(ground),
    steps,
    source: 'geometry',
    rests: [onRun('ground along the run and at its ends', run)],
  };
}

function explainInvert(run: RunResult, { at, invert }: Station): Working {
  const { low, slope } = run.grade;
  const steps =
    low === undefined || slope === undefined || invert === undefined
      ? [missing('This run has no grade yet: set two of low invert, slope and high invert.')]
      : [
          step(
            'invert = low invert + slope × distance up the run',
            elevation(low),
            ' + ',
            measured(slope, 'slope'),
            ' × ',
            measured(at, 'distance'),
            ' = ',
            elevation(invert),
          ),
        ];
  return {
    title: 'Invert',
    value: invert === undefined ? undefined : elevation(invert),
    steps,
    source: 'geometry',
    rests: [
      onFigure('low invert', { figure: 'low', run: run.id }),
      onFigure('slope', { figure: 'slope', run: run.id }),
    ],
  };
}

function explainBottom(run: RunResult, { at, invert, bottom }: Station): Working {
  const { pipe, envelope } = run;
  const steps =
    invert === undefined || bottom === undefined || !pipe || !envelope
      ? [missing('Needs the invert here, a pipe and a trench section.')]
      : [
          step(
            'trench bottom = invert − pipe wall − bedding',
            elevation(invert),
            ' − ',
            measured(pipe.wall, 'fine'),
            ' − ',
            measured(envelope.underside, 'thickness'),
            ' = ',
            elevation(bottom),
          ),
        ];
  return {
    title: 'Trench bottom',
    value: bottom === undefined ? undefined : elevation(bottom),
    steps,
    source: 'geometry; thicknesses are measured plumb',
    rests: [
      here('invert', run, at),
      onRun(`wall of ${pipe?.name ?? 'the pipe'}`, run),
      ...onSection('bedding of', run),
    ],
  };
}

function explainDepth(run: RunResult, { at, ground, bottom, depth }: Station): Working {
  const steps =
    ground === undefined || bottom === undefined || depth === undefined
      ? [missing('Needs the ground and the trench bottom here.')]
      : [
          step(
            'depth = ground − trench bottom',
            elevation(ground),
            ' − ',
            elevation(bottom),
            ' = ',
            measured(depth, 'depth'),
          ),
        ];
  return {
    title: 'Trench depth',
    value: depth === undefined ? undefined : measured(depth, 'depth'),
    steps,
    source: 'geometry',
    rests: [here('ground', run, at), here('bottom', run, at)],
  };
}

function explainCover(run: RunResult, { at, ground, invert, cover }: Station): Working {
  const { pipe } = run;
  const steps =
    ground === undefined || invert === undefined || cover === undefined || !pipe
      ? [missing('Needs the ground and the invert here, and a pipe.')]
      : [
          step(
            'crown = invert − wall + outside diameter',
            elevation(invert),
            ' − ',
            measured(pipe.wall, 'fine'),
            ' + ',
            measured(pipe.outside, 'fine'),
            ' = ',
            elevation(ground - cover),
          ),
          step(
            'cover = ground − crown',
            elevation(ground),
            ' − ',
            elevation(ground - cover),
            ' = ',
            measured(cover, 'depth'),
          ),
        ];
  return {
    title: 'Cover over the pipe',
    value: cover === undefined ? undefined : measured(cover, 'depth'),
    steps,
    source: 'geometry',
    rests: [here('ground', run, at), here('invert', run, at), onRun(`outside of ${pipe?.name ?? 'the pipe'}`, run)],
  };
}

function explainLayerTop(run: RunResult, { at, bottom, depth }: Station, layer: number): Working {
  const of = run.envelope;
  const part = of?.layers[layer];
  const over = of && depth !== undefined ? layerTops(of, depth)[layer] : undefined;
  const top = bottom === undefined || over === undefined ? undefined : bottom + over;
  const steps =
    bottom === undefined || over === undefined || top === undefined
      ? [missing('Needs the ground and the grade here.')]
      : [
          step(
            part?.top.from === 'ground'
              ? 'top = ground, less the layers over it'
              : 'top = trench bottom + height in the section, cut by the ground',
            elevation(bottom),
            ' + ',
            measured(over, 'thickness'),
            ' = ',
            elevation(top),
          ),
        ];
  return {
    title: `Top of ${part?.name ?? 'layer'}`,
    value: top === undefined ? undefined : elevation(top),
    steps,
    source: 'geometry',
    rests: [here('bottom', run, at), ...onSection('layers of', run)],
  };
}
