import type { Crossing, Lineage, TestPit, Uuid } from '@alveus/plan';
import { itemsNow, lineageOf, same } from '@alveus/plan';
import { changedIds } from '../../differ';
import type { LineOrder, RunGradeResult, SurplusFact } from '../../grade';
import { solveGrade } from '../../grade';
import type { Topology } from '../../network';
import { topologyOf } from '../../network';
import type { Lines, Site, Solution } from '../../results';
import type { Book, GroundShot, GroundShots, RunShot } from '../../survey';
import { groundShots, workBook } from '../../survey';
import { tablePass } from '../pass';

/** What is worked out for the job as a whole, and told by run, node, line or utility. */

const sameIds = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((value, index) => value === b[index]);
const sameItems = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((value, index) => value === b[index] || same(value, b[index]));
const always = (): boolean => true;

export const topology = tablePass<Topology>({
  name: 'topology',
  work: (read) => topologyOf({ line: read.all('line'), run: read.all('run'), nodePlace: read.all('nodePlace') }),
  tables: {
    leaving: { of: (whole) => whole.leaving, same: sameIds },
    arriving: { of: (whole) => whole.arriving, same: sameIds },
    ringed: { of: (whole) => whole.ringed, same: always },
    order: {
      of: (whole) => whole.orders,
      same: (a: LineOrder, b: LineOrder) =>
        sameIds(a.runs, b.runs) && sameIds(a.starts, b.starts) && sameIds(a.astray, b.astray),
    },
  },
});

export const solution = tablePass<Solution>({
  name: 'solution',
  work: (read, before) => {
    const plan = { run: read.all('run'), runGrade: read.all('runGrade'), nodePlace: read.all('nodePlace') };
    const grade = solveGrade(plan, before);
    return { plan, grade, surplus: surplusByRun(grade.surplus) };
  },
  tables: {
    grade: {
      of: (whole) => whole.grade.runs,
      same: (a: RunGradeResult, b: RunGradeResult) => a.low === b.low && a.high === b.high && a.slope === b.slope,
    },
    surplus: {
      of: (whole) => whole.surplus,
      same: (a: readonly SurplusFact[], b: readonly SurplusFact[]) => sameItems(a, b),
    },
  },
});

function surplusByRun(surplus: readonly SurplusFact[]): Map<Uuid, SurplusFact[]> {
  const map = new Map<Uuid, SurplusFact[]>();
  for (const fact of surplus) add(map, fact.run, fact);
  return map;
}

/** Most plans have no run that was split or joined, and then nothing hangs on what runs tell of that. */
const NO_LINEAGE = lineageOf({});
const hasLineage = (lineage: Lineage): boolean => lineage.pieces.size > 0 || lineage.spots.size > 0;

export const lineage = tablePass<Lines>({
  name: 'lineage',
  work: (read, before) => {
    const runs = read.all('run');
    const sameWas = (id: Uuid): boolean => before?.runs[id]?.was === runs[id]?.was;
    if (before && changedIds(before.runs, runs).every(sameWas)) return { runs, lineage: before.lineage };
    const any = Object.values(runs).some(({ was }) => was);
    return { runs, lineage: any ? lineageOf(runs) : NO_LINEAGE };
  },
  tables: {},
});

export const book = tablePass<Book>({
  name: 'book',
  work: (read) =>
    workBook({
      benchmark: read.all('benchmark'),
      setup: read.all('setup'),
      shot: read.all('shot'),
      levelling: read.all('levelling'),
    }),
  tables: {},
});

const sameShot = (a: GroundShot, b: GroundShot): boolean => a.shot === b.shot && a.elevation === b.elevation;

export const shots = tablePass<GroundShots>({
  name: 'shots',
  work: (read) => {
    const { lineage } = read.whole('lineage');
    // Where no run was split or joined, each shot lies where it was told.
    const plan = hasLineage(lineage) ? { run: read.all('run'), node: read.all('node') } : { run: {}, node: {} };
    return groundShots(read.whole('book'), { plan, lineage });
  },
  tables: {
    nodeShot: { of: (whole) => whole.nodes, same: sameShot },
    nodeLevels: { of: (whole) => whole.levels, same },
    runShots: {
      of: (whole) => whole.runs,
      same: (a: readonly RunShot[], b: readonly RunShot[]) =>
        a.length === b.length &&
        a.every((shot, index) => sameShot(shot, b[index] as RunShot) && shot.at === b[index]?.at),
    },
  },
});

export const site = tablePass<Site>({
  name: 'site',
  work: (read) => {
    const { lineage } = read.whole('lineage');
    const plan = hasLineage(lineage) ? { run: read.all('run') } : { run: {} };
    const pieces = new Map<Uuid, readonly Crossing[]>();
    const crossings = new Map<Uuid, Uuid[]>();
    for (const crossing of Object.values(read.all('crossing'))) {
      const now = itemsNow(crossing, plan, lineage);
      pieces.set(crossing.id, now);
      for (const run of new Set(now.map((piece) => piece.run))) add(crossings, run, crossing.id);
    }
    const pits = new Map<Uuid, TestPit[]>();
    const pitsNow = new Map<Uuid, TestPit>();
    for (const pit of Object.values(read.all('testPit')))
      for (const now of itemsNow(pit, plan, lineage)) {
        if (now.place) add(pits, now.place.run, now);
        pitsNow.set(pit.id, now);
      }
    return { pieces, crossings, pits, pitsNow };
  },
  tables: {
    pieces: {
      of: (whole) => whole.pieces,
      same: (a: readonly Crossing[], b: readonly Crossing[]) => sameItems(a, b),
    },
    pitNow: { of: (whole) => whole.pitsNow, same },
    pitsOn: {
      of: (whole) => whole.pits,
      same: (a: readonly TestPit[], b: readonly TestPit[]) => sameItems(a, b),
    },
  },
});

function add<T>(map: Map<Uuid, T[]>, key: Uuid, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
