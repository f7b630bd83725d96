import type { Hole, Run, Uuid } from '@alveus/plan';
import type { Reader } from '../../results';
import { bottomWidth, holeReach } from '../../trench';
import { runsAt, wayOf } from './hole';

/** From each end of a run to where its trench begins, m. */
export interface Reaches {
  a: number;
  b: number;
}

/**
 * How far the holes of structures reach along the runs that meet there. Where two trenches leave one hole at a sharp
 * angle, the second begins where its centre line leaves the first one's trench, so that what they share is dug once.
 */
export function reachesOf(read: Reader): {
  readonly byRun: ReadonlyMap<Uuid, Reaches>;
  readonly byLine: ReadonlyMap<Uuid, readonly Uuid[]>;
} {
  const byRun = new Map<Uuid, Reaches>();
  const byLine = new Map<Uuid, Uuid[]>();
  const holes = Object.values(read.all('hole'));
  if (holes.length === 0) return { byRun, byLine };
  const topology = read.whole('topology');
  const runs = read.all('run');
  for (const hole of holes) {
    const meeting = runsAt(hole.id, topology, runs);
    const [first] = meeting;
    if (!first) continue;
    const list = byLine.get(first.line);
    if (list) list.push(hole.id);
    else byLine.set(first.line, [hole.id]);
    const ways = meeting.map((run) => ({ run, way: wayOf(run.id, hole.id, read) }));
    ways.forEach(({ run, way }, index) => {
      const own = farOf(hole, way, ways[0]?.way);
      const far = ways.slice(0, index).reduce((most, other) => Math.max(most, leaves(other, way, read)), own);
      let reach = byRun.get(run.id);
      if (!reach) byRun.set(run.id, (reach = { a: 0, b: 0 }));
      reach[run.a === hole.id ? 'a' : 'b'] = far;
    });
  }
  return { byRun, byLine };
}

const farOf = (hole: Hole, way: number | undefined, axis: number | undefined): number =>
  holeReach(hole, way === undefined || axis === undefined ? undefined : way - axis);

/** Where the centre line of one run leaves the trench of another that leaves the same node at a sharp angle, m. */
function leaves(
  { run, way: other }: { readonly run: Run; readonly way: number | undefined },
  way: number | undefined,
  read: Reader,
): number {
  if (way === undefined || other === undefined) return 0;
  const turn = Math.abs(way - other) % (2 * Math.PI);
  const angle = turn > Math.PI ? 2 * Math.PI - turn : turn;
  if (angle >= Math.PI / 2) return 0;
  const line = read.item('line', run.line);
  const section = read.item('section', run.section ?? line?.section);
  const pipe = read.item('pipe', run.pipe ?? line?.pipe);
  return section && pipe ? bottomWidth(section, pipe, 0) / 2 / Math.max(Math.sin(angle), 1e-3) : 0;
}
