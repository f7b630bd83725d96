import type {
  Crossing,
  Hand,
  Hole,
  Item,
  ItemOf,
  Keeping,
  Plan,
  Section,
  Service,
  Sharing,
  SwaleStretch,
  TestPit,
  Uuid,
} from '@alveus/plan';
import { ONLY, planOf, serviceOf } from '@alveus/plan';
import { gradeItem } from '../../src';
import { catalogue, ft, inch, material, newId, section } from '../builders';

/** Jobs told in feet, as a crew would: nodes by name, runs from one to the next, and what lies at them. */

type Form = ItemOf<'node'>['form'];

export interface NodeSpec {
  form?: Form;
  ground?: number;
  rim?: number;
  entry?: ItemOf<'node'>['entry'];
  usual?: number;
  high?: number;
}

export interface RunSpec {
  /** The upper and the lower node. */
  from: string;
  to: string;
  length?: number;
  low?: number;
  high?: number;
  slope?: number;
  drop?: number;
  breaks?: readonly (readonly [at: number, ground: number])[];
  pipe?: string | ItemOf<'pipe'>;
  vehicles?: boolean;
  protection?: ItemOf<'run'>['protection'];
  cut?: ItemOf<'run'>['cut'];
  /** Length between the ends as sketched. */
  sketched?: number;
}

export interface LineSpec {
  service?: Service;
  pipe?: string | ItemOf<'pipe'>;
  section?: Section;
  runs: Readonly<Record<string, RunSpec>>;
}

export interface JobSpec {
  nodes: Readonly<Record<string, NodeSpec>>;
  lines: Readonly<Record<string, LineSpec>>;
  crossings?: readonly CrossingSpec[];
  pits?: readonly PitSpec[];
  keepings?: readonly KeepingSpec[];
  swales?: readonly SwaleSpec[];
  sharings?: readonly SharingSpec[];
  holes?: readonly HoleSpec[];
  soil?: ItemOf<'native'>['soil'];
  frost?: number;
  more?: readonly Item[];
}

export interface CrossingSpec {
  on: string;
  utility?: Crossing['utility'];
  /** Inches. */
  size?: number;
  /** Across at; or beside from, to and so far off, centre to centre. */
  at?: number;
  from?: number;
  to?: number;
  off?: number;
  side?: Hand;
  /** Elevation of its centre; or depth of its top. */
  centre?: number;
  deep?: number;
  measured?: boolean;
}

/** What somebody said besides the rules, of a node, or of a stretch of a run in feet. */
export interface KeepingSpec {
  node?: string;
  run?: string;
  from?: number;
  to?: number;
  keeps: Keeping['keeps'];
}

/** A swale along a run, in feet; all along it unless said otherwise. */
export interface SwaleSpec {
  on: string;
  from?: number;
  to?: number;
  /** So deep all along, or from one level to another from the low end up. */
  depth?: number;
  levels?: readonly [low: number, high: number];
  width?: number;
  sides?: number;
}

/** A run that lies in the trench of another, all along unless said otherwise; inches between them. */
export interface SharingSpec {
  run: string;
  lead: string;
  lies?: Sharing['lies'];
  clear?: number;
  to?: number;
  leadTo?: number;
}

/** A structure, in feet: round, so wide and tall outside, with room in inches; or so long besides. */
export interface HoleSpec {
  node: string;
  wide?: number;
  long?: number;
  tall?: number;
  room?: number;
  fill?: number;
  frame?: number;
  protection?: Hole['protection'];
  side?: Hole['side'];
  shield?: Hole['shield'];
  /** Inlet and outlet under its top. */
  ports?: readonly [inlet: number, outlet: number];
}

export interface PitSpec {
  on?: string;
  at?: number;
  soil?: TestPit['soil'];
  water?: number;
  rock?: number;
}

export interface Job {
  readonly plan: Plan;
  readonly ids: Readonly<Record<string, Uuid>>;
}

export const stone = material('Stone');
export const straw = material('Straw', { class: 'straw', density: 60 });
export const plain = section();
/** For pipe that takes water in or lets it out: stone up to its crown, and no deeper than the plain one. */
const stony = section({ above: [{ material: stone.id, upTo: { mark: 'crown', offset: 0 } }] });
const pipes = new Map<string, ItemOf<'pipe'>>();

export function pipeOf(name: string | ItemOf<'pipe'>): ItemOf<'pipe'> {
  if (typeof name !== 'string') return name;
  const known = pipes.get(name) ?? catalogue(name);
  pipes.set(name, known);
  return known;
}

