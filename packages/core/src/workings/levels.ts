import type { Measured, Phrase } from '../phrase';
import { measured } from '../phrase';
import type { RunResult } from '../results';
import type { Station } from '../trench';
import { layerTops, stationAt } from '../trench';
import type { FigureRef, Working, WorkingStep } from './working';

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
      return explainDepth(station);
    case 'cover':
      return explainCover(run, station);
    case 'layerTop':
      return explainLayerTop(run, station, ref.layer);
  }
}

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
    rests: ['ground points of the run and its ends'],
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
    rests: ['grade facts of the run'],
  };
}

function explainBottom(run: RunResult, { invert, bottom }: Station): Working {
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
      'grade of the run',
      `wall of ${pipe?.name ?? 'the pipe'}`,
      `bedding of ${run.section?.name ?? 'the section'}`,
    ],
  };
}

function explainDepth({ ground, bottom, depth }: Station): Working {
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
    rests: ['ground here', 'trench bottom here'],
  };
}

function explainCover(run: RunResult, { ground, invert, cover }: Station): Working {
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
    rests: ['ground here', 'invert here', `outside of ${pipe?.name ?? 'the pipe'}`],
  };
}

function explainLayerTop(run: RunResult, { bottom, depth }: Station, layer: number): Working {
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
    rests: ['trench bottom here', `layers of ${run.section?.name ?? 'the section'}`],
  };
}
