import type { Edit, NodeForm } from '@alveus/plan';
import { asForm, formOf, formsWhere } from '@alveus/plan';
import { fixFact } from '../../grade';
import { apart, exact, measured } from '../../phrase';
import type { Give, NodeEnd } from '../../results';
import { NEAR } from '../../tolerance';
import type { Breach } from '../rule';
import { INCH } from '../../units';
import { COMMON, GEOMETRY, NOTHING, rule } from '../rule';
import type { NodeFacts } from './facts';
import { invertsOf, serviceAt } from './facts';
import { mayEndIn } from './flows';
import { ONE_SIZE } from './junction';

/** Where runs meet: whether the water of one gets into the next, and only there. */

const climbs = ({ drop }: NodeEnd): boolean => drop !== undefined && drop < -NEAR;

export const dropRises = rule<NodeFacts>()({
  name: 'drop-rises',
  title: 'Water uphill through a structure',
  stage: 'grade',
  severity: 'stop',
  source: GEOMETRY,
  judge: ({ arriving }) =>
    arriving.some(climbs)
      ? arriving.filter(climbs).map((end) => ({ cause: end.run, run: end.run, at: 0, by: -(end.drop ?? 0), end }))
      : NOTHING,
  words: ({ by = 0, end }, facts) => ({
    what: [
      `At ${facts.node.name} the water of ${end.name} would have to climb `,
      measured(by, 'distance'),
      ' to leave.',
    ],
    why: ['The incoming invert is lower than the outgoing one.'],
    gives: [raised(facts, end), 'Lower the outgoing invert'],
  }),
  bound: { over: ({ node }) => ({ by: 0, words: [`the outgoing pipe of ${node.node.name}, below the incoming one`] }) },
});

/** The invert coming in brought up to what goes out, where the run fixes it itself; round a ring that goes on for ever. */
function raised({ read }: NodeFacts, { run, invert = 0, drop = 0 }: NodeEnd): Give {
  const to = invert - drop;
  const words = ['Raise the incoming invert to ', measured(to, 'elevation')];
  const item = read.item('run', run);
  const grade = read.item('runGrade', run);
  const own = item && !read.of('ringed', run) && grade?.[item.flow === 'to-a' ? 'a' : 'b'] !== undefined;
  return own ? { words, edits: [{ op: 'put', item: fixFact(item, grade, 'low', to) }] } : { words };
}

export const waterParts = rule<NodeFacts>()({
  name: 'water-parts',
  title: 'Flow split',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ node, leaving }) => (leaving.length > 1 && !formOf(node.form).splits ? [{}] : NOTHING),
  words: (_, { node, leaving, arriving }) => ({
    what: [`At ${node.name} the flow splits into ${namesOf(leaving)}, and nothing there divides it.`],
    why: ['It all takes the lower way; what each gets is left to chance.'],
    gives: [
      ...SPLITTERS.filter((form) => mayTake(arriving, form)).map((form) => ({
        words: [`Make it a ${formOf(form).word}`],
        edits: [{ op: 'put', item: asForm(node, form) } satisfies Edit],
      })),
      'Reverse one of the runs',
    ],
  }),
});

/** What is built to share water out. */
const SPLITTERS = formsWhere(({ ports }) => ports);

const mayTake = (arriving: readonly NodeEnd[], form: NodeForm): boolean =>
  mayEndIn(
    arriving.map(({ service }) => service),
    form,
  );

const namesOf = (ends: readonly NodeEnd[]): string => ends.map(({ name }) => name).join(' and ');

export const dBoxPorts = rule<NodeFacts>()({
  name: 'd-box-ports',
  title: 'D-box ports level',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  number: { value: INCH / 8, quantity: 'fine', words: 'Differ by more than' },
  judge: ({ node, leaving }, limit) => {
    if (!formOf(node.form).ports) return NOTHING;
    const inverts = invertsOf(leaving);
    if (inverts.length < 2) return NOTHING;
    const differ = Math.max(...inverts) - Math.min(...inverts);
    return differ > limit + NEAR ? [{ by: differ, quantity: 'fine' as const }] : NOTHING;
  },
  words: ({ by = 0 }, { node, leaving }) => {
    const least = Math.min(...invertsOf(leaving));
    const lowest = leaving.filter(({ invert }) => invert !== undefined && invert <= least + NEAR);
    return {
      what: [
        `The ports of ${node.name} differ by `,
        measured(by, 'fine'),
        `: ${namesOf(lowest)} ${lowest.length > 1 ? 'are the lowest and take' : 'is the lowest and takes'} most of the water.`,
      ],
      why: [
        'Laterals share evenly only with all ports level. Levelers trim the last bit; they do not replace a level start.',
      ],
      gives: ['Start all leaders at one elevation'],
    };
  },
  bound: {
    node: (at) => {
      const [first, ...others] = at.leaving;
      if (!first || others.length === 0 || !formOf(at.node.node.form).ports) return;
      const limit = at.limit([`the ports of ${at.node.node.name}, which are level`]);
      for (const other of others) at.level(other, first, limit);
    },
  },
});

