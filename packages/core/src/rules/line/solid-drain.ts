import { serviceOf } from '@alveus/plan';
import type { RunResult } from '../../results';
import { COMMON, NOTHING, rule } from '../rule';
import type { LineFacts } from './facts';

const isSolid = ({ pipe }: RunResult): boolean => pipe !== undefined && pipe.perforated === undefined;

/**
 * A drain takes water in through its pipe, and a lateral lets it out: solid pipe does neither. The last leg of a drain, on
 * down to where it comes out, is solid as a rule.
 */
export const solidDrain = rule<LineFacts>()({
  name: 'solid-drain',
  title: 'Drain in solid pipe',
  stage: 'grade',
  severity: 'fix',
  source: COMMON,
  judge: ({ line, runs }) => {
    const { perforated, carries } = serviceOf(line.service);
    if (!perforated || !runs.some(isSolid)) return NOTHING;
    // From the low end up: what is solid under the first perforated run is the last leg.
    const last = carries === 'ground' ? runs.findIndex((run) => run.pipe?.perforated !== undefined) : 0;
    return runs.flatMap((run, index) =>
      isSolid(run) && index >= last
        ? [{ cause: run.id, run: run.id, at: 0, name: run.run.name, of: run.pipe?.name }]
        : [],
    );
  },
  words: ({ name, of }, { line }) => ({
    what: [`${name} (${serviceOf(line.service).word}) is laid in solid pipe: ${of ?? 'its pipe'}.`],
    why: [
      serviceOf(line.service).carries === 'ground'
        ? 'Water enters a drain through the holes or slots in its pipe. Solid pipe carries only what enters at its head.'
        : 'Effluent leaves a lateral through holes in its pipe.',
    ],
    gives: [
      'Use perforated or slotted pipe',
      ...(serviceOf(line.service).carries === 'ground'
        ? ['Use solid pipe on the last leg only, down to the outlet']
        : []),
    ],
  }),
});
