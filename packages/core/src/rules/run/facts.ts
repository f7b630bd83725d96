import type { ItemOf, Profile } from '@alveus/plan';
import { lowerOf, serviceOf, upperOf } from '@alveus/plan';
import type { SurplusFact } from '../../grade';
import type { Reader, RunResult } from '../../results';
import type { Envelope, KnownStation, RunTrench } from '../../trench';
import { stationsOf } from '../../trench';
import type { Dug } from '../dug/dug';

/** What a run is judged by. */
export interface RunFacts extends Omit<RunResult, 'line' | 'pipe' | 'envelope' | 'trench'> {
  readonly read: Reader;
  readonly profile: Profile;
  readonly line: ItemOf<'line'>;
  readonly service: ReturnType<typeof serviceOf>;
  readonly pipe: ItemOf<'pipe'>;
  readonly envelope: Envelope;
  readonly trench: RunTrench;
  readonly surplus: readonly SurplusFact[];
  readonly ringed: boolean;
  /** Kept for the rules after the first that looks at each station, or at how it is dug; null where there is nothing to judge. */
  readonly along: { stations?: readonly KnownStation[]; dug?: Dug | null };
}

/** What there is of any run, whatever it lacks. */
export interface BareFacts {
  readonly result: RunResult;
  readonly read: Reader;
}

/** @returns undefined for a run that lacks what it is made of: there is nothing to judge it by */
export function factsOfRun(result: RunResult, profile: Profile, read: Reader): RunFacts | undefined {
  const { id, run, line, pipe, envelope, trench } = result;
  if (!line || !pipe || !envelope || !trench || !result.measured) return undefined;
  // Field by field: this is made for every run, and copying objects wholesale takes three times as long.
  return {
    id,
    run,
    length: result.length,
    measured: true,
    drawn: result.drawn,
    over: result.over,
    grade: result.grade,
    ground: result.ground,
    natural: result.natural,
    swales: result.swales,
    twice: result.twice,
    section: result.section,
    read,
    profile,
    line,
    service: serviceOf(line.service),
    pipe,
    envelope,
    form: result.form,
    trench,
    surplus: read.of('surplus', id) ?? NONE,
    ringed: read.of('ringed', id) ?? false,
    along: {},
  };
}

/** Whether water leaves the network at its lower node. */
export function endsAtOutlet({ run, read }: RunFacts): boolean {
  return read.of('leaving', lowerOf(run)) === undefined;
}

/** Its stations; few runs break a rule that must look at each. */
export function stationsAlong({ grade, ground, envelope, along }: RunFacts): readonly KnownStation[] {
  return (along.stations ??= stationsOf(grade, ground, envelope));
}

const NONE: readonly never[] = [];

/** What a run is lacking, in words. */
export function lostOf({ result, read }: BareFacts): string[] {
  const { run, line, pipe, section } = result;
  const lost: string[] = [];
  if (!line) lost.push('line');
  if (!read.item('node', lowerOf(run))) lost.push('lower node');
  if (!read.item('node', upperOf(run))) lost.push('upper node');
  if (!pipe) lost.push('pipe');
  if (!section) lost.push('trench section');
  return lost;
}
