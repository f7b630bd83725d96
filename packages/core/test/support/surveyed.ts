import fc from 'fast-check';
import type { Item, Kind, Plan, Run, Shot, Uuid } from '@alveus/plan';
import { itemsOf, KINDS, kindOf, planOf, SERVICES } from '@alveus/plan';
import { gradeItem } from '../../src';
import { catalogue, material, newId, section } from '../builders';
import { anyItem } from './any-item';

/** Random networks as crews have them: drawn and shot, with branches, drops, utilities, pits, and all that kinds declare. */

const share = fc.double({ min: 0.08, max: 0.92, noNaN: true });

const CUTS: readonly NonNullable<Run['cut']>[] = [
  { across: 0.1 },
  { left: { by: 'sloped', out: 1, over: 0.5 } },
  {
    left: { by: 'benched', first: 0.6, rise: 0.6, tread: 0.4 },
    right: { by: 'sloped', out: 0.75, over: 0 },
    across: -0.2,
  },
];

const runArb = fc.record({
  on: fc.nat(),
  goesOn: fc.boolean(),
  length: fc.double({ min: 6, max: 60, noNaN: true }),
  slope: fc.double({ min: 0.002, max: 0.04, noNaN: true }),
  drop: fc.option(fc.double({ min: 0.01, max: 0.4, noNaN: true }), { nil: undefined }),
  /** Which facts are fixed; `floats`: its slope alone, so that it hangs on what it meets. */
  facts: fc.constantFrom('slope', 'low-slope', 'slope-high', 'low-high', 'floats', 'all', 'clash'),
  /** Which end is a: places are told from there. */
  fromUpper: fc.boolean(),
  depth: fc.double({ min: 0.4, max: 2.5, noNaN: true }),
  turn: fc.double({ min: 0, max: 6.2, noNaN: true }),
  drawn: fc.boolean(),
  vehicles: fc.nat({ max: 5 }).map((odds) => odds === 0),
  breaks: fc.uniqueArray(share, { maxLength: 4, selector: (at) => Math.round(at * 50) }),
  shots: fc.uniqueArray(share, { maxLength: 4, selector: (at) => Math.round(at * 40) }),
  nodeShot: fc.boolean(),
  nodeTyped: fc.boolean(),
  crossing: fc.option(
    fc.record({ at: share, to: share, beside: fc.boolean(), depth: fc.double({ min: 0.2, max: 2, noNaN: true }) }),
    { nil: undefined },
  ),
  pit: fc.option(share, { nil: undefined }),
  /** How its trench is cut, seen from end a. */
  cut: fc.constantFrom(undefined, undefined, undefined, ...CUTS),
});
type RunSpec = typeof runArb extends fc.Arbitrary<infer T> ? T : never;

const PLAIN: ReadonlySet<Kind> = new Set<Kind>(['runGround', 'crossing', 'testPit', 'shot', 'run', 'runGrade']);
/** Kinds that lie along a run and have no generator here: made from their schemas. */
const OTHERS = KINDS.filter((kind) => !PLAIN.has(kind) && kindOf(kind).refs.some(({ to }) => to === 'run'));
const othersArb = fc.array(
  fc.tuple(...OTHERS.map((kind) => fc.tuple(fc.constant(kind), anyItem(kind), fc.nat(), share, share))),
  { maxLength: OTHERS.length === 0 ? 0 : 3 },
);

export interface Surveyed {
  readonly plan: Plan;
  readonly runs: readonly Uuid[];
  readonly lines: readonly Uuid[];
  /** Lengths of the runs, m. */
  readonly lengths: ReadonlyMap<Uuid, number>;
}

export const surveyedArb: fc.Arbitrary<Surveyed> = fc
  .tuple(fc.array(runArb, { minLength: 1, maxLength: 9 }), othersArb, fc.constantFrom(...SERVICES))
  .map(([specs, others, service]) => build(specs, others.flat() as never, service));

const stone = material('Stone');
const earth = material('Topsoil', { class: 'topsoil' });
const pipes = [catalogue('8 in SDR 35'), catalogue('12 in SDR 35')];
const sections = [
  section({
    width: { rule: 'd2321' },
    below: [{ material: stone.id, thickness: 0.15 }],
    above: [{ material: stone.id, upTo: { mark: 'crown', offset: 0.15 } }],
    surface: [{ material: earth.id, thickness: 0.1 }],
  }),
  section({
    width: { rule: 'fixed', width: 0.8 },
    above: [{ material: stone.id, upTo: { mark: 'ground', offset: -0.1 } }],
  }),
];
const HEIGHT = 110;

