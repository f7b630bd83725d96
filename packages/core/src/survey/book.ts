import type { Benchmark, ItemOf, Levelling, Plan, Setup, Shot, Target, Uuid } from '@alveus/plan';
import { inForce, ONLY } from '@alveus/plan';
import { byName } from '../by-name';
import { FOOT, MILE } from '../units';
import { suspectsIn } from './busts';

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
  readonly allowed: number;
  /** By which rule: that for setups decides where the length of the sights is needed and not known. */
  readonly by: 'distance' | 'setups';
  readonly adjusted: boolean;
  /** Of one that misses by more than is allowed: setups among which the wrong reading is likely, where readings can tell. */
  readonly suspects: readonly Uuid[];
}

/**
 * What a loop may miss by, as is usual for this work: 0.05 ft × √ of the miles of its sights (12 mm × √km), or, where
 * nobody paced those, 0.02 ft × √ of its setups (6 mm); common practice.
 */
export const ALLOWED = { distance: (0.05 * FOOT) / Math.sqrt(MILE / 1000), setups: 0.02 * FOOT } as const;

export const DEFAULT_LEVELLING: Levelling = {
  kind: 'levelling',
  id: ONLY,
  allowed: { by: 'distance', metres: ALLOWED.distance },
  adjust: true,
};

type BookPlan = Pick<Plan, 'benchmark' | 'setup' | 'shot' | 'levelling'>;

/** Shots that two people took at once are told apart by what they read. */
const readOf = ({ id, sight, reading, note }: Shot) => ({ id, name: `${sight} ${reading.value} ${note}` });

export function workBook(plan: BookPlan): Book {
  const levelling = plan.levelling[ONLY] ?? DEFAULT_LEVELLING;
  const setups = Object.values(plan.setup).sort((a, b) => a.order - b.order || byName(a, b));
  const inOrder = Object.values(plan.shot).sort((a, b) => a.order - b.order || byName(readOf(a), readOf(b)));
  const { standing, gone } = inForce(inOrder);
  const [standingOf, goneOf] = [bySetup(standing), bySetup(gone)];
  const standings = setups.map((setup): Standing => ({ setup, shots: standingOf.get(setup.id) ?? [] }));

  const raw = new Levelled(standings, plan.benchmark);
  raw.work(0, standings.length, NO_SHARES);
  const settled = new Levelled(standings, plan.benchmark);
  const shares = new Map<Uuid, number>();
  const circuits: Circuit[] = [];
  standings.forEach((_, index) => {
    settled.work(index, index + 1, shares);
    // Asked for anew each time: what one of them settles moves the height that the next is held against.
    for (let at = 0; at < settled.closingsAt(index).length; at += 1) {
      const closing = settled.closingsAt(index)[at] as Closing;
      const { circuit, free } = circuitOf(plan, levelling, raw, settled, closing, shares);
      if (!circuit) continue;
      circuits.push(circuit);
      if (!circuit.adjusted) continue;
      // What earlier circuits settled stays; only what they left free takes a share of this one.
      for (const id of free) shares.set(id, -circuit.misclosure / free.length);
      settled.work(settled.indexOf(free[0] as Uuid), index + 1, shares);
    }
  });

  const elevations = new Map<Uuid, ShotElevation>();
  for (const shot of standing)
    elevations.set(shot.id, { shot, raw: raw.found.get(shot.id), adjusted: settled.found.get(shot.id) });
  return {
    setups: standings.map(({ setup, shots }) => ({
      setup,
      shots,
      gone: goneOf.get(setup.id) ?? [],
      rawHeight: raw.heights.get(setup.id),
      height: settled.heights.get(setup.id),
      share: shares.get(setup.id) ?? 0,
    })),
    circuits,
    elevations,
    levelling,
  };
}

const NO_SHARES: ReadonlyMap<Uuid, number> = new Map();

