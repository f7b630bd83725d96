import { classOf, formOf, lowerOf, rulesFor, serviceOf } from '@alveus/plan';
import { groundAt } from '../ground';
import type { Is } from '../least';
import { highOf, LEAST, lowOf, MOST } from '../least';
import { judgedSize, leastCover, numberFor, PAST_BANK, pitAt, slopesInForce, unsafeFrom } from '../limits';
import type { Phrase } from '../phrase';
import { exact, measured } from '../phrase';
import { insideDiameter, manning } from '../pipe';
import { NEAR, NEAR_SLOPE } from '../tolerance';
import type { Gathering, LaidRun } from './gathering';
import { widthsOf } from './cost';
import { inForce, numberInForce } from './gathering';
import type { Limit } from './limit';

/** What a run by itself is held to: by the same numbers, and over the same ground points, that findings judge by. */
export function runLimits(gathering: Gathering, run: LaidRun): void {
  const along = new Along(gathering, run);
  slope(along);
  cover(along);
  depth(along);
  layers(along);
  inGround(along);
  along.put();
}

/** Puts limits of one run to rows: heights over its invert, by which a level is one of the invert. */
class Along {
  constructor(
    readonly gathering: Gathering,
    readonly run: LaidRun,
  ) {}

  limit(limit: Omit<Limit, 'run'>): number {
    return this.gathering.limits.add({ ...limit, run: this.run.id });
  }

  /** The outside crown over the invert, m. */
  get crown(): number {
    return this.run.pipe.outside - this.run.pipe.wall;
  }

  readonly #grounds: Ground[] = [];

  /** The invert is at least, or at most, the ground and so much; from a distance up the run on. */
  ground(is: Is, over: number, limit: number, from = 0): void {
    this.#grounds.push({ is, over, limit, from });
  }