function build(
  specs: readonly RunSpec[],
  others: readonly [Kind, Item, number, number, number][],
  service: (typeof SERVICES)[number],
): Surveyed {
  const items: Item[] = [stone, earth, ...pipes, ...sections];
  const mark = newId();
  const setup = newId();
  items.push(
    { kind: 'benchmark', id: mark, name: 'Step', elevation: 100, assumed: true, description: '' },
    { kind: 'setup', id: setup, name: 'Setup 1', order: 0 },
  );
  const shot = (sight: Shot['sight'], target: Shot['target'], value: number): void => {
    items.push({
      kind: 'shot',
      id: newId(),
      setup,
      order: items.length,
      sight,
      target,
      reading: { by: 'rod', value },
      note: '',
    });
  };
  shot('back', { on: 'benchmark', benchmark: mark }, HEIGHT - 100);
  const outlet = newId();
  items.push(
    { kind: 'node', id: outlet, name: 'Outlet', form: 'structure' },
    { kind: 'nodeGround', id: outlet, elevation: 101 },
  );
  items.push({ kind: 'nodePlace', id: outlet, east: 0, north: 0 });
  const nodes = [{ id: outlet, out: 100, line: '', goneOn: false, east: 0, north: 0 }];
  const lengths = new Map<Uuid, number>();
  const lines: Uuid[] = [];
  specs.forEach((spec, number) => {
    const from = nodes[spec.on % nodes.length] as (typeof nodes)[number];
    let { line } = from;
    if (line !== '' && spec.goesOn && !from.goneOn) from.goneOn = true;
    else {
      line = newId();
      lines.push(line);
      items.push({
        kind: 'line',
        id: line,
        name: `Line ${lines.length}`,
        service: lines.length === 1 ? 'storm' : service,
        pipe: (pipes[lines.length % 2] as (typeof pipes)[number]).id,
        section: (sections[number % 2] as (typeof sections)[number]).id,
        startChainage: 0,
      });
    }
    const [id, upper] = [newId(), newId()];
    const low = from.out + (from.id === outlet ? 0 : (spec.drop ?? 0));
    const high = low + spec.slope * spec.length;
    const east = from.east + spec.length * Math.cos(spec.turn);
    const north = from.north + spec.length * Math.sin(spec.turn);
    items.push(
      { kind: 'node', id: upper, name: `Node ${number + 1}`, form: 'manhole' },
      { kind: 'nodePlace', id: upper, east, north },
    );
    const run: Run = {
      kind: 'run',
      id,
      line,
      name: `Run ${number + 1}`,
      ...(spec.fromUpper ? { a: upper, b: from.id, flow: 'to-b' } : { a: from.id, b: upper, flow: 'to-a' }),
      length: spec.drawn ? { from: 'plan' } : { from: 'typed', value: spec.length },
      vehicles: spec.vehicles,
      ...(spec.cut ? { cut: spec.cut } : {}),
    };
    items.push(run);
    lengths.set(id, spec.drawn ? Math.hypot(east - from.east, north - from.north) : spec.length);
    items.push(gradeItem(run, factsFor(spec, from.id === outlet, low, high)));
    const at = (part: number): number => part * spec.length;
    const ground = (part: number): number =>
      low + spec.slope * at(part) + spec.depth + 0.2 * Math.sin(9 * part + number);
    if (spec.breaks.length > 0) {
      const breaks = [...spec.breaks].sort((a, b) => a - b).map((part) => ({ at: at(part), elevation: ground(part) }));
      items.push({ kind: 'runGround', id, breaks, ...(number % 2 === 0 ? { over: spec.length } : {}) });
    }
    for (const part of spec.shots) shot('fore', { on: 'run', run: id, at: at(part) }, HEIGHT - ground(part) - 0.05);
    if (spec.nodeTyped || !spec.nodeShot) items.push({ kind: 'nodeGround', id: upper, elevation: high + spec.depth });
    if (spec.nodeShot) shot('fore', { on: 'node', node: upper, what: 'ground' }, HEIGHT - high - spec.depth + 0.1);
    if (spec.crossing) items.push(crossingOf(spec.crossing, id, at, number));
    if (spec.pit !== undefined)
      items.push({
        kind: 'testPit',
        id: newId(),
        name: `Pit ${number + 1}`,
        place: { run: id, at: at(spec.pit) },
        depth: 2,
        description: '',
        groundwater: 0.8,
      });
    nodes.push({ id: upper, out: high, line, goneOn: false, east, north });
  });
  const runs = [...lengths.keys()];
  const known = planOf(items);
  for (const [kind, item, which, draw, two] of others)
    items.push(...placed(kind, item, runs[which % runs.length] as Uuid, lengths, draw, two, known));
  const plan = planOf(items);
  // Told in short: a whole plan is no help to read.
  const json = () => JSON.stringify(specs);
  return Object.defineProperty({ plan, runs, lines, lengths }, fc.toStringMethod, { value: json, enumerable: false });
}