function bySetup(shots: readonly Shot[]): Map<Uuid, Shot[]> {
  const by = new Map<Uuid, Shot[]>();
  for (const shot of shots) {
    const list = by.get(shot.setup);
    if (list) list.push(shot);
    else by.set(shot.setup, [shot]);
  }
  return by;
}

/** A closing sight as a circuit; none where it began at no benchmark. `free`: its setups that no circuit settled yet. */
function circuitOf(
  plan: BookPlan,
  levelling: Levelling,
  raw: Levelled,
  settled: Levelled,
  closing: Closing,
  shares: ReadonlyMap<Uuid, number>,
): { readonly circuit: Circuit | undefined; readonly free: readonly Uuid[] } {
  const path = settled.pathTo(closing.setup);
  const free = path.filter((id) => !shares.has(id));
  const elevation = plan.benchmark[closing.benchmark]?.elevation;
  const from = settled.came.get(path[0] ?? '')?.point;
  const rawEnd = raw.found.get(closing.shot.id);
  if (elevation === undefined || rawEnd === undefined || from?.on !== 'benchmark') return { circuit: undefined, free };
  const misclosure = closing.elevation - elevation;
  const { allowed, by } = allowedFor(
    levelling,
    path.map((id) => plan.setup[id]),
  );
  const closes = Math.abs(misclosure) <= allowed + 1e-9;
  const adjusted = levelling.adjust && free.length > 0 && closes;
  const { sumBack, sumFore } = sums(path, raw, rawEnd);
  const rise = rawEnd - (plan.benchmark[from.benchmark]?.elevation ?? 0);
  const circuit = {
    setups: path,
    from: from.benchmark,
    to: closing.benchmark,
    sumBack,
    sumFore,
    rise,
    misclosure,
    allowed,
    by,
    adjusted,
    suspects: closes
      ? NOBODY
      : suspectsIn(
          path,
          (setup) => settled.shotsOf(setup),
          (shot) => raw.found.get(shot),
          (benchmark) => plan.benchmark[benchmark]?.elevation,
          misclosure,
          allowed,
        ),
  };
  return { circuit, free };
}

const NOBODY: readonly Uuid[] = [];

/** One standing of the instrument with the shots from it that are in force. */
interface Standing {
  readonly setup: Setup;
  readonly shots: readonly Shot[];
}

interface Closing {
  readonly setup: Uuid;
  readonly shot: Shot;
  readonly benchmark: Uuid;
  readonly elevation: number;
}

/** The setups worked through in their order; a stretch of them can be worked again once shares have changed. */
class Levelled {
  readonly heights = new Map<Uuid, number>();
  readonly found = new Map<Uuid, number>();
  /** The point each setup took its height from, its elevation, and the setup that found that point. */
  readonly came = new Map<Uuid, { point: Target; elevation: number; setup: Uuid | undefined }>();
  readonly #turning = new Map<string, { elevation: number; setup: Uuid }>();
  readonly #closings = new Map<number, Closing[]>();
  readonly #index: ReadonlyMap<Uuid, number>;

  constructor(
    private readonly standings: readonly Standing[],
    private readonly benchmarks: Readonly<Record<Uuid, Benchmark>>,
  ) {
    this.#index = new Map(standings.map(({ setup }, index) => [setup.id, index]));
  }

  indexOf(setup: Uuid): number {
    return this.#index.get(setup) ?? 0;
  }

  shotsOf(setup: Uuid): readonly Shot[] {
    return this.standings[this.indexOf(setup)]?.shots ?? [];
  }

  closingsAt(index: number): readonly Closing[] {
    return this.#closings.get(index) ?? [];
  }

  /** Works the setups from one up to another, adding to each height of instrument the share that is its own. */
  work(from: number, to: number, shares: ReadonlyMap<Uuid, number>): void {
    for (let index = from; index < to; index += 1) this.forget(this.standings[index] as Standing);
    for (let index = from; index < to; index += 1) {
      const { setup, shots } = this.standings[index] as Standing;
      const height = this.heightOf(setup, shots, shares.get(setup.id) ?? 0);
      if (height !== undefined) this.heights.set(setup.id, height);
      this.#closings.set(index, this.ahead(setup, shots, height));
    }
  }