/** Of a pipe by its name, the one with holes where the service takes water through its wall. */
function laidAs(service: Service, pipe: string | ItemOf<'pipe'>): ItemOf<'pipe'> {
  const solid = pipeOf(pipe);
  if (typeof pipe !== 'string' || !serviceOf(service).perforated || solid.perforated) return solid;
  const name = `${pipe}, perforated`;
  const known: ItemOf<'pipe'> = pipes.get(name) ?? { ...solid, id: newId(), name, perforated: 'holes' };
  pipes.set(name, known);
  return known;
}

export function job({
  nodes,
  lines,
  crossings = [],
  pits = [],
  keepings = [],
  swales = [],
  sharings = [],
  holes = [],
  soil,
  frost,
  more = [],
}: JobSpec): Job {
  const ids: Record<string, Uuid> = {};
  const idOf = (name: string): Uuid => (ids[name] ??= newId());
  const items: Item[] = [stone, straw, ...more];
  for (const [name, { form = 'manhole', ground, usual, high, rim, entry }] of Object.entries(nodes)) {
    const id = idOf(name);
    const water = {
      ...(usual === undefined ? {} : { normal: ft(usual) }),
      ...(high === undefined ? {} : { high: ft(high) }),
    };
    items.push({
      kind: 'node',
      id,
      name,
      form,
      ...(Object.keys(water).length > 0 ? { water } : {}),
      ...(rim === undefined ? {} : { rim: ft(rim) }),
      ...(entry === undefined ? {} : { entry }),
    });
    if (ground !== undefined) items.push({ kind: 'nodeGround', id, elevation: ft(ground) });
  }
  for (const [name, line] of Object.entries(lines)) {
    const service = line.service ?? 'storm';
    const pipe = laidAs(service, line.pipe ?? '12 in SDR 35');
    const laid = line.section ?? (serviceOf(service).perforated ? stony : plain);
    items.push(pipe, laid, {
      kind: 'line',
      id: idOf(name),
      name,
      service,
      pipe: pipe.id,
      section: laid.id,
      startChainage: 0,
    });
    for (const [runName, run] of Object.entries(line.runs))
      items.push(...runItems(idOf(runName), runName, { line: idOf(name), service }, run, idOf));
  }
  for (const [index, spec] of crossings.entries()) items.push(crossingItem(idOf(`utility ${index}`), spec, idOf));
  for (const [index, { on, at = 0, soil, water, rock }] of pits.entries())
    items.push({
      kind: 'testPit',
      id: idOf(`pit ${index}`),
      name: `Pit ${index + 1}`,
      depth: ft(8),
      description: '',
      ...(on === undefined ? {} : { place: { run: idOf(on), at: ft(at) } }),
      ...(soil === undefined ? {} : { soil }),
      ...(water === undefined ? {} : { groundwater: ft(water) }),
      ...(rock === undefined ? {} : { limiting: { depth: ft(rock), what: 'rock' } }),
    });
  for (const [index, { node, run, from = 0, to = 100, keeps }] of keepings.entries()) {
    const at = run === undefined ? { node: idOf(node ?? '') } : { run: idOf(run), from: ft(from), to: ft(to) };
    items.push({ kind: 'keeping', id: idOf(`keeping ${index}`), name: `Said ${index + 1}`, at, keeps });
  }
  for (const { on, from = 0, to = 100, depth = 1, levels, width = 2, sides = 4 } of swales) {
    const bottom: SwaleStretch['bottom'] = levels
      ? { by: 'levels', from: ft(levels[0]), to: ft(levels[1]) }
      : { by: 'depth', depth: ft(depth) };
    items.push({
      kind: 'swale',
      id: idOf(on),
      cuts: [{ from: ft(from), to: ft(to), bottom, width: ft(width), sides }],
    });
  }
  for (const [index, { run, lead, lies = 'right', clear = 12, to = 100, leadTo = to }] of sharings.entries())
    items.push({
      kind: 'sharing',
      id: idOf(`sharing ${index}`),
      run: idOf(run),
      from: 0,
      to: ft(to),
      lead: { run: idOf(lead), from: 0, to: ft(leadTo) },
      lies,
      place: 1,
      clear: inch(clear),
    });
  for (const { node, wide = 2, long, tall = 3, room = 12, fill, frame, protection, side, shield, ports } of holes)
    items.push({
      kind: 'hole',
      id: idOf(node),
      plan: long === undefined ? { by: 'round', across: ft(wide) } : { by: 'box', along: ft(long), across: ft(wide) },
      floor: inch(4),
      tall: ft(tall),
      room: inch(room),
      below: [{ material: stone.id, thickness: inch(6) }],
      around: fill === undefined ? [] : [{ material: stone.id, over: ft(fill) }],
      ...(ports ? { ports: { inlet: ft(ports[0]), outlet: ft(ports[1]), wall: inch(3) } } : {}),
      ...(side ? { side } : {}),
      ...(protection ? { protection } : {}),
      ...(shield ? { shield } : {}),
      ...(frame === undefined
        ? {}
        : { frame: { material: stone.id, across: ft(wide) + 1, thick: inch(6), clear: frame } }),
    });
  if (soil) items.push({ kind: 'native', id: ONLY, name: 'Soil', swell: 0.25, shrink: 0.1, soil });
  if (frost !== undefined) items.push({ kind: 'site', id: ONLY, frost: ft(frost) });
  return { plan: planOf(items), ids };
}

