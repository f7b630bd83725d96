import type { Edit, Node, NodeForm, Profile, Run, Uuid } from '@alveus/plan';
import { asForm, carriesSewage, formOf, lowerOf, NODE_FORMS, ONLY, rulesFor } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { mayEndIn } from '../rules';
import { risesIn, standsBehind } from '../flow';
import type { Triad } from '../grade';
import { fixFact, freeFact, withoutWorkedOut } from '../grade';
import type { Room } from './solver';
import { roomAt } from './solver';
import { leastCover } from '../rules/limits';
import type { Phrase } from '../phrase';
import { exact, measured } from '../phrase';
import { insideDiameter, sizesOfMake } from '../pipe';
import { NEAR } from '../tolerance';
import type { Against, Proposal, BindingLimit } from './dig-least';
import { stepsOf } from './dig-least';
import type { AskedOut } from './tries';
import { SURE, Tries } from './tries';

/**
 * What could give where limits cannot hold together: for each thing that could, the least of it that frees the rest.
 * Each is a change of the plan and is tried on it: with it there are inverts that keep all else, and with less of it
 * there are none.
 */
export interface WayOut {
  readonly gives: 'outlet' | 'invert' | 'slope' | 'cover' | 'protection' | 'said' | 'pipe' | 'end' | 'pump';
  readonly words: Phrase;
  readonly edits: readonly Edit[];
  /** The inverts of the network at its least dig then, put after it. */
  readonly inverts: readonly Edit[];
  /** By how much an invert that is fixed gives, m. */
  readonly by?: number;
  /** What the network digs with it, m³; undefined where what it costs is no digging. */
  readonly dig: number | undefined;
}

/** Those without a price come last, in this order. */
const ORDER: readonly WayOut['gives'][] = [
  'outlet',
  'invert',
  'slope',
  'cover',
  'protection',
  'said',
  'pipe',
  'end',
  'pump',
];

/** @param against limits of one network that cannot hold together @param goOn whether there is time left */
export function waysOut(
  evaluation: Evaluation,
  against: Against,
  asked: AskedOut,
  goOn: () => boolean = () => true,
): readonly WayOut[] {
  const tries = new Tries(evaluation, new Set(against.runs.map(({ id }) => id)), asked, goOn);
  const found = [
    ...against.limits.flatMap((limit) => relaxed(tries, limit) ?? []),
    ...largerPipe(tries, against),
    ...otherEnds(tries, against),
  ];
  // Two limits of one rule are relaxed by one change of it.
  const once = new Map(
    found.map((way) => [JSON.stringify(way.edits.map((edit) => (edit.op === 'put' ? edit.item : edit))), way]),
  );
  return [...once.values()].sort((a, b) =>
    a.dig !== undefined && b.dig !== undefined
      ? a.dig - b.dig
      : a.dig !== undefined
        ? -1
        : b.dig !== undefined
          ? 1
          : ORDER.indexOf(a.gives) - ORDER.indexOf(b.gives),
  );
}

function wayOut(
  tries: Tries,
  gives: WayOut['gives'],
  words: Phrase,
  edits: readonly Edit[],
  by?: number,
  found = tries.least(edits),
): WayOut | undefined {
  if (!found) return undefined;
  const { inverts, proposal } = found;
  return { gives, words, edits, inverts, dig: proposal.after, ...(by === undefined ? {} : { by }) };
}

/** The least by which a limit gives, where somebody can let it. */
function relaxed(tries: Tries, limit: BindingLimit): WayOut | undefined {
  const { from, run } = limit;
  if ('fact' in from) {
    if (run === undefined || from.fact === 'drop' || from.fact === 'step' || from.fact === 'laid') return undefined;
    return otherFact(tries, run, from.fact);
  }
  if ('keeping' in from) return otherSaid(tries, from.keeping);
  if (run === undefined) return undefined;
  if (limit.gives === 'cover') return lessCover(tries, run);
  return limit.gives === 'protection' ? protectedTrench(tries, run) : undefined;
}

