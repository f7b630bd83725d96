import type { ItemOf, NodeForm, Plan, Service, UpRun, Uuid } from '@alveus/plan';
import { lowerOf } from '@alveus/plan';
import { jointOf } from '../pipe';
import type { NodeEnd, NodeResult, RunResult } from '../results';
import { INCH } from '../units';
import type { Entry, Fitting } from './articles';
import { bendsFor } from './bends';

/** What stands at the ends of runs: structures, and the fittings that the way pipes meet asks for. */

/** A pipe goes so far into a box, a tank or a cap, m: 3 in, common practice. */
export const INTO = 3 * INCH;
/** Non-shrink cement round a pipe through a wall of concrete that was there, kg: common practice. */
const CEMENT = 5;

/** Boxes that pipes go into through their walls. */
const BOXES: ReadonlySet<NodeForm> = new Set([
  'structure',
  'inlet',
  'catch-basin',
  'manhole',
  'sump',
  'channel-drain',
  'tank',
  'd-box',
]);

/** Where water rises slowly, a tee serves as well as a wye. */
const SLOW: ReadonlySet<Service | undefined> = new Set<Service | undefined>(['french-drain', 'curtain-drain']);

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
  const fit = (fitting: Fitting, why: string, count = 1): void => add({ of: 'fitting', fitting }, count, why);
  const ends = [...node.arriving, ...node.leaving];
  const pipes = ends.flatMap(({ run }) => context.run(run)?.pipe ?? []);
  const leads = pipeOf(node.leaving[0], context) ?? pipes[0];

  if (BOXES.has(form) || form === 'lateral-end')
    for (const { run: id } of ends) {
      const run = context.run(id);
      if (!run?.pipe) continue;
      const at = (lowerOf(run.run) === node.id ? 0 : run.length) as UpRun;
      entries.push({
        what: { of: 'pipe', pipe: run.pipe.id },
        amount: INTO,
        where: { on: 'run', run: id, from: at, to: at },
        why: form === 'lateral-end' ? `into the cap at ${node.node.name}` : `into the wall of ${node.node.name}`,
      });
    }
  switch (form) {
    case 'daylight':
    case 'pond':
      for (const { id } of pipes) fit({ fit: 'guard', pipe: id }, 'keeps animals out of the open end');
      break;
    case 'curb':
      for (const { id } of pipes) fit({ fit: 'adapter', pipe: id }, 'through the curb');
      break;
    case 'structure':
      if (node.node.entry !== 'grate')
        add({ of: 'cement' }, CEMENT * pipes.length, 'round the pipe in a wall that was there');
      break;
    case 'bubble-up':
    case 'pop-up':
      for (const { id } of pipes) fit({ fit: 'emitter', pipe: id }, 'turns the water up to the grass');
      break;
    case 'inlet':
    case 'catch-basin':
    case 'manhole':
    case 'sump':
    case 'tank':
    case 'd-box':
      add({ of: 'structure', form }, 1, 'stands here');
      for (const { id } of pipes) fit({ fit: 'boot', pipe: id }, 'lets the box settle and stay tight');
      if (form === 'inlet' || form === 'catch-basin') add({ of: 'grate' }, 1, 'its top');
      if (form === 'manhole') add({ of: 'frame' }, 1, 'its top');
      if (form === 'tank') for (const { id } of pipes) fit({ fit: 'baffle', pipe: id }, 'keeps scum from the pipe');
      if (form === 'd-box')
        for (const end of node.leaving) {
          const pipe = pipeOf(end, context);
          if (pipe) fit({ fit: 'leveller', pipe: pipe.id }, 'so that each outlet takes its share');
        }
      break;
    case 'channel-drain':
    case 'stand-pipe':
      add({ of: 'structure', form }, 1, 'stands here');
      if (form === 'channel-drain') for (const { id } of pipes) fit({ fit: 'adapter', pipe: id }, 'its outlet');
      if (form === 'stand-pipe' && leads) add({ of: 'riser', pipe: leads.id }, node.depth ?? 0, 'up to its grate');
      break;
    case 'downspout':
    case 'stub-out':
      for (const { id } of pipes)
        fit(
          { fit: 'adapter', pipe: id },
          form === 'downspout' ? 'from the downspout, with a leaf guard' : 'onto the pipe of the house',
        );
      break;
    case 'lateral-end':
      for (const { id } of pipes) fit({ fit: 'cap', pipe: id }, 'closes the lateral');
      break;
    case 'cleanout':
      if (leads) {
        if (node.arriving.length > 0) fit({ fit: 'wye', pipe: leads.id, branch: leads.id }, 'up from the line');
        else fit({ fit: 'sweep', pipe: leads.id }, 'up from the head of the line');
        add({ of: 'riser', pipe: leads.id }, node.depth ?? 0, 'from the line up to its plug');
        fit({ fit: 'plug', pipe: leads.id }, 'closes the cleanout');
      }
      break;
    case 'vent':
      if (leads) {
        add({ of: 'riser', pipe: leads.id }, node.depth ?? 0, 'up into the air');
        fit({ fit: 'vent', pipe: leads.id }, 'its top');
      }
      break;
    case 'bend':
    case 'fitting':
    case 'soak-away':
      break;
  }
  if (form === 'bend' || form === 'fitting' || form === 'cleanout') addMeeting(node, context, fit);
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
  // The way straight on is that of its own line; failing that, the largest.
  const straight =
    node.arriving.find(({ line }) => line === leaving.line) ??
    [...node.arriving].sort((one, other) => (other.inside ?? 0) - (one.inside ?? 0))[0];
  for (const branch of node.arriving) {
    const pipe = pipeOf(branch, context);
    if (!pipe || branch === straight) continue;
    const slow = SLOW.has(branch.service) && SLOW.has(leaving.service);
    fit(
      { fit: slow ? 'tee' : 'wye', pipe: main.id, branch: pipe.id },
      slow ? `${branch.name} comes in where water rises slowly` : `${branch.name} comes in fast, or with debris`,
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
    const left = over > 0.5 ? `; ${over.toFixed(0)}° over, to be measured in the trench` : '';
    fit({ fit: 'bend', pipe: main.id, degrees }, `turns by ${turn.toFixed(0)}°${left}`);
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
