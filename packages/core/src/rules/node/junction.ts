import { formOf, lowerOf } from '@alveus/plan';
import { apart, exact, measured } from '../../phrase';
import type { NodeEnd, Reader } from '../../results';
import { NEAR } from '../../tolerance';
import { COMMON, NOTHING, rule } from '../rule';
import type { NodeFacts } from './facts';
import { invertsOf, serviceAt } from './facts';

/** How high pipes come in where they meet, beyond that water gets through. */

/** Inside diameters nearer than this are one size: walls differ from standard to standard. */
export const ONE_SIZE = 1.05;

export const structureDrop = rule<NodeFacts>()({
  name: 'structure-drop',
  title: 'Drop through a structure',
  stage: 'grade',
  severity: 'watch',
  source: 'common practice: none, or 0.1 ft, by the office',
  number: { value: 0, quantity: 'thickness', words: 'Minimum drop; 0 for none' },
  judge: ({ node, arriving }, least) =>
    least <= 0 || !formOf(node.form).roomy
      ? NOTHING
      : arriving.flatMap(({ run, name, drop }) =>
          drop !== undefined && drop >= -NEAR && drop < least - NEAR
            ? [{ cause: run, run, at: 0, by: least - drop, quantity: 'thickness' as const, name, drop }]
            : [],
        ),
  words: ({ name, drop }, { node }, least) => {
    const [has, needs] = apart(measured(drop, 'thickness'), exact(least, 'thickness'));
    return {
      what: [`${name} drops `, has, ` through ${node.name}; the minimum is `, needs, '.'],
      why: ['A box uses up some of the fall: water slows down in it and drops its silt.'],
      gives: ['Raise the incoming invert', 'Lower the outgoing invert'],
    };
  },
  bound: {
    over: ({ node }, least) =>
      formOf(node.node.form).roomy
        ? { by: least, words: [`the drop through ${node.node.name}, `, measured(least, 'thickness')] }
        : undefined,
  },
});

export const inletLow = rule<NodeFacts>()({
  name: 'inlet-low',
  title: 'Inlet above outlet in a tank or D-box',
  stage: 'grade',
  severity: 'fix',
  source: 'common practice: 2 to 3 in through a tank, 1 in through a D-box',
  local: true,
  judge: ({ node, arriving, leaving }) => {
    const { fall } = formOf(node.form);
    if (!fall || leaving.length === 0) return NOTHING;
    const highest = Math.max(...invertsOf(leaving));
    return arriving.flatMap(({ run, name, invert, drop }) => {
      // What would have to climb, to one of its ports or to all of them, is said already.
      if (drop === undefined || invert === undefined || invert < highest - NEAR) return [];
      const low = drop < fall.least - NEAR;
      if (!low && (fall.most === undefined || drop <= fall.most + NEAR)) return [];
      const by = low ? fall.least - drop : drop - (fall.most ?? 0);
      const severity = low ? ('fix' as const) : ('watch' as const);
      return [{ cause: run, run, at: 0, by, quantity: 'thickness' as const, severity, name, drop, low, fall }];
    });
  },
  words: ({ name, drop, low, fall }, { node }) => {
    const [has, asked] = apart(measured(drop, 'thickness'), exact(low ? fall.least : (fall.most ?? 0), 'thickness'));
    return {
      what: [
        `${name} enters ${node.name} `,
        has,
        ` above its outlet; it should be ${low ? 'at least' : 'at most'} `,
        asked,
        '.',
      ],
      why: [
        low
          ? 'Otherwise floating solids block the inlet and back up into the pipe.'
          : 'Water that falls farther stirs up what should settle.',
      ],
      gives: [
        low ? 'Raise the incoming pipe' : 'Lower the incoming pipe',
        low ? 'Lower the outgoing pipe' : 'Raise the outgoing pipe',
      ],
    };
  },
  bound: {
    over: ({ node }) => {
      const { fall } = formOf(node.node.form);
      return (
        fall && {
          by: fall.least,
          words: [`the inlet of ${node.node.name}, `, measured(fall.least, 'thickness'), ' above its outlet'],
        }
      );
    },
  },
});

export const sizesMeet = rule<NodeFacts>()({
  name: 'sizes-meet',
  title: 'Level match where pipe gets larger',
  stage: 'grade',
  severity: 'watch',
  source: 'common practice: three schools; shipped with inverts level, the least strict',
  number: { value: 0, quantity: 'share', words: 'Match at: 0 % inverts, 80 % of the depth, 100 % crowns' },
  judge: ({ arriving, leaving }, share) => {
    if (share <= 0) return NOTHING;
    const [out] = leaving;
    return arriving.flatMap((end) => {
      const needs = riseFor(end, out, share);
      return needs > 0 && end.drop !== undefined && end.drop >= -NEAR && end.drop < needs - NEAR
        ? [{ cause: end.run, run: end.run, at: 0, by: needs - end.drop, quantity: 'thickness' as const, end, needs }]
        : [];
    });
  },
  words: ({ end, needs }, { node }) => {
    const [has, least] = apart(measured(end.drop ?? 0, 'thickness'), measured(needs, 'thickness'));
    return {
      what: [`At ${node.name} ${end.name} enters `, has, ' above the larger pipe; the minimum is ', least, '.'],
      why: ['When the larger pipe runs nearly full, its water backs up the smaller one.'],
      gives: [
        'Raise the smaller pipe',
        'Choose another school in the rules: inverts, 0.8 of the depth, or crowns level',
      ],
    };
  },
  bound: {
    over: ({ node, end, leaving }, share) => {
      const by = riseFor(end, leaving[0], share);
      return { by, words: [`the larger pipe out of ${node.node.name}, `, measured(by, 'thickness')] };
    },
  },
});

