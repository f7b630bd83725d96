import type { FromA, Run, Swale, UpRun, Uuid } from '@alveus/plan';
import { lowerOf, upperOf } from '@alveus/plan';
import type { GroundPoint, GroundProfile } from '../../ground';
import { cutSwale, groundProfile, mergeGround, swaleCut } from '../../ground';
import { keptWithBoth } from '../../kept-with';
import { upRun } from '../../length';
import type { Reader, RunResult, SwaleResult } from '../../results';
import { nodeGround, SAME_PLACE } from '../../survey';
import { envelope, runTrench } from '../../trench';
import { drawnBetween, formOf } from './form';
import { eachPass } from '../pass';

/** A run: its grade, the ground along it, and the trench that is dug for it. */
export const run = eachPass<'run'>({ name: 'run', kind: 'run', work: workRun });

function workRun(id: Uuid, read: Reader): RunResult {
  const item = read.item('run', id) as Run;
  const line = read.item('line', item.line);
  const pipe = read.item('pipe', item.pipe ?? line?.pipe);
  const section = read.item('section', item.section ?? line?.section);
  const grade = read.of('grade', id) ?? OPEN;
  const drawn = drawnBetween(item.a, item.b, read);
  const known = item.length.from === 'typed' ? item.length.value : drawn !== undefined && drawn > 0 ? drawn : undefined;
  const length = known ?? 0;
  const typed = read.item('runGround', id);
  const { points, twice } = mergeGround(
    upwards(item, length, typed?.breaks ?? NO_POINTS),
    upwards(item, length, read.of('runShots', id) ?? NO_SHOTS),
    SAME_PLACE,
  );
  const natural = groundProfile(length, nodeGround(lowerOf(item), read), nodeGround(upperOf(item), read), points);
  const swale = read.item('swale', id);
  const { ground, depths } = swale ? dug(item, natural, swale) : { ground: natural, depths: NONE };
  const of = pipe && section && known !== undefined && line ? envelopeOf(section, pipe) : undefined;
  const form = of && section && formOf(item, section, length, read);
  const trench = of && pipe && section ? runTrench({ grade, ground, pipe, section, envelope: of, form }) : undefined;
  return {
    id,
    run: item,
    line,
    length,
    measured: known !== undefined,
    drawn,
    over: typed && typed.breaks.length > 0 ? typed.over : undefined,
    grade,
    ground,
    natural,
    swales: depths.length === 0 ? NONE : depths.map((depth) => cutBy(depth, trench?.width)),
    twice,
    pipe,
    section,
    envelope: of,
    form,
    trench,
  };
}

const NONE: readonly never[] = [];

type Dug = Pick<SwaleResult, 'stretch' | 'depths'> & { readonly length: number };

/** The ground with its swale cut into it. */
function dug(
  run: Run,
  natural: GroundProfile,
  { cuts }: Swale,
): { readonly ground: GroundProfile; readonly depths: readonly Dug[] } {
  const { length } = natural;
  const up = (at: FromA): UpRun => upRun(run, length, at);
  const turned = run.flow !== 'to-a';
  // What lies past the end of a run that was made shorter cuts nothing.
  const stretches = (turned ? [...cuts].reverse() : cuts).filter(({ from }) => from < length);
  const cut = cutSwale(
    natural,
    stretches.map(({ from, to, bottom, width, sides }) => ({
      from: up(turned ? to : from),
      to: up(turned ? from : to),
      bottom: bottom.by === 'levels' && turned ? { from: bottom.to, to: bottom.from } : bottom,
      width,
      sides,
    })),
  );
  return {
    ground: cut.ground,
    depths: stretches.map((stretch, index) => ({
      stretch,
      depths: cut.depths[index] ?? NONE,
      length: Math.min(stretch.to, length) - stretch.from,
    })),
  };
}

function cutBy({ stretch, depths, length }: Dug, trench = 0): SwaleResult {
  const { width, sides } = stretch;
  return { stretch, depths, cut: swaleCut(depths, { width: Math.max(width, trench), sides }, length) };
}

const OPEN = { low: undefined, high: undefined, slope: undefined };

interface Placed {
  readonly at: number;
  readonly elevation: number;
}

const NO_POINTS: readonly Placed[] = [];
const NO_SHOTS: readonly (Placed & { readonly shot: Uuid })[] = [];

/** Ground told from end a, as it is met going up the run. */
function upwards<Point extends Placed>(
  of: Run,
  length: number,
  points: readonly Point[],
): readonly (Point & GroundPoint)[] {
  if (of.flow === 'to-a') return points;
  const turned: Point[] = [];
  for (let index = points.length - 1; index >= 0; index -= 1) {
    const point = points[index] as Point;
    turned.push({ ...point, at: upRun(of, length, point.at) });
  }
  return turned;
}

const envelopeOf = keptWithBoth(envelope);
