import type { Benchmark, ItemOf, Levelling, Plan, Setup, Shot, Target, Uuid } from '@alveus/plan';
import { ONLY } from '@alveus/plan';

/**
 * The level book worked out: height of instrument = elevation of the point behind + backsight; elevation of a
 * point ahead = height of instrument − foresight. Source: C.D. Ghilani and P.R. Wolf, Elementary Surveying,
 * differential levelling and its adjustment by the number of setups; from memory.
 */
export interface Book {
  /** In the order they are worked out. */
  readonly setups: readonly SetupResult[];
  readonly circuits: readonly Circuit[];
  /** Of every shot that stands: what the rod stood on. Undefined where its setup has no height of instrument. */
  readonly elevations: ReadonlyMap<Uuid, ShotElevation>;
  readonly levelling: Levelling;
}

export interface ShotElevation {
  readonly shot: Shot;
  /** As read, and after what was left of the loops was spread. */
  readonly raw: number | undefined;
  readonly adjusted: number | undefined;
}

export interface SetupResult {
  readonly setup: Setup;
  /** The shots that stand, in order; and those that were superseded or struck out, to be read but not used. */
  readonly shots: readonly Shot[];
  readonly gone: readonly Shot[];
  readonly rawHeight: number | undefined;
  readonly height: number | undefined;
  /** Its own share of the adjustment, m. */
  readonly share: number;
}

/** A chain of setups from one benchmark to the next, or back to the same. */
export interface Circuit {
  readonly setups: readonly Uuid[];
  readonly from: Uuid;
  readonly to: Uuid;
  readonly sumBack: number;
  readonly sumFore: number;
  /** Found elevation of the last point less that of the first: as it must be, Σ backsights − Σ foresights. */
  readonly rise: number;
  /** Found elevation of the last benchmark, less its known one. */
  readonly misclosure: number;
  /** Undefined where the length of the sights is needed and not known. */
  readonly allowed: number | undefined;
  readonly adjusted: boolean;
}

export const DEFAULT_LEVELLING: Levelling = { kind: 'levelling', id: ONLY, allowed: { by: 'distance', metres: 0.012 }, adjust: true };

type BookPlan = Pick<Plan, 'benchmark' | 'setup' | 'shot' | 'levelling'>;

/** Splits shots into those that stand and those that another one superseded or struck out. */
export function standingShots(shots: readonly Shot[]): { standing: Shot[]; gone: Shot[] } {
  const superseded = new Set(shots.flatMap(({ supersedes }) => (supersedes === undefined ? [] : [supersedes])));
  const standing: Shot[] = [];
  const gone: Shot[] = [];
  for (const shot of shots) (superseded.has(shot.id) || shot.struck ? gone : standing).push(shot);
  return { standing, gone };
}

export function workBook(plan: BookPlan): Book {
  const levelling = plan.levelling[ONLY] ?? DEFAULT_LEVELLING;
  const setups = Object.values(plan.setup).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  const inOrder = Object.values(plan.shot).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  const { standing, gone } = standingShots(inOrder);
  const of = (list: readonly Shot[], setup: Uuid): Shot[] => list.filter((shot) => shot.setup === setup);
  const stations = setups.map((setup) => ({ setup, shots: of(standing, setup.id) }));

  const raw = pass(stations, plan.benchmark, new Map());
  const shares = new Map<Uuid, number>();
  const circuits: Circuit[] = [];
  for (const closing of raw.closings) {
    // What earlier circuits settled stays; only what they left free takes a share of this one.
    const now = pass(stations, plan.benchmark, shares);
    const closed = now.closings.find(({ shot }) => shot.id === closing.shot.id);
    const path = pathTo(now, closing.setup);
    const known = plan.benchmark[closing.benchmark]?.elevation;
    const first = path[0];
    const from = first === undefined ? undefined : now.came.get(first)?.point;
    if (!closed || known === undefined || from?.on !== 'benchmark') continue;
    const misclosure = closed.elevation - known;
    const allowed = allowedFor(levelling, path.map((id) => plan.setup[id]));
    const free = path.filter((id) => !shares.has(id));
    const adjusted = levelling.adjust && free.length > 0 && (allowed === undefined || Math.abs(misclosure) <= allowed + 1e-9);
    if (adjusted) for (const id of free) shares.set(id, -misclosure / free.length);
    const { sumBack, sumFore } = sums(path, raw, closing);
    const start = plan.benchmark[from.benchmark]?.elevation ?? 0;
    circuits.push({ setups: path, from: from.benchmark, to: closing.benchmark, sumBack, sumFore, rise: closing.elevation - start, misclosure, allowed, adjusted });
  }
  const settled = pass(stations, plan.benchmark, shares);

  const elevations = new Map<Uuid, ShotElevation>();
  for (const shot of standing) elevations.set(shot.id, { shot, raw: raw.found.get(shot.id), adjusted: settled.found.get(shot.id) });
  return {
    setups: stations.map(({ setup, shots }) => ({
      setup,
      shots,
      gone: of(gone, setup.id),
      rawHeight: raw.heights.get(setup.id),
      height: settled.heights.get(setup.id),
      share: shares.get(setup.id) ?? 0,
    })),
    circuits,
    elevations,
    levelling,
  };
}