/** How far over a larger pipe going out the invert of a smaller one is asked to be, m. @param share 0 for inverts level, 1 for crowns */
export function riseFor(end: Pick<NodeEnd, 'inside'>, out: Pick<NodeEnd, 'inside'> | undefined, share: number): number {
  if (end.inside === undefined || out?.inside === undefined || end.inside * ONE_SIZE >= out.inside) return 0;
  return share * (out.inside - end.inside);
}

export const branchLow = rule<NodeFacts>()({
  name: 'branch-low',
  title: 'Branch below its trunk',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: ({ arriving, leaving }) => {
    // Few nodes have a branch, and all of them are asked.
    if (arriving.length < 2 || leaving.length !== 1) return NOTHING;
    const trunk = trunkOf(arriving, leaving);
    if (trunk?.invert === undefined) return NOTHING;
    const over = trunk.invert;
    return arriving.flatMap(({ run, name, invert, drop = 0 }) =>
      run !== trunk.run && invert !== undefined && invert < over - NEAR && drop >= -NEAR
        ? [{ cause: run, run, at: 0, by: over - invert, name, trunk: trunk.name }]
        : [],
    );
  },
  words: ({ name, trunk, by = 0 }, { node }) => ({
    what: [`${name} enters ${node.name} `, measured(by, 'distance'), ` below ${trunk}.`],
    why: ['Water from the trunk runs into the branch first and leaves its silt there.'],
    gives: ['Raise the branch', 'Lower the trunk'],
  }),
  bound: {
    node: (at) => {
      const { node, arriving, leaving } = at;
      const trunk = trunkOf(node.arriving, node.leaving);
      const own = trunk && arriving.find(({ run }) => run === trunk.run);
      if (!own || leaving.length !== 1) return;
      for (const end of arriving)
        if (end.run !== own.run)
          at.apartLeast(end, own, 0, at.limit([`${own.name}, because ${end.name} enters ${node.node.name} no lower`]));
    },
  },
});

/** The run that goes on in the line of what leaves, where others join it. */
export function trunkOf(arriving: readonly NodeEnd[], leaving: readonly NodeEnd[]): NodeEnd | undefined {
  const [out] = leaving;
  if (!out || leaving.length > 1 || arriving.length < 2) return undefined;
  return arriving.find(({ line }) => line === out.line);
}

export const drainOverRoof = rule<NodeFacts>()({
  name: 'drain-over-roof',
  title: 'French drain above a roof connection',
  stage: 'grade',
  severity: 'watch',
  source: COMMON,
  judge: ({ id, arriving, leaving, read }) => {
    if (arriving.length === 0 || leaving.length === 0) return NOTHING;
    const drain = arriving.find((end) => serviceAt(end)?.perforated);
    // What it goes on in is perforated itself, or roof water joins right here: other rules tell of that.
    if (!drain || leaving.some((end) => serviceAt(end)?.perforated)) return NOTHING;
    if (arriving.some((end) => serviceAt(end)?.carries === 'roof')) return NOTHING;
    const roof = roofBelow(id, leaving, read);
    return roof === undefined ? NOTHING : [{ cause: drain.run, run: drain.run, at: 0, drain: drain.name, roof }];
  },
  words: ({ drain, roof }, { node }) => ({
    what: [`${drain} joins at ${node.name}, above ${roof}, where roof water enters.`],
    why: ['When the main runs full below, roof water backs up and out through the drain.'],
    gives: ['Join the drain below the last roof connection', 'Give the drain its own pipe'],
  }),
});

/** The first node further down at which roof water comes in, by its name. */
function roofBelow(from: string, leaving: readonly NodeEnd[], read: Reader): string | undefined {
  const seen = new Set([from]);
  let out = leaving[0]?.run;
  while (out !== undefined) {
    const run = read.item('run', out);
    const node = run && read.of('node', lowerOf(run));
    if (!node || seen.has(node.id)) return undefined;
    seen.add(node.id);
    if (node.arriving.some((end) => end.run !== out && serviceAt(end)?.carries === 'roof')) return node.node.name;
    out = node.leaving[0]?.run;
  }
  return undefined;
}

/** Rules about how high pipes come in where they meet. */
export const JUNCTION_RULES = [drainOverRoof, branchLow, structureDrop, inletLow, sizesMeet] as const;
