import type { Hole, Run, Uuid } from '@alveus/plan';
import { lowerOf, same } from '@alveus/plan';
import { soilAt } from '../../rules/limits';
import type { Body, HoleResult, NodeResult, Reader, RunResult } from '../../results';
import type { HoleSide, PipeAtHole, TrenchAtHole } from '../../trench';
import {
  footOf,
  holeAmounts,
  liquidOf,
  portsOf,
  protectionOf,
  sideOfHole,
  spreadFor,
  stripAt,
  underOf,
} from '../../trench';
import { eachPass } from '../pass';

/** A hole: what is dug at a node for what stands there, and what goes back. */
export const hole = eachPass<'hole'>({ name: 'hole', kind: 'hole', work: workHole, same });

function workHole(id: Uuid, read: Reader): HoleResult {
  const item = read.item('hole', id) as Hole;
  const node = read.of('node', id);
  const ends = [...(node?.leaving ?? []), ...(node?.arriving ?? [])];
  const body = node && bodyOf(item, node);
  const inside = node?.bottom;
  const underside = body ? body.top - item.tall : inside === undefined ? undefined : inside - item.floor;
  const bottom = underside === undefined ? undefined : underside - underOf(item);
  const ground = node?.ground;
  const depth = bottom === undefined || ground === undefined ? undefined : ground - bottom;
  const soil = soilAt(
    ends.map(({ run }) => run),
    read,
  );
  const side = sideOfHole(item, soil, depth ?? 0);
  const base = { id, hole: item, depth, bottom, side, protection: protectionOf(item), soil, body };
  if (bottom === undefined || depth === undefined) return { ...base, amounts: undefined };
  const trenches: TrenchAtHole[] = [];
  const pipes: PipeAtHole[] = [];
  const axis = wayOf(ends[0]?.run, id, read);
  ends.forEach(({ run }, index) => {
    const result = read.of('run', run);
    const end = result && endAt(result, id, bottom);
    if (!end) return;
    pipes.push(end.pipe);
    const way = wayOf(run, id, read);
    const turn = way === undefined || axis === undefined ? undefined : way - axis;
    if (end.trench) trenches.push({ ...end.trench, through: sideThrough(item, turn, index) });
  });
  return { ...base, amounts: holeAmounts(item, side, depth, trenches, pipes) };
}

/** What is set by its ports stands by the pipe that leaves it, or by the one that comes in where none does yet. */
function bodyOf(hole: Hole, { node, leaving, arriving }: NodeResult): Body | undefined {
  const ports = portsOf(hole, node.form);
  if (!ports) return undefined;
  const lowest = (ends: typeof leaving): number | undefined => {
    const inverts = ends.flatMap(({ invert }) => invert ?? []);
    return inverts.length > 0 ? Math.min(...inverts) : undefined;
  };
  const [out, into] = [lowest(leaving), lowest(arriving)];
  // An elevation may be nothing: a job levelled from a datum of its own.
  const top = out !== undefined ? out + ports.outlet : into !== undefined ? into + ports.inlet : undefined;
  return top === undefined ? undefined : { ports, top, liquid: liquidOf(hole, ports) };
}

/** Sides for trenches of which the sketch says nothing: the first leaves ahead, the others come in behind and from the sides. */
const UNDRAWN: readonly HoleSide[] = ['ahead', 'behind', 'left', 'right'];

/** Through which of its sides a trench leaves the hole. @param turn from the run that leaves it, counterclockwise; undefined where it is not drawn */
function sideThrough(hole: Hole, turn: number | undefined, index: number): HoleSide {
  if (turn === undefined) return UNDRAWN[index] ?? 'behind';
  const { long, wide } = footOf(hole);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  if (long * Math.abs(sin) <= wide * Math.abs(cos)) return cos > 0 ? 'ahead' : 'behind';
  return sin > 0 ? 'left' : 'right';
}

/** The end of a run at the hole; undefined while its level is open. */
function endAt(
  { run, grade, pipe, envelope, trench, form, length }: RunResult,
  node: Uuid,
  bottom: number,
): { readonly pipe: PipeAtHole; readonly trench: Omit<TrenchAtHole, 'through'> | undefined } | undefined {
  const low = lowerOf(run) === node;
  const invert = low ? grade.low : grade.high;
  if (invert === undefined || !pipe || !envelope) return undefined;
  const through: PipeAtHole = { low: invert - pipe.wall - bottom, radius: pipe.outside / 2 };
  if (!trench?.amounts) return { pipe: through, trench: undefined };
  // The plane at which its trench begins, and what is dug there.
  const reach = (form?.elsewhere ?? []).reduce(
    (far, { from, to }) => (low ? (from <= far ? Math.max(far, to) : far) : to >= far ? Math.min(far, from) : far),
    low ? 0 : length,
  );
  const strip = trench.strips ? stripAt(trench.strips, reach) : undefined;
  if (trench.strips && !strip) return { pipe: through, trench: undefined };
  const { sides } = trench;
  return {
    pipe: through,
    trench: {
      bottom: invert - envelope.invert - bottom,
      width: strip?.width ?? trench.width,
      spread: sides && spreadFor(sides),
    },
  };
}

/** Ends of runs at a node, those that leave it first. */
export const runsAt = (
  node: Uuid,
  {
    leaving,
    arriving,
  }: { readonly leaving: ReadonlyMap<Uuid, readonly Uuid[]>; readonly arriving: ReadonlyMap<Uuid, readonly Uuid[]> },
  runs: Readonly<Record<Uuid, Run>>,
): readonly Run[] => [leaving, arriving].flatMap((ends) => (ends.get(node) ?? []).flatMap((id) => runs[id] ?? []));

/** Which way a run leaves a node on the sketch; undefined where it is not drawn. */
export function wayOf(id: Uuid | undefined, node: Uuid, read: Reader): number | undefined {
  const run = read.item('run', id);
  const here = read.item('nodePlace', node);
  const there = run && read.item('nodePlace', run.a === node ? run.b : run.a);
  return here && there ? Math.atan2(there.north - here.north, there.east - here.east) : undefined;
}
