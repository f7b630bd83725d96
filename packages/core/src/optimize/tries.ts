import type { Edit, Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../evaluate';
import { evaluate } from '../evaluate';
import type { Program, Room } from './solver';
import { choose, roomOf, withWays } from './solver';
import type { System } from '../units';
import type { Proposal } from './dig-least';
import { acceptEdits, digLeast } from './dig-least';
import { digProgram, withoutPrices } from './program';

export interface AskedOut {
  readonly watch: boolean;
  readonly system: System;
  readonly newId: () => Uuid;
}

/** The plan with one change or another, as far as one network goes. Where time runs out nothing works any more. */
export class Tries {
  constructor(
    readonly evaluation: Evaluation,
    readonly only: ReadonlySet<Uuid>,
    readonly asked: AskedOut,
    readonly goOn: () => boolean,
  ) {}

  with(edits: readonly Edit[]): Evaluation {
    return evaluate(applyEdits(this.evaluation.plan, edits), this.evaluation);
  }

  /** Whether there are inverts that keep all else. */
  works(edits: readonly Edit[]): boolean {
    return choose(digProgram(this.with(edits), { ...this.asked, only: this.only }).program, this.goOn).ok;
  }

  /** The network at its least dig with a change; undefined where it does not work. */
  least(
    edits: readonly Edit[],
  ): { readonly proposal: Proposal; readonly inverts: readonly Edit[]; readonly after: Evaluation } | undefined {
    const changed = this.with(edits);
    const proposal = digLeast(changed, { ...this.asked, only: this.only }, this.goOn);
    if (!proposal.ok) return undefined;
    const inverts = acceptEdits(changed, proposal);
    return { proposal, inverts, after: evaluate(applyEdits(changed.plan, inverts), changed) };
  }

  /** How a run may lie with a change, by each way in which what can be had in several ways may be had. */
  rooms(edits: readonly Edit[], run: Uuid): { readonly rooms: readonly Room[]; readonly length: number } | undefined {
    const { program, runs } = digProgram(this.with(edits), { ...this.asked, only: this.only });
    const own = runs.find(({ id }) => id === run);
    if (!own) return undefined;
    const bare = withoutPrices(program);
    const rooms = waysThrough(bare).flatMap((ways) => roomOf(withWays(bare, ways), own.index) ?? []);
    return { rooms, length: own.result.length };
  }

  /**
   * The least change of an amount that works, from what it is towards the most that it may be; finer than any crew
   * sets, then in whole steps of it. Works with more of it wherever it works with less.
   */
  leastOf(from: number, to: number, step: number, edits: (value: number) => readonly Edit[]): number | undefined {
    if (!this.works(edits(to))) return undefined;
    let [fails, works] = [from, to];
    while (Math.abs(works - fails) > FINE) {
      if (!this.goOn()) return undefined;
      const middle = (fails + works) / 2;
      if (this.works(edits(middle))) works = middle;
      else fails = middle;
    }
    const whole = to > from ? Math.ceil(works / step - SURE) * step : Math.floor(works / step + SURE) * step;
    return this.works(edits(whole)) ? whole : works;
  }
}

/** All ways to take the choices of a program; where there are too many of them, the cheapest. */
function waysThrough(program: Program): readonly (readonly number[])[] {
  const many = program.choices.reduce((product, { ways }) => product * ways.length, 1);
  if (many > MOST_WAYS) {
    const found = choose(program);
    return found.ok ? [found.ways] : [];
  }
  return program.choices.reduce<readonly (readonly number[])[]>(
    (all, { ways }) => all.flatMap((taken) => ways.map((_, way) => [...taken, way])),
    [[]],
  );
}

const MOST_WAYS = 64;

/** Amounts are found to this, m. */
const FINE = 1e-6;
/** So near to a whole step is one. */
export const SURE = 1e-4;