/** The nearest to what is fixed that works: read from all that the run could be without it. */
function otherFact(tries: Tries, id: Uuid, fact: Triad): WayOut | undefined {
  const { plan } = tries.evaluation;
  const run = plan.run[id];
  const grade = run && withoutWorkedOut(plan.runGrade[id]);
  if (!run || !grade) return undefined;
  const now = run && factOf(run, grade, fact);
  const free = tries.rooms([{ op: 'put', item: freeFact(run, grade, fact) }], id);
  if (now === undefined || !free) return undefined;
  const nearest = free.rooms
    .map((room) => boundsOf(room, fact, free.length))
    .map(([least, most]) => ({ least, most, off: Math.max(least - now, now - most, 0) }))
    .sort((a, b) => a.off - b.off)[0];
  if (!nearest) return undefined;
  const { least, most } = nearest;
  const step = fact === 'slope' ? SLOPE_STEP : (stepsOf(tries.asked.system)[0] as number);
  const up = now < least;
  const bound = up ? least : most;
  const whole = up ? Math.ceil(bound / step - SURE) * step : Math.floor(bound / step + SURE) * step;
  const edits = (value: number): readonly Edit[] => [{ op: 'put', item: fixFact(run, grade, fact, value) }];
  const value = tries.works(edits(whole)) ? whole : bound;
  if (Math.abs(value - now) < NEAR / 10) return undefined;
  const outlet = fact === 'low' && tries.evaluation.nodes.get(lowerOf(run))?.leaving.length === 0;
  const node = plan.node[lowerOf(run)]?.name ?? '';
  const by = measured(Math.abs(value - now), fact === 'slope' ? 'slope' : 'distance');
  const words: Phrase =
    fact === 'slope'
      ? [`Lay ${run.name} at `, exact(value, 'slope'), up ? ', steeper than locked' : ', flatter than locked']
      : [
          `${up ? 'Raise' : 'Lower'} ${outlet ? `the outlet at ${node}` : `the ${fact} invert of ${run.name}`} by `,
          by,
          ' to ',
          measured(value, 'elevation'),
        ];
  const gives = outlet ? 'outlet' : fact === 'slope' ? 'slope' : 'invert';
  return wayOut(tries, gives, words, edits(value), fact === 'slope' ? undefined : Math.abs(value - now));
}

/** A hundredth of a per cent. */
const SLOPE_STEP = 1e-4;

function factOf(run: Run, grade: ReturnType<typeof freeFact>, fact: Triad): number | undefined {
  const [low, high] = run.flow === 'to-a' ? [grade.a, grade.b] : [grade.b, grade.a];
  if (fact !== 'slope') return fact === 'low' ? low : high;
  return grade.slope === undefined ? undefined : run.flow === 'to-a' ? grade.slope : -grade.slope;
}

function boundsOf(room: Room, fact: Triad, length: number): readonly [number, number] {
  if (fact === 'slope') {
    const slopes = room.corners.map(({ low, high }) => (high - low) / length);
    return [Math.min(...slopes), Math.max(...slopes)];
  }
  const { lowest, highest } = roomAt(room, fact === 'low' ? 0 : 1);
  return [lowest[fact], highest[fact]];
}