  /** Puts what follows the ground to rows: of several the one that asks most, wherever they follow it alike. */
  put(): void {
    const { whole } = this.gathering;
    for (const one of this.#grounds)
      if (whole || !this.#grounds.some((other) => asksMore(other, one))) this.putGround(one);
  }

  private putGround({ is, over, limit, from }: Ground): void {
    const { points } = this.run.result.ground;
    for (let index = 0; index < points.length; index += 1) {
      const { at, elevation } = points[index] as (typeof points)[number];
      if (at >= from - NEAR) this.level(is, at, elevation + over, limit);
      const next = points[index + 1];
      // Where it begins between two points, the ground there is a place as well.
      if (next && at < from - NEAR && next.at > from + NEAR) {
        const share = (from - at) / (next.at - at);
        this.level(is, from, elevation + share * (next.elevation - elevation) + over, limit);
      }
    }
  }

  level(is: Is, at: number, level: number, limit: number): void {
    this.gathering.rows.along(this.run.index, at / this.run.result.length, is, level, limit);
  }

  rise(is: Is, slope: number, limit: number): void {
    const { index, result } = this.run;
    this.gathering.rows.apart(highOf(index), lowOf(index), is, slope * result.length, limit);
  }
}

/** A limit that follows the ground: so much over it, or under, from a distance up the run on. */
interface Ground {
  readonly is: Is;
  readonly over: number;
  readonly limit: number;
  readonly from: number;
}

/** Whether one asks for more than another wherever that asks for anything; what asks for just the same is named beside it. */
const asksMore = (one: Ground, other: Ground): boolean =>
  one.is === other.is && one.from <= other.from && one.is * (one.over - other.over) > NEAR;

/** Slope of the ground away from an open end, where it rises: the bank that the pipe comes out of. */
function bankOf({ gathering, run }: Along): { readonly slope: number; readonly length: number } | undefined {
  const { evaluation } = gathering;
  const { result } = run;
  const node = evaluation.plan.node[lowerOf(result.run)];
  const leaves = evaluation.nodes.get(lowerOf(result.run))?.leaving.length ?? 0;
  if (!node || leaves > 0 || !formOf(node.form).surfaces) return undefined;
  const [first, second] = result.ground.points;
  if (!first || !second || first.at > NEAR) return undefined;
  return { slope: Math.max(0, (second.elevation - first.elevation) / (second.at - first.at)), length: second.at };
}

/**
 * From where up the run a cover is asked for. At an open end the pipe comes out of the bank: over no longer a stretch than
 * the bank takes to rise by the pipe's height and the cover. The bank is reckoned against a pipe without fall, which
 * leaves the shortest such stretch; a pipe with fall has a little more.
 */
function excusedTo(along: Along, rise: number, beyond: number): number {
  const bank = bankOf(along);
  if (!bank) return 0;
  const reach = Math.min(bank.length, (bank.slope > 0 ? rise / bank.slope : 0) + beyond);
  // What goes on into the next run is no end that comes out of a bank.
  return reach < along.run.result.length - NEAR ? reach : 0;
}

/** A pipe lies in the ground, whatever the rules say of cover: nothing is dug for one that does not. */
function inGround(along: Along): void {
  const { pipe } = along.run;
  const underside = along.limit({
    from: { rule: 'out-of-ground' },
    words: ['the ground, on which its end lies'],
    source: 'geometry',
  });
  along.ground(MOST, pipe.wall, underside);
  const force = numberInForce(along.gathering, 'out-of-ground');
  if (!force) return;
  const limit = along.limit({
    from: { rule: 'out-of-ground' },
    words: ['the ground over it'],
    source: force.source,
    severity: force.severity,
  });
  along.ground(MOST, -along.crown, limit, excusedTo(along, pipe.outside, force.value));
}

function cover(along: Along): void {
  const { gathering, run } = along;
  const { result, line, pipe, envelope } = run;
  const { profile, evaluation } = gathering;
  const service = serviceOf(line.service);
  const least = leastCover(profile, line.service, result.run);
  const force = service.coverOverStone ? undefined : inForce(gathering, 'least-cover');
  if (force) {
    const words: Phrase = [exact(least.value, 'thickness'), ' of cover'];
    const limit = along.limit({ from: { rule: 'least-cover' }, words, source: least.source, ...force });
    // Wheels crush it at an open end as anywhere.
    const from = result.run.vehicles ? 0 : excusedTo(along, pipe.outside + least.value, PAST_BANK);
    along.ground(MOST, -along.crown - least.value, limit, from);
  }
  const frost = Object.values(evaluation.plan.site)[0]?.frost;
  const cold = service.frost && frost !== undefined ? inForce(gathering, 'frost') : undefined;
  if (cold && frost !== undefined) {
    const words: Phrase = ['frost, ', exact(frost, 'thickness'), ' deep'];
    const limit = along.limit({ from: { rule: 'frost' }, words, source: 'common practice', ...cold });
    along.ground(MOST, -along.crown - frost, limit);
  }
  const soil = service.coverOverStone ? numberInForce(gathering, 'soil-over-stone') : undefined;
  if (soil) {
    const words: Phrase = [exact(soil.value, 'thickness'), ' of soil over its stone'];
    const limit = along.limit({
      from: { rule: 'soil-over-stone' },
      words,
      source: soil.source,
      severity: soil.severity,
    });
    along.ground(MOST, envelope.invert - stoneTop(along) - soil.value, limit);
  }
}

/** What lies round the pipe has room in the ground, and under the surface layers. */
function layers(along: Along): void {
  const { gathering, run } = along;
  const { envelope, pipe } = run;
  const fits = (name: 'layer-out-of-ground' | 'surface-cuts-layers', height: number, words: Phrase): void => {
    const force = inForce(gathering, name);
    if (!force) return;
    const limit = along.limit({ from: { rule: name }, words, source: 'geometry', ...force });
    along.ground(MOST, envelope.invert - height, limit, excusedTo(along, pipe.outside + height, PAST_BANK));
  };
  fits('layer-out-of-ground', envelope.highest, [
    'the layers round it, ',
    exact(envelope.highest, 'thickness'),
    ' high',
  ]);
  if (envelope.surface > 0)
    fits('surface-cuts-layers', envelope.highest + envelope.surface, [
      'the layers round it under those of the surface, together ',
      exact(envelope.highest + envelope.surface, 'thickness'),
    ]);
}

/** The highest of what lies round a pipe that soil must cover, over the bottom of the trench. */
function stoneTop({ gathering, run }: Along): number {
  const { envelope } = run;
  let top = envelope.underside + 2 * envelope.radius;
  for (const layer of envelope.layers) {
    if (layer.top.from !== 'bottom' || layer.material === 'native') continue;
    const of = gathering.evaluation.plan.material[layer.material]?.class;
    if (of && classOf(of).drains) top = Math.max(top, layer.top.height);
  }
  return top;
}

/** Depths at which a rule is broken are not reached by so much, m. */
const SHORT_OF = 2 * NEAR;

function depth(along: Along): void {
  const { gathering, run } = along;
  const { result, envelope } = run;
  const deep = (name: 'protection' | 'deep-trench', words: (depth: number) => Phrase, short: number): void => {
    const force = numberInForce(gathering, name);
    if (!force) return;
    const { value, source, severity } = force;
    const limit = along.limit({ from: { rule: name }, words: words(value), source, severity });
    along.ground(LEAST, envelope.invert - value + short, limit);
  };
  if (!result.run.protection)
    deep('protection', (value) => ['the depth that needs protection, ', exact(value, 'depth')], SHORT_OF);
  uphill(along);
  deep('deep-trench', (value) => ['the depth that needs an engineer, ', exact(value, 'depth')], 0);
  pits(along);
}

/** Across a slope it is the uphill side of an unprotected trench that must not be too high. */
function uphill(along: Along): void {
  const { gathering, run } = along;
  const { result, envelope } = run;
  const across = Math.abs(result.form?.cut.cut?.across ?? 0);
  const force = across > 0 && !result.run.protection ? inForce(gathering, 'uphill-deep') : undefined;
  if (!force) return;
  const { value, source } = numberFor(gathering.profile, 'protection');
  const widest = widthsOf(result).reduce((most, { width }) => Math.max(most, width), 0);
  const limit = along.limit({
    from: { rule: 'uphill-deep' },
    words: ['the depth at which its uphill side needs protection, ', exact(value, 'depth')],
    source,
    ...force,
  });
  along.ground(LEAST, envelope.invert - (value - (across * widest) / 2) + SHORT_OF, limit);
}

/** What test pits met, at the runs of their line. */
function pits(along: Along): void {
  const { gathering, run } = along;
  const { evaluation } = gathering;
  const { result, envelope, line } = run;
  const soft = result.run.protection ? undefined : numberInForce(gathering, 'soft-ground');
  const usual = numberInForce(gathering, 'protection')?.value ?? Infinity;
  for (const at of evaluation.runs.values()) {
    if (at.run.line !== line.id) continue;
    for (const pit of evaluation.site.pits.get(at.id) ?? []) {
      const place = pitAt(pit, at);
      if (place === undefined) continue;
      const from = soft && unsafeFrom(pit, soft.value);
      if (soft && from !== undefined && from < usual) {
        const words: Phrase = ['the depth that needs protection in the soil of ', pit.name, ', ', exact(from, 'depth')];
        const limit = along.limit({
          from: { rule: 'soft-ground' },
          words,
          source: soft.source,
          severity: soft.severity,
        });
        along.ground(LEAST, envelope.invert - from + SHORT_OF, limit);
      }
      if (at.id !== run.id) continue;
      const ground = groundAt(result.natural, place);
      const meets = inForce(gathering, 'meets-layer');
      if (!meets || ground === undefined) continue;
      for (const [deep, what] of [
        [pit.groundwater, 'the groundwater'],
        [pit.limiting?.depth, pit.limiting?.what ?? 'the limiting layer'],
      ] as const) {
        if (deep === undefined) continue;
        const words: Phrase = [`${what} of ${pit.name}, `, measured(deep, 'depth'), ' deep'];
        const limit = along.limit({ from: { rule: 'meets-layer' }, words, source: 'common practice', ...meets });
        along.level(LEAST, place, ground - deep + envelope.invert, limit);
      }
    }
  }
}

function slope(along: Along): void {
  const { gathering, run } = along;
  const { line, pipe } = run;
  const rules = rulesFor(gathering.profile, line.service);
  const falls = inForce(gathering, 'against-grade');
  if (falls) {
    const words: Phrase = ['water, which runs downhill'];
    along.rise(LEAST, 0, along.limit({ from: { rule: 'against-grade' }, words, source: 'geometry', ...falls }));
  }
  for (const band of slopesInForce(rules, judgedSize(pipe))) {
    const force = inForce(gathering, 'least-slope', band.severity);
    if (!force) continue;
    const words: Phrase = ['the least slope, ', exact(band.least, 'slope')];
    const limit = along.limit({ from: { rule: 'least-slope' }, words, source: band.source, ...force });
    along.rise(LEAST, band.least, limit);
  }
  const level = serviceOf(line.service).level ? undefined : inForce(gathering, 'dead-level');
  if (level) {
    const words: Phrase = ['some fall: no pipe is laid dead level'];
    const limit = along.limit({ from: { rule: 'dead-level' }, words, source: 'common practice', ...level });
    // So much that levels in whole steps cannot come out level, and no more.
    along.rise(LEAST, Math.max(4 * NEAR_SLOPE, (3 * NEAR) / run.result.length), limit);
  }
  const { steep } = rules;
  const force = steep && inForce(gathering, 'steep', steep.severity);
  if (!steep || !force) return;
  // Speed grows with the root of the slope.
  const most =
    steep.by === 'slope' ? steep.limit : (steep.limit / manning(insideDiameter(pipe), 1, pipe.manning).speed) ** 2;
  const words: Phrase =
    steep.by === 'slope'
      ? ['the steepest that is usual, ', exact(steep.limit, 'slope')]
      : ['the fastest that is usual, ', exact(steep.limit, 'speed'), ' when full'];
  along.rise(MOST, most, along.limit({ from: { rule: 'steep' }, words, source: steep.source, ...force }));
}
