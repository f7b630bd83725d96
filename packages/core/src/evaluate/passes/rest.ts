import { same } from '@alveus/plan';
import { atRest } from '../../flow';
import type { RestLevel, Resting, WetRun } from '../../results';
import { tablePass } from '../pass';

/** Where water stands at rest: as it usually does outside, and at its highest there. */
export const rest = tablePass<Resting>({
  name: 'rest',
  work: (read) => {
    const laid = { runs: read.every('run'), nodes: read.every('node') };
    const usual = atRest(laid);
    return { usual, high: isHigh(laid) ? atRest(laid, 'high') : usual };
  },
  tables: {
    wet: { of: ({ usual }) => usual.runs, same: (one: WetRun, other: WetRun) => same(one, other) },
    restLevel: { of: ({ usual }) => usual.levels, same: (one: RestLevel, other: RestLevel) => same(one, other) },
    wetHigh: { of: ({ high }) => high.runs, same: (one: WetRun, other: WetRun) => same(one, other) },
    highLevel: { of: ({ high }) => high.levels, same: (one: RestLevel, other: RestLevel) => same(one, other) },
  },
});

/** Whether a highest level is stated anywhere. */
function isHigh({ nodes }: Parameters<typeof atRest>[0]): boolean {
  for (const { node } of nodes.values()) if (node.water?.high !== undefined) return true;
  return false;
}