/** Less cover than the rule of this job asks for, over pipe that is protected then. */
function lessCover(tries: Tries, id: Uuid): WayOut | undefined {
  const { evaluation, asked } = tries;
  const result = evaluation.runs.get(id);
  if (!result?.line) return undefined;
  const { service } = result.line;
  const { profile } = evaluation;
  const now = leastCover(profile, service, result.run).value;
  const field = result.run.vehicles ? 'vehicles' : 'foot';
  const edits = (value: number): readonly Edit[] => {
    const rules = rulesFor(profile, service);
    const cover = { ...rules.cover, [field]: value, source: TAKEN };
    const item: Profile = { ...profile, id: ONLY, services: { ...profile.services, [service]: { ...rules, cover } } };
    return [{ op: 'put', item }];
  };
  const value = tries.leastOf(now, 0, stepsOf(asked.system)[0] as number, edits);
  if (value === undefined || now - value < NEAR) return undefined;
  const short = tries.least(edits(value));
  const over = short ? shortOver(short.proposal, short.after, now) : undefined;
  const words: Phrase = [
    'Accept ',
    measured(value, 'thickness'),
    ' of cover instead of ',
    exact(now, 'thickness'),
    ...(over === undefined ? [] : [' over ', measured(over, 'distance')]),
    ', with the pipe protected there',
  ];
  return wayOut(tries, 'cover', words, edits(value), undefined, short);
}

const TAKEN = 'accepted on this job, with the pipe protected';

/** Length of a network that has less cover than this, m. */
function shortOver({ runs }: Proposal, after: Evaluation, cover: number): number {
  let length = 0;
  for (const { run } of runs) {
    const result = after.runs.get(run);
    const { low, slope } = result?.grade ?? {};
    if (!result?.pipe || low === undefined || slope === undefined) continue;
    const crown = result.pipe.outside - result.pipe.wall;
    const { points } = result.ground;
    for (let index = 1; index < points.length; index += 1) {
      const [from, to] = [points[index - 1] as (typeof points)[number], points[index] as (typeof points)[number]];
      const lack = (at: typeof from): number => cover - (at.elevation - (low + slope * at.at + crown));
      const [start, end] = [lack(from), lack(to)];
      const long = to.at - from.at;
      if (start > NEAR && end > NEAR) length += long;
      else if (start > NEAR || end > NEAR) length += (long * Math.max(start, end)) / Math.abs(start - end);
    }
  }
  return length;
}

function protectedTrench(tries: Tries, id: Uuid): WayOut | undefined {
  const run = tries.evaluation.plan.run[id];
  if (!run) return undefined;
  const edits: readonly Edit[] = [{ op: 'put', item: { ...run, protection: 'shielded' } }];
  const found = tries.least(edits);
  const deep = found?.after.runs.get(id)?.trench?.deepest?.depth;
  if (!found || deep === undefined) return undefined;
  return wayOut(
    tries,
    'protection',
    [`Protect the trench of ${run.name}: it is `, measured(deep, 'depth'), ' deep'],
    edits,
    undefined,
    found,
  );
}

/** What somebody said, changed by the least that works. */
function otherSaid(tries: Tries, id: Uuid): WayOut | undefined {
  const { evaluation, asked } = tries;
  const keeping = evaluation.plan.keeping[id];
  if (!keeping || keeping.keeps.what === 'even') return undefined;
  const { keeps } = keeping;
  const now = 'level' in keeps ? keeps.level : keeps.value;
  const edits = (value: number): readonly Edit[] => [
    { op: 'put', item: { ...keeping, keeps: 'level' in keeps ? { ...keeps, level: value } : { ...keeps, value } } },
  ];
  const far = keeps.what === 'slope' ? 0.5 : FAR;
  const to = keeps.is === 'least' ? ('level' in keeps ? now - far : Math.max(LEAST, now - far)) : now + far;
  const step = keeps.what === 'slope' ? SLOPE_STEP : (stepsOf(asked.system)[0] as number);
  const value = tries.leastOf(now, to, step, edits);
  if (value === undefined) return undefined;
  const quantity =
    'level' in keeps ? 'elevation' : keeps.what === 'slope' ? 'slope' : keeps.what === 'depth' ? 'depth' : 'thickness';
  const words: Phrase = [
    `${keeping.name}: have it ${keeps.is === 'least' ? 'at least' : 'at most'} `,
    measured(value, quantity),
    ' instead of ',
    exact(now, quantity),
  ];
  return wayOut(tries, 'said', words, edits(value));
}

