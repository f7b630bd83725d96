import type { Uuid } from '@alveus/plan';
import { applyEdits } from '@alveus/plan';
import type { Evaluation } from '../../src';
import { evaluate } from '../../src';
import type { Proposal } from '../../src/optimize';
import { acceptEdits, digLeast } from '../../src/optimize';
import { ft } from '../builders';
import type { JobSpec } from './jobs';
import { job } from './jobs';

/** Jobs with their least dig set. */

/** Gives up after so many tries, as the app does after some time: now and then a random plan has a great many ways to be laid. */
const TRIES = 300;

export function least(evaluation: Evaluation, watch = true): ReturnType<typeof digLeast> {
  let tries = 0;
  return digLeast(evaluation, { watch, system: 'feet' }, () => (tries += 1) < TRIES);
}

export function worked(
  spec: JobSpec,
  watch = true,
): { proposal: Proposal; evaluation: Evaluation; after: Evaluation; ids: Readonly<Record<string, Uuid>> } {
  const { plan, ids } = job(spec);
  const evaluation = evaluate(plan);
  const proposal = least(evaluation, watch);
  if (!proposal.ok) throw new Error(`nothing works: ${JSON.stringify(proposal, undefined, 1)}`);
  return {
    proposal,
    evaluation,
    after: evaluate(applyEdits(plan, acceptEdits(evaluation, proposal)), evaluation),
    ids,
  };
}

export const feet = (level: number | undefined): number => (level ?? NaN) / ft(1);
