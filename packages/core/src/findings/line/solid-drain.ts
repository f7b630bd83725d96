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
  title: 'French drains, curtain drains and laterals are laid in perforated pipe',
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
        ? 'Water gets into a drain through holes or slots in its pipe; a solid one carries only what is let into its head.'
        : 'Effluent leaves a lateral through holes in its pipe.',
    ],
    gives: [
      'Perforated or slotted pipe',
      ...(serviceOf(line.service).carries === 'ground' ? ['Solid pipe on its last leg only, down to the outlet'] : []),
    ],
  }),
});