/** What is said gives by no more than this, m; and thicknesses are no less than this. */
const FAR = 20;
const LEAST = 1e-5;

/**
 * Larger pipe may lie flatter: the smallest that works, of the same make, along the lines that ask for too much fall. No way
 * to a flatter sewer: in a larger pipe the same flow is shallower, and leaves the solids behind.
 */
function largerPipe(tries: Tries, { limits }: Against): readonly WayOut[] {
  const { plan, runs } = tries.evaluation;
  const lines = new Set(
    limits.flatMap(({ gives, run }) => {
      const line = gives === 'pipe' && run !== undefined ? runs.get(run)?.line : undefined;
      return line ? [line] : [];
    }),
  );
  return [...lines].flatMap((line) => {
    const own = plan.pipe[line.pipe];
    if (!own || carriesSewage(line.service)) return [];
    const larger = sizesOfMake(own).filter((model) => insideDiameter(model) > insideDiameter(own) + NEAR);
    for (const model of larger) {
      const there = Object.values(plan.pipe).find(({ name }) => name === model.name);
      const pipe = there ?? { kind: 'pipe' as const, id: tries.asked.newId(), ...model };
      const edits: readonly Edit[] = [
        ...(there ? [] : [{ op: 'put' as const, item: pipe }]),
        { op: 'put', item: { ...line, pipe: pipe.id } },
      ];
      const way = wayOut(tries, 'pipe', [`Lay ${model.name} on ${line.name}: it may be laid flatter`], edits);
      if (way) return [way];
    }
    return [];
  });
}

/** Ends that need no fall outside: water rises in them, or is pumped; none that what comes there must not come to. */
function otherEnds(tries: Tries, { runs }: Against): readonly WayOut[] {
  const { plan, nodes } = tries.evaluation;
  const ends = new Set(
    runs.map(({ result }) => lowerOf(result.run)).filter((id) => nodes.get(id)?.leaving.length === 0),
  );
  return [...ends].flatMap((id) => {
    const node = plan.node[id];
    if (!node) return [];
    const arriving = (nodes.get(id)?.arriving ?? []).map(({ service }) => service);
    return LAST_RESORTS.flatMap(({ form, gives }) => {
      if (node.form === form || (gives === 'end' && risesIn(node)) || !mayEndIn(arriving, form)) return [];
      const edits = ended(tries.evaluation, node, form);
      const found = tries.least(edits);
      const behind = found && standsBehind(found.after, id);
      if (!found) return [];
      const sewage = arriving.some((service) => service && carriesSewage(service));
      const words: Phrase =
        gives === 'pump'
          ? [
              `Pump at ${node.name}: ${sewage ? 'a pump tank, by a licensed designer' : 'a small pressure line from a sump'}`,
            ]
          : [
              `End in a ${formOf(form).word.toLowerCase()} at ${node.name}`,
              ...(behind ? [', with water standing in ', measured(behind.full, 'distance'), ' of pipe'] : []),
            ];
      return [{ gives, words, edits, inverts: found.inverts, dig: undefined }];
    });
  });
}

const LAST_RESORTS = NODE_FORMS.flatMap((form) => {
  const gives = formOf(form).lastResort;
  return gives ? [{ form, gives }] : [];
});

/** Another end, with what comes to it free to lie as it must. */
function ended({ plan, nodes }: Evaluation, node: Node, form: NodeForm): readonly Edit[] {
  const { water: _water, entry: _entry, ...rest } = node;
  const freed = (nodes.get(node.id)?.arriving ?? []).flatMap(({ run: id }): readonly Edit[] => {
    const run = plan.run[id];
    return run ? [{ op: 'put', item: freeFact(run, plan.runGrade[id], 'low') }] : [];
  });
  return [{ op: 'put', item: asForm(rest, form) }, ...freed];
}