function runItems(
  id: Uuid,
  name: string,
  { line, service }: { readonly line: Uuid; readonly service: Service },
  run: RunSpec,
  idOf: (name: string) => Uuid,
): Item[] {
  const { length = 100, low, high, slope, drop, breaks, vehicles = false, protection, cut, sketched } = run;
  const own = run.pipe === undefined ? undefined : laidAs(service, run.pipe);
  const feet = (value: number | undefined): number | undefined => (value === undefined ? undefined : ft(value));
  const facts = { low: feet(low), high: feet(high), slope, drop: feet(drop) };
  return [
    ...(own ? [own] : []),
    {
      kind: 'run',
      id,
      line,
      name,
      a: idOf(run.to),
      b: idOf(run.from),
      flow: 'to-a',
      length: { from: 'typed', value: ft(length) },
      vehicles,
      ...(own ? { pipe: own.id } : {}),
      ...(protection ? { protection } : {}),
      ...(cut ? { cut } : {}),
    },
    ...(breaks
      ? [
          {
            kind: 'runGround' as const,
            id,
            breaks: breaks.map(([at, ground]) => ({ at: ft(at), elevation: ft(ground) })),
          },
        ]
      : []),
    ...(Object.values(facts).some((fact) => fact !== undefined) ? [gradeItem({ id, flow: 'to-a' }, facts)] : []),
    ...(sketched === undefined
      ? []
      : [
          { kind: 'nodePlace' as const, id: idOf(run.to), east: 0, north: 0 },
          { kind: 'nodePlace' as const, id: idOf(run.from), east: ft(sketched), north: 0 },
        ]),
  ];
}

function crossingItem(id: Uuid, spec: CrossingSpec, idOf: (name: string) => Uuid): Crossing {
  const { on, utility = 'gas', size = 4, at, from = 0, to = 100, off = 0, side, centre, deep, measured = true } = spec;
  return {
    kind: 'crossing',
    id,
    run: idOf(on),
    name: 'Gas main',
    utility,
    size: inch(size),
    lies:
      at === undefined
        ? { how: 'beside', from: ft(from), to: ft(to), off: ft(off), ...(side ? { side } : {}) }
        : { how: 'across', at: ft(at) },
    level:
      deep === undefined
        ? { by: 'elevation', of: 'centre', value: ft(centre ?? 0) }
        : { by: 'depth', of: 'top', value: ft(deep) },
    measured,
    markedBy: '',
    markedOn: '',
  };
}

/** A line of one run, from `Top` down to `Out`: 12 in storm pipe, 100 ft at 1 %, under 3 ft of cover. */
export function oneRun(
  run: Partial<RunSpec> = {},
  { out, top, ...line }: Partial<Omit<LineSpec, 'runs'>> & { out?: NodeSpec; top?: NodeSpec } = {},
  rest: Partial<JobSpec> = {},
): JobSpec {
  return {
    nodes: {
      Out: { form: 'structure', ground: 104, ...out },
      Top: { form: 'inlet', ground: 104.9, ...top },
      ...rest.nodes,
    },
    lines: {
      Line: { ...line, runs: { Main: { from: 'Top', to: 'Out', low: 100, slope: 0.01, ...run } } },
      ...rest.lines,
    },
    ...(rest.crossings ? { crossings: rest.crossings } : {}),
    ...(rest.pits ? { pits: rest.pits } : {}),
    ...(rest.keepings ? { keepings: rest.keepings } : {}),
    ...(rest.swales ? { swales: rest.swales } : {}),
    ...(rest.sharings ? { sharings: rest.sharings } : {}),
    ...(rest.holes ? { holes: rest.holes } : {}),
    ...(rest.soil ? { soil: rest.soil } : {}),
    ...(rest.frost === undefined ? {} : { frost: rest.frost }),
    ...(rest.more ? { more: rest.more } : {}),
  };
}
