import type { ItemOf, Plan, UpRun, Uuid } from '@alveus/plan';
import { formOf, lowerOf, serviceOf } from '@alveus/plan';
import { jointOf } from '../pipe';
import type { NodeEnd, NodeResult, RunResult } from '../results';
import { INCH } from '../units';
import type { Entry, Fitting } from './articles';
import { bendsFor } from './bends';

/** What stands at the ends of runs: structures, and the fittings that the way pipes meet asks for. */

/** A pipe goes so far into the wall of a box or a tank, m: 3 in, common practice. A cap goes over the pipe. */
export const INTO = 3 * INCH;
/** Where ground water rises slowly, a tee serves as well as a wye. */
const slowly = (end: NodeEnd): boolean => end.service !== undefined && serviceOf(end.service).carries === 'ground';

export interface NodeContext {
  readonly run: (id: Uuid) => RunResult | undefined;
  readonly place: (node: Uuid) => Plan['nodePlace'][string] | undefined;
}

export function nodeEntries(node: NodeResult, context: NodeContext): readonly Entry[] {
  const { form } = node.node;
  const entries: Entry[] = [];
  const add = (what: Entry['what'], amount: number, why: string): void => {
    if (amount > 1e-12) entries.push({ what, amount, where: { on: 'node', node: node.id }, why });
  };
  const fit = (fitting: Fitting, why: string): void => add({ of: 'fitting', fitting }, 1, why);
  const ends = [...node.arriving, ...node.leaving];
  const pipes = ends.flatMap(({ run }) => context.run(run)?.pipe ?? []);
  const leads = pipeOf(node.leaving[0], context) ?? pipes[0];

  const facts = formOf(form);
  if (facts.box)
    for (const { run: id } of ends) {
      const run = context.run(id);
      if (!run?.pipe) continue;
      const at = (lowerOf(run.run) === node.id ? 0 : run.length) as UpRun;
      entries.push({
        what: { of: 'pipe', pipe: run.pipe.id },
        amount: INTO,
        where: { on: 'run', run: id, from: at, to: at },
        why: `into the wall of ${node.node.name}`,
      });
    }
  const outgoing = node.leaving.flatMap((end) => pipeOf(end, context) ?? []);
  const place = node.arriving.length > 0 ? 'way' : 'head';
  const standing = node.rim === undefined || node.bottom === undefined ? 0 : node.rim - node.bottom;
  for (const { part, per, amount = 1, entry, on, why } of facts.parts ?? []) {
    if ((entry && entry !== (node.node.entry ?? 'wall')) || (on && on !== place)) continue;
    const of = per === 'pipe' ? pipes : per === 'outgoing' ? outgoing : leads ? [leads] : [];
    switch (part) {
      case 'structure':
        add({ of: part, form }, amount, why);
        break;
      case 'grate':
      case 'frame':
        add({ of: part }, amount, why);
        break;
      case 'cement':
        add({ of: part }, amount * of.length, why);
        break;
      case 'riser':
        for (const { id } of of) add({ of: part, pipe: id }, standing, why);
        break;
      case 'wye':
        for (const { id } of of) fit({ fit: part, pipe: id, branch: id }, why);
        break;
      default:
        for (const { id } of of) fit({ fit: part, pipe: id }, why);
    }
  }
  if (facts.pipework) {
    addMeeting(node, context, fit);
    if (!facts.turns) addDrops(node, context, add, fit);
  }
  return entries;
}

function pipeOf(end: NodeEnd | undefined, { run }: NodeContext): ItemOf<'pipe'> | undefined {
  return end && run(end.run)?.pipe;
}

/** Branches that come in, a change of size, and turns: of pipes that meet in the ground, with no box about them. */
function addMeeting(node: NodeResult, context: NodeContext, fit: (fitting: Fitting, why: string) => void): void {
  const leaving = node.leaving[0];
  const main = pipeOf(leaving, context);
  if (!leaving || !main) return;
  // The way straight on is that of its own line; failing that, the largest, and of those as large the straightest.
  const turnOf = ({ run }: NodeEnd): number => turnAt(node.id, run, leaving.run, context) ?? 0;
  const straight =
    node.arriving.find(({ line }) => line === leaving.line) ??
    [...node.arriving].sort((a, b) => (b.inside ?? 0) - (a.inside ?? 0) || turnOf(a) - turnOf(b))[0];
  for (const branch of node.arriving) {
    const pipe = pipeOf(branch, context);
    if (!pipe || branch === straight) continue;
    const slow = slowly(branch) && slowly(leaving);
    fit(
      { fit: slow ? 'tee' : 'wye', pipe: main.id, branch: pipe.id },
      slow ? `${branch.name} enters where water rises slowly` : `${branch.name} enters fast, or with debris`,
    );
  }
  const before = pipeOf(straight, context);
  if (before && before.id !== main.id && Math.abs(before.nominal - main.nominal) > 1e-6)
    fit({ fit: 'reducer', pipe: main.id, branch: before.id }, 'the size changes here');
  const turn = straight && turnAt(node.id, straight.run, leaving.run, context);
  if (turn === undefined) return;
  const each = (Math.atan(jointOf(main).turns) * 180) / Math.PI;
  const { bends, over } = bendsFor(turn, each);
  for (const degrees of bends) {
    const left = over > 0.5 ? `; ${over.toFixed(0)}° more, measure it in the trench` : '';
    fit({ fit: 'bend', pipe: main.id, degrees }, `turns by ${turn.toFixed(0)}°${left}`);
  }
}

/** What a fitting takes up by itself, m: 2 in, common practice. */
const TAKEN_UP = 2 * INCH;

/** A branch that comes in higher, with no box to drop in, comes down by two bends of 45° and the pipe between them. */
function addDrops(
  { arriving }: NodeResult,
  context: NodeContext,
  add: (what: Entry['what'], amount: number, why: string) => void,
  fit: (fitting: Fitting, why: string) => void,
): void {
  for (const end of arriving) {
    const pipe = pipeOf(end, context);
    if (!pipe || end.drop === undefined || end.drop <= TAKEN_UP) continue;
    const why = `${end.name} comes down to the line`;
    fit({ fit: 'bend', pipe: pipe.id, degrees: 45 }, why);
    fit({ fit: 'bend', pipe: pipe.id, degrees: 45 }, why);
    add({ of: 'pipe', pipe: pipe.id }, end.drop * Math.SQRT2, why);
  }
}

/** How far the way turns, degrees; undefined where it is not on the sketch. */
export function turnAt(node: Uuid, from: Uuid, to: Uuid, { run, place }: NodeContext): number | undefined {
  const far = (id: Uuid): Plan['nodePlace'][string] | undefined => {
    const item = run(id)?.run;
    return item && place(item.a === node ? item.b : item.a);
  };
  const [here, before, after] = [place(node), far(from), far(to)];
  if (!here || !before || !after) return undefined;
  const way = Math.atan2(here.north - before.north, here.east - before.east);
  const on = Math.atan2(after.north - here.north, after.east - here.east);
  const turned = (Math.abs(on - way) * 180) / Math.PI;
  return turned > 180 ? 360 - turned : turned;
}