function factsFor(spec: RunSpec, first: boolean, low: number, high: number) {
  const drop = first ? undefined : spec.drop;
  const anchored = first ? { low } : {};
  switch (first && spec.facts === 'floats' ? 'low-slope' : spec.facts) {
    case 'slope':
      return { ...anchored, slope: spec.slope, drop };
    case 'floats':
      return { slope: spec.slope };
    case 'low-slope':
      return { low, slope: spec.slope };
    case 'slope-high':
      return { slope: spec.slope, high };
    case 'low-high':
      return { low, high };
    case 'all':
      return { low, high, slope: spec.slope };
    case 'clash':
      return { low, high: high + 0.3, slope: spec.slope, drop };
  }
}

function crossingOf(
  spec: NonNullable<RunSpec['crossing']>,
  run: Uuid,
  at: (part: number) => number,
  number: number,
): Item {
  const [from, to] = [Math.min(spec.at, spec.to), Math.max(spec.at, spec.to)];
  const beside = spec.beside && to - from > 0.01;
  return {
    kind: 'crossing',
    id: newId(),
    run,
    name: `Main ${number + 1}`,
    utility: 'water',
    size: 0.1,
    lies: beside ? { how: 'beside', from: at(from), to: at(to), off: 0.9 } : { how: 'across', at: at(spec.at) },
    level: { by: 'depth', of: 'top', value: spec.depth },
    measured: false,
    markedBy: '',
    markedOn: '',
  };
}

/** An item of any kind, put at a run by what its kind declares; what else it refers to is what is there. */
function placed(
  kind: Kind,
  item: Item,
  run: Uuid,
  lengths: ReadonlyMap<Uuid, number>,
  draw: number,
  two: number,
  known: Plan,
): Item[] {
  const { along, refs } = kindOf(kind);
  const long = lengths.get(run) ?? 0;
  const satellite = refs.some(({ field, to }) => field === 'id' && to === 'run');
  let made: Item | undefined = { ...item, id: satellite ? run : newId() };
  if (along) {
    const several = along.spans(made);
    const spans = several.map((span, of) => {
      const [low, high] = [Math.min(draw, two) * long, Math.max(draw, two) * long];
      // One after another, since some may not lie over one another.
      const each = Math.max(high - low, 0.1 * several.length) / several.length;
      const from = low + of * each;
      return { from, to: span.from === span.to ? from : from + each, of, was: span };
    });
    made = along.put(made, run, spans);
  }
  if (made?.kind === 'sharing') {
    const all = [...lengths.keys()];
    const lead = all[(all.indexOf(run) + 1) % all.length] as Uuid;
    const far = lengths.get(lead) ?? 0;
    const turned = draw > two;
    if (lead === run) return [];
    made = {
      ...made,
      lead: { run: lead, from: far * (turned ? 0.9 : 0.1), to: far * (turned ? 0.1 : 0.9) },
      clear: 0.2,
      place: 1,
    };
  }
  if (!made || (satellite && itemsOf(known).some((other) => other.kind === kind && other.id === run))) return [];
  let text = made as unknown as Record<string, unknown>;
  for (const { field, to } of refs) {
    if (field === 'id' || field.includes('.')) continue;
    const target = to === 'run' ? run : Object.keys(known[to as Kind])[0];
    if (text[field] !== undefined && target !== undefined) text = { ...text, [field]: target };
  }
  return [text as unknown as Item];
}
