import type { Run, Section, Uuid } from '@alveus/plan';
import { formOf as formOfNode, lowerOf, turnedCut, upperOf } from '@alveus/plan';
import { upRun } from '../../length';
import { soilAt } from '../../rules/limits';
import type { LyingIn, Reader, SharedTrench } from '../../results';
import type { Reach, RunBeside, TrenchForm } from '../../trench';
import { invertsAt } from '../../trench';

/** How the trench of a run is dug besides its section, told up the run; undefined of one that has nothing special. */
export function formOf(run: Run, section: Section, length: number, read: Reader): TrenchForm | undefined {
  const shared = read.of('shared', run.id);
  const { cut, protection, flow } = run;
  const { beyond } = section;
  if (!shared && !cut && !beyond && protection !== 'sloped' && protection !== 'benched') return undefined;
  const soil = soilAt([run.id], read);
  const up = flow === 'to-a';
  return {
    cut: { cut: cut && (up ? cut : turnedCut(cut)), protection, soil },
    beside: (shared?.beside ?? []).flatMap((lying) => besideOf(run, length, lying, read)),
    elsewhere: shared ? elsewhereOf(run, length, shared) : [],
    beyond: beyond
      ? { low: endsFree(lowerOf(run), read) ? beyond : 0, high: endsFree(upperOf(run), read) ? beyond : 0 }
      : NOT_BEYOND,
  };
}

const NOT_BEYOND = { low: 0, high: 0 };

function endsFree(node: Uuid, read: Reader): boolean {
  const meeting = (read.of('leaving', node)?.length ?? 0) + (read.of('arriving', node)?.length ?? 0);
  const form = read.item('node', node)?.form;
  return meeting === 1 && form !== undefined && formOfNode(form).free === true;
}

/** Where nothing is dug for it, up the run. */
function elsewhereOf(run: Run, length: number, { elsewhere, reach }: SharedTrench): readonly Reach[] {
  const holes = [
    { from: 0, to: Math.min(reach.a, length) },
    { from: Math.max(0, length - reach.b), to: length },
  ].filter(({ from, to }) => to > from);
  return [...elsewhere, ...holes].map(({ from, to }) => {
    const [a, b] = [upRun(run, length, from), upRun(run, length, to)];
    return { from: Math.min(a, b), to: Math.max(a, b) };
  });
}

/** A run in its trench, with the levels it lies at; nothing where that run has no pipe or no length. */
function besideOf(
  run: Run,
  length: number,
  { run: other, own, lead, lies, clear }: LyingIn,
  read: Reader,
): RunBeside[] {
  const item = read.item('run', other);
  const line = read.item('line', item?.line);
  const pipe = read.item('pipe', item?.pipe ?? line?.pipe);
  const long = item && lengthOf(item, read);
  if (!item || !pipe || long === undefined) return [];
  const [from, two] = [upRun(run, length, lead.from), upRun(run, length, lead.to)];
  const [first, second] = [upRun(item, long, own.from), upRun(item, long, own.to)];
  const up = from < two;
  const places = up ? ([first, second] as const) : ([second, first] as const);
  const turned = run.flow !== 'to-a' && lies !== 'over';
  return [
    {
      run: other,
      lies: turned ? (lies === 'left' ? 'right' : 'left') : lies,
      clear,
      pipe,
      from: up ? from : two,
      to: up ? two : from,
      places,
      length: long,
      inverts: invertsAt(places, read.of('grade', other)),
    },
  ];
}

/** Horizontal, typed or from the sketch, m; undefined where it is not known. */
export function lengthOf({ length, a, b }: Run, read: Pick<Reader, 'item'>): number | undefined {
  if (length.from === 'typed') return length.value;
  const drawn = drawnBetween(a, b, read);
  return drawn !== undefined && drawn > 0 ? drawn : undefined;
}

export function drawnBetween(a: string, b: string, read: Pick<Reader, 'item'>): number | undefined {
  const [from, to] = [read.item('nodePlace', a), read.item('nodePlace', b)];
  return from && to ? Math.hypot(to.east - from.east, to.north - from.north) : undefined;
}