interface Station {
  readonly setup: Setup;
  readonly shots: readonly Shot[];
}

interface Closing {
  readonly setup: Uuid;
  readonly shot: Shot;
  readonly benchmark: Uuid;
  readonly elevation: number;
}

interface Pass {
  readonly heights: Map<Uuid, number>;
  readonly found: Map<Uuid, number>;
  readonly closings: Closing[];
  /** The point each setup took its height from, its elevation, and the setup that found that point. */
  readonly came: Map<Uuid, { point: Target; elevation: number; setup: Uuid | undefined }>;
}

/** Works through the setups once, adding to each height of instrument the share that is its own. */
function pass(stations: readonly Station[], benchmarks: Readonly<Record<Uuid, Benchmark>>, shares: ReadonlyMap<Uuid, number>): Pass {
  const result: Pass = { heights: new Map(), found: new Map(), closings: [], came: new Map() };
  const turning = new Map<string, { elevation: number; setup: Uuid }>();
  const known = (target: Target): { elevation: number; setup: Uuid | undefined } | undefined => {
    if (target.on === 'benchmark') {
      const benchmark = benchmarks[target.benchmark];
      return benchmark && { elevation: benchmark.elevation, setup: undefined };
    }
    return target.on === 'turning' ? turning.get(target.name) : undefined;
  };
  for (const { setup, shots } of stations) {
    const heights: number[] = [];
    for (const shot of shots) {
      if (shot.sight !== 'back') continue;
      const point = known(shot.target);
      if (!point) continue;
      result.found.set(shot.id, point.elevation);
      if (shot.reading.by !== 'rod') continue;
      heights.push(point.elevation + shot.reading.value);
      if (!result.came.has(setup.id)) result.came.set(setup.id, { point: shot.target, ...point });
    }
    const height = heights.length > 0 ? heights.reduce((sum, one) => sum + one, 0) / heights.length + (shares.get(setup.id) ?? 0) : undefined;
    if (height !== undefined) result.heights.set(setup.id, height);
    for (const shot of shots) {
      if (shot.sight !== 'fore') continue;
      const elevation = shot.reading.by === 'direct' ? shot.reading.value : height === undefined ? undefined : height - shot.reading.value;
      if (elevation === undefined) continue;
      result.found.set(shot.id, elevation);
      if (shot.target.on === 'turning' && !turning.has(shot.target.name)) turning.set(shot.target.name, { elevation, setup: setup.id });
      else if (shot.target.on === 'benchmark' && shot.reading.by === 'rod') result.closings.push({ setup: setup.id, shot, benchmark: shot.target.benchmark, elevation });
    }
  }
  return result;
}

/** The setups from the benchmark where it began up to this one. */
function pathTo({ came }: Pass, last: Uuid): Uuid[] {
  const path: Uuid[] = [];
  for (let id: Uuid | undefined = last; id !== undefined && !path.includes(id); id = came.get(id)?.setup) path.unshift(id);
  return path;
}

/** Backsights and foresights of a circuit, each setup counted by what carried it on; of several backsights, their mean. */
function sums(path: readonly Uuid[], raw: Pass, closing: Closing): { sumBack: number; sumFore: number } {
  let sumBack = 0;
  let sumFore = 0;
  path.forEach((id, index) => {
    const height = raw.heights.get(id) ?? 0;
    const next = path[index + 1];
    const ahead = next === undefined ? closing.elevation : (raw.came.get(next)?.elevation ?? 0);
    sumBack += height - (raw.came.get(id)?.elevation ?? 0);
    sumFore += height - ahead;
  });
  return { sumBack, sumFore };
}

function allowedFor({ allowed }: Levelling, setups: readonly (ItemOf<'setup'> | undefined)[]): number | undefined {
  if (allowed.by === 'setups') return allowed.metres * Math.sqrt(setups.length);
  const sights = setups.map((setup) => setup?.sights);
  if (sights.some((length) => length === undefined)) return undefined;
  return allowed.metres * Math.sqrt((sights as number[]).reduce((sum, length) => sum + length, 0) / 1000);
}