  private forget({ setup, shots }: Standing): void {
    this.heights.delete(setup.id);
    this.came.delete(setup.id);
    for (const { id, sight, target } of shots) {
      this.found.delete(id);
      if (sight === 'fore' && target.on === 'turning' && this.#turning.get(target.name)?.setup === setup.id)
        this.#turning.delete(target.name);
    }
  }

  private known(target: Target): { elevation: number; setup: Uuid | undefined } | undefined {
    if (target.on === 'benchmark') {
      const benchmark = this.benchmarks[target.benchmark];
      return benchmark && { elevation: benchmark.elevation, setup: undefined };
    }
    return target.on === 'turning' ? this.#turning.get(target.name) : undefined;
  }

  private heightOf(setup: Setup, shots: readonly Shot[], share: number): number | undefined {
    let sum = 0;
    let count = 0;
    for (const shot of shots) {
      const point = shot.sight === 'back' ? this.known(shot.target) : undefined;
      if (!point) continue;
      this.found.set(shot.id, point.elevation);
      if (shot.reading.by !== 'rod') continue;
      sum += point.elevation + shot.reading.value;
      count += 1;
      if (!this.came.has(setup.id)) this.came.set(setup.id, { point: shot.target, ...point });
    }
    return count > 0 ? sum / count + share : undefined;
  }

  private ahead(setup: Setup, shots: readonly Shot[], height: number | undefined): Closing[] {
    const closings: Closing[] = [];
    for (const shot of shots) {
      if (shot.sight !== 'fore') continue;
      const { reading, target } = shot;
      const elevation =
        reading.by === 'direct' ? reading.value : height === undefined ? undefined : height - reading.value;
      if (elevation === undefined) continue;
      this.found.set(shot.id, elevation);
      if (target.on === 'turning' && !this.#turning.has(target.name))
        this.#turning.set(target.name, { elevation, setup: setup.id });
      else if (target.on === 'benchmark' && reading.by === 'rod')
        closings.push({ setup: setup.id, shot, benchmark: target.benchmark, elevation });
    }
    return closings;
  }

  /** The setups from the benchmark where it began up to this one. */
  pathTo(last: Uuid): Uuid[] {
    const path = new Set<Uuid>();
    for (let id: Uuid | undefined = last; id !== undefined && !path.has(id); id = this.came.get(id)?.setup)
      path.add(id);
    return [...path].reverse();
  }
}

/** Backsights and foresights of a circuit, each setup counted by what carried it on; of several backsights, their mean. */
function sums(path: readonly Uuid[], raw: Levelled, end: number): { sumBack: number; sumFore: number } {
  let sumBack = 0;
  let sumFore = 0;
  path.forEach((id, index) => {
    const height = raw.heights.get(id) ?? 0;
    const next = path[index + 1];
    const ahead = next === undefined ? end : (raw.came.get(next)?.elevation ?? 0);
    sumBack += height - (raw.came.get(id)?.elevation ?? 0);
    sumFore += height - ahead;
  });
  return { sumBack, sumFore };
}

function allowedFor(
  { allowed }: Levelling,
  setups: readonly (ItemOf<'setup'> | undefined)[],
): Pick<Circuit, 'allowed' | 'by'> {
  const sights = setups.map((setup) => setup?.sights);
  if (allowed.by === 'setups' || sights.some((length) => length === undefined)) {
    const each = allowed.by === 'setups' ? allowed.metres : ALLOWED.setups;
    return { allowed: each * Math.sqrt(setups.length), by: 'setups' };
  }
  const kilometres = (sights as number[]).reduce((sum, length) => sum + length, 0) / 1000;
  return { allowed: allowed.metres * Math.sqrt(kilometres), by: 'distance' };
}
