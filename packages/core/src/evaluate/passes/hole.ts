import type { Hole, Run, Uuid } from '@alveus/plan';
import { lowerOf, same } from '@alveus/plan';
import type { HoleResult, Reader, RunResult } from '../../results';
import type { PipeAtHole, TrenchAtHole } from '../../trench';
import { holeAmounts, spreadFor, stripAt, underOf } from '../../trench';
import { eachPass } from '../pass';

/** A hole: what is dug at a node for what stands there, and what goes back. */
export const hole = eachPass<'hole'>({ name: 'hole', kind: 'hole', work: workHole, same });

function workHole(id: Uuid, read: Reader): HoleResult {
  const item = read.item('hole', id) as Hole;
  const node = read.of('node', id);
  const { ground, bottom: inside } = node ?? {};
  const bottom = inside === undefined ? undefined : inside - item.floor - underOf(item);
  const depth = bottom === undefined || ground === undefined ? undefined : ground - bottom;
  if (bottom === undefined || depth === undefined) return { id, hole: item, depth, bottom, amounts: undefined };
  const trenches: TrenchAtHole[] = [];
  const pipes: PipeAtHole[] = [];
  for (const { run } of [...(node?.leaving ?? []), ...(node?.arriving ?? [])]) {
    const result = read.of('run', run);
    if (!result) continue;
    const end = endAt(result, id, bottom);
    if (!end) continue;
    pipes.push(end.pipe);
    if (end.trench) trenches.push(end.trench);
  }
  return { id, hole: item, depth, bottom, amounts: holeAmounts(item, depth, trenches, pipes) };
}

/** The end of a run at the hole; undefined while its level is open. */
function endAt(
  { run, grade, pipe, envelope, trench, form, length }: RunResult,
  node: Uuid,
  bottom: number,
): { readonly pipe: PipeAtHole; readonly trench: TrenchAtHole | undefined } | undefined {
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
): readonly Run[] =>
  [leaving, arriving].flatMap((ends) => [...(ends.get(node) ?? [])].sort().flatMap((id) => runs[id] ?? []));