export const dBoxInflow = rule<NodeFacts>()({
  name: 'd-box-inflow',
  title: 'Inlet below a D-box port',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ node, arriving, leaving }) => {
    if (!formOf(node.form).ports) return NOTHING;
    const ports = invertsOf(leaving);
    if (ports.length < 2) return NOTHING;
    const [low, high] = [Math.min(...ports), Math.max(...ports)];
    // Lower than all of them it would have to climb, and that is said.
    return arriving.flatMap((end) =>
      end.invert !== undefined && end.invert >= low - NEAR && end.invert < high - NEAR
        ? [{ cause: end.run, run: end.run, at: 0, by: high - end.invert, quantity: 'fine' as const, name: end.name }]
        : [],
    );
  },
  words: ({ name, by = 0 }, { node }) => ({
    what: [`${name} enters ${node.name} `, measured(by, 'fine'), ' below its highest port.'],
    why: ['The box never fills to that port: its lateral stays dry and the others carry everything.'],
    gives: ['Raise the incoming pipe', 'Bring the ports down to one level'],
  }),
});

export const sizeDown = rule<NodeFacts>()({
  name: 'size-down',
  title: 'Pipe smaller downstream',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ arriving, leaving }) => {
    let out = 0;
    for (const { inside } of leaving) if (inside !== undefined && inside > out) out = inside;
    if (out === 0 || !arriving.some(({ inside = 0 }) => inside > out * ONE_SIZE)) return NOTHING;
    return arriving.flatMap((end) =>
      end.inside !== undefined && end.inside > out * ONE_SIZE
        ? [{ cause: end.run, run: end.run, at: 0, by: end.inside - out, quantity: 'fine' as const, end, out }]
        : [],
    );
  },
  words: ({ end, out }, { node, leaving }) => {
    const [big, small] = apart(measured(end.inside ?? 0, 'fine'), measured(out, 'fine'));
    return {
      what: [`At ${node.name} ${end.name}, `, big, ' inside, runs into ', small, ` of ${namesOf(leaving)}.`],
      why: ['The water of the larger pipe does not fit through, and debris lodges there.'],
      gives: ['Use the larger size all the way down', 'Use a smaller pipe above, if it carries the water'],
    };
  },
});

export const bendDrop = rule<NodeFacts>()({
  name: 'bend-drop',
  title: 'Drop through a bend',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  number: { value: 2 * INCH, quantity: 'thickness', words: 'More than' },
  judge: ({ node, arriving }, limit) =>
    formOf(node.form).turns
      ? arriving.flatMap(({ run, name, drop = 0 }) =>
          drop > limit + NEAR
            ? [{ cause: run, run, at: 0, by: drop - limit, quantity: 'thickness' as const, name, drop }]
            : [],
        )
      : NOTHING,
  words: ({ name, drop }, { node, arriving }, limit) => {
    const [has, most] = apart(measured(drop, 'thickness'), exact(limit, 'thickness'));
    return {
      what: [`${name} drops `, has, ` through the bend ${node.name}; a bend has room for `, most, '.'],
      why: ['Fall that is not in the pipes must be in a structure, or in fittings that are ordered.'],
      gives: [
        'Put the drop at a structure',
        'Steepen the run below',
        `Make it a ${mayTake(arriving, 'catch-basin') ? 'manhole or catch basin' : 'manhole'}`,
      ],
    };
  },
  bound: {
    node: (at, most) => {
      const [first] = at.leaving;
      if (!first || !formOf(at.node.node.form).turns) return;
      const limit = at.limit([`the bend ${at.node.node.name}, which takes no drop`]);
      for (const end of at.arriving) at.apartMost(end, first, most, limit);
    },
  },
});

/** Roof water that gets into a perforated pipe: it runs on through it, or backs up into it. */
interface Backing extends Breach {
  readonly roofs: readonly NodeEnd[];
  readonly french: NodeEnd;
  readonly how: 'through' | 'back';
  /** How far up the perforated pipe, m. */
  readonly reach: number;
}

