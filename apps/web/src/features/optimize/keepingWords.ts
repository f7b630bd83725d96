import type { Keeping } from '@alveus/plan';
import { useCallback } from 'react';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { usePrint } from '../../ui/measured';

export const WHAT_WORDS = {
  invert: 'Invert',
  crown: 'Top of pipe',
  bottom: 'Trench bottom',
  depth: 'Trench depth',
  cover: 'Cover',
  slope: 'Slope',
  drop: 'Drop through it',
  even: 'Same depth at both ends',
} as const satisfies Record<Keeping['keeps']['what'], string>;

/** What a limit says, and of what. */
export function useKeepingWords(): (keeping: Keeping) => string {
  const print = usePrint();
  const { plan } = useAppSelector(selectCommitted);
  return useCallback(
    ({ at, keeps }) => {
      const of = ('run' in at ? plan.run[at.run]?.name : plan.node[at.node]?.name) ?? 'something removed';
      const what = WHAT_WORDS[keeps.what];
      if (keeps.what === 'even') return `${of}: ${what.toLowerCase()}`;
      const value =
        'level' in keeps
          ? print(keeps.level, 'elevation')
          : print(keeps.value, keeps.what === 'slope' ? 'slope' : keeps.what === 'depth' ? 'depth' : 'thickness');
      return `${of}: ${what.toLowerCase()} at ${keeps.is} ${value}`;
    },
    [plan, print],
  );
}