export const roofIntoFrench = rule<NodeFacts>()({
  name: 'roof-into-french',
  title: 'Roof water in perforated pipe',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ arriving, leaving }): readonly Backing[] => {
    if (!arriving.some((end) => serviceAt(end)?.carries === 'roof')) return NOTHING;
    const roofs = arriving.filter((end) => serviceAt(end)?.carries === 'roof');
    const into = leaving.filter((end) => serviceAt(end)?.perforated);
    if (into.length > 0)
      return roofs.flatMap((roof) =>
        into.map((french) => ({
          cause: `${roof.run}:${french.run}`,
          run: french.run,
          roofs: [roof],
          french,
          how: 'through',
          reach: 0,
        })),
      );
    // Both come in: once the pipe going out runs full, what lies lower than its crown takes water back.
    return arriving.flatMap((french) => {
      if (!serviceAt(french)?.perforated || french.invert === undefined) return [];
      const crown = crownOf(leaving);
      if (crown === undefined || french.invert >= crown - NEAR) return [];
      const reach = french.slope !== undefined && french.slope > 0 ? (crown - french.invert) / french.slope : Infinity;
      return [{ cause: french.run, run: french.run, at: 0, severity: 'watch', roofs, french, how: 'back', reach }];
    });
  },
  words: ({ roofs, french, how, reach }, { node, read }) => {
    const length = read.of('run', french.run)?.length ?? 0;
    return how === 'through'
      ? {
          what: [
            `At ${node.name} the roof water of ${namesOf(roofs)} continues in ${french.name}, which is perforated: it backs up and out through its wall downstream.`,
          ],
          why: ['It wets the very ground the drain should dry.'],
          gives: ['Give the roof water its own pipe', 'Use solid pipe from there on'],
        }
      : {
          what: [
            `When ${node.name} runs full, the roof water of ${namesOf(roofs)} backs up into ${french.name}, `,
            ...(reach >= length ? ['all of it'] : [measured(reach, 'distance'), ' of it']),
            '.',
          ],
          why: ['Roof water in a perforated pipe wets the very ground the drain should dry.'],
          gives: [
            'Join the drain farther down',
            'Connect it above the crown of the outgoing pipe',
            'Give it its own pipe',
          ],
        };
  },
  bound: {
    over: ({ node, end, arriving, leaving }) => {
      if (!serviceAt(end)?.perforated || !arriving.some((end) => serviceAt(end)?.carries === 'roof')) return undefined;
      // Roof water that runs on through a perforated pipe is another matter, which no level mends.
      if (leaving.some((end) => serviceAt(end)?.perforated)) return undefined;
      const insides = leaving.flatMap(({ inside }) => inside ?? []);
      if (insides.length === 0) return undefined;
      return {
        by: Math.min(...insides),
        severity: 'watch',
        riser: true,
        words: [`the crown of the outgoing pipe of ${node.node.name}, above which roof water does not back up`],
      };
    },
  },
});

/** Inside crown of the lowest pipe going out. */
function crownOf(leaving: readonly NodeEnd[]): number | undefined {
  const crowns = leaving.flatMap(({ invert, inside }) =>
    invert === undefined || inside === undefined ? [] : [invert + inside],
  );
  return crowns.length === 0 ? undefined : Math.min(...crowns);
}

export const nodeGroundTwice = rule<NodeFacts>()({
  name: 'ground-twice',
  title: 'Ground both typed and shot',
  stage: 'ground',
  severity: 'watch',
  source: COMMON,
  judge: ({ id, read }) => {
    const shot = read.of('nodeShot', id);
    const typed = shot && read.item('nodeGround', id);
    return typed && !typed.holds && Math.abs(typed.elevation - shot.elevation) > NEAR
      ? [{ by: Math.abs(typed.elevation - shot.elevation), typed, shot: shot.elevation }]
      : NOTHING;
  },
  words: ({ typed, shot }, { id, node }) => ({
    what: [
      `The ground at ${node.name} is typed as `,
      measured(typed.elevation, 'elevation'),
      ' and shot as ',
      measured(shot, 'elevation'),
      '; the shot is used.',
    ],
    why: ['Both are kept. A shot counts before a typed figure unless you choose the typed one.'],
    gives: [
      { words: ['Use the typed one'], edits: [{ op: 'put', item: { ...typed, holds: true } }] },
      { words: ['Remove the typed one'], edits: [{ op: 'remove', kind: 'nodeGround', id }] },
      'Shoot it again',
    ],
  }),
});

/** Rules about whether the water of one run gets into the next. */
export const MEETING_RULES = [
  dropRises,
  waterParts,
  dBoxPorts,
  dBoxInflow,
  sizeDown,
  bendDrop,
  roofIntoFrench,
  nodeGroundTwice,
] as const;
